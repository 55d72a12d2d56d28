package carezza.region;

import carezza.face.FaceContours;
import carezza.face.FoundFace;
import carezza.face.HeadTurn;
import carezza.face.Pin;
import carezza.image.PixelReader;
import java.util.Arrays;
import java.util.List;

/**
 * Snaps an iris to the picture: of the circles near the one that {@link IrisSearch} found, that
 * across whose sides lightness rises most from within to without (Daugman 1993, "High confidence
 * visual recognition of persons by a test of statistical independence"). Departures: only arcs of
 * 45 degrees about the line of the corners are looked at, since lids cover the rest, and each
 * sample counts at most a usual step. Where lightness rises most lies in the limbus, half a
 * millimetre wide, in which the white begins: to either side the iris ends where a quarter of the
 * rise from its dark rim is done.
 *
 * @param centre source pixels
 * @param diameterPx source pixels
 */
record IrisRim(Pin centre, double diameterPx) {
  /** From the middle of one eye's corners to that of the other's. */
  private static final double EYES_APART_MM = 60;

  private static final double LEAST_SHORTENING = 0.5;

  /** How far from the circle that was found, and by what steps, it is looked for, mm. */
  private static final double NEAR_CIRCLE_MM = 0.6;

  private static final double STEP_MM = 0.1;

  /** Half of what a rim is taken to be wide. */
  private static final double HALF_RIM_MM = 0.35;

  /** Within so much of the clearest circle each side's rim is looked for, mm. */
  private static final double NEAR_MM = 1.2;

  private static final double FINE_STEP_MM = 0.05;

  /** Share of the rise from the dark rim to the white at which the iris ends. */
  private static final double RISEN = 0.25;

  /** A smaller rise, in cube root of light, says nothing. */
  private static final double LEAST_RISE = 0.04;

  /** The face with its irises on the picture's own rims. */
  static FoundFace snapped(FoundFace f, PixelReader picture) {
    List<Pin> right = f.points(FaceContours.RIGHT_EYE);
    List<Pin> left = f.points(FaceContours.LEFT_EYE);
    int half = right.size() / 2;
    double seen = Math.max(LEAST_SHORTENING, HeadTurn.of(f.mesh()).eyeShortening());
    double apart =
        middle(right.get(0), right.get(half)).distance(middle(left.get(0), left.get(half)));
    double px = apart / seen / EYES_APART_MM;
    EyeLight rightEye = new EyeLight(picture, right.get(0), right.get(half), f.rightPupil(), px);
    EyeLight leftEye = new EyeLight(picture, left.get(half), left.get(0), f.leftPupil(), px);
    double doubt = f.score() == 0 ? IrisSearch.OF_A_PIN : IrisSearch.OF_A_GUESS;
    IrisSearch.Circle[] pair = IrisSearch.pair(rightEye, leftEye, doubt);
    IrisRim r = of(rightEye, pair[0], px);
    IrisRim l = of(leftEye, pair[1], px);
    return new FoundFace(
        f.score(), f.mesh(), r.centre, l.centre, r.diameterPx, l.diameterPx, f.person());
  }

  private static Pin middle(Pin a, Pin b) {
    return new Pin((a.x() + b.x()) / 2, (a.y() + b.y()) / 2);
  }

  private static IrisRim of(EyeLight eye, IrisSearch.Circle found, double pxPerMm) {
    IrisSearch.Circle best = stepping(eye, found.u(), found.v(), found.radiusMm());
    for (double v = -NEAR_CIRCLE_MM; v <= NEAR_CIRCLE_MM + 1e-9; v += STEP_MM) {
      for (double u = -NEAR_CIRCLE_MM; u <= NEAR_CIRCLE_MM + 1e-9; u += STEP_MM) {
        for (double d = -NEAR_CIRCLE_MM; d <= NEAR_CIRCLE_MM + 1e-9; d += STEP_MM) {
          IrisSearch.Circle c = stepping(eye, found.u() + u, found.v() + v, found.radiusMm() + d);
          best = c.score() > best.score() ? c : best;
        }
      }
    }
    double towardsLeft = reach(eye, best, 0);
    double towardsRight = reach(eye, best, Math.PI);
    Pin centre = eye.pin(best.u() + (towardsLeft - towardsRight) / 2, best.v());
    return new IrisRim(centre, (towardsLeft + towardsRight) * pxPerMm);
  }

  /** A circle with the mean step of lightness over both arcs. */
  private static IrisSearch.Circle stepping(EyeLight eye, double u, double v, double r) {
    double sum = 0;
    for (int k = 0; k < 2 * IrisSearch.ANGLES; k++) {
      double angle = IrisSearch.arc(k % IrisSearch.ANGLES) + (k < IrisSearch.ANGLES ? 0 : Math.PI);
      double c = Math.cos(angle);
      double s = Math.sin(angle);
      double in = eye.at(u + (r - HALF_RIM_MM) * c, v + (r - HALF_RIM_MM) * s);
      double out = eye.at(u + (r + HALF_RIM_MM) * c, v + (r + HALF_RIM_MM) * s);
      sum += IrisSearch.counted(out - in);
    }
    return new IrisSearch.Circle(u, v, r, Math.abs(sum) / (2 * IrisSearch.ANGLES));
  }

  /** How far the iris reaches from the centre of a circle in a direction, mm. */
  private static double reach(EyeLight eye, IrisSearch.Circle circle, double angle) {
    double r = circle.radiusMm();
    int n = (int) Math.round(2 * NEAR_MM / FINE_STEP_MM) + 1;
    double[] along = new double[n];
    double[] across = new double[IrisSearch.ANGLES];
    for (int k = 0; k < n; k++) {
      double at = r - NEAR_MM + k * FINE_STEP_MM;
      for (int j = 0; j < across.length; j++) {
        double a = angle + IrisSearch.arc(j);
        across[j] = eye.at(circle.u() + at * Math.cos(a), circle.v() + at * Math.sin(a));
      }
      Arrays.sort(across);
      along[k] = across[across.length / 2];
    }
    int dark = 0;
    for (int k = 1; k <= n * 2 / 3; k++) {
      dark = along[k] <= along[dark] ? k : dark;
    }
    double white = along[dark];
    for (int k = dark; k < n; k++) {
      white = Math.max(white, along[k]);
    }
    double goal = along[dark] + RISEN * (white - along[dark]);
    if (white - along[dark] < LEAST_RISE) {
      return r;
    }
    int k = dark;
    while (along[k + 1] < goal) {
      k++;
    }
    double part = (goal - along[k]) / (along[k + 1] - along[k]);
    return r - NEAR_MM + (k + part) * FINE_STEP_MM;
  }
}
