package carezza.spot;

import carezza.filter.Gaussian;
import carezza.image.Plane;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;

/**
 * Where skin is darker or redder than round it, at its own size: differences of masked Gaussians
 * (Lindeberg 1998, "Feature detection with automatic scale selection"), each in the spread that it
 * has on the same skin near by ({@link LocalSpread}), largest in place and scale.
 */
final class SpotScales {
  /** Sigmas: so wide, and so many times wider each. */
  private static final double FIRST_MM = 0.18;

  private static final double RATIO = 1.6;
  private static final int SCALES = 6;

  /** A disc answers most at a sigma of so much of its radius. */
  private static final double RADIUS = 1.35;

  /** A candidate stands so far out of its ground; fine ones farther, pores being many. */
  private static final double LEAST = 3;

  private static final double LEAST_FINE = 4.2;
  private static final double FINE_MM = 0.45;
  private static final float TRUSTED = 0.5f;

  /**
   * @param x pixels of the ground
   * @param y pixels of the ground
   * @param radiusPx as its scale says
   * @param dark how far it stands out in darkness, spreads
   * @param red and in redness
   */
  record Candidate(int x, int y, double radiusPx, double dark, double red) {}

  /**
   * A candidate where it was found.
   *
   * @param z how far it stands out at its own scale; a pore in a blemish far less than that
   */
  private record Top(Candidate candidate, double z) {}

  private final SpotGround ground;
  private final Responses dark;

  SpotScales(SpotGround ground) {
    this.ground = ground;
    dark = Responses.of(ground.green, ground, -1);
  }

  /** The most pronounced first; none lies on a more pronounced one. */
  List<Candidate> candidates() {
    return candidates(ground, dark, Responses.of(ground.redness(), ground, 1));
  }

  /** Those that are lighter than round them, as dark ones of {@link SpotGround#negative}. */
  List<Candidate> light() {
    Responses light = dark.negative();
    return candidates(ground, light, light);
  }

  private static List<Candidate> candidates(SpotGround ground, Responses dark, Responses red) {
    List<Top> all = new ArrayList<>();
    for (int s = 0; s < SCALES; s++) {
      double sigma = FIRST_MM * Math.pow(RATIO, s);
      double least = sigma < FINE_MM ? LEAST_FINE : LEAST;
      collect(ground, dark, red, s, least, all);
    }
    all.sort(Comparator.comparingDouble(Top::z).reversed());
    List<Candidate> out = new ArrayList<>();
    Cells kept = new Cells(ground.rect.w(), 8 * ground.px);
    for (Top t : all) {
      if (!kept.covers(t.candidate())) {
        kept.add(t.candidate());
        out.add(t.candidate());
      }
    }
    return out;
  }

  /**
   * Responses of all scales.
   *
   * @param z in spreads
   * @param spread of each scale
   */
  private record Responses(SpotGround g, float[][] z, LocalSpread[] spread) {
    static Responses of(Plane v, SpotGround g, int sign) {
      Plane[] smooth = new Plane[SCALES + 1];
      IntStream.rangeClosed(0, SCALES)
          .parallel()
          .forEach(s -> smooth[s] = Gaussian.blurMasked(v, g.skin, sigma(s) * g.px, 0));
      Responses out = new Responses(g, new float[SCALES][], new LocalSpread[SCALES]);
      IntStream.range(0, SCALES)
          .parallel()
          .forEach(
              s -> {
                Plane r = new Plane(g.rect);
                for (int i = 0; i < r.data().length; i++) {
                  r.data()[i] = sign * (smooth[s].data()[i] - smooth[s + 1].data()[i]);
                }
                out.spread[s] = new LocalSpread(r, g.trust, g.px);
                out.inSpreads(s, r);
              });
      return out;
    }

    private void inSpreads(int s, Plane r) {
      int w = g.rect.w();
      for (int i = 0; i < r.data().length; i++) {
        r.data()[i] = g.trust.data()[i] > 0 ? r.data()[i] / spread[s].at(i % w, i / w) : 0;
      }
      z[s] = r.data();
    }

    /** Of the opposite; it varies as much. */
    Responses negative() {
      float[][] out = new float[SCALES][];
      for (int s = 0; s < SCALES; s++) {
        out[s] = new float[z[s].length];
        for (int i = 0; i < out[s].length; i++) {
          out[s][i] = -z[s][i];
        }
      }
      return new Responses(g, out, spread);
    }

    /** In stops. */
    double stops(int s, int x, int y) {
      return z[s][y * g.rect.w() + x] * spread[s].at(x, y);
    }

