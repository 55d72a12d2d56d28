package carezza.app;

import carezza.pass.Action;
import carezza.pass.Pass;
import java.util.List;
import java.util.Optional;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;

/** Going through what a pass has found, and deciding it one by one. */
public final class Reviewing {
  /**
   * Where one is.
   *
   * @param pass whose it is
   * @param action what finds and decides
   * @param all what was found, in the order in which it is gone through; never empty
   * @param index of the one at hand
   */
  public record At(long pass, Action.Review action, List<Action.Found> all, int index) {
    public Action.Found found() {
      return all.get(index);
    }
  }

  private final BenchModel model;
  private final ReadOnlyObjectWrapper<Optional<At>> at =
      new ReadOnlyObjectWrapper<>(Optional.empty());

  Reviewing(BenchModel model) {
    this.model = model;
    model.picture().addListener((o, a, b) -> close());
    model.passes().chosen().addListener((o, a, b) -> close());
  }

  /** Where one is, empty while nothing is gone through. */
  public ReadOnlyObjectProperty<Optional<At>> at() {
    return at.getReadOnlyProperty();
  }

  /** Looks for what there is and begins with the first. */
  public void start(long pass, Action.Review action) {
    model.message().set(Words.of("message.looking"));
    model
        .passes()
        .findAt(
            pass,
            action.does()::found,
            found -> {
              if (found.isEmpty()) {
                model.message().set(Words.of("review." + action.key() + ".none"));
              } else if (model.passes().chosen().get() == pass) {
                at.set(Optional.of(new At(pass, action, found, 0)));
              }
            });
  }

  public void close() {
    at.set(Optional.empty());
  }

  /** To the next or the one before, round the ends. */
  public void step(int by) {
    at.get()
        .ifPresent(
            a -> {
              int n = a.all().size();
              at.set(
                  Optional.of(
                      new At(a.pass(), a.action(), a.all(), Math.floorMod(a.index() + by, n))));
            });
  }

  /** To the one nearest to a place, within so many source pixels; false where there is none. */
  public boolean to(double x, double y, double within) {
    Optional<At> now = at.get();
    int nearest = -1;
    double least = within;
    List<Action.Found> all = now.map(At::all).orElse(List.of());
    for (int i = 0; i < all.size(); i++) {
      double d = Math.hypot(all.get(i).x() - x, all.get(i).y() - y);
      if (d < least) {
        least = d;
        nearest = i;
      }
    }
    if (nearest >= 0) {
      step(nearest - now.orElseThrow().index());
    }
    return nearest >= 0;
  }

  /** What is decided of one, as the pass is now; empty for nothing. */
  public String decided(At a, Action.Found one) {
    return model
        .sheet()
        .get()
        .pass(a.pass())
        .map(p -> a.action().does().decided(p, one, model.pxPerMm()))
        .orElse("");
  }

  /** How many are decided. */
  public long decided(At a) {
    return a.all().stream().filter(f -> !decided(a, f).isEmpty()).count();
  }

  /** Decides the one at hand; the same decision again takes it back. */
  public void decide(String way) {
    at.get()
        .ifPresent(
            a -> {
              Action.Found one = a.found();
              String to = decided(a, one).equals(way) ? "" : way;
              model
                  .passes()
                  .findAt(
                      a.pass(),
                      c -> a.action().does().decide(c, one, to),
                      how -> model.passes().change(a.pass(), how));
            });
  }

  /** Decides by the number of the way. */
  void decide(int way) {
    at.get()
        .map(a -> a.action().ways())
        .filter(w -> way < w.size())
        .ifPresent(w -> decide(w.get(way)));
  }

  /** The pass that is gone through, as it is shown. */
  public Optional<Pass> pass() {
    return at.get().flatMap(a -> model.sheet().get().pass(a.pass()));
  }
}
