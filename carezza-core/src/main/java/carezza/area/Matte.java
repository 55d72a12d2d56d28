package carezza.area;

import carezza.image.Plane;
import carezza.image.Rect;
import java.util.ArrayList;
import java.util.List;

/**
 * A grown region as a soft mask on one pyramid level, read at any level: reduced by means above it,
 * interpolated linearly below it. Outside its plane it is 0.
 */
public final class Matte {
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
    Plane out = new Plane(rect);
    double scale = Math.scalb(1.0, atLevel - from);
    for (int y = rect.y(); y < rect.bottom(); y++) {
      double sy = (y + 0.5) * scale - 0.5;
      int y0 = (int) Math.floor(sy);
      float fy = (float) (sy - y0);
      for (int x = rect.x(); x < rect.right(); x++) {
        double sx = (x + 0.5) * scale - 0.5;
        int x0 = (int) Math.floor(sx);
        float fx = (float) (sx - x0);
        out.data()[(y - rect.y()) * rect.w() + x - rect.x()] =
            (1 - fy) * ((1 - fx) * value(p, x0, y0) + fx * value(p, x0 + 1, y0))
                + fy * ((1 - fx) * value(p, x0, y0 + 1) + fx * value(p, x0 + 1, y0 + 1));
      }
    }
    return out;
  }

  private static float value(Plane p, int x, int y) {
    return p.rect().contains(x, y) ? p.at(x, y) : 0;
  }
}
