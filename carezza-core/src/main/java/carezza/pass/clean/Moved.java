package carezza.pass.clean;

import carezza.image.Rect;
import carezza.image.RgbBlock;

/**
 * Whole source pixels by which a source lies off its target, at a level: parts of a pixel there,
 * with a Catmull-Rom kernel.
 */
record Moved(double dx, double dy, int level) {
  /**
   * @param dx source pixels, rounded to whole ones
   * @param dy source pixels
   */
  static Moved by(double dx, double dy, int level) {
    return new Moved(
        Math.scalb((double) Math.round(dx), -level),
        Math.scalb((double) Math.round(dy), -level),
        level);
  }

  /** Pixels of the level that filling {@code target} of it rests on. */
  Rect rect(Rect target) {
    return new Rect(
            target.x() + (int) Math.floor(dx),
            target.y() + (int) Math.floor(dy),
            target.w(),
            target.h())
        .grow(level == 0 ? 0 : 2);
  }

  /**
   * The source's light brought under the target's pixels; at its border it goes on as it is there.
   *
   * @param source over what is there of {@link #rect}
   * @param c channel
   */
  float[] under(RgbBlock source, int c, Rect to) {
    Rect from = source.rect();
    float[] in = source.channel(c);
    int ix = (int) Math.floor(dx);
    int iy = (int) Math.floor(dy);
    float[] wx = cubic((float) (dx - ix));
    float[] wy = cubic((float) (dy - iy));
    float[] out = new float[to.w() * to.h()];
    for (int y = 0; y < to.h(); y++) {
      for (int x = 0; x < to.w(); x++) {
        float sum = 0;
        for (int v = 0; v < 4; v++) {
          if (wy[v] == 0) {
            continue;
          }
          int sy = clamp(to.y() + y + iy + v - 1, from.y(), from.bottom());
          int row = (sy - from.y()) * from.w() - from.x();
          float line = 0;
          for (int u = 0; u < 4; u++) {
            if (wx[u] != 0) {
              line += wx[u] * in[row + clamp(to.x() + x + ix + u - 1, from.x(), from.right())];
            }
          }
          sum += wy[v] * line;
        }
        out[y * to.w() + x] = sum;
      }
    }
    return out;
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
