package carezza.pass.relief;

import carezza.area.Stroke;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.pass.Action;
import carezza.pass.EvaluationContext;
import carezza.pass.Pass;
import java.util.List;

/**
 * Changes of light as strokes of soft dabs for a pass of dodge or burn. What the pass does already
 * is reckoned off, so finding again adds what is missing and leaves strokes as they are.
 *
 * @param context the pass over what lies below it
 * @param wanted what is looked for
 * @param level of the fields
 */
record DabOffers(EvaluationContext context, Wanted wanted, int level) {
  /** Dabs at most of one finding. */
  private static final int MOST = 200;

  /** Pressures of a stroke from 0 to 1. */
  private static final int PRESSURES = 255;

  /** Least stops of a pass, so that its strokes stay soft. */
  private static final double LEAST_STOPS = 0.1;

  private static final double STEP_STOPS = 0.02;

  /**
   * What is looked for.
   *
   * @param sign 1 what is to be lighter, -1 what is to be darker
   * @param fromMm smallest diameter
   * @param toMm largest diameter
   * @param least stops of the faintest dab
   * @param stops of the pass
   */
  record Wanted(int sign, double fromMm, double toMm, double least, double stops) {}

  /** A pass with strokes and stops. */
  interface Laying {
    Pass on(Pass p, List<Stroke> strokes, double stops);
  }

  double px() {
    return context.frame().pxPerMm() / (1 << level);
  }

  /**
   * An offer of what of a change is due, unless that is nothing.
   *
   * @param change stops, lighter above 0
   * @param mask where it may be laid, over the same rectangle
   * @param how lays strokes on a pass that is to have so many stops
   */
  void add(List<Action.Offer> to, String key, Plane change, Plane mask, Laying how) {
    Plane field = due(change, mask);
    double stops = stops(field);
    double unit = stops / PRESSURES;
    double least = Math.max(wanted.least, unit);
    List<DabFit.Dab> dabs = DabFit.of(field, px(), wanted.fromMm, wanted.toMm, least, unit, MOST);
    if (!dabs.isEmpty()) {
      double most = dabs.stream().mapToDouble(DabFit.Dab::amount).max().orElseThrow();
      List<Stroke> strokes = dabs.stream().map(d -> stroke(d, stops)).toList();
      List<Double> figures = List.of((double) dabs.size(), most);
      to.add(new Action.Offer(key, figures, List.of(), p -> how.on(p, strokes, stops)));
    }
  }

  /** What of a change is in the direction that is looked for and not done yet. */
  private Plane due(Plane change, Plane mask) {
    Rect rect = change.rect();
    Plane out = new Plane(rect);
    boolean bare = context.area().strokes().isEmpty();
    float[] done = bare ? null : context.mask(context.area(), level, rect).data();
    float full = (float) (wanted.stops * context.pass().strength());
    for (int i = 0; i < out.data().length; i++) {
      if (mask.data()[i] > 0.5f) {
        float due = Math.max(0, wanted.sign * change.data()[i]);
        out.data()[i] = due - (bare ? 0 : full * done[i]);
      }
    }
    return out;
  }

  /** Those of the pass where it has strokes; else enough for the strongest place. */
  private double stops(Plane field) {
    if (!context.area().strokes().isEmpty()) {
      return wanted.stops;
    }
    float most = 0;
    for (float v : field.data()) {
      most = Math.max(most, v);
    }
    return Math.max(LEAST_STOPS, STEP_STOPS * Math.ceil(most / STEP_STOPS));
  }

  private Stroke stroke(DabFit.Dab d, double stops) {
    double side = 1 << level;
    int pressure = (int) Math.min(PRESSURES, Math.round(d.amount() / stops * PRESSURES));
    int[] sample = {
      (int) Math.round(d.x() * side * Stroke.GRID),
      (int) Math.round(d.y() * side * Stroke.GRID),
      pressure,
      0,
      0
    };
    return new Stroke(new Stroke.Brush(true, Math.round(10 * d.sizeMm()) / 10.0, 1, 1), sample);
  }
}
