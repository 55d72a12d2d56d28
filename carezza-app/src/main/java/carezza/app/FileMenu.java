package carezza.app;

import carezza.app.edit.Bar;
import carezza.app.kit.DeskTones;
import java.nio.file.Path;
import java.util.List;
import java.util.function.Supplier;
import javafx.beans.property.DoubleProperty;
import javafx.geometry.Pos;
import javafx.scene.control.CustomMenuItem;
import javafx.scene.control.Label;
import javafx.scene.control.Menu;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.SeparatorMenuItem;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;

/** All that has to do with files and with the room, behind one word. */
final class FileMenu extends MenuButton {
  private final BenchModel model;
  private final Commands commands;
  private final Menu recent = new Menu(Words.of("command.recent"));
  private final Supplier<List<Path>> recentFiles;
  private final FileDesk files;

  FileMenu(BenchModel model, Commands commands, FileDesk files, DoubleProperty desk) {
    super(Words.of("menu.file"));
    this.model = model;
    this.commands = commands;
    this.files = files;
    recentFiles = files::recent;
    setId("file");
    getStyleClass().add("quiet");
    setMinWidth(Region.USE_PREF_SIZE);
    getItems()
        .addAll(
            item("open"),
            item("openFolder"),
            recent,
            item("save"),
            item("export"),
            item("closePicture"),
            new SeparatorMenuItem(),
            item("takeFace"),
            new SeparatorMenuItem(),
            roomLight(desk),
            item("page"),
            item("keys"),
            item("log"),
            new SeparatorMenuItem(),
            item("quit"));
    setOnShowing(e -> fill());
  }

  private MenuItem item(String key) {
    Commands.Command c = commands.of(key);
    Label keys = new Label(c.keys());
    keys.getStyleClass().add("menu-keys");
    MenuItem m = new MenuItem(c.inMenu(), keys);
    m.setId("file-" + key);
    m.setUserData(c);
    m.setOnAction(e -> c.what().run());
    return m;
  }

  private static CustomMenuItem roomLight(DoubleProperty desk) {
    Label name = new Label(Words.of("menu.roomLight"));
    Bar bar =
        new Bar(
            Words.of("menu.roomLight"), DeskTones.DARKEST, DeskTones.LIGHTEST, DeskTones.USUAL, 1);
    bar.setId("room-light");
    bar.value().set(desk.get());
    bar.on(desk::set, desk::set);
    HBox row = new HBox(12, name, bar);
    row.setAlignment(Pos.CENTER_LEFT);
    CustomMenuItem m = new CustomMenuItem(row, false);
    m.getStyleClass().add("room-light");
    return m;
  }

  private void fill() {
    for (MenuItem m : getItems()) {
      if (m.getUserData() instanceof Commands.Command c) {
        m.setDisable(c.needsPicture() && !model.isOpen());
      }
    }
    recent.getItems().clear();
    for (Path p : recentFiles.get()) {
      MenuItem m = new MenuItem(Words.of("start.recent", p.getFileName(), Recent.job(p)));
      m.setMnemonicParsing(false);
      m.setOnAction(e -> files.open(p));
      recent.getItems().add(m);
    }
    recent.setDisable(recent.getItems().isEmpty());
  }
}
