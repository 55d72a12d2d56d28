package carezza.region;

import carezza.area.ColourPlanes;
import carezza.area.Matte;
import carezza.area.Outline;
import carezza.image.PixelReader;
import carezza.image.Plane;
import carezza.image.Pyramid;
import carezza.image.Rect;
import carezza.image.RgbBlock;

/**
 * A part of the picture at the coarsest level that shows enough of it.
 *
 * @param level pyramid level
 * @param rect pixels of that level; starts at multiples of 64, as mattes do
 * @param pxPerMm pixels of that level a mm
 */
record Closeup(int level, Rect rect, double pxPerMm) {
  private static final int ANCHOR = 64;

  /**
   * @param part source pixels; what lies outside the picture is left off
   * @param sourcePxPerMm source pixels a mm
   * @param least pixels a mm to be seen
   */
  static Closeup of(PixelReader picture, Rect part, double sourcePxPerMm, double least) {
    int level = level(sourcePxPerMm, least);
    Rect cut = part.toLevel(level).intersect(picture.bounds(level));
    int left = cut.x() / ANCHOR * ANCHOR;
    int top = cut.y() / ANCHOR * ANCHOR;
    Rect rect = cut.isEmpty() ? cut : new Rect(left, top, cut.right() - left, cut.bottom() - top);
    return new Closeup(level, rect, Math.scalb(sourcePxPerMm, -level));
  }

  /** The coarsest level with so many pixels a mm; 0 if none has. */
  static int level(double sourcePxPerMm, double least) {
    return Pyramid.levelFor(sourcePxPerMm, least);
  }

  boolean isEmpty() {
    return rect.isEmpty();
  }

  /** Source pixels a pixel. */
  double side() {
    return 1 << level;
  }

  /** Source x of the centre of the i-th pixel. */
  double x(int i) {
    return (rect.x() + i % rect.w() + 0.5) * side();
  }

  /** Source y of the centre of the i-th pixel. */
  double y(int i) {
    return (rect.y() + i / rect.w() + 0.5) * side();
  }

  RgbBlock read(PixelReader picture) {
    return picture.read(level, rect);
  }

  ColourPlanes colours(PixelReader picture, double lightSigmaMm, double ratioSigmaMm) {
    return ColourPlanes.of(read(picture), lightSigmaMm * pxPerMm, ratioSigmaMm * pxPerMm);
  }

  /** Share of each pixel inside an outline. */
  float[] coverage(Outline o) {
    return o.coverage(level, rect).data();
  }

  Matte matte(float[] weights) {
    return new Matte(level, new Plane(rect, weights));
  }

  /** A matte that is 0 everywhere. */
  static Matte nothing() {
    return new Matte(0, new Plane(new Rect(0, 0, 0, 0)));
  }
}
