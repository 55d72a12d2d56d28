package carezza.app;

import carezza.app.tool.Tool;
import carezza.area.Stroke;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.animation.PauseTransition;
import javafx.geometry.Point2D;
import javafx.scene.Group;
import javafx.scene.control.Label;
import javafx.scene.shape.Circle;
import javafx.scene.shape.Line;
import javafx.scene.shape.Shape;
import javafx.util.Duration;

/**
 * The hand's ring: as large as the brush on the picture, a cross where a click points at something.
 * Nodes of its own, so that a moving hand has only their place painted again.
 */
final class Ring extends Group {
  private static final double POINTING = 9;
  private static final double ARM = 4;
  private static final double SMALLEST = 2;

  /** Room for the values beside the ring, px. */
  private static final double VALUES_WIDTH = 140;

  private static final double VALUES_HEIGHT = 64;

  private final BenchModel model;
  private final PictureView view;
  private final List<Circle> circles = new ArrayList<>();
  private final List<Line> across = new ArrayList<>();
  private final List<Line> down = new ArrayList<>();
  private final Label values = new Label();
  private final PauseTransition shown = new PauseTransition(Duration.seconds(1.2));
  private double x = -1;
  private double y = -1;

  Ring(BenchModel model, PictureView view) {
    this.model = model;
    this.view = view;
    setManaged(false);
    setMouseTransparent(true);
    for (String style : List.of("ring-under", "ring")) {
      circles.add(styled(new Circle(), style));
      across.add(styled(new Line(-ARM, 0, ARM, 0), style));
      down.add(styled(new Line(0, -ARM, 0, ARM), style));
    }
    getChildren().addAll(circles);
    getChildren().addAll(across);
    getChildren().addAll(down);
    values.getStyleClass().add("ring-values");
    values.setManaged(false);
    getChildren().add(values);
    values.setVisible(false);
    model.tools().changes().addListener((o, a, b) -> place());
    shown.setOnFinished(e -> values.setVisible(false));
    model
        .brush()
        .addListener(
            (o, a, b) -> {
              values.setVisible(true);
              shown.playFromStart();
              place();
            });
  }

  private static <T extends Shape> T styled(T shape, String style) {
    shape.getStyleClass().add(style);
    return shape;
  }

  /** Where the pointer is on the picture view; negative when it is elsewhere. */
  void pointer(double atX, double atY) {
    x = atX;
    y = atY;
    place();
  }

  /** Where the pointer is on the picture view, while it is there. */
  Optional<Point2D> at() {
    return x < 0 ? Optional.empty() : Optional.of(new Point2D(x, y));
  }

  /** Follows pointer, brush, tool and zoom. */
  void place() {
    Tool.Ring form = model.tools().ring();
    boolean pointing = form == Tool.Ring.POINTING;
    boolean bare = model.looking().state().get() == Looking.State.PICTURE_ONLY;
    boolean drawn = model.isOpen() && view.viewport().get() != null;
    setVisible(x >= 0 && drawn && !bare && form != Tool.Ring.NONE);
    if (!isVisible()) {
      return;
    }
    Stroke.Brush b = model.brush().get();
    double r = pointing ? POINTING : Math.max(SMALLEST, view.onScreen(b.sizeMm()) / 2);
    circles.forEach(c -> c.setRadius(r));
    across.forEach(l -> l.setVisible(pointing || !b.puts()));
    down.forEach(l -> l.setVisible(pointing));
    setLayoutX(x);
    setLayoutY(y);
    if (values.isVisible()) {
      say(b, r);
    }
  }

  private void say(Stroke.Brush b, double r) {
    String size = Numbers.mm(b.sizeMm());
    String touches = Words.of("brush.touches", b.touches());
    String edge = Words.of("brush.edge", Math.round(100 * b.edge()));
    values.setText(
        !model.passes().chosenPass().map(p -> p.kind().usesArea()).orElse(true)
            ? size
            : String.join("\n", size, touches, edge));
    values.autosize();
    double right = Math.min(x + r + 12, view.getWidth() - VALUES_WIDTH);
    double top = Math.max(4, Math.min(y - 20, view.getHeight() - VALUES_HEIGHT));
    values.relocate(right - x, top - y);
  }
}
