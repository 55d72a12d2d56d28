package carezza.geometry;

import carezza.image.PixelReader;
import carezza.image.Rect;
import carezza.image.RgbBlock;

/** Full-size light of a canvas. */
public final class Framed {
  private Framed() {}

  /**
   * @param picture the source as far as there is any, with all its passes
   * @param part a rectangle of the canvas
   * @return its light; bit by bit the picture's where the framing is straight
   */
  public static RgbBlock read(PixelReader picture, Framing f, Rect part) {
    if (f.isStraight()) {
      return picture.read(0, part);
    }
    double step = 1 / f.scale();
    double reach = Resampling.reach(Resampling.Kernel.CUBIC, step);
    Rect need =
        f.source(part.x(), part.y(), part.right(), part.bottom(), reach)
            .intersect(picture.bounds(0));
    Resampling light = new Resampling(picture.read(0, need), Resampling.Kernel.CUBIC, step);
    RgbBlock out = new RgbBlock(0, part);
    float[][] to = {out.r(), out.g(), out.b()};
    for (int y = 0; y < part.h(); y++) {
      for (int x = 0; x < part.w(); x++) {
        double cx = part.x() + x + 0.5;
        double cy = part.y() + y + 0.5;
        light.at(f.sourceX(cx, cy), f.sourceY(cx, cy), to, y * part.w() + x);
      }
    }
    return out;
  }
}
