package carezza.area;

import carezza.field.WideGaussian;
import carezza.filter.Gaussian;
import carezza.image.Plane;
import carezza.image.Rect;
import java.util.function.BiFunction;

/** A mask blurred at any width, the same whatever rectangle of it is asked for. */
final class SoftBorder {
  /** Sigma in pixels under which a border is left as it is. */
  private static final double LEAST = 0.2;

  /** Sigma in pixels from which the constant-time Gaussian is taken. */
  private static final double WIDE = 10;

  /** Rectangles of the constant-time Gaussian start at its multiples. */
  private static final int ANCHOR = 64;

  private SoftBorder() {}

  /**
   * @param mask gives a mask over a rectangle of a level
   * @param bounds beyond which the mask goes on as it is at their border; starts at 0 or far off
   * @param sigmaPx pixels of the level
   */
  static Plane of(
      BiFunction<Integer, Rect, Plane> mask, double sigmaPx, int level, Rect rect, Rect bounds) {
    if (sigmaPx < LEAST) {
      return mask.apply(level, rect);
    }
    if (sigmaPx < WIDE) {
      Rect wide = rect.grow(Gaussian.reach(sigmaPx)).intersect(bounds).union(rect);
      return Gaussian.blur(mask.apply(level, wide), sigmaPx).crop(rect, 0);
    }
    Rect wide = rect.grow(WideGaussian.reach(sigmaPx));
    Rect anchored = wide.anchored(ANCHOR).intersect(bounds);
    return WideGaussian.blur(mask.apply(level, anchored), sigmaPx).crop(rect, 0);
  }
}
