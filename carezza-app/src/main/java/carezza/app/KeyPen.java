package carezza.app;

import carezza.app.tool.Pen;
import carezza.app.tool.PenSample;
import java.util.ArrayList;
import java.util.List;
import java.util.function.BiConsumer;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;

/**
 * The keyboard as a pen, for those who use no mouse: with the picture focused, Shift and the arrows
 * move the hand by a quarter of the brush, Enter touches, Shift and Enter put the pen down and lift
 * it again.
 */
final class KeyPen implements Pen {
  private static final double SHARE = 0.25;

  /** Least step, units of the view. */
  private static final double LEAST = 4;

  private final PictureView view;
  private final BenchModel model;
  private final List<Listener> listeners = new ArrayList<>();
  private double x = Double.NaN;
  private double y;
  private boolean down;

  KeyPen(PictureView view, BenchModel model) {
    this.view = view;
    this.model = model;
    model.picture().addListener((o, a, b) -> rest());
    view.focusedProperty().addListener((o, a, focused) -> leave());
  }

  @Override
  public void sendTo(Listener listener) {
    listeners.add(listener);
  }

  private void leave() {
    boolean wasDown = down && view.viewport().get() != null;
    if (wasDown) {
      send(Listener::up);
    }
    rest();
  }

  /** What was drawn goes with its picture: the pen is not lifted on another. */
  private void rest() {
    down = false;
    x = Double.NaN;
  }

  /** Takes a key that is the pen's; false for any other. */
  boolean key(KeyEvent e) {
    if (!view.isFocused() || !model.isOpen() || view.viewport().get() == null) {
      return false;
    }
    KeyCode c = e.getCode();
    if (c == KeyCode.ENTER) {
      touch(e.isShiftDown());
      return true;
    }
    boolean moves = e.isShiftDown() && c.isArrowKey();
    if (moves) {
      double step = Math.max(LEAST, SHARE * view.onScreen(model.brush().get().sizeMm()));
      move(
          c == KeyCode.LEFT ? -step : c == KeyCode.RIGHT ? step : 0,
          c == KeyCode.UP ? -step : c == KeyCode.DOWN ? step : 0);
    }
    return moves;
  }

  private void start() {
    if (Double.isNaN(x)) {
      x = view.getWidth() / 2;
      y = view.getHeight() / 2;
    }
  }

  private void move(double dx, double dy) {
    start();
    x = Math.max(0, Math.min(view.getWidth(), x + dx));
    y = Math.max(0, Math.min(view.getHeight(), y + dy));
    view.pointer(x, y);
    send(Listener::moved);
  }

  private void touch(boolean stays) {
    start();
    view.pointer(x, y);
    if (down) {
      down = false;
      send(Listener::up);
    } else {
      send(Listener::down);
      down = stays;
      if (!stays) {
        send(Listener::up);
      }
    }
  }

  private void send(BiConsumer<Listener, PenSample> how) {
    PenSample s =
        PenSample.ofMouse(
            view.sourceX(x, y), view.sourceY(x, y), x, y, System.nanoTime() / 1_000_000);
    listeners.forEach(l -> how.accept(l, s));
  }
}
