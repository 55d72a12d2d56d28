package carezza.screen;

import carezza.image.RgbBlock;
import java.util.Arrays;

/** A block of a pyramid level brought to rows of device pixels, first down, then across. */
final class Resampled {
  // Rows of their own that start at 0, and sums over whole rows: the compiler turns those into
  // vector instructions.
  private final float[][][] rows;
  private final Taps across;
  private final Taps down;
  private final int left;
  private final int top;
  private final float[] tall;

  Resampled(RgbBlock b, Taps across, Taps down) {
    this.across = across;
    this.down = down;
    left = b.rect().x();
    top = b.rect().y();
    int w = b.rect().w();
    rows = new float[3][b.rect().h()][];
    for (int c = 0; c < 3; c++) {
      for (int y = 0; y < rows[c].length; y++) {
        rows[c][y] = Arrays.copyOfRange(b.channel(c), y * w, (y + 1) * w);
      }
    }
    tall = new float[w];
  }

  /** Light of a row of device pixels: red, green, blue. */
  void row(int y, float[][] out) {
    for (int c = 0; c < 3; c++) {
      int at = down.first[y] - top;
      int k = y * down.count;
      scale(down.weight[k], rows[c][at], tall);
      for (int i = 1; i < down.count; i++) {
        if (down.weight[k + i] != 0) {
          add(down.weight[k + i], rows[c][at + i], tall);
        }
      }
      across(out[c]);
    }
  }

  private static void scale(float k, float[] in, float[] out) {
    for (int x = 0; x < out.length; x++) {
      out[x] = k * in[x];
    }
  }

  private static void add(float k, float[] in, float[] sum) {
    for (int x = 0; x < sum.length; x++) {
      sum[x] += k * in[x];
    }
  }

  private void across(float[] out) {
    int n = across.count;
    switch (n) {
      case 1 -> {
        for (int x = 0; x < out.length; x++) {
          out[x] = tall[across.first[x] - left];
        }
      }
      case 2 -> two(out, 0, 2);
      case 4 -> {
        two(out, 0, 4);
        twoMore(out, 2, 4);
      }
      default -> any(out, n);
    }
  }

  private void two(float[] out, int from, int n) {
    float[] t = across.weight;
    for (int x = 0; x < out.length; x++) {
      int i = across.first[x] - left + from;
      int k = x * n + from;
      out[x] = t[k] * tall[i] + t[k + 1] * tall[i + 1];
    }
  }

  private void twoMore(float[] out, int from, int n) {
    float[] t = across.weight;
    for (int x = 0; x < out.length; x++) {
      int i = across.first[x] - left + from;
      int k = x * n + from;
      out[x] += t[k] * tall[i] + t[k + 1] * tall[i + 1];
    }
  }

  private void any(float[] out, int n) {
    float[] t = across.weight;
    for (int x = 0; x < out.length; x++) {
      int i = across.first[x] - left;
      float sum = 0;
      for (int k = 0; k < n; k++) {
        sum += t[x * n + k] * tall[i + k];
      }
      out[x] = sum;
    }
  }
}
