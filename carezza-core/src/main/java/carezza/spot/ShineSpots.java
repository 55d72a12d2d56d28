package carezza.spot;

import carezza.spot.SkinSpot.Proposal;
import java.util.List;
import java.util.Objects;

/**
 * Small places that shine: round, brighter than the skin round them, and paler as far as the lamp's
 * own light makes skin paler. It comes on top of what the skin gives back (Shafer 1985, "Using
 * color to separate reflection components"), and skin gives back most red and least blue, so red
 * light rises less than green and blue more, whatever the lamp's colour. Where melanin is missing
 * red rises hardly half as much as green. Found as dark spots are, in the negative.
 */
final class ShineSpots {
  /** As much of green's rise as red may have, and least of blue. */
  private static final double LEAST_RED = 0.5;

  private static final double MOST_RED = 0.9;
  private static final double LEAST_BLUE = 1.1;

  private static final double CLOSED = 0.55;
  private static final double ROUND = 0.55;

  /** Stops under which nothing shines, and spreads of the texture. */
  private static final double FAINTEST = 0.25;

  private static final double LEAST_DEPTH = 6;

  /** Smaller ones lie between hairs; wider ones are a part of the face that shines. */
  private static final double LEAST_MM = 1.4;

  private static final double MOST_MM = 12;

  private ShineSpots() {}

  /**
   * Those of a ground. Whether one is a fault or the light on a nose nobody can tell but the hand.
   */
  static List<SkinSpot> in(SpotGround ground) {
    SpotGround negative = ground.negative();
    return SpotScales.dark(negative).parallelStream()
        .filter(c -> c.dark() > LEAST_DEPTH && ground.owns(c.x(), c.y()))
        .map(c -> spot(negative, c, SpotShape.of(negative, c)))
        .filter(Objects::nonNull)
        .toList();
  }

  private static SkinSpot spot(SpotGround g, SpotScales.Candidate c, SpotShape s) {
    if (s == null || -s.green() < FAINTEST || s.closed() < CLOSED || s.axis() < ROUND) {
      return null;
    }
    double mm = SpotRules.SPOT_OVER_HALF * s.halfPx() / g.px;
    boolean lamp =
        s.redShare() > LEAST_RED && s.redShare() < MOST_RED && s.blueShare() > LEAST_BLUE;
    return lamp && mm >= LEAST_MM && mm <= MOST_MM
        ? new SkinSpot(
            SpotType.SHINE,
            g.source(s.x(), s.y()),
            mm,
            mm,
            s.green(),
            -s.redness(),
            c.dark(),
            SpotRules.confidence(c.dark(), s),
            Proposal.LOOK,
            List.of())
        : null;
  }
}
