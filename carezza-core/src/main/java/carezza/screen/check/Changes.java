package carezza.screen.check;

import carezza.color.CieLab;
import carezza.screen.ScreenRow;

/** What the passes changed: signed, round mid grey, four times as strong. */
final class Changes extends LabView {
  private static final float GAIN = 4;

  Changes() {
    super("changes");
  }

  @Override
  public boolean compares() {
    return true;
  }

  @Override
  void change(float[] lab, ScreenRow row, int x) {
    float[][] before = row.before();
    float[] was = new float[3];
    CieLab.of(before[0][x], before[1][x], before[2][x], was);
    float l = lightness(50 + GAIN * (lab[0] - was[0]));
    set(lab, l, GAIN * (lab[1] - was[1]), GAIN * (lab[2] - was[2]));
  }
}
