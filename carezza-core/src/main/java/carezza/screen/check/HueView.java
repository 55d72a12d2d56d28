package carezza.screen.check;

import carezza.screen.ScreenRow;

/** Hue alone, hues of skin drawn apart; grey where there is hardly any. */
final class HueView extends LabView {
  /** The hue in the middle of the skin's range, degrees, and half of that range. */
  private static final double SKIN_HUE = 50;

  private static final double SKIN_RANGE = 45;

  /** How much farther apart hues of skin are drawn. */
  private static final double STRETCH = 3;

  private static final float LIGHTNESS = 62;
  private static final double CHROMA = 42;

  /** Of hues that skin has not. */
  private static final double OTHER_CHROMA = 14;

  /** Below this chroma a hue is faint, and grey at 0. */
  private static final double FAINT = 6;

  HueView() {
    super("hue");
  }

  @Override
  void change(float[] lab, ScreenRow row, int x) {
    double chroma = Math.hypot(lab[1], lab[2]);
    double h = Math.toDegrees(Math.atan2(lab[2], lab[1]));
    double off = h - SKIN_HUE;
    off -= 360 * Math.round(off / 360);
    double near = Math.min(SKIN_RANGE, Math.abs(off));
    double rest = (Math.abs(off) - near) * (180 - STRETCH * SKIN_RANGE) / (180 - SKIN_RANGE);
    double drawn = Math.toRadians(SKIN_HUE + Math.signum(off) * (STRETCH * near + rest));
    double strong = CHROMA - (CHROMA - OTHER_CHROMA) * Math.min(1, (Math.abs(off) - near) / 15);
    double k = strong * Math.min(1, chroma / FAINT);
    set(lab, LIGHTNESS, (float) (k * Math.cos(drawn)), (float) (k * Math.sin(drawn)));
  }
}
