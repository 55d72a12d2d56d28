package carezza.field;

import carezza.image.Plane;

/**
 * How a plane goes on across one of its borders: the slope inwards, along the border. In each of a
 * row of bins along it a straight line is fitted to the values by their distance from the border
 * (least squares, then once more without what lies over {@link #FAR} deviations off); the slopes
 * are smoothed over four bins and read by a uniform cubic B-spline, so that they have no kinks.
 */
public final class BorderSlopes {
  /** Deviations from the line beyond which a value is something that lies on the backdrop. */
  private static final double FAR = 2.5;

  /** Values that lie on a line but for this do. */
  private static final double ROUNDING = 1e-5;

  /** A value so far off the line, at least, is of something that stands in the strip. */
  private static final double FOREIGN = 0.02;

  /** Deviations that a value must be off as well. */
  private static final double GRAIN = 5;

  private final double[] slopes;
  private final double bin;
  private final double depth;

  /**
   * @param strip values by distance from the border (rows, the first at the border) and place along
   *     it (columns)
   * @param side length of a value's side, in the unit of what is asked
   */
  public BorderSlopes(Plane strip, double side) {
    int bins = Math.max(1, strip.w() / Math.max(1, strip.h()));
    bin = side * strip.w() / bins;
    double[] raw = new double[bins];
    int plain = strip.h();
    for (int i = 0; i < bins; i++) {
      int from = strip.w() * i / bins;
      int to = strip.w() * (i + 1) / bins;
      double[] line = line(strip, from, to, new double[] {0, 0, Double.POSITIVE_INFINITY});
      line = line(strip, from, to, line);
      raw[i] = line[1] / side;
      plain = Math.min(plain, plain(strip, from, to, line));
    }
    this.depth = side * Math.max(plain, 1);
    slopes = smoothed(smoothed(raw));
  }

  /** How far from the border nothing else stands in the strip. */
  public double depth() {
    return depth;
  }

  /** Rows before the first value that is neither on the line nor grain about it. */
  private static int plain(Plane strip, int from, int to, double[] line) {
    for (int y = 0; y < strip.h(); y++) {
      for (int x = from; x < to; x++) {
        double off = Math.abs(strip.data()[y * strip.w() + x] - line[0] - line[1] * (y + 0.5));
        if (off > Math.max(FOREIGN, GRAIN * line[2])) {
          return y;
        }
      }
    }
    return strip.h();
  }

  /**
   * The slope inwards.
   *
   * @param along place along the border, from where the strip begins
   */
  public double at(double along) {
    double u = along / bin - 0.5;
    int i = (int) Math.floor(u);
    double t = u - i;
    double s = 1 - t;
    double w0 = s * s * s / 6;
    double w3 = t * t * t / 6;
    double w1 = (3 * t * t * t - 6 * t * t + 4) / 6;
    return w0 * get(i - 1) + w1 * get(i) + (1 - w0 - w1 - w3) * get(i + 1) + w3 * get(i + 2);
  }

  private double get(int i) {
    return slopes[Math.max(0, Math.min(slopes.length - 1, i))];
  }

  /** Height at the border, slope a row and deviation of what lies near an earlier line. */
  private static double[] line(Plane strip, int from, int to, double[] earlier) {
    double n = 0;
    double sx = 0;
    double sy = 0;
    double sxx = 0;
    double sxy = 0;
    double syy = 0;
    int x0 = strip.rect().x();
    int y0 = strip.rect().y();
    for (int y = 0; y < strip.h(); y++) {
      for (int x = from; x < to; x++) {
        double v = strip.at(x0 + x, y0 + y);
        if (Math.abs(v - earlier[0] - earlier[1] * (y + 0.5)) <= FAR * earlier[2] + ROUNDING) {
          n++;
          sx += y + 0.5;
          sy += v;
          sxx += (y + 0.5) * (y + 0.5);
          sxy += (y + 0.5) * v;
          syy += v * v;
        }
      }
    }
    double det = n * sxx - sx * sx;
    if (n < 2 || det <= 0) {
      return new double[] {n > 0 ? sy / n : 0, 0, 0};
    }
    double slope = (n * sxy - sx * sy) / det;
    double height = (sy - slope * sx) / n;
    double left = syy - height * sy - slope * sxy;
    return new double[] {height, slope, Math.sqrt(Math.max(0, left) / n)};
  }

  private static double[] smoothed(double[] v) {
    double[] out = new double[v.length];
    for (int i = 0; i < v.length; i++) {
      double low = v[Math.max(0, i - 1)];
      double high = v[Math.min(v.length - 1, i + 1)];
      out[i] = (low + 2 * v[i] + high) / 4;
    }
    return out;
  }
}
