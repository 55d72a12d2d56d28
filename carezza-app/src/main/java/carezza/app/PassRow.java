package carezza.app;

import carezza.app.edit.Bar;
import carezza.pass.Pass;
import carezza.sheet.RunSheet;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/** One pass on the job card: its name, where it acts, its strength; the chosen one is open. */
final class PassRow extends VBox {
  private final BenchModel model;
  private final Optional<Bar> strength;
  private final Label number = new Label();
  private final Label where = new Label();
  private final ToggleButton on = new ToggleButton();
  private PassPanel panel;
  private List<Object> panelShape = List.of();

  PassRow(BenchModel model, Pass p) {
    this.model = model;
    long id = p.id();
    String kind = KindWords.name(p.kind());
    on.getStyleClass().add("switch");
    on.setAccessibleText(Words.of("pass.switch", kind));
    on.setOnAction(e -> model.passes().mute(id));
    Label name = new Label(kind);
    name.getStyleClass().add("pass-name");
    Region space = new Region();
    HBox.setHgrow(space, Priority.ALWAYS);
    number.getStyleClass().add("number");
    HBox top = new HBox(8, name, space, number, on);
    top.setAlignment(Pos.CENTER_LEFT);
    for (Node n : List.of(top, where)) {
      n.setOnMouseClicked(e -> model.passes().chosen().set(isChosen(id) ? Passes.NONE : id));
    }
    where.getStyleClass().add("soft");
    strength = PassPanel.strengthBar(model, p);
    where.setWrapText(true);
    getChildren().addAll(top, where);
    strength.ifPresent(
        bar -> {
          bar.setId("strength-" + p.kind().key());
          getChildren().add(bar);
        });
    getStyleClass().add("pass");
    update(p);
  }

  private boolean isChosen(long id) {
    return model.passes().chosen().get() == id;
  }

  boolean isOpen() {
    return panel != null;
  }

  /** Brings words, numbers and controls up to date; what did not change is not touched. */
  void update(Pass p) {
    strength.ifPresent(bar -> bar.value().set(100 * p.strength()));
    number.setText(strength.isPresent() ? Numbers.percent(100 * p.strength()) : "");
    on.setText(Words.of(p.on() ? "pass.on" : "pass.off"));
    on.setSelected(p.on());
    style("muted", !p.on());
    open(p, isChosen(p.id()));
    if (panel == null) {
      String did = p.on() ? p.kind().summary(p, model.known()).map(KindWords::of).orElse("") : "";
      String at = KindWords.where(p);
      where.setText(did.isEmpty() ? at : Words.of("pass.did", at, did));
    } else {
      panel.update(p);
    }
  }

  private void open(Pass p, boolean open) {
    List<Object> shape = open ? panelShape(p) : List.of();
    if (!shape.equals(panelShape)) {
      panelShape = shape;
      getChildren().remove(panel);
      panel = open ? new PassPanel(model, p, true) : null;
      if (open) {
        getChildren().add(panel);
      }
    }
    where.setVisible(!open);
    where.setManaged(!open);
    style("open", open);
  }

  /** What the controls of the open pass depend on besides its own numbers. */
  private List<Object> panelShape(Pass p) {
    RunSheet s = model.sheet().get();
    List<Object> out = new ArrayList<>();
    out.add(p.isPartlyUnknown());
    p.area().terms().forEach(t -> out.add(AreaWords.joined(t)));
    for (Pass q : s.passes()) {
      out.add(q.id());
      if (q.id() != p.id() && q.kind().usesArea()) {
        out.add(AreaWords.describe(q.area()));
      }
    }
    out.add(List.copyOf(model.areas().names()));
    out.add(s.faceMap().map(m -> m.faces().size()).orElse(-1));
    return out;
  }

  private void style(String name, boolean has) {
    if (has != getStyleClass().contains(name)) {
      if (has) {
        getStyleClass().add(name);
      } else {
        getStyleClass().remove(name);
      }
    }
  }
}
