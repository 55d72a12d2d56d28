package carezza.area;

import carezza.face.Pin;
import carezza.image.Plane;
import carezza.image.Rect;
import java.util.Arrays;
import java.util.List;

/**
 * A closed curve through given points: a centripetal Catmull-Rom spline (Yuksel, Schaefer, Keyser
 * 2011, "Parameterization and applications of Catmull-Rom curves") as a fine polygon. Source
 * pixels.
 */
public final class Outline {
  private static final int STEPS = 6;
  private static final int SUB_ROWS = 4;

  /** Shares by which a side must surely lie farther than the nearest so far to be passed over. */
  private static final double SURELY = 1 + 1e-9;

  private final double[] x;
  private final double[] y;

  /** Middle and half length of each side of the polygon, that to its first corner first. */
  private final double[] middleX;

  private final double[] middleY;
  private final double[] half;

  /** Found when first needed; twice at worst. */
  private volatile Bands bands;

  private Outline(double[] x, double[] y) {
    this.x = x;
    this.y = y;
    middleX = new double[x.length];
    middleY = new double[x.length];
    half = new double[x.length];
    for (int i = 0, j = x.length - 1; i < x.length; j = i++) {
      middleX[i] = (x[i] + x[j]) / 2;
      middleY[i] = (y[i] + y[j]) / 2;
      half[i] = Math.hypot(x[i] - x[j], y[i] - y[j]) / 2;
    }
  }

  /** The curve through {@code points}, three or more. */
  public static Outline through(List<Pin> points) {
    int n = points.size();
    if (n < 3) {
      throw new IllegalArgumentException("points = " + n + ", must be 3 or more");
    }
    double[] x = new double[n * STEPS];
    double[] y = new double[n * STEPS];
    for (int i = 0; i < n; i++) {
      Pin[] p = new Pin[4];
      for (int k = 0; k < 4; k++) {
        p[k] = points.get(Math.floorMod(i + k - 1, n));
      }
      for (int s = 0; s < STEPS; s++) {
        double[] at = at(p, s / (double) STEPS);
        x[i * STEPS + s] = at[0];
        y[i * STEPS + s] = at[1];
      }
    }
    return new Outline(x, y);
  }

  /** Barry and Goldman's pyramid with knots at the square roots of the chords. */
  private static double[] at(Pin[] p, double share) {
    double[] t = new double[4];
    for (int k = 1; k < 4; k++) {
      t[k] = t[k - 1] + Math.max(1e-3, Math.sqrt(p[k].distance(p[k - 1])));
    }
    double s = t[1] + share * (t[2] - t[1]);
    double[][] a = new double[4][];
    for (int k = 0; k < 4; k++) {
      a[k] = new double[] {p[k].x(), p[k].y()};
    }
    double[] a1 = mix(a[0], a[1], t[0], t[1], s);
    double[] a2 = mix(a[1], a[2], t[1], t[2], s);
    double[] a3 = mix(a[2], a[3], t[2], t[3], s);
    return mix(mix(a1, a2, t[0], t[2], s), mix(a2, a3, t[1], t[3], s), t[1], t[2], s);
  }

  private static double[] mix(double[] a, double[] b, double t0, double t1, double t) {
    double k = (t - t0) / (t1 - t0);
    return new double[] {a[0] + k * (b[0] - a[0]), a[1] + k * (b[1] - a[1])};
  }

  /** Corners of the polygon. */
  public int size() {
    return x.length;
  }

  public double x(int corner) {
    return x[corner];
  }

  public double y(int corner) {
    return y[corner];
  }

  /** The polygon's corners. */
  public List<Pin> points() {
    Pin[] p = new Pin[x.length];
    for (int i = 0; i < p.length; i++) {
      p[i] = new Pin(x[i], y[i]);
    }
    return List.of(p);
  }

  /** Every n-th corner, those the curve was laid through when {@code n} is the number of steps. */
  public static int steps() {
    return STEPS;
  }

  public Rect bounds() {
    return Rect.around(min(x), min(y), max(x), max(y));
  }

  private static double min(double[] v) {
    return Arrays.stream(v).min().orElseThrow();
  }

  private static double max(double[] v) {
    return Arrays.stream(v).max().orElseThrow();
  }

  /**
   * The sides of the polygon by the bands of rows that they reach into, so that a point is held
   * against few of them.
   *
   * @param from upper end of the first band
   * @param perRow bands a source pixel
   * @param sides numbers of their second corners, by band
   */
  private record Bands(double from, double perRow, int[][] sides) {
    private static final int COUNT = 64;

