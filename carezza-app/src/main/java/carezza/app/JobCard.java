package carezza.app;

import carezza.face.FaceMap;
import carezza.pass.Pass;
import carezza.pass.PassKind;
import carezza.pass.Stage;
import carezza.sheet.Kinds;
import carezza.sheet.RunSheet;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import javafx.application.Platform;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.Label;
import javafx.scene.control.MenuItem;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/** The run sheet as a card read downwards; the chosen pass opens in place. */
final class JobCard extends VBox {
  private static final List<Stage> SHOWN =
      List.of(Stage.LIGHT, Stage.CLEAN, Stage.EVEN, Stage.RELIEF, Stage.FEATURES, Stage.SKIN);

  private final BenchModel model;
  private final VBox list = new VBox();
  private final ScrollPane scroll = new ScrollPane(list);
  private final Label title = new Label();
  private final Label job = new Label();
  private PassPanel panel;
  private final List<Bar> strengths = new ArrayList<>();
  private final List<Label> numbers = new ArrayList<>();
  private List<Object> shape = List.of();

  JobCard(BenchModel model, Node header) {
    this.model = model;
    getStyleClass().add("card");
    setId("jobCard");
    title.getStyleClass().add("title");
    job.getStyleClass().add("soft");
    VBox head = new VBox(2, header, title, job);
    head.getStyleClass().add("card-head");
    scroll.setFitToWidth(true);
    scroll.setFocusTraversable(false);
    scroll.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
    scroll.getStyleClass().add("card-scroll");
    VBox.setVgrow(scroll, Priority.ALWAYS);
    getChildren().addAll(head, scroll);
    model.sheet().addListener((o, a, b) -> update());
    model.chosen().addListener((o, a, b) -> update());
    model.picture().addListener((o, a, b) -> update());
    model.tool().addListener((o, a, b) -> rebuild());
    model.covered().addListener((o, a, b) -> update());
    update();
  }

  private void update() {
    OpenPicture p = model.picture().get();
    title.setText(
        p == null ? Words.of("card.noPicture") : p.file().path().getFileName().toString());
    job.setText(
        p == null ? "" : p.file().path().toAbsolutePath().getParent().getFileName().toString());
    List<Object> now = shape();
    if (!now.equals(shape)) {
      rebuild();
    }
    RunSheet s = model.sheet().get();
    for (int i = 0; i < s.passes().size() && i < strengths.size(); i++) {
      Pass q = s.passes().get(i);
      strengths.get(i).value().set(100 * q.strength());
      numbers.get(i).setText(number(q));
    }
    if (panel != null) {
      model.chosenPass().ifPresent(panel::update);
    }
  }

  /** What the rows depend on besides numbers. */
  private List<Object> shape() {
    List<Object> out = new ArrayList<>();
    out.add(model.chosen().get());
    out.add(model.isOpen());
    for (Pass p : model.sheet().get().passes()) {
      out.add(p.id());
      out.add(p.on());
      out.add(p.kind().usesArea() ? AreaPanel.describe(p.area()) : p.heals().size());
    }
    model.sheet().get().regions().forEach((k, v) -> out.add(k + Objects.hash(v)));
    out.add(model.sheet().get().faceMap().map(m -> m.faces().size()).orElse(-1));
    return out;
  }

  private void rebuild() {
    shape = shape();
    list.getChildren().clear();
    strengths.clear();
    numbers.clear();
    panel = null;
    if (!model.isOpen()) {
      return;
    }
    list.getChildren().add(regions());
    list.getChildren().add(faces(model.sheet().get().faceMap()));
    RunSheet s = model.sheet().get();
    for (Stage stage : SHOWN) {
      list.getChildren().add(stageRow(stage));
      for (Pass p : s.passes()) {
        if (p.kind().stage() == stage) {
          Node row = passRow(p);
          list.getChildren().add(row);
          if (p.id() == model.chosen().get()) {
            Platform.runLater(() -> bringIntoView(row));
          }
        }
      }
    }
  }

  private void bringIntoView(Node row) {
    scroll.layout();
    double height = list.getHeight() - scroll.getViewportBounds().getHeight();
    if (height <= 0 || row.getParent() != list) {
      return;
    }
    double top = row.getBoundsInParent().getMinY();
    double bottom = row.getBoundsInParent().getMaxY() - scroll.getViewportBounds().getHeight();
    double now = scroll.getVvalue() * height;
    if (top < now || bottom > now) {
      scroll.setVvalue(Math.max(0, Math.min(1, (top < now ? top : bottom) / height)));
    }
  }

  private Node regions() {
    HBox row = new HBox(6);
    row.setAlignment(Pos.CENTER_LEFT);
    boolean found = model.sheet().get().faceMap().filter(m -> !m.faces().isEmpty()).isPresent();
    Label name = new Label(Words.of(found ? "card.moreOf" : "card.pointOut"));
    name.getStyleClass().add("soft");
    row.getChildren().add(name);
    for (String region : List.of("skin", "teeth", "eyeWhites")) {
      boolean has = !model.sheet().get().region(region).isEmpty();
      ToggleButton b = new ToggleButton(Words.of(has ? "point.done." + region : "point." + region));
      b.setId("point-" + region);
      b.setSelected(model.tool().get() == BenchModel.pointing(region));
      b.setOnAction(
          e ->
              model
                  .tool()
                  .set(b.isSelected() ? BenchModel.pointing(region) : BenchModel.Tool.HAND));
      ContextMenu menu = new ContextMenu();
      MenuItem clear = new MenuItem(Words.of("point.clear"));
      clear.setOnAction(e -> model.clearRegion(region));
      menu.getItems().add(clear);
      b.setContextMenu(has ? menu : null);
      row.getChildren().add(b);
    }
    row.getStyleClass().add("regions");
    return row;
  }

