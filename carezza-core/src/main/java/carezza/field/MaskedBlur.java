package carezza.field;

import carezza.filter.Gaussian;
import carezza.image.Plane;
import carezza.image.Rect;

/**
 * Masked Gaussian of any size at nearly constant cost: value times mask, and mask, are reduced by
 * halving until sigma is 3 to 6 pixels, blurred there and brought back through a cubic spline. The
 * means of the reduction add (4^n - 1)/12 pixels to the variance, which is taken off again. Error
 * against the direct masked Gaussian under 2e-3 of the range where the mask covers the kernel's
 * middle.
 */
public final class MaskedBlur {
  private static final double LEAST = 3;

  private MaskedBlur() {}

  /** How far a pixel looks, in pixels of the plane. */
  public static int reach(double sigmaPx) {
    int side = 1 << halvings(sigmaPx);
    return Gaussian.reach(sigmaPx) + (SplineField.REACH + 2) * (side == 1 ? 0 : side);
  }

  private static int halvings(double sigmaPx) {
    int n = 0;
    while (sigmaPx / (1 << (n + 1)) >= LEAST) {
      n++;
    }
    return n;
  }

  /**
   * G(v m) / G(m); {@code fallback} where no mask is within reach.
   *
   * @param v plane whose rectangle starts at multiples of 64
   * @param m mask over the same rectangle
   */
  public static Plane of(Plane v, Plane m, double sigmaPx, float fallback) {
    int n = halvings(sigmaPx);
    float[] vm = new float[v.data().length];
    for (int i = 0; i < vm.length; i++) {
      vm[i] = v.data()[i] * m.data()[i];
    }
    Plane num = new Plane(v.rect(), vm);
    Plane den = m;
    for (int k = 0; k < n; k++) {
      num = num.halved();
      den = den.halved();
    }
    double side = 1 << n;
    double variance = sigmaPx * sigmaPx - (side * side - 1) / 12;
    num = Gaussian.blur(num, Math.sqrt(variance) / side);
    den = Gaussian.blur(den, Math.sqrt(variance) / side);
    Rect r = v.rect();
    Plane a = n == 0 ? num : new SplineField(n, num).at(0, r);
    Plane b = n == 0 ? den : new SplineField(n, den).at(0, r);
    Plane out = new Plane(r);
    for (int i = 0; i < vm.length; i++) {
      out.data()[i] = b.data()[i] > 1e-3f ? a.data()[i] / b.data()[i] : fallback;
    }
    return out;
  }
}
