package carezza.screen;

import carezza.image.Rect;

/**
 * What part of the picture is seen and how large.
 *
 * @param scale device pixels per source pixel
 * @param left source x at the view's left edge
 * @param top source y at the view's top edge
 * @param width device pixels
 * @param height device pixels
 */
public record Viewport(double scale, double left, double top, int width, int height) {
  public static final double MOST = 16;

  /** The whole picture, centred, with a margin of 2 %. */
  public static Viewport fit(Rect picture, int width, int height) {
    double s = 0.98 * Math.min((double) width / picture.w(), (double) height / picture.h());
    return new Viewport(
        s, picture.w() / 2.0 - width / s / 2, picture.h() / 2.0 - height / s / 2, width, height);
  }

  /** Zoomed so that the source point under a device point stays there. */
  public Viewport zoomed(double newScale, double deviceX, double deviceY) {
    double s = Math.max(0.02, Math.min(MOST, newScale));
    return new Viewport(
        s, sourceX(deviceX) - deviceX / s, sourceY(deviceY) - deviceY / s, width, height);
  }

  public Viewport moved(double deviceDx, double deviceDy) {
    return new Viewport(scale, left - deviceDx / scale, top - deviceDy / scale, width, height);
  }

  /** The same centre and scale in a view of another size. */
  public Viewport sized(int w, int h) {
    return new Viewport(
        scale, left + (width - w) / scale / 2, top + (height - h) / scale / 2, w, h);
  }

  public double sourceX(double deviceX) {
    return left + deviceX / scale;
  }

  public double sourceY(double deviceY) {
    return top + deviceY / scale;
  }

  public double deviceX(double sourceX) {
    return (sourceX - left) * scale;
  }

  public double deviceY(double sourceY) {
    return (sourceY - top) * scale;
  }

  /** Source pixels seen, inside the picture. */
  public Rect seen(Rect picture) {
    return Rect.around(left, top, left + width / scale, top + height / scale).intersect(picture);
  }

  /** The coarsest level whose pixels are no larger than the screen's. */
  public int level() {
    int l = 0;
    while (scale * (1 << (l + 1)) <= 1.0001) {
      l++;
    }
    return l;
  }

  /** Device pixels whose centres lie on the picture. */
  public Rect device(Rect picture) {
    int x0 = (int) Math.ceil(deviceX(picture.x()) - 0.5);
    int y0 = (int) Math.ceil(deviceY(picture.y()) - 0.5);
    int x1 = (int) Math.ceil(deviceX(picture.right()) - 0.5);
    int y1 = (int) Math.ceil(deviceY(picture.bottom()) - 0.5);
    return new Rect(x0, y0, Math.max(0, x1 - x0), Math.max(0, y1 - y0))
        .intersect(new Rect(0, 0, width, height));
  }
}
