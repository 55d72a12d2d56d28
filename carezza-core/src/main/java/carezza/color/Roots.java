package carezza.color;

/**
 * Fast roots, powers and logarithms for pixels, each with a stated bound held by a test.
 *
 * <p>The cube root starts from the float's exponent and refines by Halley's step; the base-2
 * logarithm is the series of the area tangent, the exponential a polynomial fitted at Chebyshev
 * nodes on one octave.
 */
public final class Roots {
  /** 2 to the power of [0, 1). */
  private static final float[] EXP2 = fit(7, m -> Math.pow(2, m));

  /** 2 / ln 2 over 1, 3, 5, 7, 9: log2 m = sum of these times odd powers of (m - 1)/(m + 1). */
  private static final float L1 = (float) (2 / Math.log(2));

  private static final float L3 = L1 / 3;
  private static final float L5 = L1 / 5;
  private static final float L7 = L1 / 7;
  private static final float L9 = L1 / 9;

  /** Bits of the square root of a half, where the mantissa's range is made to begin. */
  private static final int ROOT_HALF = Float.floatToRawIntBits((float) Math.sqrt(0.5));

  /** Keeps a quotient of zeros from being none. */
  private static final float TINY = 1e-37f;

  /** (ln 2)^n / n!: the series of 2^x. */
  private static final float E1 = (float) Math.log(2);

  private static final float E2 = E1 * E1 / 2;
  private static final float E3 = E2 * E1 / 3;
  private static final float E4 = E3 * E1 / 4;
  private static final float E5 = E4 * E1 / 5;
  private static final float E6 = E5 * E1 / 6;
  private static final float E7 = E6 * E1 / 7;

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

  /**
   * Signed cube roots of whole arrays; relative error under 4e-7 between 1e-12 and 1e12, 0 for 0.
   * The compiler turns the loop into vector instructions, since it looks at no bits and takes no
   * branch: it starts from x^(21/64), which is square roots of square roots.
   *
   * @param out as long as {@code v}, may be the same
   */
  public static void cbrt(float[] v, float[] out) {
    for (int i = 0; i < out.length; i++) {
      float a = Math.abs(v[i]);
      float fourth = (float) Math.sqrt((float) Math.sqrt(a));
      float sixteenth = (float) Math.sqrt((float) Math.sqrt(fourth));
      float y = fourth * sixteenth * (float) Math.sqrt((float) Math.sqrt(sixteenth));
      float y3 = y * y * y;
      y = y * (y3 + a + a) / (y3 + y3 + a + TINY);
      y3 = y * y * y;
      y = y * (y3 + a + a) / (y3 + y3 + a + TINY);
      out[i] = v[i] / (a + TINY) * y;
    }
  }

  /**
   * 2 to the power of {@code scale} times x for whole arrays, the power taken as -8 or 8 beyond
   * that; relative error under 3e-6, exactly 1 for 0. The sixteenth root is a series, so that the
   * loop looks at no bits and is turned into vector instructions.
   *
   * @param out as long as {@code x}, may be the same
   */
  public static void exp2(float[] x, float scale, float[] out) {
    float k = scale / 16;
    for (int i = 0; i < out.length; i++) {
      float t = Math.max(-0.5f, Math.min(0.5f, k * x[i]));
      float p = 1 + t * (E1 + t * (E2 + t * (E3 + t * (E4 + t * (E5 + t * (E6 + t * E7))))));
      p *= p;
      p *= p;
      p *= p;
      out[i] = p * p;
    }
  }

  /** Base-2 logarithm of a positive float; absolute error under 1e-6 + 1e-7 |log|. */
  public static float log2(float x) {
    int bits = Float.floatToRawIntBits(x);
    int exponent = (bits - ROOT_HALF) >> 23;
    float m = Float.intBitsToFloat(bits - (exponent << 23));
    float s = (m - 1) / (m + 1);
    float s2 = s * s;
    return exponent + s * (L1 + s2 * (L3 + s2 * (L5 + s2 * (L7 + s2 * L9))));
  }

  /** 2 to a power between -120 and 120; relative error under 2e-7. */
  public static float exp2(float x) {
    int whole = (int) (x + 256) - 256;
    float r = x - whole;
    float[] c = EXP2;
    float p = c[6];
    p = p * r + c[5];
    p = p * r + c[4];
    p = p * r + c[3];
    p = p * r + c[2];
    p = p * r + c[1];
    p = p * r + c[0];
    return p * Float.intBitsToFloat((whole + 127) << 23);
  }

  /** Power series on [0, 1) through the Chebyshev nodes, by Newton's divided differences. */
  private static float[] fit(int n, Function f) {
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
    float[] rounded = new float[n];
    for (int i = 0; i < n; i++) {
      rounded[i] = (float) c[i];
    }
    return rounded;
  }
}
