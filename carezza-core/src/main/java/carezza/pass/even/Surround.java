package carezza.pass.even;

import carezza.color.Roots;
import carezza.field.MaskedBlur;
import carezza.image.Plane;

/**
 * A surround as it would be without what stands out of it: a masked Gaussian found three times,
 * with weight exp(-((v - S) / apart)^2) on the surround S found before.
 */
final class Surround {
  /** How often it is found; a pixel rests on what lies so many reaches of the Gaussian away. */
  static final int ROUNDS = 3;

  private static final float LOG2_E = 1.4426950f;

  /** From here on a weight is as good as nothing. */
  private static final float MOST = 14;

  private Surround() {}

  /**
   * @param mask over the same rectangle, which starts at multiples of 64
   * @param apart in units of {@code v}
   */
  static Plane of(Plane v, Plane mask, double sigmaPx, float apart) {
    Plane weight = mask;
    Plane round = v;
    for (int k = 0; k < ROUNDS; k++) {
      round = MaskedBlur.of(v, weight, sigmaPx, 0);
      Plane next = new Plane(v.rect());
      for (int i = 0; i < next.data().length; i++) {
        float off = (v.data()[i] - round.data()[i]) / apart;
        next.data()[i] = mask.data()[i] * Roots.exp2(-LOG2_E * Math.min(MOST, off * off));
      }
      weight = next;
    }
    return round;
  }
}
