package carezza.reading;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import carezza.color.CieLab;
import carezza.color.DeltaE2000;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.neutral.Light;
import carezza.neutral.Lights;
import carezza.neutral.Proposal;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Random;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Sites, hue, casts and whites of made-up colours with a known answer. */
public class ColourReadingsTest {
  private static final double PX = 3;
  private static final Rect ALL = new Rect(0, 0, 384, 256);
  private static final double[] FACE = {60, 18, 18};
  private static final double[] NECK = {52, 14, 22};

  /** Left third face, middle third neck, right third hands. */
  private static final SkinPlanes SITES =
      (level, r) -> {
        int[] out = new int[(int) r.area()];
        for (int i = 0; i < out.length; i++) {
          int x = (r.x() + i % r.w()) << level;
          out[i] = x < 128 ? 0 : x < 256 ? 1 : 4;
        }
        return out;
      };

  private static RgbBlock thirds(double[] a, double[] b, double[] c) {
    RgbBlock out = new RgbBlock(0, ALL);
    Random random = new Random(3);
    float[] rgb = new float[3];
    for (int i = 0; i < out.size(); i++) {
      int x = i % ALL.w();
      double[] lab = x < 128 ? a : x < 256 ? b : c;
      double n = random.nextGaussian();
      CieLab.toLight((float) (lab[0] + n), (float) lab[1], (float) lab[2], rgb);
      for (int k = 0; k < 3; k++) {
        out.channel(k)[i] = rgb[k];
      }
    }
    return out;
  }

  private static SiteReadings sites(RgbBlock before, RgbBlock now, SkinPlanes planes) {
    return SkinReadings.of(before, now, Plane.filled(ALL, 1), PX, planes)
        .sites(SITES)
        .orElseThrow();
  }

  @Test
  public void sitesAreComparedAtOneLightness() {
    RgbBlock before = thirds(FACE, NECK, FACE);
    Reading r = sites(before, before, SkinPlanes.NONE).match();
    double want = DeltaE2000.between(56, 18, 18, 56, 14, 22);
    assertThat(r.place()).isEqualTo("neck");
    assertThat(r.now()).isCloseTo(want, within(0.15));
    assertThat(r.isInBand()).isFalse();
  }

  @Test
  public void aNeckBroughtHalfwayIsInItsBandAndOneLaidOnIsNot() {
    double[] half = {52, 16, 20};
    double[] same = {52, 18, 18};
    double[] hands = {50, 20, 15};
    RgbBlock before = thirds(FACE, NECK, hands);
    assertThat(sites(before, thirds(FACE, half, hands), SkinPlanes.NONE).match().isInBand())
        .isTrue();
    Reading cut = sites(before, thirds(FACE, same, hands), SkinPlanes.NONE).match();
    assertThat(cut.isBelow()).isTrue();
    assertThat(cut.place()).isEqualTo("neck");
  }

  /** The same sites in two lights of different colour say nothing. */
  @Test
  public void lightsOfTwoColoursForbidTheComparison() {
    SkinPlanes cheeks =
        (level, r) -> {
          int[] out = SITES.at(level, r);
          for (int i = 0; i < out.length; i++) {
            out[i] = out[i] == 0 ? 1 : out[i] == 1 ? 2 : -1;
          }
          return out;
        };
    double[] blue = {55, 10, 2};
    RgbBlock b = thirds(FACE, blue, FACE);
    assertThat(sites(b, b, cheeks).match().reason()).isEqualTo("twoLights");
    RgbBlock calm = thirds(FACE, NECK, FACE);
    assertThat(sites(calm, calm, cheeks).match().isAvailable()).isTrue();
  }

  @DataProvider
  public Object[][] hues() {
    double[] nearer = {60, 19, 17};
    double[] past = {60, 25, 9};
    double[] away = {60, 11, 24};
    return new Object[][] {{nearer, true}, {past, false}, {away, false}, {FACE, true}};
  }

  @Test(dataProvider = "hues")
  public void hueMayComeNearerButNotGoPast(double[] to, boolean fine) {
    double[] reference = {60, 20, 16};
    SiteReadings s = sites(thirds(FACE, NECK, FACE), thirds(to, NECK, FACE), SkinPlanes.NONE);
    assertThat(s.hue(Optional.of(reference)).isInBand()).isEqualTo(fine);
    assertThat(s.hue(Optional.empty()).reason()).isEqualTo("noPlace");
  }

  /** The hue part is what is left of CIEDE2000 when lightness and chroma are equal. */
  @Test
  public void theHuePartIsThatOfTheWhole() {
    double[] a = {60, 20, 10};
    double[] b = {60, 10, 20};
    assertThat(Math.abs(DeltaE2000.hue(a, b))).isCloseTo(DeltaE2000.between(a, b), within(0.35));
    assertThat(DeltaE2000.hue(a, b)).isEqualTo(-DeltaE2000.hue(b, a));
    assertThat(DeltaE2000.hue(a, b)).isPositive();
  }

  @Test
  public void theSkinTypeAngleIsReportedOnly() {
    RgbBlock b = thirds(FACE, NECK, FACE);
    Reading r = sites(b, b, SkinPlanes.NONE).typeAngle();
    assertThat(r.now()).isCloseTo(Math.toDegrees(Math.atan2(10, 18)), within(0.7));
    assertThat(r.isJudged()).isFalse();
  }

  private static Plane third(int n) {
    Plane p = new Plane(ALL);
    for (int i = 0; i < p.data().length; i++) {
      p.data()[i] = i % ALL.w() / 128 == n ? 1 : 0;
    }
    return p;
  }

