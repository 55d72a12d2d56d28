package carezza.image;

/**
 * Three planes of linear working-space light over a rectangle of one pyramid level. Values are
 * unclamped: below 0 and above 1 are legal.
 *
 * @param level pyramid level, 0 is the source's own pixels
 * @param rect where it lies, in that level's pixels
 * @param r red
 * @param g green
 * @param b blue
 */
public record RgbBlock(int level, Rect rect, float[] r, float[] g, float[] b) {
  public RgbBlock {
    int n = rect.w() * rect.h();
    if (r.length != n || g.length != n || b.length != n) {
      throw new IllegalArgumentException("planes do not have the " + n + " values of " + rect);
    }
  }

  public RgbBlock(int level, Rect rect) {
    this(
        level,
        rect,
        new float[rect.w() * rect.h()],
        new float[rect.w() * rect.h()],
        new float[rect.w() * rect.h()]);
  }

  public int size() {
    return r.length;
  }

  public float[] channel(int c) {
    return c == 0 ? r : c == 1 ? g : b;
  }

  public Plane plane(int c) {
    return new Plane(rect, channel(c));
  }

  public int index(int x, int y) {
    return (y - rect.y()) * rect.w() + x - rect.x();
  }

  public RgbBlock copy() {
    return new RgbBlock(level, rect, r.clone(), g.clone(), b.clone());
  }

  /** Copies the common part of {@code from} into this block. */
  public void paste(RgbBlock from) {
    Rect c = rect.intersect(from.rect);
    for (int y = c.y(); y < c.bottom(); y++) {
      int src = from.index(c.x(), y);
      int dst = index(c.x(), y);
      System.arraycopy(from.r, src, r, dst, c.w());
      System.arraycopy(from.g, src, g, dst, c.w());
      System.arraycopy(from.b, src, b, dst, c.w());
    }
  }

  public RgbBlock crop(Rect part) {
    if (!rect.contains(part)) {
      throw new IllegalArgumentException(part + " is not inside " + rect);
    }
    RgbBlock out = new RgbBlock(level, part);
    out.paste(this);
    return out;
  }
}
