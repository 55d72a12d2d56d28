package carezza.app;

import carezza.app.tool.Pen;
import carezza.app.tool.PenSample;
import java.util.ArrayList;
import java.util.List;
import java.util.function.BiConsumer;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;

/** A mouse as a pen: upright, at full pressure; its middle button is the barrel's. */
final class MousePen implements Pen {
  private final PictureView view;
  private final BenchModel model;
  private final List<Listener> listeners = new ArrayList<>();
  private boolean down;

  MousePen(PictureView view, BenchModel model) {
    this.view = view;
    this.model = model;
    view.setOnMousePressed(this::press);
    view.setOnMouseDragged(
        e -> {
          view.pointer(e.getX(), e.getY());
          if (down) {
            send(Listener::moved, e);
          }
        });
    view.setOnMouseReleased(
        e -> {
          if (down) {
            down = false;
            send(Listener::up, e);
          }
        });
    view.setOnMouseMoved(
        e -> {
          view.pointer(e.getX(), e.getY());
          send(Listener::moved, e);
        });
    view.setOnMouseExited(e -> view.pointer(-1, -1));
  }

  @Override
  public void sendTo(Listener listener) {
    listeners.add(listener);
  }

  private void press(MouseEvent e) {
    view.requestFocus();
    if (model.isOpen() && e.getButton() != MouseButton.SECONDARY && !down) {
      down = true;
      send(Listener::down, e);
    }
  }

  private void send(BiConsumer<Listener, PenSample> how, MouseEvent e) {
    if (!model.isOpen() || view.viewport().get() == null) {
      return;
    }
    PenSample s =
        new PenSample(
            view.sourceX(e.getX(), e.getY()),
            view.sourceY(e.getX(), e.getY()),
            e.getX(),
            e.getY(),
            1,
            0,
            System.nanoTime() / 1_000_000,
            e.isMiddleButtonDown() || e.getButton() == MouseButton.MIDDLE,
            false);
    listeners.forEach(l -> how.accept(l, s));
  }
}
