package carezza.app.edit;

import java.util.function.DoubleConsumer;
import javafx.beans.property.DoubleProperty;
import javafx.beans.property.SimpleDoubleProperty;
import javafx.scene.AccessibleAttribute;
import javafx.scene.AccessibleRole;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.Region;

/**
 * A value as a bar to drag: 22 px to hit, a thin track to see. Dragging previews, letting go
 * commits; with Shift held it moves at a tenth. Arrow keys step, a double click goes back to the
 * start value.
 */
public final class Bar extends Region {
  private static final double HIT = 22;

  private final DoubleProperty value = new SimpleDoubleProperty();
  private final double min;
  private final double max;
  private final double step;
  private final double start;
  private final Region track = new Region();
  private final Region fill = new Region();
  private final Region knob = new Region();
  private DoubleConsumer onPreview = v -> {};
  private DoubleConsumer onCommit = v -> {};
  private double dragFrom;
  private double valueFrom;
  private boolean moved;

  public Bar(String name, double min, double max, double start, double step) {
    this.min = min;
    this.max = max;
    this.step = step;
    this.start = start;
    getStyleClass().add("bar");
    track.getStyleClass().add("bar-track");
    fill.getStyleClass().add("bar-fill");
    knob.getStyleClass().add("bar-knob");
    getChildren().addAll(track, fill, knob);
    setFocusTraversable(true);
    setAccessibleRole(AccessibleRole.SLIDER);
    setAccessibleText(name);
    value.addListener((o, a, b) -> requestLayout());
    setOnMousePressed(this::press);
    setOnMouseDragged(this::drag);
    setOnMouseReleased(
        e -> {
          if (moved) {
            moved = false;
            onCommit.accept(value.get());
          }
        });
    setOnMouseClicked(
        e -> {
          if (e.getClickCount() == 2) {
            value.set(this.start);
            onCommit.accept(value.get());
          }
        });
    setOnKeyPressed(
        e -> {
          double by = e.isShiftDown() ? 10 * this.step : this.step;
          if (e.getCode() == KeyCode.LEFT || e.getCode() == KeyCode.RIGHT) {
            value.set(rounded(value.get() + (e.getCode() == KeyCode.RIGHT ? by : -by)));
            onCommit.accept(value.get());
            e.consume();
          }
        });
  }

  public DoubleProperty value() {
    return value;
  }

  public Bar on(DoubleConsumer preview, DoubleConsumer commit) {
    onPreview = preview;
    onCommit = commit;
    return this;
  }

  private void press(MouseEvent e) {
    requestFocus();
    moved = false;
    dragFrom = e.getX();
    if (Math.abs(e.getX() - position()) > 10) {
      value.set(rounded(min + (max - min) * (e.getX() - 5) / Math.max(1, getWidth() - 10)));
      moved = true;
      onPreview.accept(value.get());
    }
    valueFrom = value.get();
    e.consume();
  }

  private void drag(MouseEvent e) {
    double fine = e.isShiftDown() ? 0.1 : 1;
    double v =
        valueFrom + fine * (max - min) * (e.getX() - dragFrom) / Math.max(1, getWidth() - 10);
    double r = rounded(v);
    if (r != value.get()) {
      value.set(r);
      moved = true;
      onPreview.accept(r);
    }
    e.consume();
  }

  private double rounded(double v) {
    double r = Math.round(v / step) * step;
    return Math.max(min, Math.min(max, Math.round(r * 1e6) / 1e6));
  }

  private double position() {
    return 5 + (getWidth() - 10) * (value.get() - min) / (max - min);
  }

  @Override
  protected double computePrefHeight(double width) {
    return HIT;
  }

  @Override
  protected double computePrefWidth(double height) {
    return 120;
  }

  @Override
  protected void layoutChildren() {
    double mid = getHeight() / 2;
    double zero = min < 0 ? 5 + (getWidth() - 10) * -min / (max - min) : 5;
    double p = position();
    track.resizeRelocate(5, mid - 2, getWidth() - 10, 4);
    fill.resizeRelocate(Math.min(zero, p), mid - 2, Math.abs(p - zero), 4);
    knob.resizeRelocate(p - 4, mid - 8, 8, 16);
  }

  @Override
  public Object queryAccessibleAttribute(AccessibleAttribute a, Object... parameters) {
    return switch (a) {
      case VALUE -> value.get();
      case MIN_VALUE -> min;
      case MAX_VALUE -> max;
      default -> super.queryAccessibleAttribute(a, parameters);
    };
  }
}
