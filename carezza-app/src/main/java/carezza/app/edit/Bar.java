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
 * A value as a bar to drag: 22 px to hit, a thin track to see, the useful part of its range tinted.
 * Dragging previews, letting go commits; with Shift held it moves at a tenth. Arrow keys step, Home
 * goes back to the start value, as a double click does.
 */
public final class Bar extends Region {
  private static final double HIT = 22;
  private static final double EDGE = 3;

  private final DoubleProperty value = new SimpleDoubleProperty();
  private final double min;
  private final double max;
  private final double step;
  private final double start;
  private double end;
  private double usefulFrom;
  private double usefulTo;
  private final Region track = new Region();
  private final Region useful = new Region();
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
    end = max;
    getStyleClass().add("bar");
    useful.getStyleClass().add("bar-useful");
    track.getStyleClass().add("bar-track");
    fill.getStyleClass().add("bar-fill");
    knob.getStyleClass().add("bar-knob");
    getChildren().addAll(useful, track, fill, knob);
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
          } else if (e.getCode() == KeyCode.HOME) {
            value.set(this.start);
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

  /**
   * Draws the bar on a longer scale than it has values for, so that bars of several ends can be
   * compared.
   */
  public Bar onScaleTo(double scaleEnd) {
    end = Math.max(max, scaleEnd);
    return this;
  }

  /** Tints the part of the range in which most good work lies. */
  public Bar useful(double from, double to) {
    usefulFrom = from;
    usefulTo = to;
    return this;
  }

  /** What its values are measured in, for those who hear them. */
  public Bar in(String unitName) {
    setAccessibleHelp(unitName);
    return this;
  }

  private void press(MouseEvent e) {
    requestFocus();
    moved = false;
    dragFrom = e.getX();
    if (Math.abs(e.getX() - position()) > 10) {
      value.set(rounded(min + (end - min) * (e.getX() - EDGE) / room()));
      moved = true;
      onPreview.accept(value.get());
    }
    valueFrom = value.get();
    e.consume();
  }

  private void drag(MouseEvent e) {
    double fine = e.isShiftDown() ? 0.1 : 1;
    double v = valueFrom + fine * (end - min) * (e.getX() - dragFrom) / room();
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
    return x(value.get());
  }

  private double room() {
    return Math.max(1, getWidth() - 2 * EDGE);
  }

  private double x(double v) {
    return EDGE + room() * (v - min) / (end - min);
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
    double mid = Math.round(getHeight() / 2);
    double zero = x(Math.max(min, Math.min(max, 0)));
    double p = position();
    useful.setVisible(usefulTo > usefulFrom);
    useful.resizeRelocate(x(usefulFrom), mid - 5, x(usefulTo) - x(usefulFrom), 10);
    track.resizeRelocate(EDGE, mid - 1.5, x(max) - EDGE, 3);
    fill.resizeRelocate(Math.min(zero, p), mid - 1.5, Math.abs(p - zero), 3);
    knob.resizeRelocate(Math.round(p) - 3, mid - 7, 6, 14);
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
