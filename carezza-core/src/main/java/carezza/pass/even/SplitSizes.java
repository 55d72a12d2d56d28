package carezza.pass.even;

import carezza.field.MaskedBlur;
import carezza.image.Plane;
import carezza.image.Pyramid;
import carezza.image.Rect;
import carezza.pass.Action;
import carezza.pass.EvaluationContext;
import carezza.reading.SplitTrade;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;

/** What speaks against each size of a split on the skin of a pass's area. */
final class SplitSizes {
  private static final double LEAST_MM = 1;
  private static final double MOST_MM = 3.5;
  private static final double STEP_MM = 0.25;

  /** Pores are seen from so many pixels in a mm on; more show no more. */
  private static final double PX_PER_MM = 3;

  /** Fewer mm of skin show nothing. */
  private static final double LEAST_MM2 = 400;

  /** A place well inside the skin shows the bands. */
  private static final double INSIDE_MM = 6;

  private static final float SURELY = 0.9f;

  private SplitSizes() {}

  static Optional<Action.Weighed> of(EvaluationContext context) {
    double pxPerMm = context.frame().pxPerMm();
    int level = Pyramid.levelFor(pxPerMm, PX_PER_MM);
    double px = pxPerMm / (1 << level);
    Rect bounds = context.below().bounds(level);
    Rect rect = context.areaBounds(context.area()).toLevel(level).intersect(bounds);
    if (rect.isEmpty() || px < PX_PER_MM) {
      return Optional.empty();
    }
    Plane mask = context.mask(context.area(), level, rect);
    int n = 0;
    for (int i = 0; i < mask.data().length; i++) {
      mask.data()[i] = mask.data()[i] > SURELY ? 1 : 0;
      n += (int) mask.data()[i];
    }
    if (n < LEAST_MM2 * px * px) {
      return Optional.empty();
    }
    double[] sizes = new double[1 + (int) Math.round((MOST_MM - LEAST_MM) / STEP_MM)];
    for (int k = 0; k < sizes.length; k++) {
      sizes[k] = LEAST_MM + k * STEP_MM;
    }
    SplitTrade t = SplitTrade.of(context.below().read(level, rect), mask, px, sizes);
    Map<String, double[]> against = new LinkedHashMap<>();
    against.put("pores", t.pores());
    against.put("forms", t.forms());
    against.put("colourLeft", t.colour());
    double[] at = inside(mask, px, level);
    return Optional.of(new Action.Weighed(sizes, against, t.proposedMm(), at[0], at[1]));
  }

  /** The place with most of the area round it, source pixels. */
  private static double[] inside(Plane mask, double px, int level) {
    Rect r = mask.rect();
    float[] in = MaskedBlur.of(mask, Plane.filled(r, 1), INSIDE_MM * px, 0).data();
    int best = 0;
    for (int i = 1; i < in.length; i++) {
      best = in[i] > in[best] ? i : best;
    }
    return new double[] {
      Math.scalb(r.x() + best % r.w() + 0.5, level), Math.scalb(r.y() + best / r.w() + 0.5, level)
    };
  }
}
