package carezza.screen;

import carezza.color.Matrix3;

/**
 * From working-space light to the 8-bit codes of a screen, with a fixed noise of triangular
 * distribution against steps. For rows of one width, with scratch of its own.
 */
public final class ScreenCode {
  private static final float[] TO_SRGB = ScreenEncoding.SRGB.toScreen();

  private static final int MIX_X = 0x27d4eb2d;
  private static final int MIX_Y = 0x165667b1;

  private final ScreenEncoding screen;
  private final int[] mixed;
  private final float[] noise;
  private final float[][] primaries;

  /**
   * @param screen what is encoded for
   * @param deviceX of the first pixel of every row
   * @param width pixels of a row
   */
  ScreenCode(ScreenEncoding screen, int deviceX, int width) {
    this.screen = screen;
    mixed = new int[width];
    for (int x = 0; x < width; x++) {
      mixed[x] = (deviceX + x) * MIX_X;
    }
    noise = new float[width];
    primaries = new float[3][width];
  }

  /** Light of one of the primaries of sRGB. */
  public static float primary(int channel, float red, float green, float blue) {
    int i = 3 * channel;
    return TO_SRGB[i] * red + TO_SRGB[i + 1] * green + TO_SRGB[i + 2] * blue;
  }

  /** A fixed noise, -1 to 1, the same for a device pixel every time. */
  public static float noise(int x, int y) {
    return noise(x * MIX_X ^ y * MIX_Y);
  }

  private static float noise(int seed) {
    int h = (seed ^ seed >>> 15) * 0x85ebca6b;
    h ^= h >>> 13;
    h *= 0xc2b2ae35;
    h ^= h >>> 16;
    return ((h & 0xffff) - (h >>> 16)) / 65536f;
  }

  /**
   * @param line red, green, blue of working-space light
   * @param out 0xffRRGGBB from {@code at} on
   */
  void row(float[][] line, int deviceY, int[] out, int at) {
    noises(mixed, deviceY * MIX_Y, noise);
    for (int c = 0; c < 3; c++) {
      Matrix3.mix(screen.toScreen(), c, line[0], line[1], line[2], primaries[c]);
    }
    codes(primaries[0], primaries[1], primaries[2], noise, out, at);
  }

  private static void noises(int[] mixed, int row, float[] out) {
    for (int x = 0; x < out.length; x++) {
      out[x] = noise(mixed[x] ^ row);
    }
  }

  private void codes(float[] r, float[] g, float[] b, float[] noise, int[] out, int at) {
    float[] red = screen.codes(0);
    float[] green = screen.codes(1);
    float[] blue = screen.codes(2);
    for (int x = 0; x < r.length; x++) {
      float n = 0.5f + 0.5f * noise[x];
      out[at + x] =
          0xff000000
              | ScreenEncoding.code(red, r[x], n) << 16
              | ScreenEncoding.code(green, g[x], n) << 8
              | ScreenEncoding.code(blue, b[x], n);
    }
  }
}
