package carezza.app.edit;

import carezza.app.Words;
import carezza.pass.Histogram;
import carezza.setting.Curve;
import carezza.setting.CurveField;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.BiConsumer;
import javafx.scene.AccessibleRole;
import javafx.scene.Node;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.Region;
import javafx.scene.shape.Polygon;
import javafx.scene.shape.Polyline;
import javafx.scene.text.Text;

/**
 * A curve with its knots: a knot is dragged, a click beside the knots puts one there, Delete takes
 * the chosen one out. From the keyboard Page Up and Page Down choose a knot, the arrows move it.
 */
public final class CurveEditor extends Region {
  private static final double HEIGHT = 120;
  private static final double EDGE = 6;
  private static final double NEAR = 10;
  private static final int STEPS = 64;

  /** Share of the height that the fullest bin takes. */
  private static final double TALL = 0.45;

  /** Share of the range that an arrow key moves a knot. */
  private static final double STEP = 0.01;

  private final CurveField field;
  private final BiConsumer<Curve, Boolean> on;
  private final Region ground = new Region();
  private final Polyline line = new Polyline();
  private final Polygon all = new Polygon();
  private final Polygon skin = new Polygon();
  private final Text skinName = new Text();
  private Optional<Histogram> counted = Optional.empty();
  private final List<Region> knobs = new ArrayList<>();
  private Curve curve;
  private int chosen;
  private boolean moved;

  /**
   * @param on given the curve, and whether the hand let go
   */
  CurveEditor(String name, CurveField field, BiConsumer<Curve, Boolean> on) {
    this.field = field;
    this.on = on;
    curve = field.start();
    getStyleClass().addAll("bar", "curve");
    ground.getStyleClass().add("curve-ground");
    line.getStyleClass().add("curve-line");
    line.setManaged(false);
    all.getStyleClass().add("curve-all");
    skin.getStyleClass().add("curve-skin");
    skinName.setText(Words.of("curve.skin"));
    skinName.getStyleClass().add("curve-name");
    for (Node n : List.of(all, skin, skinName)) {
      n.setManaged(false);
      n.setMouseTransparent(true);
    }
    getChildren().addAll(ground, all, skin, skinName, line);
    setFocusTraversable(true);
    setAccessibleRole(AccessibleRole.SLIDER);
    setAccessibleText(name);
    setOnMousePressed(this::press);
    setOnMouseDragged(this::drag);
    setOnMouseReleased(
        e -> {
          if (moved) {
            on.accept(curve, true);
          }
        });
    setOnKeyPressed(this::key);
    focusedProperty().addListener((o, a, b) -> requestLayout());
  }

  void show(Curve c) {
    if (!c.equals(curve) || knobs.isEmpty()) {
      curve = c;
      chosen = Math.min(chosen, c.knots().size() - 1);
      requestLayout();
    }
  }

  /** Shows behind the curve how often its values occur, and those of the skin before them. */
  void ground(Histogram h) {
    counted = Optional.of(h);
    requestLayout();
  }

  private void layoutGround() {
    counted.ifPresent(h -> outline(all, h.all()));
    counted.ifPresent(h -> outline(skin, h.skin()));
    int best = 0;
    double[] s = counted.map(Histogram::skin).orElse(new double[1]);
    for (int i = 1; i < s.length; i++) {
      best = s[i] > s[best] ? i : best;
    }
    skinName.setVisible(s[best] > 0);
    double x = EDGE + (getWidth() - 2 * EDGE) * (best + 0.5) / s.length;
    double half = skinName.getLayoutBounds().getWidth() / 2;
    skinName.setX(Math.round(Math.max(EDGE, Math.min(getWidth() - EDGE - 2 * half, x - half))));
    skinName.setY(HEIGHT - EDGE - 4);
  }

  /** Bins from the foot up to half the height. */
  private void outline(Polygon p, double[] bins) {
    double w = (getWidth() - 2 * EDGE) / bins.length;
    double foot = HEIGHT - EDGE;
    p.getPoints().setAll(EDGE, foot);
    for (int i = 0; i < bins.length; i++) {
      double y = foot - TALL * (HEIGHT - 2 * EDGE) * bins[i];
      p.getPoints().addAll(EDGE + i * w, y, EDGE + (i + 1) * w, y);
    }
    p.getPoints().addAll(getWidth() - EDGE, foot);
  }

  private double viewX(double x) {
    return EDGE + (getWidth() - 2 * EDGE) * (x - field.x0()) / (field.x1() - field.x0());
  }

  private double viewY(double y) {
    return HEIGHT - EDGE - (HEIGHT - 2 * EDGE) * (y - field.y0()) / (field.y1() - field.y0());
  }

