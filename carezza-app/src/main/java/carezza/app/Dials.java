package carezza.app;

import static java.util.stream.Collectors.toSet;

import carezza.pass.Pass;
import carezza.reading.Format;
import carezza.reading.Reading;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/** At most four readings, those the chosen pass moves, and one sentence for what left its band. */
final class Dials extends VBox {
  private static final int MOST = 4;

  /** Shown for passes that move none. */
  private static final List<String> USUAL =
      List.of("textureKept", "reliefKept", "blotch", "spread");

  private final BenchModel model;
  private final Runnable showAll;

  /**
   * @param showAll shows all readings, or hides them again
   */
  Dials(BenchModel model, Runnable showAll) {
    this.model = model;
    this.showAll = showAll;
    getStyleClass().add("dials");
    setId("dials");
    model.readings().addListener((o, a, b) -> update());
    model.passes().chosen().addListener((o, a, b) -> update());
    model.picture().addListener((o, a, b) -> update());
    update();
  }

  private void update() {
    getChildren().clear();
    Label head = new Label(Words.of("dials.head"));
    head.getStyleClass().add("head");
    Region space = new Region();
    HBox.setHgrow(space, Priority.ALWAYS);
    Button all = new Button(Words.of("dials.all"));
    all.setId("all-readings");
    all.setAccessibleText(Words.of("readings.head"));
    all.setOnAction(e -> showAll.run());
    all.setDisable(model.readings().get().isEmpty());
    HBox top = new HBox(6, head, space, all);
    top.setAlignment(Pos.CENTER_LEFT);
    getChildren().add(top);
    List<Reading> shown = chosen(model);
    if (model.readings().get().isEmpty()) {
      getChildren().add(soft(Words.of(model.isOpen() ? "dials.measuring" : "dials.none")));
      return;
    }
    for (Reading r : shown) {
      getChildren().add(dial(r));
    }
    worst(model)
        .ifPresent(
            r -> {
              Label sentence = new Label(ReadingWords.sentence(r));
              sentence.setWrapText(true);
              sentence.getStyleClass().add("caution");
              sentence.setId("caution");
              getChildren().add(sentence);
              model.passes().chosenPass().ifPresent(p -> mend(p, r));
            });
  }

  private void mend(Pass p, Reading r) {
    double to = Math.round(100 * p.strength() * share(r));
    if (to >= 5 && to < 100 * p.strength()) {
      Button b = new Button(Words.of("caution.mend", KindWords.name(p.kind()), Math.round(to)));
      b.setId("mend");
      b.setOnMouseEntered(e -> model.passes().preview(p.id(), q -> q.withStrength(to / 100)));
      b.setOnMouseExited(e -> model.endPreview());
      b.setOnAction(e -> model.passes().change(p.id(), q -> q.withStrength(to / 100)));
      b.setWrapText(true);
      getChildren().add(b);
    }
  }

  /** From where a reading moves: its value before, or all of it. */
  private static double from(Reading r) {
    boolean all = Double.isNaN(r.before()) || ReadingWords.format(r) == Format.SHARE;
    return all ? 100 : r.before();
  }

  /** The share of the strength at which a reading that moves evenly would meet its band's end. */
  private static double share(Reading r) {
    double from = from(r);
    double end = r.isBelow() ? r.low() : r.high();
    double moved = r.now() - from;
    return Math.abs(moved) < 1e-9 ? 1 : Math.max(0, Math.min(1, (end - from) / moved));
  }

  /**
   * Of the readings that the chosen pass affects at most four: those that left their band before
   * those that are in it, these before those that cannot be had; as the kind lists them.
   */
  static List<Reading> chosen(BenchModel model) {
    List<String> names =
        model
            .passes()
            .chosenPass()
            .map(p -> p.kind().affects())
            .filter(s -> !s.isEmpty())
            .orElse(USUAL);
    List<Reading> all = new ArrayList<>();
    for (String name : names) {
      model.readings().get().stream().filter(r -> r.name().equals(name)).forEach(all::add);
    }
    Set<Reading> picked =
        all.stream().sorted(Comparator.comparingInt(Dials::rank)).limit(MOST).collect(toSet());
    return all.stream().filter(picked::contains).toList();
  }

  private static int rank(Reading r) {
    return !r.isAvailable() ? 2 : hasLeft(r) ? 0 : 1;
  }

  /** The reading that left its band by the most, among those that a pass can have caused. */
  static Optional<Reading> worst(BenchModel model) {
    boolean judged =
        model.sheet().get().passes().stream()
            .anyMatch(p -> p.on() && carezza.engine.Measuring.isJudged(p));
    if (!judged) {
      return Optional.empty();
    }
    return chosen(model).stream().filter(Dials::hasLeft).findFirst();
  }

  /** Out of its band because of what was done, and worth a sentence. */
  private static boolean hasLeft(Reading r) {
    return !r.isInBand() && ReadingWords.hasSentence(r) && moved(r);
  }

  /** A reading that nothing moved gives no caution. */
  private static boolean moved(Reading r) {
    double from = from(r);
    boolean towards = r.isBelow() ? r.now() < from : r.now() > from;
    return Math.abs(r.now() - from) > 0.02 * Math.max(1, Math.abs(from)) && towards
        || r.name().equals("lightness");
  }

  private static Label soft(String s) {
    Label l = new Label(s);
    l.setWrapText(true);
    l.getStyleClass().add("soft");
    return l;
  }

  private static Node dial(Reading r) {
    Label name = new Label(Words.of("reading." + r.name()));
    Region space = new Region();
    HBox.setHgrow(space, Priority.ALWAYS);
    Label now = new Label(r.isAvailable() ? ReadingWords.value(r) : Words.of("reading.none"));
    now.getStyleClass().add("number");
    HBox top = new HBox(6, name, space, now);
    VBox box = new VBox(2, top);
    box.getStyleClass().add("dial");
    if (!r.isAvailable()) {
      box.getChildren().add(soft(Words.of("cannot." + r.reason())));
      return box;
    }
    if (!r.isJudged()) {
      return box;
    }
    box.getChildren().add(new Scale(r));
    if (!r.isInBand()) {
      box.getStyleClass().add("outside");
    }
    return box;
  }

  /**
   * A line with the band, a tick for before and a mark for now: round inside, a diamond outside.
   */
  private static final class Scale extends Pane {
    private final Reading r;
    private final Region line = new Region();
    private final Region band = new Region();
    private final Region before = new Region();
    private final Region now = new Region();

    Scale(Reading r) {
      this.r = r;
      line.getStyleClass().add("dial-line");
      band.getStyleClass().add("dial-band");
      before.getStyleClass().add("dial-before");
      now.getStyleClass().add(r.isInBand() ? "dial-now" : "dial-out");
      getChildren().addAll(line, band, before, now);
      setPrefHeight(18);
    }

    @Override
    protected void layoutChildren() {
      double was = from(r);
      double lo = Math.min(Math.min(r.low(), r.now()), was);
      double hi = Math.max(Math.max(r.high(), r.now()), was);
      double pad = Math.max(1e-6, 0.12 * (hi - lo));
      lo -= pad;
      hi += pad;
      double k = (getWidth() - 12) / (hi - lo);
      line.resizeRelocate(0, 8, getWidth(), 2);
      band.resizeRelocate(6 + (r.low() - lo) * k, 6, (r.high() - r.low()) * k, 6);
      before.resizeRelocate(6 + (was - lo) * k - 1, 2, 2, 14);
      now.resizeRelocate(6 + (r.now() - lo) * k - 5, 4, 10, 10);
    }
  }
}
