package carezza.reading;

import carezza.filter.Gaussian;
import carezza.image.Plane;

/**
 * How elongated the forms of a band are at each pixel: the coherence of the structure tensor (J.
 * Bigun and G. Granlund, "Optimal orientation detection of linear symmetry", 1987), ((l1 - l2)/(l1
 * + l2))^2 of its eigenvalues. 1 along straight lines, near 0 on round spots and even skin.
 */
public final class Coherence {
  private Coherence() {}

  /**
   * @param band forms round 0
   * @param mask where the band is known, 0 or 1; gradients across its border do not count
   * @param sigmaPx of the window in which directions are compared
   */
  public static Plane of(Plane band, Plane mask, double sigmaPx) {
    int w = band.rect().w();
    int h = band.rect().h();
    Plane xx = new Plane(band.rect());
    Plane xy = new Plane(band.rect());
    Plane yy = new Plane(band.rect());
    float[] v = band.data();
    float[] m = mask.data();
    for (int y = 1; y < h - 1; y++) {
      for (int i = y * w + 1; i < y * w + w - 1; i++) {
        if (m[i - 1] * m[i + 1] * m[i - w] * m[i + w] > 0) {
          float dx = v[i + 1] - v[i - 1];
          float dy = v[i + w] - v[i - w];
          xx.data()[i] = dx * dx;
          xy.data()[i] = dx * dy;
          yy.data()[i] = dy * dy;
        }
      }
    }
    float[] a = Gaussian.blur(xx, sigmaPx).data();
    float[] b = Gaussian.blur(xy, sigmaPx).data();
    float[] c = Gaussian.blur(yy, sigmaPx).data();
    Plane out = new Plane(band.rect());
    for (int i = 0; i < out.data().length; i++) {
      float sum = a[i] + c[i];
      float d = a[i] - c[i];
      out.data()[i] = sum > 0 ? Math.min(1, (d * d + 4 * b[i] * b[i]) / (sum * sum)) : 0;
    }
    return out;
  }
}
