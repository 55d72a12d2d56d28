package carezza.region;

import carezza.area.ColourPlanes;
import carezza.field.MaskedBlur;
import carezza.image.Plane;

/**
 * How a surface looks round each place: mean and variance of its lightness and ratios within a few
 * millimetres, learnt apart for parts of the surface (Lankton and Tannenbaum 2008, "Localizing
 * region-based active contours"; departure: Gaussian weights). Light that falls off along a border
 * changes both sides of it alike and so tells nothing false.
 */
final class LocalColours {
  /** Least spread of log2 luminance and of ratios, stops. */
  private static final double[] LEAST_SPREAD = {0.15, 0.05, 0.05};

  /** Most that one channel's squared distance counts. */
  private static final double FARTHEST = 9;

  private final float[][] channels;
  private final float[][] mean = new float[3][];
  private final float[][] variance = new float[3][];

  /**
   * @param weight what each pixel counts
   * @param part number of the part in which a pixel lies, from 0
   * @param parts one more than the highest
   * @param sigmaPx how far round is looked
   */
  LocalColours(ColourPlanes planes, float[] weight, int[] part, int parts, double sigmaPx) {
    channels = new float[][] {planes.light(), planes.c1(), planes.c2()};
    for (int c = 0; c < 3; c++) {
      mean[c] = new float[weight.length];
      variance[c] = new float[weight.length];
    }
    for (int k = 0; k < parts; k++) {
      Plane mask = new Plane(planes.rect());
      for (int i = 0; i < weight.length; i++) {
        mask.data()[i] = part[i] == k ? weight[i] : 0;
      }
      for (int c = 0; c < 3; c++) {
        learn(c, mask, part, k, sigmaPx);
      }
    }
  }

  private void learn(int channel, Plane mask, int[] part, int k, double sigmaPx) {
    Plane value = new Plane(mask.rect(), channels[channel]);
    Plane square = new Plane(mask.rect());
    double n = 1e-9;
    double sum = 0;
    double sum2 = 0;
    for (int i = 0; i < part.length; i++) {
      float v = value.data()[i];
      square.data()[i] = v * v;
      n += mask.data()[i];
      sum += mask.data()[i] * v;
      sum2 += mask.data()[i] * (double) v * v;
    }
    Plane m = MaskedBlur.of(value, mask, sigmaPx, (float) (sum / n));
    Plane m2 = MaskedBlur.of(square, mask, sigmaPx, (float) (sum2 / n));
    for (int i = 0; i < part.length; i++) {
      if (part[i] == k) {
        float v = m.data()[i];
        mean[channel][i] = v;
        variance[channel][i] = Math.max(0, m2.data()[i] - v * v);
      }
    }
  }

  /** Log of how much likelier a pixel is here than on another surface. */
  double oddsOver(LocalColours other, int i) {
    double sum = 0;
    for (int c = 0; c < 3; c++) {
      sum += other.distance(c, i) - distance(c, i);
    }
    return sum / 2;
  }

  /** Squared distance in spreads, and twice the log of the spread. */
  private double distance(int c, int i) {
    double spread2 = variance[c][i] + LEAST_SPREAD[c] * LEAST_SPREAD[c];
    double off = channels[c][i] - mean[c][i];
    return Math.min(FARTHEST, off * off / spread2) + Math.log(spread2);
  }
}
