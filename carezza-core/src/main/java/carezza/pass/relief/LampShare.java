package carezza.pass.relief;

import carezza.color.Roots;
import carezza.field.MaskedBlur;
import carezza.image.Plane;

/**
 * The lamp's share in the light of skin, by what its red and blue have more than the skin round it
 * gives them. Light is given as broad bands of log2 R/G, log2 G/B and E under a mask; a lamp as its
 * R/G and B/G.
 */
final class LampShare {
  /** Sigma of what is round a place. */
  static final double ROUND_MM = 16;

  /** How often it is found. */
  static final int ROUNDS = 3;

  /** A place whose lamp's share differs so much from what is round it counts little there. */
  private static final float APART = 0.06f;

  /** The lamp differs from the skin by so much in R/G and B/G together, or nothing can be told. */
  private static final double LEAST_APART = 0.15;

  private static final double MOST_SHARE = 0.95;

  private LampShare() {}

  /** R/G, B/G and E of the skin round each place, found again with less of what is not like it. */
  static Plane[] round(Plane[] broad, Plane mask, double px, double[] lamp) {
    Plane red = ratio(broad[0], 1);
    Plane blue = ratio(broad[1], -1);
    Plane[] own = {red, blue, broad[2]};
    Plane weight = mask;
    for (int round = 0; round < ROUNDS; round++) {
      own = MaskedBlur.of(weight, ROUND_MM * px, 1, red, blue, broad[2]);
      Plane next = new Plane(mask.rect());
      for (int i = 0; i < next.data().length; i++) {
        float m = mask.data()[i];
        float off = m == 0 ? 0 : Math.max(0, share(red, blue, broad[2], own, lamp, i)) / APART;
        next.data()[i] = m * Roots.exp2(-Math.min(20, off * off));
      }
      weight = next;
    }
    return own;
  }

  private static Plane ratio(Plane log, float sign) {
    Plane out = new Plane(log.rect());
    for (int i = 0; i < out.data().length; i++) {
      out.data()[i] = Roots.exp2(sign * log.data()[i]);
    }
    return out;
  }

  /** The lamp's share of each place in the mask of an area, 0 off it, by what is round it there. */
  static Plane of(CoarseLight c, double[] lamp) {
    Plane[] light = {c.light().c1(), c.light().c2(), c.light().e()};
    return of(light, round(light, c.mask(), c.px(), lamp), c.mask(), lamp);
  }

  /** The lamp's share of each place in the mask, 0 off it. */
  static Plane of(Plane[] broad, Plane[] own, Plane mask, double[] lamp) {
    Plane red = ratio(broad[0], 1);
    Plane blue = ratio(broad[1], -1);
    Plane out = new Plane(mask.rect());
    for (int i = 0; i < out.data().length; i++) {
      out.data()[i] = mask.data()[i] == 0 ? 0 : share(red, blue, broad[2], own, lamp, i);
    }
    return out;
  }

  /**
   * The lamp's share in green: least squares of what red and blue have more than the skin's. The
   * lamp's light comes on top, so a place that is not brighter by as much stands in another light.
   */
  private static float share(Plane red, Plane blue, Plane e, Plane[] own, double[] lamp, int i) {
    double r = lamp[0] - own[0].data()[i];
    double b = lamp[1] - own[1].data()[i];
    double apart = r * r + b * b;
    if (apart < LEAST_APART * LEAST_APART) {
      return 0;
    }
    double above = e.data()[i] - own[2].data()[i];
    double brighter = 1 - Math.pow(2, -Math.max(0, above));
    double more = (red.data()[i] - own[0].data()[i]) * r + (blue.data()[i] - own[1].data()[i]) * b;
    double share = Math.max(-0.2, Math.min(MOST_SHARE, more / apart));
    return (float) Math.min(share, brighter);
  }
}
