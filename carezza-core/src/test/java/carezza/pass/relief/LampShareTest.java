package carezza.pass.relief;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import carezza.image.Plane;
import carezza.image.Rect;
import java.util.ArrayList;
import java.util.List;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** The lamp's share in light that is put together from skin's and lamp's. */
public class LampShareTest {
  private static final int W = 160;
  private static final int H = 120;
  private static final double PX = 1.6;

  /** R/G and B/G of skin under a white lamp. */
  private static final double[][] SKINS = {{1.3, 0.78}, {1.5, 0.62}, {1.7, 0.45}};

  private static final double[][] LAMPS = {{1, 1}, {1.2, 0.7}, {0.85, 1.25}};

  @DataProvider
  public Object[][] skinsAndLamps() {
    List<Object[]> all = new ArrayList<>();
    for (double[] skin : SKINS) {
      for (double[] lamp : LAMPS) {
        all.add(new Object[] {skin, lamp});
      }
    }
    return all.toArray(Object[][]::new);
  }

  /** Share of the lamp in green's light at a pixel: three places, the middles of the rows. */
  private static double share(int i) {
    double most = 0;
    double[][] places = {{40, 60, 0.3}, {80, 60, 0.5}, {120, 60, 0.7}};
    for (double[] p : places) {
      double d = Math.hypot(i % W - p[0], i / W - p[1]) / (4 * PX);
      most = Math.max(most, p[2] * Math.exp(-0.5 * d * d));
    }
    return most;
  }

  /** log2 R/G, log2 G/B and E of skin that lies in the lamp's light and throws some of it back. */
  private static Plane[] lit(double[] skin, double[] lamp, boolean brighter) {
    Plane[] out = new Plane[3];
    for (int k = 0; k < 3; k++) {
      out[k] = new Plane(new Rect(0, 0, W, H));
    }
    for (int i = 0; i < W * H; i++) {
      double f = share(i);
      double red = (1 - f) * skin[0] * lamp[0] + f * lamp[0];
      double blue = (1 - f) * skin[1] * lamp[1] + f * lamp[1];
      out[0].data()[i] = (float) (Math.log(red) / Math.log(2));
      out[1].data()[i] = (float) (-Math.log(blue) / Math.log(2));
      out[2].data()[i] = (float) (-3 - (brighter ? Math.log(1 - f) / Math.log(2) : 0));
    }
    return out;
  }

  private static Plane found(Plane[] light, double[] lamp) {
    Plane mask = Plane.filled(light[0].rect(), 1);
    return LampShare.of(light, LampShare.round(light, mask, PX, lamp), mask, lamp);
  }

  @Test(dataProvider = "skinsAndLamps")
  public void theShareIsFoundOnEverySkinUnderEveryLamp(double[] skin, double[] lamp) {
    Plane share = found(lit(skin, lamp, true), lamp);
    for (int i = 0; i < share.data().length; i++) {
      assertThat((double) share.data()[i]).isCloseTo(share(i), within(0.06));
    }
  }

  /** A cheek in another light has the colour and not the brightness. */
  @Test(dataProvider = "skinsAndLamps")
  public void aPlaceThatIsNotBrighterStandsInAnotherLight(double[] skin, double[] lamp) {
    for (float f : found(lit(skin, lamp, false), lamp).data()) {
      assertThat(f).isLessThan(0.02f);
    }
  }

  @Test
  public void aLampOfTheSkinsOwnColourCannotBeTold() {
    double[] skin = {1.08, 0.95};
    double[] white = {1, 1};
    assertThat(found(lit(skin, white, true), white).data()).containsOnly(0);
  }

  @Test
  public void offTheMaskThereIsNoShare() {
    Plane[] light = lit(SKINS[1], LAMPS[0], true);
    Plane mask = Plane.filled(light[0].rect(), 1);
    for (int i = 0; i < mask.data().length; i++) {
      mask.data()[i] = i % W < 60 ? 0 : 1;
    }
    Plane[] own = LampShare.round(light, mask, PX, LAMPS[0]);
    Plane share = LampShare.of(light, own, mask, LAMPS[0]);
    assertThat(share.at(40, 60)).isZero();
    assertThat(share.at(120, 60)).isCloseTo(0.7f, within(0.06f));
  }
}
