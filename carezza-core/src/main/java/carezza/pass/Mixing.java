package carezza.pass;

import carezza.color.Matrix3;
import carezza.color.Oklab;
import carezza.color.Roots;
import java.util.Arrays;

/**
 * What kinds do to linear light pixel by pixel, as far as each pixel's weight w of 0 to 1 says: a
 * matrix, gains, chroma.
 */
public final class Mixing {
  private Mixing() {}

  public static void mix(float[] m, float[] r, float[] g, float[] b, float[] w) {
    float[][] out = new float[3][r.length];
    for (int c = 0; c < 3; c++) {
      Matrix3.mix(m, c, r, g, b, out[c]);
    }
    move(r, out[0], w);
    move(g, out[1], w);
    move(b, out[2], w);
  }

  /** Gains of {@code amount} times so many stops, the channels alike; {@code stops} is used up. */
  public static void gain(float[] stops, float amount, float[] r, float[] g, float[] b) {
    Roots.exp2(stops, amount, stops);
    for (int i = 0; i < stops.length; i++) {
      r[i] *= stops[i];
      g[i] *= stops[i];
      b[i] *= stops[i];
    }
  }

  /**
   * Chroma of Oklab times 1 + {@code amount}; its lightness stays.
   *
   * @param amount above -1: -0.3 for 30 % less
   */
  public static void richer(float amount, float[] r, float[] g, float[] b, float[] w) {
    float[] one = new float[w.length];
    float[] scale = new float[w.length];
    Arrays.fill(one, 1);
    for (int i = 0; i < w.length; i++) {
      scale[i] = 1 + w[i] * amount;
    }
    Oklab.scale(r, g, b, one, scale);
  }

  private static void move(float[] v, float[] to, float[] w) {
    for (int i = 0; i < v.length; i++) {
      v[i] += w[i] * (to[i] - v[i]);
    }
  }
}
