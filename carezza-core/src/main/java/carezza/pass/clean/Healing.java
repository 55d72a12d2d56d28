package carezza.pass.clean;

import carezza.pass.EvaluationContext;
import carezza.pass.Heal;
import carezza.pass.Pass;
import carezza.pass.PassTool;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;

/** What the hand does with heals: each is given a source when it is put on the picture. */
final class Healing implements PassTool.Marking {
  @Override
  public PassTool.Put add(
      EvaluationContext context, double x0, double y0, double x1, double y1, double sizeMm) {
    Heal found = SourceSearch.find(context, new Heal(x0, y0, x1, y1, sizeMm, 0, 0), 0);
    return new PassTool.Put(p -> FoundMarks.with(p, List.of(found)), told(context, found));
  }

  /** A mark that is to stay has gone, or what lies on the rim spreads; the width is the hand's. */
  private static String told(EvaluationContext context, Heal h) {
    double px = context.frame().pxPerMm();
    if (context.pass().get(Heals.KEPT).stream().anyMatch(k -> k.isUnder(h, px))) {
      return "review.keptMark";
    }
    return HealRim.of(context, h).isUneven() ? "review.rimSpreads" : "";
  }

  /** A place that the hand has chosen is taken as it lies. */
  @Override
  public Pass moved(Pass p, long mark, double dx, double dy) {
    return changed(p, mark, h -> h.from(dx, dy).turned(0));
  }

  private static Pass changed(Pass p, long mark, UnaryOperator<Heal> how) {
    return p.with(
        Heals.HEALS,
        p.get(Heals.HEALS).stream().map(h -> h.id() == mark ? how.apply(h) : h).toList());
  }

  /** The next best source, without looking at the present one. */
  static UnaryOperator<Pass> findAgain(EvaluationContext context, long mark, int times) {
    Pass p = context.pass();
    EvaluationContext bare = context.on(without(p, mark));
    Optional<Heal> found =
        p.get(Heals.HEALS).stream()
            .filter(h -> h.id() == mark)
            .findFirst()
            .map(h -> SourceSearch.find(bare, h, times + 1));
    return q -> found.map(f -> changed(q, mark, h -> h.from(f.dx(), f.dy()))).orElse(q);
  }

  static UnaryOperator<Pass> removed(EvaluationContext context, long mark, int times) {
    return p -> without(p, mark);
  }

  private static Pass without(Pass p, long mark) {
    return p.with(Heals.HEALS, p.get(Heals.HEALS).stream().filter(h -> h.id() != mark).toList());
  }
}
