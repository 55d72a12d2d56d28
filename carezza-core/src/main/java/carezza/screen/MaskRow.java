package carezza.screen;

import carezza.geometry.Projection;
import carezza.image.Plane;

/**
 * Draws a row of a mask over a row of screen pixels.
 *
 * @param mask weights over pixels of a level
 * @param toMask from screen pixels to those of the mask
 * @param left the row's first screen pixel
 * @param top the row
 */
record MaskRow(Plane mask, Projection toMask, int left, int top) {
  private static final int DARK = 30;
  private static final int LIGHT = 225;

  /** Luma of 8-bit codes from which a dark mark stands out better. */
  private static final int MIDDLE = 110;

  /** Screen pixels to either side within which a line is drawn. */
  private static final double HALF_LINE = 0.75;

  private static final int BLACKEST = 16;
  private static final int RANGE = 224;

  private float at(double dx, double dy) {
    double x = left + dx + 0.5;
    double y = top + dy + 0.5;
    return mask.clamped((int) Math.floor(toMask.x(x, y)), (int) Math.floor(toMask.y(x, y)));
  }

  /** Every eighth diagonal, in the grey that stands out from the picture. */
  void hatch(int deviceX, int deviceY, int w, int[] out, int at) {
    for (int i = -(deviceX + deviceY) & 7; i < w; i += 8) {
      float k = at(i, 0);
      if (k > 0.04f) {
        out[at + i] = mixed(out[at + i], standingOut(out[at + i]), 0.25f + 0.5f * k);
      }
    }
  }

  /** The mask itself as a grey. */
  void grey(int deviceX, int deviceY, int w, int[] out, int at) {
    for (int i = 0; i < w; i++) {
      float v = BLACKEST + RANGE * at(i, 0) + 0.5f * ScreenCode.noise(deviceX + i, deviceY);
      int g = Math.max(0, Math.min(255, Math.round(v)));
      out[at + i] = 0xff000000 | g << 16 | g << 8 | g;
    }
  }

  /** A line where the mask goes through a half. */
  void outline(int w, int[] out, int at) {
    for (int i = 0; i < w; i++) {
      boolean in = at(i, 0) >= 0.5f;
      boolean border =
          in != at(i - HALF_LINE, 0) >= 0.5f
              || in != at(i + HALF_LINE, 0) >= 0.5f
              || in != at(i, -HALF_LINE) >= 0.5f
              || in != at(i, HALF_LINE) >= 0.5f;
      if (border) {
        out[at + i] = mixed(out[at + i], standingOut(out[at + i]), 0.9f);
      }
    }
  }

  private static int standingOut(int argb) {
    int luma = (argb >> 16 & 255) * 2 + (argb >> 8 & 255) * 5 + (argb & 255);
    return luma > 8 * MIDDLE ? DARK : LIGHT;
  }

  private static int mixed(int argb, int grey, float share) {
    int red = argb >> 16 & 255;
    int green = argb >> 8 & 255;
    int blue = argb & 255;
    red += (int) (share * (grey - red));
    green += (int) (share * (grey - green));
    blue += (int) (share * (grey - blue));
    return 0xff000000 | red << 16 | green << 8 | blue;
  }
}
