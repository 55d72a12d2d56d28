package carezza.field;

import carezza.filter.Separable;
import carezza.image.Plane;
import carezza.image.Rect;

/**
 * A smooth field: samples at the centres of pixels of level {@code gridLevel}, interpolated by the
 * cubic B-spline (Unser 1999, "Splines: a perfect fit for signal and image processing"). The
 * prefilter is a finite kernel of radius 7, the inverse of (1, 4, 1)/6 cut off where it has fallen
 * to 1e-4. For content smoothed with sigma of 3 grid pixels or more the interpolation error is
 * under 1e-4 of the range. A value at a pixel depends on samples within {@link #REACH} grid pixels
 * only.
 */
public final class SplineField {
  /** How far, in grid pixels, a value depends on samples. */
  public static final int REACH = 12;

  private static final int PREFILTER = 9;
  private static final int BEYOND = 2;
  private static final float[] INVERSE = inverse();

  private final int gridLevel;
  private final Plane coefficients;

  /**
   * @param gridLevel level whose pixel centres carry the samples
   * @param samples over a rectangle of that level, with at least {@link #REACH} pixels beyond what
   *     will be read, except where the picture ends
   */
  public SplineField(int gridLevel, Plane samples) {
    this.gridLevel = gridLevel;
    coefficients = Separable.symmetric(goingOn(samples), INVERSE);
  }

  /** The samples going on beyond the border as they came, mirrored in the last one. */
  private static Plane goingOn(Plane in) {
    if (in.data().length == 0) {
      return in;
    }
    Plane out = new Plane(in.rect().grow(BEYOND));
    for (int y = 0; y < out.h(); y++) {
      int sy = y - BEYOND;
      int ey = Math.max(0, Math.min(in.h() - 1, sy));
      int row = y * out.w() + BEYOND;
      System.arraycopy(in.data(), ey * in.w(), out.data(), row, in.w());
      for (int x = 0; ey != sy && x < in.w(); x++) {
        out.data()[row + x] = goingOn(in, x, sy);
      }
      for (int k = 1; k <= BEYOND; k++) {
        out.data()[row - k] = goingOn(in, -k, sy);
        out.data()[row + in.w() - 1 + k] = goingOn(in, in.w() - 1 + k, sy);
      }
    }
    return out;
  }

  private static float goingOn(Plane in, int x, int y) {
    int ex = Math.max(0, Math.min(in.w() - 1, x));
    int ey = Math.max(0, Math.min(in.h() - 1, y));
    int mx = Math.max(0, Math.min(in.w() - 1, 2 * ex - x));
    int my = Math.max(0, Math.min(in.h() - 1, 2 * ey - y));
    return 2 * in.data()[ey * in.w() + ex] - in.data()[my * in.w() + mx];
  }

  private static float[] inverse() {
    double pole = Math.sqrt(3) - 2;
    float[] k = new float[PREFILTER + 1];
    double sum = 0;
    double[] d = new double[PREFILTER + 1];
    for (int i = 0; i <= PREFILTER; i++) {
      d[i] = -6 * pole / (1 - pole * pole) * Math.pow(pole, i);
      sum += i == 0 ? d[i] : 2 * d[i];
    }
    for (int i = 0; i <= PREFILTER; i++) {
      k[i] = (float) (d[i] / sum);
    }
    return k;
  }

