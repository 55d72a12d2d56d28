package carezza.app.card;

import carezza.app.AreaWords;
import carezza.app.BenchModel;
import carezza.app.Numbers;
import carezza.app.Words;
import carezza.app.edit.Bar;
import carezza.app.edit.BarRow;
import carezza.app.edit.WindowBar;
import carezza.app.kit.Choices;
import carezza.area.Extent;
import carezza.area.Term;
import carezza.pass.Pass;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import java.util.stream.Stream;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

/** One thing joined with an area: how, what, its own scale or soft border, and a way to drop it. */
final class TermRow extends VBox {
  /** The strip of hues begins here, so that those of skin lie in its middle. */
  private static final double HUE_FROM = -130;

  private final BenchModel model;
  private final int at;
  private final List<Consumer<Pass>> refresh = new ArrayList<>();

  TermRow(BenchModel model, Pass pass, int at) {
    super(2);
    this.model = model;
    this.at = at;
    getStyleClass().add("term");
    Term t = pass.area().terms().get(at);
    getChildren().add(line(t));
    if (t.what() instanceof Extent.Tone) {
      tone();
    } else if (t.what() instanceof Extent.Hue) {
      hue();
    } else if (hasBorder(t.what())) {
      feather();
    }
  }

  void update(Pass p) {
    if (at < p.area().terms().size()) {
      refresh.forEach(r -> r.accept(p));
    }
  }

  private Node line(Term t) {
    Button joint = new Button(Words.of("joint." + BenchModel.key(t.how())));
    joint.setId("term-joint-" + at);
    joint.getStyleClass().addAll("quiet", "joint");
    joint.setAccessibleText(Words.of("joint.accessible", AreaWords.joined(t)));
    joint.setDisable(!t.isKnown());
    joint.setOnAction(e -> Choices.open(joint, Words.of("joint.head"), joints()));
    Label name = new Label(AreaWords.name(t.what()));
    name.setWrapText(true);
    name.setMaxWidth(Double.MAX_VALUE);
    HBox.setHgrow(name, Priority.ALWAYS);
    HBox row = new HBox(8, joint, name);
    row.setAlignment(Pos.CENTER_LEFT);
    if (t.what() instanceof Extent.Window) {
      Button pick = WherePanel.quiet("term-pick-" + at, "area.pick");
      pick.setOnAction(e -> model.areas().pointWindow(at));
      row.getChildren().add(pick);
    }
    Button drop = WherePanel.quiet("term-drop-" + at, "area.drop");
    drop.setAccessibleText(Words.of("area.dropName", AreaWords.joined(t)));
    drop.setOnAction(e -> model.areas().drop(at));
    row.getChildren().add(drop);
    return row;
  }

  private List<Choices.Choice> joints() {
    return Stream.of(Term.How.values())
        .map(
            how ->
                new Choices.Choice(
                    "joint-" + BenchModel.key(how),
                    Words.of("joint." + BenchModel.key(how)),
                    Words.of("joint." + BenchModel.key(how) + ".line"),
                    "",
                    () -> model.areas().setTerm(at, t -> t.joined(how), true)))
        .toList();
  }

  private static boolean hasBorder(Extent e) {
    return e instanceof Extent.Region || e instanceof Extent.Oval || e instanceof Extent.Loop;
  }

  private void feather() {
    Bar bar = new Bar(Words.of("area.feather"), 0, Term.MOST_FEATHER_MM, 1, 0.1);
    bar.setId("bar-feather-" + at);
    bar.in(Words.of("unit.mm"));
    bar.on(
        v -> model.areas().setTerm(at, t -> t.withFeather(v), false),
        v -> model.areas().setTerm(at, t -> t.withFeather(v), true));
    BarRow row = new BarRow(bar, p -> p.area().terms().get(at).featherMm(), Numbers::mm);
    refresh.add(row::update);
    getChildren().add(row);
  }

  private void tone() {
    WindowBar bar =
        new WindowBar(
            Words.of("extent.tone"),
            0,
            Extent.Tone.MOST,
            (c, done) -> {
              Extent.Tone w = new Extent.Tone(c[1], c[2], c[1] - c[0], c[3] - c[2]);
              model.areas().setTerm(at, t -> t.with(w), done);
            });
    bar.getStyleClass().add("tones");
    show(
        bar,
        (e, numbers) -> {
          if (e instanceof Extent.Tone w) {
            double low = Math.max(0, w.low() - w.softLow());
            double high = Math.min(Extent.Tone.MOST, w.high() + w.softHigh());
            bar.set(low, w.low(), w.high(), high);
            numbers.setText(Words.of("extent.toneIs", low, w.low(), w.high(), high));
          }
        });
  }

  private void hue() {
    WindowBar bar =
        new WindowBar(
            Words.of("extent.hue"),
            HUE_FROM,
            HUE_FROM + Extent.Hue.FULL,
            (c, done) -> {
              double soft = softness(c);
              double centre = ((c[1] + c[2]) / 2 + Extent.Hue.FULL) % Extent.Hue.FULL;
              Extent.Hue w = new Extent.Hue(centre, c[2] - c[1], soft);
              model.areas().setTerm(at, t -> t.with(w), done);
            });
    bar.getStyleClass().add("hues");
    show(
        bar,
        (e, numbers) -> {
          if (e instanceof Extent.Hue w) {
            double centre =
                w.centre() >= HUE_FROM + Extent.Hue.FULL ? w.centre() - 360 : w.centre();
            double half = w.width() / 2;
            bar.set(
                onStrip(centre - half - w.soft()),
                onStrip(centre - half),
                onStrip(centre + half),
                onStrip(centre + half + w.soft()));
            numbers.setText(Words.of("extent.hueIs", centre - half, centre + half, w.soft()));
          }
        });
  }

  /** Brings a window's scale and its numbers up to date. */
  private interface Showing {
    void show(Extent e, Label numbers);
  }

  private void show(WindowBar bar, Showing how) {
    bar.setId("window-" + at);
    Label numbers = new Label();
    numbers.getStyleClass().add("soft");
    refresh.add(p -> how.show(p.area().terms().get(at).what(), numbers));
    getChildren().addAll(bar, numbers);
  }

  /** Both ends are equally soft: the end that was moved says how much. */
  private double softness(double[] corners) {
    int moved = ((WindowBar) lookup("#window-" + at)).corner();
    return switch (moved) {
      case 0 -> Math.min(180, corners[1] - corners[0]);
      case 3 -> Math.min(180, corners[3] - corners[2]);
      default -> ((Extent.Hue) model.areas().terms().get(at).what()).soft();
    };
  }

  private static double onStrip(double hue) {
    return Math.max(HUE_FROM, Math.min(HUE_FROM + Extent.Hue.FULL, hue));
  }
}
