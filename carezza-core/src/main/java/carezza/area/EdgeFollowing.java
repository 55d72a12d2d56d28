package carezza.area;

import carezza.color.Roots;
import carezza.field.SplineField;
import carezza.filter.GuidedFilter;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;

/**
 * A mask drawn to the edges of the picture below it: the guided filter with a colour guide, the
 * cube roots of light at 0.5 mm. Its coefficients are found where its window is {@link #LEAST_PX}
 * pixels or a little more and brought up by a spline (He and Sun 2015, "Fast guided filter"), so
 * that the cost hardly depends on the distance.
 */
final class EdgeFollowing {
  /** A mask over a rectangle of a level. */
  @FunctionalInterface
  interface Mask {
    Plane at(int level, Rect rect);
  }

  private static final double LEAST_PX = 3;

  /** Above the variance of skin at 0.5 mm, below that of edges; squared cube roots of light. */
  private static final double EPS = 4e-4;

  /** The window's sigma is this share of the distance followed. */
  private static final double SHARE = 0.5;

  private static final int ALIGN = 16;

  private EdgeFollowing() {}

  /** Source pixels beyond a rectangle on which its weights rest. */
  static int reach(double followMm, double pxPerMm) {
    int grid = grid(followMm, pxPerMm, 0);
    return (margin(followMm, pxPerMm, grid) + ALIGN << grid) + Windows.reach(pxPerMm);
  }

  private static int grid(double followMm, double pxPerMm, int level) {
    int grid = level;
    while (SHARE * followMm * pxPerMm / (1 << (grid + 1)) >= LEAST_PX) {
      grid++;
    }
    return grid;
  }

  private static int margin(double followMm, double pxPerMm, int grid) {
    double sigma = Math.scalb(SHARE * followMm * pxPerMm, -grid);
    return 2 * (int) Math.ceil(4 * sigma) + SplineField.REACH + 2;
  }

  static float[] of(Mask mask, double followMm, AreaMask.Context ctx, int level, Rect rect) {
    double px = ctx.pxPerMm();
    int grid = grid(followMm, px, level);
    double sigma = Math.scalb(SHARE * followMm * px, -grid);
    if (sigma < 0.5) {
      return mask.at(level, rect).data();
    }
    Rect bounds = ctx.bounds(grid);
    Rect wide = rect.toSource(level).toLevel(grid).grow(margin(followMm, px, grid));
    wide = wide.anchored(ALIGN).intersect(bounds);
    Plane[] k = GuidedFilter.coefficients(mask.at(grid, wide), guide(ctx, grid, wide), sigma, EPS);
    Plane[] guide = guide(ctx, level, rect);
    float[] out = new SplineField(grid, k[3]).at(level, rect).data();
    for (int c = 0; c < 3; c++) {
      float[] a = new SplineField(grid, k[c]).at(level, rect).data();
      float[] g = guide[c].data();
      for (int i = 0; i < out.length; i++) {
        out[i] += a[i] * g[i];
      }
    }
    for (int i = 0; i < out.length; i++) {
      out[i] = Math.max(0, Math.min(1, out[i]));
    }
    return out;
  }

  private static Plane[] guide(AreaMask.Context ctx, int level, Rect rect) {
    RgbBlock b = Windows.light(ctx, level, rect);
    Plane[] out = new Plane[3];
    for (int c = 0; c < 3; c++) {
      float[] v = b.channel(c).clone();
      for (int i = 0; i < v.length; i++) {
        v[i] = Roots.cbrt(v[i]);
      }
      out[c] = new Plane(rect, v);
    }
    return out;
  }
}
