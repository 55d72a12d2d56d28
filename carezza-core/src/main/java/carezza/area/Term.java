package carezza.area;

import carezza.image.Hash;

/**
 * A named region that is added to an area, taken from it, or that it is kept within.
 *
 * @param how what the region does
 * @param region its name
 * @param featherMm width over which its border goes from 16 % to 84 %, 0 to 40 mm; 0 leaves it
 */
public record Term(How how, String region, double featherMm) {
  /** The three ways of joining two masks a and b. */
  public enum How {
    /** The greater of both. */
    ADD,
    /** a (1 - b). */
    TAKE,
    /** a b. */
    WITHIN
  }

  public static final double MOST_FEATHER_MM = 40;

  public Term {
    if (region.isEmpty()) {
      throw new IllegalArgumentException("region = '', must be a name");
    }
    if (!(featherMm >= 0 && featherMm <= MOST_FEATHER_MM)) {
      throw new IllegalArgumentException("featherMm = " + featherMm + ", must be in [0, 40]");
    }
  }

  public Term withFeather(double mm) {
    return new Term(how, region, mm);
  }

  /** How far beyond the region's border it reaches, mm. */
  public double reachMm() {
    return 2 * featherMm;
  }

  long fingerprint() {
    return new Hash().add(how.name()).add(region).add(featherMm).get();
  }
}
