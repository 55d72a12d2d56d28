package carezza.app.card;

import carezza.app.BenchModel;
import carezza.app.Miniatures;
import carezza.app.OpenPicture;
import carezza.app.Reviewing;
import carezza.app.Words;
import carezza.geometry.Framing;
import carezza.image.Rect;
import carezza.pass.Action;
import carezza.pass.Pass;
import carezza.screen.Viewport;
import carezza.screen.check.CheckViews;
import carezza.sheet.RunSheet;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.beans.value.ChangeListener;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.image.ImageView;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/**
 * Goes through what the pass has found: what it is and where it will be seen, the place before and
 * after at 100 %, and what to do with it.
 */
final class ReviewPanel extends VBox {
  private static final double SIDE = 132;

  private final BenchModel model;
  private final Miniatures miniatures;
  private final long id;
  private final Label name = new Label();
  private final Label count = new Label();
  private final Label line = new Label();
  private final ImageView before = lens();
  private final ImageView after = lens();
  private final HBox ways = new HBox(8);
  private final List<Button> buttons = new ArrayList<>();
  private final ChangeListener<Optional<Reviewing.At>> follow = (o, a, b) -> show();
  private RunSheet drawn;
  private Action.Found drawnOf;

  ReviewPanel(BenchModel model, Miniatures miniatures, Pass pass) {
    super(6);
    this.model = model;
    this.miniatures = miniatures;
    id = pass.id();
    setId("review");
    getStyleClass().add("review");
    name.getStyleClass().add("strong");
    name.setId("review-name");
    name.setMinWidth(Region.USE_PREF_SIZE);
    count.getStyleClass().add("soft");
    count.setId("review-count");
    line.getStyleClass().add("soft");
    line.setId("review-line");
    line.setWrapText(true);
    line.setMinHeight(Region.USE_PREF_SIZE);
    Region space = new Region();
    HBox.setHgrow(space, Priority.ALWAYS);
    HBox head =
        new HBox(
            6,
            name,
            space,
            step("review-back", "review.back", -1),
            step("review-next", "review.next", 1));
    head.setAlignment(Pos.CENTER_LEFT);
    HBox lenses = new HBox(6, labelled(before, "review.before"), labelled(after, "review.after"));
    Button close = WherePanel.quiet("review-close", "review.close");
    close.setOnAction(e -> model.reviewing().close());
    Region rest = new Region();
    HBox.setHgrow(rest, Priority.ALWAYS);
    ways.setAlignment(Pos.CENTER_LEFT);
    HBox foot = new HBox(8, ways, rest, close);
    foot.setAlignment(Pos.CENTER_LEFT);
    getChildren().addAll(head, count, line, lenses, foot);
    managedProperty().bind(visibleProperty());
    sceneProperty()
        .addListener(
            (o, a, s) -> {
              model.reviewing().at().removeListener(follow);
              if (s != null) {
                model.reviewing().at().addListener(follow);
                show();
              }
            });
    setVisible(false);
  }

  private static ImageView lens() {
    ImageView v = new ImageView();
    v.setFitWidth(SIDE);
    v.setFitHeight(SIDE);
    return v;
  }

  private static Node labelled(ImageView v, String key) {
    Label l = new Label(Words.of(key));
    l.getStyleClass().add("soft");
    return new VBox(2, v, l);
  }

  private Button step(String nodeId, String key, int by) {
    Button b = WherePanel.quiet(nodeId, key);
    b.setOnAction(e -> model.reviewing().step(by));
    return b;
  }

  void update(Pass pass) {
    show();
  }

  private Optional<Reviewing.At> here() {
    return model.reviewing().at().get().filter(a -> a.pass() == id);
  }

  private void show() {
    setVisible(here().isPresent());
    here().ifPresent(this::show);
  }

  private void show(Reviewing.At a) {
    Action.Found f = a.found();
    name.setText(Words.of("review." + f.name()));
    count.setText(
        Words.of("review.count", a.index() + 1, a.all().size(), model.reviewing().decided(a)));
    line.setText(Words.of("review." + a.action().key() + ".line", f.figures().toArray()));
    if (buttons.isEmpty()) {
      for (String way : a.action().ways()) {
        Button b = new Button();
        b.setId("review-" + way);
        b.getStyleClass().add("way");
        b.setMinWidth(Region.USE_PREF_SIZE);
        b.setOnAction(e -> model.reviewing().decide(way));
        buttons.add(b);
      }
      ways.getChildren().setAll(buttons);
    }
    String decided = model.reviewing().decided(a, f);
    for (int i = 0; i < buttons.size(); i++) {
      String way = a.action().ways().get(i);
      boolean isProposed = way.equals(f.proposed());
      buttons.get(i).setText(Words.of("review." + way));
      buttons.get(i).pseudoClassStateChanged(Pseudo.OPEN, way.equals(decided));
      buttons.get(i).pseudoClassStateChanged(Pseudo.PROPOSED, isProposed && decided.isEmpty());
      buttons
          .get(i)
          .setAccessibleText(
              Words.of(isProposed ? "review.proposed" : "review.way", Words.of("review." + way)));
    }
    draw(f);
  }

  private void draw(Action.Found f) {
    OpenPicture p = model.picture().get();
    RunSheet now = p.history().now();
    if (now == drawn && f == drawnOf || model.sheet().get() != now) {
      return;
    }
    drawn = now;
    drawnOf = f;
    int side = (int) Math.round(SIDE * Miniatures.deviceScale(this));
    Rect all = p.file().picture().bounds();
    double left = Math.max(0, Math.min(all.w() - side, Math.round(f.x() - side / 2.0)));
    double top = Math.max(0, Math.min(all.h() - side, Math.round(f.y() - side / 2.0)));
    Viewport at = new Viewport(1, left, top, side, side, Framing.of(all));
    draw(p, now.change(id, q -> q.withOn(false)), at, before);
    draw(p, now, at, after);
  }

  private void draw(OpenPicture p, RunSheet s, Viewport at, ImageView into) {
    miniatures.ask(
        into == before ? "review before" : "review after",
        stale -> miniatures.draw(p, s, CheckViews.PICTURE, RunSheet.EMPTY, at, stale),
        d -> into.setImage(Miniatures.image(d)));
  }
}
