package carezza.app.edit;

import carezza.color.Oklab;
import carezza.pass.Histogram;
import carezza.setting.HueRange;
import carezza.setting.HueRangesField;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.BiConsumer;
import javafx.beans.property.IntegerProperty;
import javafx.beans.property.SimpleIntegerProperty;
import javafx.scene.AccessibleRole;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.Background;
import javafx.scene.layout.Region;
import javafx.scene.paint.Color;

/**
 * The field of hues, around, and chromas, from grey in its middle outwards. The picture's colours
 * are painted where they lie, those of skin have an outline. Of each range a mark at the rim is its
 * hue and is dragged along it; a knob inside is where its colours go: around turns them, outwards
 * makes them richer. A click beside these begins a range. From the keyboard Page Up and Page Down
 * choose a range, Left and Right turn it, Up and Down make it richer or paler, Delete drops it.
 */
final class HueDisc extends Region {
  private static final double SIDE = 168;
  private static final double RIM = 9;
  private static final double NEAR = 9;

  /** Where a knob stands that makes nothing richer, and how far twice as rich is, in radii. */
  private static final double AT_REST = 0.6;

  private static final double TWICE = 0.3;

  /** Lightness of Oklab in which colours are painted, on a light card and on a dark one. */
  private static final float ON_LIGHT = 0.5f;

  private static final float ON_DARK = 0.72f;

  /** Brightness from which a card is light. */
  private static final double LIGHT_CARD = 0.45;

  /** Share of the fullest cell that skin has where its outline goes. */
  private static final double OF_SKIN = 0.04;

  private final BiConsumer<List<HueRange>, Boolean> on;
  private final Canvas canvas = new Canvas(SIDE, SIDE);
  private final Region ground = new Region();
  private final IntegerProperty chosen = new SimpleIntegerProperty();
  private Optional<Histogram> counted = Optional.empty();
  private List<HueRange> ranges = List.of();
  private boolean atRim;
  private boolean moved;

  /**
   * @param on given the ranges, and whether the hand let go
   */
  HueDisc(String name, BiConsumer<List<HueRange>, Boolean> on) {
    this.on = on;
    getStyleClass().addAll("bar", "hue-disc");
    canvas.setManaged(false);
    canvas.setMouseTransparent(true);
    ground.getStyleClass().add("curve-ground");
    ground.backgroundProperty().addListener((o, a, b) -> draw());
    getChildren().addAll(ground, canvas);
    setFocusTraversable(true);
    setAccessibleRole(AccessibleRole.SLIDER);
    setAccessibleText(name);
    setOnMousePressed(this::press);
    setOnMouseDragged(this::drag);
    setOnMouseReleased(
        e -> {
          if (moved) {
            moved = false;
            on.accept(ranges, true);
          }
        });
    setOnKeyPressed(this::key);
    focusedProperty().addListener((o, a, b) -> draw());
    chosen.addListener((o, a, b) -> draw());
  }

  void show(List<HueRange> all) {
    if (all.size() > ranges.size()) {
      chosen.set(all.size() - 1);
    }
    ranges = all;
    chosen.set(Math.max(0, Math.min(chosen.get(), all.size() - 1)));
    draw();
  }

  /** Shows which colours occur. */
  void ground(Histogram h) {
    counted = Optional.of(h);
    draw();
  }

  /** Which range is chosen; meaningless while there is none. */
  IntegerProperty chosen() {
    return chosen;
  }

  Optional<HueRange> chosenRange() {
    return ranges.isEmpty() ? Optional.empty() : Optional.of(ranges.get(chosen.get()));
  }

  /** Puts another in the place of the chosen range. */
  void change(HueRange to, boolean done) {
    List<HueRange> all = new ArrayList<>(ranges);
    all.set(chosen.get(), to);
    set(all, done);
  }

  void drop() {
    if (!ranges.isEmpty()) {
      List<HueRange> all = new ArrayList<>(ranges);
      all.remove(chosen.get());
      set(all, true);
    }
  }

  private void set(List<HueRange> all, boolean done) {
    show(List.copyOf(all));
    on.accept(ranges, done);
  }

  // ---- places

  private double middle() {
    return SIDE / 2;
  }

  private double left() {
    return (getWidth() - SIDE) / 2;
  }

  private double radius() {
    return SIDE / 2 - RIM;
  }

  private static double knob(HueRange r) {
    return AT_REST + TWICE * r.richer() / HueRange.MOST_RICHER;
  }

