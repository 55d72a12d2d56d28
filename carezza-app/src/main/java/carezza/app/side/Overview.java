package carezza.app.side;

import carezza.app.BenchModel;
import carezza.app.Miniatures;
import carezza.app.OpenPicture;
import carezza.app.PictureView;
import carezza.geometry.Framing;
import carezza.image.Rect;
import carezza.screen.Viewport;
import carezza.screen.check.CheckViews;
import carezza.sheet.RunSheet;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;
import javafx.scene.image.ImageView;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Region;

/**
 * All of the picture, small; a frame marks where one is when the large one does not show all. A
 * press, or a drag, goes there.
 */
public final class Overview extends Pane {
  private static final double LEAST_FRAME = 4;

  private final BenchModel model;
  private final Miniatures miniatures;
  private final PictureView view;
  private final String place;
  private final ImageView picture = new ImageView();
  private final Region here = new Region();
  private final ReadOnlyBooleanWrapper partSeen = new ReadOnlyBooleanWrapper();
  private double mostWide;
  private double mostHigh;
  private Framing framing = Framing.of(new Rect(0, 0, 1, 1));
  private OpenPicture drawnOf;
  private RunSheet drawn;

  /**
   * @param place name of where it is shown
   * @param mostWide units of the screen
   * @param mostHigh units of the screen
   */
  public Overview(
      BenchModel model,
      Miniatures miniatures,
      PictureView view,
      String place,
      double mostWide,
      double mostHigh) {
    this.model = model;
    this.miniatures = miniatures;
    this.view = view;
    this.place = place;
    this.mostWide = mostWide;
    this.mostHigh = mostHigh;
    here.getStyleClass().add("here");
    here.setMouseTransparent(true);
    here.setManaged(false);
    getChildren().addAll(picture, here);
    setOnMousePressed(e -> goTo(e.getX(), e.getY()));
    setOnMouseDragged(e -> goTo(e.getX(), e.getY()));
    model.settled().addListener((o, a, b) -> update());
    view.viewport().addListener((o, a, b) -> mark());
    update();
  }

  /** Gives it other bounds, in units of the screen. */
  void within(double wide, double high) {
    if (wide != mostWide || high != mostHigh) {
      mostWide = wide;
      mostHigh = high;
      drawnOf = null;
      update();
    }
  }

  /** Whether the large picture shows a part only. */
  public ReadOnlyBooleanProperty partSeen() {
    return partSeen.getReadOnlyProperty();
  }

  private void update() {
    OpenPicture p = model.picture().get();
    if (p == null) {
      picture.setImage(null);
      drawnOf = null;
      partSeen.set(false);
      return;
    }
    framing = p.framing();
    double w = Math.round(side() * framing.canvas().w());
    double h = Math.round(side() * framing.canvas().h());
    setMinSize(w, h);
    setMaxSize(w, h);
    picture.setFitWidth(w);
    picture.setFitHeight(h);
    mark();
    draw(p);
  }

  private void draw(OpenPicture p) {
    RunSheet sheet = p.history().now();
    if (p == drawnOf && sheet == drawn) {
      return;
    }
    drawnOf = p;
    drawn = sheet;
    double k = view.deviceScale();
    Viewport at = Miniatures.whole(framing, mostWide * k, mostHigh * k);
    miniatures.ask(
        place,
        stale -> miniatures.draw(p, sheet, CheckViews.PICTURE, RunSheet.EMPTY, at, stale),
        d -> {
          if (p == drawnOf) {
            picture.setImage(Miniatures.image(d));
          }
        });
  }

  /** Units of the screen a pixel of the canvas. */
  private double side() {
    return Math.min(mostWide / framing.canvas().w(), mostHigh / framing.canvas().h());
  }

  private void mark() {
    Viewport v = view.viewport().get();
    if (v == null) {
      here.setVisible(false);
      return;
    }
    Rect all = framing.canvas();
    Rect seen = v.seen().intersect(all);
    partSeen.set(v.framing().equals(framing) && !seen.equals(all));
    here.setVisible(partSeen.get());
    double k = side();
    here.resizeRelocate(
        Math.round((seen.x() - all.x()) * k),
        Math.round((seen.y() - all.y()) * k),
        Math.max(LEAST_FRAME, Math.round(seen.w() * k)),
        Math.max(LEAST_FRAME, Math.round(seen.h() * k)));
  }

  private void goTo(double x, double y) {
    if (partSeen.get()) {
      double cx = framing.canvas().x() + x / side();
      double cy = framing.canvas().y() + y / side();
      view.showPlace(framing.sourceX(cx, cy), framing.sourceY(cx, cy));
    }
  }
}
