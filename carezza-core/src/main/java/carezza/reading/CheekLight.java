package carezza.reading;

import java.util.Optional;

/**
 * How the light differs between the sitter's cheeks, right less left: what of a difference between
 * the eyes the light explains.
 *
 * @param lightness difference of the median L* now
 * @param stops difference of the median E without the retouching
 */
public record CheekLight(double lightness, double stops) {
  static Optional<CheekLight> of(BroadSkin skin, int[] plane) {
    double[] right = medians(skin, plane, SkinPlanes.NAMES.indexOf("rightCheek"));
    double[] left = medians(skin, plane, SkinPlanes.NAMES.indexOf("leftCheek"));
    return Double.isNaN(right[0] + left[0])
        ? Optional.empty()
        : Optional.of(new CheekLight(right[0] - left[0], right[1] - left[1]));
  }

  private static double[] medians(BroadSkin skin, int[] plane, int number) {
    float[] l = new float[plane.length];
    float[] e = new float[plane.length];
    int n = 0;
    for (int i = 0; i < plane.length; i++) {
      if (plane[i] == number && skin.mask.data()[i] > 0) {
        l[n] = skin.labNow[0][i];
        e[n++] = skin.before.data()[i];
      }
    }
    return new double[] {Robust.median(l, n), Robust.median(e, n)};
  }
}
