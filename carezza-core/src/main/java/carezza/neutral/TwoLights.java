package carezza.neutral;

import carezza.neutral.LightEvidence.Sides;
import carezza.neutral.LightEvidence.Spot;
import java.util.OptionalDouble;

/**
 * Whether the two sides of a face stand in lights of different colour: the difference of their skin
 * along the locus of lamps, compared where both are equally bright, since skin in shade is of a
 * deeper colour.
 */
public final class TwoLights {
  /** Each of skin and whites says so many mired, and both together this many. */
  private static final double LEAST_EACH = 8;

  private static final double LEAST_BOTH = 14;

  /** Sides farther apart in ln G stand in side light: shade has a colour of its own. */
  private static final double SIDE_LIGHT = 1.2;

  private static final int LEAST_PIXELS = 120;
  private static final double STEP = 20;

  /** The darkest and the brightest of each side are left out. */
  private static final double FROM = 0.03;

  private static final double TO = 0.9;

  /** Skin is compared within so much of ln G. */
  private static final double BIN = 0.1;

  private static final int LEAST_BIN = 12;

  private TwoLights() {}

  /**
   * By how many mired the light on the sitter's left is warmer, where there are two lights: skin
   * and eye whites say so both.
   */
  public static OptionalDouble of(Sides s) {
    boolean both = s.skin() * s.whites() > 0;
    double least = Math.min(Math.abs(s.skin()), Math.abs(s.whites()));
    double mean = (s.skin() + s.whites()) / 2;
    return both && least >= LEAST_EACH && Math.abs(mean) >= LEAST_BOTH
        ? OptionalDouble.of(mean)
        : OptionalDouble.empty();
  }

  /** From one colour to another along the locus, mired. */
  static double mired(Spot from, Spot to) {
    double[] along = along();
    return (to.red() - from.red()) * along[0] + (to.blue() - from.blue()) * along[1];
  }

  /** Mired by a step of ln R/G and of ln B/G. */
  private static double[] along() {
    double[] cool = new Light(-STEP, 0).logs();
    double[] warm = new Light(STEP, 0).logs();
    double dx = (warm[0] - cool[0]) / (2 * STEP);
    double dy = (warm[1] - cool[1]) / (2 * STEP);
    double n = dx * dx + dy * dy;
    return new double[] {dx / n, dy / n};
  }

  /**
   * By how many mired skin on the left is warmer; empty where a side shows too little or lies in
   * shade.
   */
  static OptionalDouble mired(Chroma right, Chroma left) {
    if (right.size() < LEAST_PIXELS || left.size() < LEAST_PIXELS) {
      return OptionalDouble.empty();
    }
    if (Math.abs(right.brightness(0.5) - left.brightness(0.5)) > SIDE_LIGHT) {
      return OptionalDouble.empty();
    }
    double[] along = along();
    double from = Math.max(right.brightness(FROM), left.brightness(FROM));
    double to = Math.min(right.brightness(TO), left.brightness(TO));
    double sum = 0;
    double weight = 0;
    for (double at = from; at < to; at += BIN) {
      Chroma r = right.between(at, Math.min(to, at + BIN));
      Chroma l = left.between(at, Math.min(to, at + BIN));
      int few = Math.min(r.size(), l.size());
      if (few >= LEAST_BIN) {
        double red = Chroma.median(l.red, 0, 1) - Chroma.median(r.red, 0, 1);
        double blue = Chroma.median(l.blue, 0, 1) - Chroma.median(r.blue, 0, 1);
        sum += few * (red * along[0] + blue * along[1]);
        weight += few;
      }
    }
    return weight < LEAST_PIXELS ? OptionalDouble.empty() : OptionalDouble.of(sum / weight);
  }
}