  /**
   * What is known of faces, and how to bend their outlines, to look for them or lay them by hand.
   */
  private Node faces(Optional<FaceMap> map) {
    if (map.filter(m -> !m.faces().isEmpty()).isPresent()) {
      return row(scale(map.get()), bend());
    }
    if (map.isEmpty()) {
      return row(Words.of("card.noMap"), find());
    }
    String pinned = Words.of("card.pinned", pxPerMm(map.get()), error(map.get()));
    return new VBox(row(pinned, find()), row(Words.of("card.byHand"), pinFace()));
  }

  private static HBox row(String say, Node button) {
    Label label = new Label(say);
    label.getStyleClass().add("soft");
    Region space = new Region();
    HBox.setHgrow(space, Priority.ALWAYS);
    HBox row = new HBox(6, label, space, button);
    row.setAlignment(Pos.CENTER_LEFT);
    row.getStyleClass().add("regions");
    return row;
  }

  private Button pinFace() {
    Button pin = new Button(Words.of("action.pinFace"));
    pin.setId("pinFace");
    pin.setOnAction(e -> model.tool().set(BenchModel.Tool.PIN_NOSE));
    return pin;
  }

  private static String scale(FaceMap map) {
    return Words.of("card.map", map.faces().size(), pxPerMm(map), error(map));
  }

  private static String pxPerMm(FaceMap map) {
    return String.format(Locale.ROOT, "%.1f", map.pxPerMm());
  }

  private static long error(FaceMap map) {
    return Math.round(100 * map.relativeError());
  }

  private Button find() {
    Button find = new Button(Words.of("action.findFace"));
    find.setId("findFace");
    find.setOnAction(e -> model.faces().findFaces());
    return find;
  }

  private ToggleButton bend() {
    ToggleButton bend = new ToggleButton(Words.of("action.bend"));
    bend.setId("bend");
    bend.setSelected(model.tool().get() == BenchModel.Tool.BEND_FACE);
    bend.setOnAction(
        e ->
            model.tool().set(bend.isSelected() ? BenchModel.Tool.BEND_FACE : BenchModel.Tool.HAND));
    model.tool().addListener((o, a, tool) -> bend.setSelected(tool == BenchModel.Tool.BEND_FACE));
    return bend;
  }

  private Node stageRow(Stage stage) {
    Label numeral = new Label(String.valueOf(stage.ordinal() + 1));
    numeral.getStyleClass().add("numeral");
    Label name = new Label(Words.of("stage." + stage.name().toLowerCase(Locale.ROOT)));
    Region space = new Region();
    HBox.setHgrow(space, Priority.ALWAYS);
    HBox row = new HBox(8, numeral, name, space);
    for (PassKind k : Kinds.all()) {
      if (k.stage() == stage) {
        Button add = new Button(Words.of("add." + k.key()));
        add.setId("add-" + k.key());
        add.getStyleClass().add("add");
        add.setAccessibleText(Words.of("add.accessible", Words.of("kind." + k.key())));
        add.setOnAction(e -> model.add(k));
        row.getChildren().add(add);
      }
    }
    row.setAlignment(Pos.CENTER_LEFT);
    row.getStyleClass().add("stage");
    return row;
  }

  private Node passRow(Pass p) {
    boolean open = model.chosen().get() == p.id();
    ToggleButton on = new ToggleButton(Words.of(p.on() ? "pass.on" : "pass.off"));
    on.getStyleClass().add("switch");
    on.setSelected(p.on());
    on.setAccessibleText(Words.of("pass.switch", Words.of("kind." + p.kind().key())));
    on.setOnAction(e -> model.mute(p.id()));
    Label name = new Label(Words.of("kind." + p.kind().key()));
    name.getStyleClass().add("pass-name");
    Region space = new Region();
    HBox.setHgrow(space, Priority.ALWAYS);
    Label number = new Label(number(p));
    number.getStyleClass().add("number");
    HBox top = new HBox(8, name, space, number, on);
    top.setAlignment(Pos.CENTER_LEFT);
    top.setOnMouseClicked(e -> model.chosen().set(open ? BenchModel.NONE : p.id()));
    Bar strength = PassPanel.strengthBar(model, p);
    strength.setId("strength-" + p.kind().key());
    strengths.add(strength);
    numbers.add(number);
    VBox box = new VBox(top);
    if (!open) {
      Label where =
          new Label(
              p.kind().usesArea()
                  ? AreaPanel.describe(p.area())
                  : Words.of("area.heals", p.heals().size()));
      where.getStyleClass().add("soft");
      box.getChildren().add(where);
    }
    box.getChildren().add(strength);
    if (open) {
      panel = new PassPanel(model, p, true);
      box.getChildren().add(panel);
    }
    box.getStyleClass().add("pass");
    if (open) {
      box.getStyleClass().add("open");
    }
    if (!p.on()) {
      box.getStyleClass().add("muted");
    }
    return box;
  }

  private static String number(Pass p) {
    return Numbers.percent(100 * p.strength());
  }
}
