package carezza.pass.relief;

import carezza.color.Roots;
import carezza.color.SrgbCurve;

/**
 * Ways in which a painted lightening or darkening is laid on a picture, beside the curve of light:
 * blend modes of W3C Compositing and Blending Level 1 with a painted grey as their source, on code
 * values ({@link SrgbCurve} of the working primaries) held to 0 to 1; what lies beyond is added
 * back as it was. With k from -1 (full burn) to 1 (full dodge) and the code value c:
 *
 * <ul>
 *   <li>soft light, of the grey (1 + k) / 2: c - |k| c (1 - c) below, c + k (D(c) - c) above, D the
 *       standard's root of c;
 *   <li>overlay, of the same grey: c + k min(c, 1 - c);
 *   <li>screen with the grey k above, multiply with the grey 1 + k below: c + k (1 - c), c + k c;
 *   <li>lightness: the standard's luminosity of c and the light times the curve's gain: hue and
 *       saturation stay, clipped towards the grey of the same lightness.
 * </ul>
 *
 * Of the first three k is such that {@value #MIDDLE} of light, middle grey, changes by the stops
 * asked for, as far as the mode reaches. k of 0 is the identity in every bit.
 */
enum LightMix {
  CURVES("curves"),
  SOFT_LIGHT("softLight"),
  OVERLAY("overlay"),
  LIGHTNESS("lightness"),
  SCREEN_MULTIPLY("screenMultiply");

  static final double MIDDLE = 0.18;

  /** Shares of red, green and blue in what the standard calls luminosity. */
  private static final float[] LUM = {0.3f, 0.59f, 0.11f};

  private final String key;

  LightMix(String key) {
    this.key = key;
  }

  /** Name in the document and the words. */
  String key() {
    return key;
  }

  static LightMix of(String key) {
    for (LightMix m : values()) {
      if (m.key().equals(key)) {
        return m;
      }
    }
    return CURVES;
  }

  /**
   * How far the grey goes at full mask.
   *
   * @param stops signed, of middle grey
   * @return -1 to 1; for lightness the stops themselves
   */
  float full(double stops) {
    if (this == LIGHTNESS) {
      return (float) stops;
    }
    float c = SrgbCurve.encode((float) MIDDLE);
    float goal = SrgbCurve.encode((float) (MIDDLE * Math.pow(2, stops)));
    float whole = Math.signum((float) stops);
    float reach = whole == 0 ? 1 : (code(c, whole) - c) * whole;
    return Math.max(-1, Math.min(1, (goal - c) / reach));
  }

  /** A code value under the mix; not for lightness. */
  private float code(float c, float k) {
    return switch (this) {
      case SOFT_LIGHT -> k < 0 ? c + k * c * (1 - c) : c + k * (root(c) - c);
      case OVERLAY -> c + k * Math.min(c, 1 - c);
      case SCREEN_MULTIPLY -> k < 0 ? c + k * c : c + k * (1 - c);
      case CURVES, LIGHTNESS -> throw new IllegalStateException(this + " has no grey");
    };
  }

  /** The standard's D. */
  private static float root(float c) {
    return c <= 0.25f ? ((16 * c - 12) * c + 4) * c : (float) Math.sqrt(c);
  }

  /**
   * Changes pixels in place.
   *
   * @param full as {@link #full} answers, times the strength
   * @param w mask of 0 to 1
   */
  void apply(float full, float[] r, float[] g, float[] b, float[] w) {
    if (this == LIGHTNESS) {
      lighten(full, r, g, b, w);
      return;
    }
    for (float[] v : new float[][] {r, g, b}) {
      for (int i = 0; i < v.length; i++) {
        float k = Math.max(-1, Math.min(1, full * w[i]));
        float c = SrgbCurve.encode(v[i]);
        v[i] += SrgbCurve.decode(code(c, k)) - SrgbCurve.decode(c);
      }
    }
  }

  private static void lighten(float stops, float[] r, float[] g, float[] b, float[] w) {
    float[] c = new float[3];
    float[] to = new float[3];
    for (int i = 0; i < r.length; i++) {
      float gain = Roots.exp2(stops * w[i]);
      c[0] = SrgbCurve.encode(r[i]);
      c[1] = SrgbCurve.encode(g[i]);
      c[2] = SrgbCurve.encode(b[i]);
      float lum = lum(c);
      float more = 0;
      for (int k = 0; k < 3; k++) {
        more += LUM[k] * (SrgbCurve.encode(SrgbCurve.decode(c[k]) * gain) - c[k]);
      }
      for (int k = 0; k < 3; k++) {
        to[k] = c[k] + more;
      }
      clip(to, lum + more);
      r[i] += SrgbCurve.decode(to[0]) - SrgbCurve.decode(c[0]);
      g[i] += SrgbCurve.decode(to[1]) - SrgbCurve.decode(c[1]);
      b[i] += SrgbCurve.decode(to[2]) - SrgbCurve.decode(c[2]);
    }
  }

  private static float lum(float[] c) {
    return LUM[0] * c[0] + LUM[1] * c[1] + LUM[2] * c[2];
  }

  /** The standard's ClipColor. */
  private static void clip(float[] c, float lum) {
    float least = Math.min(c[0], Math.min(c[1], c[2]));
    float most = Math.max(c[0], Math.max(c[1], c[2]));
    for (int k = 0; k < 3; k++) {
      if (least < 0) {
        c[k] = lum + (c[k] - lum) * lum / (lum - least);
      }
      if (most > 1) {
        c[k] = lum + (c[k] - lum) * (1 - lum) / (most - lum);
      }
    }
  }
}
