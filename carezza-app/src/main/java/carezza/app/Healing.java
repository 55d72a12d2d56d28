package carezza.app;

import carezza.pass.Heal;
import carezza.pass.Pass;
import carezza.pass.clean.SourceSearch;
import carezza.sheet.RunSheet;
import java.util.ArrayList;
import java.util.List;

/** What can be done with the heals of the chosen pass. */
public final class Healing {
  private final BenchModel model;

  Healing(BenchModel model) {
    this.model = model;
  }

  /** Adds a heal of the brush's size from one point to another, its source found. */
  public void add(double x0, double y0, double x1, double y1) {
    RunSheet s = model.picture().get().history().now();
    Heal asked = new Heal(x0, y0, x1, y1, model.brush().get().sizeMm(), 0, 0);
    s.pass(model.chosen().get())
        .ifPresent(
            p ->
                model.away(
                    () -> SourceSearch.find(model.run(s, p), asked, 0),
                    found ->
                        model.change(
                            p.id(),
                            q -> {
                              List<Heal> list = new ArrayList<>(q.heals());
                              list.add(found);
                              return q.withHeals(list);
                            })));
  }

  /** Finds the n-th best source of a heal anew. */
  public void findAgain(int index, int rank) {
    RunSheet s = model.picture().get().history().now();
    s.pass(model.chosen().get())
        .ifPresent(
            p -> {
              List<Heal> others = new ArrayList<>(p.heals());
              Heal h = others.remove(index);
              Pass without = p.withHeals(others);
              RunSheet rest = s.change(p.id(), q -> without);
              model.away(
                  () -> SourceSearch.find(model.run(rest, without), h, rank),
                  found -> set(index, found, true));
            });
  }

  public void set(int index, Heal heal, boolean commit) {
    RunSheet s = model.picture().get().history().now();
    s.pass(model.chosen().get())
        .ifPresent(
            p -> {
              List<Heal> list = new ArrayList<>(p.heals());
              list.set(index, heal);
              RunSheet next = s.change(p.id(), q -> q.withHeals(list));
              if (commit) {
                model.commit(next);
              } else {
                model.preview(next);
              }
            });
  }

  public void remove(int index) {
    model
        .chosenPass()
        .ifPresent(
            p -> {
              List<Heal> list = new ArrayList<>(p.heals());
              list.remove(index);
              model.change(p.id(), q -> q.withHeals(list));
            });
  }
}
