package carezza.screen;

import carezza.image.RgbBlock;

/** A block of a pyramid level brought to rows of device pixels, first down, then across. */
final class Resampled implements LightRows {
  // Down first, in sums over whole rows: the compiler turns those into vector instructions.
  private final RgbBlock block;
  private final Taps across;
  private final Taps down;
  private final int left;
  private final int top;
  private final float[][] tall;

  Resampled(RgbBlock b, Taps across, Taps down) {
    block = b;
    this.across = across;
    this.down = down;
    left = b.rect().x();
    top = b.rect().y();
    tall = new float[3][b.rect().w()];
  }

  @Override
  public void row(int y, float[][] out) {
    int at = down.first[y] - top;
    int k = y * down.count;
    for (int c = 0; c < 3; c++) {
      float[] in = block.channel(c);
      float[] sum = tall[c];
      scale(down.weight[k], in, at * sum.length, sum);
      for (int i = 1; i < down.count; i++) {
        if (down.weight[k + i] != 0) {
          add(down.weight[k + i], in, (at + i) * sum.length, sum);
        }
      }
    }
    switch (across.count) {
      case 1 -> one(out);
      case 2 -> two(tall[0], tall[1], tall[2], out[0], out[1], out[2]);
      case 4 -> four(tall[0], tall[1], tall[2], out[0], out[1], out[2]);
      default -> any(out);
    }
  }

  private static void scale(float k, float[] in, int from, float[] out) {
    for (int x = 0; x < out.length; x++) {
      out[x] = k * in[from + x];
    }
  }

  private static void add(float k, float[] in, int from, float[] sum) {
    for (int x = 0; x < sum.length; x++) {
      sum[x] += k * in[from + x];
    }
  }

  private void one(float[][] out) {
    for (int c = 0; c < 3; c++) {
      for (int x = 0; x < out[c].length; x++) {
        out[c][x] = tall[c][across.first[x] - left];
      }
    }
  }

  private void two(float[] r, float[] g, float[] b, float[] red, float[] green, float[] blue) {
    int[] first = across.first;
    float[] w = across.weight;
    for (int x = 0; x < red.length; x++) {
      int i = first[x] - left;
      float w0 = w[2 * x];
      float w1 = w[2 * x + 1];
      red[x] = w0 * r[i] + w1 * r[i + 1];
      green[x] = w0 * g[i] + w1 * g[i + 1];
      blue[x] = w0 * b[i] + w1 * b[i + 1];
    }
  }

  private void four(float[] r, float[] g, float[] b, float[] red, float[] green, float[] blue) {
    int[] first = across.first;
    float[] w = across.weight;
    for (int x = 0; x < red.length; x++) {
      int i = first[x] - left;
      float w0 = w[4 * x];
      float w1 = w[4 * x + 1];
      float w2 = w[4 * x + 2];
      float w3 = w[4 * x + 3];
      red[x] = w0 * r[i] + w1 * r[i + 1] + (w2 * r[i + 2] + w3 * r[i + 3]);
      green[x] = w0 * g[i] + w1 * g[i + 1] + (w2 * g[i + 2] + w3 * g[i + 3]);
      blue[x] = w0 * b[i] + w1 * b[i + 1] + (w2 * b[i + 2] + w3 * b[i + 3]);
    }
  }

  private void any(float[][] out) {
    int n = across.count;
    for (int c = 0; c < 3; c++) {
      for (int x = 0; x < out[c].length; x++) {
        int i = across.first[x] - left;
        float sum = 0;
        for (int k = 0; k < n; k++) {
          sum += across.weight[x * n + k] * tall[c][i + k];
        }
        out[c][x] = sum;
      }
    }
  }
}
