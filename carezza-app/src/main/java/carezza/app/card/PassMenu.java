package carezza.app.card;

import carezza.app.BenchModel;
import carezza.app.Dialogs;
import carezza.app.KindWords;
import carezza.app.Words;
import javafx.scene.Node;
import javafx.scene.Scene;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.MenuItem;
import javafx.scene.control.SeparatorMenuItem;
import javafx.scene.control.TextInputDialog;

/** What can be done with a pass as a whole. */
final class PassMenu {
  private final BenchModel model;
  private final long id;

  PassMenu(BenchModel model, long id) {
    this.model = model;
    this.id = id;
  }

  void show(Node owner, double screenX, double screenY) {
    boolean on = model.sheet().get().pass(id).map(p -> p.on()).orElse(true);
    MenuItem up = item("moveUp", () -> model.passes().move(id, -1));
    MenuItem down = item("moveDown", () -> model.passes().move(id, 1));
    up.setDisable(!model.sheet().get().canMove(id, -1));
    down.setDisable(!model.sheet().get().canMove(id, 1));
    ContextMenu menu = new ContextMenu();
    menu.setStyle(owner.getScene().getRoot().getStyle());
    menu.getItems()
        .addAll(
            item(on ? "mute" : "unmute", () -> model.passes().mute(id)),
            item("name", () -> name(owner.getScene())),
            item("duplicate", () -> model.passes().duplicate(id)),
            up,
            down,
            new SeparatorMenuItem(),
            item("remove", () -> model.passes().remove(id)));
    menu.show(owner, screenX, screenY);
  }

  /** Asks for a name; an empty one is that of the kind again. */
  private void name(Scene owner) {
    TextInputDialog d = Dialogs.text(owner, "pass.nameTitle", "area.name");
    model.sheet().get().pass(id).ifPresent(p -> d.getEditor().setText(KindWords.name(p)));
    d.getEditor().selectAll();
    d.showAndWait()
        .ifPresent(
            n ->
                model
                    .passes()
                    .change(
                        id, p -> p.withName(n.strip().equals(KindWords.name(p.kind())) ? "" : n)));
  }

  private static MenuItem item(String key, Runnable what) {
    MenuItem m = new MenuItem(Words.of("menu." + key));
    m.setId(key);
    m.setMnemonicParsing(true);
    m.setOnAction(e -> what.run());
    return m;
  }
}
