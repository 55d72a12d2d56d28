package carezza.app.side;

import carezza.app.BenchModel;
import carezza.app.ReadingWords;
import carezza.app.Words;
import carezza.pass.PassKind;
import carezza.pass.Stage;
import carezza.reading.Reading;
import carezza.sheet.Kinds;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Consumer;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Labeled;

/**
 * All readings over the picture, by the stage that moves them first: before, now, the target, where
 * it was found. A click on a place goes there.
 */
public final class AllReadings extends OverTable {
  private static final int COLUMNS = 5;

  private final BenchModel model;
  private final Consumer<String> goTo;

  /**
   * @param goTo shows a place of a reading
   */
  public AllReadings(BenchModel model, Consumer<String> goTo) {
    super("readings", COLUMNS);
    this.model = model;
    this.goTo = goTo;
    model.readings().addListener((o, a, b) -> fill());
  }

  /** Empty for readings that no kind of pass moves. */
  private static Optional<Stage> stage(Reading r) {
    return Kinds.all().stream()
        .filter(k -> k.affects().contains(r.name()))
        .map(PassKind::stage)
        .findFirst();
  }

  @Override
  void rows() {
    head(
        Words.of("readings.head"),
        Words.of("readings.before"),
        Words.of("readings.now"),
        Words.of("readings.target"));
    Map<Integer, List<Reading>> groups = new TreeMap<>();
    for (Reading r : model.readings().get()) {
      groups
          .computeIfAbsent(stage(r).map(Stage::ordinal).orElse(-1), k -> new ArrayList<>())
          .add(r);
    }
    groups.forEach(this::group);
  }

  private void group(int stage, List<Reading> all) {
    String name =
        stage < 0
            ? Words.of("readings.ofPicture")
            : Words.of("stage." + Stage.values()[stage].name().toLowerCase(Locale.ROOT));
    wide(new Label(name), "group");
    for (Reading r : all) {
      line(r);
      nextRow();
    }
  }

  private void line(Reading r) {
    cell(new Label(ReadingWords.name(r)), 0);
    cell(new Label(r.isAvailable() ? ReadingWords.before(r) : ""), 1).getStyleClass().add("soft");
    String now = r.isAvailable() ? ReadingWords.value(r) : Words.of("reading.none");
    Labeled value = cell(new Label(now), 2);
    cell(new Label(ReadingWords.band(r)), 3).getStyleClass().add("soft");
    boolean out = !r.isInBand();
    String remark = ReadingWords.remark(r);
    String words = out ? Words.of("readings.outside", remark).trim() : remark;
    if (out) {
      value.getStyleClass().add("strong");
    }
    if (r.isAvailable() && GoTo.isPlace(r.place())) {
      Button go = new Button(words);
      go.setId("go-" + r.name());
      go.getStyleClass().add("quiet");
      go.setOnAction(e -> goTo.accept(r.place()));
      cell(go, 4);
    } else {
      cell(new Label(words), 4).getStyleClass().add("soft");
    }
  }
}
