package carezza.reading;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import carezza.face.FaceMap;
import carezza.face.Pin;
import carezza.filter.LinearFit;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import java.util.List;
import java.util.Random;
import org.testng.annotations.Test;

public class StatisticsTest {
  @Test
  public void aRobustSpreadIsTheGaussiansAndIgnoresStrangers() {
    Random r = new Random(1);
    float[] v = new float[20_000];
    for (int i = 0; i < v.length; i++) {
      v[i] = (float) (3 + 0.7 * r.nextGaussian());
    }
    assertThat(Robust.spread(v.clone(), v.length)).isCloseTo(0.7, within(0.02));
    for (int i = 0; i < 1000; i++) {
      v[i] = 1e6f;
    }
    assertThat(Robust.spread(v.clone(), v.length)).isCloseTo(0.7, within(0.08));
    assertThat(Robust.median(new float[] {5, 1, 9, 2}, 4)).isEqualTo(3.5);
    assertThat(Robust.median(new float[0], 0)).isNaN();
  }

  @Test
  public void whatIsSelectedIsWhatSortingWouldGive() {
    Random r = new Random(8);
    for (int i = 0; i < 500; i++) {
      float[] v = new float[1 + r.nextInt(40)];
      int kinds = 1 + r.nextInt(30);
      for (int k = 0; k < v.length; k++) {
        v[k] = r.nextInt(kinds) - kinds / 2;
      }
      float[] sorted = v.clone();
      java.util.Arrays.sort(sorted);
      int k = r.nextInt(v.length);
      assertThat(Robust.select(v.clone(), v.length, k)).as("try " + i).isEqualTo(sorted[k]);
      int n = v.length;
      double median = 0.5 * (sorted[(n - 1) / 2] + sorted[n / 2]);
      assertThat(Robust.median(v, n)).as("try " + i).isEqualTo(median);
    }
  }

  @Test
  public void leastSquaresFindsTheCoefficients() {
    Random r = new Random(2);
    LinearFit f = new LinearFit(4);
    for (int i = 0; i < 400; i++) {
      double a = r.nextDouble();
      double b = r.nextDouble();
      f.add(2 - 3 * a + 0.5 * b, 1, a, b, 0);
    }
    double[] k = f.solve();
    assertThat(k[0]).isCloseTo(2, within(1e-9));
    assertThat(k[1]).isCloseTo(-3, within(1e-9));
    assertThat(k[2]).isCloseTo(0.5, within(1e-9));
    assertThat(k[3]).as("never seen").isZero();
  }

  @Test
  public void planesLieWhereTheyAreOnAFace() {
    FacePlanes p = new FacePlanes(new FaceMap(new Pin(500, 500), new Pin(815, 500)));
    double cx = 657.5;
    assertThat(name(p, cx, 500 - 5 * 35)).isEqualTo("forehead");
    assertThat(name(p, cx, 500 + 5 * 30)).isEqualTo("nose");
    assertThat(name(p, cx - 5 * 35, 500 + 5 * 35)).isEqualTo("rightCheek");
    assertThat(name(p, cx + 5 * 35, 500 + 5 * 35)).isEqualTo("leftCheek");
    assertThat(name(p, cx, 500 + 5 * 95)).isEqualTo("chin");
    assertThat(name(p, cx, 500 + 5 * 140)).isEqualTo("neck");
  }

  private static String name(FacePlanes p, double x, double y) {
    return FacePlanes.NAMES.get(p.at(x, y));
  }

  private static RgbBlock flat(float r, float g, float b) {
    RgbBlock k = new RgbBlock(0, new Rect(0, 0, 20, 20));
    java.util.Arrays.fill(k.r(), r);
    java.util.Arrays.fill(k.g(), g);
    java.util.Arrays.fill(k.b(), b);
    return k;
  }

  @Test
  public void whitesLeaveTheirBandsBothWays() {
    Plane all = Plane.filled(new Rect(0, 0, 20, 20), 1);
    RgbBlock yellow = flat(0.6f, 0.55f, 0.3f);
    List<Reading> glow = WhiteReadings.of("teeth", yellow, flat(0.9f, 0.83f, 0.45f), all, 0);
    assertThat(glow.get(0).now()).isGreaterThan(0.5);
    assertThat(glow.get(0).isInBand()).isFalse();
    List<Reading> grey = WhiteReadings.of("teeth", yellow, flat(0.55f, 0.55f, 0.55f), all, 0);
    assertThat(grey.get(1).isBelow()).isTrue();
    List<Reading> calm = WhiteReadings.of("teeth", yellow, flat(0.63f, 0.58f, 0.40f), all, 0);
    assertThat(calm).allMatch(Reading::isInBand);
    List<Reading> lifted = WhiteReadings.of("teeth", yellow, flat(0.9f, 0.83f, 0.45f), all, 0.6);
    assertThat(lifted.get(0).isInBand()).as("the skin was lifted as much").isTrue();
    assertThat(WhiteReadings.of("teeth", yellow, yellow, new Plane(all.rect()), 0))
        .allMatch(x -> x.reason().equals("noRegion"));
  }
}
