package carezza.pass.relief;

import carezza.area.Area;
import carezza.area.Stroke;
import carezza.field.MaskedBlur;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.pass.Action;
import carezza.pass.EvaluationContext;
import carezza.pass.Pass;
import carezza.reading.Bands;
import carezza.reading.Coherence;
import carezza.region.RegionName;
import carezza.spot.SkinSpot;
import carezza.spot.SpotType;
import java.util.ArrayList;
import java.util.List;
import java.util.function.UnaryOperator;

/**
 * Patches that are lighter or darker than the skin round them, as soft dabs of dodge or burn, each
 * with the stops it needs. Those whose colour says that they are no form come from what evening by
 * colour would change ({@link EvaluationContext#evened}). Those that only lightness shows are
 * fainter offers: clean skin has as many of them. What the pass does already is reckoned off, so
 * finding again adds what is missing and leaves strokes as they are.
 */
final class LightPatches {
  /** Dabs at most of one finding. */
  private static final int MOST = 200;

  /** Pressures of a stroke from 0 to 1. */
  private static final int PRESSURES = 255;

  /** Least stops of a pass, so that its strokes stay soft. */
  private static final double LEAST_STOPS = 0.1;

  private static final double STEP_STOPS = 0.02;

  /** The grid is made for dabs of this size. */
  private static final double GRID_MM = 1;

  /** Of a patch that only lightness shows, so much is taken back. */
  private static final float HALF = 0.5f;

  /** And no more stops than this. */
  private static final float MOST_FAINT = 0.2f;

  private static final double INNER_MM = 1.5;
  private static final double OUTER_MM = 8;
  private static final double DIRECTION_MM = 2;

  /** Over how much a change goes on across a mark. */
  private static final double ACROSS_MM = 2;

  /** Above this coherence a form is a line. */
  private static final float LINE = 0.4f;

  private static final int ALIGN = 64;

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

  private final EvaluationContext context;
  private final Wanted wanted;
  private final int level;
  private final double px;
  private final Rect rect;
  private final Area skin;

  LightPatches(EvaluationContext context, Wanted wanted) {
    this.context = context;
    this.wanted = wanted;
    level = context.frame().levelFor(GRID_MM, 1);
    px = context.frame().pxPerMm() / (1 << level);
    skin = Area.ofRegion(RegionName.SKIN.key());
    Rect bounds = context.below().bounds(level);
    Rect r = context.areaBounds(skin).toLevel(level).intersect(bounds);
    rect = r.anchored(ALIGN).intersect(bounds);
  }

  /**
   * @param how lays strokes on a pass that is to have so many stops
   */
  List<Action.Offer> offers(Laying how) {
    List<Action.Offer> out = new ArrayList<>();
    if (!rect.isEmpty()) {
      add(out, "patches.colour", byColour(), how);
      add(out, "patches.light", byLightness(), how);
    }
    return out;
  }

  /** A pass with strokes and stops. */
  interface Laying {
    Pass on(Pass p, List<Stroke> strokes, double stops);
  }

  /** The pass with what colour shows, unless there is none. */
  UnaryOperator<Pass> laid(Laying how) {
    List<Action.Offer> out = new ArrayList<>();
    if (!rect.isEmpty()) {
      add(out, "patches.colour", byColour(), how);
    }
    return out.isEmpty() ? p -> p : out.get(0).how();
  }

  private void add(List<Action.Offer> to, String key, Plane field, Laying how) {
    double stops = stops(field);
    List<DabFit.Dab> dabs =
        DabFit.of(
            field,
            px,
            wanted.fromMm,
            wanted.toMm,
            Math.max(wanted.least, stops / PRESSURES),
            stops / PRESSURES,
            MOST);
    if (!dabs.isEmpty()) {
      double most = dabs.stream().mapToDouble(DabFit.Dab::amount).max().orElseThrow();
      List<Stroke> strokes = dabs.stream().map(d -> stroke(d, stops)).toList();
      List<Double> figures = List.of((double) dabs.size(), most);
      to.add(new Action.Offer(key, figures, List.of(), p -> how.on(p, strokes, stops)));
    }
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

  // ---- what is to be lighter or darker, stops

  /** What evening by colour would change; across marks, which are for healing, it goes on. */
  private Plane byColour() {
    Plane mask = context.mask(skin, level, rect);
    Plane stops = context.evened(level, rect);
    Plane off = new Plane(rect, mask.data().clone());
    context.spots().stream()
        .filter(s -> s.type() != SpotType.FRECKLE)
        .forEach(s -> leaveOut(s, off));
    Plane round = MaskedBlur.of(stops, off, ACROSS_MM * px, 0);
    for (int i = 0; i < stops.data().length; i++) {
      if (off.data()[i] == 0) {
        stops.data()[i] = round.data()[i];
      }
    }
    return wanted(stops, mask);
  }

  /** The round part of the middle band, off lines and marks. */
  private Plane byLightness() {
    Plane mask = context.mask(skin, level, rect);
    Plane e = Bands.logLuminance(context.below().read(level, rect));
    Plane inner = MaskedBlur.of(e, mask, INNER_MM * px, 0);
    Plane band = Bands.difference(inner, MaskedBlur.of(e, mask, OUTER_MM * px, 0));
    float[] lines = Coherence.of(band, mask, DIRECTION_MM * px).data();
    for (int i = 0; i < band.data().length; i++) {
      float back = lines[i] > LINE ? 0 : -HALF * band.data()[i];
      band.data()[i] = Math.max(-MOST_FAINT, Math.min(MOST_FAINT, back));
    }
    context.spots().forEach(s -> leaveOut(s, band));
    return wanted(band, mask);
  }

  private void leaveOut(SkinSpot s, Plane field) {
    double side = 1 << level;
    double r = s.sizeMm() * px;
    double cx = s.centre().x() / side;
    double cy = s.centre().y() / side;
    Rect near = Rect.ofDisc(cx, cy, r).intersect(rect);
    for (int y = near.y(); y < near.bottom(); y++) {
      for (int x = near.x(); x < near.right(); x++) {
        if (Math.hypot(x + 0.5 - cx, y + 0.5 - cy) < r) {
          field.data()[(y - rect.y()) * rect.w() + x - rect.x()] = 0;
        }
      }
    }
  }

  /** What of a change is in the direction that is looked for and not done yet. */
  private Plane wanted(Plane stops, Plane mask) {
    Plane out = new Plane(rect);
    boolean bare = context.area().strokes().isEmpty();
    float[] done = bare ? null : context.mask(context.area(), level, rect).data();
    float full = (float) (wanted.stops * context.pass().strength());
    for (int i = 0; i < out.data().length; i++) {
      if (mask.data()[i] > 0.5f) {
        float due = Math.max(0, wanted.sign * stops.data()[i]);
        out.data()[i] = due - (bare ? 0 : full * done[i]);
      }
    }
    return out;
  }
}
