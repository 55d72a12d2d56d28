package carezza.spot;

import carezza.image.Plane;
import java.util.Arrays;

/** The skin in a ring round a place of the ground, and a plane laid through it. */
final class Ring {
  private static final int LEAST = 12;
  private static final int ROUNDS = 3;
  private static final float TRUSTED = 0.3f;

  /** Mean distances from the plane at which a pixel counts nothing, and the least such distance. */
  private static final double FAR = 3;

  private static final double LEAST_FAR = 0.02;

  private final int[] index;
  private final double[] dx;
  private final double[] dy;

  private Ring(int[] index, double[] dx, double[] dy) {
    this.index = index;
    this.dx = dx;
    this.dy = dy;
  }

  /**
   * @param from inner radius, pixels
   * @param to outer radius
   */
  static Ring of(SpotGround g, int cx, int cy, double from, double to) {
    int reach = (int) Math.ceil(to);
    int most = (2 * reach + 1) * (2 * reach + 1);
    int[] index = new int[most];
    double[] dx = new double[most];
    double[] dy = new double[most];
    int n = 0;
    for (int y = Math.max(0, cy - reach); y <= Math.min(g.rect.h() - 1, cy + reach); y++) {
      for (int x = Math.max(0, cx - reach); x <= Math.min(g.rect.w() - 1, cx + reach); x++) {
        double far = (x - cx) * (x - cx) + (y - cy) * (y - cy);
        int i = y * g.rect.w() + x;
        if (far >= from * from && far <= to * to && g.skin.data()[i] >= TRUSTED) {
          index[n] = i;
          dx[n] = x - cx;
          dy[n++] = y - cy;
        }
      }
    }
    return new Ring(Arrays.copyOf(index, n), Arrays.copyOf(dx, n), Arrays.copyOf(dy, n));
  }

  boolean isEnough() {
    return index.length >= LEAST;
  }

  /**
   * Level at the place and slopes to the right and down, by least squares; again twice with what
   * stands out of the plane counting less (Beaton and Tukey 1974, biweights).
   */
  double[] plane(Plane v) {
    double[] weight = new double[index.length];
    Arrays.fill(weight, 1);
    double[] p = solved(v, weight);
    for (int round = 1; round < ROUNDS; round++) {
      double spread = 0;
      for (int k = 0; k < index.length; k++) {
        spread += Math.abs(off(v, p, k)) / index.length;
      }
      double far = Math.max(LEAST_FAR, FAR * spread);
      for (int k = 0; k < index.length; k++) {
        double d = off(v, p, k) / far;
        weight[k] = Math.abs(d) < 1 ? (1 - d * d) * (1 - d * d) : 0;
      }
      p = solved(v, weight);
    }
    return p;
  }

  private double off(Plane v, double[] p, int k) {
    return v.data()[index[k]] - p[0] - p[1] * dx[k] - p[2] * dy[k];
  }

  private double[] solved(Plane v, double[] weight) {
    double[] s = new double[9];
    for (int k = 0; k < index.length; k++) {
      double w = weight[k];
      double value = v.data()[index[k]];
      s[0] += w;
      s[1] += w * dx[k];
      s[2] += w * dy[k];
      s[3] += w * dx[k] * dx[k];
      s[4] += w * dx[k] * dy[k];
      s[5] += w * dy[k] * dy[k];
      s[6] += w * value;
      s[7] += w * value * dx[k];
      s[8] += w * value * dy[k];
    }
    double mx = s[1] / s[0];
    double my = s[2] / s[0];
    double xx = s[3] - s[1] * mx;
    double xy = s[4] - s[1] * my;
    double yy = s[5] - s[2] * my;
    double xv = s[7] - s[6] * mx;
    double yv = s[8] - s[6] * my;
    double det = xx * yy - xy * xy;
    double a = det < 1e-9 ? 0 : (xv * yy - yv * xy) / det;
    double b = det < 1e-9 ? 0 : (yv * xx - xv * xy) / det;
    return new double[] {s[6] / s[0] - a * mx - b * my, a, b};
  }
}
