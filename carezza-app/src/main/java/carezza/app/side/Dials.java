package carezza.app.side;

import static java.util.stream.Collectors.toSet;

import carezza.app.BenchModel;
import carezza.app.KindWords;
import carezza.app.OpenPicture;
import carezza.app.ReadingWords;
import carezza.app.Words;
import carezza.engine.Measuring;
import carezza.pass.Pass;
import carezza.reading.Format;
import carezza.reading.Reading;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import javafx.geometry.Orientation;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;

/**
 * At most four readings, those the chosen pass moves, and one sentence for what left its target.
 */
public final class Dials extends StackPane {
  private static final int MOST = 4;
  private static final double WIDTH = 208;
  private static final double GAP = 16;
  private static final double LINE = 4;

  /** Height of their columns when they lie. */
  private static final double LYING = 144;

  /** A caution that was waved away comes back when its cause has grown by so much. */
  private static final double GROWN = 1.5;

  /** Shown for passes that move none. */
  private static final List<String> USUAL =
      List.of("textureKept", "reliefKept", "blotch", "spread");

  private final BenchModel model;
  private final Runnable showAll;

  /** How far readings had moved when their caution was waved away, in the picture of that time. */
  private final Map<String, Double> waved = new HashMap<>();

  private OpenPicture wavedIn;

  private Pane box = new VBox(LINE);

  /**
   * @param showAll shows all readings, or hides them again
   */
  public Dials(BenchModel model, Runnable showAll) {
    this.model = model;
    this.showAll = showAll;
    getStyleClass().add("dials");
    setId("dials");
    model.readings().addListener((o, a, b) -> update());
    model.passes().chosen().addListener((o, a, b) -> update());
    model.picture().addListener((o, a, b) -> update());
    lieDown(false);
  }

  /**
   * @param lies whether they stand in columns under the picture
   */
  public void lieDown(boolean lies) {
    if (lies) {
      FlowPane columns = new FlowPane(Orientation.VERTICAL, GAP, LINE);
      columns.setPrefWrapLength(LYING);
      box = columns;
    } else {
      box = new VBox(LINE);
    }
    getChildren().setAll(box);
    update();
  }

  private void update() {
    OpenPicture p = model.picture().get();
    if (p != wavedIn) {
      wavedIn = p;
      waved.clear();
    }
    box.getChildren().setAll(head());
    if (p == null) {
      box.getChildren().clear();
      return;
    }
    if (model.readings().get().isEmpty()) {
      box.getChildren().add(soft(Words.of("dials.measuring")));
      return;
    }
    for (Reading r : chosen(model)) {
      box.getChildren().add(dial(r));
    }
    worst(model).filter(r -> !isWaved(r)).ifPresent(r -> box.getChildren().add(caution(r)));
  }

  private Node head() {
    Label head = new Label(Words.of("dials.head"));
    head.getStyleClass().add("head");
    Region space = new Region();
    HBox.setHgrow(space, Priority.ALWAYS);
    Button all = new Button(Words.of("dials.all"));
    all.getStyleClass().add("quiet");
    all.setId("all-readings");
    all.setAccessibleText(Words.of("readings.head"));
    all.setTooltip(new Tooltip(Words.of("tip.key", Words.of("readings.head"), "R")));
    all.setOnAction(e -> showAll.run());
    all.setDisable(model.readings().get().isEmpty());
    HBox top = new HBox(8, head, space, all);
    top.setAlignment(Pos.CENTER_LEFT);
    top.setPrefWidth(WIDTH);
    return top;
  }

  private boolean isWaved(Reading r) {
    Double was = waved.get(r.name());
    return was != null && Math.abs(r.now() - from(r)) < GROWN * was;
  }

  /** What was measured, and what to do about it in two quiet words. */
  private Node caution(Reading r) {
    Label sentence = new Label(ReadingWords.sentence(r));
    sentence.setWrapText(true);
    sentence.setId("caution");
    FlowPane words = new FlowPane(12, 4);
    words.getStyleClass().add("quiet-row");
    model.passes().chosenPass().flatMap(p -> mend(p, r)).ifPresent(words.getChildren()::add);
    Button leave = quiet("caution.leave", Words.of("caution.leave"));
    leave.setOnAction(
        e -> {
          waved.put(r.name(), Math.abs(r.now() - from(r)));
          update();
        });
    words.getChildren().add(leave);
    VBox box = new VBox(6, sentence, words);
    box.getStyleClass().add("caution");
    box.setPrefWidth(WIDTH);
    return box;
  }

  private static Button quiet(String id, String text) {
    Button b = new Button(text);
    b.setId(id.replace('.', '-'));
    b.getStyleClass().add("quiet");
    b.setMinWidth(Region.USE_PREF_SIZE);
    return b;
  }

  private Optional<Button> mend(Pass p, Reading r) {
    double to = Math.round(100 * p.strength() * share(r));
    if (to < 5 || to >= 100 * p.strength()) {
      return Optional.empty();
    }
    Button b = quiet("mend", Words.of("caution.mend", Math.round(to)));
    b.setAccessibleText(Words.of("caution.mendPass", KindWords.name(p), Math.round(to)));
    b.setOnMouseEntered(e -> model.passes().preview(p.id(), q -> q.withStrength(to / 100)));
    b.setOnMouseExited(e -> model.endPreview());
    b.setOnAction(e -> model.passes().change(p.id(), q -> q.withStrength(to / 100)));
    return Optional.of(b);
  }

  /** From where a reading moves: its value before, or all of it. */
  private static double from(Reading r) {
    boolean all = Double.isNaN(r.before()) || ReadingWords.format(r) == Format.SHARE;
    return all ? 100 : r.before();
  }

  /** The share of the strength at which a reading that moves evenly would meet its target's end. */
  private static double share(Reading r) {
    double from = from(r);
    double end = r.isBelow() ? r.low() : r.high();
    double moved = r.now() - from;
    return Math.abs(moved) < 1e-9 ? 1 : Math.max(0, Math.min(1, (end - from) / moved));
  }

  /**
   * Of the readings that the chosen pass affects at most four: those that left their target before
   * those that are in it, these before those that cannot be had; as the kind lists them.
   */
  public static List<Reading> chosen(BenchModel model) {
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

  /** The reading that left its target by the most, among those that a pass can have caused. */
  public static Optional<Reading> worst(BenchModel model) {
    boolean judged =
        model.sheet().get().passes().stream().anyMatch(p -> p.on() && Measuring.isJudged(p));
    return judged ? chosen(model).stream().filter(Dials::hasLeft).findFirst() : Optional.empty();
  }

  /** Out of its target because of what was done, and worth a sentence. */
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
    Label name = new Label(ReadingWords.name(r));
    name.setWrapText(true);
    name.setMinHeight(Region.USE_PREF_SIZE);
    Region space = new Region();
    HBox.setHgrow(space, Priority.ALWAYS);
    Label now = new Label(r.isAvailable() ? ReadingWords.value(r) : Words.of("reading.none"));
    now.setMinWidth(Region.USE_PREF_SIZE);
    HBox top = new HBox(8, name, space, now);
    VBox box = new VBox(top);
    box.getStyleClass().add("dial");
    box.setPrefWidth(WIDTH);
    if (!r.isAvailable()) {
      box.getChildren().add(soft(ReadingWords.remark(r)));
    } else if (r.isJudged()) {
      box.getChildren().add(new Scale(r, from(r)));
    }
    return box;
  }
}
