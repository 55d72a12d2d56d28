package carezza.reading;

import carezza.image.Plane;
import carezza.image.RgbBlock;

/** How much of the eyes is clipped to white now against before: catch-lights that were enlarged. */
public final class CatchLights {
  /** Light from which a channel counts as clipped. */
  private static final float CLIPPED = 0.98f;

  private CatchLights() {}

  /**
   * @param eyes weights of iris and whites
   * @param found weights of the catch-lights that were there
   */
  public static Reading of(RgbBlock before, RgbBlock now, Plane eyes, Plane found) {
    double was = 0;
    double is = 0;
    double area = 0;
    for (int i = 0; i < eyes.data().length; i++) {
      double w = eyes.data()[i];
      was += isClipped(before, i) ? w : 0;
      is += isClipped(now, i) ? w : 0;
      area += found.data()[i];
    }
    double of = Math.max(was, area);
    double[] band = ReadingBands.of("catchLights");
    return of < 4
        ? Reading.missing("catchLights", "noCatchLights")
        : new Reading("catchLights", 100, 100 + 100 * (is - was) / of, band[0], band[1], "", "");
  }

  private static boolean isClipped(RgbBlock b, int i) {
    return b.r()[i] >= CLIPPED && b.g()[i] >= CLIPPED && b.b()[i] >= CLIPPED;
  }
}
