package carezza.screen.check;

import carezza.screen.ScreenCode;
import carezza.screen.ScreenRow;

/**
 * Where light is blown or lost, over a faint picture. Blown in all channels: white, striped. Beyond
 * the screen's gamut: dark grey, striped the other way. Blown in one or two channels: light grey,
 * striped. Lost in all: black, striped.
 */
final class Clipping extends LabView {
  /** Light that an 8-bit code of 255, or 0, stands for on the screen, within half a code. */
  private static final float BLOWN = 0.9955f;

  private static final float LOST = 0.00015f;

  /** Light that a primary would have to take away for a colour to count as beyond the gamut. */
  private static final float BEYOND = 0.004f;

  Clipping() {
    super("clipping");
  }

  @Override
  void change(float[] lab, ScreenRow row, int x) {
    float[][] line = row.light();
    int high = 0;
    int low = 0;
    boolean beyond = false;
    for (int k = 0; k < 3; k++) {
      float v = ScreenCode.primary(k, line[0][x], line[1][x], line[2][x]);
      high += v >= BLOWN ? 1 : 0;
      low += v <= LOST ? 1 : 0;
      beyond |= v < -BEYOND;
    }
    int dx = row.deviceX(x);
    int dy = row.deviceY();
    boolean stripe = (dx + dy & 7) < 4;
    if (high == 3) {
      set(lab, stripe ? 100 : 70, 0, 0);
    } else if (beyond && low < 3) {
      set(lab, (dx - dy & 7) < 4 ? 45 : 20, 0, 0);
    } else if (high > 0) {
      set(lab, stripe ? 85 : 60, 0, 0);
    } else if (low == 3) {
      set(lab, stripe ? 0 : 22, 0, 0);
    } else {
      set(lab, 30 + 0.25f * lab[0], 0.25f * lab[1], 0.25f * lab[2]);
    }
  }
}
