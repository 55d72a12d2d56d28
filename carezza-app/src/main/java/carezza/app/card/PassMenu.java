package carezza.app.card;

import carezza.app.BenchModel;
import carezza.app.Words;
import javafx.scene.Node;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.MenuItem;
import javafx.scene.control.SeparatorMenuItem;

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
            item("duplicate", () -> model.passes().duplicate(id)),
            up,
            down,
            new SeparatorMenuItem(),
            item("remove", () -> model.passes().remove(id)));
    menu.show(owner, screenX, screenY);
  }

  private static MenuItem item(String key, Runnable what) {
    MenuItem m = new MenuItem(Words.of("menu." + key));
    m.setId(key);
    m.setMnemonicParsing(true);
    m.setOnAction(e -> what.run());
    return m;
  }
}
