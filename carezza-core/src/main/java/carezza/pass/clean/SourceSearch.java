package carezza.pass.clean;

import carezza.color.Roots;
import carezza.color.WorkingSpace;
import carezza.filter.Gaussian;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.pass.EvaluationContext;
import carezza.pass.Frame;
import carezza.pass.Heal;
import carezza.pass.Pass;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * Finds from where a mark is best filled. Candidates lie on rings round the mark, never on the mark
 * itself or on another mark of the pass. Each is judged by how evenly its surround differs from the
 * mark's surround (an even difference is what the membrane takes out), by how even it is inside
 * once its own slope is taken out (a place with a mark, a fold or an edge is not), by the strength
 * of its texture against that round the mark, by how different its colour is, and a little by
 * distance.
 */
public final class SourceSearch {
  private static final int DIRECTIONS = 24;
  private static final double[] STEPS = {2.15, 2.5, 3, 3.6, 4.3, 5.2, 6.5, 8};

  /** One place judged: the offset and its cost, in the units of the cube root of light. */
  private record Candidate(int dx, int dy, double cost) {}

  private final Frame frame;
  private final Heal heal;
  private final Rect rect;
  private final Plane[] low = new Plane[3];
  private final Plane fine;
  private final double radius;
  private final double ring;

  private SourceSearch(Frame frame, Heal heal, RgbBlock b) {
    this.frame = frame;
    this.heal = heal;
    rect = b.rect();
    double px = frame.pxPerMm();
    radius = heal.sizeMm() * px / 2;
    ring = HealPatch.ringPx(px);
    float[] light = new float[b.size()];
    for (int c = 0; c < 3; c++) {
      float[] u = new float[b.size()];
      for (int i = 0; i < u.length; i++) {
        u[i] = Roots.cbrt(b.channel(c)[i]);
      }
      low[c] = Gaussian.blur(new Plane(rect, u), 0.3 * px);
    }
    for (int i = 0; i < light.length; i++) {
      light[i] = Roots.cbrt(Math.max(0, WorkingSpace.luminance(b.r()[i], b.g()[i], b.b()[i])));
    }
    Plane l = new Plane(rect, light);
    fine = Gaussian.blur(l, 0.12 * px);
    Plane broad = Gaussian.blur(l, 0.6 * px);
    for (int i = 0; i < light.length; i++) {
      fine.data()[i] -= broad.data()[i];
    }
  }

  /** The heal with a source found; {@code rank} 0 is the best place, 1 the next, and so on. */
  public static Heal find(EvaluationContext context, Heal heal, int rank) {
    Frame frame = context.frame();
    Pass p = context.pass();
    double radius = heal.sizeMm() * frame.pxPerMm() / 2;
    double far = STEPS[STEPS.length - 1] * Math.max(radius, frame.pxPerMm()) + 2 * radius;
    Rect near =
        HealPatch.targetRect(heal, frame.pxPerMm()).grow((int) far + 2).intersect(frame.bounds());
    RgbBlock b = Heals.readHealed(context, near);
    List<Heal> others = p.get(Heals.HEALS).stream().filter(o -> !same(o, heal)).toList();
    SourceSearch s = new SourceSearch(frame, heal, b);
    List<Candidate> found = s.candidates(others);
    if (found.isEmpty()) {
      double d = 2.2 * radius + ringOf(frame);
      return heal.from(heal.x0() + d < frame.bounds().w() - radius ? d : -d, 0);
    }
    found.sort(
        Comparator.comparingDouble(Candidate::cost)
            .thenComparingInt(Candidate::dx)
            .thenComparingInt(Candidate::dy));
    Candidate c = s.nth(found, rank);
    return heal.from(c.dx(), c.dy());
  }

  private static double ringOf(Frame frame) {
    return HealPatch.ringPx(frame.pxPerMm());
  }

  private static boolean same(Heal a, Heal b) {
    return a.x0() == b.x0() && a.y0() == b.y0() && a.x1() == b.x1() && a.y1() == b.y1();
  }

