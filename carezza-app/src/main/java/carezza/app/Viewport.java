package carezza.app;

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
record Viewport(double scale, double left, double top, int width, int height) {
  static final double MOST = 16;

  /** The whole picture, centred, with a margin of 2 %. */
  static Viewport fit(Rect picture, int width, int height) {
    double s = 0.98 * Math.min((double) width / picture.w(), (double) height / picture.h());
    return new Viewport(
        s, picture.w() / 2.0 - width / s / 2, picture.h() / 2.0 - height / s / 2, width, height);
  }

  /** Zoomed so that the source point under a device point stays there. */
  Viewport zoomed(double newScale, double deviceX, double deviceY) {
    double s = Math.max(0.02, Math.min(MOST, newScale));
    return new Viewport(
        s, sourceX(deviceX) - deviceX / s, sourceY(deviceY) - deviceY / s, width, height);
  }

  Viewport moved(double deviceDx, double deviceDy) {
    return new Viewport(scale, left - deviceDx / scale, top - deviceDy / scale, width, height);
  }

  /** The same centre and scale in a view of another size. */
  Viewport sized(int w, int h) {
    return new Viewport(
        scale, left + (width - w) / scale / 2, top + (height - h) / scale / 2, w, h);
  }

  double sourceX(double deviceX) {
    return left + deviceX / scale;
  }

  double sourceY(double deviceY) {
    return top + deviceY / scale;
  }

  double deviceX(double sourceX) {
    return (sourceX - left) * scale;
  }

  double deviceY(double sourceY) {
    return (sourceY - top) * scale;
  }

  /** Source pixels seen, inside the picture. */
  Rect seen(Rect picture) {
    return Rect.around(left, top, left + width / scale, top + height / scale).intersect(picture);
  }

  /** The coarsest level whose pixels are no larger than the screen's. */
  int level() {
    int l = 0;
    while (scale * (1 << (l + 1)) <= 1.0001) {
      l++;
    }
    return l;
  }
}
