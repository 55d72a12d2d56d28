package carezza.area;

import carezza.color.Roots;
import carezza.face.FaceMap;
import carezza.filter.Gaussian;
import carezza.filter.GuidedFilter;
import carezza.image.PixelReader;
import carezza.image.Plane;
import carezza.image.Pyramid;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import java.util.Optional;

/**
 * Grows a region from a touched place. Three things are weighed in every pixel, by Bayes' rule: how
 * often its colour occurs in the region, how often elsewhere, and how likely the region is there at
 * all. Colour is log2 luminance and the two ratios log2 R/G and log2 G/B, which shade leaves nearly
 * unchanged; how often it occurs is read from smoothed histograms of this picture, learnt from a
 * small disc at the place and from what lies far off, and learnt again from the outcome a few
 * times. Only what hangs together with the touched place is kept; holes the size of marks are
 * closed, thin leaks cut, and the border is refined with a colour-guided filter.
 *
 * <p>Where the region is likely: for skin an egg round the face and the neck below it when the eyes
 * are pinned, else a disc round the place; for teeth and eye whites a small disc.
 *
 * <p>Work is done at the level where a millimetre has {@link Traits#pxPerMm} to twice as many
 * pixels.
 */
public final class RegionGrowing {
  /** What differs between the surfaces that can be touched; lengths in mm. */
  private record Traits(
      double pxPerMm,
      double seedMm,
      double reachMm,
      double likelyMm,
      double tight,
      double loose,
      double spreadStops,
      double holeMm2,
      double openMm,
      int rounds) {}

  private static final Traits SKIN = new Traits(1.5, 8, 260, 75, 2.4, 3.5, 2.0, 30, 1.2, 4);
  private static final Traits TEETH = new Traits(3.2, 2, 60, 20, 2.0, 3.0, 0.9, 6, 0.4, 3);
  private static final Traits EYE_WHITE = new Traits(4.5, 1.2, 26, 5, 1.8, 2.4, 0.9, 1.5, 0.25, 3);

  /** Least spread of a colour ratio on one surface, in stops. */
  private static final double FLOOR = 0.065;

  /** Where the region is less likely than this, colours count as those of other things. */
  private static final float UNLIKELY = 0.05f;

  /** Round a touch on the neck or chest skin is likely for so far. */
  private static final double NEAR_TOUCH_MM = 45;

  private final Traits t;
  private final Rect rect;
  private final int w;
  private final int h;
  private final ColourHistogram.Bins bins;
  private final float[] light;
  private final float[] c1;
  private final float[] c2;
  private final double px;
  private final float[] prior;

  private RegionGrowing(Traits t, RgbBlock b, double px) {
    this.t = t;
    this.px = px;
    rect = b.rect();
    w = rect.w();
    h = rect.h();
    ColourPlanes p = ColourPlanes.of(b, 0.15 * px, 0.35 * px);
    bins = ColourHistogram.Bins.of(p);
    light = p.light();
    c1 = p.c1();
    c2 = p.c2();
    prior = new float[b.size()];
  }

  /**
   * The matte grown from a seed, found in {@code source}.
   *
   * @param face the eye pins if there are any
   */
  public static Matte grow(Seed g, PixelReader source, double pxPerMm, Optional<FaceMap> face) {
    Traits t =
        switch (g.like()) {
          case SKIN -> SKIN;
          case TEETH -> TEETH;
          case EYE_WHITE -> EYE_WHITE;
          case UNKNOWN -> throw new IllegalArgumentException("nothing is grown from " + g);
        };
    int level = Pyramid.levelFor(pxPerMm, t.pxPerMm, 6);
    if (!source.bounds(0).contains((int) Math.floor(g.x()), (int) Math.floor(g.y()))) {
      return Matte.NOTHING;
    }
    double px = pxPerMm / (1 << level);
    Rect near = Rect.ofDisc(g.x(), g.y(), t.reachMm * pxPerMm).toLevel(level);
    Rect r = anchored(near.intersect(source.bounds(level)), source.bounds(level));
    RgbBlock block = source.read(level, r);
    double scale = 1.0 / (1 << level);
    RegionGrowing growing = new RegionGrowing(t, block, px);
    growing.fillPrior(g, level, face);
    boolean[] in = growing.run((int) (g.x() * scale) - r.x(), (int) (g.y() * scale) - r.y());
    Plane soft = growing.refine(in, block);
    return new Matte(level, growing.tight(soft));
  }

