package carezza.app;

import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;

/** A length on the sitter as it is on the screen now; it lies on the desk, never on the picture. */
final class ScaleBar extends HBox {
  private static final double[] LENGTHS = {0.5, 1, 2, 5, 10, 20, 50, 100};
  private static final double MOST = 110;

  private final BenchModel model;
  private final PictureView view;
  private final Region bar = new Region();
  private final Label length = new Label();

  ScaleBar(BenchModel model, PictureView view) {
    super(6);
    this.model = model;
    this.view = view;
    setAlignment(Pos.CENTER_LEFT);
    setId("scaleBar");
    bar.getStyleClass().add("scale-bar");
    length.setMinWidth(USE_PREF_SIZE);
    getChildren().addAll(bar, length);
    view.viewport().addListener((o, a, b) -> update());
    model.sheet().addListener((o, a, b) -> update());
    update();
  }

  private void update() {
    boolean known = model.isOpen() && model.sheet().get().faceMap().isPresent();
    boolean shown = known && view.viewport().get() != null;
    setVisible(shown);
    setManaged(shown);
    if (!shown) {
      return;
    }
    double best = LENGTHS[0];
    for (double l : LENGTHS) {
      best = view.onScreen(l) <= MOST ? l : best;
    }
    double w = Math.round(view.onScreen(best));
    bar.setMinWidth(w);
    bar.setMaxWidth(w);
    length.setText(best < 1 ? Numbers.mm(best) : Numbers.wholeMm(best));
  }
}
