package carezza.area;

/**
 * How often colours occur: a smoothed histogram over log2 luminance (bins of 0.3 stop) and two
 * ratios (bins of 0.06 stop), with a small even floor for colours never seen.
 */
public final class ColourHistogram {
  private static final int NE = 40;
  private static final int NC = 72;
  private static final double E0 = -11;
  private static final double C0 = -1.6;
  private static final double E_BIN = 0.3;
  private static final double C_BIN = 0.06;
  private static final float FLOOR = 2e-7f;

  /** What a pixel counts for its own luminance and for each step darker. */
  private static final double[] SHADES = {1, 0.3, 0.15, 0.07};

  private static final float SHADE_STOPS = 0.6f;

  private final float[] share;

  private ColourHistogram(float[] share) {
    this.share = share;
  }

  /** Learnt from pixels, each counted by its weight. */
  public static ColourHistogram of(float[] e, float[] c1, float[] c2, float[] weight) {
    return of(e, c1, c2, weight, new double[] {1});
  }

  /**
   * As {@link #of}, for a surface parts of which may lie in shade not seen elsewhere: shade changes
   * luminance, not ratios, so each pixel also counts a little for every 0.6 stop it may be darker.
   */
  public static ColourHistogram withShade(float[] e, float[] c1, float[] c2, float[] weight) {
    return of(e, c1, c2, weight, SHADES);
  }

  private static ColourHistogram of(
      float[] e, float[] c1, float[] c2, float[] weight, double[] shades) {
    float[] n = new float[NE * NC * NC];
    double sum = 0;
    for (int i = 0; i < e.length; i++) {
      for (int k = 0; weight[i] > 0 && k < shades.length; k++) {
        double w = weight[i] * shades[k];
        n[bin(e[i] - k * SHADE_STOPS, c1[i], c2[i])] += (float) w;
        sum += w;
      }
    }
    n = smooth(n, NC * NC, NE);
    for (int k = 0; k < 2; k++) {
      n = smooth(n, NC, NC);
      n = smooth(n, 1, NC);
    }
    for (int i = 0; i < n.length; i++) {
      n[i] = (float) (n[i] / Math.max(1, sum)) + FLOOR;
    }
    return new ColourHistogram(n);
  }

  /** One pass of (1, 2, 1)/4 along one axis. */
  private static float[] smooth(float[] in, int stride, int length) {
    float[] out = new float[in.length];
    for (int block = 0; block < in.length; block += stride * length) {
      for (int at = 0; at < length; at++) {
        int row = block + at * stride;
        int left = at > 0 ? row - stride : row;
        int right = at < length - 1 ? row + stride : row;
        for (int k = 0; k < stride; k++) {
          out[row + k] = 0.25f * in[left + k] + 0.5f * in[row + k] + 0.25f * in[right + k];
        }
      }
    }
    return out;
  }

  private static int bin(float e, float c1, float c2) {
    int i = clamp((e - E0) / E_BIN, NE);
    int j = clamp((c1 - C0) / C_BIN, NC);
    int k = clamp((c2 - C0) / C_BIN, NC);
    return (i * NC + j) * NC + k;
  }

  private static int clamp(double v, int n) {
    return Math.max(0, Math.min(n - 1, (int) v));
  }

  /** How often a colour occurs: share of a bin, never 0. */
  public float density(float e, float c1, float c2) {
    return share[bin(e, c1, c2)];
  }
}
