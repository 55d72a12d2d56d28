package carezza.region;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import carezza.area.Outline;
import carezza.color.ColorEncoding;
import carezza.engine.Engine;
import carezza.engine.TileCache;
import carezza.face.Pin;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.SourcePicture;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Outlines as curves and as coverage, and outlines laid on a picture. */
public class OutlineTest {
  private static List<Pin> ring(double cx, double cy, double r, int n) {
    List<Pin> out = new ArrayList<>();
    for (int i = 0; i < n; i++) {
      double a = 2 * Math.PI * i / n;
      out.add(new Pin(cx + r * Math.cos(a), cy + r * Math.sin(a)));
    }
    return out;
  }

  @Test
  public void aRingOfPointsIsACircle() {
    Outline o = Outline.through(ring(100, 80, 40, 12));
    for (Pin p : o.points()) {
      assertThat(p.distance(new Pin(100, 80))).isCloseTo(40, within(0.1));
    }
    assertThat(o.distance(100, 80)).isCloseTo(-40, within(0.4));
    assertThat(o.distance(160, 80)).isCloseTo(20, within(0.1));
    assertThatThrownBy(() -> Outline.through(ring(0, 0, 5, 2))).hasMessageContaining("points = 2");
  }

  @Test
  public void coverageAddsUpToTheAreaAtEveryLevel() {
    Outline o = Outline.through(ring(130.3, 120.7, 75, 16));
    double area = Math.PI * 75 * 75;
    for (int level = 0; level < 4; level++) {
      Plane p = o.coverage(level, new Rect(0, 0, 256 >> level, 256 >> level));
      double sum = 0;
      for (float v : p.data()) {
        assertThat(v).isBetween(0f, 1.00001f);
        sum += v;
      }
      assertThat(Math.scalb(sum, 2 * level)).isCloseTo(area, within(0.004 * area));
    }
    Plane part = o.coverage(0, new Rect(100, 100, 7, 5));
    assertThat(part.data()).containsOnly(1f);
    assertThat(o.coverage(0, new Rect(0, 0, 9, 9)).data()).containsOnly(0f);
  }

  /** A coloured almond on shaded, noisy skin. */
  private static SourcePicture almond(long seed, double light) {
    SourcePicture p = new SourcePicture(320, 220, 8, 3);
    Random random = new Random(seed);
    for (int y = 0; y < 220; y++) {
      for (int x = 0; x < 320; x++) {
        double u = (x + 0.5 - 160) / 90;
        boolean in = Math.abs(u) < 1 && Math.abs(y + 0.5 - 110) < 38 * (1 - u * u);
        double[] rgb = in ? new double[] {0.62, 0.36, 0.37} : new double[] {0.7, 0.54, 0.45};
        double shade = light * (0.8 + 0.2 * Math.sin(x / 100.0));
        for (int c = 0; c < 3; c++) {
          double v = 255 * (rgb[c] * shade + 0.012 * random.nextGaussian());
          p.setCode(c, x, y, (int) Math.round(Math.max(0, Math.min(255, v))));
        }
      }
    }
    return p;
  }

  private static List<Pin> guess(double dx, double dy, double scale) {
    List<Pin> out = new ArrayList<>();
    for (int i = 0; i < 20; i++) {
      double u = i < 10 ? -1 + i / 5.0 : 1 - (i - 10) / 5.0;
      double v = (i < 10 ? 1 : -1) * 38 * (1 - u * u) * scale;
      out.add(new Pin(160 + dx + 90 * u * scale, 110 + dy + v));
    }
    return out;
  }

  private static double off(List<Pin> points) {
    Outline truth = Outline.through(guess(0, 0, 1));
    return points.stream()
        .mapToDouble(q -> Math.abs(truth.distance(q.x(), q.y())))
        .average()
        .orElseThrow();
  }

  @DataProvider
  public Object[][] guesses() {
    return new Object[][] {
      {1L, 1.0, 5.0, 4.0, 1.0}, {2L, 1.0, -6.0, -5.0, 1.05}, {3L, 0.3, 3.0, 6.0, 0.9}
    };
  }

  /** 5 px a mm: a guess about a mm off is laid within 0.3 mm. */
  @Test(dataProvider = "guesses")
  public void arcsAreLaidOnTheBorder(long seed, double light, double dx, double dy, double scale) {
    ArcSnap.Traits t = new ArcSnap.Traits(3, 5, 3, 4, 0.3, 0.2, 0.4, 4, 0.3, 4);
    ArcSnap.Parts one = new ArcSnap.Parts((x, y) -> 0, (x, y) -> 0, 1, null);
    Engine e = new Engine(almond(seed, light), ColorEncoding.srgb(), new TileCache(1 << 24));
    List<Pin> guess = guess(dx, dy, scale);
    List<Pin> laid = ArcSnap.snap(e.original(), guess, List.of(), one, t, 5);
    assertThat(laid).hasSameSizeAs(guess);
    assertThat(off(guess)).as("the guess, px").isGreaterThan(2.5);
    assertThat(off(laid)).as("laid, px").isLessThan(1.5);
  }

  @Test
  public void anOutlineOutsideThePictureStaysWhereItIs() {
    ArcSnap.Traits t = new ArcSnap.Traits(3, 5, 3, 4, 0.3, 0.2, 0.4, 4, 0.3, 4);
    ArcSnap.Parts one = new ArcSnap.Parts((x, y) -> 0, (x, y) -> 0, 1, null);
    Engine e = new Engine(almond(1, 1), ColorEncoding.srgb(), new TileCache(1 << 24));
    List<Pin> far = guess(5000, 0, 1);
    assertThat(ArcSnap.snap(e.original(), far, List.of(), one, t, 5)).isEqualTo(far);
  }

  @Test
  public void rowsAreAllDoneAndFailuresCome() {
    int[] count = new int[1000];
    Rows.each(count.length, i -> count[i]++);
    assertThat(count).containsOnly(1);
    assertThatThrownBy(
            () ->
                Rows.each(
                    10,
                    i -> {
                      throw new IllegalStateException("row " + i);
                    }))
        .isInstanceOf(IllegalStateException.class);
  }
}
