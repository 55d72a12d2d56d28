package carezza.reading;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import carezza.filter.Gaussian;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import java.util.Random;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Lines, halos, focus, blown skin: made-up planes with a known answer. */
public class FormReadingsTest {
  private static final double PX = 3;
  private static final Rect ALL = new Rect(0, 0, 448, 384);
  private static final Plane WHOLE = Plane.filled(ALL, 1);

  private interface Stops {
    double at(int x, int y);
  }

  /** Skin-coloured light of a middle tone times 2 to a power. */
  private static RgbBlock light(Stops e, long seed) {
    RgbBlock b = new RgbBlock(0, ALL);
    Random random = new Random(seed);
    for (int i = 0; i < b.size(); i++) {
      double n = 0.03 * random.nextGaussian();
      float k = (float) Math.pow(2, e.at(i % ALL.w(), i / ALL.w()) + n);
      b.r()[i] = 0.4f * k;
      b.g()[i] = 0.28f * k;
      b.b()[i] = 0.2f * k;
    }
    return b;
  }

  /** Folds of 1 mm, 25 mm apart, slightly slanting. */
  private static double folds(int x, int y) {
    double d = Math.floorMod((int) (3 * y + 0.5 * x), (int) (75 * PX)) / 3.0 - 12 * PX;
    return -0.5 * Math.exp(-d * d / (2 * PX * PX * 0.25));
  }

  /** Round blotches of 4 mm on a grid of 20 mm, between the folds. */
  private static double blotches(int x, int y) {
    double u = Math.floorMod(x, (int) (20 * PX)) - 10 * PX;
    double v = Math.floorMod(y, (int) (20 * PX)) - 10 * PX;
    return -0.4 * Math.exp(-(u * u + v * v) / (2 * 2.9 * PX * PX));
  }

  private static SkinReadings read(RgbBlock before, RgbBlock now) {
    return SkinReadings.of(before, now, WHOLE, PX, SkinPlanes.NONE);
  }

  private static Reading reading(SkinReadings r, String name) {
    return r.all().stream().filter(x -> x.name().equals(name)).findFirst().orElseThrow();
  }

  @Test
  public void coherenceTellsLinesFromSpots() {
    Plane lines = new Plane(ALL);
    Plane spots = new Plane(ALL);
    for (int i = 0; i < lines.data().length; i++) {
      lines.data()[i] = (float) folds(i % ALL.w(), i / ALL.w());
      spots.data()[i] = (float) blotches(i % ALL.w(), i / ALL.w());
    }
    Plane c = Coherence.of(lines, WHOLE, 2 * PX);
    Plane d = Coherence.of(spots, WHOLE, 2 * PX);
    double onFolds = 0;
    int folds = 0;
    for (int y = 60; y < 320; y++) {
      if (folds(200, y) < -0.25) {
        onFolds += c.at(200, y);
        folds++;
      }
    }
    assertThat(onFolds / folds).isGreaterThan(0.9);
    assertThat((double) d.at((int) (10 * PX), (int) (70 * PX))).isLessThan(0.2);
  }

  @Test
  public void linesAndRoundFormsAreReadApart() {
    RgbBlock before = light((x, y) -> folds(x, y) + blotches(x, y), 1);
    SkinReadings noFolds = read(before, light((x, y) -> 0.2 * folds(x, y) + blotches(x, y), 1));
    assertThat(reading(noFolds, "linesKept").now()).isBetween(15.0, 45.0);
    assertThat(reading(noFolds, "linesKept").isBelow()).isTrue();
    assertThat(noFolds.blotch().now()).isGreaterThan(0.8 * noFolds.blotch().before());
    SkinReadings noBlotch = read(before, light((x, y) -> folds(x, y) + 0.2 * blotches(x, y), 1));
    assertThat(reading(noBlotch, "linesKept").now()).isGreaterThan(85);
    assertThat(noBlotch.blotch().now()).isLessThan(0.65 * noBlotch.blotch().before());
  }

  @Test
  public void evenSkinHasNoLinesToLose() {
    RgbBlock even = light((x, y) -> 0, 2);
    assertThat(reading(read(even, even), "linesKept").reason()).isEqualTo("noLines");
  }

