package carezza.area;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import carezza.color.CieLab;
import carezza.engine.Engine;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.image.SourcePicture;
import carezza.testing.Pictures;
import java.util.Arrays;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Windows of tones and hues: where they are 1, where 0, and that they fall off smoothly. */
public class WindowsTest {
  /** A strip whose pixels are colours of CIELAB, at a scale where nothing is blurred. */
  private static AreaMask.Context strip(float[][] lab) {
    RgbBlock b = new RgbBlock(0, new Rect(0, 0, lab.length, 1));
    float[] w = new float[3];
    for (int i = 0; i < lab.length; i++) {
      CieLab.toLight(lab[i][0], lab[i][1], lab[i][2], w);
      b.r()[i] = w[0];
      b.g()[i] = w[1];
      b.b()[i] = w[2];
    }
    return new AreaMask.Context() {
      @Override
      public double pxPerMm() {
        return 0.1;
      }

      @Override
      public Rect bounds(int level) {
        return b.rect();
      }

      @Override
      public float[] region(String name, int level, Rect rect) {
        return null;
      }

      @Override
      public Plane found(String name, int level, Rect rect) {
        return new Plane(rect);
      }

      @Override
      public RgbBlock below(int level, Rect rect) {
        return b;
      }

      @Override
      public Plane matte(Seed g, int level, Rect rect) {
        return new Plane(rect);
      }
    };
  }

  private static float[] weights(Extent.Window w, float[]... lab) {
    return Windows.of(w, strip(lab), 0, new Rect(0, 0, lab.length, 1));
  }

  private static float[][] greys() {
    float[][] out = new float[101][];
    for (int l = 0; l <= 100; l++) {
      out[l] = new float[] {l, 0, 0};
    }
    return out;
  }

  @Test
  public void tonesInsideAreWholeAndFallOffOverTheirSoftEnds() {
    float[] w = weights(new Extent.Tone(40, 60, 20, 10), greys());
    for (int l = 40; l <= 60; l++) {
      assertThat(w[l]).isCloseTo(1, within(2e-3f));
    }
    assertThat(w[20]).isCloseTo(0, within(2e-3f));
    assertThat(w[30]).isCloseTo(0.5f, within(0.01f));
    assertThat(w[65]).isCloseTo(0.5f, within(0.02f));
    assertThat(w[71]).isZero();
    for (int l = 1; l <= 100; l++) {
      float step = w[l] - w[l - 1];
      assertThat(step).as("L* %d", l).isBetween(l <= 50 ? -1e-4f : -0.16f, l <= 50 ? 0.08f : 1e-4f);
    }
  }

  @Test
  public void aToneWithoutASoftEndIsCutAndOneUpToWhiteHoldsAllThatIsLighter() {
    float[] w = weights(new Extent.Tone(50, 100, 0, 0), greys());
    assertThat(w[48]).isZero();
    assertThat(w[52]).isEqualTo(1);
    assertThat(w[100]).isEqualTo(1);
    float[] bright = weights(new Extent.Tone(50, 100, 0, 0), new float[] {130, 0, 0});
    assertThat(bright[0]).isEqualTo(1);
  }

  @Test
  public void lightnessIsItsOwnWeight() {
    float[] w = weights(new Extent.Lightness(), greys());
    for (int l = 0; l <= 100; l++) {
      assertThat(w[l]).isCloseTo(l / 100f, within(1e-3f));
    }
  }

  @DataProvider
  public Object[] centres() {
    return new Object[] {30.0, 120.0, 250.0, 355.0};
  }

