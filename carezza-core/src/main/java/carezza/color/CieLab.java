package carezza.color;

/**
 * CIELAB relative to D65 of working-space light (CIE 15:2018), in doubles for readings and floats
 * for pixels.
 *
 * <p>L* 0 to 100; f(t) = cbrt(t) above (6/29)^3, else the line (24389/27 t + 16)/116. Lightness of
 * light above 1 goes on beyond 100, negative light follows the line.
 */
public final class CieLab {
  private static final double EPS = 216.0 / 24389;
  private static final double KAPPA = 24389.0 / 27;
  private static final Matrix3 TO_XYZ_N =
      Matrix3.diagonal(1 / WorkingSpace.D65_XYZ[0], 1, 1 / WorkingSpace.D65_XYZ[2])
          .after(WorkingSpace.TO_XYZ);
  private static final float[] FORWARD = TO_XYZ_N.floats();
  private static final float[] BACK = TO_XYZ_N.inverse().floats();

  private CieLab() {}

  /** L*, a*, b* of working-space light. */
  public static double[] of(double r, double g, double b) {
    double[] t = TO_XYZ_N.times(r, g, b);
    double fx = f(t[0]);
    double fy = f(t[1]);
    double fz = f(t[2]);
    return new double[] {116 * fy - 16, 500 * (fx - fy), 200 * (fy - fz)};
  }

  private static double f(double t) {
    return t > EPS ? Math.cbrt(t) : (KAPPA * t + 16) / 116;
  }

  /** As {@link #of} in floats, into {@code out}; error under 2e-3 in each coordinate. */
  public static void of(float r, float g, float b, float[] out) {
    float fx = f(FORWARD[0] * r + FORWARD[1] * g + FORWARD[2] * b);
    float fy = f(FORWARD[3] * r + FORWARD[4] * g + FORWARD[5] * b);
    float fz = f(FORWARD[6] * r + FORWARD[7] * g + FORWARD[8] * b);
    out[0] = 116 * fy - 16;
    out[1] = 500 * (fx - fy);
    out[2] = 200 * (fy - fz);
  }

  /** Working-space light of L*, a*, b*, into {@code out}. */
  public static void toLight(float l, float a, float b, float[] out) {
    float fy = (l + 16) / 116;
    float x = inverse(fy + a / 500);
    float y = inverse(fy);
    float z = inverse(fy - b / 200);
    out[0] = BACK[0] * x + BACK[1] * y + BACK[2] * z;
    out[1] = BACK[3] * x + BACK[4] * y + BACK[5] * z;
    out[2] = BACK[6] * x + BACK[7] * y + BACK[8] * z;
  }

  private static float f(float t) {
    return t > (float) EPS ? Roots.cbrt(t) : ((float) KAPPA * t + 16) / 116;
  }

  private static float inverse(float f) {
    return f > 6f / 29 ? f * f * f : (116 * f - 16) / (float) KAPPA;
  }
}
