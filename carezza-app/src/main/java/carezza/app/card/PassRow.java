package carezza.app.card;

import carezza.app.AreaWords;
import carezza.app.BenchModel;
import carezza.app.KindWords;
import carezza.app.Miniatures;
import carezza.app.Passes;
import carezza.app.Words;
import carezza.app.edit.Bar;
import carezza.app.kit.Said;
import carezza.pass.Pass;
import carezza.sheet.RunSheet;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.AccessibleRole;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.input.ContextMenuEvent;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseButton;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/**
 * One pass on the job card. Closed: its name, what it has, its strength as a thin bar. The chosen
 * one is open in place.
 */
final class PassRow extends VBox {
  private final BenchModel model;
  private final Miniatures miniatures;
  private final WhereOpen whereOpen;
  private final Optional<Bar> strength;
  private final Label has = new Label();
  private final VBox closed = new VBox();
  private final PassMenu menu;
  private final Label name = new Label();
  private final long id;
  private PassPanel panel;
  private List<Object> panelShape = List.of();

  PassRow(BenchModel model, Miniatures miniatures, WhereOpen whereOpen, Pass p) {
    this.model = model;
    this.miniatures = miniatures;
    this.whereOpen = whereOpen;
    id = p.id();
    menu = new PassMenu(model, id);
    setId("pass-" + id);
    name.setMinWidth(USE_PREF_SIZE);
    Region space = new Region();
    HBox.setHgrow(space, Priority.ALWAYS);
    has.getStyleClass().add("soft");
    HBox top = new HBox(8, name, space, has);
    top.setAlignment(Pos.CENTER_LEFT);
    top.setOnMouseClicked(
        e -> {
          if (e.getButton() == MouseButton.PRIMARY) {
            choose();
          }
        });
    strength = strengthBar(model, p);
    closed.getChildren().add(top);
    strength.ifPresent(
        bar -> {
          bar.setId("strength-" + p.kind().key());
          bar.getStyleClass().add("thin");
          closed.getChildren().add(bar);
        });
    getChildren().add(closed);
    getStyleClass().add("pass");
    setFocusTraversable(true);
    setAccessibleRole(AccessibleRole.BUTTON);
    addEventHandler(ContextMenuEvent.CONTEXT_MENU_REQUESTED, this::askMenu);
    addEventHandler(KeyEvent.KEY_PRESSED, this::key);
    update(p);
  }

  /** The bar of a pass's strength, 100 % at one place for all; none for a kind that has none. */
  static Optional<Bar> strengthBar(BenchModel model, Pass pass) {
    if (!pass.kind().hasStrength()) {
      return Optional.empty();
    }
    long id = pass.id();
    Bar bar = new Bar(Words.of("pass.strength"), 0, 100 * pass.kind().maxStrength(), 100, 1);
    bar.onScaleTo(200).in(Words.of("unit.percent"));
    bar.value().set(100 * pass.strength());
    bar.on(
        v -> model.passes().preview(id, q -> q.withStrength(v / 100)),
        v -> model.passes().change(id, q -> q.withStrength(v / 100)));
    return Optional.of(bar);
  }

  private void askMenu(ContextMenuEvent e) {
    menu.show(this, e.getScreenX(), e.getScreenY());
    e.consume();
  }

  private void key(KeyEvent e) {
    boolean go = e.getCode() == KeyCode.ENTER || e.getCode() == KeyCode.SPACE;
    if (go && e.getTarget() == this) {
      choose();
      e.consume();
    }
  }

  private void choose() {
    model.passes().chosen().set(isChosen() ? Passes.NONE : id);
  }

  private boolean isChosen() {
    return model.passes().chosen().get() == id;
  }

  boolean isOpen() {
    return panel != null;
  }

  /** Brings words, numbers and controls up to date; what did not change is not touched. */
  void update(Pass p) {
    strength.ifPresent(bar -> bar.value().set(100 * p.strength()));
    pseudoClassStateChanged(Pseudo.MUTED, !p.on());
    Said.in(name, KindWords.name(p));
    String words = p.on() ? KindWords.has(p) : Words.of("pass.muted");
    Said.in(has, words);
    setAccessibleText(
        Words.of(
            "pass.accessible",
            KindWords.name(p),
            KindWords.where(p),
            Math.round(100 * p.strength()),
            words));
    open(p, isChosen());
    if (panel != null) {
      panel.update(p);
    }
  }

  private void open(Pass p, boolean open) {
    List<Object> shape = open ? panelShape(p) : List.of();
    if (!shape.equals(panelShape)) {
      panelShape = shape;
      Optional<String> focused = focusedInside();
      getChildren().remove(panel);
      panel = open ? new PassPanel(model, miniatures, whereOpen, p, menu) : null;
      if (open) {
        getChildren().add(panel);
      }
      focused.map(f -> lookup("#" + f)).ifPresent(Node::requestFocus);
    }
    closed.setVisible(!open);
    closed.setManaged(!open);
    pseudoClassStateChanged(Pseudo.OPEN, open);
  }

  /** What has the focus inside, by its id: it has it again when it is made anew. */
  private Optional<String> focusedInside() {
    Node f = getScene() == null ? null : getScene().getFocusOwner();
    for (Node n = f; n != null; n = n.getParent()) {
      if (n == this) {
        return Optional.ofNullable(f.getId());
      }
    }
    return Optional.empty();
  }

  /** What the controls of the open pass depend on besides its own numbers. */
  private List<Object> panelShape(Pass p) {
    RunSheet s = model.sheet().get();
    List<Object> out = new ArrayList<>();
    out.add(p.name());
    out.add(p.isPartlyUnknown());
    out.add(whereOpen.get());
    if (whereOpen.get()) {
      out.add(AreaWords.base(p.area()));
      p.area().terms().forEach(t -> out.add(t.how() + AreaWords.name(t.what())));
      for (Pass q : s.passes()) {
        out.add(q.id());
        if (q.id() != p.id() && q.kind().usesArea()) {
          out.add(AreaWords.describe(q.area()));
        }
      }
      out.add(List.copyOf(model.areas().names()));
      out.add(s.faceMap().map(m -> m.faces().size()).orElse(-1));
    }
    return out;
  }
}
