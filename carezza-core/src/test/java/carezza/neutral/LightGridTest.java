package carezza.neutral;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import carezza.color.ColorEncoding;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.neutral.LightEvidence.Sheen;
import carezza.neutral.LightEvidence.Spot;
import java.util.Optional;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Lights, the colours things have in them, and what each thing says of its light. */
public class LightGridTest {
  private static final LightGrid GRID = LightGrid.ALL;

  @DataProvider
  public Object[] lights() {
    return new Object[] {
      Light.D65, new Light(52, 0.005), new Light(-60, -0.01), new Light(150, 0.02)
    };
  }

  @Test(dataProvider = "lights")
  public void theNearestLightOfTheGridIsThatWhoseColourItIs(Light light) {
    double[] logs = light.logs();
    Light near = GRID.lights[GRID.nearest(logs[0], logs[1])];
    assertThat(near.mired()).isCloseTo(light.mired(), within(3.1));
    assertThat(near.duv()).isCloseTo(light.duv(), within(0.0021));
    assertThat(Light.degrees(near.gains(), light.gains())).isLessThan(0.6);
  }

  @Test
  public void warmerLightIsRedderAndGreenerIsGreener() {
    double[] warm = new Light(80, 0).gains();
    assertThat(warm[0]).isGreaterThan(1.1);
    assertThat(warm[2]).isLessThan(0.85);
    double[] green = new Light(0, 0.02).gains();
    assertThat(green[0]).isLessThan(1);
    assertThat(green[2]).isLessThan(1);
    assertThat(Light.D65.gains()).containsExactly(new double[] {1, 1, 1}, within(1e-6));
  }

  @Test
  public void angleBetweenLightsIsNoneForTheSameAndRightForUnlike() {
    assertThat(Light.degrees(new double[] {1, 2, 3}, new double[] {2, 4, 6}))
        .isCloseTo(0, within(1e-5));
    assertThat(Light.degrees(new double[] {1, 0, 0}, new double[] {0, 0, 2}))
        .isCloseTo(90, within(1e-9));
  }

  @Test
  public void weightsSumToOneHoweverSmallTheirLogarithms() {
    double[] w = LightGrid.normalised(new double[] {-5000, -5001, -5002});
    assertThat(w[0] + w[1] + w[2]).isCloseTo(1, within(1e-12));
    assertThat(w[0] / w[1]).isCloseTo(Math.E, within(1e-9));
  }

  // ---- where colours lie

  /** Over the plane the density of a locus is one. */
  @Test
  public void aLocusIsADensity() {
    Locus l = Locus.of(62, 10.5, 17, 2.5, 3, 0.1, 4);
    double sum = 0;
    double step = 0.02;
    for (double r = -4; r < 4; r += step) {
      for (double b = -4; b < 4; b += step) {
        sum += Math.exp(l.logDensity(l.red() + r, l.blue() + b)) * step * step;
      }
    }
    assertThat(sum).isCloseTo(1, within(0.02));
    double middle = l.logDensity(l.red(), l.blue());
    assertThat(l.logDensity(l.red() + 0.3, l.blue())).isLessThan(middle);
    Locus moved = l.moved(0.2, -0.1);
    assertThat(moved.logDensity(l.red() + 0.2, l.blue() - 0.1)).isCloseTo(middle, within(1e-12));
  }

  @Test
  public void skinIsRedderThanGreyAndGreyIsGrey() {
    Locus grey = Locus.of(60, 0, 0, 1, 1, 0, 5);
    assertThat(grey.red()).isCloseTo(0, within(1e-3));
    assertThat(grey.blue()).isCloseTo(0, within(1e-3));
    assertThat(grey.luminance()).isCloseTo(0.281, within(0.002));
    Locus skin = Locus.of(62, 10.5, 17, 2.5, 3, 0, 5);
    assertThat(skin.red()).isPositive();
    assertThat(skin.blue()).isNegative();
  }

  // ---- what is seen

  private static int best(double[] log) {
    int best = 0;
    for (int i = 1; i < log.length; i++) {
      best = log[i] > log[best] ? i : best;
    }
    return best;
  }

  @Test(dataProvider = "lights")
  public void aGreyThingSaysTheLightItself(Light light) {
    double[] logs = light.logs();
    Light said = GRID.lights[best(Likelihoods.grey(new Spot(logs[0], logs[1], -1), 0.02))];
    assertThat(Light.degrees(said.gains(), light.gains())).isLessThan(0.6);
  }

  /** Eye whites seen in a light say that light, with their own yellow taken off. */
  @Test(dataProvider = "lights")
  public void eyeWhitesSayTheLightBehindTheirOwnColour(Light light) {
    Locus whites = Locus.of(70, 1.5, 4, 1.5, 4, 0.02, 6).moved(0, -0.03);
    double[] logs = light.logs();
    Spot seen = new Spot(whites.red() + logs[0], whites.blue() + logs[1], -1);
    Light said = GRID.lights[best(Likelihoods.whites(seen))];
    assertThat(Light.degrees(said.gains(), light.gains())).isLessThan(0.6);
  }

