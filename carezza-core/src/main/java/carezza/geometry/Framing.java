package carezza.geometry;

import carezza.image.Rect;

/**
 * Which part of a picture is shown and written, and how it lies. Immutable.
 *
 * @param canvas the pixels that there are, in pixels of the canvas; where nothing is turned or
 *     scaled those are source pixels, so that a crop moves none
 * @param toSource from the canvas to source pixels
 * @param there source pixels that there are: the source's own, or beyond them where its backdrop is
 *     extended
 */
public record Framing(Rect canvas, Projection toSource, Rect there) {
  public Framing {
    if (canvas.isEmpty()) {
      throw new IllegalArgumentException("canvas = " + canvas + ", must hold a pixel");
    }
  }

  /** All of a picture as it is. */
  public static Framing of(Rect source) {
    return new Framing(source, Projection.IDENTITY, source);
  }

  /** Whether a pixel of the canvas is a source pixel. */
  public boolean isStraight() {
    return toSource.isIdentity();
  }

  public double sourceX(double x, double y) {
    return toSource.x(x, y);
  }

  public double sourceY(double x, double y) {
    return toSource.y(x, y);
  }

  public double canvasX(double sourceX, double sourceY) {
    return isStraight() ? sourceX : toSource.inverse().x(sourceX, sourceY);
  }

  public double canvasY(double sourceX, double sourceY) {
    return isStraight() ? sourceY : toSource.inverse().y(sourceX, sourceY);
  }

  /** Whether a place of the source is shown. */
  public boolean shows(double sourceX, double sourceY) {
    double x = canvasX(sourceX, sourceY);
    double y = canvasY(sourceX, sourceY);
    return x >= canvas.x() && y >= canvas.y() && x < canvas.right() && y < canvas.bottom();
  }

  /** Canvas pixels a source pixel at the canvas's middle, in the mean of all directions. */
  public double scale() {
    double[] s = toSource.stretch(middleX(), middleY());
    return 1 / Math.sqrt(s[0] * s[1]);
  }

  /** Source pixels that are as wide as what is shown. */
  public double shownWidth() {
    return canvas.w() / scale();
  }

  public double middleX() {
    return canvas.x() + canvas.w() / 2.0;
  }

  public double middleY() {
    return canvas.y() + canvas.h() / 2.0;
  }

  /** The same with another canvas over the same source. */
  public Framing on(Rect other) {
    return new Framing(other, toSource, there);
  }

  /** The same after a map of its canvas. */
  public Framing mapped(Projection toThis) {
    return new Framing(canvas, toSource.after(toThis), there);
  }

  /** The source pixels that a rectangle of the canvas is made from, with room around. */
  public Rect source(double x0, double y0, double x1, double y1, double room) {
    double[] xs = {x0, x1, x0, x1};
    double[] ys = {y0, y0, y1, y1};
    double left = Double.POSITIVE_INFINITY;
    double top = left;
    double right = -left;
    double bottom = -left;
    for (int i = 0; i < xs.length; i++) {
      double x = sourceX(xs[i], ys[i]);
      double y = sourceY(xs[i], ys[i]);
      left = Math.min(left, x);
      right = Math.max(right, x);
      top = Math.min(top, y);
      bottom = Math.max(bottom, y);
    }
    return Rect.around(left - room, top - room, right + room, bottom + room);
  }

  /** Whether there is picture in all of a box of the canvas. */
  public boolean isFull(Box b) {
    Box t = Box.of(there);
    double[] xs = {b.left(), b.right(), b.left(), b.right()};
    double[] ys = {b.top(), b.top(), b.bottom(), b.bottom()};
    for (int i = 0; i < xs.length; i++) {
      if (!t.holds(sourceX(xs[i], ys[i]), sourceY(xs[i], ys[i]))) {
        return false;
      }
    }
    return true;
  }

  /** The largest box of the same middle and proportions, no larger, that is full of picture. */
  public Box filled(Box b) {
    return b.scaled(Reach.along(k -> isFull(b.scaled(k))));
  }
}
