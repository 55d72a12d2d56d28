package carezza.setting;

/**
 * A disc on the picture that a pass refers to: a reference, a place that should be neutral.
 *
 * @param x centre, source pixels
 * @param y centre, source pixels
 * @param sizeMm diameter on skin
 */
public record Place(double x, double y, double sizeMm) {
  public Place {
    if (!Double.isFinite(x) || !Double.isFinite(y) || !(sizeMm > 0 && sizeMm <= 100)) {
      throw new IllegalArgumentException(
          "place = " + x + ", " + y + ", " + sizeMm + " mm, size must be in (0, 100]");
    }
  }
}
