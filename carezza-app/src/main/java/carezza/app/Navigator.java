package carezza.app;

import carezza.image.Rect;
import carezza.screen.Viewport;
import carezza.screen.check.CheckViews;
import carezza.sheet.RunSheet;
import javafx.geometry.Pos;
import javafx.scene.image.ImageView;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;

/**
 * All of the picture in a corner while it is worked on zoomed in: where one is, and a way about.
 */
final class Navigator extends Pane {
  private static final double SIDE = 132;

  private final BenchModel model;
  private final Miniatures miniatures;
  private final PictureView view;
  private final ImageView picture = new ImageView();
  private final Region here = new Region();
  private Rect bounds = new Rect(0, 0, 1, 1);
  private RunSheet drawn;

  Navigator(BenchModel model, Miniatures miniatures, PictureView view) {
    this.model = model;
    this.miniatures = miniatures;
    this.view = view;
    setId("navigator");
    getStyleClass().add("navigator");
    here.getStyleClass().add("here");
    here.setMouseTransparent(true);
    here.setManaged(false);
    getChildren().addAll(picture, here);
    StackPane.setAlignment(this, Pos.BOTTOM_RIGHT);
    setOnMousePressed(e -> goTo(e.getX(), e.getY()));
    setOnMouseDragged(e -> goTo(e.getX(), e.getY()));
    view.viewport().addListener((o, a, b) -> update());
    model.settled().addListener((o, a, b) -> update());
    model.looking().state().addListener((o, a, b) -> update());
    update();
  }

  private void update() {
    Viewport v = view.viewport().get();
    OpenPicture p = model.picture().get();
    boolean working = model.looking().state().get() == Looking.State.WORKING;
    boolean shown = p != null && v != null && working;
    if (shown) {
      bounds = p.file().picture().bounds();
      shown = !v.seen(bounds).equals(bounds);
    }
    setVisible(shown);
    if (!shown) {
      return;
    }
    double k = Math.min(SIDE / bounds.w(), SIDE / bounds.h());
    double w = Math.round(k * bounds.w());
    double h = Math.round(k * bounds.h());
    setMinSize(w, h);
    setMaxSize(w, h);
    picture.setFitWidth(w);
    picture.setFitHeight(h);
    draw(p);
    Rect seen = v.seen(bounds);
    here.resizeRelocate(
        Math.round(seen.x() * k),
        Math.round(seen.y() * k),
        Math.max(4, Math.round(seen.w() * k)),
        Math.max(4, Math.round(seen.h() * k)));
  }

  private void draw(OpenPicture p) {
    RunSheet sheet = p.history().now();
    if (sheet == drawn) {
      return;
    }
    drawn = sheet;
    double k = view.deviceScale();
    Viewport at = Miniatures.whole(bounds, SIDE * k, SIDE * k);
    miniatures.ask(
        "navigator",
        stale -> miniatures.draw(p, sheet, CheckViews.PICTURE, RunSheet.EMPTY, at, stale),
        d -> picture.setImage(Miniatures.image(d)));
  }

  private void goTo(double x, double y) {
    double k = picture.getFitWidth() / bounds.w();
    view.showPlace(x / k, y / k);
  }
}
