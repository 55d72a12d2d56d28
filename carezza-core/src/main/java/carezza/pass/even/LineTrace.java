package carezza.pass.even;

import carezza.area.Area;
import carezza.face.Pin;
import carezza.field.MaskedBlur;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.pass.ColourRatios;
import carezza.pass.EvaluationContext;
import java.util.ArrayList;
import java.util.List;

/**
 * A line that was drawn from end to end laid into the valley of light beside it: of the places
 * across it at each step those that are darkest and bend least together, by dynamic programming
 * (Amini, Weymouth and Jain 1990, "Using dynamic programming for solving variational problems in
 * vision").
 */
final class LineTrace {
  private static final double STEP_MM = 1.5;
  private static final double MOST = 200;

  /** How far beside the straight line it may run, in its middle and at its ends. */
  private static final double ASIDE_MM = 8;

  private static final double AT_ENDS_MM = 2;
  private static final double FINE_MM = 0.5;

  /** Stops that a shift of a mm from step to step costs, for each mm of it. */
  private static final double STIFF = 0.3;

  private static final double FAR = 1e9;

  private LineTrace() {}

  /** Points from one end to the other, source pixels. */
  static List<Pin> between(EvaluationContext context, Pin from, Pin to) {
    double pxPerMm = context.frame().pxPerMm();
    int level = context.frame().levelFor(FINE_MM, 1.3);
    double px = pxPerMm / (1 << level);
    Rect near =
        Rect.ofDisc(from.x(), from.y(), 2 * ASIDE_MM * pxPerMm)
            .union(Rect.ofDisc(to.x(), to.y(), 2 * ASIDE_MM * pxPerMm))
            .intersect(context.frame().bounds());
    Rect rect = near.toLevel(level).intersect(context.below().bounds(level));
    if (rect.isEmpty()) {
      return List.of(from, to);
    }
    Plane mask = context.mask(Area.WHOLE, level, rect);
    Plane e = ColourRatios.of(context.below().read(level, rect)).e();
    Plane light = MaskedBlur.of(e, mask, FINE_MM * px, 0);
    int steps =
        Math.max(2, (int) Math.min(MOST, Math.round(from.distance(to) / pxPerMm / STEP_MM)));
    int aside = (int) Math.ceil(ASIDE_MM * px);
    double nx = -(to.y() - from.y()) / from.distance(to);
    double ny = (to.x() - from.x()) / from.distance(to);
    double[][] cost = new double[steps + 1][2 * aside + 1];
    int[][] back = new int[steps + 1][2 * aside + 1];
    List<Pin> straight = new ArrayList<>();
    for (int k = 0; k <= steps; k++) {
      double t = k / (double) steps;
      Pin at = new Pin(from.x() + t * (to.x() - from.x()), from.y() + t * (to.y() - from.y()));
      straight.add(at);
      double most = AT_ENDS_MM + (ASIDE_MM - AT_ENDS_MM) * Math.sin(Math.PI * t);
      for (int j = 0; j <= 2 * aside; j++) {
        cost[k][j] = FAR;
        if (Math.abs(j - aside) > most * px) {
          continue;
        }
        double off = (j - aside) * (double) (1 << level);
        double own = light(light, at.x() + off * nx, at.y() + off * ny, level);
        for (int i = 0; i <= 2 * aside; i++) {
          double shift = (i - j) / px;
          double c = (k == 0 ? 0 : cost[k - 1][i]) + STIFF * shift * shift;
          if (c < cost[k][j]) {
            cost[k][j] = c;
            back[k][j] = i;
          }
        }
        cost[k][j] += own;
      }
    }
    return path(straight, cost[steps], back, nx * (1 << level), ny * (1 << level));
  }

  private static List<Pin> path(
      List<Pin> straight, double[] last, int[][] back, double nx, double ny) {
    int j = 0;
    for (int i = 1; i < last.length; i++) {
      j = last[i] < last[j] ? i : j;
    }
    int aside = last.length / 2;
    Pin[] out = new Pin[straight.size()];
    for (int k = out.length - 1; k >= 0; k--) {
      Pin at = straight.get(k);
      out[k] = new Pin(at.x() + (j - aside) * nx, at.y() + (j - aside) * ny);
      j = back[k][j];
    }
    return List.of(out);
  }

  private static double light(Plane light, double x, double y, int level) {
    Rect r = light.rect();
    int u = (int) Math.floor(Math.scalb(x, -level)) - r.x();
    int v = (int) Math.floor(Math.scalb(y, -level)) - r.y();
    int cu = Math.max(0, Math.min(r.w() - 1, u));
    return light.data()[Math.max(0, Math.min(r.h() - 1, v)) * r.w() + cu];
  }
}
