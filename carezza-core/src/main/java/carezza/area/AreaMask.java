package carezza.area;

import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import java.util.Arrays;
import java.util.List;

/** Rasterises an {@link Area} to a mask of 0..1 at the pixel centres of any level. */
public final class AreaMask {
  /** What an area may refer to. */
  public interface Context {
    double pxPerMm();

    /** The whole picture at a level. */
    Rect bounds(int level);

    /** Weights of a named region, all 0 if there is none; null when they are all 1. */
    float[] region(String name, int level, Rect rect);

    /** Weights of a region as it is found from the face map, all 0 if it cannot be. */
    Plane found(String name, int level, Rect rect);

    /** The picture below the pass whose area this is. */
    RgbBlock below(int level, Rect rect);

    /** The matte of a grown place over {@code rect} at {@code level}. */
    Plane matte(Seed g, int level, Rect rect);
  }

  private AreaMask() {}

  /** Weights 0..1 over {@code rect}, or null when they are all 1. */
  public static float[] of(Area area, Context ctx, int level, Rect rect) {
    if (area.isWhole()) {
      return null;
    }
    float[] m = area.followMm() > 0 ? null : bare(area, ctx, level, rect);
    return finish(area, ctx, level, rect, m);
  }

  /** What the area is before anything is joined with it and before it is inverted. */
  private static float[] bare(Area area, Context ctx, int level, Rect rect) {
    float[] m = new float[rect.w() * rect.h()];
    switch (area.base()) {
      case WHOLE -> Arrays.fill(m, 1);
      case REGION -> {
        float[] r = ctx.region(area.region(), level, rect);
        if (r == null) {
          Arrays.fill(m, 1);
        } else {
          System.arraycopy(r, 0, m, 0, m.length);
        }
      }
      case FOUND ->
          System.arraycopy(ctx.found(area.region(), level, rect).data(), 0, m, 0, m.length);
      default -> {}
    }
    for (Seed g : area.seeds()) {
      float[] p = ctx.matte(g, level, rect).data();
      for (int i = 0; i < m.length; i++) {
        m[i] = Math.max(m[i], p[i]);
      }
    }
    paint(area.strokes(), ctx.pxPerMm(), level, rect, m);
    return m;
  }

  /**
   * Joins an area's terms with a mask of what comes before them, lets it follow edges and inverts
   * it, as it is set.
   *
   * @param bare of the area without terms, written to; not read when the area follows edges
   */
  public static float[] finish(Area area, Context ctx, int level, Rect rect, float[] bare) {
    float[] m = bare;
    if (area.followMm() > 0) {
      EdgeFollowing.Mask joined =
          (l, r) -> new Plane(r, joined(area, ctx, l, r, bare(area, ctx, l, r)));
      m = EdgeFollowing.of(joined, area.followMm(), ctx, level, rect);
    } else {
      joined(area, ctx, level, rect, m);
    }
    if (area.inverted()) {
      for (int i = 0; i < m.length; i++) {
        m[i] = 1 - m[i];
      }
    }
    return m;
  }

  private static float[] joined(Area area, Context ctx, int level, Rect rect, float[] m) {
    for (Term t : area.terms()) {
      if (!t.isKnown()) {
        continue;
      }
      float[] r = weights(t, ctx, level, rect);
      for (int i = 0; i < m.length; i++) {
        float v = r == null ? 1 : r[i];
        m[i] =
            switch (t.how()) {
              case ADD -> Math.max(m[i], v);
              case TAKE -> m[i] * (1 - v);
              case WITHIN -> m[i] * v;
            };
      }
    }
    return m;
  }

