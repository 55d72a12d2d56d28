package carezza.filter;

import carezza.image.Plane;
import java.util.function.UnaryOperator;

/**
 * Blur under a mask: B(v m) / B(m), so that nothing from where the mask is 0 leaks in (Knutsson,
 * Westin 1993, "Normalized and differential convolution"), for any blur B.
 */
public final class NormalizedConvolution {
  private NormalizedConvolution() {}

  /**
   * @param v values, not written to
   * @param m mask over the same rectangle
   * @param blurred {@code blur} of the mask
   * @param least of the blurred mask; where it is not above this the result is {@code fallback}
   */
  public static Plane of(
      Plane v, Plane m, Plane blurred, UnaryOperator<Plane> blur, float least, float fallback) {
    Plane vm = new Plane(v.rect());
    for (int i = 0; i < vm.data().length; i++) {
      vm.data()[i] = v.data()[i] * m.data()[i];
    }
    Plane out = blur.apply(vm);
    float[] d = out.data();
    for (int i = 0; i < d.length; i++) {
      d[i] = blurred.data()[i] > least ? d[i] / blurred.data()[i] : fallback;
    }
    return out;
  }
}
