package carezza.pass.light;

import carezza.color.Matrix3;

/** A matrix on linear light, as far as each pixel's weight says. */
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

  private static void move(float[] v, float[] to, float[] w) {
    for (int i = 0; i < v.length; i++) {
      v[i] += w[i] * (to[i] - v[i]);
    }
  }
}
