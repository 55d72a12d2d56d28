package carezza.app.card;

import carezza.app.BenchModel;
import carezza.app.Miniatures;
import carezza.app.OpenPicture;
import carezza.app.Words;
import carezza.pass.Pass;
import carezza.pass.Stage;
import carezza.sheet.Kinds;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import javafx.application.Platform;
import javafx.scene.Node;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

/** The run sheet as a card read downwards; the chosen pass opens in place. */
public final class JobCard extends VBox {
  private final BenchModel model;
  private final Miniatures miniatures;
  private final VBox list = new VBox();
  private final ScrollPane scroll = new ScrollPane(list);
  private final SitterRow sitter;
  private final WhereOpen whereOpen = new WhereOpen();
  private final Map<Long, PassRow> rows = new HashMap<>();
  private final List<StageRow> stages = new ArrayList<>();
  private List<Object> order = List.of();

  /**
   * @param head of the card
   * @param foot where things are found by typing
   */
  public JobCard(BenchModel model, Miniatures miniatures, Node head, Node foot) {
    this.model = model;
    this.miniatures = miniatures;
    sitter = new SitterRow(model);
    getStyleClass().add("card");
    setId("jobCard");
    list.setAccessibleText(Words.of("card.accessible"));
    scroll.setFitToWidth(true);
    scroll.setFocusTraversable(false);
    scroll.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
    scroll.getStyleClass().add("card-scroll");
    VBox.setVgrow(scroll, Priority.ALWAYS);
    getChildren().addAll(head, scroll, foot);
    model.sheet().addListener((o, a, b) -> update());
    model.passes().chosen().addListener((o, a, b) -> update());
    model.picture().addListener((o, a, b) -> update());
    model.covered().addListener((o, a, b) -> update());
    model.readings().addListener((o, a, b) -> update());
    whereOpen.addListener((o, a, b) -> update());
    update();
  }

  private void update() {
    OpenPicture p = model.picture().get();
    List<Object> now = order();
    if (!now.equals(order)) {
      order = now;
      boolean focused = isFocusInside();
      rebuild(p);
      if (focused) {
        focusChosen();
      }
    }
    stages.forEach(StageRow::update);
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

  private boolean isFocusInside() {
    Node n = getScene() == null ? null : getScene().getFocusOwner();
    while (n != null && n != list) {
      n = n.getParent();
    }
    return n == list;
  }

  /** What had the focus is gone: the chosen pass has it then, or the first row. */
  private void focusChosen() {
    PassRow row = rows.get(model.passes().chosen().get());
    Node next = row == null ? list.lookup(".quiet") : row;
    if (next != null) {
      next.requestFocus();
    }
  }

  /** Which rows there are, and in which order. */
  private List<Object> order() {
    List<Object> out = new ArrayList<>();
    out.add(Optional.ofNullable(model.picture().get()));
    for (Pass p : model.sheet().get().passes()) {
      out.add(p.id());
      out.add(p.kind());
    }
    return out;
  }

  private void rebuild(OpenPicture p) {
    list.getChildren().clear();
    rows.clear();
    stages.clear();
    if (p == null) {
      return;
    }
    list.getChildren().add(sitter);
    for (Stage stage : shown()) {
      StageRow head = new StageRow(model, stage);
      stages.add(head);
      list.getChildren().add(head);
      for (Pass q : model.sheet().get().passes()) {
        if (q.kind().stage() == stage) {
          PassRow row = new PassRow(model, miniatures, whereOpen, q);
          rows.put(q.id(), row);
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
}
