package carezza.screen;

import carezza.color.CieLab;
import carezza.filter.Gaussian;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;

/**
 * The arithmetic of the check views: what each makes of linear light of the working space. CIELAB
 * D65 throughout; results are light again, to be encoded for the screen.
 */
final class Looking {
  /** Most that the veil of sand lightens or darkens, L*. */
  private static final float VEIL = 16;

  /** The hue in the middle of the skin's range, degrees, and half of that range. */
  private static final double SKIN_HUE = 50;

  private static final double SKIN_RANGE = 45;

  /** How much farther apart hues of skin are drawn. */
  private static final double STRETCH = 3;

  private static final float HUE_LIGHTNESS = 62;
  private static final double HUE_CHROMA = 42;

  /** Of hues that skin has not. */
  private static final double OTHER_CHROMA = 14;

  /** Below this chroma a hue is faint, and grey at 0. */
  private static final double FAINT = 6;

  /** Share of its lightness that the picture keeps under what pulls. */
  private static final float DIMMED = 0.3f;

  private static final float PULL_LIGHT = 90;
  private static final float PULL_HALF = 1.25f;

  /** Lightness that stands for contrast, given over that of the eye. */
  static float pull(double ratio) {
    return (float) (PULL_LIGHT * ratio / (ratio + PULL_HALF));
  }

  private static final float CHROMA_GAIN = 1.6f;
  private static final float CHANGE_GAIN = 4;
  private static final float BAND_GAIN = 3;

  /** Light that an 8-bit code of 255, or 0, stands for on the screen, within half a code. */
  private static final float BLOWN = 0.9955f;

  private static final float LOST = 0.00015f;

  /** Light that a primary would have to take away for a colour to count as beyond the gamut. */
  private static final float BEYOND = 0.004f;

  private Looking() {}

  /**
   * A row of screen pixels.
   *
   * @param line red, green, blue; changed
   * @param before the same place before the passes, for changes; else null
   * @param pull lightness that stands for pull; else null
   */
  static void row(
      Look look, float[][] line, float[][] before, float[] pull, int deviceX, int deviceY) {
    float[] c = new float[3];
    float[] d = new float[3];
    for (int x = 0; x < line[0].length; x++) {
      CieLab.of(line[0][x], line[1][x], line[2][x], c);
      switch (look) {
        case BARE_LIGHT -> CieLab.toLight(c[0], 0, 0, c);
        case SAND -> {
          float veil = VEIL * ScreenCode.noise(deviceX + x >> 1, deviceY >> 1);
          CieLab.toLight(Math.max(0, Math.min(100, c[0] + veil)), 0, 0, c);
        }
        case HUE -> hue(c);
        case CHROMA ->
            CieLab.toLight(Math.min(100, CHROMA_GAIN * (float) Math.hypot(c[1], c[2])), 0, 0, c);
        case PULL -> CieLab.toLight(Math.min(100, DIMMED * c[0] + pull[x]), 0, 0, c);
        case CHANGES -> {
          CieLab.of(before[0][x], before[1][x], before[2][x], d);
          float l = Math.max(0, Math.min(100, 50 + CHANGE_GAIN * (c[0] - d[0])));
          CieLab.toLight(l, CHANGE_GAIN * (c[1] - d[1]), CHANGE_GAIN * (c[2] - d[2]), c);
        }
        case CLIPPING -> clipping(line, x, c, deviceX + x, deviceY);
        default -> CieLab.toLight(c[0], c[1], c[2], c);
      }
      for (int k = 0; k < 3; k++) {
        line[k][x] = c[k];
      }
    }
  }

  private static void hue(float[] c) {
    double chroma = Math.hypot(c[1], c[2]);
    double h = Math.toDegrees(Math.atan2(c[2], c[1]));
    double off = h - SKIN_HUE;
    off -= 360 * Math.round(off / 360);
    double near = Math.min(SKIN_RANGE, Math.abs(off));
    double rest = (Math.abs(off) - near) * (180 - STRETCH * SKIN_RANGE) / (180 - SKIN_RANGE);
    double drawn = Math.toRadians(SKIN_HUE + Math.signum(off) * (STRETCH * near + rest));
    double strong =
        HUE_CHROMA - (HUE_CHROMA - OTHER_CHROMA) * Math.min(1, (Math.abs(off) - near) / 15);
    double k = strong * Math.min(1, chroma / FAINT);
    CieLab.toLight(HUE_LIGHTNESS, (float) (k * Math.cos(drawn)), (float) (k * Math.sin(drawn)), c);
  }

  /**
   * Blown in all channels: white, striped. Beyond the screen's gamut: dark grey, striped the other
   * way. Blown in one or two channels: light grey, striped. Lost in all: black, striped. Else a
   * faint picture.
   */
  private static void clipping(float[][] line, int x, float[] c, int dx, int dy) {
    int high = 0;
    int low = 0;
    boolean beyond = false;
    for (int k = 0; k < 3; k++) {
      float v = ScreenCode.primary(k, line[0][x], line[1][x], line[2][x]);
      high += v >= BLOWN ? 1 : 0;
      low += v <= LOST ? 1 : 0;
      beyond |= v < -BEYOND;
    }
    boolean stripe = (dx + dy & 7) < 4;
    if (high == 3) {
      CieLab.toLight(stripe ? 100 : 70, 0, 0, c);
    } else if (beyond && low < 3) {
      CieLab.toLight((dx - dy & 7) < 4 ? 45 : 20, 0, 0, c);
    } else if (high > 0) {
      CieLab.toLight(stripe ? 85 : 60, 0, 0, c);
    } else if (low == 3) {
      CieLab.toLight(stripe ? 0 : 22, 0, 0, c);
    } else {
      CieLab.toLight(30 + 0.25f * c[0], 0.25f * c[1], 0.25f * c[2], c);
    }
  }

  /** A block as a band of it: the margin of the block is cut off. */
  static RgbBlock band(Look look, RgbBlock b, Rect inner, double sigmaPx) {
    int n = b.size();
    float[][] lab = new float[3][n];
    float[] c = new float[3];
    for (int i = 0; i < n; i++) {
      CieLab.of(b.r()[i], b.g()[i], b.b()[i], c);
      for (int k = 0; k < 3; k++) {
        lab[k][i] = c[k];
      }
    }
    Plane[] wide = new Plane[3];
    Plane[] own = new Plane[3];
    for (int k = 0; k < 3; k++) {
      own[k] = new Plane(b.rect(), lab[k]).crop(inner, 0);
      wide[k] = Gaussian.blur(new Plane(b.rect(), lab[k]), sigmaPx).crop(inner, 0);
    }
    RgbBlock out = new RgbBlock(b.level(), inner);
    for (int i = 0; i < out.size(); i++) {
      float l = wide[0].data()[i];
      float a = wide[1].data()[i];
      float bb = wide[2].data()[i];
      if (look == Look.FINE_BAND) {
        l = Math.max(0, Math.min(100, 50 + BAND_GAIN * (own[0].data()[i] - l)));
        a = BAND_GAIN * (own[1].data()[i] - a);
        bb = BAND_GAIN * (own[2].data()[i] - bb);
      }
      CieLab.toLight(l, a, bb, c);
      out.r()[i] = c[0];
      out.g()[i] = c[1];
      out.b()[i] = c[2];
    }
    return out;
  }
}
