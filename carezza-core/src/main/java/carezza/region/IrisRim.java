package carezza.region;

import carezza.color.Roots;
import carezza.color.WorkingSpace;
import carezza.face.Pin;
import carezza.filter.Gaussian;
import carezza.image.PixelReader;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import java.util.Arrays;

/**
 * Snaps an iris to the picture: of the circles near a first guess the one across whose sides
 * lightness rises most from within to without (Daugman 1993, "High confidence visual recognition of
 * persons by a test of statistical independence"). Departures: only arcs of 45 degrees about the
 * line of the eyes are looked at, since lids cover the rest; each sample counts at most a usual
 * step, so that a catch-light or a lash decides nothing; and circles far from the guess, or of a
 * diameter far from the mean 11.7 mm, need a clearer rim. Where lightness rises most lies in the
 * limbus, half a millimetre wide, in which the white begins: to either side the iris ends where a
 * third of the rise from its dark rim is done.
 *
 * @param centre source pixels
 * @param diameterPx source pixels
 */
public record IrisRim(Pin centre, double diameterPx) {
  private static final double MEAN_RADIUS_MM = 11.7 / 2;
  private static final double LEAST_PX_PER_MM = 5;

  /** How far to either side, and up and down, the centre is looked for, mm. */
  private static final double ALONG_MM = 3;

  private static final double ACROSS_MM = 1.8;
  private static final double STEP_MM = 0.2;
  private static final double RADIUS_STEP_MM = 0.1;
  private static final double RADIUS_SPREAD_MM = 0.9;

  /** Within so much of the clearest circle each side's rim is looked for, mm. */
  private static final double NEAR_MM = 1.2;

  private static final double FINE_STEP_MM = 0.05;

  /** Share of the rise from the dark rim to the white at which the iris ends. */
  private static final double RISEN = 1 / 3.0;

  /** A smaller rise, in cube root of light, says nothing. */
  private static final double LEAST_RISE = 0.04;

  /** Half of what a rim is taken to be wide. */
  private static final double HALF_RIM_MM = 0.35;

  private static final double SMOOTH_MM = 0.15;
  private static final int ANGLES = 15;
  private static final double ARC = Math.PI / 4;

  /** Most that a sample counts, in cube root of light. */
  private static final double USUAL_STEP = 0.2;

  /** What a centre 3 mm off, or a radius 0.9 mm off, costs. */
  private static final double DOUBT = 0.03;

  /**
   * @param guess centre of the iris, source pixels
   * @param tilt direction from the sitter's right eye to the left, radians
   * @param pxPerMm source pixels a mm
   */
  public static IrisRim near(PixelReader picture, Pin guess, double tilt, double pxPerMm) {
    int level = Closeup.level(pxPerMm, LEAST_PX_PER_MM);
    double side = 1 << level;
    double px = pxPerMm / side;
    double cx = guess.x() / side;
    double cy = guess.y() / side;
    Rect need =
        Rect.ofDisc(cx, cy, (ALONG_MM + MEAN_RADIUS_MM + 2) * px).intersect(picture.bounds(level));
    if (need.isEmpty()) {
      return new IrisRim(guess, 2 * MEAN_RADIUS_MM * pxPerMm);
    }
    Plane light = lightness(picture.read(level, need), SMOOTH_MM * px);
    double[] best = {-Double.MAX_VALUE, cx, cy, MEAN_RADIUS_MM};
    for (double v = -ACROSS_MM; v <= ACROSS_MM + 1e-9; v += STEP_MM) {
      for (double u = -ALONG_MM; u <= ALONG_MM + 1e-9; u += STEP_MM) {
        double x = cx + px * (u * Math.cos(tilt) - v * Math.sin(tilt));
        double y = cy + px * (u * Math.sin(tilt) + v * Math.cos(tilt));
        for (double d = -RADIUS_SPREAD_MM; d <= RADIUS_SPREAD_MM + 1e-9; d += RADIUS_STEP_MM) {
          double r = MEAN_RADIUS_MM + d;
          double doubt =
              (u * u + v * v) / (ALONG_MM * ALONG_MM)
                  + d * d / (RADIUS_SPREAD_MM * RADIUS_SPREAD_MM);
          double score = rise(light, x, y, r * px, HALF_RIM_MM * px, tilt) - DOUBT * doubt;
          if (score > best[0]) {
            best = new double[] {score, x, y, r};
          }
        }
      }
    }
    double towardsLeft = reach(light, best, tilt, px);
    double towardsRight = reach(light, best, tilt + Math.PI, px);
    double shift = (towardsLeft - towardsRight) / 2 * px;
    Pin centre =
        new Pin(
            (best[1] + shift * Math.cos(tilt)) * side, (best[2] + shift * Math.sin(tilt)) * side);
    return new IrisRim(centre, (towardsLeft + towardsRight) * pxPerMm);
  }

