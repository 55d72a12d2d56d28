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
 * distance. Where both textures have a direction, a place whose texture runs another way costs more
 * or is turned: that softens it by a kernel's width, so it costs a little too. The search over
 * offsets and rotations is that of Barnes et al. 2009, "PatchMatch", done in full: a mark has few
 * candidates.
 */
public final class SourceSearch {
  private static final int DIRECTIONS = 24;
  private static final double[] STEPS = {2.15, 2.5, 3, 3.6, 4.3, 5.2, 6.5, 8};

  /** What a texture that runs another way costs where both run one way only. */
  private static final double ASTRAY = 0.02;

  /** What turning costs. */
  private static final double TURNING = 0.005;

  /**
   * One place judged: the offset, degrees that it is turned by and its cost, in the units of the
   * cube root of light.
   */
  private record Candidate(int dx, int dy, double turn, double cost) {}

  private final Frame frame;
  private final Heal heal;
  private final Rect rect;
  private final Plane[] low = new Plane[3];
  private final Plane fine;

  /** 1 but where the heal's ring is another thing than what the mark lies on. */
  private final Plane ground;

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
    Rect target = HealPatch.targetRect(heal, px).intersect(rect);
    float[][] roots = new float[3][];
    for (int c = 0; c < 3; c++) {
      float[] u = new float[b.size()];
      for (int i = 0; i < u.length; i++) {
        u[i] = Roots.cbrt(b.channel(c)[i]);
      }
      roots[c] = new Plane(rect, u).crop(target, 0).data();
      low[c] = Gaussian.blur(new Plane(rect, u), 0.3 * px);
    }
    ground = Plane.filled(target, 1);
    HealGround.border(heal, HealSite.of(heal, px, target, 0), roots).ifPresent(this::leave);
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

  private void leave(HealGround.Border border) {
    for (int i = 0; i < border.near().length; i++) {
      ground.data()[i] = border.near()[i] ? 0 : 1;
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
      return heal.from(heal.x0() + d < frame.bounds().w() - radius ? d : -d, 0).turned(0);
    }
    found.sort(
        Comparator.comparingDouble(Candidate::cost)
            .thenComparingInt(Candidate::dx)
            .thenComparingInt(Candidate::dy));
    Candidate c = s.nth(found, rank);
    return heal.from(c.dx(), c.dy()).turned(c.turn());
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
        if (clear(dx, dy, 0, others)) {
          out.add(judged(dx, dy, others));
        }
      }
    }
    return out;
  }

  private boolean clear(int dx, int dy, double turn, List<Heal> others) {
    Rect t = HealPatch.targetRect(heal, frame.pxPerMm());
    Moved moved = Moved.of(heal.from(dx, dy).turned(turn), 0);
    if (!rect.contains(moved.rect(t))) {
      return false;
    }
    for (double f : new double[] {0, 0.5, 1}) {
      double u = heal.x0() + f * (heal.x1() - heal.x0());
      double v = heal.y0() + f * (heal.y1() - heal.y0());
      double x = moved.x(u, v);
      double y = moved.y(u, v);
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

  private Candidate judged(int dx, int dy, List<Heal> others) {
    int stride = Math.max(1, (int) (radius / 10));
    PlaneFit[] ringFit = {new PlaneFit(), new PlaneFit(), new PlaneFit()};
    PlaneFit[] inside = {new PlaneFit(), new PlaneFit(), new PlaneFit()};
    double fineHere = 0;
    double fineThere = 0;
    TextureDirection here = new TextureDirection();
    TextureDirection there = new TextureDirection();
    int n = 0;
    int m = 0;
    Rect t = HealPatch.targetRect(heal, frame.pxPerMm());
    for (int y = t.y(); y < t.bottom(); y += stride) {
      for (int x = t.x(); x < t.right(); x += stride) {
        double d = heal.distance(x + 0.5, y + 0.5);
        if (d > radius + ring) {
          continue;
        }
        boolean onRing = d >= radius && ground.clamped(x, y) > 0;
        for (int c = 0; c < 3; c++) {
          float source = low[c].at(x + dx, y + dy);
          inside[c].add(x, y, source);
          if (onRing) {
            ringFit[c].add(x, y, low[c].clamped(x, y) - source);
          }
        }
        double f = fine.at(x + dx, y + dy);
        fineThere += f * f;
        addGradient(there, x + dx, y + dy);
        m++;
        if (onRing) {
          double g = fine.clamped(x, y);
          fineHere += g * g;
          addGradient(here, x, y);
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
    double cost =
        Math.sqrt(border)
            + 0.8 * Math.sqrt(even)
            + 0.15 * Math.sqrt(apart)
            + 0.008 * ratio
            + 0.006 * distance;
    double turn = Math.rint(there.turnTo(here));
    double sin = Math.sin(Math.toRadians(turn));
    double astray = ASTRAY * Math.min(here.coherence(), there.coherence()) * sin * sin;
    return astray > TURNING && clear(dx, dy, turn, others)
        ? new Candidate(dx, dy, turn, cost + TURNING)
        : new Candidate(dx, dy, 0, cost + astray);
  }

  private void addGradient(TextureDirection d, int x, int y) {
    d.add(
        fine.clamped(x + 1, y) - fine.clamped(x - 1, y),
        fine.clamped(x, y + 1) - fine.clamped(x, y - 1));
  }
}
