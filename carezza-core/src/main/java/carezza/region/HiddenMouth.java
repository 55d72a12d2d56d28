package carezza.region;

import carezza.area.ColourPlanes;
import carezza.area.Matte;
import carezza.area.Outline;
import carezza.face.FaceContours;
import carezza.face.FoundFace;
import carezza.image.PixelReader;
import carezza.image.Plane;
import java.util.Arrays;

/**
 * Tells whether a mouth is hidden by a scarf, a mask or a hand-held thing: what lies round the lips
 * is not skin, and the lips look like it. Lips in a beard do not look like it.
 */
final class HiddenMouth {
  private static final double PX_PER_MM = 2;
  private static final double RING_MM = 6;
  private static final double LEAST_SKIN = 0.3;

  /** Stops of light and of either ratio within which lips look like what lies round them. */
  private static final double SAME_LIGHT = 0.6;

  private static final double SAME_RATIO = 0.25;

  private HiddenMouth() {}

  /**
   * @param skin surface of skin
   * @param pxPerMm source pixels a mm
   */
  static boolean is(PixelReader picture, FoundFace f, Matte skin, double pxPerMm) {
    Outline lips = Outline.through(f.points(FaceContours.OUTER_LIPS));
    int ring = (int) Math.ceil(RING_MM * pxPerMm);
    Closeup seen = Closeup.of(picture, lips.bounds().grow(ring), pxPerMm, PX_PER_MM);
    if (seen.isEmpty()) {
      return false;
    }
    ColourPlanes c = seen.colours(picture, 0.3, 0.5);
    Plane on = skin.at(seen.level(), c.rect());
    float[][] v = new float[6][c.size()];
    int inside = 0;
    int around = 0;
    double skinAround = 0;
    for (int i = 0; i < c.size(); i++) {
      double mm = lips.distance(seen.x(i), seen.y(i)) / pxPerMm;
      if (mm < -0.5) {
        take(c, i, v, 0, inside++);
      } else if (mm > 1 && mm < RING_MM) {
        skinAround += on.data()[i];
        take(c, i, v, 3, around++);
      }
    }
    return inside > 0
        && around > 0
        && skinAround / around < LEAST_SKIN
        && Math.abs(median(v[0], inside) - median(v[3], around)) < SAME_LIGHT
        && Math.abs(median(v[1], inside) - median(v[4], around)) < SAME_RATIO
        && Math.abs(median(v[2], inside) - median(v[5], around)) < SAME_RATIO;
  }

  private static void take(ColourPlanes c, int i, float[][] v, int at, int n) {
    v[at][n] = c.light()[i];
    v[at + 1][n] = c.c1()[i];
    v[at + 2][n] = c.c2()[i];
  }

  private static double median(float[] v, int n) {
    Arrays.sort(v, 0, n);
    return v[n / 2];
  }
}
