package carezza.pass;

import carezza.image.PixelReader;
import carezza.image.Pyramid;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.setting.Place;

/** Measures the light of a {@link Place}. */
public final class Places {
  /** A place is measured at the coarsest level on which its radius has as many pixels. */
  private static final int LEAST_RADIUS_PX = 6;

  private Places() {}

  /** Source pixels that a place covers, inside the picture. */
  public static Rect bounds(Frame frame, Place place) {
    return Rect.ofDisc(place.x(), place.y(), radius(frame, place)).intersect(frame.bounds());
  }

  private static double radius(Frame frame, Place place) {
    return Math.max(1, place.sizeMm() * frame.pxPerMm() / 2);
  }

  /**
   * Mean linear working-space light in the disc.
   *
   * @return red, green, blue
   * @throws IllegalArgumentException when the place lies outside the picture
   */
  public static double[] meanLight(PixelReader picture, Frame frame, Place place) {
    Rect rect = bounds(frame, place);
    if (rect.isEmpty()) {
      throw new IllegalArgumentException("place " + place.x() + ", " + place.y() + " is outside");
    }
    double radius = radius(frame, place);
    int level = Pyramid.levelFor(radius, LEAST_RADIUS_PX);
    double side = 1 << level;
    rect = rect.toLevel(level).intersect(picture.bounds(level));
    RgbBlock b = picture.read(level, rect);
    double[] sum = new double[3];
    int n = 0;
    for (int y = rect.y(); y < rect.bottom(); y++) {
      for (int x = rect.x(); x < rect.right(); x++) {
        if (Math.hypot((x + 0.5) * side - place.x(), (y + 0.5) * side - place.y()) <= radius) {
          int i = b.index(x, y);
          sum[0] += b.r()[i];
          sum[1] += b.g()[i];
          sum[2] += b.b()[i];
          n++;
        }
      }
    }
    for (int c = 0; c < 3; c++) {
      sum[c] /= Math.max(1, n);
    }
    return sum;
  }
}
