package carezza.color;

/**
 * Chromatic adaptation between whites and the plane of light colours: shift along the Planckian
 * locus in mired, and across it in Duv.
 *
 * <p>Adaptation is von Kries in the cone space of CAT16 (Li et al. 2017), or Bradford's for profile
 * connection (ICC.1:2022, annex E). The locus is Krystek's rational fit (Krystek 1985, valid 1000
 * to 15000 K), taken relative to its own point at 6504 K so that a shift of 0 is exactly D65.
 */
public final class Adaptation {
  private static final Matrix3 CAT16 =
      Matrix3.of(
          0.401288, 0.650173, -0.051461, -0.250268, 1.204414, 0.045854, -0.002079, 0.048952,
          0.953127);
  private static final Matrix3 BRADFORD =
      Matrix3.of(0.8951, 0.2664, -0.1614, -0.7502, 1.7135, 0.0367, 0.0389, -0.0685, 1.0296);

  /** D65's correlated colour temperature as reciprocal megakelvin. */
  public static final double D65_MIRED = 1e6 / 6504;

  private Adaptation() {}

  public static Matrix3 bradford(double[] fromXyz, double[] toXyz) {
    return vonKries(BRADFORD, fromXyz, toXyz);
  }

  public static Matrix3 cat16(double[] fromXyz, double[] toXyz) {
    return vonKries(CAT16, fromXyz, toXyz);
  }

  private static Matrix3 vonKries(Matrix3 cone, double[] from, double[] to) {
    double[] a = cone.times(from[0], from[1], from[2]);
    double[] b = cone.times(to[0], to[1], to[2]);
    return cone.inverse()
        .after(Matrix3.diagonal(b[0] / a[0], b[1] / a[1], b[2] / a[2]))
        .after(cone);
  }

  /**
   * Working-space matrix that makes a picture warmer by {@code shiftMired} and greener by {@code
   * duv}; white keeps its luminance. Warmer is the adaptation from D65 to a warmer white, cooler
   * the adaptation from the warmer white to D65, so that +s followed by -s is the identity.
   *
   * @param shiftMired -150 to 150
   * @param duv distance from the locus in CIE 1960 u, v; positive is towards green
   */
  public static Matrix3 shift(double shiftMired, double duv) {
    if (shiftMired == 0 && duv == 0) {
      return Matrix3.IDENTITY;
    }
    double[] white = WorkingSpace.D65_XYZ;
    double[] warm = white(Math.abs(shiftMired), 0);
    Matrix3 temperature = shiftMired >= 0 ? cat16(white, warm) : cat16(warm, white);
    double[] tinted = white(0, Math.abs(duv));
    Matrix3 tint = duv >= 0 ? cat16(white, tinted) : cat16(tinted, white);
    Matrix3 m = WorkingSpace.FROM_XYZ.after(tint.after(temperature)).after(WorkingSpace.TO_XYZ);
    double[] w = m.times(1, 1, 1);
    double y = WorkingSpace.TO_XYZ.times(w[0], w[1], w[2])[1];
    return Matrix3.diagonal(1 / y, 1 / y, 1 / y).after(m);
  }

  /**
   * The shift in mired and Duv that makes a working-space colour neutral.
   *
   * @return shift in mired, Duv
   * @throws IllegalArgumentException when the colour is black, negative or too far from any light
   */
  public static double[] neutralising(double r, double g, double b) {
    if (!(r > 1e-5 && g > 1e-5 && b > 1e-5)) {
      throw new IllegalArgumentException(
          "colour = " + r + " " + g + " " + b + ", too dark to be made neutral");
    }
    double mired = 0;
    double duv = 0;
    for (int i = 0; i < 40; i++) {
      double[] f = offNeutral(mired, duv, r, g, b);
      double[] dm = offNeutral(mired + 0.5, duv, r, g, b);
      double[] dd = offNeutral(mired, duv + 0.0005, r, g, b);
      double a11 = (dm[0] - f[0]) / 0.5;
      double a21 = (dm[1] - f[1]) / 0.5;
      double a12 = (dd[0] - f[0]) / 0.0005;
      double a22 = (dd[1] - f[1]) / 0.0005;
      double det = a11 * a22 - a12 * a21;
      double stepMired = (f[0] * a22 - f[1] * a12) / det;
      double stepDuv = (f[1] * a11 - f[0] * a21) / det;
      double damp = Math.min(1, 60 / (Math.abs(stepMired) + 1e-9));
      mired -= damp * stepMired;
      duv -= damp * stepDuv;
      if (Math.abs(stepMired) < 1e-7 && Math.abs(stepDuv) < 1e-10) {
        break;
      }
    }
    if (!(Math.abs(mired) <= 150 && Math.abs(duv) <= 0.05)) {
      throw new IllegalArgumentException(
          "colour = " + r + " " + g + " " + b + ", too far from any light to be made neutral");
    }
    return new double[] {mired, duv};
  }

  private static double[] offNeutral(double mired, double duv, double r, double g, double b) {
    double[] c = shift(Math.max(-200, Math.min(200, mired)), duv).times(r, g, b);
    return new double[] {Math.log(c[0] / c[1]), Math.log(c[2] / c[1])};
  }

  private static double[] white(double warmerMired, double duv) {
    double[] base = locusUv(1e6 / D65_MIRED);
    double[] there = locusUv(1e6 / (D65_MIRED + warmerMired));
    double[] ahead = locusUv(1e6 / (D65_MIRED + warmerMired + 1));
    double x = WorkingSpace.D65_XY[0];
    double y = WorkingSpace.D65_XY[1];
    double u = 4 * x / (-2 * x + 12 * y + 3) + there[0] - base[0];
    double v = 6 * y / (-2 * x + 12 * y + 3) + there[1] - base[1];
    double du = ahead[0] - there[0];
    double dv = ahead[1] - there[1];
    double n = Math.hypot(du, dv);
    u -= duv * dv / n;
    v += duv * du / n;
    double d = 2 * u - 8 * v + 4;
    return WorkingSpace.xyz(new double[] {3 * u / d, 2 * v / d});
  }

  private static double[] locusUv(double kelvin) {
    double t = kelvin;
    double u =
        (0.860117757 + 1.54118254e-4 * t + 1.28641212e-7 * t * t)
            / (1 + 8.42420235e-4 * t + 7.08145163e-7 * t * t);
    double v =
        (0.317398726 + 4.22806245e-5 * t + 4.20481691e-8 * t * t)
            / (1 - 2.89741816e-5 * t + 1.61456053e-7 * t * t);
    return new double[] {u, v};
  }
}
