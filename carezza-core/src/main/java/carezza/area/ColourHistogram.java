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

  /** Axes in the order in which they are smoothed: luminance once, ratios twice. */
  private static final int[] SMOOTHED = {0, 1, 2, 1, 2};

  private static final int[] WIDE = smoothed(6);
  private static final int[] TOLERANT = smoothed(14);

  private final float[] count;
  private final double sum;

  private ColourHistogram(float[] count, double sum) {
    this.count = count;
    this.sum = Math.max(1, sum);
  }

  /** Learnt from pixels, each counted by its weight. */
  public static ColourHistogram of(float[] e, float[] c1, float[] c2, float[] weight) {
    return of(e, c1, c2, weight, new double[] {1}, SMOOTHED);
  }

  /**
   * As {@link #of}, for a surface parts of which may lie in shade not seen elsewhere: shade changes
   * luminance, not ratios, so each pixel also counts a little for every 0.6 stop it may be darker.
   */
  public static ColourHistogram withShade(float[] e, float[] c1, float[] c2, float[] weight) {
    return of(e, c1, c2, weight, SHADES, SMOOTHED);
  }

  /** As {@link #withShade}, smoothed more: also what is a little off the ratios seen is likely. */
  public static ColourHistogram wide(float[] e, float[] c1, float[] c2, float[] weight) {
    return of(e, c1, c2, weight, SHADES, WIDE);
  }

  /** As {@link #wide} for a surface that need not have just the colours seen, as a neck. */
  public static ColourHistogram tolerant(float[] e, float[] c1, float[] c2, float[] weight) {
    return of(e, c1, c2, weight, SHADES, TOLERANT);
  }

  /** Luminance twice, both ratios so many times. */
  private static int[] smoothed(int times) {
    int[] axes = new int[2 + 2 * times];
    for (int i = 2; i < axes.length; i++) {
      axes[i] = 1 + i % 2;
    }
    return axes;
  }

  private static ColourHistogram of(
      float[] e, float[] c1, float[] c2, float[] weight, double[] shades, int[] smoothed) {
    float[] n = new float[NE * NC * NC];
    int[] low = {NE, NC, NC};
    int[] high = {-1, -1, -1};
    double sum = 0;
    for (int i = 0; i < e.length; i++) {
      for (int k = 0; weight[i] > 0 && k < shades.length; k++) {
        double w = weight[i] * shades[k];
        int at = bin(e[i] - k * SHADE_STOPS, c1[i], c2[i]);
        n[at] += (float) w;
        sum += w;
        widen(low, high, at / (NC * NC), at / NC % NC, at % NC);
      }
    }
    for (int axis : smoothed) {
      int size = axis == 0 ? NE : NC;
      low[axis] = Math.max(0, low[axis] - 1);
      high[axis] = Math.min(size - 1, high[axis] + 1);
      n = smooth(n, axis, size, low, high);
    }
    return new ColourHistogram(n, sum);
  }

  private static void widen(int[] low, int[] high, int i, int j, int k) {
    low[0] = Math.min(low[0], i);
    high[0] = Math.max(high[0], i);
    low[1] = Math.min(low[1], j);
    high[1] = Math.max(high[1], j);
    low[2] = Math.min(low[2], k);
    high[2] = Math.max(high[2], k);
  }

  /** One pass of (1, 2, 1)/4 along one axis; beyond {@code low} and {@code high} all is 0. */
  private static float[] smooth(float[] in, int axis, int size, int[] low, int[] high) {
    float[] out = new float[in.length];
    int stride = axis == 0 ? NC * NC : axis == 1 ? NC : 1;
    for (int i = low[0]; i <= high[0]; i++) {
      for (int j = low[1]; j <= high[1]; j++) {
        int row = (i * NC + j) * NC;
        for (int k = low[2]; k <= high[2]; k++) {
          int at = axis == 0 ? i : axis == 1 ? j : k;
          int left = at > 0 ? -stride : 0;
          int right = at < size - 1 ? stride : 0;
          int x = row + k;
          out[x] = 0.25f * in[x + left] + 0.5f * in[x] + 0.25f * in[x + right];
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
    return density(e, c1, c2, 1);
  }

  /**
   * How often a colour occurs where colours never seen are less likely than elsewhere.
   *
   * @param floor share of the usual floor
   */
  public float density(float e, float c1, float c2, float floor) {
    return (float) (count[bin(e, c1, c2)] / sum) + floor * FLOOR;
  }
}
