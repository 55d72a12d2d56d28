package carezza.neutral;

import carezza.color.ColorEncoding;
import carezza.image.Plane;
import carezza.image.RgbBlock;
import java.util.Arrays;

/**
 * The colours of the pixels under a mask: ln R/G, ln B/G and ln G of linear sRGB, sorted from dark
 * to bright. Clipped and nearly black pixels are left out.
 */
final class Chroma {
  /** A mask counts from here on. */
  private static final float INSIDE = 0.8f;

  /** Clipped from here on, and nearly black below. */
  static final float MOST = 0.97f;

  static final float LEAST = 0.004f;
  private static final float FLOOR = 5e-4f;
  private static final float[] TO_SRGB = ColorEncoding.srgb().toWorking().inverse().floats();

  final double[] red;
  final double[] blue;
  final double[] light;

  private Chroma(double[][] all) {
    red = new double[all.length];
    blue = new double[all.length];
    light = new double[all.length];
    for (int i = 0; i < all.length; i++) {
      red[i] = all[i][0];
      blue[i] = all[i][1];
      light[i] = all[i][2];
    }
  }

  static Chroma of(RgbBlock b, Plane mask) {
    double[][] all = new double[b.size()][];
    int n = 0;
    float[] rgb = new float[3];
    for (int i = 0; i < b.size(); i++) {
      if (mask.data()[i] < INSIDE) {
        continue;
      }
      linear(b, i, rgb);
      float most = Math.max(rgb[0], Math.max(rgb[1], rgb[2]));
      if (most < MOST && rgb[1] > LEAST) {
        double g = Math.log(rgb[1]);
        all[n++] =
            new double[] {
              Math.log(Math.max(FLOOR, rgb[0])) - g, Math.log(Math.max(FLOOR, rgb[2])) - g, g
            };
      }
    }
    double[][] kept = Arrays.copyOf(all, n);
    Arrays.parallelSort(kept, (x, y) -> Double.compare(x[2], y[2]));
    return new Chroma(kept);
  }

  /** Linear sRGB of a pixel. */
  static void linear(RgbBlock b, int i, float[] rgb) {
    for (int c = 0; c < 3; c++) {
      rgb[c] =
          TO_SRGB[3 * c] * b.r()[i] + TO_SRGB[3 * c + 1] * b.g()[i] + TO_SRGB[3 * c + 2] * b.b()[i];
    }
  }

  int size() {
    return red.length;
  }

  /** Brightness below which a share of the pixels lies. */
  double brightness(double share) {
    return light[Math.min(light.length - 1, (int) (share * light.length))];
  }

  /** The pixels of some brightness. */
  Chroma between(double from, double to) {
    int n = 0;
    double[][] part = new double[light.length][];
    for (int i = 0; i < light.length; i++) {
      if (light[i] >= from && light[i] <= to) {
        part[n++] = new double[] {red[i], blue[i], light[i]};
      }
    }
    return new Chroma(Arrays.copyOf(part, n));
  }

  /**
   * Median of values, one or more, from one share of them to another.
   *
   * @param v in the order of brightness where the shares are of it
   */
  static double median(double[] v, double from, double to) {
    double[] part =
        Arrays.copyOfRange(v, (int) (from * v.length), Math.max(1, (int) (to * v.length)));
    Arrays.sort(part);
    return part[part.length / 2];
  }
}
