package carezza.app;

import carezza.app.edit.Bar;
import carezza.app.edit.BarRow;
import carezza.app.edit.Editor;
import carezza.app.edit.Editors;
import carezza.app.edit.Edits;
import carezza.pass.Action;
import carezza.pass.Pass;
import carezza.pass.UnknownKind;
import carezza.setting.Field;
import carezza.setting.PlaceField;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.UnaryOperator;
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
    for (Field<?> f : pass.kind().fields()) {
      Editors.of(f, edits()).ifPresent(this::show);
    }
    if (!full) {
      strengthRow(pass).ifPresent(r -> getChildren().add(0, r));
      update(pass);
      return;
    }
    List<Node> actions = new ArrayList<>();
    for (Action a : pass.kind().actions()) {
      if (a instanceof Action.PointAt point) {
        actions.add(action(point.key(), () -> model.passes().point(id, point)));
      }
    }
    if (!actions.isEmpty()) {
      getChildren().add(buttons(actions.toArray(Node[]::new)));
    }
    if (pass.isPartlyUnknown()) {
      getChildren().add(hint("pass.newer"));
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

  private void show(Editor e) {
    getChildren().add(e.node());
    refresh.add(e::update);
  }

  private Edits edits() {
    return new Edits() {
      @Override
      public void change(UnaryOperator<Pass> how, boolean done) {
        model.passes().change(id, how, done);
      }

      @Override
      public void point(PlaceField field) {
        model.passes().point(id, field);
      }
    };
  }

  private Optional<Node> strengthRow(Pass pass) {
    return strengthBar(model, pass)
        .map(
            bar -> {
              BarRow row = new BarRow(bar, q -> 100 * q.strength(), Numbers::percent);
              refresh.add(row::update);
              return row;
            });
  }

  /** The bar of a pass's strength; none for a kind that is not known. */
  static Optional<Bar> strengthBar(BenchModel model, Pass pass) {
    if (pass.kind() instanceof UnknownKind) {
      return Optional.empty();
    }
    long id = pass.id();
    Bar bar = new Bar(Words.of("pass.strength"), 0, 100 * pass.kind().maxStrength(), 100, 1);
    bar.value().set(100 * pass.strength());
    bar.on(
        v -> model.passes().preview(id, q -> q.withStrength(v / 100)),
        v -> model.passes().change(id, q -> q.withStrength(v / 100)));
    return Optional.of(bar);
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
    Button up = action("moveUp", () -> model.passes().move(id, -1));
    Button down = action("moveDown", () -> model.passes().move(id, 1));
    up.setDisable(!model.sheet().get().canMove(id, -1));
    down.setDisable(!model.sheet().get().canMove(id, 1));
    return buttons(
        action("duplicate", () -> model.passes().duplicate(id)),
        up,
        down,
        action("remove", () -> model.passes().remove(id)));
  }

  private static Button action(String key, Runnable what) {
    Button b = new Button(Words.of("action." + key));
    b.setId(key);
    b.setOnAction(e -> what.run());
    return b;
  }
}