  /** Weights of a term; null when they are all 1. */
  private static float[] weights(Term t, Context ctx, int level, Rect rect) {
    double sigma = t.featherMm() * ctx.pxPerMm() / 2;
    if (t.what() instanceof Extent.Window w) {
      return Windows.of(w, ctx, level, rect);
    }
    if (t.what() instanceof Extent.Shape s) {
      return Shapes.of(s, sigma, level, rect);
    }
    String name = ((Extent.Region) t.what()).name();
    return SoftBorder.of(
            (l, r) -> {
              float[] m = ctx.region(name, l, r);
              return m == null ? Plane.filled(r, 1) : new Plane(r, m);
            },
            Math.scalb(sigma, -level),
            level,
            rect,
            ctx.bounds(level))
        .data();
  }

  /** Lays strokes on a mask in their order. */
  public static void paint(List<Stroke> strokes, double pxPerMm, int level, Rect rect, float[] m) {
    float[] layer = new float[m.length];
    for (Stroke s : strokes) {
      Rect part = s.bounds(pxPerMm).toLevel(level).intersect(rect);
      if (part.isEmpty()) {
        continue;
      }
      deposit(s, pxPerMm, level, rect, layer);
      float sign = s.brush().puts() ? 1 : -1;
      for (int y = part.y(); y < part.bottom(); y++) {
        int row = (y - rect.y()) * rect.w() - rect.x();
        for (int x = part.x(); x < part.right(); x++) {
          int i = row + x;
          if (layer[i] != 0) {
            m[i] = Math.max(0, Math.min(1, m[i] + sign * Math.min(1, layer[i])));
            layer[i] = 0;
          }
        }
      }
    }
  }

  private static void deposit(Stroke s, double pxPerMm, int level, Rect rect, float[] layer) {
    StrokePath path = s.path(pxPerMm);
    StrokeLayers.Laying laying = (from, to, out) -> lay(s, path, from, to, level, rect, out);
    if (s.layers() == null) {
      laying.lay(0, path.count(), layer);
    } else {
      s.layers().lay(path, level, rect, laying, layer);
    }
  }

  /** Lays the dabs from one to another of a stroke on a layer. */
  private static void lay(
      Stroke s, StrokePath path, int from, int to, int level, Rect rect, float[] layer) {
    double scale = Math.scalb(1.0, -level);
    double brushPx = s.brush().sizeMm() * path.pxPerMm / 2;
    for (int k = from; k < to; k++) {
      double spread = path.spread(k);
      double radiusPx = brushPx * spread;
      double radius = Math.max(0.75, radiusPx * scale);
      double thin = Math.min(1, radiusPx * scale / radius);
      double edge = Math.max(s.brush().edge(), Math.min(1, 0.7 / radius));
      float full = (float) (path.share * thin / s.brush().touches() / spread);
      double cx = path.x(k) * scale - 0.5;
      double cy = path.y(k) * scale - 0.5;
      float amount = (float) (full * path.pressure(k));
      int left = (int) Math.ceil(cx - radius);
      int x0 = Math.max(rect.x(), left);
      int x1 = Math.min(rect.right() - 1, (int) Math.floor(cx + radius));
      int y0 = Math.max(rect.y(), (int) Math.ceil(cy - radius));
      int y1 = Math.min(rect.bottom() - 1, (int) Math.floor(cy + radius));
      if (x1 < x0 || y1 < y0) {
        continue;
      }
      // Reckoned from the dab's own left end, so that it is the same in every tile.
      float[] dx2 = new float[x1 - x0 + 1];
      float off = (float) (left - cx);
      for (int x = 0; x < dx2.length; x++) {
        float d = off + (x0 - left + x);
        dx2[x] = d * d;
      }
      float[] row = new float[dx2.length];
      for (int y = y0; y <= y1; y++) {
        float dy = (float) (y - cy);
        StrokePath.profile(dx2, dy * dy, (float) (1 / radius), (float) edge, amount, row);
        int at = (y - rect.y()) * rect.w() - rect.x() + x0;
        for (int x = 0; x < row.length; x++) {
          layer[at + x] += row[x];
        }
      }
    }
  }
}