  /** The n-th best that does not nearly repeat a better one. */
  private Candidate nth(List<Candidate> sorted, int n) {
    List<Candidate> apart = new ArrayList<>();
    for (Candidate c : sorted) {
      if (apart.stream().allMatch(a -> Math.hypot(a.dx() - c.dx(), a.dy() - c.dy()) > radius)) {
        apart.add(c);
      }
    }
    return apart.get(n % apart.size());
  }

  private List<Candidate> candidates(List<Heal> others) {
    double half = Math.hypot(heal.x1() - heal.x0(), heal.y1() - heal.y0()) / 2;
    double unit = Math.max(radius, 0.8 * frame.pxPerMm());
    List<Candidate> out = new ArrayList<>();
    for (double step : STEPS) {
      for (int k = 0; k < DIRECTIONS; k++) {
        double a = 2 * Math.PI * (k + 0.5 * (out.size() % 2)) / DIRECTIONS;
        int dx = (int) Math.round(Math.cos(a) * (step * unit + half));
        int dy = (int) Math.round(Math.sin(a) * (step * unit + half));
        if (clear(dx, dy, others)) {
          out.add(new Candidate(dx, dy, cost(dx, dy)));
        }
      }
    }
    return out;
  }

  private boolean clear(int dx, int dy, List<Heal> others) {
    Rect t = HealPatch.targetRect(heal, frame.pxPerMm());
    Rect moved = new Rect(t.x() + dx, t.y() + dy, t.w(), t.h());
    if (!rect.contains(moved)) {
      return false;
    }
    for (double f : new double[] {0, 0.5, 1}) {
      double x = heal.x0() + f * (heal.x1() - heal.x0()) + dx;
      double y = heal.y0() + f * (heal.y1() - heal.y0()) + dy;
      if (heal.distance(x, y) < 2 * radius + 1) {
        return false;
      }
      for (Heal o : others) {
        if (o.distance(x, y) < radius + o.sizeMm() * frame.pxPerMm() / 2) {
          return false;
        }
      }
    }
    return true;
  }

  private double cost(int dx, int dy) {
    int stride = Math.max(1, (int) (radius / 10));
    PlaneFit[] ringFit = {new PlaneFit(), new PlaneFit(), new PlaneFit()};
    PlaneFit[] inside = {new PlaneFit(), new PlaneFit(), new PlaneFit()};
    double fineHere = 0;
    double fineThere = 0;
    int n = 0;
    int m = 0;
    Rect t = HealPatch.targetRect(heal, frame.pxPerMm());
    for (int y = t.y(); y < t.bottom(); y += stride) {
      for (int x = t.x(); x < t.right(); x += stride) {
        double d = heal.distance(x + 0.5, y + 0.5);
        if (d > radius + ring) {
          continue;
        }
        boolean onRing = d >= radius;
        for (int c = 0; c < 3; c++) {
          float there = low[c].at(x + dx, y + dy);
          inside[c].add(x, y, there);
          if (onRing) {
            ringFit[c].add(x, y, low[c].clamped(x, y) - there);
          }
        }
        double f = fine.at(x + dx, y + dy);
        fineThere += f * f;
        m++;
        if (onRing) {
          double g = fine.clamped(x, y);
          fineHere += g * g;
          n++;
        }
      }
    }
    double border = 0;
    double even = 0;
    double apart = 0;
    for (int c = 0; c < 3; c++) {
      border += ringFit[c].residual2();
      even += inside[c].residual2();
      apart += ringFit[c].mean() * ringFit[c].mean();
    }
    double texture = Math.sqrt(fineHere / Math.max(1, n));
    double ratio =
        Math.abs(Math.log((Math.sqrt(fineThere / Math.max(1, m)) + 1e-5) / (texture + 1e-5)));
    double distance = Math.hypot(dx, dy) / (40 * frame.pxPerMm());
    return Math.sqrt(border)
        + 0.8 * Math.sqrt(even)
        + 0.15 * Math.sqrt(apart)
        + 0.008 * ratio
        + 0.006 * distance;
  }
}
