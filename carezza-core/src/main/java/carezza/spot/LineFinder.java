package carezza.spot;

import carezza.face.FaceMap;
import carezza.face.Pin;
import carezza.filter.Gaussian;
import carezza.image.PixelReader;
import carezza.image.Plane;
import carezza.spot.LineZones.Zone;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;

/**
 * Finds the lines of forehead, smile and neck: what is darker than the skin on both sides, averaged
 * along the directions in which lines run there, against what the directions across them have, and
 * followed along its ridge from where it is strong to where it is weak (Steger 1998, "An unbiased
 * detector of curvilinear structures", with the averages in place of derivatives).
 */
public final class LineFinder {
  private static final double FINE_MM = 0.5;

  /** A line is averaged over so much to each side. */
  private static final double HALF_MM = 4;

  /** Directions on each side of that in which lines run, and how far apart. */
  private static final int ASIDE = 4;

  private static final double APART = Math.toRadians(8);

  /** In spreads of the same response on the skin near by. */
  private static final double STRONG = 3;

  private static final double WEAK = 0.7;
  private static final double LEAST_MM = 14;

  /** Stops of a line's mean. */
  private static final double LEAST_STOPS = 0.02;

  /** Depth among the texture, summed over its length, mm. */
  private static final double LEAST_SUM = 35;

  /** What is darker is where two forms meet, as chin and neck. */
  private static final double MOST_STOPS = 0.45;

  /** Red light missing over green light missing: less is blood, as in a scratch. */
  private static final double SHADE = 0.5;

  /** Sigma of the bell by which a line's path is smoothed, steps. */
  private static final int SMOOTH = 2;

  /** A line is followed over as much as this where it is weak. */
  private static final int GAP_MM = 6;

  /** What lies so far beside a line's middle is skin, and no other line. */
  private static final double BESIDE_MM = 2.2;

  private static final double STEP_MM = 1;

  /** From step to step it bends and shifts no more. */
  private static final double SHIFT_MM = 0.6;

  private final SpotGround g;
  private final Plane light;
  private final Plane red;
  private final float[] stops;
  private final float[] z;
  private final float[] angle;
  private final byte[] where;
  private final boolean[] taken;

  private LineFinder(SpotGround ground, LineZones zones) {
    g = ground;
    int n = g.rect.w() * g.rect.h();
    angle = new float[n];
    where = new byte[n];
    taken = new boolean[n];
    light = Gaussian.blurMasked(g.green, g.skin, FINE_MM * g.px, 0);
    red = Gaussian.blurMasked(g.red, g.skin, FINE_MM * g.px, 0);
    Plane across = new Plane(g.rect);
    Plane along = along(zones, across);
    LocalSpread spread = new LocalSpread(across, zoned(), g.px);
    stops = along.data();
    z = new float[n];
    for (int i = 0; i < n; i++) {
      z[i] = where[i] == 0 ? 0 : stops[i] / spread.at(i % g.rect.w(), i / g.rect.w());
    }
  }

  /**
   * The lines of a picture, those that show most first.
   *
   * @param picture as it is when lines are looked for
   * @param map with at least one found face
   * @param skin where there is skin
   */
  public static List<SkinLine> find(PixelReader picture, FaceMap map, SpotFinder.Skin skin) {
    LineZones zones = new LineZones(map.faces(), map.pxPerMm());
    List<SkinLine> out = new ArrayList<>();
    SpotGround.each(
        picture,
        map,
        skin,
        SpotGround.PART_PX,
        g -> out.addAll(new LineFinder(g.forLines(), zones).followed()));
    out.sort(Comparator.comparingDouble(SkinLine::shows).reversed());
    return List.copyOf(out);
  }

  private Plane zoned() {
    Plane out = new Plane(g.rect);
    for (int i = 0; i < where.length; i++) {
      out.data()[i] = where[i] == 0 ? 0 : 1;
    }
    return out;
  }

  /**
   * The most that a direction near that of the zone has on average to both sides.
   *
   * @param across gets the same of the directions across these, which is what the texture has
   *     without lines
   */
  private Plane along(LineZones zones, Plane across) {
    Plane out = new Plane(g.rect);
    int w = g.rect.w();
    IntStream.range(0, g.rect.h())
        .parallel()
        .forEach(
            y -> {
              for (int x = 0; x < w; x++) {
                int i = y * w + x;
                Pin at = g.source(x, y);
                Zone zone = g.trust.data()[i] > 0.5f ? zones.at(at.x(), at.y()) : null;
                if (zone != null) {
                  where[i] = (byte) (1 + zone.where().ordinal());
                  across.data()[i] = best(x, y, zone.angle() + Math.PI / 2);
                  out.data()[i] = best(x, y, zone.angle());
                }
              }
            });
    return out;
  }

  private float best(int x, int y, double middle) {
    float best = -Float.MAX_VALUE;
    for (int k = -ASIDE; k <= ASIDE; k++) {
      double a = middle + k * APART;
      float m = Math.min(dark(light, x, y, a), dark(light, x, y, a + Math.PI));
      if (m > best) {
        best = m;
        angle[y * g.rect.w() + x] = (float) a;
      }
    }
    return best;
  }

  /** By how much the darker of both sides is lighter than the middle, along half a line. */
  private float dark(Plane of, double x, double y, double a) {
    double c = Math.cos(a);
    double s = Math.sin(a);
    double off = BESIDE_MM * g.px;
    double one = mean(of, x - off * s, y + off * c, c, s);
    double other = mean(of, x + off * s, y - off * c, c, s);
    return (float) (Math.min(one, other) - mean(of, x, y, c, s));
  }