  @Test
  public void lightBeyondTwentyMillimetresIsReportedApart() {
    Stops broad = (x, y) -> Math.sin(x / 70.0);
    RgbBlock before = light(broad, 3);
    RgbBlock half = light((x, y) -> 0.5 * broad.at(x, y), 3);
    Reading r = reading(read(before, half), "lightKept");
    assertThat(r.now()).isCloseTo(50, within(3.0));
    assertThat(r.isJudged()).isFalse();
    assertThat(r.isInBand()).isTrue();
  }

  @DataProvider
  public Object[][] patches() {
    return new Object[][] {{2.0, true}, {5.0, false}};
  }

  @Test(dataProvider = "patches")
  public void aNewlyBlownPatchIsMeasuredInMillimetres(double mm, boolean inBand) {
    RgbBlock before = light((x, y) -> 0, 4);
    RgbBlock now = before.copy();
    for (int i = 0; i < now.size(); i++) {
      if (Math.hypot(i % ALL.w() - 200.5, i / ALL.w() - 200.5) < mm * PX / 2) {
        now.r()[i] = now.g()[i] = now.b()[i] = 1;
      }
    }
    Reading r = reading(read(before, now), "blown");
    assertThat(r.now()).isCloseTo(mm, within(0.7));
    assertThat(r.isInBand()).isEqualTo(inBand);
    assertThat(reading(read(now, now), "blown").now()).as("was blown before").isZero();
  }

  /** A pass over the left half whose border is soft, and one that overshoots beside it. */
  @Test
  public void aBorderThatOvershootsIsAHalo() {
    Plane left = new Plane(ALL);
    for (int i = 0; i < left.data().length; i++) {
      left.data()[i] = i % ALL.w() < 224 ? 1 : 0;
    }
    RgbBlock before = light((x, y) -> 0.3 * Math.sin(y / 20.0), 5);
    Stops soft = (x, y) -> 0.3 * Math.sin(y / 20.0) + 0.4 / (1 + Math.exp((x - 224) / 4.0));
    Stops rim = (x, y) -> soft.at(x, y) + 0.2 * Math.exp(-(x - 215) * (x - 215) / (2 * 9.0));
    double calm = new Halo(before, light(soft, 5), PX).along(left);
    double halo = new Halo(before, light(rim, 5), PX).along(left);
    assertThat(calm).isLessThan(0.3);
    assertThat(halo).isBetween(1.5, 4.5);
    assertThat(Halo.reading(calm).isInBand()).isTrue();
    assertThat(Halo.reading(halo).isInBand()).isFalse();
    assertThat(Halo.reading(new Halo(before, before, PX).along(WHOLE)).reason())
        .isEqualTo("noBorder");
  }

  @DataProvider
  public Object[][] blurs() {
    return new Object[][] {{0.15}, {0.3}, {0.6}, {1.0}};
  }

  @Test(dataProvider = "blurs")
  public void theBlurOfAnEdgeIsFound(double mm) {
    double px = 8;
    Random random = new Random(6);
    Plane e = new Plane(ALL);
    for (int i = 0; i < e.data().length; i++) {
      boolean in = Math.hypot(i % ALL.w() - 224, i / ALL.w() - 190) < 120;
      e.data()[i] = in ? -1 : 0;
    }
    e = Gaussian.blur(e, mm * px);
    for (int i = 0; i < e.data().length; i++) {
      e.data()[i] += (float) (0.01 * random.nextGaussian());
    }
    assertThat(new Focus(e, px).width(ALL)).isCloseTo(mm, within(0.2 * mm));
  }

  @Test
  public void anEyeBehindTheSharpestPlaceIsOutOfFocus() {
    assertThat(Focus.reading(0.3, 0.1).isInBand()).isFalse();
    assertThat(Focus.reading(0.1, 0.1).isInBand()).isTrue();
    assertThat(Focus.reading(Double.NaN, 0.1).reason()).isEqualTo("noEdges");
    Plane grey = Plane.filled(ALL, -2);
    assertThat(new Focus(grey, 8).width(ALL)).isNaN();
  }
}
