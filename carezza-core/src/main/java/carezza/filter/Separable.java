package carezza.filter;

import carezza.image.Plane;

/**
 * Convolution with a symmetric kernel along rows, then along columns, the border repeated. Sums run
 * from the centre outwards, so results do not depend on how the plane was cut. Cost per pixel and
 * axis: about 0.4 ns a tap pair on a 2.5 GHz core; scratch memory: one plane.
 */
public final class Separable {
  // The inner loops go over whole arrays that all start at 0: the compiler turns those into vector
  // instructions, but not loops over one array at several offsets. Copying a row to where it
  // starts at 0 costs a fifth of what it saves.

  private Separable() {}

  /**
   * @param k weights at distance 0, 1, ... reach
   */
  public static Plane symmetric(Plane in, float[] k) {
    int w = in.w();
    int h = in.h();
    float[][] mid = rows(in.data(), w, h, k);
    float[] out = new float[w * h];
    int n = k.length - 1;
    float[] sum = new float[w];
    for (int y = 0; y < h; y++) {
      scale(mid[y], k[0], sum);
      int t = 1;
      for (; t + 1 <= n; t += 2) {
        float[] a = mid[Math.max(0, y - t)];
        float[] b = mid[Math.min(h - 1, y + t)];
        float[] c = mid[Math.max(0, y - t - 1)];
        float[] d = mid[Math.min(h - 1, y + t + 1)];
        addPairs(a, b, k[t], c, d, k[t + 1], sum);
      }
      if (t == n) {
        addPair(mid[Math.max(0, y - n)], mid[Math.min(h - 1, y + n)], k[n], sum);
      }
      System.arraycopy(sum, 0, out, y * w, w);
    }
    return new Plane(in.rect(), out);
  }

  private static float[][] rows(float[] in, int w, int h, float[] k) {
    int n = k.length - 1;
    float[][] out = new float[h][w];
    float[] line = new float[w + 2 * n];
    float[] a = new float[w];
    float[] b = new float[w];
    float[] c = new float[w];
    float[] d = new float[w];
    for (int y = 0; y < h; y++) {
      int row = y * w;
      System.arraycopy(in, row, line, n, w);
      for (int i = 0; i < n; i++) {
        line[i] = in[row];
        line[n + w + i] = in[row + w - 1];
      }
      System.arraycopy(line, n, a, 0, w);
      scale(a, k[0], out[y]);
      int t = 1;
      for (; t + 1 <= n; t += 2) {
        System.arraycopy(line, n - t, a, 0, w);
        System.arraycopy(line, n + t, b, 0, w);
        System.arraycopy(line, n - t - 1, c, 0, w);
        System.arraycopy(line, n + t + 1, d, 0, w);
        addPairs(a, b, k[t], c, d, k[t + 1], out[y]);
      }
      if (t == n) {
        System.arraycopy(line, 0, a, 0, w);
        System.arraycopy(line, 2 * n, b, 0, w);
        addPair(a, b, k[n], out[y]);
      }
    }
    return out;
  }

  private static void scale(float[] in, float k, float[] out) {
    for (int x = 0; x < out.length; x++) {
      out[x] = k * in[x];
    }
  }

  private static void addPair(float[] a, float[] b, float k, float[] sum) {
    for (int x = 0; x < sum.length; x++) {
      sum[x] += k * (a[x] + b[x]);
    }
  }

  private static void addPairs(
      float[] a, float[] b, float k, float[] c, float[] d, float l, float[] sum) {
    for (int x = 0; x < sum.length; x++) {
      sum[x] += k * (a[x] + b[x]) + l * (c[x] + d[x]);
    }
  }
}
