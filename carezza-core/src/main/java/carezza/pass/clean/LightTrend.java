package carezza.pass.clean;

import carezza.filter.LinearFit;
import java.util.Arrays;

/**
 * How light falls off over a surface: a polynomial of the second degree in x and y a channel, least
 * squares, fitted again with less weight where a value lies far from it. What differs between two
 * places by the trend alone is brought along when a piece is moved.
 *
 * @param terms six coefficients a channel: 1, x, y, xx, xy, yy
 */
record LightTrend(double[][] terms, double middleX, double middleY, double size) {
  private static final int TERMS = 6;
  private static final int ROUNDS = 3;

  /** Distance in median absolute deviations at which a value counts half. */
  private static final double FAR = 3;

  /** Of so many values a fit is made; more are passed over evenly. */
  private static final int MOST = 20_000;

  /**
   * @param v channels of w x h values
   * @param counts which of them are fitted
   */
  static LightTrend of(float[][] v, boolean[] counts, int w, int h) {
    int n = 0;
    for (boolean c : counts) {
      n += c ? 1 : 0;
    }
    int[] at = new int[n];
    n = 0;
    for (int i = 0; i < counts.length; i++) {
      if (counts[i]) {
        at[n++] = i;
      }
    }
    int step = Math.max(1, n / MOST);
    double size = Math.max(w, h) / 2.0;
    LightTrend t = new LightTrend(new double[v.length][TERMS], w / 2.0, h / 2.0, size);
    for (int c = 0; c < v.length; c++) {
      fit(t, c, v[c], at, step, w);
    }
    return t;
  }

  private static void fit(LightTrend t, int c, float[] v, int[] at, int step, int w) {
    float[] off = new float[(at.length + step - 1) / step];
    double half = Double.MAX_VALUE;
    for (int round = 0; round < ROUNDS; round++) {
      LinearFit fit = new LinearFit(TERMS);
      for (int k = 0; k < off.length; k++) {
        int i = at[k * step];
        double r = round == 0 ? 0 : off[k] / half;
        double root = Math.sqrt(1 / (1 + r * r));
        double[] row = t.row(i % w + 0.5, i / w + 0.5);
        for (int j = 0; j < TERMS; j++) {
          row[j] *= root;
        }
        fit.add(root * v[i], row);
      }
      t.terms[c] = fit.solve();
      for (int k = 0; k < off.length; k++) {
        int i = at[k * step];
        off[k] = (float) Math.abs(v[i] - t.at(c, i % w + 0.5, i / w + 0.5));
      }
      float[] sorted = off.clone();
      Arrays.sort(sorted);
      half = sorted.length == 0 ? 1 : Math.max(1e-6, FAR * sorted[sorted.length / 2]);
    }
  }

  private double[] row(double x, double y) {
    double u = (x - middleX) / size;
    double v = (y - middleY) / size;
    return new double[] {1, u, v, u * u, u * v, v * v};
  }

  /** Its value at a point, in the pixels it was fitted on. */
  double at(int channel, double x, double y) {
    double[] r = row(x, y);
    double[] k = terms[channel];
    return k[0] + k[1] * r[1] + k[2] * r[2] + k[3] * r[3] + k[4] * r[4] + k[5] * r[5];
  }
}
