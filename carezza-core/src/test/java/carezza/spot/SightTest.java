package carezza.spot;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.withinPercentage;

import carezza.face.Pin;
import carezza.spot.SkinSpot.Proposal;
import java.util.List;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Whether a mark is seen, against the model reckoned the long way, and what it must do. */
public class SightTest {
  private static final double PX = 5;
  private static final double WIDTH = 2000;

  /** Of the spectrum, in cycles per degree. */
  private static final double STEP = 0.02;

  /** So deep that texture masks none of it. */
  private static final double PLAIN = 1e9;

  private static SkinSpot spot(double mm, double contrast, double redness) {
    return new SkinSpot(
        SpotType.BLEMISH,
        new Pin(0, 0),
        mm,
        mm,
        contrast,
        redness,
        PLAIN,
        0.9,
        Proposal.HEAL,
        List.of());
  }

  private static double thresholds(Sight at, double mm, double contrast, double redness) {
    return at.thresholds(spot(mm, contrast, redness), PX, WIDTH);
  }

  /** Of skin's luminance, at R : G : B = 1.45 : 1 : 0.75. */
  private static double luminance(double red, double green, double blue) {
    return (0.2126 * 1.45 * red + 0.7152 * green + 0.0722 * 0.75 * blue)
        / (0.2126 * 1.45 + 0.7152 + 0.0722 * 0.75);
  }

  /** How much redder a mark must be to be as light as the skin where green is that much less. */
  private static double asLight(double contrast) {
    double low = contrast;
    double high = 8 * contrast;
    for (int i = 0; i < 60; i++) {
      double middle = (low + high) / 2;
      double green = Math.pow(2, -contrast);
      boolean lighter = luminance(green * Math.pow(2, middle), green, green) > 1;
      high = lighter ? middle : high;
      low = lighter ? low : middle;
    }
    return low;
  }

  @DataProvider
  public Object[][] sizes() {
    return new Object[][] {{Sight.PHONE, 8.0}, {Sight.PLAYBILL, 5.0}, {Sight.WALL, 4.0}};
  }

  /** A Gaussian on a grid, filtered by its spectrum, its responses pooled over the plane. */
  @Test(dataProvider = "sizes")
  public void lightIsFilteredAndPooledAsThePaperSays(Sight at, double mm) {
    double widthMm = at == Sight.PHONE ? 65 : at == Sight.PLAYBILL ? 120 : 600;
    double distance = at == Sight.PHONE ? 300 : at == Sight.PLAYBILL ? 400 : 1000;
    double degrees = Math.toDegrees(Math.atan(mm * PX / WIDTH * widthMm / distance));
    double sigma = degrees / 2.355;
    int n = 96;
    double side = 14 * sigma + 1.2;
    double[] spectrum = spectrum(sigma);
    double sum = 0;
    for (int j = 0; j < n; j++) {
      for (int i = 0; i < n; i++) {
        double r = Math.hypot((i + 0.5) / n - 0.5, (j + 0.5) / n - 0.5) * side;
        double response = Math.abs(filtered(spectrum, r));
        sum += Math.pow(response, 2.6081) * side / n * side / n;
      }
    }
    double contrast = 0.3;
    double expected = (1 - Math.pow(2, -contrast)) * Math.pow(sum, 1 / 2.6081);
    assertThat(thresholds(at, mm, contrast, 0)).isCloseTo(expected, withinPercentage(4));
  }

  /** What the eye's filter leaves of a Gaussian of height 1 per cycle along one axis. */
  private static double[] spectrum(double sigma) {
    double end = 3.5 / (2 * Math.PI * sigma) + 8;
    double[] spectrum = new double[(int) Math.ceil(end / STEP - 0.5)];
    for (int i = 0; i < spectrum.length; i++) {
      double fx = (i + 0.5) * STEP;
      for (double fy = STEP / 2; fy < end; fy += 0.1) {
        double f = Math.hypot(fx, fy);
        spectrum[i] += 0.1 * Math.exp(-2 * Math.pow(Math.PI * sigma * f, 2)) * sensitivity(f);
      }
      spectrum[i] *= 4 * 2 * Math.PI * sigma * sigma;
    }
    return spectrum;
  }

