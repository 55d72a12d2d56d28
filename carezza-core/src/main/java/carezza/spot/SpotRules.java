package carezza.spot;

import carezza.spot.SkinSpot.Proposal;
import java.util.List;
import java.util.Optional;

/**
 * What a measured mark is. Thresholds are shares of light and spreads of texture, so they hold for
 * any skin and light; they were tuned on the demo sitters and marks painted on them.
 */
final class SpotRules {
  /**
   * Diameter of a blemish as it lies in the picture over its radius at half its redness, of a dark
   * spot over that at half its depth.
   */
  private static final double BLEMISH_OVER_HALF = 3.8;

  static final double SPOT_OVER_HALF = 3.2;

  /** Diameter of a mark by the radius of its depth, 2 k r / axis^e. */
  private static final double[] BLEMISH_SIZE = {1.85, 0.5};

  private static final double[] SPOT_SIZE = {1.55, 0.25};
  private static final double[] MOLE_SIZE = {1.09, 0.25};
  private static final double[] FRECKLE_SIZE = {1.0, 0.25};

  /** What takes a smaller share of red light is no melanin. */
  static final double LEAST_BROWN = 0.3;

  /**
   * Share of red light over green light that a dark spot takes. No pigment of the skin takes more
   * red than green (Jacques 2013, "Optical properties of biological tissues: a review"); what does
   * is shade or cloth.
   */
  private static final double LEAST_DARK_RED = 0.7;

  private static final double MOST_DARK_RED = 1.06;

  /** What is less closed is the side of a fold. */
  static final double CLOSED = 0.4;

  /** From here redness alone tells a blemish where light falls off across it. */
  private static final double CLOSED_RED = 0.5;

  /** Smaller ones are pores. */
  private static final double LEAST_MOLE_MM = 1.5;

  /** Stops from which what is brown is a mole. */
  static final double LEAST_MOLE = 0.95;

  /** Stops of a blemish: what is darker is a nostril, a hair, a mole. */
  private static final double DEEPEST_BLOOD = 1.6;

  /**
   * From so many stops a dark spot must be closed so far: creases and shades of collars are not.
   */
  private static final double CREASE = 0.8;

  private static final double SURELY_CLOSED = 0.67;

  /**
   * A dark spot on its own: closed, round and grey, with no more blue light gone than green. In
   * clean pictures nothing that deep and wide is all of that, not even among pores and folds.
   */
  private static final double WHOLE_CLOSED = 0.77;

  private static final double WHOLE_AXIS = 0.65;
  private static final double WHOLE_BLUE = 1.1;

  /** Diameters from and to which such a spot need be less deep, but must stand out of others. */
  private static final double WHOLE_FROM_MM = 2.5;

  private static final double WHOLE_TO_MM = 3;

  /** Depth in the texture from which a dark spot is looked at. */
  static final double LEAST_DEPTH = 5;

  private static final double LEAST_WHOLE_DEPTH = 4.5;
  private static final double LEAST_WIDE_DEPTH = 3.8;

  /** What is round, closed and no melanin by its blue may take so much red light and be blood. */
  private static final double WHOLE_RED = 0.47;

  private static final double LEAST_BLEMISH_MM = 1.4;
  private static final double LEAST_CORE_MM = 1.3;

  /**
   * On a border of shade light goes in all channels: what stands out in redness so many times more
   * than in darkness is blood all the same.
   */
  private static final double RED_OVER_DARK = 1.4;

  /** Melanin's spots smaller than this, measured as dark spots, are pores. */
  private static final double LEAST_MELANIN_MM = 1.1;

  /** Stops of green, and of red over green, under which nothing is a mark. */
  static final double FAINTEST = 0.12;

  /** Stops from which what is dark is a hole or a hair, and how wide a dark spot may be. */
  private static final double DEEPEST = 2.3;

  private static final double WIDEST_MM = 7;

  private SpotRules() {}

  static Optional<SkinSpot> typed(SpotGround g, SpotScales.Candidate c, SpotShape s) {
    double size = size(s, SPOT_SIZE) / g.px;
    if (Math.max(-s.green(), s.redness()) < FAINTEST || s.green() < -DEEPEST) {
      return Optional.empty();
    }
    if (isBlood(c, s)) {
      Proposal what = isSurelyBlood(g, c, s) ? Proposal.HEAL : Proposal.SOFTEN;
      return Optional.of(blemish(g, c, s, what));
    }
    if (size > LEAST_MOLE_MM && isMole(c, s)) {
      return Optional.of(spot(g, c, s, SpotType.MOLE, Proposal.KEEP, size(s, MOLE_SIZE)));
    }
    if (size > LEAST_MELANIN_MM && isMelanin(c, s)) {
      return Optional.of(spot(g, c, s, SpotType.FRECKLE, Proposal.KEEP, size(s, FRECKLE_SIZE)));
    }
    boolean grey = s.redShare() >= LEAST_DARK_RED && s.redShare() < MOST_DARK_RED;
    boolean dark = grey && size < WIDEST_MM && c.dark() > leastDepth(g, s);
    boolean alone = s.closed() > SURELY_CLOSED || -s.green() < CREASE;
    Proposal what = alone ? Proposal.HEAL : Proposal.LOOK;
    return dark && s.closed() > CLOSED && s.axis() > 0.55
        ? Optional.of(spot(g, c, s, SpotType.DARK_SPOT, what, SPOT_OVER_HALF * s.halfPx()))
        : Optional.empty();
  }