  /** The same skin beside brighter whites is taken for darker skin. */
  @Test
  public void whitesTellHowDarkTheSkinIs() {
    Locus deep = Locus.of(38, 10.5, 14.5, 2.5, 3, 0.1, 4);
    Spot skin = new Spot(deep.red(), deep.blue(), Math.log(0.06));
    Spot bright = new Spot(0, 0, Math.log(0.45));
    Spot dull = new Spot(0, 0, Math.log(0.06));
    int daylight = GRID.nearest(0, 0);
    double beside = Likelihoods.skin(skin, Optional.of(bright))[daylight];
    double alike = Likelihoods.skin(skin, Optional.of(dull))[daylight];
    assertThat(beside).isGreaterThan(alike);
  }

  @Test
  public void sheenIsTrustedWhereItLeadsTowardsALamp() {
    Spot skin = new Spot(0.4, -0.5, -2);
    Spot lamp = new Spot(0, -0.2, 0);
    Spot redder = new Spot(0.8, -0.8, 0);
    Spot hardly = new Spot(0.36, -0.47, 0);
    assertThat(Likelihoods.trust(new Sheen(skin, lamp, 2))).isGreaterThan(0.5);
    assertThat(Likelihoods.trust(new Sheen(skin, redder, 2))).isLessThan(0.01);
    assertThat(Likelihoods.trust(new Sheen(skin, hardly, 2))).isZero();
    Light said = GRID.lights[best(Likelihoods.sheen(new Sheen(skin, lamp, 2)))];
    double[] logs = said.logs();
    assertThat(Math.hypot(logs[0], logs[1] + 0.2)).isLessThan(0.15);
  }

  @Test
  public void beforeAnythingIsSeenDaylightIsLikeliest() {
    double[] prior = Likelihoods.prior();
    Light likely = GRID.lights[best(prior)];
    assertThat(Math.abs(likely.mired())).isLessThan(3);
    assertThat(Math.abs(likely.duv())).isLessThan(1e-9);
    int candle = GRID.nearest(new Light(200, 0).logs()[0], new Light(200, 0).logs()[1]);
    assertThat(prior[candle]).isBetween(prior[GRID.nearest(0, 0)] - 8, prior[best(prior)] - 2);
  }

  // ---- pixels under a mask

  private static RgbBlock block(double[][] rgb) {
    float[] m = ColorEncoding.srgb().toWorking().floats();
    RgbBlock b = new RgbBlock(0, new Rect(0, 0, rgb.length, 1));
    for (int i = 0; i < rgb.length; i++) {
      double[] v = rgb[i];
      b.r()[i] = (float) (m[0] * v[0] + m[1] * v[1] + m[2] * v[2]);
      b.g()[i] = (float) (m[3] * v[0] + m[4] * v[1] + m[5] * v[2]);
      b.b()[i] = (float) (m[6] * v[0] + m[7] * v[1] + m[8] * v[2]);
    }
    return b;
  }

  @Test
  public void coloursAreSortedByBrightnessAndClippedAndBlackLeftOut() {
    double[][] rgb = {
      {0.4, 0.2, 0.1}, {1, 0.9, 0.8}, {0.2, 0.1, 0.05}, {0.001, 0.001, 0.001}, {0.6, 0.3, 0.3}
    };
    RgbBlock b = block(rgb);
    Plane all = Plane.filled(b.rect(), 1);
    Chroma c = Chroma.of(b, all);
    assertThat(c.size()).isEqualTo(3);
    assertThat(c.red).containsExactly(new double[] {0.693, 0.693, 0.693}, within(2e-3));
    assertThat(c.blue).containsExactly(new double[] {-0.693, -0.693, 0}, within(2e-3));
    assertThat(c.light).isSorted();
    assertThat(c.brightness(0)).isCloseTo(Math.log(0.1), within(1e-3));
    assertThat(c.between(Math.log(0.15), Math.log(0.25)).size()).isEqualTo(1);
    all.data()[4] = 0.7f;
    assertThat(Chroma.of(b, all).size()).isEqualTo(2);
  }

  @Test
  public void aMedianMayBeOfAPart() {
    double[] v = {5, 1, 9, 2, 8};
    assertThat(Chroma.median(v, 0, 1)).isEqualTo(5);
    assertThat(Chroma.median(v, 0, 0.4)).isEqualTo(5);
    assertThat(Chroma.median(v, 0.6, 1)).isEqualTo(8);
    assertThat(Chroma.median(new double[] {3}, 0, 0.1)).isEqualTo(3);
  }
}
