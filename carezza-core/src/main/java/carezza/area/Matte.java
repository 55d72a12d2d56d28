package carezza.area;

import carezza.image.Plane;
import carezza.image.Rect;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * A grown region as a soft mask on one pyramid level, read at any level: reduced by means above it,
 * interpolated linearly below it. Outside its plane it is 0.
 */
public final class Matte {
  /** 0 everywhere. */
  public static final Matte NOTHING = new Matte(0, new Plane(new Rect(0, 0, 0, 0)));

  private final int level;
  private final List<Plane> pyramid = new ArrayList<>();

  /**
   * @param level level of {@code plane}
   * @param plane weights 0..1; its rectangle starts at coordinates that are multiples of 64
   */
  public Matte(int level, Plane plane) {
    this.level = level;
    pyramid.add(plane);
    while (pyramid.size() < 7) {
      pyramid.add(pyramid.get(pyramid.size() - 1).halved());
    }
  }

  /** Level of its own plane. */
  public int level() {
    return level;
  }

  /** Its weights on its own level; not to be written to. */
  public Plane plane() {
    return pyramid.get(0);
  }

  /** Source pixels outside which the matte is 0. */
  public Rect bounds() {
    return pyramid.get(0).rect().grow(1).toSource(level);
  }

  public Plane at(int atLevel, Rect rect) {
    int up = Math.max(0, Math.min(pyramid.size() - 1, atLevel - level));
    Plane p = pyramid.get(up);
    int from = level + up;
    if (from == atLevel) {
      return p.crop(rect, 0);
    }
    return interpolated(p, Math.scalb(1.0, atLevel - from), rect);
  }

  /** Linear between the pixels of {@code p}, 0 beyond them; first between rows, then along them. */
  private static Plane interpolated(Plane p, double scale, Rect rect) {
    Plane out = new Plane(rect);
    Rect r = p.rect();
    int w = rect.w();
    int left = (int) Math.floor((rect.x() + 0.5) * scale - 0.5);
    int right = (int) Math.floor((rect.right() - 0.5) * scale - 0.5) + 1;
    int[] at = new int[w];
    float[] share = new float[w];
    for (int x = 0; x < w; x++) {
      double sx = (rect.x() + x + 0.5) * scale - 0.5;
      int x0 = (int) Math.floor(sx);
      at[x] = x0 - left;
      share[x] = (float) (sx - x0);
    }
    float[] line = new float[right - left + 1];
    int from = Math.max(left, r.x());
    int to = Math.min(right + 1, r.right());
    for (int y = 0; y < rect.h(); y++) {
      double sy = (rect.y() + y + 0.5) * scale - 0.5;
      int y0 = (int) Math.floor(sy);
      float fy = (float) (sy - y0);
      Arrays.fill(line, 0);
      add(p, y0, 1 - fy, from, to, left, line);
      add(p, y0 + 1, fy, from, to, left, line);
      for (int x = 0; x < w; x++) {
        float a = line[at[x]];
        out.data()[y * w + x] = a + share[x] * (line[at[x] + 1] - a);
      }
    }
    return out;
  }

  private static void add(Plane p, int y, float k, int from, int to, int left, float[] line) {
    Rect r = p.rect();
    if (y < r.y() || y >= r.bottom()) {
      return;
    }
    int row = (y - r.y()) * r.w() - r.x();
    for (int x = from; x < to; x++) {
      line[x - left] += k * p.data()[row + x];
    }
  }
}
