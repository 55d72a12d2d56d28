package carezza.pass.clean;

import carezza.face.Pin;
import carezza.pass.Action;
import carezza.pass.EvaluationContext;
import carezza.pass.Heal;
import carezza.pass.Pass;
import carezza.setting.Extra;
import carezza.spot.Sight;
import carezza.spot.SkinSpot;
import carezza.spot.SkinSpot.Proposal;
import carezza.spot.SpotType;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;

/** The marks one by one, those that show most first: healed, softened or kept. */
final class MarkByMark implements Action.Reviewed {
  private static final String HEAL = "heal";
  private static final String SOFTEN = "soften";
  private static final String KEEP = "keep";
  static final List<String> WAYS = List.of(HEAL, SOFTEN, KEEP);

  /** A mark found anew lies within its radius of where it was, or so near. */
  private static final double LEAST_MM = 0.5;

  /** A line is found again, and kept, within so much of its middle. */
  private static final double LINE_MM = 2;

  /** Freckles that are a pattern are kept as a whole and not gone through. */
  @Override
  public List<Action.Found> found(EvaluationContext context) {
    double px = context.frame().pxPerMm();
    double width = context.framing().shownWidth();
    return context.spots().stream()
        .filter(s -> s.proposal() != Proposal.KEEP || s.type() != SpotType.FRECKLE)
        .map(s -> found(s, px, width))
        .toList();
  }

  private static Action.Found found(SkinSpot s, double px, double width) {
    List<Double> figures = new ArrayList<>();
    figures.add(s.sizeMm());
    for (Sight at : Sight.values()) {
      figures.add(at.thresholds(s, px, width));
    }
    String proposed = s.proposal() == Proposal.LOOK ? "" : s.proposal().key();
    Pin at = FoundMarks.place(s);
    return new Action.Found(
        s.type().key(), at.x(), at.y(), s.sizeMm(), s.line(), figures, proposed);
  }

  @Override
  public String decided(Pass p, Action.Found one, double pxPerMm) {
    if (p.get(Heals.KEPT).stream().anyMatch(k -> k.holds(one.x(), one.y(), pxPerMm))) {
      return KEEP;
    }
    return p.get(Heals.HEALS).stream()
        .filter(h -> FoundMarks.isHealedBy(h, place(one), one.line(), pxPerMm))
        .findFirst()
        .map(h -> h.share() < 1 ? SOFTEN : HEAL)
        .orElse("");
  }

  @Override
  public UnaryOperator<Pass> decide(EvaluationContext context, Action.Found one, String way) {
    double px = context.frame().pxPerMm();
    if (way.equals(KEEP)) {
      return p -> kept(without(p, one, px), one);
    }
    if (way.isEmpty()) {
      return p -> without(p, one, px);
    }
    EvaluationContext bare = context.on(without(context.pass(), one, px));
    List<Heal> whole =
        spot(context, one)
            .map(s -> FoundMarks.sourced(bare, s))
            .orElseGet(() -> FoundMarks.sourced(bare, List.of(FoundMarks.round(one))));
    List<Heal> heals = way.equals(SOFTEN) ? FoundMarks.softened(whole) : whole;
    return p -> FoundMarks.with(without(p, one, px), heals);
  }

  /** The mark in the picture as it is below by now, which may have changed since it was listed. */
  private static Optional<SkinSpot> spot(EvaluationContext context, Action.Found one) {
    Pin at = place(one);
    double reach = one.line().isEmpty() ? Math.max(LEAST_MM, one.sizeMm() / 2) : LINE_MM;
    return context.spots().stream()
        .filter(s -> s.type().key().equals(one.name()))
        .min(Comparator.comparingDouble(s -> FoundMarks.place(s).distance(at)))
        .filter(s -> FoundMarks.place(s).distance(at) < reach * context.frame().pxPerMm());
  }

  /** Neither healed nor kept: its heals go, of a line all pieces. */
  private static Pass without(Pass p, Action.Found one, double px) {
    List<Kept> kept =
        p.get(Heals.KEPT).stream().filter(k -> !k.holds(one.x(), one.y(), px)).toList();
    List<Heal> heals =
        p.get(Heals.HEALS).stream()
            .filter(h -> !FoundMarks.isOf(h, place(one), one.line(), px))
            .toList();
    return p.with(Heals.HEALS, heals).with(Heals.KEPT, kept);
  }

  private static Pin place(Action.Found one) {
    return new Pin(one.x(), one.y());
  }

  private static Pass kept(Pass p, Action.Found one) {
    List<Kept> all = new ArrayList<>(p.get(Heals.KEPT));
    double wide = one.line().isEmpty() ? one.sizeMm() : LINE_MM;
    all.add(new Kept(Heals.KEPT.nextId(all), one.x(), one.y(), wide, Extra.NONE));
    return p.with(Heals.KEPT, all);
  }
}
