package carezza.pass.clean;

import carezza.area.Area;
import carezza.color.Roots;
import carezza.filter.ExemplarFill;
import carezza.filter.Gaussian;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.pass.EvaluationContext;
import carezza.region.RegionName;
import java.util.List;
import java.util.Optional;

/**
 * An outlined thing filled from what is round it. Where each piece comes from is found once, on a
 * grid coarse enough for the hole ({@link ExemplarFill}), in the cube root of light freed of its
 * {@link LightTrend}; then the picture's own pixels are laid at any level, neighbouring pieces
 * blended over a pixel of that grid, and brought to the light at the border of the hole by a {@link
 * RingMembrane}. Pieces are taken from the kinds of surface that lie along the border, so nothing
 * of the person comes into a backdrop.
 */
final class Filling {
  static final List<RegionName> SURFACES =
      List.of(RegionName.SKIN, RegionName.HAIR, RegionName.CLOTHING, RegionName.BACKDROP);

  /** Share of the border that a surface needs to be taken from. */
  private static final double ALONG = 0.12;

  /** Most pixels of the hole's rectangle, and of all that is looked at, on the grid. */
  private static final long MOST_HOLE = 150_000;

  private static final long MOST_ALL = 1_200_000;

  /** Pixels of the grid round the hole by which light is brought to that at its border. */
  private static final int RING = 3;

  /** What was found of a hole: where pieces come from, and how light falls off. */
  private record Plan(Rect grid, int level, ExemplarFill.Shifts shifts, LightTrend trend) {
    boolean isSet(int i) {
      return shifts.isSet()[i];
    }
  }

  private final EvaluationContext context;
  private final Rect area;
  private final Rect all;
  private final int level;

  /**
   * @param context unlit
   * @param area source pixels outside which the hole is 0
   * @param all source pixels from which pieces may come, and the hole
   */
  Filling(EvaluationContext context, Rect area, Rect all) {
    this.context = context;
    this.area = area;
    this.all = all;
    int k = 0;
    while (area.area() >> 2 * k > MOST_HOLE || all.area() >> 2 * k > MOST_ALL) {
      k++;
    }
    level = k;
  }

  /** The finest level on which it need be solved: coarser ones are reduced from it. */
  int level() {
    return level;
  }

  /**
   * The patch at a level that is no coarser than the grid's; one without pixels where there is
   * nothing to take from.
   *
   * @param key fingerprint of all that is read
   */
  SolvedPatch solve(long key, int atLevel) {
    Optional<Plan> plan = context.analysis(key, 12 * all.area() >> 2 * level, this::plan);
    return plan.map(p -> laid(p, atLevel)).orElse(SolvedPatch.nothing(atLevel));
  }

  private Optional<Plan> plan() {
    Rect grid = all.toLevel(level).intersect(context.below().bounds(level));
    RgbBlock b = context.below().read(level, grid);
    boolean[] hole = hole(context.mask(context.area(), level, grid));
    boolean[] source = sources(hole, grid);
    float[][] v = new float[3][b.size()];
    for (int c = 0; c < 3; c++) {
      for (int i = 0; i < b.size(); i++) {
        v[c][i] = Roots.cbrt(b.channel(c)[i]);
      }
    }
    LightTrend trend = LightTrend.of(v, source, grid.w(), grid.h());
    for (int c = 0; c < 3; c++) {
      for (int i = 0; i < b.size(); i++) {
        v[c][i] -= (float) trend.at(c, i % grid.w() + 0.5, i / grid.w() + 0.5);
      }
    }
    return ExemplarFill.find(v, hole, source, grid.w(), grid.h())
        .map(s -> new Plan(grid, level, s, trend));
  }

  /** What has any weight, and one pixel round it. */
  private static boolean[] hole(Plane mask) {
    boolean[] out = border(mask, 1);
    for (int i = 0; i < out.length; i++) {
      out[i] |= mask.data()[i] > 0;
    }
    return out;
  }

