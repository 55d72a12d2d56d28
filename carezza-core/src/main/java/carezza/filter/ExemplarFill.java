package carezza.filter;

import java.util.Arrays;
import java.util.Optional;

/**
 * Finds, for a hole in a picture, pieces of its surroundings that fill it so that every small patch
 * of the result occurs in the picture (Wexler, Shechtman, Irani 2007, "Space-time completion of
 * video"), coarse to fine. Patches of {@value #SIDE} x {@value #SIDE} are matched by propagation
 * and random search (Barnes, Shechtman, Finkelstein, Goldman 2009, "PatchMatch"). A source that is
 * used often costs more (Kaspar and others 2015, "Self tuning texture optimization"), so that no
 * pattern comes again and again. The answer is a shift a pixel, not colours: whoever lays the
 * pieces copies the picture's own grain.
 *
 * <p>Departures: differences count alike over the patch; the seed is fixed, so two runs give the
 * same shifts. Scratch memory: about 60 bytes a pixel. One thread.
 */
public final class ExemplarFill {
  private static final int SIDE = 7;
  private static final int HALF = SIDE / 2;

  /** Rounds of matching and voting on the finest grid, and how many more on each coarser one. */
  private static final int ROUNDS = 3;

  private static final int MORE_ROUNDS = 2;
  private static final int MOST_ROUNDS = 10;

  /** Passes of propagation and random search a round. */
  private static final int SEARCHES = 4;

  /** A hole thinner than so many pixels from border to middle is not made coarser. */
  private static final int THIN = 5;

  /** Weight of a vote falls by this a pixel from the border of the hole. */
  private static final double INWARDS = 1.25;

  /** What being used as often as is fair costs, in mean squared differences of matches. */
  private static final float USED = 0.5f;

  /** What it costs to be taken from elsewhere than all four neighbours, in the same measure. */
  private static final float APART = 1f;

  /** Of what is usual, most by which grain speaks for a source. */
  private static final float LIVELY = 1.2f;

  private static final long SEED = 0x9E3779B97F4A7C15L;

  /**
   * Where each pixel is taken from.
   *
   * @param isSet whether a pixel has a shift: those of the hole and {@value #HALF} round it
   * @param dx columns from the pixel to its source
   * @param dy rows
   */
  public record Shifts(int w, int h, boolean[] isSet, int[] dx, int[] dy) {}

  private final float[][] image;
  private final boolean[] hole;
  private final int w;
  private final int h;
  private final boolean[] valid;
  private final int[] sources;
  private final int[] targets;
  private final int[] match;
  private final float[] cost;
  private final float[] used;
  private final int[] depth;

  /** Whether the patch round a pixel touches the hole. */
  private final boolean[] touches;

  /** Grain: mean square round each pixel of what is finer than three, capped; and its median. */
  private final float[] lively;

  private float usual;
  private float fair;
  private float typical;
  private long random = SEED;

  private ExemplarFill(float[][] image, boolean[] hole, boolean[] source, int w, int h) {
    this.image = image;
    this.hole = hole;
    this.w = w;
    this.h = h;
    int n = w * h;
    valid = new boolean[n];
    int[] list = new int[n];
    int count = 0;
    for (int y = HALF; y < h - HALF; y++) {
      for (int x = HALF; x < w - HALF; x++) {
        if (isWhole(source, x, y)) {
          valid[y * w + x] = true;
          list[count++] = y * w + x;
        }
      }
    }
    sources = Arrays.copyOf(list, count);
    depth = depth(hole, w, h);
    touches = new boolean[n];
    count = 0;
    for (int i = 0; i < n; i++) {
      touches[i] = touchesHole(i);
      if (touches[i]) {
        list[count++] = i;
      }
    }
    targets = Arrays.copyOf(list, count);
    match = new int[n];
    cost = new float[n];
    used = new float[n];
    lively = new float[n];
  }

