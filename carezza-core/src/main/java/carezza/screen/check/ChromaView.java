package carezza.screen.check;

import carezza.screen.ScreenRow;

/** Chroma alone, as lightness. */
final class ChromaView extends LabView {
  private static final float GAIN = 1.6f;

  ChromaView() {
    super("chroma");
  }

  @Override
  void change(float[] lab, ScreenRow row, int x) {
    set(lab, Math.min(100, GAIN * (float) Math.hypot(lab[1], lab[2])), 0, 0);
  }
}