  /** The circle has no end: 355 and 5 degrees lie 10 apart. */
  @Test(dataProvider = "centres")
  public void aHueIsHeldRoundItsCentreOnTheCircle(double centre) {
    float[][] lab = new float[72][];
    for (int k = 0; k < 72; k++) {
      double a = Math.toRadians(5 * k);
      lab[k] = new float[] {60, (float) (35 * Math.cos(a)), (float) (35 * Math.sin(a))};
    }
    float[] wide = weights(new Extent.Hue(centre, 360, 0), lab);
    for (float v : wide) {
      assertThat(v).isCloseTo(1, within(1e-3f));
    }
    float[] narrow = weights(new Extent.Hue(centre, 60, 20), lab);
    float[] opposite = weights(new Extent.Hue((centre + 180) % 360, 60, 20), lab);
    int inside = 0;
    for (int k = 0; k < 72; k++) {
      assertThat(narrow[k] * opposite[k]).isZero();
      inside += narrow[k] > 0.999f ? 1 : 0;
    }
    assertThat(inside).as("about 60 of 360 degrees").isBetween(7, 17);
  }

  @Test
  public void greysHaveNoHue() {
    for (float v : weights(new Extent.Hue(40, 360, 0), greys())) {
      assertThat(v).isLessThan(0.02f);
    }
  }

  // ---- a window round the colour of a place

  private static Engine engine(double r, double g, double b) {
    SourcePicture p = new SourcePicture(60, 40, 8, 3);
    for (int i = 0; i < 60 * 40; i++) {
      p.setCode(0, i % 60, i / 60, (int) r);
      p.setCode(1, i % 60, i / 60, (int) g);
      p.setCode(2, i % 60, i / 60, (int) b);
    }
    return Pictures.engine(p);
  }

  @Test
  public void aWindowMovesToThePlacesColourAndKeepsItsSoftness() {
    Engine e = engine(119, 119, 119);
    Extent.Tone t =
        (Extent.Tone) Windows.around(new Extent.Tone(0, 20, 5, 7), e.original(), 3, 30, 20);
    assertThat((t.low() + t.high()) / 2).isCloseTo(50, within(1.0));
    assertThat(t.high() - t.low()).isEqualTo(20);
    assertThat(t.softLow()).isEqualTo(5);
    assertThat(t.softHigh()).isEqualTo(7);
    Extent.Hue red =
        (Extent.Hue)
            Windows.around(new Extent.Hue(200, 40, 10), engine(200, 60, 50).original(), 3, 30, 20);
    Extent.Hue blue =
        (Extent.Hue)
            Windows.around(new Extent.Hue(200, 40, 10), engine(40, 60, 200).original(), 3, 30, 20);
    assertThat(red.centre()).isBetween(15.0, 40.0);
    assertThat(blue.centre()).isBetween(240.0, 290.0);
    assertThat(red.width()).isEqualTo(40);
  }

  @Test
  public void aPlaceOffThePictureHasNoColour() {
    Engine e = engine(119, 119, 119);
    assertThatThrownBy(() -> Windows.around(new Extent.Tone(0, 20, 5, 7), e.original(), 3, 300, 20))
        .isInstanceOf(IllegalArgumentException.class)
        .hasMessageContaining("must be in the picture");
  }

  /** At a finer scale texture is read through: half black, half white is grey. */
  @Test
  public void textureDoesNotShowInAWindow() {
    SourcePicture p = new SourcePicture(80, 80, 8, 3);
    for (int i = 0; i < 80 * 80; i++) {
      for (int c = 0; c < 3; c++) {
        p.setCode(c, i % 80, i / 80, (i % 80 + i / 80) % 2 == 0 ? 60 : 170);
      }
    }
    Engine e = Pictures.engine(p);
    Area area = Area.NONE.with(new Term(Term.How.ADD, new Extent.Tone(30, 70, 5, 5), 0));
    Plane mask = e.view(Pictures.pinned(), () -> false).mask(area, 0, new Rect(20, 20, 40, 40));
    float[] v = mask.data().clone();
    Arrays.sort(v);
    assertThat(v[v.length - 1] - v[0]).isLessThan(0.05f);
    assertThat(v[0]).isGreaterThan(0.9f);
  }
}