  /** Hue of a place; hues rise against the clock. */
  private double hue(MouseEvent e) {
    double y = middle() - e.getY();
    return Math.toDegrees(Math.atan2(y, e.getX() - left() - middle()));
  }

  private double distance(MouseEvent e) {
    return Math.hypot(e.getX() - left() - middle(), e.getY() - middle()) / radius();
  }

  private double x(double hue, double r) {
    return middle() + radius() * r * Math.cos(Math.toRadians(hue));
  }

  private double y(double hue, double r) {
    return middle() - radius() * r * Math.sin(Math.toRadians(hue));
  }

  // ---- the hand

  private void press(MouseEvent e) {
    requestFocus();
    moved = false;
    int best = -1;
    double least = NEAR;
    for (int i = 0; i < ranges.size(); i++) {
      HueRange r = ranges.get(i);
      double toKnob = far(e, r.hue() + r.turn(), knob(r));
      double toMark = far(e, r.hue(), 1);
      if (Math.min(toKnob, toMark) < least) {
        least = Math.min(toKnob, toMark);
        best = i;
        atRim = toMark < toKnob;
      }
    }
    if (best >= 0) {
      chosen.set(best);
    } else if (distance(e) <= 1 && ranges.size() < HueRangesField.MOST) {
      List<HueRange> all = new ArrayList<>(ranges);
      all.add(HueRange.about(Math.rint(hue(e))));
      atRim = true;
      set(all, false);
      moved = true;
    }
    e.consume();
  }

  private double far(MouseEvent e, double hue, double r) {
    return Math.hypot(e.getX() - left() - x(hue, r), e.getY() - y(hue, r));
  }

  private void drag(MouseEvent e) {
    chosenRange()
        .ifPresent(
            r -> {
              moved = true;
              change(atRim ? r.withHue(Math.rint(hue(e))) : to(r, e), false);
            });
    e.consume();
  }

  private HueRange to(HueRange r, MouseEvent e) {
    double turn = hue(e) - r.hue();
    turn -= 360 * Math.rint(turn / 360);
    double richer = HueRange.MOST_RICHER * (distance(e) - AT_REST) / TWICE;
    return moved(r, turn, richer);
  }

  private static HueRange moved(HueRange r, double turn, double richer) {
    return r.withTurn(within(Math.rint(turn), HueRange.MOST_TURN))
        .withRicher(within(Math.rint(richer), HueRange.MOST_RICHER));
  }

  private static double within(double v, double most) {
    return Math.max(-most, Math.min(most, v));
  }

  private void key(KeyEvent e) {
    KeyCode code = e.getCode();
    int by = code == KeyCode.LEFT || code == KeyCode.UP ? 1 : -1;
    switch (code) {
      case LEFT, RIGHT ->
          chosenRange().ifPresent(r -> change(moved(r, r.turn() + by, r.richer()), true));
      case UP, DOWN ->
          chosenRange().ifPresent(r -> change(moved(r, r.turn(), r.richer() + by), true));
      case PAGE_UP, PAGE_DOWN -> {
        if (!ranges.isEmpty()) {
          int step = code == KeyCode.PAGE_DOWN ? 1 : -1;
          chosen.set(Math.floorMod(chosen.get() + step, ranges.size()));
        }
      }
      case DELETE -> drop();
      default -> {
        return;
      }
    }
    e.consume();
  }

  // ---- drawing

  private void draw() {
    GraphicsContext g = canvas.getGraphicsContext2D();
    g.clearRect(0, 0, SIDE, SIDE);
    rim(g);
    counted.ifPresent(h -> colours(g, h));
    for (int i = 0; i < ranges.size(); i++) {
      range(g, ranges.get(i), i == chosen.get());
    }
  }

  private Color colour(double hue, double chroma) {
    float painted = isOnDark() ? ON_DARK : ON_LIGHT;
    float[] rgb = new float[3];
    double h = Math.toRadians(hue);
    Oklab.toLight(painted, (float) (chroma * Math.cos(h)), (float) (chroma * Math.sin(h)), rgb);
    return Swatch.colour(rgb);
  }

  /** By what the style lays under a curve. */
  private boolean isOnDark() {
    Background b = ground.getBackground();
    return b != null
        && !b.getFills().isEmpty()
        && b.getFills().get(0).getFill() instanceof Color c
        && c.getBrightness() < LIGHT_CARD;
  }

  private static double chroma(double outward) {
    return HueRangesField.MOST_CHROMA * outward * outward;
  }