    /**
     * From a place and scale upwards as long as the response itself, not in spreads, grows: a mark
     * stands out most of its texture at fine scales, but is as wide as where it is deepest.
     *
     * @return x, y and the scale with its fraction
     */
    double[] own(int s, int x, int y) {
      int cx = x;
      int cy = y;
      int at = s;
      double here = stops(at, cx, cy);
      while (at + 1 < SCALES) {
        int[] best = strongest(at + 1, cx, cy);
        double next = stops(at + 1, best[0], best[1]);
        if (next <= here) {
          break;
        }
        cx = best[0];
        cy = best[1];
        at++;
        here = next;
      }
      double under = at > 0 ? stops(at - 1, cx, cy) : here;
      double over = at + 1 < SCALES ? stops(at + 1, cx, cy) : here;
      double bend = under + over - 2 * here;
      double shift = bend < 0 ? Math.max(-0.5, Math.min(0.5, (under - over) / (2 * bend))) : 0;
      return new double[] {cx, cy, at + shift};
    }

    private int[] strongest(int s, int cx, int cy) {
      int reach = (int) Math.ceil(0.5 * sigma(s) * g.px);
      int[] best = {cx, cy};
      double most = stops(s, cx, cy);
      for (int y = Math.max(0, cy - reach); y <= Math.min(g.rect.h() - 1, cy + reach); y++) {
        for (int x = Math.max(0, cx - reach); x <= Math.min(g.rect.w() - 1, cx + reach); x++) {
          double v = stops(s, x, y);
          if (v > most) {
            most = v;
            best = new int[] {x, y};
          }
        }
      }
      return best;
    }

    double most(int x, int y, double radiusPx) {
      double best = 0;
      int reach = (int) Math.ceil(0.5 * radiusPx);
      int w = g.rect.w();
      for (int v = Math.max(0, y - reach); v <= Math.min(g.rect.h() - 1, y + reach); v++) {
        for (int u = Math.max(0, x - reach); u <= Math.min(w - 1, x + reach); u++) {
          for (float[] of : z) {
            best = Math.max(best, of[v * w + u]);
          }
        }
      }
      return best;
    }
  }

  private static double sigma(double scale) {
    return FIRST_MM * Math.pow(RATIO, scale);
  }

  private static void collect(
      SpotGround g, Responses dark, Responses red, int s, double least, List<Top> to) {
    int w = g.rect.w();
    int h = g.rect.h();
    for (int y = 1; y < h - 1; y++) {
      for (int x = 1; x < w - 1; x++) {
        int i = y * w + x;
        if (g.trust.data()[i] <= TRUSTED) {
          continue;
        }
        boolean d = dark.z[s][i] > least && isTop(dark.z, s, i, w);
        boolean r = red.z[s][i] > least && isTop(red.z, s, i, w);
        if (d || r) {
          double[] own = (r && red.z[s][i] > dark.z[s][i] ? red : dark).own(s, x, y);
          int cx = (int) own[0];
          int cy = (int) own[1];
          double radius = RADIUS * sigma(own[2]) * g.px;
          Candidate c =
              new Candidate(cx, cy, radius, dark.most(cx, cy, radius), red.most(cx, cy, radius));
          to.add(new Top(c, Math.max(d ? dark.z[s][i] : 0, r ? red.z[s][i] : 0)));
        }
      }
    }
  }

  private static boolean isTop(float[][] v, int s, int i, int w) {
    float top = v[s][i];
    for (int dy = -w; dy <= w; dy += w) {
      for (int dx = -1; dx <= 1; dx++) {
        int j = i + dy + dx;
        if (v[s][j] > top || s > 0 && v[s - 1][j] > top || s + 1 < v.length && v[s + 1][j] > top) {
          return false;
        }
      }
    }
    return true;
  }

  /** Candidates by where they are, so that those near a place are found at once. */
  private static final class Cells {
    /** Closer than that share of the larger radius two are one. */
    private static final double SAME = 0.9;

    private final double side;
    private final int w;
    private final Map<Integer, List<Candidate>> cells = new HashMap<>();

    Cells(int width, double side) {
      this.side = side;
      w = (int) (width / side) + 3;
    }

    private int cell(double x, double y) {
      return (int) (y / side + 1) * w + (int) (x / side + 1);
    }

    void add(Candidate c) {
      cells.computeIfAbsent(cell(c.x, c.y), k -> new ArrayList<>()).add(c);
    }

    boolean covers(Candidate c) {
      for (int dy = -1; dy <= 1; dy++) {
        for (int dx = -1; dx <= 1; dx++) {
          for (Candidate o : cells.getOrDefault(cell(c.x, c.y) + dy * w + dx, List.of())) {
            double reach = SAME * Math.max(o.radiusPx, c.radiusPx);
            if (Math.hypot(o.x - c.x, o.y - c.y) < reach) {
              return true;
            }
          }
        }
      }
      return false;
    }
  }
}
