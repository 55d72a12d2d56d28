package carezza.image;

import java.util.Arrays;

/**
 * One channel of floats over a rectangle, row by row.
 *
 * @param rect where it lies
 * @param data {@code rect.w() * rect.h()} values
 */
public record Plane(Rect rect, float[] data) {
  public Plane {
    if (data.length != rect.w() * rect.h()) {
      throw new IllegalArgumentException(
          "data holds " + data.length + " values, " + rect + " needs " + rect.w() * rect.h());
    }
  }

  public Plane(Rect rect) {
    this(rect, new float[rect.w() * rect.h()]);
  }

  public static Plane filled(Rect rect, float value) {
    Plane p = new Plane(rect);
    Arrays.fill(p.data, value);
    return p;
  }

  public int w() {
    return rect.w();
  }

  public int h() {
    return rect.h();
  }

  /** Value at a pixel in the rectangle's own coordinates of the level; no check of bounds. */
  public float at(int x, int y) {
    return data[(y - rect.y()) * rect.w() + x - rect.x()];
  }

  /** Value at the nearest pixel that lies in the rectangle. */
  public float clamped(int x, int y) {
    int cx = Math.max(rect.x(), Math.min(rect.right() - 1, x));
    int cy = Math.max(rect.y(), Math.min(rect.bottom() - 1, y));
    return at(cx, cy);
  }

  /**
   * Value at a place, linear between the middles of pixels, which lie at halves; beyond them the
   * nearest.
   */
  public double linear(double x, double y) {
    int x0 = (int) Math.floor(x - 0.5);
    int y0 = (int) Math.floor(y - 0.5);
    double fx = x - 0.5 - x0;
    double fy = y - 0.5 - y0;
    return (1 - fy) * ((1 - fx) * clamped(x0, y0) + fx * clamped(x0 + 1, y0))
        + fy * ((1 - fx) * clamped(x0, y0 + 1) + fx * clamped(x0 + 1, y0 + 1));
  }

  /** A copy of the part inside {@code r}; what lies outside this plane takes {@code outside}. */
  public Plane crop(Rect r, float outside) {
    Plane out = filled(r, outside);
    out.paste(this);
    return out;
  }

  /** Copies the common part of {@code from} into this plane. */
  public void paste(Plane from) {
    Rect c = rect.intersect(from.rect);
    for (int y = c.y(); y < c.bottom(); y++) {
      System.arraycopy(
          from.data,
          (y - from.rect.y()) * from.w() + c.x() - from.rect.x(),
          data,
          (y - rect.y()) * w() + c.x() - rect.x(),
          c.w());
    }
  }

  /** Half as wide and high: the mean of each 2 x 2 pixels, of fewer at an odd border. */
  public Plane halved() {
    if ((rect.x() & 1) != 0 || (rect.y() & 1) != 0) {
      throw new IllegalArgumentException(rect + " must start at even coordinates to be halved");
    }
    Rect half = new Rect(rect.x() >> 1, rect.y() >> 1, (rect.w() + 1) >> 1, (rect.h() + 1) >> 1);
    Plane out = new Plane(half);
    for (int y = 0; y < half.h(); y++) {
      int y0 = 2 * y * rect.w();
      int y1 = Math.min(2 * y + 1, rect.h() - 1) * rect.w();
      for (int x = 0; x < half.w(); x++) {
        int x0 = 2 * x;
        int x1 = Math.min(x0 + 1, rect.w() - 1);
        out.data[y * half.w() + x] =
            0.25f * (data[y0 + x0] + data[y0 + x1] + data[y1 + x0] + data[y1 + x1]);
      }
    }
    return out;
  }
}
