package carezza.spot;

import carezza.face.Pin;
import java.util.List;
import java.util.Locale;

/**
 * A mark that was found.
 *
 * @param type what it is
 * @param centre source pixels
 * @param sizeMm diameter; of a scratch or hair its length
 * @param reachMm diameter from which round a red mark the skin is as it is further off; others'
 *     size
 * @param contrast how much darker than the skin round it, stops of green; below 0 where lighter
 * @param redness how much redder, stops of red over green
 * @param depth in standard deviations of the skin's own texture at its size and place
 * @param confidence that it is what is proposed, 0..1
 * @param proposal what to do with it
 * @param line where a scratch or hair runs; empty for others
 */
public record SkinSpot(
    SpotType type,
    Pin centre,
    double sizeMm,
    double reachMm,
    double contrast,
    double redness,
    double depth,
    double confidence,
    Proposal proposal,
    List<Pin> line) {
  /** What may be done with a mark. */
  public enum Proposal {
    HEAL,
    SOFTEN,
    KEEP,
    /** Left to the hand: what it is cannot be told. */
    LOOK;

    public String key() {
      return name().toLowerCase(Locale.ROOT);
    }
  }

  public SkinSpot {
    line = List.copyOf(line);
  }

  /** How much it shows: depth in the texture, contrast and the root of its size. */
  public double shows() {
    return depth * Math.abs(contrast) * Math.sqrt(sizeMm);
  }

  /** How far a place lies from its line, or from its centre if it has none, source pixels. */
  public double distance(Pin from) {
    boolean isLine = line.size() > 1;
    return isLine ? Pin.distance(line, from.x(), from.y()) : centre.distance(from);
  }

  /** With so much of it left. */
  public SkinSpot faded(double share) {
    return new SkinSpot(
        type,
        centre,
        sizeMm,
        reachMm,
        share * contrast,
        share * redness,
        share * depth,
        confidence,
        proposal,
        line);
  }

  SkinSpot proposed(Proposal other) {
    return new SkinSpot(
        type, centre, sizeMm, reachMm, contrast, redness, depth, confidence, other, line);
  }
}
