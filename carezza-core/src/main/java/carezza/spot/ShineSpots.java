package carezza.spot;

import carezza.spot.SkinSpot.Proposal;
import java.util.List;
import java.util.Optional;

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
   * Those of a ground, of what is lighter there than round it. Whether one is a fault or the light
   * on a nose nobody can tell but the hand.
   */
  static List<SkinSpot> in(SpotGround ground, List<SpotScales.Candidate> light) {
    SpotGround negative = ground.negative();
    return light.parallelStream()
        .filter(c -> c.dark() > LEAST_DEPTH && ground.owns(c.x(), c.y()))
        .flatMap(
            c ->
                Optional.ofNullable(SpotShape.of(negative, c))
                    .flatMap(s -> spot(negative, c, s))
                    .stream())
        .toList();
  }

  private static Optional<SkinSpot> spot(SpotGround g, SpotScales.Candidate c, SpotShape s) {
    boolean stands = -s.green() >= FAINTEST && s.closed() >= CLOSED && s.axis() >= ROUND;
    double mm = SpotRules.SPOT_OVER_HALF * s.halfPx() / g.px;
    boolean lamp =
        s.redShare() > LEAST_RED && s.redShare() < MOST_RED && s.blueShare() > LEAST_BLUE;
    return stands && lamp && mm >= LEAST_MM && mm <= MOST_MM
        ? Optional.of(
            new SkinSpot(
                SpotType.SHINE,
                g.source(s.x(), s.y()),
                mm,
                mm,
                s.green(),
                -s.redness(),
                c.dark(),
                SpotRules.confidence(c.dark(), s),
                Proposal.LOOK,
                List.of()))
        : Optional.empty();
  }
}
