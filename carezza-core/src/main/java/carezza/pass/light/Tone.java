package carezza.pass.light;

import carezza.color.Roots;
import carezza.color.WorkingSpace;

/** Tones in stops from middle grey, a luminance of 0.18. Light under 2^-14 is taken as 2^-14. */
final class Tone {
  /** log2 of middle grey. */
  static final float MIDDLE = (float) (Math.log(0.18) / Math.log(2));

  private static final float FLOOR = 1f / 16384;

  private Tone() {}

  /** Of linear working-space light. */
  static float of(float r, float g, float b) {
    return Roots.log2(Math.max(FLOOR, WorkingSpace.luminance(r, g, b))) - MIDDLE;
  }
}
