package carezza.spot;

import carezza.image.Plane;
import java.util.Arrays;

/**
 * How far a red mark's colour goes on round it. A blemish ends in a halo of redness far fainter
 * than itself, which no size by its depth tells and which is all that shows once the mark is
 * healed.
 */
final class SpotReach {
  private static final int SECTORS = 8;

  /** Where what is far from the mark is read, in radii of the mark. */
  private static final double FAR_FROM = 2.3;

  private static final double FAR_TO = 3.3;

  /** Rings of that width are looked at from the mark's border outwards, in its radii. */
  private static final double STEP = 0.1;

  /** Stops under which the skin is as it is far from the mark. */
  private static final double FAINT = 0.03;

  /** Of the eight directions that many must show the halo: a fold or a border shows in fewer. */
  private static final double SHARE = 0.75;

  private SpotReach() {}

  /**
   * @param x middle of the mark, pixels of the ground
   * @param radiusPx of the mark
   * @return radius from which the skin is as it is far from the mark in most directions, pixels of
   *     the ground; the mark's own where there is too little skin round it
   */
  static double px(SpotGround g, double x, double y, double radiusPx) {
    int cx = (int) Math.round(x);
    int cy = (int) Math.round(y);
    Ring ring = Ring.of(g, cx, cy, FAR_FROM * radiusPx, FAR_TO * radiusPx + 1);
    if (!ring.isEnough()) {
      return radiusPx;
    }
    double[] green = ring.plane(g.green);
    double[] red = ring.plane(g.red);
    int rings = (int) Math.ceil((FAR_FROM - 1) / STEP);
    double[][] sum = new double[rings][SECTORS];
    int[][] n = new int[rings][SECTORS];
    int reach = (int) Math.ceil(FAR_FROM * radiusPx);
    for (int dy = -reach; dy <= reach; dy++) {
      for (int dx = -reach; dx <= reach; dx++) {
        int px = cx + dx;
        int py = cy + dy;
        if (px < 0 || py < 0 || px >= g.rect.w() || py >= g.rect.h()) {
          continue;
        }
        int k = (int) Math.floor((Math.hypot(dx, dy) / radiusPx - 1) / STEP);
        int i = py * g.rect.w() + px;
        if (k >= 0 && k < rings && g.skin.data()[i] > 0.5f) {
          int s = (int) ((Math.atan2(dy, dx) / (2 * Math.PI) + 1) * SECTORS) % SECTORS;
          sum[k][s] += off(g.red, i, red, dx, dy) - off(g.green, i, green, dx, dy);
          n[k][s]++;
        }
      }
    }
    for (int k = 0; k < rings; k++) {
      if (most(sum[k], n[k]) < FAINT) {
        return radiusPx * (1 + k * STEP);
      }
    }
    return radiusPx * FAR_FROM;
  }

  private static double off(Plane v, int i, double[] plane, int dx, int dy) {
    return v.data()[i] - plane[0] - plane[1] * dx - plane[2] * dy;
  }

  /** What all but the least of the directions reach. */
  private static double most(double[] sum, int[] n) {
    double[] v = new double[sum.length];
    int m = 0;
    for (int s = 0; s < v.length; s++) {
      if (n[s] > 0) {
        v[m++] = sum[s] / n[s];
      }
    }
    Arrays.sort(v, 0, m);
    return m == 0 ? 0 : v[(int) Math.round((1 - SHARE) * (m - 1))];
  }
}