  /**
   * A smooth place is like any noise more than another noise is, so it would be taken most: what it
   * lacks counts against it.
   */
  private void findLively() {
    float[] square = new float[w * h];
    for (float[] c : image) {
      float[] mean = c.clone();
      BoxSum.over(mean, w, h, 1);
      for (int i = 0; i < square.length; i++) {
        float d = c[i] - mean[i] / 9;
        square[i] += d * d / (SIDE * SIDE);
      }
    }
    BoxSum.over(square, w, h, HALF);
    float[] sorted = new float[sources.length];
    for (int k = 0; k < sorted.length; k++) {
      sorted[k] = square[sources[k]];
    }
    Arrays.sort(sorted);
    usual = sorted[sorted.length / 2];
    for (int i = 0; i < square.length; i++) {
      lively[i] = Math.min(LIVELY * usual, square[i]);
    }
  }

  private boolean isWhole(boolean[] source, int x, int y) {
    for (int v = -HALF; v <= HALF; v++) {
      int row = (y + v) * w + x;
      for (int u = -HALF; u <= HALF; u++) {
        if (!source[row + u] || hole[row + u]) {
          return false;
        }
      }
    }
    return true;
  }

  private boolean touchesHole(int i) {
    int x = i % w;
    int y = i / w;
    for (int v = Math.max(0, y - HALF); v <= Math.min(h - 1, y + HALF); v++) {
      for (int u = Math.max(0, x - HALF); u <= Math.min(w - 1, x + HALF); u++) {
        if (hole[v * w + u]) {
          return true;
        }
      }
    }
    return false;
  }

  /**
   * @param image channels of w x h values in a scale in which equal differences look alike; what
   *     they hold in the hole does not matter
   * @param hole what is to be filled
   * @param source where pieces may be taken from
   * @return empty where there is no hole or no piece to take
   */
  public static Optional<Shifts> find(
      float[][] image, boolean[] hole, boolean[] source, int w, int h) {
    float[][] own = new float[image.length][];
    for (int c = 0; c < own.length; c++) {
      if (image[c].length != w * h || hole.length != w * h || source.length != w * h) {
        throw new IllegalArgumentException("image, hole and source must have w x h values");
      }
      own[c] = image[c].clone();
    }
    ExemplarFill fill = new ExemplarFill(own, hole, source, w, h);
    if (fill.targets.length == 0 || fill.sources.length == 0) {
      return Optional.empty();
    }
    fill.solve(0);
    return Optional.of(fill.shifts());
  }

  private void solve(int level) {
    findLively();
    int deepest = 0;
    for (int d : depth) {
      deepest = Math.max(deepest, d);
    }
    Optional<ExemplarFill> coarser = deepest < THIN ? Optional.empty() : coarser();
    if (coarser.isPresent()) {
      coarser.get().solve(level + 1);
      startFrom(coarser.get());
    } else {
      startSmooth();
    }
    int rounds = Math.min(MOST_ROUNDS, ROUNDS + level * MORE_ROUNDS);
    for (int k = 0; k < rounds; k++) {
      countUses();
      measure();
      for (int s = 0; s < SEARCHES; s++) {
        search(s % 2 == 0);
      }
      vote();
      if (level == 0) {
        copy();
      }
    }
  }

  /** The picture at half size, where enough of it is left to take pieces from. */
  private Optional<ExemplarFill> coarser() {
    int cw = (w + 1) / 2;
    int ch = (h + 1) / 2;
    float[][] v = new float[image.length][cw * ch];
    int[] n = new int[cw * ch];
    boolean[] gap = new boolean[cw * ch];
    boolean[] from = new boolean[cw * ch];
    Arrays.fill(from, true);
    boolean[] open = new boolean[w * h];
    for (int i : sources) {
      for (int y = i / w - HALF; y <= i / w + HALF; y++) {
        Arrays.fill(open, y * w + i % w - HALF, y * w + i % w + HALF + 1, true);
      }
    }
    for (int i = 0; i < w * h; i++) {
      int g = (i / w / 2) * cw + i % w / 2;
      gap[g] |= hole[i];
      from[g] &= open[i];
      if (!hole[i]) {
        n[g]++;
        for (int c = 0; c < v.length; c++) {
          v[c][g] += image[c][i];
        }
      }
    }
    for (int g = 0; g < n.length; g++) {
      for (float[] channel : v) {
        channel[g] /= Math.max(1, n[g]);
      }
    }
    ExemplarFill out = new ExemplarFill(v, gap, from, cw, ch);
    return out.sources.length < out.targets.length / 2 || out.sources.length < SIDE * SIDE
        ? Optional.empty()
        : Optional.of(out);
  }

