package carezza.app;

import carezza.app.kit.Choices;
import carezza.app.side.GoTo;
import carezza.pass.Finding;
import carezza.pass.PassKind;
import carezza.reading.Reading;
import carezza.screen.check.CheckViews;
import carezza.sheet.Kinds;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.scene.Node;

/**
 * What the readings find that matters before the work, each with what would mend it: the kinds that
 * a finding recommends, two lights on the face, an eye that is not sharp, rivals of the eyes.
 */
final class FirstLook {
  private final BenchModel model;
  private final GoTo goTo;

  FirstLook(BenchModel model, GoTo goTo) {
    this.model = model;
    this.goTo = goTo;
  }

  /** In the order of the work; none while nothing was measured. */
  List<Choices.Choice> all() {
    List<Choices.Choice> out = new ArrayList<>();
    if (!model.isOpen()) {
      return out;
    }
    for (PassKind k : Kinds.all()) {
      boolean done = model.known().passes().stream().anyMatch(p -> p.kind() == k);
      Optional<Finding> why = done ? Optional.empty() : k.finding(model.known());
      why.ifPresent(
          f ->
              out.add(
                  new Choices.Choice(
                      "first-" + k.key(),
                      KindWords.name(k),
                      "",
                      KindWords.sentence(f),
                      () -> model.passes().add(k))));
    }
    reading("lightsApart")
        .ifPresent(r -> mover(r).ifPresent(k -> out.add(choice(r, () -> model.passes().add(k)))));
    reading("focus")
        .filter(r -> !r.isInBand())
        .ifPresent(r -> out.add(choice(r, () -> goTo.reading(r))));
    reading("pull")
        .filter(r -> !r.isInBand())
        .ifPresent(r -> out.add(choice(r, () -> model.looking().at(CheckViews.of("pull")))));
    return out;
  }

  /** The first kind that moves a reading. */
  private static Optional<PassKind> mover(Reading r) {
    return Kinds.all().stream().filter(k -> k.affects().contains(r.name())).findFirst();
  }

  private Optional<Reading> reading(String name) {
    return model.readings().get().stream()
        .filter(r -> r.name().equals(name) && r.isAvailable())
        .findFirst();
  }

  private static Choices.Choice choice(Reading r, Runnable what) {
    return new Choices.Choice(
        "first-" + r.name(),
        ReadingWords.name(r),
        Words.of("first." + r.name()),
        ReadingWords.value(r),
        what);
  }

  /** Opens the list beside a node of the window; says so where nothing was found. */
  void open(Node beside) {
    List<Choices.Choice> all = all();
    if (all.isEmpty()) {
      model.message().set(Words.of("first.none"));
    } else {
      Choices.open(beside, Words.of("first.head"), all);
    }
  }
}
