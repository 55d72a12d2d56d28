package carezza.color;

/**
 * Fast roots, powers and logarithms for pixels, each with a stated bound held by a test.
 *
 * <p>The cube root starts from the float's exponent and refines by Halley's step; the base-2
 * logarithm and exponential are polynomials fitted at Chebyshev nodes on one octave.
 */
public final class Roots {
  private static final double[] LOG2 = fit(14, m -> Math.log(1 + m) / Math.log(2));
  private static final double[] EXP2 = fit(8, m -> Math.pow(2, m));

  private Roots() {}

  private interface Function {
    double at(double x);
  }

  /** Signed cube root; relative error under 4e-7 for normal floats. */
  public static float cbrt(float x) {
    float a = Math.abs(x);
    if (a < 1e-30f) {
      return 0;
    }
    float y = Float.intBitsToFloat(Float.floatToRawIntBits(a) / 3 + 0x2a5137a0);
    for (int i = 0; i < 2; i++) {
      float y3 = y * y * y;
      y = y * (y3 + a + a) / (y3 + y3 + a);
    }
    return x < 0 ? -y : y;
  }

  /** Base-2 logarithm of a positive float; absolute error under 1e-6 + 1e-7 |log|. */
  public static float log2(float x) {
    int bits = Float.floatToRawIntBits(x);
    int exponent = (bits >> 23) - 127;
    double m = Float.intBitsToFloat((bits & 0x7fffff) | 0x3f800000) - 1.0;
    return (float) (exponent + polynomial(LOG2, m));
  }

  /** 2 to a power between -120 and 120; relative error under 2e-7. */
  public static float exp2(float x) {
    int whole = (int) Math.floor(x);
    return (float) (polynomial(EXP2, x - whole) * Float.intBitsToFloat((whole + 127) << 23));
  }

  private static double polynomial(double[] c, double x) {
    double s = c[c.length - 1];
    for (int i = c.length - 2; i >= 0; i--) {
      s = s * x + c[i];
    }
    return s;
  }

  /** Power series on [0, 1) through the Chebyshev nodes, by Newton's divided differences. */
  private static double[] fit(int n, Function f) {
    double[] x = new double[n];
    double[] d = new double[n];
    for (int i = 0; i < n; i++) {
      x[i] = 0.5 - 0.5 * Math.cos(Math.PI * (i + 0.5) / n);
      d[i] = f.at(x[i]);
    }
    for (int k = 1; k < n; k++) {
      for (int i = n - 1; i >= k; i--) {
        d[i] = (d[i] - d[i - 1]) / (x[i] - x[i - k]);
      }
    }
    double[] c = new double[n];
    c[0] = d[n - 1];
    for (int k = n - 2; k >= 0; k--) {
      for (int i = n - 1; i > 0; i--) {
        c[i] = c[i - 1] - x[k] * c[i];
      }
      c[0] = d[k] - x[k] * c[0];
    }
    return c;
  }
}
