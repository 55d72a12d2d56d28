package carezza.pass;

import carezza.image.Rect;
import carezza.image.RgbBlock;
import java.util.Arrays;

/**
 * Pixels of a block whose weight is not 0, packed into short arrays, so that a kernel goes over
 * whole arrays without a branch and the other pixels keep their bits.
 */
public final class Weighted {
  private static final int BATCH = 2048;

  /** Changes red, green and blue in place; the arrays are of one length, its own to write to. */
  @FunctionalInterface
  public interface Kernel {
    /**
     * @param weight 0..1, 0 behind the last pixel
     * @param at index in the block of each pixel
     */
    void on(float[] r, float[] g, float[] b, float[] weight, int[] at);
  }

  private static final float[] ONES = new float[BATCH];

  static {
    Arrays.fill(ONES, 1);
  }

  private final RgbBlock block;
  private final Kernel kernel;
  private final float[][] rgb = new float[3][BATCH];
  private final float[] weight = new float[BATCH];
  private final int[] at = new int[BATCH];
  private int n;

  private Weighted(RgbBlock block, Kernel kernel) {
    this.block = block;
    this.kernel = kernel;
  }

  /**
   * @param weight mask of 0..1 a pixel, or null for 1 everywhere
   */
  public static void change(RgbBlock block, float[] weight, Kernel kernel) {
    Weighted w = new Weighted(block, kernel);
    int size = block.size();
    if (weight == null) {
      w.run(0, size, null);
    }
    for (int i = 0; weight != null && i < size; ) {
      while (i < size && weight[i] == 0) {
        i++;
      }
      int from = i;
      while (i < size && weight[i] != 0) {
        i++;
      }
      w.run(from, i, weight);
    }
    w.flush();
  }

  /** The smallest rectangle outside which weights over {@code rect} are 0. */
  public static Rect bounds(Rect rect, float[] weight) {
    if (weight == null) {
      return rect;
    }
    int w = rect.w();
    int x0 = w;
    int x1 = 0;
    int y0 = rect.h();
    int y1 = 0;
    for (int y = 0; y < rect.h(); y++) {
      int row = y * w;
      int from = 0;
      while (from < w && weight[row + from] == 0) {
        from++;
      }
      if (from < w) {
        int to = w;
        while (weight[row + to - 1] == 0) {
          to--;
        }
        x0 = Math.min(x0, from);
        x1 = Math.max(x1, to);
        y0 = Math.min(y0, y);
        y1 = y + 1;
      }
    }
    return y1 == 0
        ? new Rect(rect.x(), rect.y(), 0, 0)
        : new Rect(rect.x() + x0, rect.y() + y0, x1 - x0, y1 - y0);
  }

  private void run(int from, int to, float[] w) {
    for (int i = from; i < to; ) {
      int m = Math.min(to - i, BATCH - n);
      for (int c = 0; c < 3; c++) {
        System.arraycopy(block.channel(c), i, rgb[c], n, m);
      }
      System.arraycopy(w == null ? ONES : w, w == null ? 0 : i, weight, n, m);
      for (int k = 0; k < m; k++) {
        at[n + k] = i + k;
      }
      n += m;
      i += m;
      if (n == BATCH) {
        flush();
      }
    }
  }

  private void flush() {
    if (n == 0) {
      return;
    }
    Arrays.fill(weight, n, BATCH, 0);
    kernel.on(rgb[0], rgb[1], rgb[2], weight, at);
    for (int i = 0; i < n; ) {
      int m = 1;
      while (i + m < n && at[i + m] == at[i] + m) {
        m++;
      }
      for (int c = 0; c < 3; c++) {
        System.arraycopy(rgb[c], i, block.channel(c), at[i], m);
      }
      i += m;
    }
    n = 0;
  }
}