  /** How far the iris reaches from the centre of a circle in a direction, mm. */
  private static double reach(Plane light, double[] circle, double angle, double px) {
    double r = circle[3];
    int n = (int) Math.round(2 * NEAR_MM / FINE_STEP_MM) + 1;
    double[] along = new double[n];
    double[] across = new double[ANGLES];
    for (int k = 0; k < n; k++) {
      double at = (r - NEAR_MM + k * FINE_STEP_MM) * px;
      for (int j = 0; j < ANGLES; j++) {
        double a = angle + arc(j);
        across[j] = at(light, circle[1] + at * Math.cos(a), circle[2] + at * Math.sin(a));
      }
      Arrays.sort(across);
      along[k] = across[ANGLES / 2];
    }
    int dark = 0;
    for (int k = 1; k <= n * 2 / 3; k++) {
      dark = along[k] <= along[dark] ? k : dark;
    }
    double white = along[dark];
    for (int k = dark; k < n; k++) {
      white = Math.max(white, along[k]);
    }
    double goal = along[dark] + RISEN * (white - along[dark]);
    if (white - along[dark] < LEAST_RISE) {
      return r;
    }
    int k = dark;
    while (along[k + 1] < goal) {
      k++;
    }
    double part = (goal - along[k]) / (along[k + 1] - along[k]);
    return r - NEAR_MM + (k + part) * FINE_STEP_MM;
  }

  private static double arc(int j) {
    return (j / (ANGLES - 1.0) - 0.5) * 2 * ARC;
  }

  private static Plane lightness(RgbBlock b, double sigma) {
    Plane p = new Plane(b.rect());
    for (int i = 0; i < b.size(); i++) {
      float y = WorkingSpace.luminance(b.r()[i], b.g()[i], b.b()[i]);
      p.data()[i] = Roots.cbrt(Math.max(0, y));
    }
    return Gaussian.blur(p, sigma);
  }

  /** Mean rise of lightness over both arcs. */
  private static double rise(Plane p, double x, double y, double r, double half, double tilt) {
    double sum = 0;
    for (int k = 0; k < 2 * ANGLES; k++) {
      double angle = tilt + arc(k % ANGLES) + (k < ANGLES ? 0 : Math.PI);
      double c = Math.cos(angle);
      double s = Math.sin(angle);
      double in = at(p, x + (r - half) * c, y + (r - half) * s);
      double out = at(p, x + (r + half) * c, y + (r + half) * s);
      sum += Math.max(-USUAL_STEP, Math.min(USUAL_STEP, out - in));
    }
    return sum / (2 * ANGLES);
  }

  private static double at(Plane p, double x, double y) {
    double u = x - 0.5;
    double v = y - 0.5;
    int x0 = (int) Math.floor(u);
    int y0 = (int) Math.floor(v);
    double fx = u - x0;
    double fy = v - y0;
    return (1 - fy) * ((1 - fx) * p.clamped(x0, y0) + fx * p.clamped(x0 + 1, y0))
        + fy * ((1 - fx) * p.clamped(x0, y0 + 1) + fx * p.clamped(x0 + 1, y0 + 1));
  }
}
