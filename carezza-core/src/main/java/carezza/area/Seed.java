package carezza.area;

import carezza.image.Hash;

/**
 * A place touched by the user from which a region is grown by colour and edges. The region is found
 * in the source picture, which never changes, so it never moves on its own.
 *
 * @param like what was touched
 * @param x source pixels
 * @param y source pixels
 * @param reach tolerance, 0.25 to 4; 1 is the usual
 */
public record Seed(Like like, double x, double y, double reach) {
  /** What kind of surface was touched. */
  public enum Like {
    SKIN,
    TEETH,
    EYE_WHITE
  }

  public Seed {
    if (!(reach >= 0.25 && reach <= 4)) {
      throw new IllegalArgumentException("reach = " + reach + ", must be in [0.25, 4]");
    }
    if (!Double.isFinite(x) || !Double.isFinite(y)) {
      throw new IllegalArgumentException("place = " + x + ", " + y + ", must be finite");
    }
  }

  public long fingerprint() {
    return new Hash().add(like.name()).add(x).add(y).add(reach).get();
  }
}
