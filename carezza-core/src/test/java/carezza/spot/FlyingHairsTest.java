package carezza.spot;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import carezza.color.ColorEncoding;
import carezza.engine.Engine;
import carezza.engine.TileCache;
import carezza.face.FaceMap;
import carezza.face.Pin;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.SourcePicture;
import carezza.spot.SkinSpot.Proposal;
import java.util.List;
import java.util.Random;
import org.testng.annotations.BeforeMethod;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Hair to the left of a grainy backdrop, 6 px a mm, with single hairs drawn over it. */
public class FlyingHairsTest {
  private static final int W = 700;
  private static final int H = 500;
  private static final double PX = 6;
  private static final int HAIR_PX = 200;
  private static final ColorEncoding SRGB = ColorEncoding.srgb();

  private final double[] light = new double[W * H];

  @BeforeMethod
  public void backdrop() {
    Random random = new Random(5);
    for (int i = 0; i < light.length; i++) {
      double tone = i % W < HAIR_PX ? 0.03 : 0.12 + 0.06 * (i / W) / H;
      light[i] = tone * Math.pow(2, 0.12 * random.nextGaussian());
    }
  }

  /** An arc from the hair outwards, of a width of hair. */
  private void hair(double y, double mm, double bend, double stops) {
    double[] deepest = new double[light.length];
    double x = HAIR_PX - 2 * PX;
    double v = y;
    double a = 0.15;
    for (double t = 0; t < mm * PX; t += 0.25) {
      x += 0.25 * Math.cos(a);
      v += 0.25 * Math.sin(a);
      a += 0.25 * bend;
      for (int dy = -3; dy <= 3; dy++) {
        for (int dx = -3; dx <= 3; dx++) {
          int i = ((int) v + dy) * W + (int) x + dx;
          double d = Math.hypot((int) x + dx + 0.5 - x, (int) v + dy + 0.5 - v) / 0.9;
          deepest[i] = Math.max(deepest[i], Math.exp(-d * d));
        }
      }
    }
    for (int i = 0; i < light.length; i++) {
      light[i] *= Math.pow(2, -stops * deepest[i]);
    }
  }

  private List<SkinSpot> found() {
    SourcePicture p = new SourcePicture(W, H, 8, 3);
    for (int i = 0; i < light.length; i++) {
      for (int c = 0; c < 3; c++) {
        p.setCode(c, i % W, i / W, SRGB.encode(c, 8, (float) Math.min(1, light[i])));
      }
    }
    Engine e = new Engine(p, SRGB, new TileCache(1 << 26));
    FaceMap map = new FaceMap(new Pin(20, 250), new Pin(20 + 63 * PX, 250));
    return FlyingHairs.find(
        e.original(), map, (l, r) -> beside(r, l, true), (l, r) -> beside(r, l, false));
  }

  private static Plane beside(Rect rect, int level, boolean isHair) {
    Plane p = new Plane(rect);
    for (int i = 0; i < p.data().length; i++) {
      boolean left = ((rect.x() + i % rect.w()) << level) < HAIR_PX;
      p.data()[i] = left == isHair ? 1 : 0;
    }
    return p;
  }

  @DataProvider
  public Object[][] hairs() {
    return new Object[][] {{0.9, 0.0}, {-0.9, 0.0}, {0.9, 0.004}, {-0.8, -0.003}};
  }

  /**
   * Darker or lighter than the backdrop, straight or bent: along its middle, as long as it shows.
   */
  @Test(dataProvider = "hairs")
  public void aSingleHairIsFollowedFromTheHair(double stops, double bend) {
    hair(200, 22, bend, stops);
    SkinSpot s = found().stream().findFirst().orElseThrow();
    assertThat(found()).hasSize(1);
    assertThat(s.type()).isEqualTo(SpotType.FLYING_HAIR);
    assertThat(s.proposal()).isEqualTo(Proposal.LOOK);
    assertThat(Math.signum(s.contrast())).isEqualTo(Math.signum(stops));
    assertThat(s.sizeMm()).isBetween(14.0, 24.0);
    double y = 200;
    double x = HAIR_PX - 2 * PX;
    double a = 0.15;
    Pin middle = s.line().get(s.line().size() / 2);
    while (x < middle.x()) {
      x += 0.25 * Math.cos(a);
      y += 0.25 * Math.sin(a);
      a += 0.25 * bend;
    }
    assertThat(middle.y()).isCloseTo(y, within(0.5 * PX));
  }

  /** Neither grain nor the hair's own border is a hair, nor a line far from the hair. */
  @Test
  public void theBorderAndWhatIsFarAreNoHairs() {
    for (int y = 100; y < 300; y++) {
      light[y * W + 600] *= 0.4;
    }
    assertThat(found()).isEmpty();
  }
}
