package carezza.app.edit;

import java.util.function.BiConsumer;
import javafx.scene.AccessibleAttribute;
import javafx.scene.AccessibleRole;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.Region;
import javafx.scene.shape.Polygon;

/**
 * A window with soft ends on a scale, as a trapezium whose four corners are dragged: where it
 * begins, is full, is full to, and ends. Dragging previews, letting go commits. From the keyboard
 * Up and Down choose a corner, Left and Right move it.
 */
public final class WindowBar extends Region {
  private static final double HIT = 30;
  private static final double EDGE = 6;
  private static final int CORNERS = 4;

  private final double min;
  private final double max;
  private final double[] at = new double[CORNERS];
  private final Region track = new Region();
  private final Polygon body = new Polygon();
  private final Region[] knobs = new Region[CORNERS];
  private final BiConsumer<double[], Boolean> on;
  private int corner = 1;
  private boolean moved;

  /**
   * @param on given the four corners in rising order, and whether the hand let go
   */
  public WindowBar(String name, double min, double max, BiConsumer<double[], Boolean> on) {
    this.min = min;
    this.max = max;
    this.on = on;
    getStyleClass().addAll("bar", "window-bar");
    track.getStyleClass().add("bar-track");
    body.getStyleClass().add("window-body");
    body.setManaged(false);
    getChildren().addAll(track, body);
    for (int i = 0; i < CORNERS; i++) {
      knobs[i] = new Region();
      knobs[i].getStyleClass().add("window-knob");
      getChildren().add(knobs[i]);
    }
    setFocusTraversable(true);
    setAccessibleRole(AccessibleRole.SLIDER);
    setAccessibleText(name);
    setOnMousePressed(this::press);
    setOnMouseDragged(this::drag);
    setOnMouseReleased(
        e -> {
          if (moved) {
            moved = false;
            on.accept(at.clone(), true);
          }
        });
    setOnKeyPressed(this::key);
  }

  public void set(double... corners) {
    System.arraycopy(corners, 0, at, 0, CORNERS);
    requestLayout();
  }

  /** The corner that was moved last, 0 to 3. */
  public int corner() {
    return corner;
  }

  private double x(double v) {
    return EDGE + (getWidth() - 2 * EDGE) * (v - min) / (max - min);
  }

  private static boolean isTop(int corner) {
    return corner == 1 || corner == 2;
  }

  /** The nearest corner; of those at one place, one that can go the way of the pointer. */
  private void press(MouseEvent e) {
    requestFocus();
    moved = false;
    double best = Double.MAX_VALUE;
    for (int i = 0; i < CORNERS; i++) {
      double dy = isTop(i) == e.getY() < getHeight() / 2 ? 0 : 6;
      double d = Math.abs(x(at[i]) - e.getX()) + dy;
      boolean later = d == best && e.getX() > x(at[i]);
      if (d < best || later) {
        best = d;
        corner = i;
      }
    }
    e.consume();
  }

  private void drag(MouseEvent e) {
    double v = min + (max - min) * (e.getX() - EDGE) / Math.max(1, getWidth() - 2 * EDGE);
    move(v);
    moved = true;
    on.accept(at.clone(), false);
    e.consume();
  }

  /** Moves a corner; the others give way. */
  private void move(double to) {
    double v = Math.max(min, Math.min(max, Math.rint(to)));
    at[corner] = v;
    for (int i = 0; i < CORNERS; i++) {
      at[i] = i < corner ? Math.min(at[i], v) : Math.max(at[i], v);
    }
    requestLayout();
  }

  private void key(KeyEvent e) {
    KeyCode k = e.getCode();
    if (k == KeyCode.UP || k == KeyCode.DOWN) {
      corner = Math.floorMod(corner + (k == KeyCode.UP ? 1 : -1), CORNERS);
      requestLayout();
      e.consume();
    } else if (k == KeyCode.LEFT || k == KeyCode.RIGHT) {
      double by = e.isShiftDown() ? 10 : 1;
      move(at[corner] + (k == KeyCode.RIGHT ? by : -by));
      on.accept(at.clone(), true);
      e.consume();
    }
  }

  @Override
  protected double computePrefHeight(double width) {
    return HIT;
  }

  @Override
  protected double computePrefWidth(double height) {
    return 160;
  }

  @Override
  protected void layoutChildren() {
    double top = 7;
    double low = getHeight() - 7;
    track.resizeRelocate(EDGE, low - 1, getWidth() - 2 * EDGE, 2);
    body.getPoints().setAll(x(at[0]), low, x(at[1]), top, x(at[2]), top, x(at[3]), low);
    for (int i = 0; i < CORNERS; i++) {
      boolean chosen = isFocused() && i == corner;
      double r = chosen ? 5 : 4;
      knobs[i].resizeRelocate(x(at[i]) - r, (isTop(i) ? top : low) - r, 2 * r, 2 * r);
    }
  }

  @Override
  public Object queryAccessibleAttribute(AccessibleAttribute a, Object... parameters) {
    return switch (a) {
      case VALUE -> at[corner];
      case MIN_VALUE -> min;
      case MAX_VALUE -> max;
      default -> super.queryAccessibleAttribute(a, parameters);
    };
  }
}
