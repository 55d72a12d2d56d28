package carezza.neutral;

import carezza.color.Adaptation;
import carezza.color.ColorEncoding;
import carezza.color.Matrix3;

/**
 * The colour of a light against D65, as a pass undoes it: {@link Adaptation#shift} by the negative
 * of both makes it white.
 *
 * @param mired positive is warmer
 * @param duv positive is greener
 */
public record Light(double mired, double duv) {
  public static final Light D65 = new Light(0, 0);

  private static final Matrix3 TO_SRGB = ColorEncoding.srgb().toWorking().inverse();

  /** Linear sRGB of what is white in it, green 1. */
  public double[] gains() {
    double[] w = Adaptation.shift(-mired, -duv).inverse().times(1, 1, 1);
    double[] rgb = TO_SRGB.times(w[0], w[1], w[2]);
    return new double[] {rgb[0] / rgb[1], 1, rgb[2] / rgb[1]};
  }

  /** ln R/G and ln B/G of what is white in it. */
  double[] logs() {
    double[] g = gains();
    return new double[] {Math.log(g[0]), Math.log(g[2])};
  }

  /** Angle between two colours in linear sRGB, degrees: what estimates of a light are judged by. */
  public static double degrees(double[] a, double[] b) {
    double dot = a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
    double n = Math.sqrt(square(a) * square(b));
    return Math.toDegrees(Math.acos(Math.max(-1, Math.min(1, dot / n))));
  }

  private static double square(double[] v) {
    return v[0] * v[0] + v[1] * v[1] + v[2] * v[2];
  }
}