    static Bands of(double[] y) {
      double from = min(y);
      double to = max(y);
      double perRow = COUNT / Math.max(1e-9, to - from);
      int[][] sides = new int[COUNT][];
      int[] found = new int[y.length];
      for (int b = 0; b < COUNT; b++) {
        int n = 0;
        for (int i = 0, j = y.length - 1; i < y.length; j = i++) {
          int first = band(Math.min(y[i], y[j]), from, perRow);
          int last = band(Math.max(y[i], y[j]), from, perRow);
          if (first <= b && b <= last) {
            found[n++] = i;
          }
        }
        sides[b] = Arrays.copyOf(found, n);
      }
      return new Bands(from, perRow, sides);
    }

    private static int band(double y, double from, double perRow) {
      return (int) Math.max(0, Math.min(COUNT - 1, (y - from) * perRow));
    }

    int[] at(double y) {
      return sides[band(y, from, perRow)];
    }
  }

  public boolean contains(double px, double py) {
    Bands b = bands;
    if (b == null) {
      b = Bands.of(y);
      bands = b;
    }
    boolean in = false;
    for (int i : b.at(py)) {
      int j = i == 0 ? x.length - 1 : i - 1;
      if (y[i] > py != y[j] > py && px < (x[j] - x[i]) * (py - y[i]) / (y[j] - y[i]) + x[i]) {
        in = !in;
      }
    }
    return in;
  }

  /** Distance of a point from the curve, negative inside; source pixels. */
  public double distance(double px, double py) {
    double best = Double.MAX_VALUE;
    double nearest = Double.MAX_VALUE;
    for (int i = 0, j = x.length - 1; i < x.length; j = i++) {
      double mx = px - middleX[i];
      double my = py - middleY[i];
      double reach = (nearest + half[i]) * SURELY;
      if (mx * mx + my * my > reach * reach) {
        continue;
      }
      double dx = x[i] - x[j];
      double dy = y[i] - y[j];
      double length2 = dx * dx + dy * dy;
      double t = length2 == 0 ? 0 : ((px - x[j]) * dx + (py - y[j]) * dy) / length2;
      t = Math.max(0, Math.min(1, t));
      double ex = px - x[j] - t * dx;
      double ey = py - y[j] - t * dy;
      double far = ex * ex + ey * ey;
      if (far < best) {
        best = far;
        nearest = Math.sqrt(best);
      }
    }
    return contains(px, py) ? -Math.sqrt(best) : Math.sqrt(best);
  }

  /**
   * Signed distances of the pixels of a rectangle, source pixels: reckoned every few pixels and
   * linear between.
   *
   * @param side source pixels a pixel
   * @param step pixels
   */
  public float[] distances(Rect rect, double side, int step) {
    int w = (rect.w() - 1) / step + 2;
    int h = (rect.h() - 1) / step + 2;
    double[] grid = new double[w * h];
    for (int i = 0; i < grid.length; i++) {
      double px = (rect.x() + i % w * step + 0.5) * side;
      double py = (rect.y() + i / w * step + 0.5) * side;
      grid[i] = distance(px, py);
    }
    float[] out = new float[rect.w() * rect.h()];
    for (int i = 0; i < out.length; i++) {
      int gx = i % rect.w();
      int gy = i / rect.w();
      double fx = gx % step / (double) step;
      double fy = gy % step / (double) step;
      int at = gy / step * w + gx / step;
      double top = grid[at] + fx * (grid[at + 1] - grid[at]);
      double low = grid[at + w] + fx * (grid[at + w + 1] - grid[at + w]);
      out[i] = (float) (top + fy * (low - top));
    }
    return out;
  }

  /** Share of each pixel that lies inside, 0..1, over a rectangle of a level. */
  public Plane coverage(int level, Rect rect) {
    Plane out = new Plane(rect);
    if (!bounds().toLevel(level).intersects(rect)) {
      return out;
    }
    double scale = Math.scalb(1.0, -level);
    double[] cuts = new double[x.length];
    for (int row = 0; row < rect.h() * SUB_ROWS; row++) {
      double py = (rect.y() + (row + 0.5) / SUB_ROWS) / scale;
      int n = 0;
      for (int i = 0, j = x.length - 1; i < x.length; j = i++) {
        if (y[i] > py != y[j] > py) {
          cuts[n++] = ((x[j] - x[i]) * (py - y[i]) / (y[j] - y[i]) + x[i]) * scale - rect.x();
        }
      }
      Arrays.sort(cuts, 0, n);
      for (int k = 0; k + 1 < n; k += 2) {
        fill(out, row / SUB_ROWS, cuts[k], cuts[k + 1]);
      }
    }
    return out;
  }

  private static void fill(Plane out, int row, double from, double to) {
    double a = Math.max(0, from);
    double b = Math.min(out.w(), to);
    for (int c = (int) a; c < b; c++) {
      double part = Math.min(b, c + 1) - Math.max(a, c);
      out.data()[row * out.w() + c] += (float) (part / SUB_ROWS);
    }
  }
}
