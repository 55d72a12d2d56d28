package carezza.pass;

import carezza.color.Roots;
import carezza.image.Plane;
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
    float[] gain = new float[3];
    for (int i = 0; i < c1.data().length; i++) {
      if (d1.data()[i] == 0 && d2.data()[i] == 0 && dE.data()[i] == 0) {
        continue;
      }
      ColourRatios.gains(
          c1.data()[i], c2.data()[i], d1.data()[i], d2.data()[i], dE.data()[i], gain);
      for (int c = 0; c < 3; c++) {
        out[c].data()[i] = gain[c];
      }
    }
    return out;
  }

  /**
   * @param weight mask of 0..1 a pixel, or null for 1 everywhere
   */
  public static void apply(RgbBlock b, Plane[] stops, float amount, float[] weight) {
    float[][] g = {stops[0].data(), stops[1].data(), stops[2].data()};
    Weighted.change(
        b,
        weight,
        (red, green, blue, w, at) -> {
          float[][] v = {red, green, blue};
          float[] gain = new float[w.length];
          for (int c = 0; c < 3; c++) {
            for (int i = 0; i < gain.length; i++) {
              gain[i] = w[i] * g[c][at[i]];
            }
            Roots.exp2(gain, amount, gain);
            for (int i = 0; i < gain.length; i++) {
              v[c][i] *= gain[i];
            }
          }
        });
  }
}
