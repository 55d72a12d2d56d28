package carezza.app;

import carezza.app.edit.Bar;
import carezza.app.kit.Choices;
import carezza.app.kit.DeskTones;
import java.util.List;
import javafx.beans.property.DoubleProperty;
import javafx.geometry.Pos;
import javafx.geometry.Side;
import javafx.scene.control.Button;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.CustomMenuItem;
import javafx.scene.control.Label;
import javafx.scene.control.MenuItem;
import javafx.scene.control.SeparatorMenuItem;
import javafx.scene.input.KeyCombination;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;

/** All that has to do with files and with the room, behind one word. */
final class FileMenu extends Button {
  private static final double BAR = 150;
  private static final int MOST_RECENT = 8;

  private final BenchModel model;
  private final Commands commands;
  private final FileDesk files;
  private final DoubleProperty desk;

  FileMenu(BenchModel model, Commands commands, FileDesk files, DoubleProperty desk) {
    super(Words.of("menu.file"));
    this.model = model;
    this.commands = commands;
    this.files = files;
    this.desk = desk;
    setId("file");
    getStyleClass().add("quiet");
    setMinWidth(Region.USE_PREF_SIZE);
    setOnAction(e -> menu().show(this, Side.BOTTOM, 0, 0));
  }

  private ContextMenu menu() {
    ContextMenu out = new ContextMenu();
    out.setStyle(getScene().getRoot().getStyle());
    out.getItems()
        .addAll(
            item("open"),
            item("openFolder"),
            recent(),
            item("save"),
            item("export"),
            item("closePicture"),
            new SeparatorMenuItem(),
            item("takeFace"),
            item("layOnJob"),
            item("worked"),
            new SeparatorMenuItem(),
            roomLight(),
            item("page"),
            item("pageOther"),
            item("screenProfile"),
            item("screenPlain"),
            item("keys"),
            item("log"),
            new SeparatorMenuItem(),
            item("quit"));
    return out;
  }

  private MenuItem item(String key) {
    Commands.Command c = commands.of(key);
    MenuItem m = new MenuItem(c.inMenu());
    if (c.keys().startsWith("Ctrl") || c.keys().startsWith("F")) {
      // Said beside the name; what it does is done by Keys, which is asked first.
      m.setAccelerator(KeyCombination.valueOf(c.keys()));
    }
    m.setId("file-" + key);
    m.setDisable(c.needsPicture() && !model.isOpen());
    m.setOnAction(e -> c.what().run());
    return m;
  }

  private MenuItem recent() {
    List<Choices.Choice> all =
        files.recent().stream()
            .limit(MOST_RECENT)
            .map(
                p ->
                    new Choices.Choice(
                        "recent-" + p.getFileName(),
                        p.getFileName().toString(),
                        Recent.job(p),
                        "",
                        () -> files.open(p)))
            .toList();
    MenuItem m = new MenuItem(Words.of("command.recent"));
    m.setDisable(all.isEmpty());
    m.setOnAction(e -> Choices.open(this, Words.of("start.recentHead"), all));
    return m;
  }

  private CustomMenuItem roomLight() {
    Label name = new Label(Words.of("menu.roomLight"));
    name.setMinWidth(USE_PREF_SIZE);
    Bar bar = new Bar(name.getText(), DeskTones.DARKEST, DeskTones.LIGHTEST, DeskTones.USUAL, 1);
    bar.setId("room-light");
    bar.setMinWidth(BAR);
    bar.value().set(desk.get());
    bar.on(desk::set, desk::set);
    HBox row = new HBox(12, name, bar);
    row.setAlignment(Pos.CENTER_LEFT);
    CustomMenuItem m = new CustomMenuItem(row, false);
    m.getStyleClass().add("room-light");
    return m;
  }
}
