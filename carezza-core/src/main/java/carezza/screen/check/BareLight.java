package carezza.screen.check;

import carezza.screen.ScreenRow;

/** Lightness alone: L* of CIELAB with no colour. */
final class BareLight extends LabView {
  BareLight() {
    super("bare_light");
  }

  @Override
  void change(float[] lab, ScreenRow row, int x) {
    set(lab, lab[0], 0, 0);
  }
}