  /**
   * Values at the pixel centres of {@code rect} at {@code level}; finer or coarser than the grid.
   */
  public Plane at(int level, Rect rect) {
    double scale = Math.scalb(1.0, level - gridLevel);
    Plane out = new Plane(rect);
    int w = rect.w();
    if (w == 0 || rect.h() == 0) {
      return out;
    }
    Rect c = coefficients.rect();
    int[] xs = new int[w];
    float[][] wx = new float[4][w];
    for (int x = 0; x < w; x++) {
      xs[x] = weights((rect.x() + x + 0.5) * scale - 0.5, c.x(), wx, x);
    }
    // Along the coefficients' rows first, of which there are few, then between them, over whole
    // rows at once.
    float[][] rows = new float[c.h()][];
    int phases = (int) Math.round(1 / scale);
    float[][] wy = new float[4][1];
    float[] sum = new float[w];
    for (int y = 0; y < rect.h(); y++) {
      int first = weights((rect.y() + y + 0.5) * scale - 0.5, c.y(), wy, 0);
      float[][] four = new float[4][];
      for (int k = 0; k < 4; k++) {
        int row = Math.max(0, Math.min(c.h() - 1, first + k));
        if (rows[row] == null) {
          rows[row] = scale > 1 ? along(row, xs, wx) : along(row, xs, wx, Math.min(w, phases));
        }
        four[k] = rows[row];
      }
      between(four[0], four[1], four[2], four[3], wy[0][0], wy[1][0], wy[2][0], wy[3][0], sum);
      System.arraycopy(sum, 0, out.data(), y * w, w);
      if (first > 0 && first <= c.h()) {
        rows[first - 1] = null;
      }
    }
    return out;
  }

  private float[] along(int row, int[] xs, float[][] wx) {
    int from = xs[0];
    float[] line = window(row, from, xs[xs.length - 1] + 4 - from);
    float[] w0 = wx[0];
    float[] w1 = wx[1];
    float[] w2 = wx[2];
    float[] w3 = wx[3];
    float[] out = new float[xs.length];
    for (int x = 0; x < out.length; x++) {
      int i = xs[x] - from;
      out[x] = w0[x] * line[i] + w1[x] * line[i + 1] + w2[x] * line[i + 2] + w3[x] * line[i + 3];
    }
    return out;
  }

  /**
   * The same on a grid no finer than the pixels, of which there are {@code phases} to a grid point:
   * every so many pixels the weights are the same and the coefficients stand side by side.
   */
  private float[] along(int row, int[] xs, float[][] wx, int phases) {
    float[] out = new float[xs.length];
    int n = (xs.length + phases - 1) / phases;
    float[][] c = new float[5][];
    for (int k = 0; k < c.length; k++) {
      c[k] = window(row, xs[0] + k, n);
    }
    float[] one = phases == 1 ? out : new float[n];
    for (int p = 0; p < phases; p++) {
      int k = xs[p] - xs[0];
      between(c[k], c[k + 1], c[k + 2], c[k + 3], wx[0][p], wx[1][p], wx[2][p], wx[3][p], one);
      for (int x = p, i = 0; phases > 1 && x < out.length; x += phases, i++) {
        out[x] = one[i];
      }
    }
    return out;
  }

  /** Coefficients of a row side by side, the ends repeated beyond it. */
  private float[] window(int row, int from, int n) {
    int w = coefficients.w();
    float[] out = new float[n];
    int lo = Math.max(0, Math.min(n, -from));
    int hi = Math.max(lo, Math.min(n, w - from));
    int at = row * w;
    System.arraycopy(coefficients.data(), at + Math.min(w - 1, from + lo), out, lo, hi - lo);
    for (int k = 0; k < lo; k++) {
      out[k] = coefficients.data()[at];
    }
    for (int k = hi; k < n; k++) {
      out[k] = coefficients.data()[at + w - 1];
    }
    return out;
  }

  private static void between(
      float[] a,
      float[] b,
      float[] c,
      float[] d,
      float w0,
      float w1,
      float w2,
      float w3,
      float[] out) {
    for (int x = 0; x < out.length; x++) {
      out[x] = w0 * a[x] + w1 * b[x] + w2 * c[x] + w3 * d[x];
    }
  }

  /**
   * Weights of the four coefficients round a place.
   *
   * @return the first of them, counted from {@code start}; there may be none so far out
   */
  private static int weights(double at, int start, float[][] w, int x) {
    int i = (int) Math.floor(at);
    double t = at - i;
    double u = 1 - t;
    w[0][x] = (float) (u * u * u / 6);
    w[1][x] = (float) ((3 * t * t * t - 6 * t * t + 4) / 6);
    w[2][x] = (float) ((3 * u * u * u - 6 * u * u + 4) / 6);
    w[3][x] = (float) (t * t * t / 6);
    return i - 1 - start;
  }
}