  private static Rect anchored(Rect r, Rect bounds) {
    return r.anchored(64).intersect(bounds);
  }

  private void fillPrior(Seed g, int level, Optional<FaceMap> face) {
    double side = 1 << level;
    boolean egg = g.like() == Seed.Like.SKIN && face.isPresent();
    FacePrior shape = egg ? new FacePrior(face.get()) : null;
    double low = egg && shape.isBelowFace(g.x(), g.y()) ? 0.75 : 0;
    for (int i = 0; i < prior.length; i++) {
      double x = (rect.x() + i % w + 0.5) * side;
      double y = (rect.y() + i / w + 0.5) * side;
      double far = Math.sqrt(square(x - g.x()) + square(y - g.y())) / side / px;
      double p =
          egg
              ? Math.max(shape.skin(x, y), low * FacePrior.disc(far / NEAR_TOUCH_MM))
              : FacePrior.disc(far / t.likelyMm);
      double odds = p / (1 - p) * g.reach();
      prior[i] = (float) (odds / (1 + odds));
    }
  }

  private boolean[] run(int sx, int sy) {
    boolean[] in = seed(sx, sy);
    float here = light[sy * w + sx];
    ColourModel model = ColourModel.learn(light, c1, c2, in, FLOOR, false);
    for (int k = 0; k < 2; k++) {
      in = near(model, sx, sy, here);
      model = ColourModel.learn(light, c1, c2, in, FLOOR, true);
    }
    float[] inside = toFloat(in);
    float[] outside = new float[inside.length];
    for (int i = 0; i < outside.length; i++) {
      boolean open =
          prior[i] > UNLIKELY
              && Math.abs(light[i] - here) < 1.7 * t.spreadStops
              && model.distance2(light[i], c1[i], c2[i]) < t.loose * t.loose;
      outside[i] = in[i] || open ? 0 : 1 - prior[i];
    }
    for (int round = 0; round < t.rounds; round++) {
      ColourHistogram a = ColourHistogram.of(bins, inside);
      ColourHistogram b = ColourHistogram.of(bins, outside);
      float[] post = new float[inside.length];
      for (int i = 0; i < post.length; i++) {
        double pa = prior[i] * a.density(bins, i);
        double pb = (1 - prior[i]) * b.density(bins, i);
        post[i] = (float) (pa / (pa + pb));
      }
      post = Gaussian.blur(new Plane(rect, post), 0.4 * px).data();
      for (int i = 0; i < post.length; i++) {
        in[i] = post[i] > 0.5f;
      }
      in = connected(in, seed(sx, sy));
      for (int i = 0; i < post.length; i++) {
        inside[i] = in[i] ? post[i] : 0;
        boolean open = prior[i] > UNLIKELY && post[i] > 0.2f;
        outside[i] = in[i] || open ? 0 : 1 - post[i];
      }
    }
    in = open(in, t.openMm * px, sx, sy);
    fillHoles(in, (int) (t.holeMm2 * px * px));
    return in;
  }

  /** Pixels near the model's colour, likely in the region, that hang together with the seed. */
  private boolean[] near(ColourModel m, int sx, int sy, float here) {
    boolean[] in = seed(sx, sy);
    boolean[] seed = in.clone();
    double cut2 = t.tight * t.tight;
    for (int i = 0; i < in.length; i++) {
      boolean alike = Math.abs(light[i] - here) < t.spreadStops;
      in[i] |= alike && prior[i] > 0.4f && m.distance2(light[i], c1[i], c2[i]) < cut2;
    }
    return connected(in, seed);
  }

  private boolean[] seed(int sx, int sy) {
    boolean[] in = new boolean[w * h];
    double r = Math.max(1.5, t.seedMm * px / 2);
    for (int y = Math.max(0, (int) (sy - r)); y <= Math.min(h - 1, sy + r); y++) {
      for (int x = Math.max(0, (int) (sx - r)); x <= Math.min(w - 1, sx + r); x++) {
        in[y * w + x] = square(x - sx) + square(y - sy) <= r * r;
      }
    }
    in[sy * w + sx] = true;
    return in;
  }

