package carezza.reading;

import java.util.Arrays;

/** Medians and robust spreads of the first {@code n} values of an array. */
final class Robust {
  /** A Gaussian's standard deviation over its median absolute deviation. */
  private static final double MAD_TO_SD = 1.4826;

  private Robust() {}

  /** Sorts the values and returns the middle one; NaN when there is none. */
  static double median(float[] v, int n) {
    if (n == 0) {
      return Double.NaN;
    }
    Arrays.sort(v, 0, n);
    return n % 2 == 1 ? v[n / 2] : 0.5 * (v[n / 2 - 1] + v[n / 2]);
  }

  /** Robust standard deviation about the median; reorders the values. */
  static double spread(float[] v, int n) {
    double m = median(v, n);
    for (int i = 0; i < n; i++) {
      v[i] = (float) Math.abs(v[i] - m);
    }
    return MAD_TO_SD * median(v, n);
  }
}
