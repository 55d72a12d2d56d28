package carezza.pass.clean;

import carezza.color.WorkingSpace;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.pass.EvaluationContext;
import carezza.pass.Frame;
import carezza.pass.Heal;
import java.util.List;

/**
 * The heal of a round mark, as wide as its place allows. A heal's rim lies outside the mark, so it
 * is to stay as it is: where it turns darker under a dark mark's heal, what lies on the ring there
 * (a lip, a brow, a fold, the hairline) spreads into the skin, and the heal is made smaller. Judged
 * at full strength, whatever the pass has: the strength may be raised later.
 */
final class FittedHeal {
  /** Shares of the width that are tried, in this order. */
  private static final double[] SHARES = {1, 0.85, 0.7, 0.55};

  /** Where the rim begins, over the radius. */
  private static final double RIM = 0.7;

  /** The rim is looked at in so many sectors: a border lies on one side. */
  private static final int SECTORS = 4;

  /** How far the light of a sector may go the mark's own way, as its natural logarithm. */
  private static final double MOST = 0.012;

  private FittedHeal() {}

  /**
   * @param heal where it lies and as wide as it would be on even skin; its source is not looked at
   * @param contrast of the mark, below 0 where it is lighter than the skin round it
   * @return with the source found, at the first width at which no sector goes the mark's way; the
   *     one that does so least if all do
   */
  static Heal find(EvaluationContext context, Heal heal, double contrast) {
    EvaluationContext full = context.on(context.pass().withStrength(1));
    Heal best = heal;
    double least = Double.POSITIVE_INFINITY;
    for (double share : SHARES) {
      Heal h = SourceSearch.find(context, heal.wide(share * heal.sizeMm()), 0);
      double astray = astray(full, h, Math.signum(contrast));
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

  /** How much darker, or with sign -1 lighter, the rim's worst sector is with the heal. */
  private static double astray(EvaluationContext context, Heal h, double sign) {
    Frame frame = context.frame();
    double radius = h.sizeMm() * frame.pxPerMm() / 2;
    Rect rect = Rect.ofDisc(h.x0(), h.y0(), radius).intersect(frame.bounds());
    EvaluationContext with = context.on(FoundMarks.with(context.pass(), List.of(h)));
    RgbBlock was = Heals.readHealed(context, rect);
    RgbBlock is = Heals.readHealed(with, rect);
    double[] before = new double[SECTORS];
    double[] after = new double[SECTORS];
    for (int i = 0; i < was.size(); i++) {
      double dx = rect.x() + i % rect.w() + 0.5 - h.x0();
      double dy = rect.y() + i / rect.w() + 0.5 - h.y0();
      double far = Math.hypot(dx, dy);
      if (far > RIM * radius && far <= radius) {
        int k = sector(dx, dy);
        before[k] += WorkingSpace.luminance(was.r()[i], was.g()[i], was.b()[i]);
        after[k] += WorkingSpace.luminance(is.r()[i], is.g()[i], is.b()[i]);
      }
    }
    double worst = Double.NEGATIVE_INFINITY;
    for (int k = 0; k < SECTORS; k++) {
      if (before[k] > 0 && after[k] > 0) {
        worst = Math.max(worst, sign * Math.log(before[k] / after[k]));
      }
    }
    return worst;
  }

  private static int sector(double dx, double dy) {
    double turns = Math.atan2(dy, dx) / (2 * Math.PI) + 1;
    return (int) (turns * SECTORS) % SECTORS;
  }
}
