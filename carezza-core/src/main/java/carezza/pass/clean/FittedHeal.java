package carezza.pass.clean;

import carezza.pass.EvaluationContext;
import carezza.pass.Heal;

/**
 * The heal of a round mark, as wide as its place allows: where its rim goes the mark's own way
 * ({@link HealRim}) it is made smaller.
 */
final class FittedHeal {
  /** Shares of the width that are tried, in this order. */
  private static final double[] SHARES = {1, 0.85, 0.7, 0.55};

  /** How far the light of a quarter of the rim may go the mark's own way. */
  private static final double MOST = 0.02;

  private FittedHeal() {}

  /**
   * @param heal where it lies and as wide as it would be on even skin; its source is not looked at
   * @param contrast of the mark, below 0 where it is lighter than the skin round it
   * @return with the source found, at the first width at which no quarter goes the mark's way; the
   *     one that does so least if all do
   */
  static Heal find(EvaluationContext context, Heal heal, double contrast) {
    Heal best = heal;
    double least = Double.POSITIVE_INFINITY;
    for (double share : SHARES) {
      Heal h = SourceSearch.find(context, heal.wide(share * heal.sizeMm()), 0);
      double astray = HealRim.of(context, h).astray(contrast);
      if (astray < least) {
        least = astray;
        best = h;
      }
      if (astray < MOST) {
        break;
      }
    }
    return best;
  }
}
