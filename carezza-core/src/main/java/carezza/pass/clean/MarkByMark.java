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
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;

/** The marks one by one, those that show most first: healed, softened or kept. */
final class MarkByMark implements Action.Reviewed {
  private static final String HEAL = "heal";
  private static final String SOFTEN = "soften";
  private static final String KEEP = "keep";
  static final List<String> WAYS = List.of(HEAL, SOFTEN, KEEP);

  /** How much of a softened mark is taken away. */
  private static final double SOFTENED = 0.6;

  /** Freckles that are a pattern are kept as a whole and not gone through. */
  @Override
  public List<Action.Found> found(EvaluationContext context) {
    double px = context.frame().pxPerMm();
    double width = context.frame().bounds().w();
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
    return new Action.Found(
        s.type().key(), s.centre().x(), s.centre().y(), s.sizeMm(), figures, proposed);
  }

  @Override
  public String decided(Pass p, Action.Found one, double pxPerMm) {
    if (p.get(Heals.KEPT).stream().anyMatch(k -> k.holds(one.x(), one.y(), pxPerMm))) {
      return KEEP;
    }
    return p.get(Heals.HEALS).stream()
        .filter(h -> FoundMarks.covers(h, new Pin(one.x(), one.y()), pxPerMm))
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
    double share = way.equals(SOFTEN) ? SOFTENED : 1;
    EvaluationContext bare = context.on(without(context.pass(), one, px));
    List<Heal> heals =
        spot(context, one).map(s -> FoundMarks.sourced(bare, s)).orElse(List.of()).stream()
            .map(h -> h.withShare(share))
            .toList();
    return p -> FoundMarks.with(without(p, one, px), heals);
  }

  private static Optional<SkinSpot> spot(EvaluationContext context, Action.Found one) {
    return context.spots().stream()
        .filter(s -> s.centre().x() == one.x() && s.centre().y() == one.y())
        .findFirst();
  }

  /** Neither healed nor kept: heals whose line comes upon it go, all pieces of a scratch. */
  private static Pass without(Pass p, Action.Found one, double px) {
    List<Kept> kept =
        p.get(Heals.KEPT).stream().filter(k -> !k.holds(one.x(), one.y(), px)).toList();
    double reach = one.name().equals(SpotType.SCRATCH.key()) ? one.sizeMm() / 2 * px : 0;
    List<Heal> heals =
        p.get(Heals.HEALS).stream()
            .filter(
                h ->
                    h.distance(one.x(), one.y()) >= Math.max(reach, h.sizeMm() * px / 2)
                        || reach > 0 && h.x0() == h.x1() && h.y0() == h.y1())
            .toList();
    return p.with(Heals.HEALS, heals).with(Heals.KEPT, kept);
  }

  private static Pass kept(Pass p, Action.Found one) {
    List<Kept> all = new ArrayList<>(p.get(Heals.KEPT));
    all.add(new Kept(Heals.KEPT.nextId(all), one.x(), one.y(), one.sizeMm(), Extra.NONE));
    return p.with(Heals.KEPT, all);
  }
}
