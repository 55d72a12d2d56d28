package carezza.spot;

import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;

/**
 * Whether a mark will be seen where a picture is shown: its contrast filtered by the eye's
 * sensitivity and pooled, against the threshold of detection. Lightness only; a mark counts as a
 * soft disc (Watson and Ahumada 2005, "A standard model for foveal detection of spatial contrast":
 * sensitivity is a hyperbolic secant with a power as argument less one without, responses are
 * pooled by a power). Departures: rotation symmetry, no oblique effect, and the skin's own texture
 * masks: the contrast counts as far as it stands out of {@link SkinSpot#depth}.
 */
public enum Sight {
  /** The whole picture on a phone in the hand. */
  PHONE("phone", 65, 300),
  /** Half a page of a playbill. */
  PLAYBILL("playbill", 120, 400),
  /** A print on a wall, seen from a metre. */
  WALL("wall", 600, 1000);

  private static final double GAIN = 373.08;
  private static final double F0 = 4.1726;
  private static final double F1 = 1.3625;
  private static final double LOSS = 0.8493;
  private static final double POWER = 0.7786;
  private static final double BETA = 2.6081;

  /** How wide a scratch or a hair is taken to be; along it as many discs are pooled. */
  private static final double LINE_MM = 0.5;

  /** Depth in the texture at which masking halves what is seen. */
  private static final double MASKED_DEPTH = 3;

  private static final int STEPS = 160;

  /** From so many thresholds on a mark is plain to see. */
  private static final double PLAIN = 3;

  private static final double STEPS_AN_OCTAVE = 3;
  private static final Map<Integer, Double> KNOWN = new ConcurrentHashMap<>();

  private final String key;
  private final double widthMm;
  private final double distanceMm;

  Sight(String key, double widthMm, double distanceMm) {
    this.key = key;
    this.widthMm = widthMm;
    this.distanceMm = distanceMm;
  }

  public String key() {
    return key;
  }

  /**
   * In thresholds of detection: 1 is just seen.
   *
   * @param pxPerMm source pixels a mm of skin
   * @param pictureWidthPx all of the picture
   */
  public double thresholds(SkinSpot s, double pxPerMm, double pictureWidthPx) {
    boolean isLine = s.line().size() > 1;
    double wideMm = isLine ? Math.min(LINE_MM, s.sizeMm()) : s.sizeMm();
    double shownMm = wideMm * pxPerMm / pictureWidthPx * widthMm;
    double degrees = Math.toDegrees(Math.atan(shownMm / distanceMm));
    double sigma = degrees / 2.355;
    double contrast = 1 - Math.pow(2, -Math.abs(s.contrast()));
    double masked = s.depth() / (s.depth() + MASKED_DEPTH);
    double along = isLine ? Math.pow(s.sizeMm() / wideMm, 1 / BETA) : 1;
    return contrast * masked * response(sigma) * along;
  }

  /** plain, just or not. */
  public String said(SkinSpot s, double pxPerMm, double pictureWidthPx) {
    double t = thresholds(s, pxPerMm, pictureWidthPx);
    return t >= PLAIN ? "plain" : t >= 1 ? "just" : "not";
  }

  /** Whether a mark is plain to see, not only just. */
  public boolean isPlain(SkinSpot s, double pxPerMm, double pictureWidthPx) {
    return thresholds(s, pxPerMm, pictureWidthPx) >= PLAIN;
  }

  /** By the sigma's logarithm, linear between steps. */
  private static double response(double sigma) {
    double at = STEPS_AN_OCTAVE * Math.log(sigma) / Math.log(2);
    int low = (int) Math.floor(at);
    return step(low) + (at - low) * (step(low + 1) - step(low));
  }

  private static double step(int n) {
    return KNOWN.computeIfAbsent(n, k -> pooled(Math.pow(2, k / STEPS_AN_OCTAVE)));
  }

  /** Response to a Gaussian of contrast 1, pooled over the plane. */
  private static double pooled(double sigma) {
    double reach = 4 * sigma + 0.5;
    double dr = reach / STEPS;
    double df = 1 / (2 * reach);
    double top = Math.min(60, 2.5 / sigma);
    double sum = 0;
    for (int k = 0; k < STEPS; k++) {
      double r = (k + 0.5) * dr;
      double response = 0;
      for (double f = df / 2; f < top; f += df) {
        double spectrum =
            2 * Math.PI * sigma * sigma * Math.exp(-2 * Math.pow(Math.PI * sigma * f, 2));
        response += 2 * Math.PI * f * spectrum * sensitivity(f) * bessel(2 * Math.PI * f * r) * df;
      }
      sum += Math.pow(Math.abs(response), BETA) * 2 * Math.PI * r * dr;
    }
    return Math.pow(sum, 1 / BETA);
  }

  private static double sensitivity(double f) {
    return GAIN * (sech(Math.pow(f / F0, POWER)) - LOSS * sech(f / F1));
  }

  private static double sech(double x) {
    return 1 / Math.cosh(Math.min(x, 300));
  }

  /** J0 by its integral. */
  private static double bessel(double x) {
    int n = 24 + (int) x;
    double sum = 0;
    for (int k = 0; k < n; k++) {
      sum += Math.cos(x * Math.sin((k + 0.5) * Math.PI / n));
    }
    return sum / n;
  }
}
