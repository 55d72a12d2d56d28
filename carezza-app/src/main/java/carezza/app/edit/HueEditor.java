package carezza.app.edit;

import carezza.app.Numbers;
import carezza.app.Words;
import carezza.pass.Pass;
import carezza.setting.HueRange;
import carezza.setting.HueRangesField;
import java.util.ArrayList;
import java.util.List;
import java.util.function.BiFunction;
import java.util.function.Function;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.VBox;

/** The field of hues, and a bar for each number of the range that is chosen there. */
final class HueEditor extends VBox implements Editor {
  private static final double SMALL_STEP = 0.05;

  private final HueRangesField field;
  private final HueDisc disc;
  private final List<BarRow> rows = new ArrayList<>();
  private final VBox ofChosen = new VBox(2);
  private final Label none = new Label(Words.of("hues.none"));
  private Pass shown;

  HueEditor(HueRangesField f, Edits edits) {
    super(4);
    field = f;
    disc = new HueDisc(Editors.name(f), (all, done) -> edits.change(p -> p.with(f, all), done));
    disc.setId("hues-" + f.key());
    edits.count(f, disc::ground);
    row("width", 0, HueRange.MOST_WIDTH, HueRange::width, HueRange::withWidth);
    row("soft", HueRange.LEAST_SOFT, HueRange.MOST_SOFT, HueRange::soft, HueRange::withSoft);
    row("turn", -HueRange.MOST_TURN, HueRange.MOST_TURN, HueRange::turn, HueRange::withTurn);
    double most = HueRange.MOST_RICHER;
    row("richer", -most, most, HueRange::richer, HueRange::withRicher);
    most = HueRange.MOST_LIGHTER;
    row("lighter", -most, most, HueRange::lighter, HueRange::withLighter);
    Button drop = new Button(Words.of("hues.drop"));
    drop.setId("hues-drop");
    drop.getStyleClass().add("quiet");
    drop.setOnAction(e -> disc.drop());
    ofChosen.getChildren().addAll(rows);
    ofChosen.getChildren().add(drop);
    none.setWrapText(true);
    none.getStyleClass().add("soft");
    disc.chosen().addListener((o, a, b) -> updateChosen());
    getChildren().addAll(Editors.rowName(Editors.name(f)), disc, ofChosen, none);
  }

  private void row(
      String key,
      double min,
      double max,
      Function<HueRange, Double> get,
      BiFunction<HueRange, Double, HueRange> with) {
    boolean small = max <= HueRange.MOST_LIGHTER;
    String name = Words.of("hues." + key);
    Bar bar = new Bar(name, min, max, Math.max(min, 0), small ? SMALL_STEP : 1);
    bar.setId("bar-" + field.key() + "-" + key);
    bar.on(v -> change(with, v, false), v -> change(with, v, true));
    BarRow row =
        new BarRow(
            bar,
            p -> disc.chosenRange().map(get).orElse(0.0),
            v -> Numbers.plain(v, small ? 2 : 0));
    rows.add(min < 0 ? row.below(Words.of("hues." + key + ".below")) : row);
  }

  private void change(BiFunction<HueRange, Double, HueRange> with, double v, boolean done) {
    disc.chosenRange().ifPresent(r -> disc.change(with.apply(r, v), done));
  }

  @Override
  public Node node() {
    return this;
  }

  @Override
  public void update(Pass p) {
    shown = p;
    disc.show(p.get(field));
    updateChosen();
  }

  private void updateChosen() {
    boolean some = disc.chosenRange().isPresent();
    ofChosen.setVisible(some);
    ofChosen.setManaged(some);
    none.setVisible(!some);
    none.setManaged(!some);
    if (some) {
      rows.forEach(r -> r.update(shown));
    }
  }
}