  /** Erodes, keeps what hangs together with the seed, dilates within what was there. */
  private boolean[] open(boolean[] in, double radius, int sx, int sy) {
    float[] m = toFloat(in);
    float[] inner = Gaussian.blur(new Plane(rect, m), radius).data();
    boolean[] core = new boolean[in.length];
    for (int i = 0; i < core.length; i++) {
      core[i] = in[i] && inner[i] > 0.72f;
    }
    boolean[] kept = connected(core, seed(sx, sy));
    float[] wide = Gaussian.blur(new Plane(rect, toFloat(kept)), radius).data();
    boolean[] out = new boolean[in.length];
    for (int i = 0; i < out.length; i++) {
      out[i] = in[i] && wide[i] > 0.12f;
    }
    return out;
  }

  private boolean[] connected(boolean[] in, boolean[] from) {
    boolean[] out = new boolean[in.length];
    int[] queue = new int[in.length];
    int tail = 0;
    for (int i = 0; i < in.length; i++) {
      if (in[i] && from[i]) {
        out[i] = true;
        queue[tail++] = i;
      }
    }
    for (int head = 0; head < tail; head++) {
      int i = queue[head];
      int x = i % w;
      int[] next = {x > 0 ? i - 1 : i, x < w - 1 ? i + 1 : i, i - w, i + w};
      for (int j : next) {
        if (j >= 0 && j < in.length && in[j] && !out[j]) {
          out[j] = true;
          queue[tail++] = j;
        }
      }
    }
    return out;
  }

  private void fillHoles(boolean[] in, int largest) {
    boolean[] seen = in.clone();
    int[] queue = new int[in.length];
    for (int start = 0; start < in.length; start++) {
      if (seen[start]) {
        continue;
      }
      int tail = 0;
      boolean touchesFrame = false;
      queue[tail++] = start;
      seen[start] = true;
      for (int head = 0; head < tail; head++) {
        int i = queue[head];
        int x = i % w;
        touchesFrame |= x == 0 || x == w - 1 || i < w || i >= in.length - w;
        int[] next = {x > 0 ? i - 1 : i, x < w - 1 ? i + 1 : i, i - w, i + w};
        for (int j : next) {
          if (j >= 0 && j < in.length && !seen[j]) {
            seen[j] = true;
            queue[tail++] = j;
          }
        }
      }
      if (!touchesFrame && tail <= largest) {
        for (int k = 0; k < tail; k++) {
          in[queue[k]] = true;
        }
      }
    }
  }

  private Plane refine(boolean[] in, RgbBlock b) {
    Plane[] guide = new Plane[3];
    for (int c = 0; c < 3; c++) {
      float[] v = new float[b.size()];
      for (int i = 0; i < v.length; i++) {
        v[i] = Roots.cbrt(b.channel(c)[i]);
      }
      guide[c] = new Plane(rect, v);
    }
    Plane p = GuidedFilter.filter(new Plane(rect, toFloat(in)), guide, Math.max(1, 0.8 * px), 1e-3);
    for (int i = 0; i < p.data().length; i++) {
      float v = (p.data()[i] - 0.1f) / 0.8f;
      v = Math.max(0, Math.min(1, v));
      p.data()[i] = v * v * (3 - 2 * v);
    }
    return p;
  }

  /** Cut to what is above 0, at coordinates that are multiples of 64. */
  private Plane tight(Plane p) {
    int x0 = w;
    int y0 = h;
    int x1 = 0;
    int y1 = 0;
    for (int y = 0; y < h; y++) {
      for (int x = 0; x < w; x++) {
        if (p.data()[y * w + x] > 0) {
          x0 = Math.min(x0, x);
          x1 = Math.max(x1, x + 1);
          y0 = Math.min(y0, y);
          y1 = Math.max(y1, y + 1);
        }
      }
    }
    if (x1 == 0) {
      return new Plane(new Rect(0, 0, 0, 0));
    }
    Rect r = new Rect(rect.x() + x0, rect.y() + y0, x1 - x0, y1 - y0);
    return p.crop(anchored(r, rect), 0);
  }

  private static double square(double v) {
    return v * v;
  }

  private static float[] toFloat(boolean[] in) {
    float[] m = new float[in.length];
    for (int i = 0; i < m.length; i++) {
      m[i] = in[i] ? 1 : 0;
    }
    return m;
  }
}
