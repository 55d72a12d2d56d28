package carezza.screen.check;

import carezza.color.CieLab;
import carezza.engine.SheetView;
import carezza.screen.CheckView;
import carezza.screen.ScreenRow;

/** A view that makes of each pixel's L*, a*, b* others, whatever lies round it. */
abstract class LabView implements CheckView, CheckView.Drawing {
  private final String key;

  LabView(String key) {
    this.key = key;
  }

  @Override
  public final String key() {
    return key;
  }

  @Override
  public final Drawing of(SheetView picture) {
    return this;
  }

  @Override
  public final boolean changesRows() {
    return true;
  }

  @Override
  public final void row(ScreenRow row) {
    float[][] light = row.light();
    float[] lab = new float[3];
    for (int x = 0; x < row.width(); x++) {
      CieLab.of(light[0][x], light[1][x], light[2][x], lab);
      change(lab, row, x);
      CieLab.toLight(lab[0], lab[1], lab[2], lab);
      for (int c = 0; c < 3; c++) {
        light[c][x] = lab[c];
      }
    }
  }

  /**
   * @param lab L*, a*, b* of the pixel, to be changed
   */
  abstract void change(float[] lab, ScreenRow row, int x);

  static void set(float[] lab, float l, float a, float b) {
    lab[0] = l;
    lab[1] = a;
    lab[2] = b;
  }

  static float lightness(float l) {
    return Math.max(0, Math.min(100, l));
  }
}
