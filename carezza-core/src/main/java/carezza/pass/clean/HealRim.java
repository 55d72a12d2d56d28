package carezza.pass.clean;

import carezza.color.WorkingSpace;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.pass.EvaluationContext;
import carezza.pass.Frame;
import carezza.pass.Heal;
import java.util.List;

/**
 * What a heal does to its own rim. A heal is wider than its mark, so its rim is healthy and is to
 * stay as it is: where it turns darker under a dark mark's heal, what lies on the ring there (a
 * lip, a brow, a fold, the hairline) spreads into the skin. The rim is looked at in quarters, since
 * a border lies on one side; a line's are its two sides at either end.
 */
final class HealRim {
  /** Where the rim begins, over the radius. */
  private static final double RIM = 0.7;

  /** So far apart may quarters go, as natural logarithms of light. */
  private static final double APART = 0.15;

  /** A quarter goes darker by that while another does not by this. */
  private static final double DARKER = -0.05;

  private static final double LIGHTER = -0.01;

  private static final int QUARTERS = 4;

  private final double[] was = new double[QUARTERS];
  private final double[] is = new double[QUARTERS];

  private HealRim() {}

  /**
   * @param context its pass without the heal; is judged at full strength, whatever the pass has,
   *     since the strength may be raised later
   * @param h with its source
   */
  static HealRim of(EvaluationContext context, Heal h) {
    EvaluationContext full = context.on(context.pass().withStrength(1));
    Frame frame = full.frame();
    double radius = h.sizeMm() * frame.pxPerMm() / 2;
    Rect rect =
        Rect.ofDisc(h.x0(), h.y0(), radius)
            .union(Rect.ofDisc(h.x1(), h.y1(), radius))
            .intersect(frame.bounds());
    EvaluationContext with = full.on(FoundMarks.with(full.pass(), List.of(h)));
    RgbBlock before = Heals.readHealed(full, rect);
    RgbBlock after = Heals.readHealed(with, rect);
    HealRim out = new HealRim();
    for (int i = 0; i < before.size(); i++) {
      double x = rect.x() + i % rect.w() + 0.5;
      double y = rect.y() + i / rect.w() + 0.5;
      double far = h.distance(x, y) / radius;
      if (far > RIM && far <= 1) {
        int k = quarter(h, x, y);
        out.was[k] += light(before, i);
        out.is[k] += light(after, i);
      }
    }
    return out;
  }

  private static double light(RgbBlock b, int i) {
    return WorkingSpace.luminance(b.r()[i], b.g()[i], b.b()[i]);
  }

  private static int quarter(Heal h, double x, double y) {
    double dx = x - (h.x0() + h.x1()) / 2;
    double dy = y - (h.y0() + h.y1()) / 2;
    double ux = h.isRound() ? 1 : h.x1() - h.x0();
    double uy = h.y1() - h.y0();
    return (ux * dx + uy * dy < 0 ? 2 : 0) + (ux * dy - uy * dx < 0 ? 1 : 0);
  }

  /**
   * How far the worst quarter goes the mark's own way, as a natural logarithm of light.
   *
   * @param contrast of the mark, below 0 where it is lighter than the skin round it
   */
  double astray(double contrast) {
    double worst = Double.NEGATIVE_INFINITY;
    for (int k = 0; k < QUARTERS; k++) {
      if (was[k] > 0 && is[k] > 0) {
        worst = Math.max(worst, Math.signum(contrast) * Math.log(was[k] / is[k]));
      }
    }
    return worst;
  }

  /**
   * Whether something spreads into the rim: its quarters part, or one turns darker where others do
   * not, as none does under a heal that takes a mark off even ground.
   */
  boolean isUneven() {
    double low = -astray(1);
    double high = astray(-1);
    return high - low > APART || low < DARKER && high > LIGHTER;
  }
}
