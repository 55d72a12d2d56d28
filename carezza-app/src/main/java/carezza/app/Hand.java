package carezza.app;

import carezza.area.Stroke;
import carezza.face.Pin;
import carezza.pass.Heal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.MenuItem;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.ScrollEvent;

/** What mouse and wheel do on the picture. */
final class Hand {
  private final BenchModel model;
  private final PictureView view;
  private final List<Integer> samples = new ArrayList<>();
  private boolean panning;
  private boolean panKey;
  private double lastX;
  private double lastY;
  private double startX;
  private double startY;
  private long startTime;
  private Optional<Integer> draggedSource = Optional.empty();
  private Heal draggedFrom;
  private Optional<Marks.Grip> grip = Optional.empty();
  private Optional<Marks.ShapeGrip> shape = Optional.empty();
  private final List<Pin> loop = new ArrayList<>();
  private int rank = 1;

  Hand(BenchModel model, PictureView view) {
    this.model = model;
    this.view = view;
    view.setOnMousePressed(this::press);
    view.setOnMouseDragged(this::drag);
    view.setOnMouseReleased(this::release);
    view.setOnMouseMoved(e -> view.pointer(e.getX(), e.getY()));
    view.setOnMouseExited(e -> view.pointer(-1, -1));
    view.setOnScroll(this::scroll);
  }

  /** While held, dragging moves the picture. */
  void panKey(boolean held) {
    panKey = held;
  }

  /** Whether a stroke or a drag is under way. */
  boolean isBusy() {
    return !samples.isEmpty()
        || !loop.isEmpty()
        || draggedSource.isPresent()
        || grip.isPresent()
        || shape.isPresent();
  }

  private void press(MouseEvent e) {
    view.requestFocus();
    if (!model.isOpen()) {
      return;
    }
    lastX = e.getX();
    lastY = e.getY();
    startX = e.getX();
    startY = e.getY();
    if (e.getButton() == MouseButton.SECONDARY) {
      menu(e);
      return;
    }
    panning = e.getButton() == MouseButton.MIDDLE || panKey;
    if (panning) {
      return;
    }
    if (model.tool().get() == BenchModel.Tool.BEND_FACE) {
      grip = view.marks().gripAt(e.getX(), e.getY());
      panning = grip.isEmpty();
      return;
    }
    if (model.tool().get().draws()) {
      loop.add(at(e));
      return;
    }
    if (model.tool().get() != BenchModel.Tool.HAND) {
      return;
    }
    shape = view.marks().shapeGripAt(e.getX(), e.getY());
    if (shape.isPresent()) {
      return;
    }
    if (model.heals()) {
      draggedSource =
          view.marks().healAt(e.getX(), e.getY(), false).isPresent()
              ? Optional.empty()
              : view.marks().healAt(e.getX(), e.getY(), true);
      draggedSource.ifPresent(i -> draggedFrom = model.chosenPass().orElseThrow().heals().get(i));
      return;
    }
    if (model.paints()) {
      startTime = System.nanoTime();
      sample(e);
      model.previewStroke(stroke());
    } else {
      panning = true;
    }
  }

  private void drag(MouseEvent e) {
    double dx = e.getX() - lastX;
    double dy = e.getY() - lastY;
    lastX = e.getX();
    lastY = e.getY();
    view.pointer(e.getX(), e.getY());
    if (panning) {
      view.pan(dx, dy);
    } else if (grip.isPresent()) {
      bend(e, false);
    } else if (shape.isPresent()) {
      shape.ifPresent(s -> model.areas().moveShape(s.term(), s.handle(), at(e), false));
    } else if (!loop.isEmpty()) {
      loop.add(at(e));
      model.areas().drawn(loop, false);
    } else if (draggedSource.isPresent()) {
      model.healing().set(draggedSource.get(), moved(e), false);
    } else if (!samples.isEmpty()) {
      sample(e);
      model.previewStroke(stroke());
    }
  }

