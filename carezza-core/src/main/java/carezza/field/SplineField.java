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
      for (int x = 0; x < out.w(); x++) {
        int sx = x - BEYOND;
        int sy = y - BEYOND;
        int ex = Math.max(0, Math.min(in.w() - 1, sx));
        int ey = Math.max(0, Math.min(in.h() - 1, sy));
        float v = in.data()[ey * in.w() + ex];
        if (ex != sx || ey != sy) {
          int mx = Math.max(0, Math.min(in.w() - 1, 2 * ex - sx));
          int my = Math.max(0, Math.min(in.h() - 1, 2 * ey - sy));
          v = 2 * v - in.data()[my * in.w() + mx];
        }
        out.data()[y * out.w() + x] = v;
      }
    }
    return out;
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
    int[] xs = new int[w * 4];
    float[] wx = new float[w * 4];
    for (int x = 0; x < w; x++) {
      weights((rect.x() + x + 0.5) * scale - 0.5, c.x(), c.w(), xs, wx, 4 * x);
    }
    // Along the coefficients' rows first, of which there are few, then between them, over whole
    // rows at once.
    float[][] rows = new float[c.h()][];
    int[] ys = new int[4];
    float[] wy = new float[4];
    float[] sum = new float[w];
    for (int y = 0; y < rect.h(); y++) {
      weights((rect.y() + y + 0.5) * scale - 0.5, c.y(), c.h(), ys, wy, 0);
      for (int k : ys) {
        if (rows[k] == null) {
          rows[k] = scale == 1 ? sameGrid(k, xs, wx, w) : along(k, xs, wx, w);
        }
      }
      between(rows[ys[0]], rows[ys[1]], rows[ys[2]], rows[ys[3]], wy, sum);
      System.arraycopy(sum, 0, out.data(), y * w, w);
      if (ys[0] > 0) {
        rows[ys[0] - 1] = null;
      }
    }
    return out;
  }

  private float[] along(int row, int[] xs, float[] wx, int w) {
    float[] d = coefficients.data();
    int at = row * coefficients.w();
    float[] out = new float[w];
    for (int x = 0; x < w; x++) {
      int k = 4 * x;
      out[x] =
          wx[k] * d[at + xs[k]]
              + wx[k + 1] * d[at + xs[k + 1]]
              + wx[k + 2] * d[at + xs[k + 2]]
              + wx[k + 3] * d[at + xs[k + 3]];
    }
    return out;
  }

  /** The same where every pixel is a grid point: the weights are those of the first everywhere. */
  private float[] sameGrid(int row, int[] xs, float[] wx, int w) {
    float[] d = coefficients.data();
    int at = row * coefficients.w();
    float[][] s = new float[3][w];
    for (int k = 0; k < 3; k++) {
      for (int x = 0; x < w; x++) {
        s[k][x] = d[at + xs[4 * x + k]];
      }
    }
    float[] out = new float[w];
    float[] none = {wx[0], wx[1], wx[2], 0};
    between(s[0], s[1], s[2], s[2], none, out);
    return out;
  }

  private static void between(
      float[] a, float[] b, float[] c, float[] d, float[] weight, float[] out) {
    float w0 = weight[0];
    float w1 = weight[1];
    float w2 = weight[2];
    float w3 = weight[3];
    for (int x = 0; x < out.length; x++) {
      out[x] = w0 * a[x] + w1 * b[x] + w2 * c[x] + w3 * d[x];
    }
  }

  private static void weights(double at, int start, int size, int[] idx, float[] w, int k) {
    int i = (int) Math.floor(at);
    double t = at - i;
    double u = 1 - t;
    w[k] = (float) (u * u * u / 6);
    w[k + 1] = (float) ((3 * t * t * t - 6 * t * t + 4) / 6);
    w[k + 2] = (float) ((3 * u * u * u - 6 * u * u + 4) / 6);
    w[k + 3] = (float) (t * t * t / 6);
    for (int j = 0; j < 4; j++) {
      idx[k + j] = Math.max(0, Math.min(size - 1, i - 1 + j - start));
    }
  }
}
