package carezza.neutral;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import carezza.color.ColorEncoding;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.neutral.LightEvidence.Card;
import java.util.Optional;
import java.util.Random;
import java.util.function.BiPredicate;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** A card is found in its place and colour; what is round, coloured or cut is none. */
public class GreyCardTest {
  private static final Rect ALL = new Rect(0, 0, 300, 260);
  private static final double PX_PER_MM = 1.5;

  /** A shape of linear sRGB on a textured ground, with grain. */
  private static Optional<Card> find(long seed, double[] rgb, BiPredicate<Double, Double> inside) {
    Random random = new Random(seed);
    RgbBlock b = new RgbBlock(0, ALL);
    var m = ColorEncoding.srgb().toWorking();
    for (int i = 0; i < b.size(); i++) {
      double x = i % ALL.w();
      double y = i / ALL.w();
      boolean in = inside.test(x, y);
      double wave = 0.12 * (1 + 0.5 * Math.sin(x / 3) * Math.cos(y / 4));
      double grain = 1 + 0.01 * random.nextGaussian();
      double shade = (in ? 1 + 0.0004 * x : 1) * grain;
      double[] w =
          in
              ? m.times(rgb[0] * shade, rgb[1] * shade, rgb[2] * shade)
              : m.times(1.5 * wave * shade, wave * shade, 0.6 * wave * shade);
      for (int c = 0; c < 3; c++) {
        b.channel(c)[i] = (float) w[c];
      }
    }
    return GreyCard.find(b, new Plane(ALL), PX_PER_MM);
  }

  private static BiPredicate<Double, Double> turned(double angle, double halfW, double halfH) {
    double cos = Math.cos(angle);
    double sin = Math.sin(angle);
    return (x, y) ->
        Math.abs((x - 150) * cos + (y - 130) * sin) < halfW
            && Math.abs((y - 130) * cos - (x - 150) * sin) < halfH;
  }

  @DataProvider
  public Object[][] cards() {
    return new Object[][] {
      {1, 0.0, 0, 0}, {2, 0.1, 40, 0}, {3, 0.5, -40, 1}, {4, 0.78, 60, -1}, {5, -0.3, 110, 0}
    };
  }

  @Test(dataProvider = "cards")
  public void aCardIsFoundAsItStands(int seed, double angle, int mired, int tint) {
    double[] g = new Light(mired, 0.008 * tint).gains();
    double[] rgb = {0.18 * g[0], 0.18 * g[1], 0.18 * g[2]};
    Card card = find(seed, rgb, turned(angle, 60, 42)).orElseThrow();
    assertThat(card.area()).isBetween(0.9 * 120 * 84, 1.02 * 120 * 84);
    double[] seen = {Math.exp(card.colour().red()), 1, Math.exp(card.colour().blue())};
    assertThat(Light.degrees(seen, g)).isLessThan(0.3);
    double x = 0;
    double y = 0;
    for (int i = 0; i < 4; i++) {
      x += card.corners()[2 * i] / 4;
      y += card.corners()[2 * i + 1] / 4;
    }
    assertThat(x).isCloseTo(150, within(3.0));
    assertThat(y).isCloseTo(130, within(3.0));
  }

  @Test
  public void othersAreNone() {
    double[] grey = {0.18, 0.18, 0.18};
    assertThat(find(6, grey, (x, y) -> Math.hypot(x - 150, y - 130) < 60)).as("a disc").isEmpty();
    assertThat(find(7, grey, (x, y) -> x < 120 && y < 90)).as("cut by the frame").isEmpty();
    assertThat(find(8, grey, turned(0.2, 110, 12))).as("a strip").isEmpty();
    assertThat(find(9, grey, turned(0, 12, 12))).as("a stamp").isEmpty();
    assertThat(find(10, new double[] {0.1, 0.3, 0.12}, turned(0.2, 60, 42))).as("green").isEmpty();
    assertThat(find(11, grey, (x, y) -> turned(0, 60, 60).test(x, y) && x - 150 < y - 130))
        .as("a triangle")
        .isEmpty();
    assertThat(find(12, grey, (x, y) -> false)).as("only ground").isEmpty();
  }
}
