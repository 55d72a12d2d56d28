package carezza.neutral;

import carezza.image.Plane;
import carezza.image.RgbBlock;
import carezza.neutral.LightEvidence.Card;
import carezza.neutral.LightEvidence.Spot;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * Looks for a grey card: a flat patch of one colour with four straight sides, all of it in the
 * frame, and of a colour that grey can have in some light. A patch grows from pixel to pixel while
 * neither its light nor its colour steps; its convex hull must be filled and must be nearly the
 * largest quadrilateral in it.
 *
 * <p>Shape: pixels of a block of some 1.5 pixels a mm. Cost: pixels, and the fourth power of at
 * most 24 corners of a hull.
 */
public final class GreyCard {
  /** From pixel to pixel light changes by no more, in ln G, and colour by no more. */
  private static final double STEP_LIGHT = 0.06;

  private static final double STEP_COLOUR = 0.08;

  /** All of a patch keeps this near to where it began. */
  private static final double FAR_COLOUR = 0.12;

  private static final double FAR_LIGHT = 0.35;

  /** Sides of a square of the same area, mm. */
  private static final double LEAST_MM = 28;

  private static final double MOST_MM = 260;
  private static final double LEAST_FILLED = 0.93;
  private static final double LEAST_SQUARE = 0.92;
  private static final double LONGEST = 2.6;
  private static final int CORNERS = 24;

  /** Colours farther from every light than this are paint. */
  private static final double OFF_LIGHTS = 0.03;

  private static final double MOST_DUV = 0.022;

  private final RgbBlock b;
  private final int w;
  private final int h;
  private final float[] red;
  private final float[] blue;
  private final float[] light;
  private final boolean[] seen;

  private GreyCard(RgbBlock b) {
    this.b = b;
    w = b.rect().w();
    h = b.rect().h();
    red = new float[w * h];
    blue = new float[w * h];
    light = new float[w * h];
    seen = new boolean[w * h];
    float[] rgb = new float[3];
    for (int i = 0; i < w * h; i++) {
      Chroma.linear(b, i, rgb);
      float most = Math.max(rgb[0], Math.max(rgb[1], rgb[2]));
      float least = Math.min(rgb[0], Math.min(rgb[1], rgb[2]));
      seen[i] = most > Chroma.MOST || least < Chroma.LEAST;
      float g = (float) Math.log(Math.max(1e-4f, rgb[1]));
      red[i] = (float) Math.log(Math.max(1e-4f, rgb[0])) - g;
      blue[i] = (float) Math.log(Math.max(1e-4f, rgb[2])) - g;
      light[i] = g;
    }
  }

  /**
   * The best card of a picture.
   *
   * @param not weights of what is none: skin
   * @param pxPerMm of the block
   */
  public static Optional<Card> find(RgbBlock b, Plane not, double pxPerMm) {
    GreyCard c = new GreyCard(b);
    for (int i = 0; i < c.seen.length; i++) {
      c.seen[i] |= not.data()[i] > 0.5f;
    }
    double least = LEAST_MM * LEAST_MM * pxPerMm * pxPerMm;
    double most = MOST_MM * MOST_MM * pxPerMm * pxPerMm;
    List<Card> found = new ArrayList<>();
    for (int i = 0; i < c.seen.length; i++) {
      if (!c.seen[i]) {
        int[] patch = c.grown(i);
        if (patch.length >= least && patch.length <= most) {
          c.card(patch).ifPresent(found::add);
        }
      }
    }
    return found.stream().max(Comparator.comparingDouble(Card::area));
  }

  private int[] grown(int start) {
    ArrayDeque<Integer> open = new ArrayDeque<>();
    int[] out = new int[64];
    int n = 0;
    seen[start] = true;
    open.add(start);
    while (!open.isEmpty()) {
      int i = open.poll();
      if (n == out.length) {
        out = Arrays.copyOf(out, 2 * n);
      }
      out[n++] = i;
      int x = i % w;
      int[] next = {x > 0 ? i - 1 : -1, x < w - 1 ? i + 1 : -1, i - w, i + w < w * h ? i + w : -1};
      for (int j : next) {
        if (j >= 0 && !seen[j] && isLike(i, j, start)) {
          seen[j] = true;
          open.add(j);
        }
      }
    }
    return Arrays.copyOf(out, n);
  }

  private boolean isLike(int i, int j, int start) {
    return Math.abs(light[i] - light[j]) < STEP_LIGHT
        && Math.abs(red[i] - red[j]) < STEP_COLOUR
        && Math.abs(blue[i] - blue[j]) < STEP_COLOUR
        && Math.abs(red[start] - red[j]) < FAR_COLOUR
        && Math.abs(blue[start] - blue[j]) < FAR_COLOUR
        && Math.abs(light[start] - light[j]) < FAR_LIGHT;
  }

  private Optional<Card> card(int[] patch) {
    List<double[]> hull = hull(patch);
    double area = area(hull);
    boolean filled = patch.length > LEAST_FILLED * area;
    if (!filled || touchesBorder(hull)) {
      return Optional.empty();
    }
    List<double[]> quad = quad(hull);
    if (quad.size() < 4 || area(quad) < LEAST_SQUARE * area || !isCard(quad)) {
      return Optional.empty();
    }
    Spot colour = colour(patch);
    return isLight(colour)
        ? Optional.of(new Card(colour, corners(quad), patch.length))
        : Optional.empty();
  }

