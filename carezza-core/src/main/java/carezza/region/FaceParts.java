package carezza.region;

import carezza.area.Outline;
import carezza.face.FaceContours;
import carezza.face.FaceFrame;
import carezza.face.FaceMap;
import carezza.face.FoundFace;
import carezza.face.Pin;
import java.util.Comparator;
import java.util.List;

/**
 * Where on a sitter's skin a place lies, by the outline of the face alone: how much of it belongs
 * to the forehead, a cheek, an ear, the neck. Borders are soft, {@value #SOFT_MM} mm wide. With
 * several faces a place belongs to the nearest.
 */
final class FaceParts {
  /** Width of borders drawn through skin. */
  private static final double SOFT_MM = 6;

  /** Beyond so far below the chin the neck is chest. */
  private static final double NECK_MM = 75;

  private static final double NECK_WIDE_MM = 55;

  /** So far beyond the side of the mesh skin is still an ear. */
  private static final double EAR_MM = 38;

  /** The cheek begins so far below the lower lid. */
  private static final double LID_MM = 5;

  private final double px;
  private final FaceFrame frame;
  private final Outline oval;
  private final double chin;
  private final double brow;
  private final double base;
  private final double lips;
  private final double lowerLip;
  private final double wing;
  private final double mouth;
  private final double[] lid;

  private FaceParts(FoundFace f, double px) {
    this.px = px;
    frame = new FaceFrame(new FaceMap(f.rightPupil(), f.leftPupil()), px);
    oval = Outline.through(f.points(FaceContours.OVAL));
    chin = v(f, 152);
    brow = Math.min(v(f, 105), v(f, 334));
    base = v(f, 2);
    lips = 0.5 * (v(f, 61) + v(f, 291));
    lowerLip = v(f, 17);
    wing = 0.5 * (u(f, 358) - u(f, 129));
    mouth = 0.5 * (u(f, 291) - u(f, 61));
    lid = new double[] {v(f, 145), v(f, 374)};
  }

  static List<FaceParts> of(FaceMap map) {
    return map.faces().stream().map(f -> new FaceParts(f, map.pxPerMm())).toList();
  }

  private double u(FoundFace f, int point) {
    Pin p = f.mesh().get(point);
    return frame.u(p.x(), p.y());
  }

  private double v(FoundFace f, int point) {
    Pin p = f.mesh().get(point);
    return frame.v(p.x(), p.y());
  }

  /** The one whose face lies nearest to a source pixel. */
  static FaceParts nearest(List<FaceParts> all, double x, double y) {
    return all.size() == 1
        ? all.get(0)
        : all.stream().min(Comparator.comparingDouble(p -> p.frame.fromMiddle(x, y))).orElseThrow();
  }

  /** Share of a part in skin at a source pixel, 0 to 1. */
  double share(RegionName part, double x, double y) {
    double u = frame.u(x, y);
    double v = frame.v(x, y);
    double head = 1 - soft(v - chin - 4);
    return switch (part) {
      case FACE -> head * (1 - ear(x, y, v));
      case EARS -> head * ear(x, y, v);
      case NECK -> (1 - head) * (1 - soft(v - chin - NECK_MM));
      case CHEST -> (1 - head) * soft(v - chin - NECK_MM);
      case FOREHEAD -> head * (1 - ear(x, y, v)) * forehead(v);
      case NOSE -> head * nose(u, v);
      case CHIN -> head * low(u, v);
      case RIGHT_CHEEK -> head * cheek(x, y, u, v, 0) * (1 - soft(u));
      case LEFT_CHEEK -> head * cheek(x, y, u, v, 1) * soft(u);
      default -> throw new IllegalArgumentException("region = " + part);
    };
  }

  /** Whether a source pixel lies where the neck is. */
  boolean isNeck(double x, double y) {
    double v = frame.v(x, y);
    return v > chin && v < chin + 0.6 * NECK_MM && Math.abs(frame.u(x, y)) < NECK_WIDE_MM;
  }

  /** Beside the outline of the face, from the brows to below the nose. */
  private double ear(double x, double y, double v) {
    double beyond = oval.distance(x, y) / px;
    return soft(beyond - 4)
        * (1 - soft(beyond - EAR_MM))
        * soft(v - brow + 4)
        * (1 - soft(v - base - 12));
  }

  private double forehead(double v) {
    return 1 - soft(v - brow - 2);
  }

  private double nose(double u, double v) {
    double half = 4 + (wing - 2) * Math.max(0, Math.min(1, v / base));
    return (1 - soft(v - base - 1)) * (1 - forehead(v)) * (1 - soft(Math.abs(u) - half));
  }

  private double low(double u, double v) {
    double round = Math.hypot(u / 26, (v - (lowerLip + chin) / 2 - 3) / ((chin - lowerLip) / 2));
    return soft(v - lowerLip - 2) * (1 - soft(20 * (round - 1)));
  }

  /** Below the lower lid, beside nose, mouth and chin, as far as the outline of the face goes. */
  private double cheek(double x, double y, double u, double v, int side) {
    double round = Math.hypot(u / (mouth + 6), (v - lips) / (lips - base + 4));
    double aroundMouth = 1 - soft(20 * (round - 1));
    return soft(v - lid[side] - LID_MM)
        * (1 - nose(u, v))
        * (1 - low(u, v))
        * (1 - aroundMouth)
        * (1 - soft(oval.distance(x, y) / px + 1));
  }

  private static double soft(double mm) {
    return SurfacePrior.step(0.5 + mm / SOFT_MM);
  }
}
