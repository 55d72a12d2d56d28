package carezza.geometry;

import carezza.image.RgbBlock;

/**
 * Light between the pixels of a block: the sum of the pixels around, weighted by a kernel of their
 * distance along either axis, weights of a sum of 1; the block's border is repeated.
 *
 * <p>Kernels, with t the distance over max(1, step): the triangle 1 - t, and the cubic of Keys
 * (Cubic convolution interpolation for digital image processing, IEEE Trans. ASSP 29, 1981) with a
 * = -1/2, which gives quadratics back exactly where the step is at most 1. Departure: widened where
 * the step is larger, so that what is made smaller does not alias. Cost: (2 r)^2 products a pixel
 * and channel with r the kernel's reach times the step. For one thread.
 */
public final class Resampling {
  /** How a pixel's weight falls with its distance. */
  public enum Kernel {
    TRIANGLE(1),
    CUBIC(2);

    private final double reach;

    Kernel(double reach) {
      this.reach = reach;
    }

    private double at(double t) {
      if (this == TRIANGLE) {
        return Math.max(0, 1 - t);
      }
      return t < 1 ? (1.5 * t - 2.5) * t * t + 1 : t < 2 ? ((-0.5 * t + 2.5) * t - 4) * t + 2 : 0;
    }
  }

  private final RgbBlock block;
  private final Kernel kernel;
  private final double step;
  private final double reach;
  private final float[] across;
  private final float[] down;

  /**
   * @param step pixels of the block that a pixel of the result is apart from the next
   */
  public Resampling(RgbBlock block, Kernel kernel, double step) {
    if (!(step > 0)) {
      throw new IllegalArgumentException("step = " + step + ", must be above 0");
    }
    this.block = block;
    this.kernel = kernel;
    this.step = Math.max(1, step);
    reach = kernel.reach * this.step;
    int n = (int) Math.ceil(2 * reach) + 1;
    across = new float[n];
    down = new float[n];
  }

  /** How many pixels of the block beyond a place are read, at most. */
  public static int reach(Kernel kernel, double step) {
    return (int) Math.ceil(kernel.reach * Math.max(1, step)) + 1;
  }

  /**
   * @param x in pixels of the block's level, 0.5 at the first pixel's centre
   * @param y likewise
   * @param out red, green and blue, written at {@code i}
   */
  public void at(double x, double y, float[][] out, int i) {
    double u = x - 0.5 - block.rect().x();
    double v = y - 0.5 - block.rect().y();
    int left = first(u);
    int top = first(v);
    int nx = weigh(u, left, across);
    int ny = weigh(v, top, down);
    int w = block.rect().w();
    int h = block.rect().h();
    boolean inside = left >= 0 && left + nx <= w && top >= 0 && top + ny <= h;
    for (int c = 0; c < 3; c++) {
      float[] in = block.channel(c);
      float sum = 0;
      for (int k = 0; k < ny; k++) {
        int row = w * (inside ? top + k : Math.max(0, Math.min(h - 1, top + k)));
        float line = 0;
        for (int j = 0; j < nx; j++) {
          int at = inside ? left + j : Math.max(0, Math.min(w - 1, left + j));
          line += across[j] * in[row + at];
        }
        sum += down[k] * line;
      }
      out[c][i] = sum;
    }
  }

  private int first(double u) {
    return (int) Math.floor(u - reach) + 1;
  }

  /** Fills in the weights of the pixels from {@code first} on; how many there are. */
  private int weigh(double u, int first, float[] weight) {
    int n = (int) Math.floor(u + reach) - first + 1;
    double sum = 0;
    for (int k = 0; k < n; k++) {
      double w = kernel.at(Math.abs(first + k - u) / step);
      weight[k] = (float) w;
      sum += w;
    }
    for (int k = 0; k < n; k++) {
      weight[k] /= (float) sum;
    }
    return n;
  }
}
