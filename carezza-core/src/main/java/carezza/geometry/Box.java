package carezza.geometry;

import carezza.image.Rect;

/**
 * A rectangle of real numbers.
 *
 * @param left least x
 * @param top least y
 * @param right greatest x, no less than {@code left}
 * @param bottom greatest y, no less than {@code top}
 */
public record Box(double left, double top, double right, double bottom) {
  /** How far outside a point may lie and still count as inside, for what sums leave over. */
  private static final double ROUNDING = 1e-6;

  public Box {
    if (!(left <= right && top <= bottom)) {
      throw new IllegalArgumentException(
          "box = "
              + left
              + ".."
              + right
              + ", "
              + top
              + ".."
              + bottom
              + ", must not be turned round");
    }
  }

  public static Box of(Rect r) {
    return new Box(r.x(), r.y(), r.right(), r.bottom());
  }

  public double w() {
    return right - left;
  }

  public double h() {
    return bottom - top;
  }

  public double x() {
    return (left + right) / 2;
  }

  public double y() {
    return (top + bottom) / 2;
  }

  public boolean holds(double px, double py) {
    return px >= left - ROUNDING
        && px <= right + ROUNDING
        && py >= top - ROUNDING
        && py <= bottom + ROUNDING;
  }

  /** About its middle. */
  public Box scaled(double k) {
    return new Box(x() - k * w() / 2, y() - k * h() / 2, x() + k * w() / 2, y() + k * h() / 2);
  }

  public Box moved(double dx, double dy) {
    return new Box(left + dx, top + dy, right + dx, bottom + dy);
  }

  /**
   * The largest box of a ratio that lies in the middle of this one.
   *
   * @param ratio width over height
   */
  public Box ofRatio(double ratio) {
    double w = Math.min(w(), h() * ratio);
    double h = w / ratio;
    return new Box(x() - w / 2, y() - h / 2, x() + w / 2, y() + h / 2);
  }

  /** The whole pixels in it, at least one. */
  public Rect pixels() {
    int x0 = (int) Math.ceil(left - ROUNDING);
    int y0 = (int) Math.ceil(top - ROUNDING);
    int x1 = (int) Math.floor(right + ROUNDING);
    int y1 = (int) Math.floor(bottom + ROUNDING);
    return new Rect(x0, y0, Math.max(1, x1 - x0), Math.max(1, y1 - y0));
  }
}
