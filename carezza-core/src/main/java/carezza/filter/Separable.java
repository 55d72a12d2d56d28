package carezza.filter;

import carezza.image.Plane;

/**
 * Convolution with a symmetric kernel along rows, then along columns, the border repeated. Sums run
 * from the centre outwards, so results do not depend on how the plane was cut.
 */
public final class Separable {
  private Separable() {}

  /**
   * @param k weights at distance 0, 1, ... reach
   */
  public static Plane symmetric(Plane in, float[] k) {
    float[] mid = new float[in.data().length];
    rows(in.data(), mid, in.w(), in.h(), k);
    float[] out = new float[mid.length];
    columns(mid, out, in.w(), in.h(), k);
    return new Plane(in.rect(), out);
  }

  private static void rows(float[] in, float[] out, int w, int h, float[] k) {
    int n = k.length - 1;
    float[] line = new float[w + 2 * n];
    float[] sum = new float[w];
    for (int y = 0; y < h; y++) {
      int row = y * w;
      System.arraycopy(in, row, line, n, w);
      for (int i = 0; i < n; i++) {
        line[i] = in[row];
        line[n + w + i] = in[row + w - 1];
      }
      scale(line, n, k[0], sum, w);
      for (int t = 1; t + 1 <= n; t += 2) {
        addTwo(line, n - t, n + t, k[t], n - t - 1, n + t + 1, k[t + 1], sum, 0, w);
      }
      if ((n & 1) == 1) {
        addOne(line, 0, 2 * n, k[n], sum, 0, w);
      }
      System.arraycopy(sum, 0, out, row, w);
    }
  }

  private static void columns(float[] in, float[] out, int w, int h, float[] k) {
    int n = k.length - 1;
    for (int y = 0; y < h; y++) {
      int row = y * w;
      for (int x = 0; x < w; x++) {
        out[row + x] = k[0] * in[row + x];
      }
      for (int t = 1; t + 1 <= n; t += 2) {
        addTwo(
            in,
            Math.max(0, y - t) * w,
            Math.min(h - 1, y + t) * w,
            k[t],
            Math.max(0, y - t - 1) * w,
            Math.min(h - 1, y + t + 1) * w,
            k[t + 1],
            out,
            row,
            w);
      }
      if ((n & 1) == 1) {
        addOne(in, Math.max(0, y - n) * w, Math.min(h - 1, y + n) * w, k[n], out, row, w);
      }
    }
  }

  private static void scale(float[] in, int at, float k, float[] out, int w) {
    for (int x = 0; x < w; x++) {
      out[x] = k * in[at + x];
    }
  }

  private static void addOne(float[] in, int a, int b, float k, float[] out, int at, int w) {
    for (int x = 0; x < w; x++) {
      out[at + x] += k * (in[a + x] + in[b + x]);
    }
  }

  /** Two pairs of taps at once, so that the sums are read and written half as often. */
  private static void addTwo(
      float[] in, int a, int b, float k, int c, int d, float l, float[] out, int at, int w) {
    for (int x = 0; x < w; x++) {
      out[at + x] = out[at + x] + k * (in[a + x] + in[b + x]) + l * (in[c + x] + in[d + x]);
    }
  }
}
