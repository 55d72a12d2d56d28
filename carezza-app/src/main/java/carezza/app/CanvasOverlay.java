package carezza.app;

import carezza.app.tool.Overlay;
import carezza.face.Pin;
import java.util.List;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import javafx.scene.shape.FillRule;

/** Draws over the picture in lines that show on any picture: a dark one under a light one. */
final class CanvasOverlay implements Overlay {
  private static final double ACROSS = 26;
  private static final double HANDLE = 4;

  /** How far what lies outside a box goes over into the desk. */
  private static final double DIM = 0.72;

  private final GraphicsContext g;
  private final PictureView view;

  CanvasOverlay(GraphicsContext g, PictureView view) {
    this.g = g;
    this.view = view;
  }

  static void twice(GraphicsContext g, Runnable line) {
    g.setLineWidth(2.6);
    g.setStroke(Color.gray(0.1, 0.45));
    line.run();
    g.setLineWidth(1.1);
    g.setStroke(Color.gray(0.96));
    line.run();
  }

  private double x(Pin p) {
    return view.viewX(p.x(), p.y());
  }

  private double y(Pin p) {
    return view.viewY(p.x(), p.y());
  }

  @Override
  public void circle(Pin c, double radius) {
    double r = radius * view.scale();
    twice(g, () -> g.strokeOval(x(c) - r, y(c) - r, 2 * r, 2 * r));
  }

  @Override
  public void line(Pin from, Pin to) {
    twice(g, () -> g.strokeLine(x(from), y(from), x(to), y(to)));
  }

  @Override
  public void across(Pin end, Pin from, boolean dashed) {
    double dx = x(end) - x(from);
    double dy = y(end) - y(from);
    double k = ACROSS / Math.max(1, Math.hypot(dx, dy));
    dashed(dashed);
    twice(
        g, () -> g.strokeLine(x(end) + dy * k, y(end) - dx * k, x(end) - dy * k, y(end) + dx * k));
    dashed(false);
  }

  @Override
  public void closed(List<Pin> corners) {
    double[] xs = corners.stream().mapToDouble(this::x).toArray();
    double[] ys = corners.stream().mapToDouble(this::y).toArray();
    twice(g, () -> g.strokePolygon(xs, ys, xs.length));
  }

  @Override
  public void dimOutside(List<Pin> corners) {
    g.setFill(view.deskColour().deriveColor(0, 1, 1, DIM));
    g.setFillRule(FillRule.EVEN_ODD);
    g.beginPath();
    g.rect(0, 0, g.getCanvas().getWidth(), g.getCanvas().getHeight());
    g.moveTo(x(corners.get(0)), y(corners.get(0)));
    corners.forEach(p -> g.lineTo(x(p), y(p)));
    g.closePath();
    g.fill();
  }

  @Override
  public void faint(Pin from, Pin to) {
    g.setLineWidth(1);
    g.setStroke(Color.gray(0.1, 0.3));
    g.strokeLine(x(from) + 1, y(from) + 1, x(to) + 1, y(to) + 1);
    g.setStroke(Color.gray(0.96, 0.6));
    g.strokeLine(x(from), y(from), x(to), y(to));
  }

  @Override
  public void handle(Pin at) {
    g.setFill(Color.gray(0.96));
    g.fillRect(x(at) - HANDLE + 1, y(at) - HANDLE + 1, 2 * HANDLE - 2, 2 * HANDLE - 2);
    twice(g, () -> g.strokeRect(x(at) - HANDLE, y(at) - HANDLE, 2 * HANDLE, 2 * HANDLE));
  }

  @Override
  public void dashed(boolean on) {
    if (on) {
      g.setLineDashes(4, 4);
    } else {
      g.setLineDashes();
    }
  }
}
