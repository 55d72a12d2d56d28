package carezza.filter;

import carezza.image.Plane;
import carezza.image.Rect;

/**
 * Guided filter with a colour guide (He, Sun, Tang 2013, "Guided image filtering"): in every window
 * the output is the best affine function of the guide's three channels. Departure: windows are
 * Gaussian instead of boxes, which leaves no squares. Border repeated; reach is twice the window's.
 */
public final class GuidedFilter {
  private GuidedFilter() {}

  /** A guide with what of it is the same for every plane that is refined by it. */
  public static final class Guide {
    private final Plane[] planes;
    private final double sigmaPx;
    private final float[][] mean = new float[3][];

    /** Means of the products of two channels: 00, 01, 02, 11, 12, 22. */
    private final float[][] var = new float[6][];

    /**
     * @param planes three over the same rectangle
     * @param sigmaPx window size
     */
    public Guide(Plane[] planes, double sigmaPx) {
      this.planes = planes.clone();
      this.sigmaPx = sigmaPx;
      int v = 0;
      for (int i = 0; i < 3; i++) {
        mean[i] = Gaussian.blur(planes[i], sigmaPx).data();
        for (int j = i; j < 3; j++) {
          var[v++] = product(planes[0].rect(), planes[i].data(), planes[j].data(), sigmaPx);
        }
      }
    }
  }

  /**
   * @param p plane to be refined
   * @param guide three planes over the same rectangle
   * @param sigmaPx window size
   * @param eps regularisation in squared guide units; above the variance of texture to be ignored
   */
  public static Plane filter(Plane p, Plane[] guide, double sigmaPx, double eps) {
    return filter(p, new Guide(guide, sigmaPx), eps);
  }

  /** As {@link #filter(Plane, Plane[], double, double)}, by a guide for several planes. */
  public static Plane filter(Plane p, Guide by, double eps) {
    Plane[] k = coefficients(p, by, eps);
    Plane[] guide = by.planes;
    Plane out = new Plane(p.rect());
    for (int i = 0; i < out.data().length; i++) {
      out.data()[i] =
          k[0].data()[i] * guide[0].data()[i]
              + k[1].data()[i] * guide[1].data()[i]
              + k[2].data()[i] * guide[2].data()[i]
              + k[3].data()[i];
    }
    return out;
  }

  /** The factors of the guide's three channels and what is added, each a smooth plane. */
  public static Plane[] coefficients(Plane p, Plane[] guide, double sigmaPx, double eps) {
    return coefficients(p, new Guide(guide, sigmaPx), eps);
  }

  private static Plane[] coefficients(Plane p, Guide by, double eps) {
    double sigmaPx = by.sigmaPx;
    Rect rect = p.rect();
    int n = p.data().length;
    float[][] cross = new float[3][];
    float[] pMean = Gaussian.blur(p, sigmaPx).data();
    for (int i = 0; i < 3; i++) {
      cross[i] = product(rect, by.planes[i].data(), p.data(), sigmaPx);
    }
    float[][] a = new float[4][n];
    for (int i = 0; i < n; i++) {
      solve(i, by.mean, cross, by.var, pMean, eps, a);
    }
    Plane[] out = new Plane[4];
    for (int i = 0; i < 4; i++) {
      out[i] = Gaussian.blur(new Plane(rect, a[i]), sigmaPx);
    }
    return out;
  }

  private static float[] product(Rect rect, float[] x, float[] y, double sigmaPx) {
    float[] xy = new float[x.length];
    for (int i = 0; i < xy.length; i++) {
      xy[i] = x[i] * y[i];
    }
    return Gaussian.blur(new Plane(rect, xy), sigmaPx).data();
  }

  private static void solve(
      int i, float[][] m, float[][] c, float[][] v, float[] p, double eps, float[][] a) {
    double m0 = m[0][i];
    double m1 = m[1][i];
    double m2 = m[2][i];
    double s00 = v[0][i] - m0 * m0 + eps;
    double s01 = v[1][i] - m0 * m1;
    double s02 = v[2][i] - m0 * m2;
    double s11 = v[3][i] - m1 * m1 + eps;
    double s12 = v[4][i] - m1 * m2;
    double s22 = v[5][i] - m2 * m2 + eps;
    double c0 = c[0][i] - m0 * p[i];
    double c1 = c[1][i] - m1 * p[i];
    double c2 = c[2][i] - m2 * p[i];
    double i00 = s11 * s22 - s12 * s12;
    double i01 = s02 * s12 - s01 * s22;
    double i02 = s01 * s12 - s02 * s11;
    double i11 = s00 * s22 - s02 * s02;
    double i12 = s01 * s02 - s00 * s12;
    double i22 = s00 * s11 - s01 * s01;
    double det = s00 * i00 + s01 * i01 + s02 * i02;
    double a0 = (i00 * c0 + i01 * c1 + i02 * c2) / det;
    double a1 = (i01 * c0 + i11 * c1 + i12 * c2) / det;
    double a2 = (i02 * c0 + i12 * c1 + i22 * c2) / det;
    a[0][i] = (float) a0;
    a[1][i] = (float) a1;
    a[2][i] = (float) a2;
    a[3][i] = (float) (p[i] - a0 * m0 - a1 * m1 - a2 * m2);
  }
}
