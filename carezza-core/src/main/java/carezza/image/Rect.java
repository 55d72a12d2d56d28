package carezza.image;

/**
 * A rectangle of whole pixels: left, top, width, height, in the pixels of some pyramid level.
 *
 * @param x left edge, may be negative
 * @param y top edge, may be negative
 * @param w width, 0 or more
 * @param h height, 0 or more
 */
public record Rect(int x, int y, int w, int h) {
  public Rect {
    if (w < 0 || h < 0) {
      throw new IllegalArgumentException("w x h = " + w + " x " + h + ", must not be negative");
    }
  }

  /** Bounds beyond this lie outside every picture. */
  private static final double FARTHEST = 1 << 29;

  /**
   * The smallest rectangle of whole pixels that holds the given real bounds; what lies 2^29 pixels
   * out or farther is taken to lie there.
   */
  public static Rect around(double x0, double y0, double x1, double y1) {
    int left = (int) within(Math.floor(x0));
    int top = (int) within(Math.floor(y0));
    int right = (int) within(Math.ceil(x1));
    int bottom = (int) within(Math.ceil(y1));
    return new Rect(left, top, Math.max(0, right - left), Math.max(0, bottom - top));
  }

  private static double within(double v) {
    return Math.max(-FARTHEST, Math.min(FARTHEST, v));
  }

  /** The rectangle of a disc with the given centre and radius, with one pixel to spare. */
  public static Rect ofDisc(double cx, double cy, double radius) {
    return around(cx - radius - 1, cy - radius - 1, cx + radius + 1, cy + radius + 1);
  }

  /** Grown to the left and upwards until it starts at multiples of a step. */
  public Rect anchored(int step) {
    int left = Math.floorDiv(x, step) * step;
    int top = Math.floorDiv(y, step) * step;
    return new Rect(left, top, right() - left, bottom() - top);
  }

  public int right() {
    return x + w;
  }

  public int bottom() {
    return y + h;
  }

  public boolean isEmpty() {
    return w == 0 || h == 0;
  }

  public long area() {
    return (long) w * h;
  }

  public boolean contains(int px, int py) {
    return px >= x && py >= y && px < right() && py < bottom();
  }

  public boolean contains(Rect o) {
    return o.isEmpty() || (o.x >= x && o.y >= y && o.right() <= right() && o.bottom() <= bottom());
  }

  public boolean intersects(Rect o) {
    return !isEmpty()
        && !o.isEmpty()
        && o.x < right()
        && x < o.right()
        && o.y < bottom()
        && y < o.bottom();
  }

  /** The common part; empty (0 x 0 at this corner) when there is none. */
  public Rect intersect(Rect o) {
    int x0 = Math.max(x, o.x);
    int y0 = Math.max(y, o.y);
    int x1 = Math.min(right(), o.right());
    int y1 = Math.min(bottom(), o.bottom());
    return x1 <= x0 || y1 <= y0 ? new Rect(x, y, 0, 0) : new Rect(x0, y0, x1 - x0, y1 - y0);
  }

  /** The smallest rectangle that holds both. */
  public Rect union(Rect o) {
    if (isEmpty()) {
      return o;
    }
    if (o.isEmpty()) {
      return this;
    }
    int x0 = Math.min(x, o.x);
    int y0 = Math.min(y, o.y);
    return new Rect(x0, y0, Math.max(right(), o.right()) - x0, Math.max(bottom(), o.bottom()) - y0);
  }

  /** Grown by {@code n} pixels on every side. */
  public Rect grow(int n) {
    return new Rect(x - n, y - n, Math.max(0, w + 2 * n), Math.max(0, h + 2 * n));
  }

  /** The rectangle of level {@code l} pixels that covers this rectangle of level 0 pixels. */
  public Rect toLevel(int l) {
    int x0 = x >> l;
    int y0 = y >> l;
    int round = (1 << l) - 1;
    return isEmpty()
        ? new Rect(x0, y0, 0, 0)
        : new Rect(x0, y0, ((right() + round) >> l) - x0, ((bottom() + round) >> l) - y0);
  }

  /** The level 0 rectangle that this rectangle of level {@code l} pixels covers. */
  public Rect toSource(int l) {
    return new Rect(x << l, y << l, w << l, h << l);
  }
}
