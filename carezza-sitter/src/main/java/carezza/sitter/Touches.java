package carezza.sitter;

import carezza.area.Area;
import carezza.area.Seed;
import carezza.face.Pin;
import java.util.List;

/** Where a person would touch a demo sitter to point out the regions. */
public final class Touches {
  private static final double IRIS_RADIUS_MM = 5.85;

  private Touches() {}

  /** One touch on each cheek, between eye and mouth corner, and one on the neck if it is seen. */
  public static Area skin(DemoSitter s) {
    Area a = Area.NONE;
    for (String side : List.of("right", "left")) {
      Pin eye = s.landmark(side + "_pupil");
      Pin mouth = s.landmark("mouth_" + side);
      a = a.with(new Seed(Seed.Like.SKIN, (eye.x() + mouth.x()) / 2, (eye.y() + mouth.y()) / 2, 1));
    }
    if (s.name().equals("tobias")) {
      return a;
    }
    Pin chin = s.landmark("chin");
    return a.with(new Seed(Seed.Like.SKIN, chin.x(), chin.y() + 38 * s.pxPerMm(), 1));
  }

  /** One touch on the upper teeth, between the lips. */
  public static Area teeth(DemoSitter s) {
    Pin u = s.landmark("upper_lip_mid");
    Pin l = s.landmark("lower_lip_mid");
    return Area.NONE.with(
        new Seed(
            Seed.Like.TEETH,
            (u.x() + l.x()) / 2 + 0.02 * (l.y() - u.y()),
            u.y() + 0.45 * (l.y() - u.y()),
            1));
  }

  /** One touch on each side of each iris, half-way between its rim and the corner of the eye. */
  public static Area eyeWhites(DemoSitter s) {
    Area a = Area.NONE;
    for (String side : List.of("right", "left")) {
      Pin pupil = s.landmark(side + "_pupil");
      for (String corner : List.of("inner", "outer")) {
        Pin c = s.landmark(side + "_eye_" + corner);
        double far = pupil.distance(c) / s.pxPerMm();
        double d = (IRIS_RADIUS_MM + far) / 2 / far;
        a =
            a.with(
                new Seed(
                    Seed.Like.EYE_WHITE,
                    pupil.x() + d * (c.x() - pupil.x()),
                    pupil.y() + d * (c.y() - pupil.y()),
                    1));
      }
    }
    return a;
  }
}
