package carezza.app.card;

import carezza.app.Numbers;
import carezza.app.Words;
import carezza.pass.Action;
import carezza.setting.NumberField;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import javafx.scene.control.Label;
import javafx.scene.layout.Region;
import javafx.scene.shape.Circle;
import javafx.scene.shape.Line;
import javafx.scene.shape.Polyline;
import javafx.scene.text.Text;

/** Curves of what is against each value of a number, each with its name at its end. */
final class WeighChart extends Region {
  private static final double HEIGHT = 132;
  private static final double EDGE = 6;
  private static final double FOOT = 18;
  private static final double DOT = 4;

  /** Height of a name. */
  private static final double NAME = 14;

  private final NumberField field;
  private final Region ground = new Region();
  private final Line now = new Line();
  private final Circle proposed = new Circle(DOT);
  private final Text from = new Text();
  private final Text to = new Text();
  private final List<Polyline> curves = new ArrayList<>();
  private final List<Label> names = new ArrayList<>();
  private Action.Weighed found;
  private double value;

  WeighChart(NumberField field) {
    this.field = field;
    setId("weigh-chart");
    ground.getStyleClass().add("curve-ground");
    now.getStyleClass().add("weigh-now");
    proposed.getStyleClass().add("weigh-proposed");
    from.getStyleClass().add("curve-name");
    to.getStyleClass().add("curve-name");
    getChildren().addAll(ground, now, from, to);
    setMinHeight(HEIGHT);
    setPrefHeight(HEIGHT);
  }

  void measured(Action.Weighed f) {
    found = f;
    getChildren().removeAll(curves);
    getChildren().removeAll(names);
    getChildren().remove(proposed);
    curves.clear();
    names.clear();
    int k = 0;
    for (Map.Entry<String, double[]> e : f.against().entrySet()) {
      Polyline line = new Polyline();
      line.getStyleClass().addAll("curve-line", "weigh-" + k);
      Label name = new Label(Words.of("weigh." + e.getKey()));
      name.getStyleClass().add("weigh-name");
      curves.add(line);
      names.add(name);
      k++;
    }
    getChildren().addAll(curves);
    getChildren().addAll(names);
    getChildren().add(proposed);
    from.setText(Numbers.of(field.unit(), f.at()[0]));
    to.setText(Numbers.of(field.unit(), f.at()[f.at().length - 1]));
    requestLayout();
  }

  void at(double v) {
    value = v;
    requestLayout();
  }

  /** A share at a value, linear between those measured. */
  static double at(double[] at, double[] share, double v) {
    int k = 1;
    while (k < at.length - 1 && at[k] < v) {
      k++;
    }
    double t = Math.max(0, Math.min(1, (v - at[k - 1]) / (at[k] - at[k - 1])));
    return share[k - 1] + t * (share[k] - share[k - 1]);
  }

  private double viewX(double v) {
    double[] at = found.at();
    double t = (v - at[0]) / (at[at.length - 1] - at[0]);
    return EDGE + (getWidth() - 2 * EDGE) * Math.max(0, Math.min(1, t));
  }

  private double viewY(double share, double most) {
    return HEIGHT - FOOT - (HEIGHT - FOOT - EDGE) * share / most;
  }

  @Override
  protected void layoutChildren() {
    ground.resizeRelocate(0, 0, getWidth(), HEIGHT - FOOT);
    from.relocate(0, HEIGHT - FOOT + 3);
    to.relocate(getWidth() - to.getLayoutBounds().getWidth(), HEIGHT - FOOT + 3);
    if (found == null) {
      return;
    }
    double most = 1e-6;
    for (double[] share : found.against().values()) {
      for (double s : share) {
        most = Math.max(most, s);
      }
    }
    double sum = 0;
    int k = 0;
    for (double[] share : found.against().values()) {
      Polyline line = curves.get(k);
      line.getPoints().clear();
      for (int i = 0; i < share.length; i++) {
        line.getPoints().addAll(viewX(found.at()[i]), viewY(share[i], most));
      }
      sum = Math.max(sum, at(found.at(), share, found.proposed()));
      name(names.get(k), share, most);
      k++;
    }
    apart();
    now.setStartX(viewX(value));
    now.setEndX(viewX(value));
    now.setStartY(0);
    now.setEndY(HEIGHT - FOOT);
    proposed.setCenterX(viewX(found.proposed()));
    proposed.setCenterY(viewY(sum, most));
  }

  /** Where its curve is higher: at its beginning or its end. */
  private void name(Label name, double[] share, double most) {
    boolean falls = share[0] > share[share.length - 1];
    double w = name.prefWidth(-1);
    double end = viewY(falls ? share[0] : share[share.length - 1], most);
    double y = falls ? end + 2 : end - NAME - 3;
    double low = HEIGHT - FOOT - NAME - 3;
    name.resizeRelocate(
        falls ? 3 * EDGE : getWidth() - 2 * EDGE - w, Math.max(2, Math.min(low, y)), w, NAME);
  }

  /** Names on one side do not lie on each other. */
  private void apart() {
    for (int i = 0; i < names.size(); i++) {
      for (int j = 0; j < i; j++) {
        Label a = names.get(i);
        Label b = names.get(j);
        if (a.getBoundsInParent().intersects(b.getBoundsInParent())) {
          double y = b.getLayoutY();
          a.setLayoutY(a.getLayoutY() < y ? y - NAME : y + NAME);
        }
      }
    }
  }
}
