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

  /** Of a side less than this must be seen with so much white beyond, else a lid hides it. */
  private static final double LEAST_SEEN = 0.6;

  private static final double BEYOND_MM = 0.5;

  /** The two irises of a face are alike to that share. */
  private static final double ALIKE = 0.95;

  /** What the radius says that is read from one side, with a clear pupil and without. */
  private static final double OF_SIDE_AND_PUPIL = 0.3;

  private static final double OF_A_SIDE = 0.1;

  /** Radii of people's irises, and what the scale of an eye may be off by. */
  private static final double LEAST_RADIUS_MM = 5;

  private static final double MOST_RADIUS_MM = 7;

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
    EyeLight rightEye = new EyeLight(picture, right, true, f.rightPupil(), px);
    EyeLight leftEye = new EyeLight(picture, left, false, f.leftPupil(), px);
    double doubt = f.score() == 0 ? IrisSearch.OF_A_PIN : IrisSearch.OF_A_GUESS;
    IrisSearch.Circle[] pair = IrisSearch.pair(rightEye, leftEye, doubt);
    Sides[] both = {Sides.of(rightEye, pair[0]), Sides.of(leftEye, pair[1])};
    both[0] = both[0].beside(both[1]);
    both[1] = both[1].beside(both[0]);
    double usual = usual(both);
    IrisRim r = both[0].rim(rightEye, usual, px);
    IrisRim l = both[1].rim(leftEye, usual, px);
    return f.withIrises(r.centre, l.centre, r.diameterPx, l.diameterPx);
  }

  /** The radius of both irises, from the sides and pupils that are seen, mm; 0 where none is. */
  private static double usual(Sides[] both) {
    double sum = 0;
    double weight = 0;
    for (Sides s : both) {
      sum += s.sureness() * s.radius();
      weight += s.sureness();
    }
    return weight == 0 ? 0 : sum / weight;
  }

  private static Pin middle(Pin a, Pin b) {
    return new Pin((a.x() + b.x()) / 2, (a.y() + b.y()) / 2);
  }

  /**
   * What is seen of one iris, mm of the eye.
   *
   * @param circle the clearest one
   * @param towardsLeft how far the rim lies from its middle towards the sitter's left; NaN where a
   *     lid hides it
   * @param towardsRight the same towards the right
   * @param pupil along the eye; NaN where none is clear
   */
  private record Sides(
      IrisSearch.Circle circle, double towardsLeft, double towardsRight, Pupil pupil) {
    static Sides of(EyeLight eye, IrisSearch.Circle found) {
      IrisSearch.Circle best = clearest(eye, found);
      return new Sides(
          best,
          seen(eye, best, 0) < LEAST_SEEN ? Double.NaN : reach(eye, best, 0),
          seen(eye, best, Math.PI) < LEAST_SEEN ? Double.NaN : reach(eye, best, Math.PI),
          Pupil.of(eye, best));
    }

    private boolean isWhole() {
      return !Double.isNaN(towardsLeft + towardsRight);
    }

    private boolean isHidden() {
      return Double.isNaN(towardsLeft) && Double.isNaN(towardsRight);
    }

    /** Where the one side that is seen lies, and in which direction from the middle. */
    private double edge() {
      return Double.isNaN(towardsLeft) ? circle.u() - towardsRight : circle.u() + towardsLeft;
    }

    private int way() {
      return Double.isNaN(towardsLeft) ? -1 : 1;
    }

    double radius() {
      if (isWhole()) {
        return (towardsLeft + towardsRight) / 2;
      }
      double r = isHidden() || pupil == null ? circle.radiusMm() : way() * (edge() - pupil.u());
      return Math.max(LEAST_RADIUS_MM, Math.min(MOST_RADIUS_MM, r));
    }

    /**
     * An iris that reads smaller than its sister is cut by a lid or a corner: on the side that lies
     * nearer to its pupil.
     */
    Sides beside(Sides other) {
      boolean cut = isWhole() && other.isWhole() && radius() < ALIKE * other.radius();
      if (!cut || pupil == null) {
        return this;
      }
      double left = circle.u() + towardsLeft - pupil.u();
      double right = pupil.u() - circle.u() + towardsRight;
      return left < right
          ? new Sides(circle, Double.NaN, towardsRight, pupil)
          : new Sides(circle, towardsLeft, Double.NaN, pupil);
    }

    /** Across the eye: one side says little of it, a pupil more. */
    private double v() {
      return pupil == null || isWhole() ? circle.v() : (circle.v() + pupil.v()) / 2;
    }

    double sureness() {
      double one = pupil == null ? OF_A_SIDE : OF_SIDE_AND_PUPIL;
      return isWhole() ? 1 : isHidden() ? 0 : one;
    }

    /**
     * @param usual radius of both irises, mm
     */
    IrisRim rim(EyeLight eye, double usual, double pxPerMm) {
      if (isWhole()) {
        double u = circle.u() + (towardsLeft - towardsRight) / 2;
        return new IrisRim(eye.pin(u, circle.v()), 2 * radius() * pxPerMm);
      }
      if (isHidden()) {
        return new IrisRim(eye.pin(circle.u(), circle.v()), 2 * circle.radiusMm() * pxPerMm);
      }
      return new IrisRim(eye.pin(edge() - way() * usual, v()), 2 * usual * pxPerMm);
    }
  }

  private static IrisSearch.Circle clearest(EyeLight eye, IrisSearch.Circle found) {
    IrisSearch.Circle best = stepping(eye, found.u(), found.v(), found.radiusMm());
    for (double v = -NEAR_CIRCLE_MM; v <= NEAR_CIRCLE_MM + 1e-9; v += STEP_MM) {
      for (double u = -NEAR_CIRCLE_MM; u <= NEAR_CIRCLE_MM + 1e-9; u += STEP_MM) {
        for (double d = -NEAR_CIRCLE_MM; d <= NEAR_CIRCLE_MM + 1e-9; d += STEP_MM) {
          IrisSearch.Circle c = stepping(eye, found.u() + u, found.v() + v, found.radiusMm() + d);
          best = c.score() > best.score() ? c : best;
        }
      }
    }
    return best;
  }

  /** A circle with the mean step of lightness over what is seen of both arcs. */
  private static IrisSearch.Circle stepping(EyeLight eye, double u, double v, double r) {
    double sum = 0;
    double weight = IrisSearch.LITTLE;
    for (int k = 0; k < 2 * IrisSearch.ANGLES; k++) {
      double angle = IrisSearch.arc(k % IrisSearch.ANGLES) + (k < IrisSearch.ANGLES ? 0 : Math.PI);
      double c = Math.cos(angle);
      double s = Math.sin(angle);
      double seen = eye.between(u + r * c, v + r * s);
      double in = eye.at(u + (r - HALF_RIM_MM) * c, v + (r - HALF_RIM_MM) * s);
      double out = eye.at(u + (r + HALF_RIM_MM) * c, v + (r + HALF_RIM_MM) * s);
      sum += seen * IrisSearch.counted(out - in);
      weight += seen;
    }
    return new IrisSearch.Circle(u, v, r, Math.abs(sum) / weight);
  }

  /** How much of a circle's side, and of the white beyond it, lies between the lids, 0..1. */
  private static double seen(EyeLight eye, IrisSearch.Circle circle, double angle) {
    double sum = 0;
    double r = circle.radiusMm() + BEYOND_MM;
    for (int j = 0; j < IrisSearch.ANGLES; j++) {
      double a = angle + IrisSearch.arc(j) / 2;
      sum += eye.between(circle.u() + r * Math.cos(a), circle.v() + r * Math.sin(a));
    }
    return sum / IrisSearch.ANGLES;
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