  /** Outside the hole, on the kinds of surface along its border; anywhere where none is known. */
  private boolean[] sources(boolean[] hole, Rect grid) {
    float[] open = new float[hole.length];
    float[] near = new float[hole.length];
    for (int i = 0; i < hole.length; i++) {
      near[i] = hole[i] ? 1 : 0;
    }
    boolean[] round = border(new Plane(grid, near), 2 * RING);
    boolean any = false;
    for (RegionName name : SURFACES) {
      float[] m = context.mask(Area.found(name.key()), level, grid).data();
      double on = 0;
      double n = 1e-9;
      for (int i = 0; i < m.length; i++) {
        if (round[i]) {
          on += m[i];
          n++;
        }
      }
      if (on / n > ALONG) {
        any = true;
        for (int i = 0; i < m.length; i++) {
          open[i] += m[i];
        }
      }
    }
    boolean[] out = new boolean[hole.length];
    for (int i = 0; i < out.length; i++) {
      out[i] = !hole[i] && (!any || open[i] > 0.5f);
    }
    return out;
  }

  /** Pixels outside a set that are within so many pixels of it. */
  static boolean[] border(Plane in, int within) {
    int w = in.w();
    float[] rows = new float[in.data().length];
    boolean[] out = new boolean[rows.length];
    for (int i = 0; i < rows.length; i++) {
      for (int x = Math.max(0, i % w - within); x <= Math.min(w - 1, i % w + within); x++) {
        rows[i] = Math.max(rows[i], in.data()[i / w * w + x]);
      }
    }
    for (int i = 0; i < rows.length; i++) {
      for (int y = Math.max(0, i / w - within); y <= Math.min(in.h() - 1, i / w + within); y++) {
        out[i] |= in.data()[i] == 0 && rows[y * w + i % w] > 0;
      }
    }
    return out;
  }

  /** The pieces laid on the pixels of a level. */
  private SolvedPatch laid(Plan plan, int atLevel) {
    int k = plan.level() - atLevel;
    Rect bounds = context.below().bounds(atLevel);
    Rect from = all.toLevel(atLevel).intersect(bounds);
    RgbBlock b = context.below().read(atLevel, from);
    Rect rect = area.toLevel(atLevel).grow((RING + 1) << k).intersect(from);
    float[] mask = context.mask(context.area(), atLevel, rect).data();
    int n = (int) rect.area();
    float[][] fill = new float[3][n];
    float[][] rest = new float[3][n];
    float[] ring = new float[n];
    boolean[] isLaid = new boolean[n];
    Plane open = open(atLevel, from);
    for (int c = 0; c < 3; c++) {
      Laying laying = new Laying(plan, b, c, open, k);
      for (int i = 0; i < n; i++) {
        int x = rect.x() + i % rect.w();
        int y = rect.y() + i / rect.w();
        fill[c][i] = laying.at(x, y);
        isLaid[i] = !Float.isNaN(fill[c][i]);
        rest[c][i] = isLaid[i] ? Roots.cbrt(b.channel(c)[b.index(x, y)]) - fill[c][i] : 0;
        ring[i] = isLaid[i] && mask[i] == 0 ? 1 : 0;
      }
    }
    HealSite site = new HealSite(rect, atLevel, 1, RING << k, mask, ring, mask);
    HealPatch.dropStrangers(site, rest);
    float[][] delta = new float[3][n];
    for (int c = 0; c < 3; c++) {
      float[] more = RingMembrane.carried(rect, rest[c], ring, k, RING);
      float[] own = b.channel(c);
      for (int i = 0; i < n; i++) {
        if (isLaid[i] && mask[i] > 0) {
          float v = fill[c][i] + more[i];
          int at = b.index(rect.x() + i % rect.w(), rect.y() + i / rect.w());
          delta[c][i] = v * v * v - own[at];
        }
      }
    }
    return new SolvedPatch(atLevel, rect, delta);
  }

  /** 1 where the area has no weight. */
  private Plane open(int atLevel, Rect rect) {
    float[] v = context.mask(context.area(), atLevel, rect).data().clone();
    for (int i = 0; i < v.length; i++) {
      v[i] = v[i] == 0 ? 1 : 0;
    }
    return new Plane(rect, v);
  }

  /**
   * Copies pieces of one channel at one level, in the cube root of light: of a large picture three
   * at once would not fit beside it. Where pieces meet they are blended over a few cells: their
   * broad tones as they are, what is finer divided by the root of the sum of squared weights, so
   * that grain loses no strength there (Heitz and Neyret 2018, "High-performance by-example noise
   * using a histogram-preserving blending operator").
   */
  private static final class Laying {
    private static final double BROAD_CELLS = 1.5;
    private static final int CELLS = 9;