  /** What is left of it at a distance in degrees. */
  private static double filtered(double[] spectrum, double r) {
    double sum = 0;
    for (int i = 0; i < spectrum.length; i++) {
      sum += STEP * spectrum[i] * Math.cos(2 * Math.PI * (i + 0.5) * STEP * r);
    }
    return sum;
  }

  private static double sensitivity(double f) {
    double high = 1 / Math.cosh(Math.pow(f / 4.1726, 0.7786));
    return 373.08 * (high - 0.8493 / Math.cosh(f / 1.3625));
  }

  @Test
  public void aMarkAsLightAsTheSkinIsSeenByItsColour() {
    double redder = asLight(0.3);
    assertThat(redder).isGreaterThan(0.3);
    for (Sight at : Sight.values()) {
      double colour = thresholds(at, 5, 0.3, redder);
      assertThat(colour).as("%s", at).isPositive();
      assertThat(thresholds(at, 5, 0, 0)).isLessThan(1e-9);
    }
  }

  /** The eye's sensitivity to colour does not fall off towards what is wide; to light it does. */
  @Test
  public void colourTellsWideMarksMoreThanNarrowOnes() {
    double before = 0;
    for (double mm : new double[] {1, 2, 4, 8, 16, 32}) {
      double colour = thresholds(Sight.WALL, mm, 0.3, asLight(0.3));
      double ratio = colour / thresholds(Sight.WALL, mm, 0.3, 0);
      assertThat(ratio).as("%.0f mm", mm).isGreaterThan(before);
      before = ratio;
    }
    assertThat(before).isGreaterThan(0.3);
  }

  @Test
  public void aMarkThatTakesRedLightTooShowsMoreThanOneThatLeavesIt() {
    for (Sight at : Sight.values()) {
      assertThat(thresholds(at, 2, 0.6, 0)).isGreaterThan(thresholds(at, 2, 0.6, 0.55));
    }
  }

  @Test
  public void moreContrastIsSeenMoreAndTextureMasks() {
    for (Sight at : Sight.values()) {
      double before = 0;
      for (double contrast : new double[] {0.05, 0.1, 0.2, 0.4, 0.8, 1.6}) {
        double now = thresholds(at, 3, contrast, 0.5 * contrast);
        assertThat(now).isGreaterThan(before);
        before = now;
      }
      SkinSpot s = spot(3, 0.4, 0.2);
      assertThat(at.thresholds(s.faded(0.5), PX, WIDTH))
          .isBetween(0.3 * at.thresholds(s, PX, WIDTH), 0.7 * at.thresholds(s, PX, WIDTH));
      SkinSpot masked =
          new SkinSpot(s.type(), s.centre(), 3, 3, 0.4, 0.2, 3, 0.9, Proposal.HEAL, List.of());
      assertThat(at.thresholds(masked, PX, WIDTH))
          .as("as deep as what masks half")
          .isCloseTo(at.thresholds(s, PX, WIDTH) / 2, withinPercentage(0.1));
    }
  }

  @Test
  public void whatIsLighterThanTheSkinIsSeenToo() {
    for (Sight at : Sight.values()) {
      double lighter = thresholds(at, 3, -0.3, 0);
      assertThat(lighter).isGreaterThan(thresholds(at, 3, 0.3, 0));
      assertThat(lighter).isCloseTo(thresholds(at, 3, 0.3, 0) * 1.23, withinPercentage(1));
    }
  }

  @Test
  public void plainIsThreeTimesWhatIsJustSeen() {
    for (Sight at : Sight.values()) {
      double one = thresholds(at, 3, 0.01, 0) / 0.01;
      SkinSpot just = spot(3, 1.5 / one, 0);
      SkinSpot plain = spot(3, 4 / one, 0);
      SkinSpot less = spot(3, 0.7 / one, 0);
      assertThat(at.said(less, PX, WIDTH)).isEqualTo("not");
      assertThat(at.said(just, PX, WIDTH)).isEqualTo("just");
      assertThat(at.said(plain, PX, WIDTH)).isEqualTo("plain");
      assertThat(at.isPlain(plain, PX, WIDTH)).isTrue();
    }
  }
}
