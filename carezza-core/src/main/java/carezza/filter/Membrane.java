package carezza.filter;

import java.util.Arrays;

/**
 * Membrane interpolation: the smooth function that takes given values on a border and satisfies
 * Laplace's equation inside (Perez, Gangnet, Blake 2003, "Poisson image editing", in its equivalent
 * membrane form of Farbman et al. 2009). Solved by a cascade of grids, coarse to fine, with
 * over-relaxed Gauss-Seidel sweeps in a fixed order. Neighbours outside the rectangle do not count
 * (no flow through the frame).
 */
public final class Membrane {
  private static final int SWEEPS = 40;
  private static final float OMEGA = 1.6f;

  private Membrane() {}

  /**
   * @param values w x h; read where {@code fixed}, the rest is found
   * @param fixed which pixels keep their value; at least one
   * @return all values; the residual of Laplace's equation is under 1e-3 of the border's range
   */
  public static float[] solve(float[] values, boolean[] fixed, int w, int h) {
    if (values.length != w * h || fixed.length != w * h) {
      throw new IllegalArgumentException(
          "values and fixed must have w x h = " + w * h + " entries");
    }
    float[] out = values.clone();
    if (Math.min(w, h) > 8) {
      startFromCoarser(out, fixed, w, h);
    } else {
      startFromMean(out, fixed);
    }
    for (int i = 0; i < SWEEPS; i++) {
      sweep(out, fixed, w, h, i % 2 == 0, i >= SWEEPS - 6 ? 1f : OMEGA);
    }
    return out;
  }

  private static void startFromMean(float[] v, boolean[] fixed) {
    double sum = 0;
    int n = 0;
    for (int i = 0; i < v.length; i++) {
      if (fixed[i]) {
        sum += v[i];
        n++;
      }
    }
    if (n == 0) {
      throw new IllegalArgumentException("fixed has no pixel: a membrane needs a border");
    }
    float mean = (float) (sum / n);
    for (int i = 0; i < v.length; i++) {
      v[i] = fixed[i] ? v[i] : mean;
    }
  }

  private static void startFromCoarser(float[] v, boolean[] fixed, int w, int h) {
    int cw = (w + 1) / 2;
    int ch = (h + 1) / 2;
    float[] cv = new float[cw * ch];
    int[] n = new int[cw * ch];
    boolean[] cf = new boolean[cw * ch];
    for (int y = 0; y < h; y++) {
      for (int x = 0; x < w; x++) {
        if (fixed[y * w + x]) {
          int c = (y / 2) * cw + x / 2;
          cv[c] += v[y * w + x];
          n[c]++;
        }
      }
    }
    for (int c = 0; c < cv.length; c++) {
      cf[c] = n[c] > 0;
      cv[c] = n[c] > 0 ? cv[c] / n[c] : 0;
    }
    float[] coarse = solve(cv, cf, cw, ch);
    for (int y = 0; y < h; y++) {
      for (int x = 0; x < w; x++) {
        if (!fixed[y * w + x]) {
          v[y * w + x] = coarse[(y / 2) * cw + x / 2];
        }
      }
    }
  }

  private static void sweep(float[] v, boolean[] fixed, int w, int h, boolean down, float omega) {
    for (int k = 0; k < h; k++) {
      int y = down ? k : h - 1 - k;
      for (int j = 0; j < w; j++) {
        int x = down ? j : w - 1 - j;
        int i = y * w + x;
        if (fixed[i]) {
          continue;
        }
        float sum = 0;
        int n = 0;
        if (x > 0) {
          sum += v[i - 1];
          n++;
        }
        if (x < w - 1) {
          sum += v[i + 1];
          n++;
        }
        if (y > 0) {
          sum += v[i - w];
          n++;
        }
        if (y < h - 1) {
          sum += v[i + w];
          n++;
        }
        v[i] += omega * (sum / n - v[i]);
      }
    }
  }

  /** A mask of the pixels that are not {@code inside}. */
  public static boolean[] outside(boolean[] inside) {
    boolean[] out = new boolean[inside.length];
    Arrays.fill(out, true);
    for (int i = 0; i < out.length; i++) {
      out[i] = !inside[i];
    }
    return out;
  }
}