    private final Plan plan;
    private final Rect rect;
    private final int k;
    private final double cell;
    private final int channel;
    private final float[] broad;
    private final float[] fine;

    /** Of one pixel: the shifts of the cells round it, each once, and what they weigh. */
    private final int[] at = new int[CELLS];

    private final double[] weight = new double[CELLS];

    /**
     * @param b what pieces come from, at the level
     * @param channel red, green or blue
     * @param open weights of its pixels, 0 in the hole
     * @param k levels from the grid's down to this one
     */
    Laying(Plan plan, RgbBlock b, int channel, Plane open, int k) {
      this.plan = plan;
      this.channel = channel;
      this.k = k;
      rect = b.rect();
      cell = 1 << k;
      fine = new float[b.size()];
      for (int i = 0; i < fine.length; i++) {
        fine[i] = Roots.cbrt(b.channel(channel)[i]) - trend(i % rect.w(), i / rect.w());
      }
      broad = Gaussian.blurMasked(new Plane(rect, fine), open, BROAD_CELLS * cell, 0).data();
      for (int i = 0; i < fine.length; i++) {
        fine[i] -= broad[i];
      }
    }

    private float trend(double x, double y) {
      Rect g = plan.grid();
      double gx = (rect.x() + x + 0.5) / cell - g.x();
      double gy = (rect.y() + y + 0.5) / cell - g.y();
      return (float) plan.trend().at(channel, gx, gy);
    }

    /**
     * What lies on a pixel of the level: the pieces of the three by three cells round it, by the
     * quadratic B-spline.
     *
     * @return NaN where no piece reaches
     */
    float at(int x, int y) {
      double gx = (x + 0.5) / cell - plan.grid().x();
      double gy = (y + 0.5) / cell - plan.grid().y();
      int n = gather(x, y, gx, gy);
      double sum = 0;
      double squares = 0;
      double tone = 0;
      double grain = 0;
      for (int j = 0; j < n; j++) {
        sum += weight[j];
        squares += weight[j] * weight[j];
        tone += weight[j] * broad[at[j]];
        grain += weight[j] * fine[at[j]];
      }
      if (n == 0) {
        return Float.NaN;
      }
      return (float) (tone / sum + grain / Math.sqrt(squares)) + trend(x - rect.x(), y - rect.y());
    }

    /** Fills {@link #at} and {@link #weight} and says how many sources there are. */
    private int gather(int x, int y, double gx, double gy) {
      int cx = (int) Math.floor(gx);
      int cy = (int) Math.floor(gy);
      int n = 0;
      for (int dy = -1; dy <= 1; dy++) {
        for (int dx = -1; dx <= 1; dx++) {
          double w = spline(gx - cx - 0.5 - dx) * spline(gy - cy - 0.5 - dy);
          int source = w > 0 ? source(cx + dx, cy + dy, x, y) : -1;
          if (source >= 0) {
            int j = 0;
            while (j < n && at[j] != source) {
              j++;
            }
            weight[j] = (j < n ? weight[j] : 0) + w;
            at[j] = source;
            n = Math.max(n, j + 1);
          }
        }
      }
      return n;
    }

    /** Index of the source of a pixel by the shift of a cell, or -1. */
    private int source(int cx, int cy, int x, int y) {
      Rect g = plan.grid();
      if (cx < 0 || cy < 0 || cx >= g.w() || cy >= g.h() || !plan.isSet(cy * g.w() + cx)) {
        return -1;
      }
      int i = cy * g.w() + cx;
      int sx = x + (plan.shifts().dx()[i] << k);
      int sy = y + (plan.shifts().dy()[i] << k);
      return rect.contains(sx, sy) ? (sy - rect.y()) * rect.w() + sx - rect.x() : -1;
    }

    private static double spline(double t) {
      double a = Math.abs(t);
      return a < 0.5 ? 0.75 - a * a : a < 1.5 ? 0.5 * (1.5 - a) * (1.5 - a) : 0;
    }
  }
}