  private Curve.Knot at(MouseEvent e) {
    double x = (e.getX() - EDGE) / Math.max(1, getWidth() - 2 * EDGE);
    double y = (HEIGHT - EDGE - e.getY()) / (HEIGHT - 2 * EDGE);
    return within(
        field.x0() + x * (field.x1() - field.x0()), field.y0() + y * (field.y1() - field.y0()));
  }

  private Curve.Knot within(double x, double y) {
    return new Curve.Knot(
        Math.max(field.x0(), Math.min(field.x1(), x)),
        Math.max(field.y0(), Math.min(field.y1(), y)));
  }

  private void press(MouseEvent e) {
    requestFocus();
    moved = false;
    int near = -1;
    double least = NEAR;
    for (int i = 0; i < curve.knots().size(); i++) {
      Curve.Knot k = curve.knots().get(i);
      double d = Math.hypot(viewX(k.x()) - e.getX(), viewY(k.y()) - e.getY());
      if (d < least) {
        least = d;
        near = i;
      }
    }
    if (near < 0) {
      near = put(at(e));
    }
    chosen = near;
    requestLayout();
    e.consume();
  }

  /** Puts a knot in; gives its place, or the chosen one where there is no room. */
  private int put(Curve.Knot k) {
    List<Curve.Knot> all = new ArrayList<>(curve.knots());
    int i = 0;
    while (i < all.size() && all.get(i).x() < k.x()) {
      i++;
    }
    boolean there = i < all.size() && all.get(i).x() == k.x();
    if (there || all.size() == CurveField.MOST_KNOTS) {
      return chosen;
    }
    all.add(i, k);
    set(all, false);
    moved = true;
    return i;
  }

  private void set(List<Curve.Knot> knots, boolean done) {
    curve = new Curve(knots);
    on.accept(curve, done);
    requestLayout();
  }

  private void drag(MouseEvent e) {
    move(at(e), false);
    e.consume();
  }

  /** A knot stays between its neighbours. */
  private void move(Curve.Knot to, boolean done) {
    List<Curve.Knot> all = new ArrayList<>(curve.knots());
    double gap = 1e-3 * (field.x1() - field.x0());
    double low = chosen == 0 ? field.x0() : all.get(chosen - 1).x() + gap;
    double high = chosen == all.size() - 1 ? field.x1() : all.get(chosen + 1).x() - gap;
    all.set(chosen, new Curve.Knot(Math.max(low, Math.min(high, to.x())), to.y()));
    if (!all.equals(curve.knots())) {
      moved = true;
      set(all, done);
    }
  }

  private void key(KeyEvent e) {
    Curve.Knot k = curve.knots().get(chosen);
    double dx = STEP * (field.x1() - field.x0());
    double dy = STEP * (field.y1() - field.y0());
    KeyCode code = e.getCode();
    switch (code) {
      case LEFT, RIGHT -> move(within(k.x() + (code == KeyCode.RIGHT ? dx : -dx), k.y()), true);
      case UP, DOWN -> move(within(k.x(), k.y() + (code == KeyCode.UP ? dy : -dy)), true);
      case PAGE_UP -> chosen = Math.floorMod(chosen - 1, curve.knots().size());
      case PAGE_DOWN -> chosen = Math.floorMod(chosen + 1, curve.knots().size());
      case DELETE -> takeOut();
      default -> {
        return;
      }
    }
    requestLayout();
    e.consume();
  }

  private void takeOut() {
    if (curve.knots().size() > 2) {
      List<Curve.Knot> all = new ArrayList<>(curve.knots());
      all.remove(chosen);
      chosen = Math.min(chosen, all.size() - 1);
      set(all, true);
    }
  }

  @Override
  protected double computePrefHeight(double width) {
    return HEIGHT;
  }

  @Override
  protected double computePrefWidth(double height) {
    return 160;
  }

  @Override
  protected void layoutChildren() {
    ground.resizeRelocate(EDGE, EDGE, getWidth() - 2 * EDGE, HEIGHT - 2 * EDGE);
    layoutGround();
    line.getPoints().clear();
    for (int i = 0; i <= STEPS; i++) {
      double x = field.x0() + (field.x1() - field.x0()) * i / STEPS;
      line.getPoints().addAll(viewX(x), viewY(curve.at(x)));
    }
    while (knobs.size() > curve.knots().size()) {
      getChildren().remove(knobs.remove(knobs.size() - 1));
    }
    while (knobs.size() < curve.knots().size()) {
      Region knob = new Region();
      knob.getStyleClass().add("window-knob");
      knobs.add(knob);
      getChildren().add(knob);
    }
    for (int i = 0; i < knobs.size(); i++) {
      Curve.Knot k = curve.knots().get(i);
      double r = isFocused() && i == chosen ? 5 : 4;
      knobs.get(i).resizeRelocate(viewX(k.x()) - r, viewY(k.y()) - r, 2 * r, 2 * r);
    }
  }
}
