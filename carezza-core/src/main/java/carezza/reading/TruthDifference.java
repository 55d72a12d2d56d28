package carezza.reading;

import carezza.color.CieLab;
import carezza.color.DeltaE2000;
import carezza.image.Plane;
import carezza.image.RgbBlock;

/**
 * How far a picture stands from a known truth, before and now: CIEDE2000 over the pixels of a
 * region, weighted by its mask. Made up block by block; for one thread.
 */
public final class TruthDifference {
  private double before;
  private double now;
  private double weight;

  /**
   * @param mask weights 0..1 over the same rectangle
   */
  public void add(RgbBlock was, RgbBlock is, RgbBlock truth, Plane mask) {
    for (int i = 0; i < truth.size(); i++) {
      double w = mask.data()[i];
      if (w > 0) {
        double[] due = lab(truth, i);
        before += w * DeltaE2000.between(lab(was, i), due);
        now += w * DeltaE2000.between(lab(is, i), due);
        weight += w;
      }
    }
  }

  private static double[] lab(RgbBlock b, int i) {
    return CieLab.of(b.r()[i], b.g()[i], b.b()[i]);
  }

  /** Whether the region has any pixel. */
  public boolean isAny() {
    return weight > 0;
  }

  /** Mean CIEDE2000 of the picture as it was. */
  public double before() {
    return before / weight;
  }

  /** Mean CIEDE2000 of the picture as it is. */
  public double now() {
    return now / weight;
  }
}
