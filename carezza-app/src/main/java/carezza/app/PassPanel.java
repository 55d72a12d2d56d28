package carezza.app;

import carezza.pass.Parameter;
import carezza.pass.Pass;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import java.util.function.DoubleFunction;
import java.util.function.ToDoubleFunction;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.VBox;

/**
 * The controls of the chosen pass: a bar for each parameter, where it acts, and what can be done.
 */
final class PassPanel extends VBox {
  private final BenchModel model;
  private final long id;
  private final List<Consumer<Pass>> refresh = new ArrayList<>();

  /**
   * @param full with area and actions; else only the bars, for the panel near the brush
   */
  PassPanel(BenchModel model, Pass pass, boolean full) {
    this.model = model;
    id = pass.id();
    getStyleClass().add("pass-panel");
    for (Parameter p : pass.kind().parameters()) {
      getChildren().add(row(p));
    }
    if (!full) {
      getChildren().add(0, strength(pass));
      update(pass);
      return;
    }
    switch (pass.kind().key()) {
      case "neutral" ->
          getChildren().add(buttons(tool("takeNeutral", BenchModel.Tool.TAKE_NEUTRAL)));
      case "skin" ->
          getChildren().add(buttons(tool("takeReference", BenchModel.Tool.TAKE_REFERENCE)));
      case "heals" -> getChildren().add(hint("heals.hint"));
      default -> {}
    }
    if (pass.kind().usesArea()) {
      AreaPanel area = new AreaPanel(model, pass);
      refresh.add(area::update);
      getChildren().add(area);
    }
    getChildren().add(actions());
    update(pass);
  }

  void update(Pass p) {
    refresh.forEach(r -> r.accept(p));
  }

  private Node row(Parameter p) {
    Bar bar = new Bar(Words.of("parameter." + p.key()), p.min(), p.max(), p.start(), p.step());
    bar.setId("bar-" + p.key());
    bar.on(
        v -> model.previewChange(id, q -> q.with(p.key(), v)),
        v -> model.change(id, q -> q.with(p.key(), v)));
    return row(bar, q -> q.value(p.key()), v -> Numbers.of(p, v));
  }

  private Node strength(Pass pass) {
    return row(strengthBar(model, pass), q -> 100 * q.strength(), Numbers::percent);
  }

  private Node row(Bar bar, ToDoubleFunction<Pass> value, DoubleFunction<String> format) {
    BarRow row = new BarRow(bar, value, format);
    refresh.add(row::update);
    return row;
  }

  static Bar strengthBar(BenchModel model, Pass pass) {
    long id = pass.id();
    Bar bar = new Bar(Words.of("pass.strength"), 0, 100 * pass.kind().maxStrength(), 100, 1);
    bar.value().set(100 * pass.strength());
    bar.on(
        v -> model.previewChange(id, q -> q.withStrength(v / 100)),
        v -> model.change(id, q -> q.withStrength(v / 100)));
    return bar;
  }

  private Button tool(String key, BenchModel.Tool tool) {
    Button b = new Button(Words.of("action." + key));
    b.setId(key);
    b.setOnAction(e -> model.tool().set(tool));
    return b;
  }

  private static Node hint(String key) {
    Label l = new Label(Words.of(key));
    l.setWrapText(true);
    l.getStyleClass().add("soft");
    return l;
  }

  static FlowPane buttons(Node... nodes) {
    FlowPane f = new FlowPane(6, 6, nodes);
    f.getStyleClass().add("buttons");
    return f;
  }

  private Node actions() {
    Button up = action("moveUp", () -> model.move(id, -1));
    Button down = action("moveDown", () -> model.move(id, 1));
    up.setDisable(!model.sheet().get().canMove(id, -1));
    down.setDisable(!model.sheet().get().canMove(id, 1));
    return buttons(
        action("duplicate", () -> model.duplicate(id)),
        up,
        down,
        action("remove", () -> model.remove(id)));
  }

  private static Button action(String key, Runnable what) {
    Button b = new Button(Words.of("action." + key));
    b.setId(key);
    b.setOnAction(e -> what.run());
    return b;
  }
}
