package carezza.region;

import carezza.area.ColourPlanes;
import carezza.filter.Gaussian;
import carezza.image.Plane;
import carezza.image.Rect;

/**
 * How a surface looks round each place: mean and variance of its lightness and ratios within a few
 * millimetres, learnt apart for parts of the surface (Lankton and Tannenbaum 2008, "Localizing
 * region-based active contours"; departures: Gaussian weights, on a grid of every fourth pixel).
 * Light that falls off along a border changes both sides of it alike and so tells nothing false.
 */
final class LocalColours {
  private static final int GRID = 4;
  private static final int CHANNELS = 3;

  /** Sums kept a cell: weight, then weighted value and square of each channel. */
  private static final int SUMS = 1 + 2 * CHANNELS;

  /** Least spread of log2 luminance and of ratios, stops. */
  private static final double[] LEAST_SPREAD = {0.15, 0.05, 0.05};

  /** Most that one channel's squared distance counts. */
  private static final double FARTHEST = 9;

  /** What the surface as a whole counts, of what a place covered by it does. */
  private static final double ELSEWHERE = 1e-3;

  private final ColourPlanes planes;
  private final float[][] channels;
  private final int[] part;
  private final int w;
  private final float[][][] sums;
  private final double[][] whole;

  /**
   * @param weight what each pixel counts
   * @param part number of the part in which a pixel lies, from 0
   * @param parts one more than the highest
   * @param sigmaPx how far round is looked
   */
  LocalColours(ColourPlanes planes, float[] weight, int[] part, int parts, double sigmaPx) {
    this.planes = planes;
    this.part = part;
    channels = new float[][] {planes.light(), planes.c1(), planes.c2()};
    w = (planes.rect().w() - 1) / GRID + 1;
    int h = (planes.rect().h() - 1) / GRID + 1;
    Rect cells = new Rect(0, 0, w, h);
    sums = new float[parts][SUMS][w * h];
    whole = new double[parts][SUMS];
    for (int i = 0; i < weight.length; i++) {
      if (weight[i] > 0) {
        add(i, weight[i]);
      }
    }
    for (float[][] of : sums) {
      for (int k = 0; k < SUMS; k++) {
        of[k] = Gaussian.blur(new Plane(cells, of[k]), sigmaPx / GRID).data();
      }
    }
  }

  private void add(int i, float weight) {
    int width = planes.rect().w();
    int cell = i / width / GRID * w + i % width / GRID;
    float[][] of = sums[part[i]];
    double[] all = whole[part[i]];
    of[0][cell] += weight;
    all[0] += weight;
    for (int c = 0; c < CHANNELS; c++) {
      float v = channels[c][i];
      of[1 + c][cell] += weight * v;
      of[1 + CHANNELS + c][cell] += weight * v * v;
      all[1 + c] += weight * v;
      all[1 + CHANNELS + c] += weight * (double) v * v;
    }
  }

  /** Log of how much likelier a pixel is here than on another surface. */
  double oddsOver(LocalColours other, int i) {
    return (other.distance(i) - distance(i)) / 2;
  }

  /** Squared distance in spreads, and twice the log of the spread, over the channels. */
  private double distance(int i) {
    int width = planes.rect().w();
    double x = Math.max(0, Math.min(w - 1.001, (i % width + 0.5) / GRID - 0.5));
    double y = Math.max(0, (i / width + 0.5) / GRID - 0.5);
    int at = (int) y * w + (int) x;
    int under = at + 2 * w <= sums[0][0].length ? w : 0;
    int aside = w > 1 ? 1 : 0;
    double fx = x - (int) x;
    double fy = y - (int) y;
    float[][] of = sums[part[i]];
    double[] all = whole[part[i]];
    double share = ELSEWHERE * GRID * GRID / (all[0] + 1e-9);
    double[] s = new double[SUMS];
    for (int k = 0; k < SUMS; k++) {
      float[] v = of[k];
      double top = v[at] + fx * (v[at + aside] - v[at]);
      double low = v[at + under] + fx * (v[at + under + aside] - v[at + under]);
      s[k] = top + fy * (low - top) + share * all[k];
    }
    double sum = 0;
    for (int c = 0; c < CHANNELS; c++) {
      double mean = s[1 + c] / (s[0] + 1e-12);
      double variance = Math.max(0, s[1 + CHANNELS + c] / (s[0] + 1e-12) - mean * mean);
      double spread2 = variance + LEAST_SPREAD[c] * LEAST_SPREAD[c];
      double off = channels[c][i] - mean;
      sum += Math.min(FARTHEST, off * off / spread2) + Math.log(spread2);
    }
    return sum;
  }
}
