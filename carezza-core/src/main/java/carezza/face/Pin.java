package carezza.face;

/**
 * A point on the picture, in source pixels.
 *
 * @param x from the left
 * @param y from the top
 */
public record Pin(double x, double y) {
  public Pin {
    if (!Double.isFinite(x) || !Double.isFinite(y)) {
      throw new IllegalArgumentException("pin = " + x + ", " + y + ", must be finite");
    }
  }

  public double distance(Pin o) {
    return Math.hypot(x - o.x, y - o.y);
  }
}
