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

  /** Share of all that was counted in each bin. */
  private final float[] share;

  private ColourHistogram(float[] share) {
    this.share = share;
  }

  /**
   * The bins of an image's colours, to learn and look up several histograms of it.
   *
   * @param at the bin of each pixel, by how many steps darker it is taken to be
   */
  public record Bins(int[][] at) {
    /** Bins of pixels as they are. */
    public static Bins of(ColourPlanes p) {
      return of(p, 1);
    }

    /** Bins of pixels as they are, and for each step darker that they may be. */
    public static Bins shaded(ColourPlanes p) {
      return of(p, SHADES.length);
    }

    private static Bins of(ColourPlanes p, int shades) {
      float[] e = p.light();
      int[][] at = new int[shades][e.length];
      for (int i = 0; i < e.length; i++) {
        int ratios = clamp((p.c1()[i] - C0) / C_BIN, NC) * NC + clamp((p.c2()[i] - C0) / C_BIN, NC);
        for (int k = 0; k < at.length; k++) {
          float darker = e[i] - k * SHADE_STOPS;
          at[k][i] = clamp((darker - E0) / E_BIN, NE) * NC * NC + ratios;
        }
      }
      return new Bins(at);
    }
  }

  /** Learnt from pixels, each counted by its weight. */
  public static ColourHistogram of(Bins bins, float[] weight) {
    return of(bins, weight, 1, SMOOTHED);
  }

  /**
   * As {@link #of}, for a surface parts of which may lie in shade not seen elsewhere: shade changes
   * luminance, not ratios, so each pixel also counts a little for every 0.6 stop it may be darker.
   */
  public static ColourHistogram withShade(Bins bins, float[] weight) {
    return of(bins, weight, SHADES.length, SMOOTHED);
  }

  /** As {@link #withShade}, smoothed more: also what is a little off the ratios seen is likely. */
  public static ColourHistogram wide(Bins bins, float[] weight) {
    return of(bins, weight, SHADES.length, WIDE);
  }

  /** As {@link #wide} for a surface that need not have just the colours seen, as a neck. */
  public static ColourHistogram tolerant(Bins bins, float[] weight) {
    return of(bins, weight, SHADES.length, TOLERANT);
  }

  /** Luminance twice, both ratios so many times. */
  private static int[] smoothed(int times) {
    int[] axes = new int[2 + 2 * times];
    for (int i = 2; i < axes.length; i++) {
      axes[i] = 1 + i % 2;
    }
    return axes;
  }

  private static ColourHistogram of(Bins bins, float[] weight, int shades, int[] smoothed) {
    float[] n = new float[NE * NC * NC];
    double sum = 0;
    for (int i = 0; i < weight.length; i++) {
      if (weight[i] > 0) {
        for (int k = 0; k < shades; k++) {
          double w = weight[i] * SHADES[k];
          n[bins.at[k][i]] += (float) w;
          sum += w;
        }
      }
    }
    int[] low = {NE, NC, NC};
    int[] high = {-1, -1, -1};
    for (int at = 0; at < n.length; at++) {
      if (n[at] != 0) {
        widen(low, high, at / (NC * NC), at / NC % NC, at % NC);
      }
    }
    for (int axis : smoothed) {
      int size = axis == 0 ? NE : NC;
      low[axis] = Math.max(0, low[axis] - 1);
      high[axis] = Math.min(size - 1, high[axis] + 1);
      n = smooth(n, axis, size, low, high);
    }
    double all = Math.max(1, sum);
    for (int at = 0; at < n.length; at++) {
      n[at] = (float) (n[at] / all);
    }
    return new ColourHistogram(n);
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

  private static int clamp(double v, int n) {
    return Math.max(0, Math.min(n - 1, (int) v));
  }

  /** How often a pixel's colour occurs: share of a bin, never 0. */
  public float density(Bins bins, int i) {
    return density(bins, i, 1);
  }

  /**
   * How often a pixel's colour occurs where colours never seen are less likely than elsewhere.
   *
   * @param floor share of the usual floor
   */
  public float density(Bins bins, int i, float floor) {
    return share[bins.at[0][i]] + floor * FLOOR;
  }
}
