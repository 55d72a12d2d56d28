package carezza.spot;

import carezza.image.Plane;
import carezza.image.Rect;
import java.util.ArrayList;
import java.util.List;

/**
 * A mark measured against the skin round it: in each channel against a plane laid through a ring
 * round it, what stands out of the plane counting less (Tukey's weights).
 *
 * @param red how much red light differs, stops; negative where darker
 * @param green the same of green
 * @param blue the same of blue
 * @param radiusPx of a disc as deep as its core that takes as much light
 * @param halfPx of a disc as large as where the mark is at least half as deep as its core
 * @param halfRedPx the same of redness
 * @param axis shorter over longer axis
 * @param closed the least of eight directions' contrast over their mean: 1 a spot alone, 0 or less
 *     the side of a fold
 * @param closedRed the same of redness
 * @param x where the middle of what is missing lies, pixels of the ground
 * @param y the same downwards
 */
record SpotShape(
    double red,
    double green,
    double blue,
    double radiusPx,
    double halfPx,
    double halfRedPx,
    double axis,
    double closed,
    double closedRed,
    double x,
    double y) {
  private static final double CORE = 0.55;
  private static final double RING_FROM = 1.7;
  private static final double RING_TO = 2.8;
  private static final int SECTORS = 8;

  /** Rings are widened so far, by that factor, until the depth falls off. */
  private static final double WIDEST_MM = 4;

  private static final double WIDER = 1.25;
  private static final double FALLEN = 0.75;
  private static final double NEARLY = 0.9;

  /** Depth under that share of the deepest is texture. */
  private static final double TEXTURE = 0.15;

  /** How far a pixel, of an index and so far from the middle, is off the plane of the ring. */
  private interface Off {
    double at(int i, int dx, int dy);
  }

  /** Red light over green light that is missing: about 0 blood, 0.45 freckles, 0.9 pigment. */
  double redShare() {
    return red / green;
  }

  double blueShare() {
    return blue / green;
  }

  double redness() {
    return red - green;
  }

  /**
   * Measured where the ring has left the mark: of rings ever wider the first against which the mark
   * is nearly as deep as against any; null where there is too little skin round it.
   */
  static SpotShape of(SpotGround g, SpotScales.Candidate c) {
    List<SpotShape> all = new ArrayList<>();
    double deepest = 0;
    for (double r = c.radiusPx(); r <= Math.max(c.radiusPx(), WIDEST_MM * g.px); r *= WIDER) {
      SpotShape s = at(g, new SpotScales.Candidate(c.x(), c.y(), r, c.dark(), c.red()));
      if (s == null || -s.green < FALLEN * deepest) {
        break;
      }
      deepest = Math.max(deepest, -s.green);
      all.add(s);
    }
    for (SpotShape s : all) {
      if (-s.green >= NEARLY * deepest) {
        return s;
      }
    }
    return null;
  }

  private static SpotShape at(SpotGround g, SpotScales.Candidate c) {
    double r = c.radiusPx();
    Ring ring = Ring.of(g, c.x(), c.y(), RING_FROM * r, RING_TO * r + 1);
    if (!ring.isEnough()) {
      return null;
    }
    double[][] plane = {ring.plane(g.red), ring.plane(g.green), ring.plane(g.blue)};
    double core = Math.max(0.8, CORE * c.radiusPx());
    double dr = mean(g.red, plane[0], c, core);
    double dg = mean(g.green, plane[1], c, core);
    double db = mean(g.blue, plane[2], c, core);
    double[] form = form(g, plane[1], c, dg);
    Off dark = (i, dx, dy) -> off(g.green, plane[1], i, dx, dy);
    Off red = (i, dx, dy) -> dark.at(i, dx, dy) - off(g.red, plane[0], i, dx, dy);
    return new SpotShape(
        dr,
        dg,
        db,
        form[0],
        half(c, dg, g.rect, dark),
        half(c, dg - dr, g.rect, red),
        form[1],
        closed(c, dg, g.rect, dark),
        closed(c, dg - dr, g.rect, red),
        c.x() + form[2],
        c.y() + form[3]);
  }

  /** Radius of a disc as large as where what is off the plane is at least half of a depth. */
  private static double half(SpotScales.Candidate c, double depth, Rect bounds, Off off) {
    double reach = RING_FROM * c.radiusPx() + 1;
    int n = (int) Math.ceil(reach);
    int count = 0;
    for (int dy = -n; dy <= n; dy++) {
      for (int dx = -n; dx <= n; dx++) {
        int x = c.x() + dx;
        int y = c.y() + dy;
        boolean isIn = x >= 0 && y >= 0 && x < bounds.w() && y < bounds.h();
        if (isIn && dx * dx + dy * dy <= reach * reach) {
          count += off.at(y * bounds.w() + x, dx, dy) / depth >= 0.5 ? 1 : 0;
        }
      }
    }
    return Math.sqrt(count / Math.PI);
  }

  private static double mean(Plane v, double[] plane, SpotScales.Candidate c, double r) {
    double sum = 0;
    int n = 0;
    int reach = (int) Math.ceil(r);
    for (int dy = -reach; dy <= reach; dy++) {
      for (int dx = -reach; dx <= reach; dx++) {
        int x = c.x() + dx;
        int y = c.y() + dy;
        if (dx * dx + dy * dy <= r * r && x >= 0 && y >= 0 && x < v.w() && y < v.h()) {
          sum += v.data()[y * v.w() + x] - at(plane, dx, dy);
          n++;
        }
      }
    }
    return sum / Math.max(1, n);
  }

  private static double off(Plane v, double[] plane, int i, int dx, int dy) {
    return v.data()[i] - at(plane, dx, dy);
  }

  private static double at(double[] plane, double dx, double dy) {
    return plane[0] + plane[1] * dx + plane[2] * dy;
  }

  /** Radius, axis ratio and where the middle of what is missing lies. */
  private static double[] form(SpotGround g, double[] plane, SpotScales.Candidate c, double depth) {
    double reach = RING_FROM * c.radiusPx() + 1;
    int n = (int) Math.ceil(reach);
    double sum = 0;
    double sx = 0;
    double sy = 0;
    double xx = 0;
    double yy = 0;
    double xy = 0;
    double peak = 0;
    Plane v = g.green;
    for (int dy = -n; dy <= n; dy++) {
      for (int dx = -n; dx <= n; dx++) {
        int x = c.x() + dx;
        int y = c.y() + dy;
        if (dx * dx + dy * dy > reach * reach || x < 0 || y < 0 || x >= v.w() || y >= v.h()) {
          continue;
        }
        double m = (v.data()[y * v.w() + x] - at(plane, dx, dy)) / depth - TEXTURE;
        if (m > 0) {
          double k = Math.min(m, 1.5);
          sum += k;
          sx += k * dx;
          sy += k * dy;
          xx += k * dx * dx;
          yy += k * dy * dy;
          xy += k * dx * dy;
          peak = Math.max(peak, k);
        }
      }
    }
    if (sum == 0) {
      return new double[] {c.radiusPx(), 1, 0, 0};
    }
    double mx = sx / sum;
    double my = sy / sum;
    double a = xx / sum - mx * mx;
    double b = yy / sum - my * my;
    double ab = xy / sum - mx * my;
    double half = Math.hypot((a - b) / 2, ab);
    double longer = (a + b) / 2 + half;
    double shorter = Math.max(0, (a + b) / 2 - half);
    double radius = Math.sqrt(sum / (Math.PI * Math.max(0.85, Math.min(1, peak))));
    return new double[] {radius, Math.sqrt((shorter + 0.08) / (longer + 0.08)), mx, my};
  }

  private static double closed(SpotScales.Candidate c, double depth, Rect bounds, Off off) {
    double[] sum = new double[SECTORS];
    int[] n = new int[SECTORS];
    double from = 1.35 * c.radiusPx();
    double to = 2.1 * c.radiusPx() + 1;
    int reach = (int) Math.ceil(to);
    for (int dy = -reach; dy <= reach; dy++) {
      for (int dx = -reach; dx <= reach; dx++) {
        double d = dx * dx + dy * dy;
        int x = c.x() + dx;
        int y = c.y() + dy;
        if (d < from * from
            || d > to * to
            || x < 0
            || y < 0
            || x >= bounds.w()
            || y >= bounds.h()) {
          continue;
        }
        int k = (int) ((Math.atan2(dy, dx) / (2 * Math.PI) + 1) * SECTORS) % SECTORS;
        sum[k] += off.at(y * bounds.w() + x, dx, dy);
        n[k]++;
      }
    }
    double least = Double.MAX_VALUE;
    double mean = 0;
    for (int k = 0; k < SECTORS; k++) {
      double contrast = (n[k] == 0 ? 0 : sum[k] / n[k]) - depth;
      least = Math.min(least, contrast);
      mean += contrast / SECTORS;
    }
    return mean <= 0 ? 0 : least / mean;
  }
}
