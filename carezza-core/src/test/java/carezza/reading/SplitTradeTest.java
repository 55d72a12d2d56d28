package carezza.reading;

import static org.assertj.core.api.Assertions.assertThat;

import carezza.filter.Gaussian;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import java.util.Random;
import org.testng.annotations.Test;

/** What speaks for and against a split's size, on drawn pores, forms and colour. */
public class SplitTradeTest {
  private static final int SIDE = 420;
  private static final double PX = 7;
  private static final double[] SIZES = {1, 1.5, 2, 2.5, 3, 3.5};
  private static final Plane ALL = Plane.filled(new Rect(0, 0, SIDE, SIDE), 1);

  private static Plane grain(long seed, double mm) {
    Random r = new Random(seed);
    Plane p = new Plane(ALL.rect());
    for (int i = 0; i < p.data().length; i++) {
      p.data()[i] = (float) r.nextGaussian();
    }
    Plane soft = Gaussian.blur(p, mm * PX);
    double sum = 0;
    for (float v : soft.data()) {
      sum += v * v;
    }
    float gain = (float) (1 / Math.sqrt(sum / soft.data().length));
    for (int i = 0; i < soft.data().length; i++) {
      soft.data()[i] *= gain;
    }
    return soft;
  }

  /**
   * Skin with pores, forms and blotches of blood.
   *
   * @param coloured stops of red over green
   */
  private static RgbBlock skin(double poresMm, double pores, double forms, double coloured) {
    Plane fine = grain(1, poresMm);
    Plane broad = grain(2, 2.5);
    Plane blood = grain(3, 1.2);
    RgbBlock b = new RgbBlock(0, ALL.rect());
    for (int i = 0; i < b.size(); i++) {
      double e = pores * fine.data()[i] + forms * broad.data()[i];
      double c = coloured * blood.data()[i];
      b.r()[i] = (float) (0.4 * Math.pow(2, e + 0.2 * c));
      b.g()[i] = (float) (0.25 * Math.pow(2, e - 0.8 * c));
      b.b()[i] = (float) (0.17 * Math.pow(2, e - 0.8 * c));
    }
    return b;
  }

  private static SplitTrade of(RgbBlock b) {
    return SplitTrade.of(b, ALL, PX, SIZES);
  }

  @Test
  public void aLargerSplitTakesMorePoresAndCostsMoreForms() {
    SplitTrade t = of(skin(0.25, 0.1, 0.2, 0.1));
    for (int k = 0; k < SIZES.length; k++) {
      assertThat(t.pores()[k]).isBetween(0.0, 1.0);
      assertThat(t.forms()[k]).isBetween(0.0, 1.0);
      assertThat(t.colour()[k]).isBetween(0.0, 1.0);
      if (k > 0) {
        assertThat(t.pores()[k]).isLessThan(t.pores()[k - 1]);
        assertThat(t.forms()[k]).isGreaterThan(t.forms()[k - 1]);
        assertThat(t.colour()[k]).isGreaterThan(t.colour()[k - 1]);
      }
    }
  }

  @Test
  public void theProposedSizeIsWhereLeastIsAgainstIt() {
    SplitTrade t = of(skin(0.25, 0.1, 0.2, 0.1));
    int best = 0;
    for (int k = 0; k < SIZES.length; k++) {
      boolean less =
          t.pores()[k] + t.forms()[k] + t.colour()[k]
              < t.pores()[best] + t.forms()[best] + t.colour()[best];
      best = less ? k : best;
    }
    assertThat(t.proposedMm()).isEqualTo(SIZES[best]);
  }

  @Test
  public void coarserPoresAskForALargerSplit() {
    SplitTrade fine = of(skin(0.2, 0.1, 0.2, 0));
    SplitTrade coarse = of(skin(0.45, 0.1, 0.2, 0));
    for (int k = 0; k < SIZES.length; k++) {
      assertThat(coarse.pores()[k]).isGreaterThan(fine.pores()[k]);
    }
    assertThat(coarse.proposedMm()).isGreaterThanOrEqualTo(fine.proposedMm());
  }

  /** Light alone has no colour that could be left anywhere; more light changes no share. */
  @Test
  public void sharesDoNotRestOnHowMuchThereIs() {
    SplitTrade one = of(skin(0.25, 0.05, 0.1, 0.1));
    SplitTrade twice = of(skin(0.25, 0.05, 0.1, 0.2));
    for (int k = 0; k < SIZES.length; k++) {
      assertThat(Math.abs(one.colour()[k] - twice.colour()[k])).isLessThan(0.01);
    }
    RgbBlock b = skin(0.25, 0.05, 0.1, 0.1);
    for (int c = 0; c < 3; c++) {
      for (int i = 0; i < b.size(); i++) {
        b.channel(c)[i] *= 0.5f;
      }
    }
    SplitTrade darker = of(b);
    for (int k = 0; k < SIZES.length; k++) {
      assertThat(Math.abs(one.pores()[k] - darker.pores()[k])).isLessThan(1e-3);
      assertThat(Math.abs(one.forms()[k] - darker.forms()[k])).isLessThan(1e-3);
    }
  }

  @Test
  public void offTheMaskNothingCounts() {
    RgbBlock b = skin(0.25, 0.1, 0.2, 0.1);
    Plane half = new Plane(ALL.rect());
    for (int i = 0; i < half.data().length; i++) {
      half.data()[i] = i % SIDE < SIDE / 2 ? 1 : 0;
    }
    SplitTrade plain = SplitTrade.of(b, half, PX, SIZES);
    for (int i = 0; i < b.size(); i++) {
      if (i % SIDE >= SIDE / 2) {
        b.r()[i] = i % 7;
        b.g()[i] = i % 3;
      }
    }
    SplitTrade wild = SplitTrade.of(b, half, PX, SIZES);
    assertThat(wild.pores()).isEqualTo(plain.pores());
    assertThat(wild.forms()).isEqualTo(plain.forms());
    assertThat(wild.colour()).isEqualTo(plain.colour());
  }
}