  private boolean touchesBorder(List<double[]> hull) {
    return hull.stream().anyMatch(p -> p[0] < 1 || p[1] < 1 || p[0] > w - 2 || p[1] > h - 2);
  }

  private Spot colour(int[] patch) {
    return new Spot(median(patch, red), median(patch, blue), median(patch, light));
  }

  private static double median(int[] patch, float[] v) {
    return Chroma.median(Arrays.stream(patch).mapToDouble(i -> v[i]).toArray(), 0, 1);
  }

  private double[] corners(List<double[]> quad) {
    double[] out = new double[8];
    double k = 1 << b.level();
    for (int i = 0; i < 4; i++) {
      out[2 * i] = (quad.get(i)[0] + 0.5 + b.rect().x()) * k;
      out[2 * i + 1] = (quad.get(i)[1] + 0.5 + b.rect().y()) * k;
    }
    return out;
  }

  /** Whether grey has this colour in a light that there is. */
  private static boolean isLight(Spot s) {
    LightGrid g = LightGrid.ALL;
    int node = g.nearest(s.red(), s.blue());
    return g.distance(node, s.red(), s.blue()) < OFF_LIGHTS
        && Math.abs(g.lights[node].duv()) < MOST_DUV;
  }

  // ---- shape

  /** Convex hull of the pixels (A. M. Andrew's monotone chain, 1979), corner pixels first. */
  private List<double[]> hull(int[] patch) {
    int[] low = new int[h];
    int[] high = new int[h];
    Arrays.fill(low, Integer.MAX_VALUE);
    Arrays.fill(high, -1);
    for (int i : patch) {
      int y = i / w;
      low[y] = Math.min(low[y], i % w);
      high[y] = Math.max(high[y], i % w);
    }
    List<double[]> points = new ArrayList<>();
    for (int y = 0; y < h; y++) {
      if (high[y] >= 0) {
        points.add(new double[] {low[y], y});
        points.add(new double[] {high[y], y});
      }
    }
    points.sort(Comparator.comparingDouble((double[] p) -> p[0]).thenComparingDouble(p -> p[1]));
    List<double[]> out = new ArrayList<>();
    for (int pass = 0; pass < 2; pass++) {
      int from = out.size();
      for (double[] p : points) {
        while (out.size() - from >= 2
            && cross(out.get(out.size() - 2), out.get(out.size() - 1), p) <= 0) {
          out.remove(out.size() - 1);
        }
        out.add(p);
      }
      out.remove(out.size() - 1);
      Collections.reverse(points);
    }
    return out;
  }

  private static double cross(double[] o, double[] a, double[] p) {
    return (a[0] - o[0]) * (p[1] - o[1]) - (a[1] - o[1]) * (p[0] - o[0]);
  }

  private static double area(List<double[]> p) {
    double sum = 0;
    for (int i = 0; i < p.size(); i++) {
      double[] a = p.get(i);
      double[] c = p.get((i + 1) % p.size());
      sum += a[0] * c[1] - a[1] * c[0];
    }
    return Math.abs(sum) / 2;
  }

  /** The largest quadrilateral among the corners of a hull that say most. */
  private static List<double[]> quad(List<double[]> hull) {
    List<double[]> p = new ArrayList<>(hull);
    while (p.size() > CORNERS) {
      int least = 0;
      for (int i = 1; i < p.size(); i++) {
        least = corner(p, i) < corner(p, least) ? i : least;
      }
      p.remove(least);
    }
    List<double[]> best = List.of();
    int n = p.size();
    for (int i = 0; i < n; i++) {
      for (int j = i + 1; j < n; j++) {
        for (int k = j + 1; k < n; k++) {
          for (int m = k + 1; m < n; m++) {
            List<double[]> q = List.of(p.get(i), p.get(j), p.get(k), p.get(m));
            best = best.isEmpty() || area(q) > area(best) ? q : best;
          }
        }
      }
    }
    return best;
  }

  /** Twice the area that a corner adds. */
  private static double corner(List<double[]> p, int i) {
    int n = p.size();
    return Math.abs(cross(p.get((i + n - 1) % n), p.get(i), p.get((i + 1) % n)));
  }

  /** Sides of a card's lengths, corners near right angles. */
  private static boolean isCard(List<double[]> q) {
    double longest = 0;
    double shortest = Double.MAX_VALUE;
    for (int i = 0; i < 4; i++) {
      double[] a = q.get(i);
      double[] o = q.get((i + 1) % 4);
      double[] c = q.get((i + 2) % 4);
      double side = Math.hypot(a[0] - o[0], a[1] - o[1]);
      double next = Math.hypot(c[0] - o[0], c[1] - o[1]);
      double cos = ((a[0] - o[0]) * (c[0] - o[0]) + (a[1] - o[1]) * (c[1] - o[1])) / (side * next);
      if (Math.abs(cos) > 0.42) {
        return false;
      }
      longest = Math.max(longest, side);
      shortest = Math.min(shortest, side);
    }
    return longest < LONGEST * shortest;
  }
}
