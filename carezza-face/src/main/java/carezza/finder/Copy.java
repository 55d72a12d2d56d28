package carezza.finder;

import carezza.color.ColorEncoding;
import carezza.image.PixelReader;
import carezza.image.Rect;
import carezza.image.RgbBlock;

/**
 * The picture as the nets want it: sRGB values of 0..1 on a reduced level, and halves of it, from
 * which square crops are taken at any angle.
 */
final class Copy {
  private static final int LARGEST = 2048;

  /** sRGB values by the square root of light: steps of less than a thousandth. */
  private static final float[] CODES = new float[4096];

  static {
    for (int i = 0; i < CODES.length; i++) {
      double v = i / (CODES.length - 1.0) * i / (CODES.length - 1.0);
      CODES[i] = (float) (v <= 0.0031308 ? 12.92 * v : 1.055 * Math.pow(v, 1 / 2.4) - 0.055);
    }
  }

  private final int level;
  private final int[] width;
  private final int[] height;
  private final float[][] rgb;

  Copy(PixelReader picture) {
    int l = 0;
    while (Math.max(picture.bounds(l).w(), picture.bounds(l).h()) > LARGEST) {
      l++;
    }
    level = l;
    Rect r = picture.bounds(l);
    int n = 1;
    while (Math.min(r.w() >> n, r.h() >> n) >= 32) {
      n++;
    }
    width = new int[n];
    height = new int[n];
    rgb = new float[n][];
    width[0] = r.w();
    height[0] = r.h();
    rgb[0] = encoded(picture.read(l, r));
    for (int k = 1; k < n; k++) {
      halve(k);
    }
  }

  int w() {
    return width[0];
  }

  int h() {
    return height[0];
  }

  /** Source pixels a pixel of the copy. */
  double side() {
    return 1 << level;
  }

  private static float[] encoded(RgbBlock b) {
    float[] m = ColorEncoding.srgb().toWorking().inverse().floats();
    float[] out = new float[3 * b.size()];
    for (int i = 0; i < b.size(); i++) {
      for (int c = 0; c < 3; c++) {
        float v = m[3 * c] * b.r()[i] + m[3 * c + 1] * b.g()[i] + m[3 * c + 2] * b.b()[i];
        v = Math.max(0, Math.min(1, v));
        out[3 * i + c] = CODES[Math.round((float) Math.sqrt(v) * (CODES.length - 1))];
      }
    }
    return out;
  }

  private void halve(int k) {
    int w = width[k - 1] / 2;
    int h = height[k - 1] / 2;
    width[k] = w;
    height[k] = h;
    float[] in = rgb[k - 1];
    float[] out = new float[3 * w * h];
    int row = 3 * width[k - 1];
    for (int y = 0; y < h; y++) {
      for (int i = 0; i < 3 * w; i++) {
        int at = 2 * y * row + (i / 3) * 6 + i % 3;
        out[3 * w * y + i] = 0.25f * (in[at] + in[at + 3] + in[at + row] + in[at + row + 3]);
      }
    }
    rgb[k] = out;
  }

  /**
   * A square crop, 0 outside the picture.
   *
   * @param box where, in pixels of the copy
   * @param n pixels a side
   * @param scale and {@code shift}: what values of 0..1 become
   */
  float[] crop(Box box, int n, float scale, float shift) {
    int k = 0;
    while (box.size() / n / (1 << k) > 2 && k + 1 < rgb.length) {
      k++;
    }
    double cos = Math.cos(box.angle());
    double sin = Math.sin(box.angle());
    float[] out = new float[3 * n * n];
    java.util.Arrays.fill(out, shift);
    for (int y = 0; y < n; y++) {
      double v = ((y + 0.5) / n - 0.5) * box.size();
      for (int x = 0; x < n; x++) {
        double u = ((x + 0.5) / n - 0.5) * box.size();
        double px = (box.cx() + u * cos - v * sin) / (1 << k) - 0.5;
        double py = (box.cy() + u * sin + v * cos) / (1 << k) - 0.5;
        add(k, px, py, scale, out, 3 * (y * n + x));
      }
    }
    return out;
  }

  private void add(int k, double px, double py, float scale, float[] out, int at) {
    int x0 = (int) Math.floor(px);
    int y0 = (int) Math.floor(py);
    for (int dy = 0; dy < 2; dy++) {
      for (int dx = 0; dx < 2; dx++) {
        int x = x0 + dx;
        int y = y0 + dy;
        if (x < 0 || y < 0 || x >= width[k] || y >= height[k]) {
          continue;
        }
        float share =
            (float) ((dx == 0 ? 1 - (px - x0) : px - x0) * (dy == 0 ? 1 - (py - y0) : py - y0));
        int i = 3 * (y * width[k] + x);
        for (int c = 0; c < 3; c++) {
          out[at + c] += scale * share * rgb[k][i + c];
        }
      }
    }
  }
}
