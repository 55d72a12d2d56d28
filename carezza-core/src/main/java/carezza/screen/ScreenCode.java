package carezza.screen;

import carezza.color.ColorEncoding;
import carezza.color.Matrix3;

/**
 * From working-space light to the 8-bit codes of an sRGB screen (IEC 61966-2-1), with a fixed noise
 * of triangular distribution against steps. The curve is a table over the upper bits of a float,
 * 2048 entries an octave: within 0.03 of a code. For rows of one width, with scratch of its own.
 */
public final class ScreenCode {
  private static final int CUT = 12;

  /** Light that is 0.05 of a code. */
  private static final float DARKEST = 1f / 65536;

  private static final int FIRST = Float.floatToRawIntBits(DARKEST) >> CUT;
  private static final float[] CODES = codes();
  private static final float[] TO_SCREEN = ColorEncoding.srgb().toWorking().inverse().floats();

  private static final int MIX_X = 0x27d4eb2d;
  private static final int MIX_Y = 0x165667b1;

  private final int[] mixed;
  private final float[] noise;
  private final float[][] primaries;

  /**
   * @param deviceX of the first pixel of every row
   * @param width pixels of a row
   */
  ScreenCode(int deviceX, int width) {
    mixed = new int[width];
    for (int x = 0; x < width; x++) {
      mixed[x] = (deviceX + x) * MIX_X;
    }
    noise = new float[width];
    primaries = new float[3][width];
  }

  private static float[] codes() {
    float[] t = new float[(Float.floatToRawIntBits(1) >> CUT) - FIRST + 1];
    for (int i = 0; i < t.length - 1; i++) {
      double v = Float.intBitsToFloat(((i + FIRST) << CUT) + (1 << (CUT - 1)));
      t[i] = (float) (255 * (v <= 0.0031308 ? 12.92 * v : 1.055 * Math.pow(v, 1 / 2.4) - 0.055));
    }
    t[t.length - 1] = 255;
    return t;
  }

  /** Light of one of the screen's primaries. */
  public static float primary(int channel, float red, float green, float blue) {
    int i = 3 * channel;
    return TO_SCREEN[i] * red + TO_SCREEN[i + 1] * green + TO_SCREEN[i + 2] * blue;
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
      Matrix3.mix(TO_SCREEN, c, line[0], line[1], line[2], primaries[c]);
    }
    codes(primaries[0], primaries[1], primaries[2], noise, out, at);
  }

  private static void noises(int[] mixed, int row, float[] out) {
    for (int x = 0; x < out.length; x++) {
      out[x] = noise(mixed[x] ^ row);
    }
  }

  private static void codes(float[] r, float[] g, float[] b, float[] noise, int[] out, int at) {
    for (int x = 0; x < r.length; x++) {
      float n = 0.5f + 0.5f * noise[x];
      out[at + x] = 0xff000000 | code(r[x], n) << 16 | code(g[x], n) << 8 | code(b[x], n);
    }
  }

  private static int code(float linear, float rounding) {
    int i = (Float.floatToRawIntBits(linear) >> CUT) - FIRST;
    float v = i < 0 ? 0 : CODES[Math.min(CODES.length - 1, i)];
    return Math.min(255, (int) (v + rounding));
  }
}
