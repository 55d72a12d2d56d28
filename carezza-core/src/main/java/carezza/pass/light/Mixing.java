package carezza.pass.light;

import carezza.color.Matrix3;
import carezza.color.Roots;

/** What these kinds do to linear light: a matrix as far as each pixel's weight says, gains. */
final class Mixing {
  private Mixing() {}

  static void mix(float[] m, float[] r, float[] g, float[] b, float[] w) {
    float[][] out = new float[3][r.length];
    for (int c = 0; c < 3; c++) {
      Matrix3.mix(m, c, r, g, b, out[c]);
    }
    move(r, out[0], w);
    move(g, out[1], w);
    move(b, out[2], w);
  }

  /** Gains of {@code amount} times so many stops, the channels alike; {@code stops} is used up. */
  static void gain(float[] stops, float amount, float[] r, float[] g, float[] b) {
    Roots.exp2(stops, amount, stops);
    for (int i = 0; i < stops.length; i++) {
      r[i] *= stops[i];
      g[i] *= stops[i];
      b[i] *= stops[i];
    }
  }

  private static void move(float[] v, float[] to, float[] w) {
    for (int i = 0; i < v.length; i++) {
      v[i] += w[i] * (to[i] - v[i]);
    }
  }
}