  /** Colours carried in from the border, and sources taken by chance. */
  private void startSmooth() {
    boolean[] fixed = Membrane.outside(hole);
    for (int c = 0; c < image.length; c++) {
      image[c] = Membrane.solve(image[c], fixed, w, h);
    }
    for (int i : targets) {
      match[i] = sources[next(sources.length)];
    }
  }

  /** Shifts of the grid of half the size, twice as far. */
  private void startFrom(ExemplarFill coarse) {
    for (int i : targets) {
      int x = i % w;
      int y = i / w;
      int g = Math.min(coarse.h - 1, y / 2) * coarse.w + Math.min(coarse.w - 1, x / 2);
      int m = coarse.match[g];
      int sx = x + 2 * (m % coarse.w - g % coarse.w);
      int sy = y + 2 * (m / coarse.w - g / coarse.w);
      boolean fits = coarse.touches[g] && sx >= 0 && sy >= 0 && sx < w && sy < h;
      match[i] = fits && valid[sy * w + sx] ? sy * w + sx : sources[next(sources.length)];
    }
    typical = coarse.typical;
    for (int i : targets) {
      cost[i] = typical;
    }
    vote();
  }

  // ---- matching

  private void measure() {
    for (int i : targets) {
      cost[i] = cost(i, match[i], Float.MAX_VALUE);
    }
  }

  /** Mean squared difference of two patches and what the source's use costs; above most: any. */
  private float cost(int target, int source, float most) {
    int tx = target % w;
    int ty = target / w;
    int v0 = Math.max(-HALF, -ty);
    int v1 = Math.min(HALF, h - 1 - ty);
    int u0 = Math.max(-HALF, -tx);
    int u1 = Math.min(HALF, w - 1 - tx);
    float extra = typical * (APART * apart(target, source) + uses(source)) + usual - lively[source];
    float area = (v1 - v0 + 1) * (u1 - u0 + 1);
    float limit = (most - extra) * area;
    float sum = 0;
    for (int v = v0; v <= v1 && sum < limit; v++) {
      int t = target + v * w;
      int s = source + v * w;
      for (float[] c : image) {
        for (int u = u0; u <= u1; u++) {
          float d = c[t + u] - c[s + u];
          sum += d * d;
        }
      }
    }
    return sum / area + extra;
  }

  private float uses(int source) {
    return fair > 0 ? USED * used[source] / fair : 0;
  }

  /** Share of the neighbours that are taken with another shift. */
  private float apart(int target, int source) {
    int shift = source - target;
    int off = 0;
    off += differs(target - 1, shift);
    off += differs(target + 1, shift);
    off += differs(target - w, shift);
    off += differs(target + w, shift);
    return off / 4f;
  }

  private int differs(int i, int shift) {
    return i >= 0 && i < match.length && touches[i] && match[i] - i != shift ? 1 : 0;
  }

  private void search(boolean forward) {
    int step = forward ? -1 : 1;
    for (int k = 0; k < targets.length; k++) {
      int i = targets[forward ? k : targets.length - 1 - k];
      int x = i % w;
      int y = i / w;
      if (x + step >= 0 && x + step < w) {
        propagate(i, i + step, -step);
      }
      if (y + step >= 0 && y + step < h) {
        propagate(i, i + step * w, -step * w);
      }
      for (int r = Math.max(w, h); r >= 1; r /= 2) {
        int sx = match[i] % w + next(2 * r + 1) - r;
        int sy = match[i] / w + next(2 * r + 1) - r;
        if (sx >= 0 && sy >= 0 && sx < w && sy < h) {
          attempt(i, sy * w + sx);
        }
      }
    }
  }

  private void propagate(int i, int neighbour, int back) {
    if (touches[neighbour]) {
      int s = match[neighbour] + back;
      if (s >= 0 && s < valid.length) {
        attempt(i, s);
      }
    }
  }

  private void attempt(int i, int s) {
    if (valid[s] && s != match[i]) {
      float c = cost(i, s, cost[i]);
      if (c < cost[i]) {
        cost[i] = c;
        match[i] = s;
      }
    }
  }

