package carezza.app.card;

import carezza.app.BenchModel;
import carezza.app.Miniatures;
import carezza.app.Numbers;
import carezza.app.OpenPicture;
import carezza.app.Words;
import carezza.geometry.Framing;
import carezza.image.Rect;
import carezza.pass.Action;
import carezza.pass.Pass;
import carezza.screen.CheckView;
import carezza.screen.Viewport;
import carezza.screen.check.CheckViews;
import carezza.sheet.RunSheet;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.image.ImageView;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/**
 * What speaks against each value of a number, as curves with the value and the proposed one on
 * them, and a place at 100 % in check views that follow the value.
 */
final class WeighPanel extends VBox {
  private static final double SIDE = 132;

  private final BenchModel model;
  private final Miniatures miniatures;
  private final long id;
  private final Action.Weigh action;
  private final WeighChart chart;
  private final Label told = new Label();
  private final Button take = new Button();
  private final List<ImageView> lenses = new ArrayList<>();
  private Optional<Action.Weighed> found = Optional.empty();
  private Pass shown;

  WeighPanel(BenchModel model, Miniatures miniatures, long id, Action.Weigh action) {
    super(6);
    this.model = model;
    this.miniatures = miniatures;
    this.id = id;
    this.action = action;
    setId("weigh");
    getStyleClass().add("review");
    chart = new WeighChart(action.field());
    told.getStyleClass().add("soft");
    told.setId("weigh-told");
    told.setWrapText(true);
    told.setMinHeight(Region.USE_PREF_SIZE);
    take.setText(Words.of("action." + action.key()));
    take.setId("weigh-take");
    take.getStyleClass().add("quiet");
    take.setMinWidth(Region.USE_PREF_SIZE);
    take.setOnAction(
        e ->
            found.ifPresent(
                f -> model.passes().change(id, p -> p.with(action.field(), f.proposed()))));
    Button close = WherePanel.quiet("weigh-close", "review.close");
    close.setOnAction(e -> toggle());
    Region space = new Region();
    HBox.setHgrow(space, Priority.ALWAYS);
    HBox foot = new HBox(8, take, space, close);
    foot.setAlignment(Pos.CENTER_LEFT);
    HBox beside = new HBox(6);
    for (String look : action.looks()) {
      ImageView v = new ImageView();
      v.setFitWidth(SIDE);
      v.setFitHeight(SIDE);
      lenses.add(v);
      Label name = new Label(Words.of("look." + look));
      name.getStyleClass().add("soft");
      beside.getChildren().add(new VBox(2, v, name));
    }
    getChildren().addAll(chart, told, beside, foot);
    managedProperty().bind(visibleProperty());
    setVisible(false);
  }

  /** Opens, measuring anew, or closes. */
  void toggle() {
    if (isVisible()) {
      setVisible(false);
      return;
    }
    model.passes().weigh(id, action, this::open);
  }

  private void open(Optional<Action.Weighed> f) {
    if (getScene() == null) {
      return;
    }
    if (f.isEmpty()) {
      model.message().set(Words.of("weigh." + action.key() + ".none"));
      return;
    }
    found = f;
    chart.measured(f.get());
    setVisible(true);
    shown = null;
    model.sheet().get().pass(id).ifPresent(this::update);
  }

  void update(Pass p) {
    if (isVisible() && !p.equals(shown)) {
      shown = p;
      found.ifPresent(f -> show(p, f));
    }
  }

  private void show(Pass p, Action.Weighed f) {
    double now = p.get(action.field());
    chart.at(now);
    String value = Numbers.of(action.field().unit(), now);
    List<Object> shares = new ArrayList<>(List.of(value));
    for (double[] share : f.against().values()) {
      shares.add(100 * WeighChart.at(f.at(), share, now));
    }
    told.setText(Words.of("weigh." + action.key() + ".line", shares.toArray()));
    take.setText(Words.of("weigh.take", Numbers.of(action.field().unit(), f.proposed())));
    take.setDisable(now == f.proposed());
    draw(p, f);
  }

  /** The place in what lies below the pass, as the check views part it at the value. */
  private void draw(Pass p, Action.Weighed f) {
    OpenPicture picture = model.picture().get();
    int side = (int) Math.round(SIDE * Miniatures.deviceScale(this));
    Rect all = picture.file().picture().bounds();
    double left = Math.max(0, Math.min(all.w() - side, Math.round(f.x() - side / 2.0)));
    double top = Math.max(0, Math.min(all.h() - side, Math.round(f.y() - side / 2.0)));
    Viewport at = new Viewport(1, left, top, side, side, Framing.of(all));
    RunSheet sheet = picture.history().now().change(id, q -> p.withOn(false));
    for (int i = 0; i < lenses.size(); i++) {
      ImageView into = lenses.get(i);
      String look = action.looks().get(i);
      CheckView view = CheckViews.of(look);
      miniatures.ask(
          "weigh " + look,
          stale -> miniatures.draw(picture, sheet, view, RunSheet.EMPTY, at, stale),
          d -> into.setImage(Miniatures.image(d)));
    }
  }
}
