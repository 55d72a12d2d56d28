package carezza.pass;

import carezza.color.Roots;
import carezza.color.WorkingSpace;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;

/**
 * Gains in stops, one smooth field a channel, multiplied in: texture passes through. The fields are
 * at full amount; each pixel takes amount times weight of them.
 */
public final class SmoothGain {
  private SmoothGain() {}

  /** Fields of gains that change the ratios of light by d1, d2 and E by dE; see ColourRatios. */
  public static Plane[] fields(Plane c1, Plane c2, Plane d1, Plane d2, Plane dE) {
    Plane[] out = {new Plane(c1.rect()), new Plane(c1.rect()), new Plane(c1.rect())};
    int n = c1.data().length;
    float[] red = new float[n];
    float[] blue = new float[n];
    Roots.exp2(c1.data(), 1, red);
    Roots.exp2(c2.data(), -1, blue);
    gains(red, blue, d1.data(), d2.data(), dE.data(), out[1].data());
    for (int i = 0; i < n; i++) {
      out[0].data()[i] = out[1].data()[i] + d1.data()[i];
      out[2].data()[i] = out[1].data()[i] - d2.data()[i];
    }
    return out;
  }

  /**
   * The gain of green, to first order in the changes, which are small.
   *
   * @param red light of red over that of green
   * @param blue light of blue over that of green
   */
  private static void gains(
      float[] red, float[] blue, float[] d1, float[] d2, float[] dE, float[] green) {
    for (int i = 0; i < green.length; i++) {
      float r = WorkingSpace.Y_R * red[i];
      float b = WorkingSpace.Y_B * blue[i];
      green[i] = dE[i] + (b * d2[i] - r * d1[i]) / (r + WorkingSpace.Y_G + b);
    }
  }

  /**
   * As {@link #apply(RgbBlock, Plane[], float, float[])} with fields found in tiles.
   *
   * @param analysis finds three fields
   */
  public static void apply(
      EvaluationContext context,
      FieldTiles tiles,
      FieldTiles.Analysis analysis,
      RgbBlock b,
      double amount,
      float[] weight) {
    apply(b, tiles.over(context, 3, analysis, b, weight), (float) amount, weight);
  }

  /**
   * @param stops over a part of the block that holds every pixel with weight
   * @param weight mask of 0..1 a pixel, or null for 1 everywhere
   */
  public static void apply(RgbBlock b, Plane[] stops, float amount, float[] weight) {
    Rect part = stops[0].rect();
    if (part.isEmpty()) {
      return;
    }
    Weighted.change(
        b,
        weight,
        (red, green, blue, w, at) -> {
          float[][] v = {red, green, blue};
          float[] gain = new float[w.length];
          int[] from = places(b.rect(), part, at);
          for (int c = 0; c < 3; c++) {
            float[] g = stops[c].data();
            for (int i = 0; i < gain.length; i++) {
              gain[i] = w[i] * g[from[i]];
            }
            Roots.exp2(gain, amount, gain);
            multiply(v[c], gain);
          }
        });
  }

  private static void multiply(float[] v, float[] gain) {
    for (int i = 0; i < gain.length; i++) {
      v[i] *= gain[i];
    }
  }

  /**
   * Where pixels of a block stand in a part of it; those outside, which have no weight, anywhere.
   */
  private static int[] places(Rect block, Rect part, int[] at) {
    int[] out = new int[at.length];
    int last = (int) part.area() - 1;
    int start = 0;
    int end = 0;
    int off = 0;
    for (int i = 0; i < out.length; i++) {
      int p = at[i];
      if (p < start || p >= end) {
        int y = p / block.w();
        start = y * block.w();
        end = start + block.w();
        off = (block.y() + y - part.y()) * part.w() + block.x() - part.x() - start;
      }
      out[i] = Math.max(0, Math.min(last, p + off));
    }
    return out;
  }
}
