package carezza.face;

import java.util.ArrayList;
import java.util.List;

/**
 * The few points of a face that are dragged by hand. Points near a handle follow it, less the
 * farther they are, those as far as the nearest other handle not at all (a Gaussian fall-off,
 * brought to 0 there). Pupils move their iris alone.
 */
public enum FaceHandle {
  RIGHT_EYE_OUTER(33),
  RIGHT_EYE_INNER(133),
  RIGHT_LID_UPPER(159),
  RIGHT_LID_LOWER(145),
  LEFT_EYE_OUTER(263),
  LEFT_EYE_INNER(362),
  LEFT_LID_UPPER(386),
  LEFT_LID_LOWER(374),
  RIGHT_BROW_INNER(107),
  RIGHT_BROW_OUTER(46),
  RIGHT_BROW_TOP(105),
  LEFT_BROW_INNER(336),
  LEFT_BROW_OUTER(276),
  LEFT_BROW_TOP(334),
  MOUTH_RIGHT(61),
  MOUTH_LEFT(291),
  LIP_UPPER(0),
  LIP_LOWER(17),
  MOUTH_UPPER(13),
  MOUTH_LOWER(14),
  CHIN(152),
  FOREHEAD(10),
  SIDE_RIGHT(234),
  SIDE_LEFT(454),
  RIGHT_PUPIL(-1),
  LEFT_PUPIL(-2);

  private final int point;

  FaceHandle(int point) {
    this.point = point;
  }

  public Pin at(FoundFace f) {
    return switch (this) {
      case RIGHT_PUPIL -> f.rightPupil();
      case LEFT_PUPIL -> f.leftPupil();
      default -> f.mesh().get(point);
    };
  }

  /** The face with this handle at a place, in hundredths of a pixel. */
  public FoundFace moved(FoundFace f, Pin to) {
    if (point < 0) {
      boolean right = this == RIGHT_PUPIL;
      return f.withIrises(
              right ? to : f.rightPupil(),
              right ? f.leftPupil() : to,
              f.rightIrisPx(),
              f.leftIrisPx())
          .rounded();
    }
    Pin from = at(f);
    double dx = to.x() - from.x();
    double dy = to.y() - from.y();
    double reach = Double.MAX_VALUE;
    for (FaceHandle h : values()) {
      if (h != this && h.point >= 0) {
        reach = Math.min(reach, h.at(f).distance(from));
      }
    }
    List<Pin> mesh = new ArrayList<>();
    for (Pin p : f.mesh()) {
      double k = Math.max(0, (fall(p.distance(from) / reach) - fall(1)) / (1 - fall(1)));
      mesh.add(new Pin(p.x() + k * dx, p.y() + k * dy));
    }
    return f.withMesh(mesh).rounded();
  }

  private static double fall(double share) {
    return Math.exp(-1.5 * share * share);
  }
}
