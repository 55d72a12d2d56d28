package carezza.area;

import carezza.image.Hash;
import carezza.setting.Extra;

/**
 * Something that is added to an area, taken from it, or that it is kept within.
 *
 * @param how what is done with it
 * @param what a region, a window on the picture below, or a shape
 * @param featherMm width over which the border of a region or shape goes from 16 % to 84 %, 0 to 40
 *     mm; 0 leaves it
 * @param extra what a newer version knows of it
 */
public record Term(How how, Extent what, double featherMm, Extra extra) {
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
    if (!(featherMm >= 0 && featherMm <= MOST_FEATHER_MM)) {
      throw new IllegalArgumentException("featherMm = " + featherMm + ", must be in [0, 40]");
    }
  }

  public Term(How how, Extent what, double featherMm) {
    this(how, what, featherMm, Extra.NONE);
  }

  /** A term that only a newer version knows, as it was read: it acts as nothing. */
  public static Term unknown(Extra all) {
    return new Term(How.ADD, new Extent.Unknown(), 0, all);
  }

  public boolean isKnown() {
    return !(what instanceof Extent.Unknown);
  }

  /** Whether it can add to an area. */
  public boolean adds() {
    return how == How.ADD && isKnown();
  }

  /** A term of a named region. */
  public Term(How how, String region, double featherMm) {
    this(how, new Extent.Region(region), featherMm);
  }

  public Term withFeather(double mm) {
    return new Term(how, what, mm, extra);
  }

  public Term joined(How other) {
    return new Term(other, what, featherMm, extra);
  }

  public Term with(Extent other) {
    return new Term(how, other, featherMm, extra);
  }

  /** How far beyond its border it reaches, mm. */
  public double reachMm() {
    return 2 * featherMm;
  }

  long fingerprint() {
    return new Hash().add(how.name()).add(what.toString()).add(featherMm).get();
  }
}
