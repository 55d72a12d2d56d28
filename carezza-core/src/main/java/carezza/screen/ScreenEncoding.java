package carezza.screen;

import carezza.color.ColorEncoding;

/**
 * How a screen shows light: an sRGB one (IEC 61966-2-1), or one whose matrix profile is known.
 * White of the working space is the screen's own white. The curves are tables over the upper bits
 * of a float, 2048 entries an octave: within 0.03 of a code for sRGB. Thread-safe.
 */
public final class ScreenEncoding {
  private static final int CUT = 12;

  /** Light that is less than 0.15 of a code even by a power of 2.4. */
  private static final float DARKEST = 1f / (1 << 26);

  private static final int FIRST = Float.floatToRawIntBits(DARKEST) >> CUT;
  private static final int DEPTH = 16;
  private static final float MOST_OF_DEPTH = 65535;

  /** A screen of which nothing else is known; after the constants that it is made with. */
  public static final ScreenEncoding SRGB = new ScreenEncoding(ColorEncoding.srgb());

  private final String name;
  private final float[] toScreen;
  private final float[][] codes = new float[3][];

  public ScreenEncoding(ColorEncoding of) {
    name = of.name();
    toScreen = of.toWorking().inverse().floats();
    for (int c = 0; c < codes.length; c++) {
      codes[c] = codes(of, c);
    }
  }

  private static float[] codes(ColorEncoding of, int channel) {
    float[] t = new float[(Float.floatToRawIntBits(1) >> CUT) - FIRST + 1];
    float[] decoded = of.table(channel, DEPTH);
    for (int i = 0; i < t.length - 1; i++) {
      float v = Float.intBitsToFloat(((i + FIRST) << CUT) + (1 << (CUT - 1)));
      t[i] = 255 * between(decoded, of.encode(channel, DEPTH, v), v) / MOST_OF_DEPTH;
    }
    t[t.length - 1] = 255;
    return t;
  }

  /** The code of a light, with its part beyond the nearest whole one. */
  private static float between(float[] decoded, int near, float v) {
    int low = decoded[near] <= v ? near : near - 1;
    if (low < 0 || low >= decoded.length - 1 || decoded[low + 1] <= decoded[low]) {
      return near;
    }
    return low + (v - decoded[low]) / (decoded[low + 1] - decoded[low]);
  }

  /** For the user: the profile's own description. */
  public String name() {
    return name;
  }

  /** From working-space light to that of the screen's primaries, row by row. */
  float[] toScreen() {
    return toScreen;
  }

  /** The table of a channel, for {@link #code}. */
  float[] codes(int channel) {
    return codes[channel];
  }

  static int code(float[] codes, float linear, float rounding) {
    int i = (Float.floatToRawIntBits(linear) >> CUT) - FIRST;
    float v = i < 0 ? 0 : codes[Math.min(codes.length - 1, i)];
    return Math.min(255, (int) (v + rounding));
  }
}