  private void rim(GraphicsContext g) {
    double step = 360.0 / HueRangesField.AROUND;
    g.setLineWidth(2);
    for (int u = 0; u < HueRangesField.AROUND; u++) {
      g.setStroke(colour((u + 0.5) * step, chroma(AT_REST)));
      g.strokeLine(x(u * step, 1), y(u * step, 1), x((u + 1) * step, 1), y((u + 1) * step, 1));
    }
  }

  private void colours(GraphicsContext g, Histogram h) {
    double step = 360.0 / HueRangesField.AROUND;
    for (int v = 0; v < HueRangesField.OUTWARD; v++) {
      for (int u = 0; u < HueRangesField.AROUND; u++) {
        double share = h.all()[v * HueRangesField.AROUND + u];
        if (share > 0) {
          double in = v / (double) HueRangesField.OUTWARD;
          double out = (v + 1) / (double) HueRangesField.OUTWARD;
          Color c = colour((u + 0.5) * step, chroma((in + out) / 2));
          g.setFill(c.deriveColor(0, 1, 1, Math.min(1, 0.3 + Math.sqrt(share))));
          double a = u * step;
          double b = (u + 1) * step;
          g.fillPolygon(
              new double[] {x(a, in), x(a, out), x(b, out), x(b, in)},
              new double[] {y(a, in), y(a, out), y(b, out), y(b, in)},
              4);
        }
      }
    }
    outline(g, h.skin());
  }

  /** Round the cells of skin. */
  private void outline(GraphicsContext g, double[] skin) {
    double step = 360.0 / HueRangesField.AROUND;
    for (int v = 0; v < HueRangesField.OUTWARD; v++) {
      for (int u = 0; u < HueRangesField.AROUND; u++) {
        if (isSkin(skin, u, v)) {
          double in = v / (double) HueRangesField.OUTWARD;
          double out = (v + 1) / (double) HueRangesField.OUTWARD;
          double a = u * step;
          double b = (u + 1) * step;
          edge(g, !isSkin(skin, u - 1, v), a, in, a, out);
          edge(g, !isSkin(skin, u + 1, v), b, in, b, out);
          edge(g, !isSkin(skin, u, v - 1), a, in, b, in);
          edge(g, !isSkin(skin, u, v + 1), a, out, b, out);
        }
      }
    }
  }

  private static boolean isSkin(double[] skin, int u, int v) {
    int around = Math.floorMod(u, HueRangesField.AROUND);
    return v >= 0
        && v < HueRangesField.OUTWARD
        && skin[v * HueRangesField.AROUND + around] > OF_SKIN;
  }

  private void edge(GraphicsContext g, boolean there, double a, double r, double b, double q) {
    if (there) {
      twice(g, () -> g.strokeLine(x(a, r), y(a, r), x(b, q), y(b, q)));
    }
  }

  private static void twice(GraphicsContext g, Runnable line) {
    g.setLineWidth(2.4);
    g.setStroke(Color.gray(0.1, 0.4));
    line.run();
    g.setLineWidth(1);
    g.setStroke(Color.gray(0.97));
    line.run();
  }

  private void range(GraphicsContext g, HueRange r, boolean isChosen) {
    double to = r.hue() + r.turn();
    if (isChosen) {
      for (int way = -1; way <= 1; way += 2) {
        double side = r.hue() + way * r.width() / 2;
        twice(g, () -> g.strokeLine(x(side, 0.12), y(side, 0.12), x(side, 1), y(side, 1)));
      }
      twice(
          g,
          () ->
              g.strokeLine(
                  x(r.hue(), AT_REST), y(r.hue(), AT_REST), x(to, knob(r)), y(to, knob(r))));
    }
    double mark = isChosen ? 5 : 3.5;
    twice(g, () -> g.strokeOval(x(r.hue(), 1) - mark, y(r.hue(), 1) - mark, 2 * mark, 2 * mark));
    double size = isChosen ? isFocused() ? 6 : 5 : 3.5;
    g.setFill(Color.gray(0.1));
    g.fillOval(x(to, knob(r)) - size, y(to, knob(r)) - size, 2 * size, 2 * size);
    g.setFill(Color.gray(0.97));
    g.fillOval(
        x(to, knob(r)) - size + 1.5, y(to, knob(r)) - size + 1.5, 2 * size - 3, 2 * size - 3);
  }

  @Override
  protected double computePrefHeight(double width) {
    return SIDE;
  }

  @Override
  protected double computePrefWidth(double height) {
    return SIDE;
  }

  @Override
  protected void layoutChildren() {
    canvas.relocate(Math.round(left()), 0);
  }
}
