package carezza.pass.clean;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import carezza.image.Rect;
import carezza.pass.Heal;
import java.util.Random;
import org.testng.annotations.Test;

/** Marks on shade of their place's own, as cube roots: what a fill is short of. */
public class RedShareTest {
  private static final Rect RECT = new Rect(0, 0, 70, 70);
  private static final double PX = 6;
  private static final double SKIN_RED = 0.75;
  private static final double SKIN_GREEN = 0.63;
  private static final double SKIN = SKIN_RED / SKIN_GREEN;
  private static final HealSite SITE = HealSite.of(new Heal(35, 35, 35, 35, 8, 0, 0), PX, RECT, 0);

  private final float[][] rest = new float[3][(int) RECT.area()];
  private final float[][] fill = new float[3][(int) RECT.area()];

  /** A mark of a share in red on skin with texture and a hollow of so much light. */
  private void draw(double share, double mark, double hollow, long seed) {
    Random r = new Random(seed);
    double dx = 30 * (r.nextDouble() - 0.5);
    double dy = 30 * (r.nextDouble() - 0.5);
    for (int i = 0; i < rest[0].length; i++) {
      double x = i % RECT.w() + 0.5 - 35;
      double y = i / RECT.w() + 0.5 - 35;
      double m = mark * Math.exp(-(x * x + y * y) / 100);
      double far = Math.hypot(x - dx, y - dy);
      double shade = hollow * Math.exp(-far * far / 160) + 0.008 * r.nextGaussian();
      rest[0][i] = (float) (-share * m - SKIN * shade);
      rest[1][i] = (float) (-m - shade);
      rest[2][i] = rest[1][i];
      fill[0][i] = (float) SKIN_RED - rest[0][i];
      fill[1][i] = (float) SKIN_GREEN - rest[1][i];
    }
  }

  private double energy() {
    double[] both = ShowingThrough.energies(SITE, rest[0], rest[1]);
    double[] green = ShowingThrough.energies(SITE, rest[1], rest[1]);
    return (both[0] - both[1]) / (green[0] - green[1]);
  }

  private RedShare told() {
    return RedShare.of(SITE, fill, rest, energy());
  }

  @Test
  public void aMarkOnEvenSkinIsToldByItself() {
    for (double share : new double[] {0.1, 0.35, 0.55}) {
      for (long seed = 1; seed <= 6; seed++) {
        draw(share, 0.15, 0, seed);
        assertThat(told().known()).isCloseTo(share, within(0.05));
      }
    }
  }

  /** A hollow or a hump of the skin is no part of the mark. */
  @Test
  public void shadeOfThePlaceIsToldApart() {
    double now = 0;
    double byEnergy = 0;
    for (long seed = 1; seed <= 24; seed++) {
      draw(0.35, 0.09, seed % 2 == 0 ? 0.06 : -0.03, seed);
      now += Math.abs(told().known() - 0.35);
      byEnergy += Math.abs(energy() - 0.35);
    }
    assertThat(now).isLessThan(0.7 * byEnergy);
  }

  /** Though the hollow that it lies in is a third deeper than the mark; a dark spot is none. */
  @Test
  public void bloodIsToldByItsColour() {
    int inShade = 0;
    int deep = 0;
    for (long seed = 1; seed <= 24; seed++) {
      draw(0.35, 0.06, 0.08, seed);
      inShade += told().isBlood() ? 1 : 0;
      deep += energy() > 0.7 ? 1 : 0;
      draw(0.95 * SKIN, 0.09, seed % 2 == 0 ? 0.06 : -0.03, seed);
      assertThat(told().isBlood()).as("dark spot %d", seed).isFalse();
    }
    assertThat(deep).as("by energy no blood").isEqualTo(24);
    assertThat(inShade).isGreaterThan(19);
  }

  /** Light of another colour is the same mark. */
  @Test
  public void aGainOfAChannelScalesTheShare() {
    draw(0.35, 0.09, 0.06, 3);
    double was = told().known();
    for (int i = 0; i < rest[0].length; i++) {
      rest[0][i] *= 1.4f;
      fill[0][i] *= 1.4f;
    }
    assertThat(told().known()).isCloseTo(1.4 * was, within(1e-4));
  }
}
