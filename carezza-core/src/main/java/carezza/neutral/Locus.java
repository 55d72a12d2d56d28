package carezza.neutral;

import carezza.color.CieLab;
import carezza.color.ColorEncoding;
import carezza.color.Matrix3;

/**
 * Where the colours of one kind of thing lie under D65: a two-dimensional Student distribution of
 * ln R/G and ln B/G.
 *
 * @param red middle
 * @param blue middle
 * @param rr variance of ln R/G
 * @param rb covariance
 * @param bb variance of ln B/G
 * @param freedom degrees of freedom; the fewer, the less a far colour counts
 * @param luminance of the thing, white 1
 */
record Locus(
    double red, double blue, double rr, double rb, double bb, double freedom, double luminance) {
  private static final Matrix3 TO_SRGB = ColorEncoding.srgb().toWorking().inverse();

  /**
   * Of a colour in CIELAB with its spread.
   *
   * @param more standard deviation in the log ratios beyond that
   */
  static Locus of(
      double l, double a, double b, double sdA, double sdB, double more, double freedom) {
    double[] at = logs(l, a, b);
    double[] byA = logs(l, a + 1, b);
    double[] byB = logs(l, a, b + 1);
    double ra = sdA * (byA[0] - at[0]);
    double ba = sdA * (byA[1] - at[1]);
    double rb = sdB * (byB[0] - at[0]);
    double bb = sdB * (byB[1] - at[1]);
    double fy = (l + 16) / 116;
    return new Locus(
        at[0],
        at[1],
        ra * ra + rb * rb + more * more,
        ra * ba + rb * bb,
        ba * ba + bb * bb + more * more,
        freedom,
        fy * fy * fy);
  }

  private static double[] logs(double l, double a, double b) {
    float[] w = new float[3];
    CieLab.toLight((float) l, (float) a, (float) b, w);
    double[] rgb = TO_SRGB.times(w[0], w[1], w[2]);
    return new double[] {Math.log(rgb[0] / rgb[1]), Math.log(rgb[2] / rgb[1])};
  }

  Locus moved(double byRed, double byBlue) {
    return new Locus(red + byRed, blue + byBlue, rr, rb, bb, freedom, luminance);
  }

  /** Log density where the colour under D65 would be {@code (r, b)}. */
  double logDensity(double r, double b) {
    double x = r - red;
    double y = b - blue;
    double det = rr * bb - rb * rb;
    double d2 = (bb * x * x - 2 * rb * x * y + rr * y * y) / det;
    return -(freedom + 2) / 2 * Math.log1p(d2 / freedom)
        - 0.5 * Math.log(det)
        - Math.log(2 * Math.PI);
  }
}
