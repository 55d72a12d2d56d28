package carezza.spot;

import carezza.image.Plane;
import java.util.Arrays;
import java.util.stream.IntStream;

/**
 * How much a response varies by itself about each place of the skin: 1.48 times the median of its
 * absolute value among the skin within {@value #AROUND_MM} mm, the standard deviation if it is
 * normal. Found every {@value #GRID_MM} mm and linear between.
 */
final class LocalSpread {
  private static final double AROUND_MM = 10;
  private static final double GRID_MM = 4;
  private static final double SAMPLE_MM = 0.8;
  private static final int LEAST_SAMPLES = 40;
  private static final double OF_MEDIAN = 1.4826;
  private static final float LEAST = 1e-4f;

  private final double cell;
  private final int w;
  private final float[] spread;

  LocalSpread(Plane response, Plane trust, double px) {
    cell = Math.max(1, GRID_MM * px);
    w = (int) (response.w() / cell) + 2;
    int h = (int) (response.h() / cell) + 2;
    spread = new float[w * h];
    float all = median(response, trust, response.w() / 2.0, response.h() / 2.0, 1e9, px);
    IntStream.range(0, spread.length)
        .parallel()
        .forEach(
            k -> {
              float s = median(response, trust, k % w * cell, k / w * cell, AROUND_MM * px, px);
              spread[k] = Float.isNaN(s) ? all : s;
            });
  }

  private static float median(
      Plane response, Plane trust, double cx, double cy, double reach, double px) {
    int step = Math.max(1, (int) Math.round(SAMPLE_MM * px * (reach > 1e8 ? 4 : 1)));
    int x0 = (int) Math.max(0, cx - reach);
    int y0 = (int) Math.max(0, cy - reach);
    int x1 = (int) Math.min(response.w() - 1, cx + reach);
    int y1 = (int) Math.min(response.h() - 1, cy + reach);
    if (x1 < x0 || y1 < y0) {
      return Float.NaN;
    }
    float[] v = new float[((x1 - x0) / step + 1) * ((y1 - y0) / step + 1)];
    int n = 0;
    for (int y = y0; y <= y1; y += step) {
      for (int x = x0; x <= x1; x += step) {
        int i = y * response.w() + x;
        double dx = x - cx;
        double dy = y - cy;
        if (trust.data()[i] > 0.5f && dx * dx + dy * dy <= reach * reach) {
          v[n++] = Math.abs(response.data()[i]);
        }
      }
    }
    if (n < LEAST_SAMPLES) {
      return Float.NaN;
    }
    Arrays.sort(v, 0, n);
    return (float) Math.max(LEAST, OF_MEDIAN * v[n / 2]);
  }

  float at(int x, int y) {
    double u = x / cell;
    double v = y / cell;
    int k = (int) v * w + (int) u;
    double fx = u - (int) u;
    double fy = v - (int) v;
    double top = spread[k] + fx * (spread[k + 1] - spread[k]);
    double low = spread[k + w] + fx * (spread[k + w + 1] - spread[k + w]);
    float s = (float) (top + fy * (low - top));
    return Float.isNaN(s) ? Float.MAX_VALUE : s;
  }
}
