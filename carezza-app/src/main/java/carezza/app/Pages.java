package carezza.app;

import java.util.Locale;
import java.util.Optional;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.TextInputDialog;
import javafx.scene.layout.Region;

/** The colour of the page on which the picture will stand, in the place of the desk. */
final class Pages {
  private static final int OPAQUE = 0xff000000;
  private static final int WHITE = 0xffffffff;
  private static final int HEX = 16;

  private final BenchModel model;
  private final MenuButton menu = new MenuButton(Words.of("page.menu"));

  Pages(BenchModel model) {
    this.model = model;
    menu.setId("page");
    menu.setMinWidth(Region.USE_PREF_SIZE);
    item("page.desk", () -> model.looking().page().set(Optional.empty()));
    item("page.white", () -> model.looking().page().set(Optional.of(WHITE)));
    item("page.black", () -> model.looking().page().set(Optional.of(OPAQUE)));
    item("page.other", this::ask);
  }

  private void item(String key, Runnable what) {
    MenuItem m = new MenuItem(Words.of(key));
    m.setOnAction(e -> what.run());
    menu.getItems().add(m);
  }

  MenuButton menu() {
    return menu;
  }

  /** Desk, white, black, and round again. */
  void next() {
    Optional<Integer> now = model.looking().page().get();
    model
        .looking()
        .page()
        .set(
            now.isEmpty()
                ? Optional.of(WHITE)
                : now.get() == WHITE ? Optional.of(OPAQUE) : Optional.empty());
  }

  private void ask() {
    TextInputDialog d = Dialogs.text(menu.getScene(), "page.title", "page.name");
    d.showAndWait().ifPresent(this::set);
  }

  private void set(String said) {
    String digits = said.strip().toLowerCase(Locale.ROOT).replaceFirst("^#", "");
    if (digits.matches("[0-9a-f]{6}")) {
      model.looking().page().set(Optional.of(OPAQUE | Integer.parseInt(digits, HEX)));
    } else {
      model.message().set(Words.of("message.pageColour", said));
    }
  }
}
