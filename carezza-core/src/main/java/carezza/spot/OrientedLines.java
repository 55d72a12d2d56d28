package carezza.spot;

import carezza.face.Pin;
import carezza.image.Plane;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Deque;
import java.util.List;
import java.util.stream.IntStream;

/**
 * Thin lines of any direction: a response averaged along lines of many directions (Lyvers and
 * Mitchell's oriented filters; Koller et al. 1995, "Multiscale detection of curvilinear
 * structures"), followed from where it is strong to where it is weak (Canny 1986, hysteresis). A
 * chain of spots is no line: along a line no half may be missing.
 */
final class OrientedLines {
  private static final int DIRECTIONS = 16;

  private OrientedLines() {}

  /** The most that any direction has on average over half a length to both sides. */
  static Plane along(Plane d, Plane trust, double half) {
    Plane out = new Plane(d.rect());
    int w = d.w();
    int n = (int) Math.ceil(half);
    int[][] ways = new int[2 * DIRECTIONS][];
    for (int k = 0; k < DIRECTIONS; k++) {
      double c = Math.cos(k * Math.PI / DIRECTIONS);
      double s = Math.sin(k * Math.PI / DIRECTIONS);
      ways[2 * k] = steps(c, s, n);
      ways[2 * k + 1] = steps(-c, -s, n);
    }
    IntStream.range(0, d.h())
        .parallel()
        .forEach(
            y -> {
              for (int x = 0; x < w; x++) {
                if (trust.data()[y * w + x] > 0.5f) {
                  out.data()[y * w + x] = (float) most(d, x, y, ways, n);
                }
              }
            });
    return out;
  }

  /** Columns and rows of the pixels along a direction, one after the other, from 0 to n. */
  private static int[] steps(double c, double s, int n) {
    int[] out = new int[2 * n + 2];
    for (int k = 0; k <= n; k++) {
      out[2 * k] = (int) Math.round(k * c);
      out[2 * k + 1] = (int) Math.round(k * s);
    }
    return out;
  }

  private static double most(Plane d, int x, int y, int[][] ways, int n) {
    boolean inside = x >= n && y >= n && x < d.w() - n && y < d.h() - n;
    double best = -Double.MAX_VALUE;
    for (int k = 0; k < ways.length; k += 2) {
      double one = mean(d, x, y, ways[k], inside);
      // Half a line that has no more than the best whole one is not followed the other way.
      if (one > best) {
        best = Math.max(best, Math.min(one, mean(d, x, y, ways[k + 1], inside)));
      }
    }
    return best;
  }

  /** Off the plane there is nothing. */
  private static double mean(Plane d, int x, int y, int[] steps, boolean inside) {
    float[] v = d.data();
    int w = d.w();
    double sum = 0;
    for (int k = 0; k < steps.length; k += 2) {
      int u = x + steps[k];
      int t = y + steps[k + 1];
      sum += inside || u >= 0 && t >= 0 && u < w && t < d.h() ? v[t * w + u] : 0;
    }
    return sum / (steps.length / 2);
  }

  /**
   * A response in spreads of what it is on the same ground near by; 0 where that is not trusted.
   */
  static float[] inSpreads(Plane along, SpotGround g) {
    LocalSpread spread = new LocalSpread(along, g.trust, g.px);
    int w = g.rect.w();
    float[] z = new float[along.data().length];
    for (int i = 0; i < z.length; i++) {
      z[i] = g.trust.data()[i] > 0.5f ? along.data()[i] / spread.at(i % w, i / w) : 0;
    }
    return z;
  }

  /**
   * Pixels above the weak threshold that hang together by sides or corners and hold one above the
   * strong.
   */
  static List<int[]> pieces(float[] z, int w, double strong, double weak) {
    boolean[] seen = new boolean[z.length];
    List<int[]> out = new ArrayList<>();
    for (int start = 0; start < z.length; start++) {
      if (seen[start] || z[start] < strong) {
        continue;
      }
      Deque<Integer> todo = new ArrayDeque<>(List.of(start));
      List<Integer> piece = new ArrayList<>();
      seen[start] = true;
      while (!todo.isEmpty()) {
        int i = todo.pop();
        piece.add(i);
        for (int dy = -1; dy <= 1; dy++) {
          for (int dx = -1; dx <= 1; dx++) {
            int j = i + dy * w + dx;
            boolean inside = j >= 0 && j < z.length && Math.abs(j % w - i % w) <= 1;
            if (inside && !seen[j] && z[j] >= weak) {
              seen[j] = true;
              todo.push(j);
            }
          }
        }
      }
      out.add(piece.stream().mapToInt(Integer::intValue).toArray());
    }
    return out;
  }

  /** Middle and direction. */
  static double[] axis(int[] piece, int w) {
    double mx = Arrays.stream(piece).mapToDouble(i -> i % w).average().orElseThrow();
    double my = Arrays.stream(piece).mapToDouble(i -> i / w).average().orElseThrow();
    double xx = 0;
    double yy = 0;
    double xy = 0;
    for (int i : piece) {
      xx += (i % w - mx) * (i % w - mx);
      yy += (i / w - my) * (i / w - my);
      xy += (i % w - mx) * (i / w - my);
    }
    double angle = Math.atan2(2 * xy, xx - yy) / 2;
    return new double[] {mx, my, Math.cos(angle), Math.sin(angle)};
  }

  /** From where to where a piece reaches along an axis, pixels from its middle. */
  static double[] extent(int[] piece, double[] main, int w) {
    double from = Double.MAX_VALUE;
    double to = -Double.MAX_VALUE;
    for (int i : piece) {
      double t = along(main, i, w);
      from = Math.min(from, t);
      to = Math.max(to, t);
    }
    return new double[] {from, to};
  }

  private static double along(double[] main, int i, int w) {
    return (i % w - main[0]) * main[2] + (i / w - main[1]) * main[3];
  }

  /** Means of a piece over equal parts of its extent along an axis, source pixels. */
  static List<Pin> points(SpotGround g, int[] piece, double[] main, double[] ends, int count) {
    int w = g.rect.w();
    double[][] sum = new double[count][3];
    for (int i : piece) {
      double t = along(main, i, w) - ends[0];
      int k = (int) Math.min(count - 1, count * t / Math.max(1e-9, ends[1] - ends[0]));
      sum[k][0]++;
      sum[k][1] += i % w;
      sum[k][2] += i / w;
    }
    return Arrays.stream(sum)
        .filter(s -> s[0] > 0)
        .map(s -> g.source(s[1] / s[0], s[2] / s[0]))
        .toList();
  }
}
