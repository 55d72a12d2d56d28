package carezza.area;

/**
 * Two colour ratios as a Gaussian whose mean is linear in the lightness: c = m + s (E - E0). Learnt
 * by least squares; the spread is kept above a floor so that a very even seed does not shut
 * everything else out.
 */
final class ColourModel {
  /** Variance may grow to this many times the floor's. */
  private static final double WIDEST = 2.2;

  private final double e0;
  private final double[] mean = new double[2];
  private final double[] slope = new double[2];
  private final double[] inverse = new double[3];

  private ColourModel(double e0) {
    this.e0 = e0;
  }

  static ColourModel learn(
      float[] e, float[] c1, float[] c2, boolean[] in, double floor, boolean withSlope) {
    double n = 0;
    double se = 0;
    double s1 = 0;
    double s2 = 0;
    for (int i = 0; i < e.length; i++) {
      if (in[i]) {
        n++;
        se += e[i];
        s1 += c1[i];
        s2 += c2[i];
      }
    }
    ColourModel m = new ColourModel(se / n);
    m.mean[0] = s1 / n;
    m.mean[1] = s2 / n;
    double ee = 0.05 * n;
    double e1 = 0;
    double e2 = 0;
    for (int i = 0; i < e.length && withSlope; i++) {
      if (in[i]) {
        double d = e[i] - m.e0;
        ee += d * d;
        e1 += d * (c1[i] - m.mean[0]);
        e2 += d * (c2[i] - m.mean[1]);
      }
    }
    m.slope[0] = e1 / ee;
    m.slope[1] = e2 / ee;
    double v11 = 0;
    double v12 = 0;
    double v22 = 0;
    for (int i = 0; i < e.length; i++) {
      if (in[i]) {
        double d1 = c1[i] - m.mean[0] - m.slope[0] * (e[i] - m.e0);
        double d2 = c2[i] - m.mean[1] - m.slope[1] * (e[i] - m.e0);
        v11 += d1 * d1;
        v12 += d1 * d2;
        v22 += d2 * d2;
      }
    }
    double most = WIDEST * floor * floor;
    v11 = Math.min(v11 / n + floor * floor, most);
    v22 = Math.min(v22 / n + floor * floor, most);
    v12 = Math.max(-0.8, Math.min(0.8, v12 / n / Math.sqrt(v11 * v22))) * Math.sqrt(v11 * v22);
    double det = v11 * v22 - v12 * v12;
    m.inverse[0] = v22 / det;
    m.inverse[1] = -v12 / det;
    m.inverse[2] = v11 / det;
    return m;
  }

  /** Squared Mahalanobis distance of a colour from the model at its lightness. */
  double distance2(double e, double c1, double c2) {
    double d1 = c1 - mean[0] - slope[0] * (e - e0);
    double d2 = c2 - mean[1] - slope[1] * (e - e0);
    return inverse[0] * d1 * d1 + 2 * inverse[1] * d1 * d2 + inverse[2] * d2 * d2;
  }
}
