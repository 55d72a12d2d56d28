package carezza.bench;

import java.util.Arrays;
import java.util.concurrent.Callable;
import java.util.stream.IntStream;

/** What times are measured against, taken in the same run on the same machine. */
final class Yardstick {
  private static final int PIXELS = 24_000_000;
  static final int THREADS = 2;

  private Yardstick() {}

  /**
   * K in seconds: a 3 x 3 matrix, then three cube roots, over 24 million pixels by two threads,
   * scalar; the median of five.
   */
  static double kernel() {
    int side = 1 << 16;
    float[][] in = new float[3][side];
    for (int i = 0; i < side; i++) {
      in[0][i] = i / (float) side;
      in[1][i] = 0.3f + 0.5f * i / side;
      in[2][i] = 0.9f - 0.6f * i / side;
    }
    double[] t = new double[7];
    for (int k = 0; k < t.length; k++) {
      t[k] =
          seconds(
              () ->
                  IntStream.range(0, THREADS)
                      .parallel()
                      .mapToDouble(n -> part(in, PIXELS / THREADS))
                      .sum());
    }
    Arrays.sort(t, 2, 7);
    return t[4];
  }

  private static double part(float[][] in, int pixels) {
    int n = in[0].length;
    float[][] out = new float[3][n];
    double sum = 0;
    for (int done = 0; done < pixels; done += n) {
      for (int i = 0; i < n; i++) {
        float r = in[0][i];
        float g = in[1][i];
        float b = in[2][i];
        out[0][i] = (float) Math.cbrt(0.6f * r + 0.3f * g + 0.1f * b);
        out[1][i] = (float) Math.cbrt(0.1f * r + 0.8f * g + 0.1f * b);
        out[2][i] = (float) Math.cbrt(0.05f * r + 0.15f * g + 0.8f * b);
      }
      sum += out[0][done % n] + out[1][0] + out[2][n - 1];
    }
    return sum;
  }

  /** C in seconds: the median copy of one 24-megapixel plane of floats. */
  static double copy() {
    float[] a = new float[PIXELS];
    float[] b = new float[PIXELS];
    double[] t = new double[15];
    for (int k = 0; k < t.length; k++) {
      a[k] = k;
      t[k] = seconds(() -> System.arraycopy(a, 0, b, 0, PIXELS));
    }
    Arrays.sort(t);
    return t[t.length / 2];
  }

  /** The kernel's work until told otherwise. */
  static void busyWhile(java.util.function.BooleanSupplier on) {
    float[][] in = new float[3][1 << 14];
    while (on.getAsBoolean()) {
      part(in, in[0].length * 8);
    }
  }

  static double seconds(Runnable what) {
    long t = System.nanoTime();
    what.run();
    return (System.nanoTime() - t) * 1e-9;
  }

  static <T> T call(Callable<T> what) {
    try {
      return what.call();
    } catch (Exception e) {
      throw new IllegalStateException(e);
    }
  }

  /** The value that 95 % do not exceed. */
  static double p95(double[] t) {
    double[] s = t.clone();
    Arrays.sort(s);
    return s[Math.min(s.length - 1, (int) Math.ceil(0.95 * s.length) - 1)];
  }

  static double median(double[] t) {
    double[] s = t.clone();
    Arrays.sort(s);
    return s[s.length / 2];
  }
}
