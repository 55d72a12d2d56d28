package carezza.region;

import java.util.Arrays;

/**
 * The pupil of an iris: of the discs near its middle that across whose whole border lightness rises
 * most (Daugman 1993). Departures: a sample says nothing where a lid or a catch-light is in the
 * way, and counts at most a usual step and no fall.
 *
 * @param u along the eye, mm
 * @param v across it, mm
 */
record Pupil(double u, double v) {
  /** Radii of pupils, and how far from the middle of the circle one is looked for, mm. */
  private static final double LEAST_MM = 1;

  private static final double MOST_MM = 3.4;
  private static final double ASIDE_MM = 1.8;
  private static final double DOWN_MM = 1.2;
  private static final double STEP_MM = 0.15;

  /** Half of what its border is taken to be wide. */
  private static final double HALF_BORDER_MM = 0.3;

  private static final int DIRECTIONS = 24;

  /**
   * Radii at which an iris's lightness is read, of its own, and how far above it reflections lie.
   */
  private static final double[] IRIS = {0.5, 0.65, 0.8};

  private static final double ABOVE_IRIS = 0.15;

  /** Most that a sample counts, and the mean from which a pupil is clear, in cube root of light. */
  private static final double USUAL_STEP = 0.12;

  private static final double CLEAR = 0.035;

  /** Null where none is clear. */
  static Pupil of(EyeLight eye, IrisSearch.Circle iris) {
    double lit = reflection(eye, iris);
    double best = CLEAR;
    Pupil where = null;
    for (double dv = -DOWN_MM; dv <= DOWN_MM + 1e-9; dv += STEP_MM) {
      for (double du = -ASIDE_MM; du <= ASIDE_MM + 1e-9; du += STEP_MM) {
        for (double r = LEAST_MM; r <= MOST_MM + 1e-9; r += STEP_MM) {
          double score = rise(eye, iris.u() + du, iris.v() + dv, r, lit);
          if (score > best) {
            best = score;
            where = new Pupil(iris.u() + du, iris.v() + dv);
          }
        }
      }
    }
    return where;
  }

  /** Lightness from which what is seen is no iris but a catch-light: far above its median. */
  private static double reflection(EyeLight eye, IrisSearch.Circle iris) {
    double[] all = new double[IRIS.length * DIRECTIONS];
    int n = 0;
    for (int i = 0; i < all.length; i++) {
      double a = 2 * Math.PI * i / DIRECTIONS;
      double r = IRIS[i / DIRECTIONS] * iris.radiusMm();
      double u = iris.u() + r * Math.cos(a);
      double v = iris.v() + r * Math.sin(a);
      if (eye.between(u, v) > 0.5) {
        all[n++] = eye.at(u, v);
      }
    }
    Arrays.sort(all, 0, n);
    return n == 0 ? Double.MAX_VALUE : all[n / 2] + ABOVE_IRIS;
  }

  private static double rise(EyeLight eye, double u, double v, double r, double lit) {
    double sum = 0;
    double weight = IrisSearch.LITTLE;
    for (int k = 0; k < DIRECTIONS; k++) {
      double c = Math.cos(2 * Math.PI * k / DIRECTIONS);
      double s = Math.sin(2 * Math.PI * k / DIRECTIONS);
      double seen = eye.between(u + r * c, v + r * s);
      double in = eye.at(u + (r - HALF_BORDER_MM) * c, v + (r - HALF_BORDER_MM) * s);
      double out = eye.at(u + (r + HALF_BORDER_MM) * c, v + (r + HALF_BORDER_MM) * s);
      if (Math.max(in, out) > lit) {
        continue;
      }
      sum += seen * Math.max(0, Math.min(USUAL_STEP, out - in));
      weight += seen;
    }
    return sum / weight;
  }
}
