package carezza.neutral;

import java.util.Arrays;

/** The lights among which one is looked for: mired by Duv, each with its colour. */
final class LightGrid {
  static final LightGrid ALL = new LightGrid();

  private static final double LEAST_MIRED = -130;
  private static final double MOST_MIRED = 210;
  private static final double STEP_MIRED = 3;
  private static final double MOST_DUV = 0.032;
  private static final double STEP_DUV = 0.002;

  final Light[] lights;

  /** ln R/G and ln B/G of each. */
  final double[] red;

  final double[] blue;

  /** Unit vectors of their gains. */
  final double[][] gains;

  private LightGrid() {
    int m = (int) Math.round((MOST_MIRED - LEAST_MIRED) / STEP_MIRED) + 1;
    int d = (int) Math.round(2 * MOST_DUV / STEP_DUV) + 1;
    lights = new Light[m * d];
    red = new double[m * d];
    blue = new double[m * d];
    gains = new double[m * d][];
    for (int i = 0; i < lights.length; i++) {
      lights[i] = new Light(LEAST_MIRED + STEP_MIRED * (i / d), -MOST_DUV + STEP_DUV * (i % d));
      gains[i] = lights[i].gains();
      red[i] = Math.log(gains[i][0]);
      blue[i] = Math.log(gains[i][2]);
    }
  }

  int size() {
    return lights.length;
  }

  /** The light whose colour, ln R/G and ln B/G, is nearest. */
  int nearest(double r, double b) {
    int best = 0;
    for (int i = 1; i < red.length; i++) {
      best = distance(i, r, b) < distance(best, r, b) ? i : best;
    }
    return best;
  }

  double distance(int node, double r, double b) {
    return Math.hypot(red[node] - r, blue[node] - b);
  }

  /** Log weights to weights that sum to 1. */
  static double[] normalised(double[] log) {
    double most = Arrays.stream(log).max().orElse(0);
    double[] w = new double[log.length];
    double sum = 0;
    for (int i = 0; i < w.length; i++) {
      w[i] = Math.exp(log[i] - most);
      sum += w[i];
    }
    for (int i = 0; i < w.length; i++) {
      w[i] /= sum;
    }
    return w;
  }
}