  private void bend(MouseEvent e, boolean done) {
    grip.ifPresent(g -> model.faces().bend(g.face(), g.handle(), at(e), done));
  }

  /** Where the mouse is on the picture, to a hundredth of a pixel. */
  private Pin at(MouseEvent e) {
    return new Pin(
        Math.round(view.sourceX(e.getX()) * 100) / 100.0,
        Math.round(view.sourceY(e.getY()) * 100) / 100.0);
  }

  private Heal moved(MouseEvent e) {
    return draggedFrom.from(
        draggedFrom.dx() + view.sourceX(e.getX()) - view.sourceX(startX),
        draggedFrom.dy() + view.sourceY(e.getY()) - view.sourceY(startY));
  }

  private void release(MouseEvent e) {
    if (!model.isOpen() || e.getButton() == MouseButton.SECONDARY) {
      return;
    }
    if (panning) {
      panning = false;
      return;
    }
    if (grip.isPresent()) {
      bend(e, true);
      grip = Optional.empty();
    } else if (shape.isPresent()) {
      shape.ifPresent(s -> model.areas().moveShape(s.term(), s.handle(), at(e), true));
      shape = Optional.empty();
    } else if (!loop.isEmpty()) {
      loop.add(at(e));
      model.areas().drawn(loop, true);
      loop.clear();
    } else if (model.tool().get() != BenchModel.Tool.HAND) {
      model.point(view.sourceX(e.getX()), view.sourceY(e.getY()));
    } else if (draggedSource.isPresent()) {
      model.healing().set(draggedSource.get(), moved(e), true);
      draggedSource = Optional.empty();
    } else if (model.heals()) {
      heal(e);
    } else if (!samples.isEmpty()) {
      Stroke s = stroke();
      samples.clear();
      model.stroke(s);
    }
  }

  private void heal(MouseEvent e) {
    double x = view.sourceX(startX);
    double y = view.sourceY(startY);
    boolean line = Math.hypot(e.getX() - startX, e.getY() - startY) > 5;
    model.healing().add(x, y, line ? view.sourceX(e.getX()) : x, line ? view.sourceY(e.getY()) : y);
  }

  private void sample(MouseEvent e) {
    samples.add((int) Math.round(view.sourceX(e.getX()) * Stroke.GRID));
    samples.add((int) Math.round(view.sourceY(e.getY()) * Stroke.GRID));
    samples.add(255);
    samples.add(0);
    samples.add((int) ((System.nanoTime() - startTime) / 1_000_000));
  }

  private Stroke stroke() {
    return new Stroke(model.brush().get(), samples.stream().mapToInt(Integer::intValue).toArray());
  }

  private void menu(MouseEvent e) {
    if (!model.heals()) {
      return;
    }
    view.marks()
        .healAt(e.getX(), e.getY(), false)
        .ifPresent(
            i -> {
              MenuItem again = new MenuItem(Words.of("heals.findAgain"));
              again.setOnAction(a -> model.healing().findAgain(i, rank++));
              MenuItem remove = new MenuItem(Words.of("heals.remove"));
              remove.setOnAction(a -> model.healing().remove(i));
              new ContextMenu(again, remove).show(view, e.getScreenX(), e.getScreenY());
            });
  }

  private void scroll(ScrollEvent e) {
    double turn = e.getDeltaY() != 0 ? e.getDeltaY() : e.getDeltaX();
    if (turn == 0 || !model.isOpen()) {
      return;
    }
    int way = turn > 0 ? 1 : -1;
    Stroke.Brush b = model.brush().get();
    if (e.isControlDown()) {
      model.brushSize(b.sizeMm() * (way > 0 ? 1.1 : 1 / 1.1));
    } else if (e.isShiftDown()) {
      model.brushTouches(b.touches() + way);
    } else if (e.isAltDown()) {
      model.brushEdge(b.edge() + 0.1 * way);
    } else {
      view.zoomBy(Math.pow(1.0018, turn), e.getX(), e.getY());
    }
    e.consume();
  }
}