  private static double leastDepth(SpotGround g, SpotShape s) {
    double half = SPOT_OVER_HALF * s.halfPx() / g.px;
    double share = (half - WHOLE_FROM_MM) / (WHOLE_TO_MM - WHOLE_FROM_MM);
    double wide = -s.green() < CREASE ? Math.max(0, Math.min(1, share)) : 0;
    double whole = LEAST_WHOLE_DEPTH + wide * (LEAST_WIDE_DEPTH - LEAST_WHOLE_DEPTH);
    double small = Math.max(0, 2.4 - size(s, SPOT_SIZE) / g.px);
    return (isWhole(s) ? whole : LEAST_DEPTH) + 2 * small;
  }

  static boolean isWhole(SpotShape s) {
    return s.closed() > WHOLE_CLOSED && s.axis() > WHOLE_AXIS && s.blueShare() < WHOLE_BLUE;
  }

  private static boolean isBloodRed(SpotShape s) {
    return s.redShare() < 0.32 && s.blueShare() < 1.35
        || s.redShare() < 0.4 && s.blueShare() < 1.08
        || isWholeRed(s);
  }

  private static boolean isWholeRed(SpotShape s) {
    boolean alone = s.closed() > 0.65 && s.closedRed() > 0.8 && s.axis() > WHOLE_AXIS;
    return alone && s.redShare() < WHOLE_RED && s.blueShare() < WHOLE_BLUE;
  }

  private static boolean isBlood(SpotScales.Candidate c, SpotShape s) {
    boolean inShade =
        c.red() > 8
            && c.dark() < 8
            && c.red() > RED_OVER_DARK * c.dark()
            && s.redness() > 0.3
            && s.blueShare() < 1.2;
    boolean red = c.red() > 5 && s.redness() > 0.18 && (isBloodRed(s) || inShade);
    return red && s.axis() > 0.42 && (s.closed() > 0.3 || s.closedRed() > CLOSED_RED);
  }

  private static boolean isSurelyBlood(SpotGround g, SpotScales.Candidate c, SpotShape s) {
    boolean deep = -s.green() > 0.45 || c.red() > 11;
    boolean whole =
        size(s, BLEMISH_SIZE) / g.px > LEAST_BLEMISH_MM
            && BLEMISH_OVER_HALF * s.halfRedPx() / g.px > LEAST_CORE_MM
            && -s.green() < DEEPEST_BLOOD;
    boolean clear = c.red() > 7.5 && s.redness() > 0.25 && s.closed() > 0.4;
    boolean sure = isBloodRed(s) && deep && whole && clear;
    return sure && !g.isBlown(s.x(), s.y(), BLEMISH_OVER_HALF * s.halfRedPx());
  }

  private static boolean isMole(SpotScales.Candidate c, SpotShape s) {
    double red = s.redShare();
    boolean deep = -s.green() > 1.2 && red < 0.85 || -s.green() > LEAST_MOLE && red < 0.78;
    return deep && c.dark() > 7 && red > 0.45 && s.axis() > 0.6 && s.closed() > 0.5;
  }

  private static boolean isMelanin(SpotScales.Candidate c, SpotShape s) {
    boolean brown = s.redShare() > LEAST_BROWN && s.redShare() < 0.73 && s.blueShare() > 1.12;
    return brown && isFreckleShaped(c, s);
  }

  static boolean isFreckleShaped(SpotScales.Candidate c, SpotShape s) {
    return c.dark() > 3.5 && s.axis() > 0.45 && s.closed() > 0.35;
  }

  private static double size(SpotShape s, double[] how) {
    return 2 * how[0] * s.radiusPx() / Math.pow(s.axis(), how[1]);
  }

  /** Its size is that seen straight: where a cheek turns away it is as long as ever. */
  private static SkinSpot blemish(
      SpotGround g, SpotScales.Candidate c, SpotShape s, Proposal what) {
    double lies = BLEMISH_OVER_HALF * s.halfRedPx();
    double size = lies / Math.sqrt(s.axis());
    double reach = Math.max(size / 2, SpotReach.px(g, s.x(), s.y(), lies / 2));
    return spot(g, s, SpotType.BLEMISH, what, c.red(), size, reach);
  }

  private static SkinSpot spot(
      SpotGround g,
      SpotScales.Candidate c,
      SpotShape s,
      SpotType type,
      Proposal proposal,
      double sizePx) {
    return spot(g, s, type, proposal, c.dark(), sizePx, sizePx / 2);
  }

  private static SkinSpot spot(
      SpotGround g,
      SpotShape s,
      SpotType type,
      Proposal proposal,
      double depth,
      double sizePx,
      double reachPx) {
    return new SkinSpot(
        type,
        g.source(s.x(), s.y()),
        sizePx / g.px,
        2 * reachPx / g.px,
        -s.green(),
        s.redness(),
        depth,
        confidence(depth, s),
        proposal,
        List.of());
  }

  /** By how far it stands out of the texture and how closed it is. */
  static double confidence(double depth, SpotShape s) {
    double doubt = Math.exp(-Math.max(0, depth - 2) / 5) * (1.2 - Math.min(1, s.closed()));
    return Math.max(0.05, Math.min(0.98, 1 - doubt));
  }
}
