package carezza.pass.even;

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

  private final Plane light;
  private final int level;
  private final double px;
  private final int aside;
  private final double nx;
  private final double ny;
  private final List<Pin> straight = new ArrayList<>();

  /**
   * @param light log2 luminance, blurred
   * @param px pixels of it in a mm
   */
  private LineTrace(Plane light, int level, double px, Pin from, Pin to) {
    this.light = light;
    this.level = level;
    this.px = px;
    aside = (int) Math.ceil(ASIDE_MM * px);
    double length = from.distance(to);
    nx = -(to.y() - from.y()) / length;
    ny = (to.x() - from.x()) / length;
    double inSteps = Math.scalb(length, -level) / px / STEP_MM;
    int steps = (int) Math.max(2, Math.min(MOST, Math.round(inSteps)));
    for (int k = 0; k <= steps; k++) {
      double t = k / (double) steps;
      straight.add(new Pin(from.x() + t * (to.x() - from.x()), from.y() + t * (to.y() - from.y())));
    }
  }

  /** Points from one end to the other, source pixels; the ends are not at one place. */
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
    Plane e = ColourRatios.of(context.below().read(level, rect)).e();
    Plane light = MaskedBlur.of(e, Plane.filled(rect, 1), FINE_MM * px, 0);
    return new LineTrace(light, level, px, from, to).path();
  }

  /** The places across the line whose light and bends are least together. */
  private List<Pin> path() {
    int n = straight.size();
    int[][] back = new int[n][];
    double[] cost = new double[2 * aside + 1];
    for (int k = 0; k < n; k++) {
      back[k] = new int[cost.length];
      cost = step(k, cost, back[k]);
    }
    int j = 0;
    for (int i = 1; i < cost.length; i++) {
      j = cost[i] < cost[j] ? i : j;
    }
    Pin[] out = new Pin[n];
    for (int k = n - 1; k >= 0; k--) {
      out[k] = at(k, j);
      j = back[k][j];
    }
    return List.of(out);
  }

  /** Costs of the places of a step by those of the step before, and from which each comes. */
  private double[] step(int k, double[] before, int[] back) {
    double[] out = new double[before.length];
    double t = k / (straight.size() - 1.0);
    double most = AT_ENDS_MM + (ASIDE_MM - AT_ENDS_MM) * Math.sin(Math.PI * t);
    for (int j = 0; j < out.length; j++) {
      out[j] = FAR;
      if (Math.abs(j - aside) <= most * px) {
        for (int i = 0; i < before.length; i++) {
          double shift = (i - j) / px;
          double c = before[i] + STIFF * shift * shift;
          if (c < out[j]) {
            out[j] = c;
            back[j] = i;
          }
        }
        out[j] += light(at(k, j));
      }
    }
    return out;
  }

  private Pin at(int k, int j) {
    double off = Math.scalb((double) j - aside, level);
    return new Pin(straight.get(k).x() + off * nx, straight.get(k).y() + off * ny);
  }

  private double light(Pin p) {
    Rect r = light.rect();
    int u = (int) Math.floor(Math.scalb(p.x(), -level)) - r.x();
    int v = (int) Math.floor(Math.scalb(p.y(), -level)) - r.y();
    int cu = Math.max(0, Math.min(r.w() - 1, u));
    return light.data()[Math.max(0, Math.min(r.h() - 1, v)) * r.w() + cu];
  }
}
