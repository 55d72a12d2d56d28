package carezza.spot;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static org.assertj.core.api.Assertions.withinPercentage;

import carezza.color.ColorEncoding;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import java.util.Random;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** A mark measured against the skin round it: depth, size, form, on drawn ground. */
public class SpotShapeTest {
  private static final int W = 200;
  private static final int H = 160;
  private static final double PX = 6;
  private static final double[] STOPS = {-0.1, -0.6, -0.7};

  /** How deep a place lies in a mark, 0 to 1. */
  private interface Form {
    double at(double x, double y);
  }

  private static Form disc(double x, double y, double radius, double axis) {
    return (u, v) -> {
      double d = Math.hypot(u - x, (v - y) / axis) / radius;
      return Math.exp(-Math.log(2) * Math.pow(d, 4));
    };
  }

  private static SpotGround ground(double[] rgb, double[] stops, Form form, double slope) {
    float[] m = ColorEncoding.srgb().toWorking().floats();
    RgbBlock b = new RgbBlock(0, new Rect(0, 0, W, H));
    Random random = new Random(11);
    for (int i = 0; i < W * H; i++) {
      double[] v = new double[3];
      double grain = 0.02 * random.nextGaussian() + slope * (i % W) / PX;
      for (int c = 0; c < 3; c++) {
        double depth = form.at(i % W + 0.5, i / W + 0.5);
        v[c] = rgb[c] * Math.pow(2, stops[c] * depth + grain);
      }
      b.r()[i] = (float) (m[0] * v[0] + m[1] * v[1] + m[2] * v[2]);
      b.g()[i] = (float) (m[3] * v[0] + m[4] * v[1] + m[5] * v[2]);
      b.b()[i] = (float) (m[6] * v[0] + m[7] * v[1] + m[8] * v[2]);
    }
    Plane all = Plane.filled(b.rect(), 1);
    return SpotGround.of(0, PX, b, all, all);
  }

  private static SpotShape shape(SpotGround g, int x, int y, double radius) {
    return SpotShape.of(g, new SpotScales.Candidate(x, y, radius, 9, 9));
  }

  @DataProvider
  public Object[][] skins() {
    return new Object[][] {
      {new double[] {0.55, 0.36, 0.27}},
      {new double[] {0.38, 0.25, 0.16}},
      {new double[] {0.12, 0.062, 0.036}}
    };
  }

  @Test(dataProvider = "skins")
  public void depthIsThatOfEachChannelOnEverySkin(double[] rgb) {
    SpotShape s = shape(ground(rgb, STOPS, disc(100, 80, 12, 1), 0), 100, 80, 12);
    assertThat(s.red()).isCloseTo(STOPS[0], within(0.03));
    assertThat(s.green()).isCloseTo(STOPS[1], within(0.05));
    assertThat(s.blue()).isCloseTo(STOPS[2], within(0.07));
    assertThat(s.redness()).isCloseTo(0.5, within(0.04));
    assertThat(s.redShare()).isCloseTo(1 / 6.0, within(0.05));
    assertThat(s.blueShare()).isCloseTo(7 / 6.0, within(0.05));
  }

  @Test(dataProvider = "skins")
  public void halfItsDepthIsReachedAtItsRadius(double[] rgb) {
    for (double radius : new double[] {6, 10, 16}) {
      SpotShape s = shape(ground(rgb, STOPS, disc(100, 80, radius, 1), 0), 100, 80, radius);
      assertThat(s.halfPx()).isCloseTo(radius, withinPercentage(8));
      assertThat(s.halfRedPx()).isCloseTo(radius, withinPercentage(8));
      assertThat(s.axis()).isGreaterThan(0.9);
      assertThat(s.closed()).isGreaterThan(0.85);
      assertThat(s.closedRed()).isGreaterThan(0.8);
    }
  }

  @Test
  public void theMiddleOfWhatIsMissingIsFound() {
    SpotGround g = ground(new double[] {0.4, 0.25, 0.17}, STOPS, disc(103, 78, 12, 1), 0);
    SpotShape s = shape(g, 100, 80, 12);
    assertThat(s.x()).isCloseTo(102.5, within(0.7));
    assertThat(s.y()).isCloseTo(77.5, within(0.7));
  }

