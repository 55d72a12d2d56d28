package carezza.spot;

import java.util.List;
import java.util.function.ToDoubleFunction;

/**
 * What tells freckles from others on a face that has many. Their own shares of light say how well
 * the picture tells colours: where a file is noisy or keeps colours coarsely freckles scatter, and
 * less is told of marks that are no larger and no deeper.
 *
 * @param red share of red light in the middle
 * @param redSpread of that share
 * @param brown how brown they are in the middle
 * @param brownSpread of that
 * @param weight contrast in stops times diameter in mm in the middle
 */
record Freckles(double red, double redSpread, double brown, double brownSpread, double weight) {
  /** Diameters: smaller ones are pores as often as not, wider ones spots. */
  static final double LEAST_MM = 1.15;

  static final double MOST_MM = 3.5;

  /** From so many freckles on a face is freckled. */
  private static final int MANY = 50;

  /** From so many that may be freckles, where the picture keeps colours coarsely. */
  private static final int MANY_MAYBE = 90;

  private static final double LEAST_BLUE = 1.05;

  /** What takes so much red light with the green is no melanin alone. */
  private static final double NO_FRECKLE = 0.82;

  /** So many spreads from freckles' own shares of light a mark is none. */
  private static final double UNLIKE = 2;

  /** Percentile that lies one spread below the middle. */
  private static final double ONE_BELOW = 0.16;

  /**
   * A spot on its own that takes less red light is no freckle all the same if it takes hardly less
   * red than blue.
   */
  private static final double GREY_FROM = 0.1;

  private static final double LEAST_GREY = -0.25;

  /**
   * Blood takes as much blue light as green, melanin more: a mark's share of red light and so much
   * of what it takes more of blue tell together what either alone does less surely.
   */
  private static final double BLUE_COUNTS = 0.6;

  /** What has more of both is not surely blood. */
  private static final double MOST_BLOOD = 0.38;

  /** Red ones up to that size and not surely deep may be freckles as well. */
  private static final double SMALL_MM = 2.5;

  /** So deep in the texture a small one is blood. */
  private static final double SURELY = 12;

  /** So may wider ones that take so much red light: under a colour cast freckles look redder. */
  private static final double RED_SHARE = 0.23;

  private static final double WIDEST_RED_MM = 3.9;
  private static final double DEEPEST_RED = 17.5;

  /**
   * @param ground the dark places of a face
   */
  static Freckles of(List<DarkPlace> ground) {
    double[] red = sorted(ground, DarkPlace::redShare);
    double[] brown = sorted(ground, Freckles::brown);
    double[] weight = sorted(ground, DarkPlace::weight);
    return red.length == 0
        ? new Freckles(0, 0, 1, 0, 0)
        : new Freckles(middle(red), below(red), middle(brown), below(brown), middle(weight));
  }

  private static double[] sorted(List<DarkPlace> ground, ToDoubleFunction<DarkPlace> what) {
    return ground.stream().filter(DarkPlace::fleck).mapToDouble(what).sorted().toArray();
  }

  private static double middle(double[] v) {
    return v[v.length / 2];
  }

  private static double below(double[] v) {
    return middle(v) - v[(int) (ONE_BELOW * v.length)];
  }

  private static double brown(DarkPlace d) {
    return d.redShare() + BLUE_COUNTS * (d.blueShare() - 1);
  }

  /** Whether a face is freckled: by those that surely are, or by those that may be. */
  static boolean areMany(List<SkinSpot> spots, List<DarkPlace> ground) {
    long sure =
        spots.stream().filter(s -> s.type() == SpotType.FRECKLE && s.sizeMm() > LEAST_MM).count();
    long maybe = ground.stream().filter(Freckles::mayBeOne).count();
    return sure >= MANY || maybe >= MANY_MAYBE;
  }

  private static boolean mayBeOne(DarkPlace d) {
    boolean brown = d.redShare() > SpotRules.LEAST_BROWN && d.redShare() < NO_FRECKLE;
    return d.fleck() && brown && d.blueShare() > LEAST_BLUE;
  }

  /** Whether melanin alone does not take light like that. */
  boolean isGrey(DarkPlace d) {
    double most = Math.max(NO_FRECKLE, red + UNLIKE * redSpread * doubt(d));
    boolean alike = d.redShare() - d.blueShare() > LEAST_GREY;
    return d.redShare() > most || d.whole() && alike && d.redShare() > most - GREY_FROM;
  }

  /** Whether a blemish may be a freckle. */
  boolean mayBeOne(SkinSpot blemish, DarkPlace own) {
    boolean small = blemish.sizeMm() < SMALL_MM && blemish.depth() < SURELY;
    boolean reddish = blemish.sizeMm() < WIDEST_RED_MM && blemish.depth() < DEEPEST_RED;
    double least = Math.min(MOST_BLOOD, brown - UNLIKE * brownSpread * doubt(own));
    return small || reddish && own.redShare() > RED_SHARE || brown(own) > least;
  }

  /**
   * How far a mark's shares of light are off against a freckle's: noise in them falls as the mark
   * is deeper, and as it is wider.
   */
  private double doubt(DarkPlace d) {
    return Math.min(1, weight / d.weight());
  }
}
