package carezza.area;

import carezza.image.Hash;
import carezza.setting.Extra;

/**
 * A place touched by the user from which a region is grown by colour and edges (seeded region
 * growing). The region is found in the source picture, which never changes, so it never moves on
 * its own.
 *
 * @param like what was touched
 * @param x source pixels
 * @param y source pixels
 * @param reach tolerance, 0.25 to 4; 1 is the usual
 * @param extra what a newer version knows of it
 */
public record Seed(Like like, double x, double y, double reach, Extra extra) {
  /** What kind of surface was touched. */
  public enum Like {
    SKIN,
    TEETH,
    EYE_WHITE,
    /** Something that only a newer version knows: nothing is grown. */
    UNKNOWN
  }

  public Seed {
    if (!(reach >= 0.25 && reach <= 4)) {
      throw new IllegalArgumentException("reach = " + reach + ", must be in [0.25, 4]");
    }
    if (!Double.isFinite(x) || !Double.isFinite(y)) {
      throw new IllegalArgumentException("place = " + x + ", " + y + ", must be finite");
    }
  }

  public Seed(Like like, double x, double y, double reach) {
    this(like, x, y, reach, Extra.NONE);
  }

  public long fingerprint() {
    return new Hash().add(like.name()).add(x).add(y).add(reach).get();
  }
}
