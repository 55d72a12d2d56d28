package carezza.screen;

import carezza.geometry.Framing;
import carezza.geometry.Projection;
import carezza.image.Rect;

/**
 * What part of the picture is seen and how large.
 *
 * @param scale device pixels per pixel of the canvas
 * @param left canvas x at the view's left edge
 * @param top canvas y at the view's top edge
 * @param width device pixels
 * @param height device pixels
 * @param framing how the canvas lies on the source
 */
public record Viewport(
    double scale, double left, double top, int width, int height, Framing framing) {
  public static final double MOST = 16;

  /** The whole canvas, centred, with a margin of 2 %. */
  public static Viewport fit(Framing f, int width, int height) {
    Rect c = f.canvas();
    double s = 0.98 * Math.min((double) width / c.w(), (double) height / c.h());
    return centred(f, s, f.middleX(), f.middleY(), width, height);
  }

  /** With a point of the canvas in the middle. */
  public static Viewport centred(
      Framing f, double scale, double x, double y, int width, int height) {
    return new Viewport(scale, x - width / scale / 2, y - height / scale / 2, width, height, f);
  }

  /** Zoomed so that the point under a device point stays there. */
  public Viewport zoomed(double newScale, double deviceX, double deviceY) {
    double s = Math.max(0.02, Math.min(MOST, newScale));
    double x = canvasX(deviceX);
    double y = canvasY(deviceY);
    return new Viewport(s, x - deviceX / s, y - deviceY / s, width, height, framing);
  }

  public Viewport moved(double deviceDx, double deviceDy) {
    return new Viewport(
        scale, left - deviceDx / scale, top - deviceDy / scale, width, height, framing);
  }

  /** The same centre and scale in a view of another size. */
  public Viewport sized(int w, int h) {
    return centred(framing, scale, left + width / scale / 2, top + height / scale / 2, w, h);
  }

  /** The same source point in the middle, as large as before, in another framing. */
  public Viewport framed(Framing other) {
    double x = sourceX(width / 2.0, height / 2.0);
    double y = sourceY(width / 2.0, height / 2.0);
    double s = scale * framing.scale() / other.scale();
    return centred(other, s, other.canvasX(x, y), other.canvasY(x, y), width, height);
  }

  public double canvasX(double deviceX) {
    return left + deviceX / scale;
  }

  public double canvasY(double deviceY) {
    return top + deviceY / scale;
  }

  public double sourceX(double deviceX, double deviceY) {
    return framing.sourceX(canvasX(deviceX), canvasY(deviceY));
  }

  public double sourceY(double deviceX, double deviceY) {
    return framing.sourceY(canvasX(deviceX), canvasY(deviceY));
  }

  public double deviceX(double sourceX, double sourceY) {
    return (framing.canvasX(sourceX, sourceY) - left) * scale;
  }

  public double deviceY(double sourceX, double sourceY) {
    return (framing.canvasY(sourceX, sourceY) - top) * scale;
  }

  /** From device pixels to pixels of a level of the source. */
  Projection toLevel(int level) {
    double side = 1 << level;
    return Projection.scale(1 / side, 1 / side)
        .after(framing.toSource())
        .after(Projection.shift(left, top))
        .after(Projection.scale(1 / scale, 1 / scale));
  }

  /** The part of the canvas that is seen. */
  public Rect seen() {
    return Rect.around(left, top, left + width / scale, top + height / scale)
        .intersect(framing.canvas());
  }

  /** The coarsest level whose pixels are no larger than the screen's. */
  public int level() {
    int l = 0;
    while (scale * framing.scale() * (1 << (l + 1)) <= 1.0001) {
      l++;
    }
    return l;
  }

  /** Device pixels whose centres lie on the canvas. */
  public Rect device() {
    Rect c = framing.canvas();
    int x0 = (int) Math.ceil((c.x() - left) * scale - 0.5);
    int y0 = (int) Math.ceil((c.y() - top) * scale - 0.5);
    int x1 = (int) Math.ceil((c.right() - left) * scale - 0.5);
    int y1 = (int) Math.ceil((c.bottom() - top) * scale - 0.5);
    return new Rect(x0, y0, Math.max(0, x1 - x0), Math.max(0, y1 - y0))
        .intersect(new Rect(0, 0, width, height));
  }
}
