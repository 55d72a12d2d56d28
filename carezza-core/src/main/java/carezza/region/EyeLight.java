package carezza.region;

import carezza.color.Roots;
import carezza.color.WorkingSpace;
import carezza.face.Pin;
import carezza.filter.Gaussian;
import carezza.image.PixelReader;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;

/**
 * The lightness of an eye, a cube root of light smoothed by 0.15 mm, in mm of the eye: u along the
 * line of its corners from their middle towards the sitter's left, v across it, downwards where the
 * face is upright.
 */
final class EyeLight {
  private static final double LEAST_PX_PER_MM = 5;
  private static final double SMOOTH_MM = 0.15;

  /** Beyond the corners that much is read. */
  private static final double AROUND_MM = 8;

  private final Plane light;
  private final double side;
  private final double px;
  private final Pin middle;
  private final double cos;
  private final double sin;
  private final double halfLengthMm;
  private final double guessU;
  private final double guessV;

  /**
   * @param first the corner towards the sitter's right, source pixels
   * @param second the corner towards the sitter's left
   * @param guess the iris's middle as far as it is known
   * @param pxPerMm source pixels a mm
   */
  EyeLight(PixelReader picture, Pin first, Pin second, Pin guess, double pxPerMm) {
    int level = Closeup.level(pxPerMm, LEAST_PX_PER_MM);
    side = 1 << level;
    px = pxPerMm / side;
    middle = new Pin((first.x() + second.x()) / 2 / side, (first.y() + second.y()) / 2 / side);
    double angle = Math.atan2(second.y() - first.y(), second.x() - first.x());
    cos = Math.cos(angle);
    sin = Math.sin(angle);
    halfLengthMm = first.distance(second) / 2 / pxPerMm;
    guessU = u(guess);
    guessV = v(guess);
    Rect need = Rect.ofDisc(middle.x(), middle.y(), (halfLengthMm + AROUND_MM) * px);
    Rect seen = need.intersect(picture.bounds(level));
    light = seen.isEmpty() ? new Plane(new Rect(0, 0, 1, 1)) : lightness(picture.read(level, seen));
  }

  private Plane lightness(RgbBlock b) {
    Plane p = new Plane(b.rect());
    for (int i = 0; i < b.size(); i++) {
      float y = WorkingSpace.luminance(b.r()[i], b.g()[i], b.b()[i]);
      p.data()[i] = Roots.cbrt(Math.max(0, y));
    }
    return Gaussian.blur(p, SMOOTH_MM * px);
  }

  double halfLengthMm() {
    return halfLengthMm;
  }

  double guessU() {
    return guessU;
  }

  double guessV() {
    return guessV;
  }

  private double u(Pin p) {
    return ((p.x() / side - middle.x()) * cos + (p.y() / side - middle.y()) * sin) / px;
  }

  private double v(Pin p) {
    return ((p.y() / side - middle.y()) * cos - (p.x() / side - middle.x()) * sin) / px;
  }

  /** A place in mm of the eye, in source pixels. */
  Pin pin(double u, double v) {
    return new Pin(
        (middle.x() + px * (u * cos - v * sin)) * side,
        (middle.y() + px * (u * sin + v * cos)) * side);
  }

  /** Lightness at a place in mm of the eye. */
  double at(double u, double v) {
    double x = middle.x() + px * (u * cos - v * sin) - 0.5;
    double y = middle.y() + px * (u * sin + v * cos) - 0.5;
    int x0 = (int) Math.floor(x);
    int y0 = (int) Math.floor(y);
    double fx = x - x0;
    double fy = y - y0;
    return (1 - fy) * ((1 - fx) * light.clamped(x0, y0) + fx * light.clamped(x0 + 1, y0))
        + fy * ((1 - fx) * light.clamped(x0, y0 + 1) + fx * light.clamped(x0 + 1, y0 + 1));
  }
}