  @Test
  public void anOvalIsToldByItsAxes() {
    SpotGround g = ground(new double[] {0.4, 0.25, 0.17}, STOPS, disc(100, 80, 14, 0.5), 0);
    SpotShape s = shape(g, 100, 80, 10);
    assertThat(s.axis()).isCloseTo(0.5, within(0.08));
    assertThat(s.halfPx()).isCloseTo(14 * Math.sqrt(0.5), withinPercentage(10));
  }

  /** Light that falls off across it is no depth of the mark. */
  @Test
  public void aSlopeOfLightIsNotTheMarks() {
    SpotGround g = ground(new double[] {0.4, 0.25, 0.17}, STOPS, disc(100, 80, 12, 1), 0.06);
    SpotShape s = shape(g, 100, 80, 12);
    assertThat(s.green()).isCloseTo(STOPS[1], within(0.05));
    assertThat(s.closed()).isGreaterThan(0.8);
    assertThat(s.x()).isCloseTo(99.5, within(0.7));
  }

  /** A spot alone is closed by more than .8, see above. */
  @Test
  public void aFoldAndTheSideOfAShadeAreHalfClosedAtMost() {
    double[] rgb = {0.4, 0.25, 0.17};
    Form fold = (x, y) -> Math.exp(-Math.pow((y - 80) / 8, 2));
    SpotShape s = shape(ground(rgb, STOPS, fold, 0), 100, 80, 8);
    assertThat(s.closed()).isBetween(0.2, 0.6);
    assertThat(s.axis()).isLessThan(0.75);
    Form shade = (x, y) -> 1 / (1 + Math.exp(y - 80));
    SpotShape side = shape(ground(rgb, STOPS, shade, 0), 100, 74, 8);
    assertThat(side.closed()).isLessThan(0.5);
  }

  @Test
  public void withoutSkinRoundItNothingIsMeasured() {
    SpotGround g = ground(new double[] {0.4, 0.25, 0.17}, STOPS, disc(100, 80, 12, 1), 0);
    for (int i = 0; i < W * H; i++) {
      g.skin.data()[i] = Math.hypot(i % W - 100, i / W - 80) < 15 ? 1 : 0;
    }
    assertThat(shape(g, 100, 80, 12)).isNull();
  }

  // ---- the ground's plane and spread

  @Test
  public void aPlaneIsLaidThroughARingWhateverStandsOutOfIt() {
    SpotGround g = ground(new double[] {0.4, 0.4, 0.4}, new double[3], (x, y) -> 0, 0);
    for (int i = 0; i < W * H; i++) {
      g.green.data()[i] = (float) (-1 + 0.01 * (i % W - 100) - 0.02 * (i / W - 80));
      if (i % W > 115 && i / W > 80) {
        g.green.data()[i] -= 2;
      }
    }
    double[] plane = Ring.of(g, 100, 80, 15, 25).plane(g.green);
    assertThat(plane[0]).isCloseTo(-1, within(0.02));
    assertThat(plane[1]).isCloseTo(0.01, within(0.002));
    assertThat(plane[2]).isCloseTo(-0.02, within(0.002));
    assertThat(Ring.of(g, 100, 80, 15, 25).isEnough()).isTrue();
    assertThat(Ring.of(g, 100, 80, 0, 1).isEnough()).isFalse();
  }

  @Test
  public void spreadIsThatOfTheSkinNearBy() {
    Plane response = new Plane(new Rect(0, 0, 400, 200));
    Plane trust = Plane.filled(response.rect(), 1);
    Random r = new Random(4);
    for (int i = 0; i < response.data().length; i++) {
      double sd = i % 400 < 200 ? 0.1 : 0.4;
      response.data()[i] = (float) (sd * r.nextGaussian());
      if (r.nextDouble() < 0.1) {
        response.data()[i] += 5;
      }
      if (i / 400 > 150) {
        trust.data()[i] = 0;
        response.data()[i] = 100;
      }
    }
    LocalSpread spread = new LocalSpread(response, trust, 3);
    assertThat((double) spread.at(60, 80)).isCloseTo(0.115, within(0.03));
    assertThat((double) spread.at(330, 80)).isCloseTo(0.46, within(0.1));
    assertThat(spread.at(200, 80)).isBetween(spread.at(150, 80), spread.at(250, 80));
  }

  @Test
  public void withoutSkinNothingStandsOut() {
    Plane none = new Plane(new Rect(0, 0, 100, 100));
    assertThat(new LocalSpread(none, none, 3).at(50, 50)).isEqualTo(Float.MAX_VALUE);
  }
}
