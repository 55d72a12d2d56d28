package carezza.bench;

import carezza.face.Pin;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.sitter.DemoSitter;
import carezza.spot.SkinSpot;
import carezza.spot.SpotType;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Random;

/**
 * Single hairs painted on a sitter's clean picture, from the hair over the backdrop or over the
 * skin, and light fibres on the skin, and how many of them are found: bent a little, thinning out.
 * Place, length, width and depth are drawn by a seed. The pictures have hairs of their own; what is
 * found of these is said apart.
 */
final class PaintedHairs {
  /** What is painted, and what it is to be found as. */
  enum What {
    FLYING(SpotType.FLYING_HAIR, "hairs over the backdrop"),
    STRAY(SpotType.STRAY_HAIR, "hairs over the skin"),
    LINT(SpotType.LINT, "lint on the skin");

    private final SpotType type;
    private final String said;

    What(SpotType type, String said) {
      this.type = type;
      this.said = said;
    }
  }

  /**
   * A hair.
   *
   * @param points a quarter of a pixel apart
   * @param stops by which it is darker than what is behind it; of lint its cover, 0..1
   */
  record Hair(List<Pin> points, double stops) {}

  private static final int MANY = 8;
  private static final int TRIES = 200_000;
  private static final double STEP = 0.25;

  /** Hairs lie so far apart, mm. */
  private static final double APART_MM = 9;

  /** A found line is on a hair if so much of it is within that distance, mm. */
  private static final double ON = 0.8;

  private static final double ON_MM = 0.8;

  /** Stops, or cover, up to which one is faint. */
  private static final double FAINT = 0.7;

  /** The light of a white fibre. */
  private static final float WHITE = 0.55f;

  private final What what;
  private final double px;
  private final Random random;
  private final LinearLight linear;
  private final Plane from;
  private final Plane over;
  private final List<Hair> hairs = new ArrayList<>();

  private PaintedHairs(What what, DemoSitter s, long seed) {
    this.what = what;
    px = s.pxPerMm();
    random = new Random(seed);
    linear = new LinearLight(s.clean());
    from = s.mask(what == What.FLYING ? "hair-headwear" : "skin");
    over = s.mask(what == What.FLYING ? "background" : "skin");
    for (int t = 0; t < TRIES && hairs.size() < MANY; t++) {
      add();
    }
  }

  /** Prints, for some seeds, how many of what was painted were found. */
  static void run(What what, String which, long[] seeds) {
    System.out.printf(Locale.ROOT, "%n%s, painted, %s%n", what.said, which);
    for (String name : DemoSitter.NAMES) {
      DemoSitter s = DemoSitter.load(name);
      int[] n = new int[2];
      int[] hit = new int[2];
      double covered = 0;
      int others = 0;
      for (long seed : seeds) {
        PaintedHairs p = new PaintedHairs(what, s, seed);
        List<SkinSpot> found =
            CleanBench.found(p.linear.picture()).stream()
                .filter(f -> f.type() == what.type)
                .toList();
        for (Hair h : p.hairs) {
          int k = Math.abs(h.stops) < FAINT ? 0 : 1;
          double on = found.stream().filter(f -> p.on(f, h)).mapToDouble(SkinSpot::sizeMm).sum();
          n[k]++;
          hit[k] += on > 0 ? 1 : 0;
          covered += Math.min(1, on * p.px / (STEP * h.points.size()));
        }
        others += found.stream().filter(f -> p.hairs.stream().noneMatch(h -> p.on(f, h))).count();
      }
      System.out.printf(
          Locale.ROOT,
          "%-8s of under %.1f %2d of %2d, of more %2d of %2d; of a found one's length %.2f;"
              + " others %d in %d pictures%n",
          name,
          FAINT,
          hit[0],
          n[0],
          hit[1],
          n[1],
          covered / Math.max(1, hit[0] + hit[1]),
          others,
          seeds.length);
    }
  }

  /** By its length. */
  private boolean on(SkinSpot f, Hair h) {
    double all = 0;
    double near = 0;
    for (int i = 1; i < f.line().size(); i++) {
      Pin a = f.line().get(i - 1);
      Pin b = f.line().get(i);
      int steps = (int) Math.ceil(a.distance(b));
      for (int k = 0; k < steps; k++) {
        double t = (k + 0.5) / steps;
        Pin p = new Pin(a.x() + t * (b.x() - a.x()), a.y() + t * (b.y() - a.y()));
        all++;
        near += h.points.stream().anyMatch(q -> q.distance(p) < ON_MM * px) ? 1 : 0;
      }
    }
    return near >= ON * all;
  }

  private double between(double low, double high) {
    return low + (high - low) * random.nextDouble();
  }

  private void add() {
    Rect r = over.rect();
    double x = random.nextInt(r.w());
    double y = random.nextInt(r.h());
    if (from.at((int) x, (int) y) < 0.9f) {
      return;
    }
    boolean isLint = what == What.LINT;
    double a = between(0, 2 * Math.PI);
    double length = (isLint ? between(3, 10) : between(8, 30)) * px;
    double bend = (isLint ? between(-0.15, 0.15) : between(-0.03, 0.03)) / px;
    double wide = Math.max(0.55, between(0.12, 0.22) * px);
    double sign = what == What.STRAY || random.nextBoolean() ? 1 : -1;
    double stops = isLint ? between(0.35, 1) : sign * between(0.35, 1.25);
    List<Pin> points = new ArrayList<>();
    int outside = 0;
    for (double t = 0; t < length; t += STEP) {
      x += STEP * Math.cos(a);
      y += STEP * Math.sin(a);
      a += STEP * bend;
      if (!r.grow(-4).contains(new Rect((int) x, (int) y, 1, 1))) {
        return;
      }
      if (over.at((int) x, (int) y) > 0.9f) {
        outside++;
      } else if (outside > 0) {
        return;
      }
      points.add(new Pin(x, y));
    }
    Pin middle = points.get(points.size() / 2);
    boolean near =
        hairs.stream()
            .anyMatch(h -> h.points.get(h.points.size() / 2).distance(middle) < APART_MM * px);
    if (!near && outside > 0.85 * points.size()) {
      paint(points, wide, stops);
      hairs.add(new Hair(points, stops));
    }
  }

  private void paint(List<Pin> points, double wide, double stops) {
    Rect r = over.rect();
    float[] deepest = new float[r.w() * r.h()];
    for (int k = 0; k < points.size(); k++) {
      Pin p = points.get(k);
      double thin = Math.min(1, (1 - (double) k / points.size()) / 0.2);
      for (int dy = -3; dy <= 3; dy++) {
        for (int dx = -3; dx <= 3; dx++) {
          int u = (int) p.x() + dx;
          int v = (int) p.y() + dy;
          double d = p.distance(new Pin(u + 0.5, v + 0.5)) / wide;
          int i = v * r.w() + u;
          deepest[i] = Math.max(deepest[i], (float) (thin * Math.exp(-d * d)));
        }
      }
    }
    for (Plane c : linear.channels) {
      float[] v = c.data();
      for (int i = 0; i < deepest.length; i++) {
        if (what == What.LINT) {
          v[i] += (float) (stops * deepest[i] * Math.max(0, WHITE - v[i]));
        } else {
          v[i] *= (float) Math.pow(2, -stops * deepest[i]);
        }
      }
    }
  }
}