  private double mean(Plane d, double x, double y, double c, double s) {
    int n = (int) Math.ceil(HALF_MM * g.px);
    double sum = 0;
    for (int k = 0; k <= n; k++) {
      sum += at(d, (int) Math.round(x + k * c), (int) Math.round(y + k * s));
    }
    return sum / (n + 1);
  }

  private static float at(Plane d, int x, int y) {
    int u = Math.max(0, Math.min(d.w() - 1, x));
    return d.data()[Math.max(0, Math.min(d.h() - 1, y)) * d.w() + u];
  }

  // ---- from the strongest places along the ridge

  private List<SkinLine> followed() {
    List<SkinLine> out = new ArrayList<>();
    IntStream.range(0, z.length)
        .filter(i -> z[i] >= STRONG)
        .boxed()
        .sorted(Comparator.comparingDouble((Integer i) -> -z[i]).thenComparing(i -> i))
        .forEach(
            i -> {
              if (!taken[i]) {
                follow(i).ifPresent(out::add);
              }
            });
    return out;
  }

  private Optional<SkinLine> follow(int seed) {
    int w = g.rect.w();
    List<double[]> path = new ArrayList<>(oneWay(seed, Math.PI));
    Collections.reverse(path);
    path.add(new double[] {seed % w, seed / w});
    path.addAll(oneWay(seed, 0));
    double sum = 0;
    double deep = 0;
    double inRed = 0;
    for (double[] p : path) {
      int i = (int) Math.round(p[1]) * w + (int) Math.round(p[0]);
      sum += stops[i];
      deep += z[i];
      inRed += Math.min(dark(red, p[0], p[1], angle[i]), dark(red, p[0], p[1], angle[i] + Math.PI));
      take(p);
    }
    double length = (path.size() - 1) * STEP_MM;
    double[] middle = path.get(path.size() / 2);
    boolean isLine =
        length >= LEAST_MM
            && sum >= LEAST_STOPS * path.size()
            && sum <= MOST_STOPS * path.size()
            && deep * STEP_MM >= LEAST_SUM
            && inRed > SHADE * sum;
    if (!isLine || !g.owns(middle[0], middle[1])) {
      return Optional.empty();
    }
    return Optional.of(
        new SkinLine(
            SkinLine.Where.values()[where[seed] - 1],
            smoothed(path).stream().map(p -> g.source(p[0], p[1])).toList(),
            length,
            sum / path.size(),
            deep / path.size()));
  }

  /** Means with the points near by, by a bell of {@link #SMOOTH} steps; ends stay. */
  private static List<double[]> smoothed(List<double[]> path) {
    List<double[]> out = new ArrayList<>();
    for (int i = 0; i < path.size(); i++) {
      int most = Math.min(3 * SMOOTH, Math.min(i, path.size() - 1 - i));
      double[] sum = new double[3];
      for (int k = -most; k <= most; k++) {
        double w = Math.exp(-0.5 * k * k / (SMOOTH * SMOOTH));
        sum[0] += w * path.get(i + k)[0];
        sum[1] += w * path.get(i + k)[1];
        sum[2] += w;
      }
      out.add(new double[] {sum[0] / sum[2], sum[1] / sum[2]});
    }
    return out;
  }

  /** Points along the ridge from a place, without it; what is weak at the end is left off. */
  private List<double[]> oneWay(int seed, double turned) {
    int w = g.rect.w();
    List<double[]> out = new ArrayList<>();
    double x = seed % w;
    double y = seed / w;
    double a = angle[seed] + turned;
    int weak = 0;
    while (weak <= GAP_MM) {
      double[] next = next(x, y, a);
      if (next == null) {
        break;
      }
      x = next[0];
      y = next[1];
      int i = (int) Math.round(y) * w + (int) Math.round(x);
      double there = angle[i] + turned;
      a = Math.atan2(Math.sin(a) + Math.sin(there), Math.cos(a) + Math.cos(there));
      weak = z[i] < WEAK ? weak + 1 : 0;
      out.add(next);
    }
    return out.subList(0, out.size() - Math.min(weak, out.size()));
  }

  /** A step on, at the darkest across it; null where the zone ends or a line was found. */
  private double[] next(double x, double y, double a) {
    double step = STEP_MM * g.px;
    double most = -Double.MAX_VALUE;
    double[] out = null;
    for (int k = -2; k <= 2; k++) {
      double off = k * SHIFT_MM * g.px / 2;
      double u = x + step * Math.cos(a) - off * Math.sin(a);
      double v = y + step * Math.sin(a) + off * Math.cos(a);
      int i = (int) Math.round(v) * g.rect.w() + (int) Math.round(u);
      boolean inside = u >= 0 && v >= 0 && u < g.rect.w() - 1 && v < g.rect.h() - 1;
      if (inside && where[i] != 0 && !taken[i] && stops[i] > most) {
        most = stops[i];
        out = new double[] {u, v};
      }
    }
    return out;
  }

  private void take(double[] p) {
    int r = (int) Math.ceil(BESIDE_MM * g.px);
    int w = g.rect.w();
    for (int y = (int) Math.max(0, p[1] - r); y <= Math.min(g.rect.h() - 1, p[1] + r); y++) {
      for (int x = (int) Math.max(0, p[0] - r); x <= Math.min(w - 1, p[0] + r); x++) {
        taken[y * w + x] |= Math.hypot(x - p[0], y - p[1]) <= r;
      }
    }
  }
}
