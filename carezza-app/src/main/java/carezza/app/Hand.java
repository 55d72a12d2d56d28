package carezza.app;

import carezza.app.tool.MarksTool;
import carezza.app.tool.Pen;
import carezza.area.Stroke;
import carezza.pass.Action;
import carezza.pass.Mark;
import java.util.List;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.MenuItem;
import javafx.scene.input.ContextMenuEvent;
import javafx.scene.input.ScrollEvent;

/** Gives the tools their pens; what the wheel and the menu button do on the picture. */
final class Hand {
  private final BenchModel model;
  private final PictureView view;

  Hand(BenchModel model, PictureView view) {
    this.model = model;
    this.view = view;
    model.tools().setSight(view);
    take(new MousePen(view, model));
    view.setOnScroll(this::scroll);
    view.setOnContextMenuRequested(this::menu);
  }

  /** Lets a pen work on the picture too. */
  void take(Pen pen) {
    pen.sendTo(model.tools());
  }

  /** What can be done with the mark under the pen. */
  private void menu(ContextMenuEvent e) {
    if (!model.isOpen() || view.viewport().get() == null) {
      return;
    }
    double x = view.sourceX(e.getX(), e.getY());
    double y = view.sourceY(e.getX(), e.getY());
    model
        .tools()
        .find(MarksTool.class)
        .flatMap(t -> t.markAt(x, y))
        .ifPresent(
            m -> {
              ContextMenu menu = new ContextMenu();
              menu.setStyle(view.getScene().getRoot().getStyle());
              menu.getItems().addAll(items(m));
              if (!menu.getItems().isEmpty()) {
                menu.show(view, e.getScreenX(), e.getScreenY());
              }
            });
  }

  private List<MenuItem> items(Mark m) {
    return model.passes().chosenPass().orElseThrow().kind().actions().stream()
        .filter(Action.WithMark.class::isInstance)
        .map(a -> item((Action.WithMark) a, m))
        .toList();
  }

  private MenuItem item(Action.WithMark a, Mark m) {
    MenuItem item = new MenuItem(Words.of("action." + a.key()));
    item.setId("mark-" + a.key());
    item.setOnAction(e -> model.passes().act(a, m.id()));
    return item;
  }

  private void scroll(ScrollEvent e) {
    double turn = e.getDeltaY() != 0 ? e.getDeltaY() : e.getDeltaX();
    if (turn == 0 || !model.isOpen()) {
      return;
    }
    int way = turn > 0 ? 1 : -1;
    Stroke.Brush b = model.brush().get();
    if (e.isControlDown()) {
      model.brush().size(b.sizeMm() * (way > 0 ? 1.1 : 1 / 1.1));
    } else if (e.isShiftDown()) {
      model.brush().touches(b.touches() + way);
    } else if (e.isAltDown()) {
      model.brush().edge(b.edge() + 0.1 * way);
    } else {
      view.zoomBy(Math.pow(1.0018, turn), e.getX(), e.getY());
    }
    e.consume();
  }
}
