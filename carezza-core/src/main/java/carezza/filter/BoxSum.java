package carezza.filter;

/**
 * Sums over squares of 2 half + 1 pixels, in place, by running sums along rows and then along
 * columns: the cost does not depend on the size. What lies outside counts nothing.
 */
final class BoxSum {
  private BoxSum() {}

  static void over(float[] v, int w, int h, int half) {
    float[] rows = new float[v.length];
    for (int y = 0; y < h; y++) {
      along(v, rows, y * w, 1, w, half);
    }
    for (int x = 0; x < w; x++) {
      along(rows, v, x, w, h, half);
    }
  }

  private static void along(float[] from, float[] to, int start, int step, int n, int half) {
    float sum = 0;
    for (int i = -half; i < n; i++) {
      sum += i + half < n ? from[start + (i + half) * step] : 0;
      sum -= i - half - 1 >= 0 ? from[start + (i - half - 1) * step] : 0;
      if (i >= 0) {
        to[start + i * step] = sum;
      }
    }
  }
}
