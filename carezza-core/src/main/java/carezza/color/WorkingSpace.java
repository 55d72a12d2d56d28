package carezza.color;

/**
 * Linear light with the primaries of ITU-R BT.2020 and a D65 white; luminance Y is 1 at white.
 *
 * <p>Primaries and white from Rec. ITU-R BT.2020-2 (2015), table 3.
 */
public final class WorkingSpace {
  /** D65 as CIE x, y. */
  public static final double[] D65_XY = {0.3127, 0.3290};

  /** D50 of the profile connection space as X, Y, Z (ICC.1:2022, 7.2.16). */
  public static final double[] D50_XYZ = {0.9642, 1.0, 0.8249};

  public static final double[] D65_XYZ = xyz(D65_XY);

  /** Working RGB to X, Y, Z (D65). */
  public static final Matrix3 TO_XYZ =
      fromPrimaries(new double[] {0.708, 0.292, 0.170, 0.797, 0.131, 0.046}, D65_XY);

  public static final Matrix3 FROM_XYZ = TO_XYZ.inverse();

  /** Weights of working R, G, B in luminance Y. */
  public static final float Y_R = (float) TO_XYZ.m()[3];

  public static final float Y_G = (float) TO_XYZ.m()[4];
  public static final float Y_B = (float) TO_XYZ.m()[5];

  private WorkingSpace() {}

  /** X, Y, Z with Y = 1 of a chromaticity. */
  public static double[] xyz(double[] xy) {
    return new double[] {xy[0] / xy[1], 1, (1 - xy[0] - xy[1]) / xy[1]};
  }

  /**
   * RGB to XYZ for primaries xr, yr, xg, yg, xb, yb and a white (SMPTE RP 177).
   *
   * @return matrix with R = G = B = 1 giving the white at Y = 1
   */
  public static Matrix3 fromPrimaries(double[] p, double[] whiteXy) {
    double[] r = xyz(new double[] {p[0], p[1]});
    double[] g = xyz(new double[] {p[2], p[3]});
    double[] b = xyz(new double[] {p[4], p[5]});
    Matrix3 m = Matrix3.of(r[0], g[0], b[0], r[1], g[1], b[1], r[2], g[2], b[2]);
    double[] w = xyz(whiteXy);
    double[] s = m.inverse().times(w[0], w[1], w[2]);
    return m.after(Matrix3.diagonal(s[0], s[1], s[2]));
  }

  public static float luminance(float r, float g, float b) {
    return Y_R * r + Y_G * g + Y_B * b;
  }
}
