package carezza.reading;

import carezza.filter.Gaussian;
import carezza.image.Plane;
import carezza.image.RgbBlock;

/**
 * Halos along the border of an area: by how much the change of light overshoots, close to the
 * border, the changes on both its sides.
 *
 * <p>Across the border at each of its pixels the change of E, smoothed at 0.5 mm, is followed for 6
 * mm to both sides, where the area is as wide as that. The plateaus are its means from 4 to 6 mm;
 * what within 3 mm lies above the higher or below the lower of them is the overshoot, brought to L*
 * at the place's own lightness (dL*\/dE = (L* + 16) ln 2 / 3). The 95th percentile along the border
 * counts.
 */
public final class Halo {
  private static final double SMOOTH_MM = 0.5;
  private static final double NEAR_MM = 3;
  private static final double FROM_MM = 4;
  private static final double TO_MM = 6;
  private static final double STEP_MM = 0.5;
  private static final double PERCENTILE = 0.95;
  private static final int LEAST_BORDER = 40;

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
    int margin = (int) Math.ceil(TO_MM * px) + 1;
    float[] over = new float[mask.data().length];
    int n = 0;
    for (int y = margin; y < h - margin; y++) {
      for (int x = margin; x < w - margin; x++) {
        int i = y * w + x;
        boolean in = mask.data()[i] >= 0.5f;
        boolean border =
            in
                && (mask.data()[i + 1] < 0.5f
                    || mask.data()[i - 1] < 0.5f
                    || mask.data()[i + w] < 0.5f
                    || mask.data()[i - w] < 0.5f);
        if (border) {
          double dx = soft.data()[i + 1] - soft.data()[i - 1];
          double dy = soft.data()[i + w] - soft.data()[i - w];
          double len = Math.hypot(dx, dy);
          if (len > 1e-6 && isWide(mask, x, y, dx / len, dy / len)) {
            over[n++] = (float) overshoot(x, y, dx / len, dy / len);
          }
        }
      }
    }
    return n < LEAST_BORDER ? Double.NaN : Robust.select(over, n, (int) (PERCENTILE * (n - 1)));
  }

  /** Whether the area goes on to one side and ends on the other as far as the plateaus reach. */
  private boolean isWide(Plane mask, int x, int y, double dx, double dy) {
    double far = (FROM_MM + TO_MM) / 2 * px;
    float in = mask.clamped((int) Math.round(x + far * dx), (int) Math.round(y + far * dy));
    float out = mask.clamped((int) Math.round(x - far * dx), (int) Math.round(y - far * dy));
    return in >= 0.5f && out < 0.5f;
  }

  private double overshoot(int x, int y, double dx, double dy) {
    double[] plateau = new double[2];
    double high = Double.NEGATIVE_INFINITY;
    double low = Double.POSITIVE_INFINITY;
    double[] count = new double[2];
    int steps = (int) Math.round(TO_MM / STEP_MM);
    for (int k = -steps; k <= steps; k++) {
      double mm = k * STEP_MM;
      double v = at(x + mm * px * dx, y + mm * px * dy);
      if (Math.abs(mm) >= FROM_MM) {
        int side = k < 0 ? 0 : 1;
        plateau[side] += v;
        count[side]++;
      } else if (Math.abs(mm) <= NEAR_MM) {
        high = Math.max(high, v);
        low = Math.min(low, v);
      }
    }
    double a = plateau[0] / count[0];
    double b = plateau[1] / count[1];
    double stops = Math.max(0, Math.max(high - Math.max(a, b), Math.min(a, b) - low));
    double lightness = 116 * Math.cbrt(Math.pow(2, now.data()[y * now.rect().w() + x])) - 16;
    return stops * (lightness + 16) * Math.log(2) / 3;
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
