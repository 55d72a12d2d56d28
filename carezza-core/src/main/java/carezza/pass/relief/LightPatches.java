package carezza.pass.relief;

import carezza.area.Area;
import carezza.face.Pin;
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
import java.util.stream.Stream;

/**
 * Patches that are lighter or darker than the skin round them, as soft dabs of dodge or burn, each
 * with the stops it needs. Those whose colour says that they are no form come from what evening by
 * colour would change ({@link EvaluationContext#evened}). Those that only lightness shows are
 * fainter offers: clean skin has as many of them.
 */
final class LightPatches {
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

  /** So far beside a scratch or hair nothing of it is left. */
  private static final double LINE_MM = 1.5;

  /** Above this coherence a form is a line. */
  private static final float LINE = 0.4f;

  private static final int ALIGN = 64;

  private final EvaluationContext context;
  private final DabOffers dabs;
  private final int level;
  private final double px;
  private final Rect rect;
  private final Area skin;

  LightPatches(EvaluationContext context, DabOffers.Wanted wanted) {
    this.context = context;
    level = context.frame().levelFor(GRID_MM, 1);
    dabs = new DabOffers(context, wanted, level);
    px = dabs.px();
    skin = Area.ofRegion(RegionName.SKIN.key());
    Rect bounds = context.below().bounds(level);
    Rect r = context.areaBounds(skin).toLevel(level).intersect(bounds);
    rect = r.anchored(ALIGN).intersect(bounds);
  }

  /**
   * @param how lays strokes on a pass that is to have so many stops
   */
  List<Action.Offer> offers(DabOffers.Laying how) {
    List<Action.Offer> out = new ArrayList<>();
    if (!rect.isEmpty()) {
      Plane mask = context.mask(skin, level, rect);
      dabs.add(out, "patches.colour", byColour(mask), mask, how);
      dabs.add(out, "patches.light", byLightness(mask), mask, how);
    }
    return out;
  }

  /** The pass with what colour shows, unless there is none. */
  UnaryOperator<Pass> laid(DabOffers.Laying how) {
    List<Action.Offer> out = new ArrayList<>();
    if (!rect.isEmpty()) {
      Plane mask = context.mask(skin, level, rect);
      dabs.add(out, "patches.colour", byColour(mask), mask, how);
    }
    return out.isEmpty() ? p -> p : out.get(0).how();
  }

  // ---- what is to be lighter or darker, stops

  /** What evening by colour would change; across marks, which are for healing, it goes on. */
  private Plane byColour(Plane mask) {
    Plane stops = context.evened(level, rect);
    Plane off = new Plane(rect, mask.data().clone());
    marks().filter(s -> s.type() != SpotType.FRECKLE).forEach(s -> leaveOut(s, off));
    Plane round = MaskedBlur.of(stops, off, ACROSS_MM * px, 0);
    for (int i = 0; i < stops.data().length; i++) {
      if (off.data()[i] == 0) {
        stops.data()[i] = round.data()[i];
      }
    }
    return stops;
  }

  /** What is left alone; light that is to be lowered is not. */
  private Stream<SkinSpot> marks() {
    return context.skinMarks().stream().filter(s -> s.type() != SpotType.SHINE);
  }

  /** The round part of the middle band, off lines and marks. */
  private Plane byLightness(Plane mask) {
    Plane e = Bands.logLuminance(context.below().read(level, rect));
    Plane inner = MaskedBlur.of(e, mask, INNER_MM * px, 0);
    Plane band = Bands.difference(inner, MaskedBlur.of(e, mask, OUTER_MM * px, 0));
    float[] lines = Coherence.of(band, mask, DIRECTION_MM * px).data();
    for (int i = 0; i < band.data().length; i++) {
      float back = lines[i] > LINE ? 0 : -HALF * band.data()[i];
      band.data()[i] = Math.max(-MOST_FAINT, Math.min(MOST_FAINT, back));
    }
    marks().forEach(s -> leaveOut(s, band));
    return band;
  }

  private void leaveOut(SkinSpot s, Plane field) {
    double side = 1 << level;
    double r = (s.line().isEmpty() ? s.sizeMm() : LINE_MM) * px;
    double reach = r + s.sizeMm() * px;
    Rect near = Rect.ofDisc(s.centre().x() / side, s.centre().y() / side, reach).intersect(rect);
    for (int y = near.y(); y < near.bottom(); y++) {
      for (int x = near.x(); x < near.right(); x++) {
        if (s.distance(new Pin((x + 0.5) * side, (y + 0.5) * side)) < r * side) {
          field.data()[(y - rect.y()) * rect.w() + x - rect.x()] = 0;
        }
      }
    }
  }
}
