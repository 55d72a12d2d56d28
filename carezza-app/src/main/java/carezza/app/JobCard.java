package carezza.app;

import carezza.pass.Pass;
import carezza.pass.PassKind;
import carezza.pass.Stage;
import carezza.sheet.Kinds;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import javafx.application.Platform;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/** The run sheet as a card read downwards; the chosen pass opens in place. */
final class JobCard extends VBox {
  private final BenchModel model;
  private final VBox list = new VBox();
  private final ScrollPane scroll = new ScrollPane(list);
  private final Label title = new Label();
  private final Label job = new Label();
  private final SitterRows sitter;
  private final Map<Long, PassRow> rows = new HashMap<>();
  private final Map<PassKind, Button> recommended = new HashMap<>();
  private List<Object> order = List.of();

  JobCard(BenchModel model, Node header) {
    this.model = model;
    sitter = new SitterRows(model);
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
    model.passes().chosen().addListener((o, a, b) -> update());
    model.picture().addListener((o, a, b) -> update());
    model.covered().addListener((o, a, b) -> update());
    model.readings().addListener((o, a, b) -> update());
    update();
  }

  private void update() {
    OpenPicture p = model.picture().get();
    title.setText(
        p == null ? Words.of("card.noPicture") : p.file().path().getFileName().toString());
    job.setText(
        p == null ? "" : p.file().path().toAbsolutePath().getParent().getFileName().toString());
    List<Object> now = order();
    if (!now.equals(order)) {
      order = now;
      rebuild();
    }
    recommended.forEach(this::recommend);
    for (Pass q : model.sheet().get().passes()) {
      PassRow row = rows.get(q.id());
      if (row != null) {
        boolean was = row.isOpen();
        row.update(q);
        if (row.isOpen() && !was) {
          Platform.runLater(() -> bringIntoView(row));
        }
      }
    }
  }

  /** Says beside a kind what recommends it. */
  private void recommend(PassKind k, Button add) {
    String why = k.finding(model.known()).map(KindWords::sentence).orElse("");
    if (why.isEmpty()) {
      add.setTooltip(null);
    } else if (add.getTooltip() == null) {
      add.setTooltip(new Tooltip(why));
    } else {
      add.getTooltip().setText(why);
    }
    add.setAccessibleText(Words.of("add.accessible", KindWords.name(k)) + " " + why);
  }

  /** Which rows there are, and in which order. */
  private List<Object> order() {
    List<Object> out = new ArrayList<>();
    out.add(model.isOpen());
    for (Pass p : model.sheet().get().passes()) {
      out.add(p.id());
      out.add(p.kind());
    }
    return out;
  }

  private void rebuild() {
    list.getChildren().clear();
    rows.clear();
    recommended.clear();
    if (!model.isOpen()) {
      return;
    }
    list.getChildren().add(sitter);
    for (Stage stage : shown()) {
      list.getChildren().add(stageRow(stage));
      for (Pass p : model.sheet().get().passes()) {
        if (p.kind().stage() == stage) {
          PassRow row = new PassRow(model, p);
          rows.put(p.id(), row);
          list.getChildren().add(row);
          if (row.isOpen()) {
            Platform.runLater(() -> bringIntoView(row));
          }
        }
      }
    }
  }

  /** Stages that have kinds, and those that have passes none of these made. */
  private List<Stage> shown() {
    Set<Stage> out = EnumSet.noneOf(Stage.class);
    Kinds.all().forEach(k -> out.add(k.stage()));
    model.sheet().get().passes().forEach(p -> out.add(p.kind().stage()));
    return List.copyOf(out);
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
        add.setOnAction(e -> model.passes().add(k));
        recommended.put(k, add);
        row.getChildren().add(add);
      }
    }
    row.setAlignment(Pos.CENTER_LEFT);
    row.getStyleClass().add("stage");
    return row;
  }
}
