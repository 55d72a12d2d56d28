package carezza.color;

/**
 * Oklab of working-space light (Ottosson 2020, "A perceptual color space for image processing"): L
 * 0 to 1 at white, a and b near 0 for neutrals. Homogeneous: light times k has coordinates times
 * cbrt(k).
 */
public final class Oklab {
  private static final Matrix3 XYZ_TO_LMS =
      Matrix3.of(
          0.8189330101,
          0.3618667424,
          -0.1288597137,
          0.0329845436,
          0.9293118715,
          0.0361456387,
          0.0482003018,
          0.2643662691,
          0.6338517070);
  private static final Matrix3 LMS_TO_LAB =
      Matrix3.of(
          0.2104542553,
          0.7936177850,
          -0.0040720468,
          1.9779984951,
          -2.4285922050,
          0.4505937099,
          0.0259040371,
          0.7827717662,
          -0.8086757660);
  private static final float[] LMS = XYZ_TO_LMS.after(WorkingSpace.TO_XYZ).floats();
  private static final float[] LMS_BACK = XYZ_TO_LMS.after(WorkingSpace.TO_XYZ).inverse().floats();
  private static final float[] LAB = LMS_TO_LAB.floats();
  private static final float[] LAB_BACK = LMS_TO_LAB.inverse().floats();

  private Oklab() {}

  public static void of(float r, float g, float b, float[] out) {
    float l = Roots.cbrt(LMS[0] * r + LMS[1] * g + LMS[2] * b);
    float m = Roots.cbrt(LMS[3] * r + LMS[4] * g + LMS[5] * b);
    float s = Roots.cbrt(LMS[6] * r + LMS[7] * g + LMS[8] * b);
    out[0] = LAB[0] * l + LAB[1] * m + LAB[2] * s;
    out[1] = LAB[3] * l + LAB[4] * m + LAB[5] * s;
    out[2] = LAB[6] * l + LAB[7] * m + LAB[8] * s;
  }

  /**
   * Light whose Oklab coordinates are L times {@code root}, a and b times {@code root} times {@code
   * chroma}: the cube roots behind Oklab, of which L is a weighted mean, moved towards L or away
   * from it. Arrays of one length, red, green and blue changed in place.
   */
  public static void scale(float[] r, float[] g, float[] b, float[] root, float[] chroma) {
    int n = r.length;
    float[] l = new float[n];
    float[] m = new float[n];
    float[] s = new float[n];
    times(LMS, r, g, b, l, m, s);
    Roots.cbrt(l, l);
    Roots.cbrt(m, m);
    Roots.cbrt(s, s);
    float fromL = LAB[0];
    float fromM = LAB[1];
    float fromS = LAB[2];
    for (int i = 0; i < n; i++) {
      float mean = fromL * l[i] + fromM * m[i] + fromS * s[i];
      float dl = root[i] * (mean + chroma[i] * (l[i] - mean));
      float dm = root[i] * (mean + chroma[i] * (m[i] - mean));
      float ds = root[i] * (mean + chroma[i] * (s[i] - mean));
      l[i] = dl * dl * dl;
      m[i] = dm * dm * dm;
      s[i] = ds * ds * ds;
    }
    times(LMS_BACK, l, m, s, r, g, b);
  }

  private static void times(
      float[] k, float[] x, float[] y, float[] z, float[] a, float[] b, float[] c) {
    Matrix3.mix(k, 0, x, y, z, a);
    Matrix3.mix(k, 1, x, y, z, b);
    Matrix3.mix(k, 2, x, y, z, c);
  }

  public static void toLight(float lightness, float a, float b, float[] out) {
    float l = LAB_BACK[0] * lightness + LAB_BACK[1] * a + LAB_BACK[2] * b;
    float m = LAB_BACK[3] * lightness + LAB_BACK[4] * a + LAB_BACK[5] * b;
    float s = LAB_BACK[6] * lightness + LAB_BACK[7] * a + LAB_BACK[8] * b;
    l = l * l * l;
    m = m * m * m;
    s = s * s * s;
    out[0] = LMS_BACK[0] * l + LMS_BACK[1] * m + LMS_BACK[2] * s;
    out[1] = LMS_BACK[3] * l + LMS_BACK[4] * m + LMS_BACK[5] * s;
    out[2] = LMS_BACK[6] * l + LMS_BACK[7] * m + LMS_BACK[8] * s;
  }
}