  private static Lights lights(OptionalDouble apart, Proposal... all) {
    return new Lights(List.of(all), apart);
  }

  private static Proposal proposal(String method, double mired, double duv, double confidence) {
    return new Proposal(method, new Light(mired, duv), confidence, List.of());
  }

  @Test
  public void theCastIsWhatIsProposedFirst() {
    Lights warm = lights(OptionalDouble.of(-20), proposal("together", 41, -0.002, 0.7));
    List<Reading> r = CastReading.of(warm);
    assertThat(r).extracting(Reading::now).containsExactly(41.0, -0.002, -20.0);
    assertThat(r.get(0).isInBand()).isFalse();
    assertThat(r.get(1).isInBand()).isTrue();
    assertThat(r.get(0).place()).isEqualTo("together");
  }

  @Test
  public void whatIsNotTrustedSaysNothing() {
    Lights odd = lights(OptionalDouble.empty(), proposal("together", 120, 0.02, 0.2));
    assertThat(CastReading.of(odd).get(0).reason()).isEqualTo("lightsDiffer");
    Lights cloth = lights(OptionalDouble.empty(), proposal("if:clothing", 20, 0, 0.3));
    assertThat(CastReading.of(cloth).get(1).reason()).isEqualTo("noNeutral");
    assertThat(CastReading.of(cloth).get(2).reason()).isEqualTo("oneLight");
  }

  @Test
  public void exposureOfTheSkinIsReportedApart() {
    RgbBlock source = thirds(FACE, NECK, FACE);
    RgbBlock lit = source.copy();
    for (int c = 0; c < 3; c++) {
      for (int i = 0; i < lit.size(); i++) {
        lit.channel(c)[i] *= 1.4142135f;
      }
    }
    List<Reading> r = SkinExposure.of(source, lit, third(0));
    assertThat(r.get(0).now()).isCloseTo(0.5, within(0.01));
    assertThat(r.get(1).now()).isCloseTo(0, within(0.05));
    RgbBlock yellower = thirds(new double[] {60, 14, 21}, NECK, FACE);
    assertThat(SkinExposure.of(source, yellower, third(0)).get(1).now()).isGreaterThan(1);
    assertThat(SkinExposure.of(source, lit, new Plane(ALL))).noneMatch(Reading::isAvailable);
  }

  @Test
  public void whitesAreReadForRednessWhitenessAndBalance() {
    double[] yellow = {70, 4, 20};
    double[] pale = {78, 2, 8};
    RgbBlock before = thirds(yellow, yellow, yellow);
    RgbBlock now = thirds(pale, yellow, yellow);
    List<Reading> teeth = WhiteReadings.of("teeth", before, now, third(0), 0);
    double gain = 0.511 * 8 + 2.324 * 2 + 1.1 * 12;
    assertThat(teeth.get(2).now() - teeth.get(2).before()).isCloseTo(gain, within(0.4));
    assertThat(teeth.get(2).isInBand()).as("over 20 is a caution").isEqualTo(gain <= 20);
    List<Reading> eyes = WhiteReadings.of("eyeWhites", before, now, third(0), 0);
    assertThat(eyes.get(2).now()).isCloseTo(50, within(3.0));
    CheekLight even = new CheekLight(0, 0);
    Reading apart = WhiteReadings.balance(before, now, third(0), third(1), Optional.of(even));
    assertThat(apart.before()).isCloseTo(0, within(0.3));
    assertThat(apart.now()).isCloseTo(8, within(0.4));
    assertThat(apart.isInBand()).isFalse();
    CheekLight lit = new CheekLight(6, 0.4);
    assertThat(WhiteReadings.balance(before, now, third(0), third(1), Optional.of(lit)).isInBand())
        .isTrue();
    CheekLight side = new CheekLight(20, 1.4);
    assertThat(WhiteReadings.balance(before, now, third(0), third(1), Optional.of(side)).reason())
        .isEqualTo("sideLight");
  }

  /** Teeth keep a b* of 2 even where a third of their yellow would be less. */
  @Test
  public void littleYellowIsNotTakenAltogether() {
    double[] tooth = {75, 2, 4};
    double[] grey = {75, 2, 1.6};
    Reading r =
        WhiteReadings.of(
                "teeth", thirds(tooth, tooth, tooth), thirds(grey, tooth, tooth), third(0), 0)
            .get(1);
    assertThat(r.low()).isCloseTo(50, within(3.0));
    assertThat(r.isBelow()).isTrue();
  }

  @Test
  public void catchLightsThatGrowAreSeen() {
    RgbBlock before = thirds(FACE, FACE, FACE);
    RgbBlock now = before.copy();
    Plane eyes = Plane.filled(ALL, 1);
    Plane found = new Plane(ALL);
    for (int i = 0; i < now.size(); i++) {
      double d = Math.hypot(i % ALL.w() - 100, i / ALL.w() - 100);
      found.data()[i] = d < 10 ? 1 : 0;
      for (int c = 0; c < 3; c++) {
        before.channel(c)[i] = d < 10 ? 1 : before.channel(c)[i];
        now.channel(c)[i] = d < 14 ? 1 : now.channel(c)[i];
      }
    }
    Reading r = CatchLights.of(before, now, eyes, found);
    assertThat(r.now()).isCloseTo(196, within(5.0));
    assertThat(r.isInBand()).isFalse();
    assertThat(CatchLights.of(before, before, eyes, found).now()).isEqualTo(100);
    RgbBlock dark = thirds(FACE, FACE, FACE);
    assertThat(CatchLights.of(dark, dark, eyes, new Plane(ALL)).reason())
        .isEqualTo("noCatchLights");
  }
}
