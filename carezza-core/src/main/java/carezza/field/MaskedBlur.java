package carezza.field;

import carezza.filter.NormalizedConvolution;
import carezza.image.Plane;

/**
 * Masked Gaussian of any size at nearly constant cost: a {@link WideGaussian} of value times mask
 * over one of the mask. Error against the direct masked Gaussian under 2e-3 of the range where the
 * mask covers the kernel's middle.
 */
public final class MaskedBlur {
  private static final float LEAST_MASK = 1e-3f;

  private MaskedBlur() {}

  /** How far a pixel looks, in pixels of the plane. */
  public static int reach(double sigmaPx) {
    return WideGaussian.reach(sigmaPx);
  }

  /**
   * G(v m) / G(m); {@code fallback} where no mask is within reach.
   *
   * @param v plane whose rectangle starts at multiples of 64
   * @param m mask over the same rectangle
   */
  public static Plane of(Plane v, Plane m, double sigmaPx, float fallback) {
    return of(m, sigmaPx, fallback, v)[0];
  }

  /** As {@link #of(Plane, Plane, double, float)} for several planes under one mask. */
  public static Plane[] of(Plane m, double sigmaPx, float fallback, Plane... planes) {
    Plane den = WideGaussian.blur(m, sigmaPx);
    Plane[] out = new Plane[planes.length];
    for (int p = 0; p < planes.length; p++) {
      out[p] = of(planes[p], m, den, sigmaPx, fallback);
    }
    return out;
  }

  /**
   * As {@link #of(Plane, Plane, double, float)} with the mask's own blur at hand.
   *
   * @param den {@link WideGaussian#blur} of the mask
   */
  public static Plane of(Plane v, Plane m, Plane den, double sigmaPx, float fallback) {
    return NormalizedConvolution.of(
        v, m, den, p -> WideGaussian.blur(p, sigmaPx), LEAST_MASK, fallback);
  }
}
