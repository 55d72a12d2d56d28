package carezza.app.card;

import carezza.app.BenchModel;
import carezza.app.KindWords;
import carezza.app.Looking;
import carezza.app.Numbers;
import carezza.app.PictureView;
import carezza.app.Words;
import carezza.app.edit.Bar;
import carezza.app.edit.BarRow;
import carezza.app.edit.Editor;
import carezza.app.edit.Editors;
import carezza.app.kit.Said;
import carezza.pass.Pass;
import carezza.setting.Field;
import carezza.setting.NumberField;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;

/** The chosen pass's two main settings near the hand; out of the way while something is drawn. */
public final class NearHand extends VBox {
  private final BenchModel model;
  private final List<Consumer<Pass>> refresh = new ArrayList<>();
  private long shown = -1;
  private boolean drawing;

  public NearHand(BenchModel model, PictureView view) {
    super(2);
    this.model = model;
    setId("nearHand");
    getStyleClass().addAll("panel", "near-hand");
    setMaxSize(Region.USE_PREF_SIZE, Region.USE_PREF_SIZE);
    StackPane.setAlignment(this, Pos.CENTER_LEFT);
    view.addEventHandler(MouseEvent.MOUSE_PRESSED, e -> draws(true));
    view.addEventHandler(MouseEvent.MOUSE_RELEASED, e -> draws(false));
    model.looking().state().addListener((o, a, b) -> update());
    model.passes().chosen().addListener((o, a, b) -> update());
    model.sheet().addListener((o, a, b) -> update());
    update();
  }

  private void draws(boolean now) {
    drawing = now;
    update();
  }

  private void update() {
    Optional<Pass> p = model.passes().chosenPass();
    boolean on = model.looking().state().get() == Looking.State.WORKING && p.isPresent();
    setVisible(on && !drawing);
    if (!on) {
      shown = -1;
      getChildren().clear();
      return;
    }
    if (shown != p.get().id()) {
      shown = p.get().id();
      fill(p.get());
    }
    refresh.forEach(r -> r.accept(p.get()));
  }

  private void fill(Pass p) {
    refresh.clear();
    Label name = new Label(KindWords.name(p));
    name.setWrapText(true);
    name.setMinHeight(USE_PREF_SIZE);
    Region space = new Region();
    HBox.setHgrow(space, Priority.ALWAYS);
    Label has = new Label();
    has.getStyleClass().add("soft");
    refresh.add(
        q -> {
          Said.in(has, q.on() ? KindWords.has(q) : Words.of("pass.muted"));
        });
    HBox head = new HBox(12, name, space, has);
    head.setAlignment(Pos.BASELINE_LEFT);
    getChildren().setAll(head);
    PassRow.strengthBar(model, p).ifPresent(this::strength);
    for (Field<?> f : p.kind().fields()) {
      if (f instanceof NumberField) {
        Editors.of(f, PassPanel.edits(model, p.id())).ifPresent(this::show);
        return;
      }
    }
  }

  private void strength(Bar bar) {
    BarRow row = new BarRow(bar, q -> 100 * q.strength(), Numbers::percent);
    refresh.add(row::update);
    getChildren().add(row);
  }

  private void show(Editor e) {
    Node n = e.node();
    getChildren().add(n);
    refresh.add(e::update);
  }
}
