package carezza.reading;

/**
 * Medians and robust spreads of the first {@code n} values of an array, by selection (C. A. R.
 * Hoare, Algorithm 65: Find, 1961): linear in n on average.
 */
final class Robust {
  /** A Gaussian's standard deviation over its median absolute deviation. */
  private static final double MAD_TO_SD = 1.4826;

  private Robust() {}

  /** The middle value, or the mean of the two middle ones; reorders. NaN when there is none. */
  static double median(float[] v, int n) {
    if (n == 0) {
      return Double.NaN;
    }
    float upper = select(v, n, n / 2);
    if (n % 2 == 1) {
      return upper;
    }
    float lower = v[0];
    for (int i = 1; i < n / 2; i++) {
      lower = Math.max(lower, v[i]);
    }
    return 0.5 * (lower + upper);
  }

  /**
   * The value that would stand at {@code k} if the values, none NaN, were sorted; those before it
   * are no larger.
   */
  static float select(float[] v, int n, int k) {
    int lo = 0;
    int hi = n - 1;
    while (lo < hi) {
      float pivot = middle(v[lo], v[lo + (hi - lo) / 2], v[hi]);
      int i = lo;
      int j = hi;
      while (i <= j) {
        while (v[i] < pivot) {
          i++;
        }
        while (v[j] > pivot) {
          j--;
        }
        if (i <= j) {
          float t = v[i];
          v[i++] = v[j];
          v[j--] = t;
        }
      }
      if (k <= j) {
        hi = j;
      } else if (k >= i) {
        lo = i;
      } else {
        return v[k];
      }
    }
    return v[k];
  }

  private static float middle(float a, float b, float c) {
    return Math.max(Math.min(a, b), Math.min(Math.max(a, b), c));
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
