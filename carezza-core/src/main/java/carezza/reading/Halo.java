package carezza.reading;

import carezza.filter.Gaussian;
import carezza.image.Plane;
import carezza.image.RgbBlock;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * Halos along the border of an area: by how much the change of light overshoots, close to the
 * border, the changes on both its sides.
 *
 * <p>Across the border the change of E, smoothed at 0.5 mm and averaged over 10 mm of border so
 * that what a pass does to single spots does not count, is followed for 6 mm to both sides, where
 * the area begins within 2 mm and is as wide as that. The plateaus are its means from 4 to 6 mm;
 * what within 3 mm lies above the higher or below the lower of them is the overshoot, brought to L*
 * at the place's own lightness (a stop is (L* + 16) ln 2 / 3 of it). The 95th percentile of the
 * pieces of border counts.
 */
public final class Halo {
  private static final double SMOOTH_MM = 0.5;
  private static final double NEAR_MM = 3;
  private static final double EDGE_MM = 2;
  private static final double FROM_MM = 4;
  private static final double TO_MM = 6;
  private static final double STEP_MM = 0.5;
  private static final double PERCENTILE = 0.95;

  /** Border is looked at in pieces of this length, of which there are to be some. */
  private static final double PIECE_MM = 10;

  private static final int LEAST_PIECES = 3;
  private static final int STEPS = (int) Math.round(TO_MM / STEP_MM);

  private final Plane change;
  private final Plane now;
  private final double px;

  /**
   * @param before without the retouching
   * @param n with it, same rectangle and level
   * @param px pixels a mm
   */
  public Halo(RgbBlock before, RgbBlock n, double px) {
    this.px = px;
    now = Bands.logLuminance(n);
    change = Gaussian.blur(Bands.difference(now, Bands.logLuminance(before)), SMOOTH_MM * px);
  }

  /**
   * Overshoot in L* along the border of a mask over the same rectangle; NaN where it has hardly a
   * border.
   */
  public double along(Plane mask) {
    Plane soft = Gaussian.blur(mask, SMOOTH_MM * px);
    int w = mask.rect().w();
    int h = mask.rect().h();
    float[] m = mask.data();
    int margin = (int) Math.ceil(TO_MM * px) + 1;
    Map<Integer, Profile> pieces = new HashMap<>();
    int side = Math.max(1, (int) Math.round(PIECE_MM * px));
    for (int y = margin; y < h - margin; y++) {
      for (int x = margin; x < w - margin; x++) {
        int i = y * w + x;
        float least = Math.min(Math.min(m[i + 1], m[i - 1]), Math.min(m[i + w], m[i - w]));
        double dx = soft.data()[i + 1] - soft.data()[i - 1];
        double dy = soft.data()[i + w] - soft.data()[i - w];
        double len = Math.hypot(dx, dy);
        if (m[i] >= 0.5f && least < 0.5f && len > 1e-6) {
          dx /= len;
          dy /= len;
          if (isBorder(mask, x, y, dx, dy)) {
            pieces.computeIfAbsent(y / side * w + x / side, k -> new Profile()).add(x, y, dx, dy);
          }
        }
      }
    }
    List<Profile> enough = pieces.values().stream().filter(p -> p.n >= px * PIECE_MM / 2).toList();
    float[] over = new float[enough.size()];
    for (int k = 0; k < over.length; k++) {
      over[k] = (float) enough.get(k).overshoot();
    }
    int n = over.length;
    return n < LEAST_PIECES ? Double.NaN : Robust.select(over, n, (int) (PERCENTILE * (n - 1)));
  }

  /** The mean change across a piece of border, from outside inwards. */
  private final class Profile {
    private final double[] sum = new double[2 * STEPS + 1];
    private double lightness;
    private int n;

    void add(int x, int y, double dx, double dy) {
      for (int k = -STEPS; k <= STEPS; k++) {
        double far = k * STEP_MM * px;
        sum[k + STEPS] += at(x + far * dx, y + far * dy);
      }
      double e = now.data()[y * now.rect().w() + x];
      lightness += 116 * Math.cbrt(Math.pow(2, e)) - 16;
      n++;
    }

    double overshoot() {
      double[] plateau = new double[2];
      int[] count = new int[2];
      double high = Double.NEGATIVE_INFINITY;
      double low = Double.POSITIVE_INFINITY;
      for (int k = -STEPS; k <= STEPS; k++) {
        double mm = Math.abs(k * STEP_MM);
        double v = sum[k + STEPS] / n;
        if (mm >= FROM_MM) {
          plateau[k < 0 ? 0 : 1] += v;
          count[k < 0 ? 0 : 1]++;
        } else if (mm <= NEAR_MM) {
          high = Math.max(high, v);
          low = Math.min(low, v);
        }
      }
      double a = plateau[0] / count[0];
      double b = plateau[1] / count[1];
      double stops = Math.max(0, Math.max(high - Math.max(a, b), Math.min(a, b) - low));
      return stops * (lightness / n + 16) * Math.log(2) / 3;
    }
  }

  /**
   * Whether the area begins within a few millimetres, and goes on to one side and ends on the other
   * as far as the plateaus reach: the soft flank of a stroke is no border.
   */
  private boolean isBorder(Plane mask, int x, int y, double dx, double dy) {
    boolean ok = true;
    for (double mm : new double[] {EDGE_MM, (FROM_MM + TO_MM) / 2}) {
      double far = mm * px;
      float in = mask.clamped((int) Math.round(x + far * dx), (int) Math.round(y + far * dy));
      float out = mask.clamped((int) Math.round(x - far * dx), (int) Math.round(y - far * dy));
      ok &= in > 0.8f && out < 0.2f;
    }
    return ok;
  }

  private double at(double x, double y) {
    int ix = (int) Math.floor(x);
    int iy = (int) Math.floor(y);
    double fx = x - ix;
    double fy = y - iy;
    int i = iy * change.rect().w() + ix;
    float[] d = change.data();
    int w = change.rect().w();
    double top = d[i] * (1 - fx) + d[i + 1] * fx;
    double under = d[i + w] * (1 - fx) + d[i + w + 1] * fx;
    return top * (1 - fy) + under * fy;
  }

  /** The reading of the largest overshoot; missing when nothing has a border. */
  public static Reading reading(double lightness) {
    double[] band = ReadingBands.of("halo");
    return Double.isNaN(lightness)
        ? Reading.missing("halo", "noBorder")
        : new Reading("halo", 0, lightness, band[0], band[1], "", "");
  }
}
