package carezza.region;

import carezza.area.Outline;
import carezza.color.Roots;
import carezza.color.WorkingSpace;
import carezza.face.Pin;
import carezza.filter.Gaussian;
import carezza.image.PixelReader;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import java.util.List;

/**
 * The lightness of an eye, a cube root of light smoothed by 0.15 mm, in mm of the eye: u along the
 * line of its corners from their middle towards the sitter's left, v across it, downwards where the
 * face is upright.
 */
final class EyeLight {
  private static final double LEAST_PX_PER_MM = 5;
  private static final double SMOOTH_MM = 0.15;

  /** Distances from the lids are reckoned so far apart. */
  private static final double LIDS_STEP_MM = 0.5;

  /** From so far within the lids on a place is as likely seen as not, and how soft that is. */
  private static final double LIDS_IN_MM = 0;

  private static final double LIDS_MM = 1.5;

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
  private final Plane beyondLids;

  /**
   * @param lids the outline of the opening: a corner, an arc, the other corner half-way, the other
   *     arc; source pixels
   * @param towardsLeft whether the first of them is the corner towards the sitter's right
   * @param guess the iris's middle as far as it is known
   * @param pxPerMm source pixels a mm
   */
  EyeLight(PixelReader picture, List<Pin> lids, boolean towardsLeft, Pin guess, double pxPerMm) {
    Pin first = lids.get(towardsLeft ? 0 : lids.size() / 2);
    Pin second = lids.get(towardsLeft ? lids.size() / 2 : 0);
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
    int step = Math.max(1, (int) (LIDS_STEP_MM * px));
    beyondLids = new Plane(light.rect(), Outline.through(lids).distances(light.rect(), side, step));
  }

  /** How surely a place lies between the lids, 0..1: they are known to about a millimetre. */
  double between(double u, double v) {
    return Math.max(
        0, Math.min(1, 0.5 - (at(beyondLids, u, v) / side / px + LIDS_IN_MM) / LIDS_MM));
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
    return at(light, u, v);
  }

  private double at(Plane p, double u, double v) {
    double x = middle.x() + px * (u * cos - v * sin);
    double y = middle.y() + px * (u * sin + v * cos);
    return p.linear(x, y);
  }
}
