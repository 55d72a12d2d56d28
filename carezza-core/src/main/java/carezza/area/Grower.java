package carezza.area;

import carezza.color.Roots;
import carezza.color.WorkingSpace;
import carezza.filter.Gaussian;
import carezza.filter.GuidedFilter;
import carezza.image.PixelReader;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import java.util.Arrays;

/**
 * Grows a region from a touched place. Colour is compared as two ratios of light, log2 R/G and log2
 * G/B, which shade and exposure leave nearly unchanged; a Gaussian model of them, whose mean
 * follows the lightness, is learnt from a small disc at the place and learnt again from what has
 * grown, a few times. Growth goes from neighbour to neighbour, so a region ends at a change of
 * colour or at a steep step of lightness. Holes the size of marks are closed, thin leaks cut, and
 * the border is refined with a colour-guided filter.
 *
 * <p>Work is done at the level where a millimetre has {@link Traits#pxPerMm} to twice as many
 * pixels.
 */
public final class Grower {
  /** What differs between the surfaces that can be touched. */
  private record Traits(
      double pxPerMm,
      double seedMm,
      double reachMm,
      double floor,
      double cut,
      double darker,
      double lighter,
      double step,
      double holeMm2,
      double openMm,
      int rounds) {}

  private static final Traits SKIN = new Traits(1.6, 5, 400, 0.07, 3.2, 4.5, 2.5, 0.75, 30, 1.2, 4);
  private static final Traits TEETH = new Traits(3.2, 1.6, 80, 0.10, 3.0, 2.0, 1.3, 0.7, 6, 0.5, 3);
  private static final Traits EYE_WHITE =
      new Traits(4.5, 1.0, 24, 0.09, 3.0, 1.6, 1.2, 0.7, 1.5, 0.3, 3);

  private final Traits t;
  private final Rect rect;
  private final int w;
  private final int h;
  private final float[] light;
  private final float[] c1;
  private final float[] c2;
  private final double px;
  private final double reach;

  private Grower(Traits t, RgbBlock b, double px, double reach) {
    this.t = t;
    this.px = px;
    this.reach = reach;
    rect = b.rect();
    w = rect.w();
    h = rect.h();
    float[] e = new float[b.size()];
    float[] r = new float[b.size()];
    float[] g = new float[b.size()];
    for (int i = 0; i < e.length; i++) {
      float fr = Math.max(b.r()[i], 0) + 1e-3f;
      float fg = Math.max(b.g()[i], 0) + 1e-3f;
      float fb = Math.max(b.b()[i], 0) + 1e-3f;
      e[i] = Roots.log2(WorkingSpace.luminance(fr, fg, fb));
      r[i] = Roots.log2(fr / fg);
      g[i] = Roots.log2(fg / fb);
    }
    light = Gaussian.blur(new Plane(rect, e), 0.3 * px).data();
    c1 = Gaussian.blur(new Plane(rect, r), 0.45 * px).data();
    c2 = Gaussian.blur(new Plane(rect, g), 0.45 * px).data();
  }

  /** The matte of a growth, found in {@code source}. */
  public static Matte grow(Growth g, PixelReader source, double pxPerMm) {
    Traits t =
        switch (g.like()) {
          case SKIN -> SKIN;
          case TEETH -> TEETH;
          case EYE_WHITE -> EYE_WHITE;
        };
    int level = 0;
    while (pxPerMm / (1 << (level + 1)) >= t.pxPerMm && level < 6) {
      level++;
    }
    double px = pxPerMm / (1 << level);
    Rect near = Rect.ofDisc(g.x(), g.y(), t.reachMm * pxPerMm).toLevel(level);
    Rect r = anchored(near.intersect(source.bounds(level)), source.bounds(level));
    if (r.isEmpty() || !source.bounds(0).contains((int) g.x(), (int) g.y())) {
      return new Matte(level, new Plane(new Rect(0, 0, 0, 0)));
    }
    RgbBlock block = source.read(level, r);
    double scale = 1.0 / (1 << level);
    Grower grower = new Grower(t, block, px, g.reach());
    boolean[] in = grower.run((int) (g.x() * scale) - r.x(), (int) (g.y() * scale) - r.y());
    Plane soft = grower.refine(in, block);
    return new Matte(level, grower.tight(soft));
  }

  private static Rect anchored(Rect r, Rect bounds) {
    int x = r.x() / 64 * 64;
    int y = r.y() / 64 * 64;
    return new Rect(x, y, r.right() - x, r.bottom() - y).intersect(bounds);
  }

  private boolean[] run(int sx, int sy) {
    boolean[] in = seed(sx, sy);
    double seedLight = median(light, in);
    for (int round = 0; round < t.rounds; round++) {
      ColourModel model = ColourModel.learn(light, c1, c2, in, t.floor, round > 0);
      in = flood(sx, sy, model, seedLight);
    }
    in = open(in, t.openMm * px, sx, sy);
    fillHoles(in, (int) (t.holeMm2 * px * px));
    return in;
  }

  private boolean[] seed(int sx, int sy) {
    boolean[] in = new boolean[w * h];
    double r = Math.max(1.5, t.seedMm * px / 2);
    for (int y = Math.max(0, (int) (sy - r)); y <= Math.min(h - 1, sy + r); y++) {
      for (int x = Math.max(0, (int) (sx - r)); x <= Math.min(w - 1, sx + r); x++) {
        in[y * w + x] = Math.hypot(x - sx, y - sy) <= r;
      }
    }
    in[sy * w + sx] = true;
    return in;
  }

  private static double median(float[] v, boolean[] in) {
    float[] s = new float[v.length];
    int n = 0;
    for (int i = 0; i < v.length; i++) {
      if (in[i]) {
        s[n++] = v[i];
      }
    }
    Arrays.sort(s, 0, n);
    return s[n / 2];
  }

  private boolean[] flood(int sx, int sy, ColourModel model, double seedLight) {
    boolean[] in = new boolean[w * h];
    int[] queue = new int[w * h];
    int head = 0;
    int tail = 0;
    double cut2 = t.cut * t.cut * reach;
    double step = t.step * Math.sqrt(reach);
    boolean[] begin = seed(sx, sy);
    for (int i = 0; i < in.length; i++) {
      if (begin[i]) {
        in[i] = true;
        queue[tail++] = i;
      }
    }
    int[] dx = {1, -1, 0, 0};
    int[] dy = {0, 0, 1, -1};
    while (head < tail) {
      int i = queue[head++];
      int x = i % w;
      int y = i / w;
      for (int k = 0; k < 4; k++) {
        int nx = x + dx[k];
        int ny = y + dy[k];
        if (nx < 0 || ny < 0 || nx >= w || ny >= h) {
          continue;
        }
        int j = ny * w + nx;
        if (in[j]
            || light[j] < seedLight - t.darker
            || light[j] > seedLight + t.lighter
            || Math.abs(light[j] - light[i]) * px > step * px
            || model.distance2(light[j], c1[j], c2[j]) > cut2) {
          continue;
        }
        in[j] = true;
        queue[tail++] = j;
      }
    }
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

  private static float[] toFloat(boolean[] in) {
    float[] m = new float[in.length];
    for (int i = 0; i < m.length; i++) {
      m[i] = in[i] ? 1 : 0;
    }
    return m;
  }
}
