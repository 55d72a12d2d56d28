package carezza.field;

import carezza.filter.Gaussian;
import carezza.image.Plane;

/**
 * Gaussian of any size at nearly constant cost per pixel: reduced by halving until sigma is {@link
 * #LEAST} to twice {@link #LEAST} pixels, blurred there and brought back through a cubic spline.
 * The means of the reduction add (4^n - 1)/12 pixels to the variance, which is taken off again.
 * Error against a direct double-precision convolution under 1e-3 of the range (test). Beyond the
 * border the reduced picture repeats its last pixel, which is the mean of 2^n of the plane's.
 */
public final class WideGaussian {
  private static final double LEAST = 5;

  private WideGaussian() {}

  static int halvings(double sigmaPx) {
    int n = 0;
    while (sigmaPx / (1 << (n + 1)) >= LEAST) {
      n++;
    }
    return n;
  }

  /** How far a pixel looks, in pixels of the plane. */
  public static int reach(double sigmaPx) {
    int side = 1 << halvings(sigmaPx);
    return Gaussian.reach(sigmaPx) + (SplineField.REACH + 2) * (side == 1 ? 0 : side);
  }

  /**
   * @param v plane whose rectangle starts at multiples of the reduction, 64 for any sigma up to 384
   */
  public static Plane blur(Plane v, double sigmaPx) {
    int n = halvings(sigmaPx);
    Plane small = v;
    for (int k = 0; k < n; k++) {
      small = small.halved();
    }
    double side = 1 << n;
    double variance = sigmaPx * sigmaPx - (side * side - 1) / 12;
    small = Gaussian.blur(small, Math.sqrt(variance) / side);
    return n == 0 ? small : new SplineField(n, small).at(0, v.rect());
  }
}
