package carezza.spot;

import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.DoubleUnaryOperator;

/**
 * Whether a mark will be seen where a picture is shown: what it changes of light and of red against
 * green, each filtered by the eye's sensitivity and pooled, against the threshold of detection. A
 * mark counts as a soft disc. Light by Watson and Ahumada 2005, "A standard model for foveal
 * detection of spatial contrast": sensitivity is a hyperbolic secant with a power as argument less
 * one without, responses are pooled by a power. Red against green by Mullen 1985, "The contrast
 * sensitivity of human colour vision to red-green and blue-yellow chromatic gratings": sensitivity
 * does not fall off towards low frequencies, meets that for light at half a cycle a degree and
 * reaches 1 at 11 to 12; here an exponential through both. The two are pooled by the same power.
 * Departures: rotation symmetry, no oblique effect, and the skin's own texture masks: a mark counts
 * as far as it stands out of {@link SkinSpot#depth}.
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

  /** Cycles a degree where light and colour are seen as well, and where colour is seen no more. */
  private static final double SAME = 0.5;

  private static final double ACUITY = 11.5;
  private static final double FALL = Math.log(sensitivity(SAME)) / (ACUITY - SAME);

  /** Linear sRGB light of skin in a white light, against green. */
  private static final double[] SKIN = {1.45, 1, 0.75};

  /** Luminance of linear sRGB (IEC 61966-2-1), and what the long and middle cones take of it. */
  private static final double[] LUMINANCE = {0.2126, 0.7152, 0.0722};

  private static final double[] LONG = {0.3139, 0.6396, 0.0465};
  private static final double[] MIDDLE = {0.1553, 0.7579, 0.0868};

  /**
   * Difference of both cones' contrasts in a grating of 602 against 526 nm, as Mullen's, for each
   * unit of its own contrast.
   */
  private static final double CONES = 0.49;

  /** How wide a scratch or a hair is taken to be; along it as many discs are pooled. */
  private static final double LINE_MM = 0.5;

  /** Depth in the texture at which masking halves what is seen. */
  private static final double MASKED_DEPTH = 3;

  private static final int STEPS = 160;

  /** From so many thresholds on a mark is plain to see. */
  private static final double PLAIN = 3;

  private static final double STEPS_AN_OCTAVE = 3;

  /** Responses by the sigma of a mark, as they were asked for. */
  private record Curve(DoubleUnaryOperator sensitivity, Map<Integer, Double> known) {
    Curve(DoubleUnaryOperator sensitivity) {
      this(sensitivity, new ConcurrentHashMap<>());
    }

    double step(int n) {
      return known.computeIfAbsent(n, k -> pooled(Math.pow(2, k / STEPS_AN_OCTAVE), sensitivity));
    }
  }

  private static final Curve LIGHT = new Curve(Sight::sensitivity);
  private static final Curve COLOUR = new Curve(Sight::ofColour);

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
    double light = Math.abs(change(s, LUMINANCE)) * response(sigma, LIGHT);
    double colour = Math.abs(change(s, LONG) - change(s, MIDDLE)) / CONES * response(sigma, COLOUR);
    double masked = s.depth() / (s.depth() + MASKED_DEPTH);
    double along = isLine ? Math.pow(s.sizeMm() / wideMm, 1 / BETA) : 1;
    double seen = Math.pow(Math.pow(light, BETA) + Math.pow(colour, BETA), 1 / BETA);
    return seen * masked * along;
  }

  /** Share by which what is taken of the skin's light changes where a mark is. */
  private static double change(SkinSpot s, double[] taken) {
    double green = Math.pow(2, -s.contrast());
    double red = Math.pow(2, s.redness() - s.contrast());
    double skin = taken[0] * SKIN[0] + taken[1] * SKIN[1] + taken[2] * SKIN[2];
    double mark = taken[0] * SKIN[0] * red + green * (taken[1] * SKIN[1] + taken[2] * SKIN[2]);
    return mark / skin - 1;
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
  private static double response(double sigma, Curve of) {
    double at = STEPS_AN_OCTAVE * Math.log(sigma) / Math.log(2);
    int low = (int) Math.floor(at);
    return of.step(low) + (at - low) * (of.step(low + 1) - of.step(low));
  }

  /** Response to a Gaussian of contrast 1, pooled over the plane. */
  private static double pooled(double sigma, DoubleUnaryOperator sensitivity) {
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
        response +=
            2
                * Math.PI
                * f
                * spectrum
                * sensitivity.applyAsDouble(f)
                * bessel(2 * Math.PI * f * r)
                * df;
      }
      sum += Math.pow(Math.abs(response), BETA) * 2 * Math.PI * r * dr;
    }
    return Math.pow(sum, 1 / BETA);
  }

  private static double sensitivity(double f) {
    return GAIN * (sech(Math.pow(f / F0, POWER)) - LOSS * sech(f / F1));
  }

  /** Of red against green. */
  private static double ofColour(double f) {
    return Math.exp(FALL * (ACUITY - f));
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
