package carezza.spot;

import carezza.face.Pin;

/**
 * A place that is darker than round it, of whatever kind.
 *
 * @param at source pixels
 * @param weight contrast in stops times diameter in mm
 * @param closed see {@link SpotShape#closed}
 * @param whole whether it is a spot on its own by its shape and colour
 * @param redShare see {@link SpotShape#redShare}
 * @param blueShare see {@link SpotShape#blueShare}
 * @param fleck whether it has a freckle's size, depth and shape, whatever its colour
 */
record DarkPlace(
    Pin at,
    double weight,
    double closed,
    boolean whole,
    double redShare,
    double blueShare,
    boolean fleck) {
  static DarkPlace of(SpotGround g, SpotScales.Candidate c, SpotShape s) {
    double size = SpotRules.SPOT_OVER_HALF * s.halfPx() / g.px;
    boolean sized = size > Freckles.LEAST_MM && size < Freckles.MOST_MM;
    boolean deep = -s.green() > SpotRules.FAINTEST && -s.green() < SpotRules.LEAST_MOLE;
    return new DarkPlace(
        g.source(s.x(), s.y()),
        -s.green() * size,
        s.closed(),
        SpotRules.isWhole(s),
        s.redShare(),
        s.blueShare(),
        sized && deep && SpotRules.isFreckleShaped(c, s));
  }
}
