package carezza.region;

import carezza.area.Matte;
import carezza.area.Outline;
import carezza.face.Pin;
import carezza.image.PixelReader;
import carezza.image.Rect;
import java.util.Arrays;

/**
 * Pupil and catch-lights of one eye. The pupil is what is darker than the iris's median about the
 * middle of its disc; a catch-light what is brighter than it by more than an iris is anywhere else.
 *
 * @param pupil weights
 * @param catchLights weights
 */
record IrisParts(Matte pupil, Matte catchLights) {
  private static final double PX_PER_MM = 6;
  private static final double LIGHT_SIGMA_MM = 0.12;

  /** Largest pupil as a share of the iris's radius. */
  private static final double MOST_PUPIL = 0.65;

  private static final double PUPIL_STOPS = 0.8;
  private static final double CATCH_STOPS = 2;

  /** Nearer to the rim of the iris white may be taken for a catch-light. */
  private static final double CATCH_RIM = 0.88;

  /**
   * @param radius of the iris, source pixels
   * @param opening outline of the lids
   */
  static IrisParts find(
      PixelReader picture, Pin centre, double radius, Outline opening, double pxPerMm) {
    Rect disc = Rect.ofDisc(centre.x(), centre.y(), radius);
    Closeup c = Closeup.of(picture, disc, pxPerMm, PX_PER_MM);
    if (c.isEmpty()) {
      return new IrisParts(Closeup.nothing(), Closeup.nothing());
    }
    float[] light = c.colours(picture, LIGHT_SIGMA_MM, LIGHT_SIGMA_MM).light();
    float[] seen = c.coverage(opening);
    double[] far = new double[light.length];
    float[] ring = new float[light.length];
    int n = 0;
    for (int i = 0; i < light.length; i++) {
      far[i] = Math.hypot(c.x(i) - centre.x(), c.y(i) - centre.y()) / radius;
      if (seen[i] > 0.5f && far[i] > MOST_PUPIL && far[i] < 0.9) {
        ring[n++] = light[i];
      }
    }
    float[] sorted = Arrays.copyOf(ring, n);
    Arrays.sort(sorted);
    double iris = n == 0 ? 0 : sorted[n / 2];
    float[] pupil = new float[light.length];
    float[] catches = new float[light.length];
    for (int i = 0; i < light.length; i++) {
      double inside = seen[i] * SurfacePrior.step((1 - far[i]) / 0.04 + 0.5);
      double middle = 1 - SurfacePrior.step((far[i] - MOST_PUPIL + 0.05) / 0.1);
      double dark = SurfacePrior.step((iris - light[i] - PUPIL_STOPS) / 0.4 + 0.5);
      double bright = SurfacePrior.step((light[i] - iris - CATCH_STOPS) / 0.5 + 0.5);
      pupil[i] = (float) (inside * middle * dark);
      catches[i] = (float) (inside * bright * SurfacePrior.step((CATCH_RIM - far[i]) / 0.04 + 0.5));
    }
    return new IrisParts(c.matte(pupil), c.matte(catches));
  }
}
