package carezza.pass.clean;

import carezza.image.Hash;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.pass.Heal;

/**
 * Whole source pixels by which a source lies off its target, at a level: parts of a pixel there,
 * with a Catmull-Rom kernel. A source may be turned about its middle, too.
 *
 * @param dx columns of the level
 * @param dy rows of the level
 * @param turn of the source, radians clockwise as it is seen
 * @param cx what of the target lies on the source's middle, columns of the level
 * @param cy rows
 * @param level of the pyramid
 */
record Moved(double dx, double dy, double turn, double cx, double cy, int level) {
  /** Pixels of its level that a cubic kernel reaches beyond where it lies. */
  private static final int KERNEL = 2;

  /**
   * @param dx source pixels, rounded to whole ones
   * @param dy source pixels
   */
  static Moved by(double dx, double dy, int level) {
    return new Moved(
        Math.scalb((double) Math.round(dx), -level),
        Math.scalb((double) Math.round(dy), -level),
        0,
        0,
        0,
        level);
  }

  /** As a heal's source lies. */
  static Moved of(Heal h, int level) {
    return by(h.dx(), h.dy(), level).turned(h.turn(), (h.x0() + h.x1()) / 2, (h.y0() + h.y1()) / 2);
  }

  /**
   * @param degrees clockwise
   * @param x the middle, source pixels
   * @param y rows
   */
  Moved turned(double degrees, double x, double y) {
    return new Moved(
        dx, dy, Math.toRadians(degrees), Math.scalb(x, -level), Math.scalb(y, -level), level);
  }

  /** The same at a level, of that of full size. */
  Moved at(int newLevel) {
    return new Moved(
        Math.scalb(dx, -newLevel),
        Math.scalb(dy, -newLevel),
        turn,
        Math.scalb(cx, -newLevel),
        Math.scalb(cy, -newLevel),
        newLevel);
  }

  void addTo(Hash h) {
    h.add(dx).add(dy);
    if (isTurned()) {
      h.add(turn).add(cx).add(cy);
    }
  }

  private boolean isTurned() {
    return turn != 0;
  }

  /** Pixels of the level that filling {@code target} of it rests on. */
  Rect rect(Rect target) {
    if (isTurned()) {
      Rect out = new Rect(0, 0, 0, 0);
      for (int k = 0; k < 4; k++) {
        double x = k % 2 == 0 ? target.x() : target.right();
        double y = k < 2 ? target.y() : target.bottom();
        out = out.union(new Rect((int) Math.floor(x(x, y)), (int) Math.floor(y(x, y)), 1, 1));
      }
      return out.grow(KERNEL);
    }
    return new Rect(
            target.x() + (int) Math.floor(dx),
            target.y() + (int) Math.floor(dy),
            target.w(),
            target.h())
        .grow(level == 0 ? 0 : KERNEL);
  }

  /**
   * The part of a target that there is with its source; all that there is of it where the source is
   * turned, which then goes on beyond the border. At full size.
   */
  Rect there(Rect target, Rect bounds) {
    Rect t = target.intersect(bounds);
    Rect s = rect(t).intersect(bounds);
    if (s.isEmpty() || isTurned()) {
      return s.isEmpty() ? s : t;
    }
    return new Rect(s.x() - (int) dx, s.y() - (int) dy, s.w(), s.h());
  }

  /** Where a point of the target is taken from, columns of the level. */
  double x(double x, double y) {
    return cx + dx + Math.cos(turn) * (x - cx) + Math.sin(turn) * (y - cy);
  }

  /** Where a point of the target is taken from, rows of the level. */
  double y(double x, double y) {
    return cy + dy - Math.sin(turn) * (x - cx) + Math.cos(turn) * (y - cy);
  }

  /**
   * The source's light brought under the target's pixels; at its border it goes on as it is there.
   *
   * @param source over what is there of {@link #rect}
   * @param c channel
   */
  float[] under(RgbBlock source, int c, Rect to) {
    float[] out = new float[to.w() * to.h()];
    if (isTurned()) {
      for (int i = 0; i < out.length; i++) {
        double x = to.x() + i % to.w() + 0.5;
        double y = to.y() + i / to.w() + 0.5;
        double u = x(x, y) - 0.5;
        double v = y(x, y) - 0.5;
        int ix = (int) Math.floor(u);
        int iy = (int) Math.floor(v);
        out[i] = at(source, c, ix, iy, cubic((float) (u - ix)), cubic((float) (v - iy)));
      }
      return out;
    }
    int ix = (int) Math.floor(dx);
    int iy = (int) Math.floor(dy);
    float[] wx = cubic((float) (dx - ix));
    float[] wy = cubic((float) (dy - iy));
    for (int i = 0; i < out.length; i++) {
      out[i] = at(source, c, to.x() + i % to.w() + ix, to.y() + i / to.w() + iy, wx, wy);
    }
    return out;
  }

  /** The four by four pixels round a place, weighed. */
  private static float at(RgbBlock source, int c, int x, int y, float[] wx, float[] wy) {
    Rect from = source.rect();
    float[] in = source.channel(c);
    float sum = 0;
    for (int v = 0; v < 4; v++) {
      if (wy[v] == 0) {
        continue;
      }
      int sy = clamp(y + v - 1, from.y(), from.bottom());
      int row = (sy - from.y()) * from.w() - from.x();
      float line = 0;
      for (int u = 0; u < 4; u++) {
        if (wx[u] != 0) {
          line += wx[u] * in[row + clamp(x + u - 1, from.x(), from.right())];
        }
      }
      sum += wy[v] * line;
    }
    return sum;
  }

  private static int clamp(int v, int from, int to) {
    return Math.max(from, Math.min(to - 1, v));
  }

  /** Catmull-Rom weights of the four samples round a fraction of a pixel. */
  private static float[] cubic(float t) {
    float t2 = t * t;
    float t3 = t2 * t;
    return new float[] {
      0.5f * (-t + 2 * t2 - t3),
      0.5f * (2 - 5 * t2 + 3 * t3),
      0.5f * (t + 4 * t2 - 3 * t3),
      0.5f * (-t2 + t3)
    };
  }
}
