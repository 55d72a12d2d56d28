package carezza.screen.check;

import carezza.screen.ScreenCode;
import carezza.screen.ScreenRow;

/** Lightness alone under a veil of noise, which hides texture and leaves the light. */
final class Sand extends LabView {
  /** Most that the veil lightens or darkens, L*. */
  private static final float VEIL = 16;

  Sand() {
    super("sand");
  }

  @Override
  void change(float[] lab, ScreenRow row, int x) {
    float veil = VEIL * ScreenCode.noise(row.deviceX(x) >> 1, row.deviceY() >> 1);
    set(lab, lightness(lab[0] + veil), 0, 0);
  }
}
