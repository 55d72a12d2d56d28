package carezza.color;

/**
 * The curve between light and code values of IEC 61966-2-1, on 0 to 1, by the polynomials of {@link
 * Roots}: within 2e-6 of the formula in double precision (test). What lies outside is held at 0 and
 * 1.
 */
public final class SrgbCurve {
  private static final float SLOPE = 12.92f;
  private static final float LINEAR_LIGHT = 0.0031308f;
  private static final float LINEAR_CODE = 0.04045f;
  private static final float A = 0.055f;
  private static final float GAMMA = 2.4f;

  private SrgbCurve() {}

  /** Code value of light. */
  public static float encode(float light) {
    if (!(light > LINEAR_LIGHT)) {
      return Math.max(0, light) * SLOPE;
    }
    return light >= 1 ? 1 : (1 + A) * Roots.exp2(Roots.log2(light) / GAMMA) - A;
  }

  /** Light of a code value. */
  public static float decode(float code) {
    if (!(code > LINEAR_CODE)) {
      return Math.max(0, code) / SLOPE;
    }
    return code >= 1 ? 1 : Roots.exp2(Roots.log2((code + A) / (1 + A)) * GAMMA);
  }
}