  /** How often each place is a source, smoothed over a patch; and how often is fair. */
  private void countUses() {
    Arrays.fill(used, 0);
    for (int i : targets) {
      used[match[i]]++;
    }
    BoxSum.over(used, w, h, HALF);
    fair = Math.max(1, SIDE * SIDE * targets.length / (float) sources.length);
  }

  // ---- voting

  /** Each pixel of the hole becomes the mean of what the patches over it take, the best most. */
  private void vote() {
    float[] sorted = new float[targets.length];
    for (int k = 0; k < sorted.length; k++) {
      sorted[k] = cost[targets[k]];
    }
    Arrays.sort(sorted);
    typical = Math.max(1e-9f, sorted[(int) (0.5 * (sorted.length - 1))]);
    float scale = 2 * Math.max(1e-9f, sorted[(int) (0.75 * (sorted.length - 1))]);
    double[][] sum = new double[image.length][w * h];
    double[] weight = new double[w * h];
    for (int i : targets) {
      double a = Math.exp(-cost[i] / scale) * Math.pow(INWARDS, -Math.min(60, depth[i]));
      int x = i % w;
      int y = i / w;
      for (int v = Math.max(-HALF, -y); v <= Math.min(HALF, h - 1 - y); v++) {
        for (int u = Math.max(-HALF, -x); u <= Math.min(HALF, w - 1 - x); u++) {
          int t = i + v * w + u;
          if (hole[t]) {
            weight[t] += a;
            for (int c = 0; c < sum.length; c++) {
              sum[c][t] += a * image[c][match[i] + v * w + u];
            }
          }
        }
      }
    }
    for (int t = 0; t < weight.length; t++) {
      if (weight[t] > 0) {
        for (int c = 0; c < sum.length; c++) {
          image[c][t] = (float) (sum[c][t] / weight[t]);
        }
      }
    }
  }

  /** Each pixel of the hole becomes what it is taken from, grain and all. */
  private void copy() {
    Shifts s = shifts();
    for (int i : targets) {
      if (hole[i]) {
        for (float[] c : image) {
          c[i] = c[i + s.dy()[i] * w + s.dx()[i]];
        }
      }
    }
  }

  /** Of the patches over a pixel, the shift of the one that fits best, near ones first. */
  private Shifts shifts() {
    int n = w * h;
    boolean[] isSet = new boolean[n];
    int[] dx = new int[n];
    int[] dy = new int[n];
    for (int i : targets) {
      int best = i;
      float least = cost[i];
      for (int v = Math.max(-HALF, -(i / w)); v <= Math.min(HALF, h - 1 - i / w); v++) {
        for (int u = Math.max(-HALF, -(i % w)); u <= Math.min(HALF, w - 1 - i % w); u++) {
          int q = i + v * w + u;
          if (touches[q]) {
            float c = cost[q] * (1 + (u * u + v * v) / 8f);
            if (c < least) {
              least = c;
              best = q;
            }
          }
        }
      }
      isSet[i] = true;
      dx[i] = match[best] % w - best % w;
      dy[i] = match[best] / w - best / w;
    }
    return new Shifts(w, h, isSet, dx, dy);
  }

  /** Steps from each pixel of the hole to its border, 0 outside. */
  private static int[] depth(boolean[] hole, int w, int h) {
    int[] d = new int[w * h];
    int far = w + h;
    for (int i = 0; i < d.length; i++) {
      int left = i % w == 0 ? far : d[i - 1];
      int up = i < w ? far : d[i - w];
      d[i] = hole[i] ? Math.min(far, 1 + Math.min(left, up)) : 0;
    }
    for (int i = d.length - 1; i >= 0; i--) {
      int right = i % w == w - 1 ? far : d[i + 1];
      int down = i >= d.length - w ? far : d[i + w];
      d[i] = hole[i] ? Math.min(d[i], 1 + Math.min(right, down)) : 0;
    }
    return d;
  }

  /** A number of 0 to n - 1 (xorshift, Marsaglia 2003). */
  private int next(int n) {
    random ^= random << 13;
    random ^= random >>> 7;
    random ^= random << 17;
    return (int) ((random >>> 33) % n);
  }
}
