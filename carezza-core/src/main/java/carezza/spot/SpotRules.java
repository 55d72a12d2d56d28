package carezza.spot;

import carezza.face.Pin;
import carezza.spot.SkinSpot.Proposal;
import java.util.ArrayList;
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

  /** From so many freckles on a face is freckled. */
  private static final int FRECKLED = 50;

  /** What takes so much red light with the green is no melanin alone. */
  private static final double NO_FRECKLE = 0.82;

  /** On a freckled face red ones up to that size and not surely deep may be freckles as well. */
  private static final double FLECK_MM = 2.5;

  /** So may wider ones that take so much red light: under a colour cast freckles look redder. */
  private static final double FLECK_SHARE = 0.23;

  private static final double WIDEST_FLECK_MM = 3.9;
  private static final double NO_FLECK_DEPTH = 17.5;

  /** On a freckled face brown spots up to that size are freckles. */
  private static final double FRECKLE_MM = 3.5;

  /** Dark spots smaller than this are lost among pores. */
  private static final double LEAST_DARK_MM = 1.9;

  /** How far round others are looked at, how many are many, and how far one must stand out. */
  private static final double AROUND_MM = 10;

  private static final int MANY = 5;

  /** So deep in the texture a spot is no part of it. */
  private static final double SURELY = 12;

  private static final double STANDS_OUT = 1.6;

  /**
   * Pores and hairs of a beard are smaller than this. What is wider need only be as much as the
   * spots round it, and of these such as are closed: folds and shades are no measure for it.
   */
  private static final double WIDE_MM = 3;

  private static final double CLOSED = 0.4;

  /** From here redness alone tells a blemish where light falls off across it. */
  private static final double CLOSED_RED = 0.5;

  /** Smaller ones are pores. */
  private static final double LEAST_MOLE_MM = 1.5;

  /** Smaller ones are pores as often as not. */
  private static final double LEAST_FRECKLE_MM = 1.15;

  /** Stops of a blemish and of a dark spot: what is darker is a nostril, a hair, a mole. */
  private static final double DEEPEST_BLOOD = 1.6;

  private static final double DEEPEST_DARK = 1.2;

  /** What is shallower is a blotch, to be evened. */
  private static final double SHALLOWEST_DARK = 0.25;

  /**
   * From so many stops a dark spot must be closed so far: creases and shades of collars are not.
   */
  private static final double CREASE = 0.7;

  private static final double SURELY_CLOSED = 0.67;

  /**
   * A dark spot on its own: closed, round and grey, with no more blue light gone than green. In
   * clean pictures nothing that deep and wide is all of that, not even among pores and folds.
   */
  private static final double WHOLE_CLOSED = 0.77;

  private static final double WHOLE_AXIS = 0.7;
  private static final double WHOLE_BLUE = 1.1;
  private static final double WHOLE_DEPTH = 5.5;

  /** Stops; what is darker may be a crease that is seen from its end. */
  private static final double WHOLE_DEEPEST = 1;

  /** Diameters from and to which such a spot need be less deep, but must stand out of others. */
  private static final double WHOLE_FROM_MM = 2.5;

  private static final double WHOLE_TO_MM = 3;

  /** Depth in the texture from which a dark spot is looked at. */
  private static final double LEAST_DEPTH = 5;

  private static final double LEAST_WHOLE_DEPTH = 4.5;
  private static final double LEAST_WIDE_DEPTH = 4.2;

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
  private static final double FAINTEST = 0.12;

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
    boolean dark = s.redShare() >= 0.7 && size < WIDEST_MM && c.dark() > leastDepth(g, s);
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

  private static boolean isWhole(SpotShape s) {
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
    boolean deep = -s.green() > 1.2 && red < 0.85 || -s.green() > 0.95 && red < 0.78;
    return deep && c.dark() > 7 && red > 0.45 && s.axis() > 0.6 && s.closed() > 0.5;
  }

  private static boolean isMelanin(SpotScales.Candidate c, SpotShape s) {
    boolean brown = s.redShare() > 0.3 && s.redShare() < 0.73 && s.blueShare() > 1.12;
    return brown && c.dark() > 3.5 && s.axis() > 0.45 && s.closed() > 0.35;
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

  /**
   * A dark spot among many that are as dark and nearly as wide is a pore or a hair of a beard: it
   * must stand out of them.
   */
  private static SkinSpot amongOthers(SkinSpot s, List<Dark> ground, double pxPerMm) {
    if (s.type() != SpotType.DARK_SPOT) {
      return s;
    }
    boolean wide = s.sizeMm() > WIDE_MM;
    double[] others =
        ground.stream()
            .filter(o -> o.at.distance(s.centre()) < AROUND_MM * pxPerMm)
            .filter(o -> o.at.distance(s.centre()) > s.sizeMm() * pxPerMm / 2)
            .filter(o -> !wide || o.closed > CLOSED)
            .mapToDouble(Dark::weight)
            .sorted()
            .toArray();
    boolean unlike =
        s.sizeMm() < LEAST_DARK_MM || s.contrast() < SHALLOWEST_DARK || s.contrast() > DEEPEST_DARK;
    boolean whole = ground.stream().anyMatch(o -> o.whole && o.at.equals(s.centre()));
    boolean stands = whole && s.depth() > WHOLE_DEPTH && s.contrast() < WHOLE_DEEPEST;
    boolean lost =
        s.depth() < SURELY
            && !stands
            && others.length >= MANY
            && weight(s)
                < (wide && s.depth() > LEAST_DEPTH ? 1 : STANDS_OUT)
                    * others[(int) (0.9 * others.length)];
    return unlike || lost ? s.proposed(Proposal.LOOK) : s;
  }

  /**
   * A place that is darker than round it, of whatever kind.
   *
   * @param at source pixels
   * @param weight contrast in stops times diameter in mm
   * @param closed see {@link SpotShape#closed}
   * @param whole whether it is a spot on its own by its shape and colour
   */
  record Dark(Pin at, double weight, double closed, boolean whole) {
    static Dark of(SpotGround g, SpotShape s) {
      double weight = -s.green() * SPOT_OVER_HALF * s.halfPx() / g.px;
      return new Dark(g.source(s.x(), s.y()), weight, s.closed(), isWhole(s));
    }
  }

  private static boolean isFleck(SkinSpot s, double redShare) {
    boolean small = s.sizeMm() < FLECK_MM && s.depth() < SURELY;
    boolean brownish = s.sizeMm() < WIDEST_FLECK_MM && s.depth() < NO_FLECK_DEPTH;
    return small || brownish && redShare > FLECK_SHARE;
  }

  private static double weight(SkinSpot s) {
    return s.contrast() * s.sizeMm();
  }

  /**
   * A face's marks together: many freckles are a pattern, which is kept, and on it brown spots of
   * their size cannot be told from them; without it a single brown mark is left to the hand.
   */
  static List<SkinSpot> asOneFace(List<SkinSpot> all, List<Dark> ground, double pxPerMm) {
    List<SkinSpot> spots = all.stream().map(s -> amongOthers(s, ground, pxPerMm)).toList();
    long freckles =
        spots.stream()
            .filter(s -> s.type() == SpotType.FRECKLE && s.sizeMm() > LEAST_FRECKLE_MM)
            .count();
    List<SkinSpot> out = new ArrayList<>();
    for (SkinSpot s : spots) {
      double redShare = 1 - s.redness() / s.contrast();
      boolean brown =
          s.type() == SpotType.FRECKLE || s.type() == SpotType.DARK_SPOT && redShare < NO_FRECKLE;
      boolean fleck = s.type() == SpotType.BLEMISH && isFleck(s, redShare);
      if (s.proposal() == Proposal.LOOK) {
        out.add(s);
      } else if (freckles >= FRECKLED && brown && s.sizeMm() < FRECKLE_MM) {
        out.add(s.proposed(Proposal.KEEP));
      } else if (freckles >= FRECKLED && fleck && s.proposal() == Proposal.HEAL) {
        out.add(s.proposed(Proposal.SOFTEN));
      } else if (s.type() == SpotType.FRECKLE) {
        out.add(s.proposed(Proposal.LOOK));
      } else {
        out.add(s);
      }
    }
    return out;
  }
}
