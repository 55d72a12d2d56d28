package carezza.area;

import carezza.color.Roots;
import carezza.color.WorkingSpace;
import carezza.filter.Gaussian;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;

/**
 * What surfaces are told apart by: log2 luminance and the two ratios log2 R/G and log2 G/B of
 * linear light, in stops, which shade leaves nearly unchanged. Light is floored at 1e-3.
 *
 * @param rect pixels of the block's level
 * @param light log2 luminance
 * @param c1 log2 R/G
 * @param c2 log2 G/B
 */
public record ColourPlanes(Rect rect, float[] light, float[] c1, float[] c2) {
  private static final float LEAST = 1e-3f;

  /**
   * @param lightSigmaPx smoothing of the lightness
   * @param ratioSigmaPx smoothing of the ratios
   */
  public static ColourPlanes of(RgbBlock b, double lightSigmaPx, double ratioSigmaPx) {
    float[] e = new float[b.size()];
    float[] r = new float[b.size()];
    float[] g = new float[b.size()];
    for (int i = 0; i < e.length; i++) {
      float fr = Math.max(b.r()[i], 0) + LEAST;
      float fg = Math.max(b.g()[i], 0) + LEAST;
      float fb = Math.max(b.b()[i], 0) + LEAST;
      e[i] = Roots.log2(WorkingSpace.luminance(fr, fg, fb));
      r[i] = Roots.log2(fr / fg);
      g[i] = Roots.log2(fg / fb);
    }
    Rect rect = b.rect();
    return new ColourPlanes(
        rect,
        Gaussian.blur(new Plane(rect, e), lightSigmaPx).data(),
        Gaussian.blur(new Plane(rect, r), ratioSigmaPx).data(),
        Gaussian.blur(new Plane(rect, g), ratioSigmaPx).data());
  }

  public int size() {
    return light.length;
  }
}
