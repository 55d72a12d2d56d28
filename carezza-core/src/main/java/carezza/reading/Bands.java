package carezza.reading;

import carezza.color.Roots;
import carezza.color.WorkingSpace;
import carezza.filter.Gaussian;
import carezza.image.Plane;
import carezza.image.RgbBlock;

/**
 * Bands of E = log2 of relative luminance (floored at 2^-10), in stops, with masked Gaussians so
 * that nothing outside the region leaks in: fine G_0.15 - G_0.6, small G_0.6 - G_1.5, middle G_1.5
 * - G_8, modelling G_6 - G_20 (sigma in mm).
 */
public final class Bands {
  private static final float FLOOR = 1f / 1024;

  private Bands() {}

  public static Plane logLuminance(RgbBlock b) {
    Plane e = new Plane(b.rect());
    for (int i = 0; i < b.size(); i++) {
      float y = WorkingSpace.luminance(b.r()[i], b.g()[i], b.b()[i]);
      e.data()[i] = Roots.log2(Math.max(FLOOR, y));
    }
    return e;
  }

  /**
   * As {@link #logLuminance(RgbBlock)} where a mask over the same rectangle is not 0, 0 elsewhere.
   */
  static Plane logLuminance(RgbBlock b, Plane mask) {
    Plane e = new Plane(b.rect());
    for (int i = 0; i < b.size(); i++) {
      if (mask.data()[i] != 0) {
        float y = WorkingSpace.luminance(b.r()[i], b.g()[i], b.b()[i]);
        e.data()[i] = Roots.log2(Math.max(FLOOR, y));
      }
    }
    return e;
  }

  /** G_inner - G_outer under a mask. */
  public static Plane band(Plane e, Plane mask, double innerPx, double outerPx) {
    return difference(
        Gaussian.blurMasked(e, mask, innerPx, 0), Gaussian.blurMasked(e, mask, outerPx, 0));
  }

  public static Plane difference(Plane a, Plane b) {
    Plane out = new Plane(a.rect());
    for (int i = 0; i < out.data().length; i++) {
      out.data()[i] = a.data()[i] - b.data()[i];
    }
    return out;
  }
}
