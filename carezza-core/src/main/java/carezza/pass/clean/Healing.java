package carezza.pass.clean;

import carezza.pass.EvaluationContext;
import carezza.pass.Heal;
import carezza.pass.Pass;
import carezza.pass.PassTool;
import java.util.ArrayList;
import java.util.List;

/** What the hand does with heals: each is given a source when it is put on the picture. */
final class Healing implements PassTool.Marking {
  @Override
  public Pass add(
      EvaluationContext context, double x0, double y0, double x1, double y1, double sizeMm) {
    Pass p = context.pass();
    Heal asked = new Heal(x0, y0, x1, y1, sizeMm, 0, 0);
    List<Heal> all = new ArrayList<>(p.get(Heals.HEALS));
    all.add(SourceSearch.find(context, asked, 0).withId(Heals.HEALS.nextId(all)));
    return p.with(Heals.HEALS, all);
  }

  @Override
  public Pass moved(Pass p, long mark, double dx, double dy) {
    return p.with(
        Heals.HEALS,
        p.get(Heals.HEALS).stream().map(h -> h.id() == mark ? h.from(dx, dy) : h).toList());
  }

  /** The next best source, without looking at the present one. */
  static Pass findAgain(EvaluationContext context, long mark, int times) {
    Pass p = context.pass();
    EvaluationContext bare = context.on(without(p, mark));
    return p.with(
        Heals.HEALS,
        p.get(Heals.HEALS).stream()
            .map(h -> h.id() == mark ? SourceSearch.find(bare, h, times + 1) : h)
            .toList());
  }

  static Pass removed(EvaluationContext context, long mark, int times) {
    return without(context.pass(), mark);
  }

  private static Pass without(Pass p, long mark) {
    return p.with(Heals.HEALS, p.get(Heals.HEALS).stream().filter(h -> h.id() != mark).toList());
  }
}
