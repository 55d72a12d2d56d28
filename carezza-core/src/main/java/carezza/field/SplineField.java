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
    coefficients = Separable.symmetric(samples, INVERSE);
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
    Rect c = coefficients.rect();
    int[] xs = new int[rect.w() * 4];
    float[] wx = new float[rect.w() * 4];
    for (int x = 0; x < rect.w(); x++) {
      weights((rect.x() + x + 0.5) * scale - 0.5, c.x(), c.w(), xs, wx, 4 * x);
    }
    int[] ys = new int[4];
    float[] wy = new float[4];
    float[] column = new float[c.w()];
    int from = rect.w() == 0 ? 0 : xs[0];
    int to = rect.w() == 0 ? 0 : xs[xs.length - 1] + 1;
    for (int y = 0; y < rect.h(); y++) {
      weights((rect.y() + y + 0.5) * scale - 0.5, c.y(), c.h(), ys, wy, 0);
      float[] d = coefficients.data();
      int r0 = ys[0] * c.w();
      int r1 = ys[1] * c.w();
      int r2 = ys[2] * c.w();
      int r3 = ys[3] * c.w();
      float w0 = wy[0];
      float w1 = wy[1];
      float w2 = wy[2];
      float w3 = wy[3];
      for (int x = from; x < to; x++) {
        column[x] = w0 * d[r0 + x] + w1 * d[r1 + x] + w2 * d[r2 + x] + w3 * d[r3 + x];
      }
      for (int x = 0; x < rect.w(); x++) {
        int k = 4 * x;
        out.data()[y * rect.w() + x] =
            wx[k] * column[xs[k]]
                + wx[k + 1] * column[xs[k + 1]]
                + wx[k + 2] * column[xs[k + 2]]
                + wx[k + 3] * column[xs[k + 3]];
      }
    }
    return out;
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
