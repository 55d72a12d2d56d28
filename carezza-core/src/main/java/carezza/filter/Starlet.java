package carezza.filter;

import carezza.image.Plane;

/**
 * The isotropic undecimated wavelet transform with the cubic B-spline as its scaling function ("à
 * trous"): each scale is the difference of two smoothings, and the scales and the last smoothing
 * add up to the plane. Source: Starck, Fadili, Murtagh, The undecimated wavelet decomposition and
 * its reconstruction, IEEE Trans. Image Processing 16 (2007). The border is repeated.
 */
public final class Starlet {
  private static final float[] KERNEL = {1 / 16f, 4 / 16f, 6 / 16f, 4 / 16f, 1 / 16f};
  private static final int HALF = 2;

  private Starlet() {}

  /** Pixels beyond a place on which the smoothing with a step rests. */
  public static int reach(int step) {
    return HALF * step;
  }

  /**
   * A plane smoothed with the kernel's taps so many pixels apart.
   *
   * @param step 1, 2, 4, ...
   */
  public static Plane smoothed(Plane in, int step) {
    int w = in.w();
    int h = in.h();
    float[] mid = new float[w * h];
    for (int y = 0; y < h; y++) {
      for (int k = -HALF; k <= HALF; k++) {
        int from = w * Math.max(0, Math.min(h - 1, y + k * step));
        float weight = KERNEL[k + HALF];
        for (int x = 0; x < w; x++) {
          mid[y * w + x] += weight * in.data()[from + x];
        }
      }
    }
    Plane out = new Plane(in.rect());
    float[] to = out.data();
    for (int y = 0; y < h; y++) {
      int row = y * w;
      for (int k = -HALF; k <= HALF; k++) {
        float weight = KERNEL[k + HALF];
        int shift = k * step;
        int low = Math.max(0, Math.min(w, -shift));
        int high = Math.max(low, Math.min(w, w - shift));
        for (int x = 0; x < low; x++) {
          to[row + x] += weight * mid[row];
        }
        for (int x = low; x < high; x++) {
          to[row + x] += weight * mid[row + x + shift];
        }
        for (int x = high; x < w; x++) {
          to[row + x] += weight * mid[row + w - 1];
        }
      }
    }
    return out;
  }
}
