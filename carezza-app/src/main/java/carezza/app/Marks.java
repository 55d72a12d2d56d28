package carezza.app;

import carezza.face.Pin;
import carezza.pass.Action;
import carezza.pass.Mark;
import carezza.pass.Pass;
import carezza.pass.PassTool;
import carezza.reading.Saliency;
import carezza.setting.Place;
import java.util.List;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import javafx.scene.text.Font;

/** What is drawn over the picture: what the tools at hand show, places, rivals. */
final class Marks extends Canvas {
  /** Smallest ring round a place, and the dot in its middle, units of the view. */
  private static final double LEAST_PLACE = 5;

  private static final double DOT = 1.5;

  /** The ring round what is gone through: least size in units of the view, and room in it. */
  private static final double LEAST_FOUND = 9;

  private static final double CLEAR_MM = 1.5;
  private static final double MOST_RING_MM = 12;

  private final BenchModel model;
  private final PictureView view;

  Marks(BenchModel model, PictureView view) {
    this.model = model;
    this.view = view;
    setManaged(false);
    setMouseTransparent(true);
    model.tools().changes().addListener((o, a, b) -> draw());
    model.faces().offered().addListener((o, a, b) -> draw());
    model.faces().bent().addListener((o, a, b) -> draw());
    model.rivals().addListener((o, a, b) -> draw());
    model.looking().view().addListener((o, a, b) -> draw());
    model.reviewing().at().addListener((o, a, b) -> draw());
  }

  void draw() {
    GraphicsContext g = getGraphicsContext2D();
    g.clearRect(0, 0, getWidth(), getHeight());
    if (view.viewport().get() == null
        || !model.isOpen()
        || model.looking().state().get() == Looking.State.PICTURE_ONLY) {
      return;
    }
    CanvasOverlay o = new CanvasOverlay(g, view);
    if (!model.tools().name().equals(Faces.BEND)) {
      model.faces().offered().get().forEach(f -> FaceGrips.draw(f, o));
    }
    if (model.looking().view().get().listsRivals()) {
      rivals(g, o);
    }
    if (!model.looking().view().get().listsRivals() || model.tools().taken().isPresent()) {
      model.passes().chosenPass().ifPresent(p -> places(p, o));
      model.tools().overlay(o);
    }
    model.reviewing().at().get().ifPresent(a -> found(a, o));
  }

  /** The one at hand in a ring, a dot on the others that are not decided. */
  private void found(Reviewing.At a, CanvasOverlay o) {
    for (Action.Found f : a.all()) {
      Pin at = new Pin(f.x(), f.y());
      if (f == a.found()) {
        double size = Math.min(f.sizeMm(), MOST_RING_MM) + 2 * CLEAR_MM;
        o.circle(at, Math.max(LEAST_FOUND / view.scale(), size * view.pxPerMm() / 2));
      } else if (model.reviewing().decided(a, f).isEmpty()) {
        o.circle(at, DOT / view.scale());
      }
    }
  }

  /** Places that the chosen pass refers to. */
  private void places(Pass p, CanvasOverlay o) {
    for (Place q : p.settings().places().values()) {
      Pin at = new Pin(q.x(), q.y());
      o.circle(at, Math.max(LEAST_PLACE / view.scale(), q.sizeMm() * view.pxPerMm() / 2));
      o.circle(at, DOT / view.scale());
    }
    if (!(p.kind().tool() instanceof PassTool.Marks)) {
      for (Mark m : p.items(Mark.class)) {
        Pin at = new Pin(m.x0(), m.y0());
        o.circle(at, Math.max(LEAST_PLACE / view.scale(), m.sizeMm() * view.pxPerMm() / 2));
        o.circle(at, DOT / view.scale());
      }
    }
  }

  /** Places that rival the eyes, numbered. */
  private void rivals(GraphicsContext g, CanvasOverlay o) {
    int number = 1;
    for (Saliency.Place p : model.rivals().get().orElse(List.of())) {
      o.circle(new Pin(p.x(), p.y()), p.sizeMm() * view.pxPerMm() / 2);
      double r = view.onScreen(p.sizeMm()) / 2;
      words(
          g,
          String.valueOf(number),
          view.viewX(p.x(), p.y()) + r + 4,
          view.viewY(p.x(), p.y()) + 5);
      number++;
    }
  }

  private static void words(GraphicsContext g, String text, double x, double y) {
    g.setFont(Font.font("B612", 13));
    g.setFill(Color.gray(0.1, 0.6));
    g.fillText(text, x + 1, y + 1);
    g.setFill(Color.gray(0.97));
    g.fillText(text, x, y);
  }
}
