package carezza.pass.clean;

import static org.assertj.core.api.Assertions.assertThat;

import carezza.area.Area;
import carezza.color.ColorEncoding;
import carezza.engine.Engine;
import carezza.image.SourcePicture;
import carezza.pass.EvaluationContext;
import carezza.pass.Heal;
import carezza.pass.Pass;
import carezza.sheet.Kinds;
import carezza.testing.Pictures;
import java.util.List;
import java.util.Random;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/**
 * Heals of round marks on even skin, 4 pixels a mm. Those beside hair, cloth and brows are tried on
 * the sitters, with the face finder.
 */
public class FittedHealTest {
  private static final int W = 260;
  private static final int H = 200;
  private static final double X = 80;
  private static final double Y = 100;
  private static final double WIDE_MM = 7;
  private static final ColorEncoding SRGB = ColorEncoding.srgb();
  private static final double[] SKIN = {0.42, 0.25, 0.17};

  /** A mark of so many stops; one that shines is below 0. */
  private static EvaluationContext marked(double mark, long seed) {
    Random r = new Random(seed);
    SourcePicture p = new SourcePicture(W, H, 16, 3);
    for (int i = 0; i < W * H; i++) {
      double d = Math.hypot(i % W + 0.5 - X, i / W + 0.5 - Y) / 5;
      double grain = 0.05 * r.nextGaussian();
      for (int c = 0; c < 3; c++) {
        double stops = grain - (c == 0 ? 0.3 : 1) * mark * Math.exp(-d * d);
        float light = (float) (SKIN[c] * Math.pow(2, stops));
        p.setCode(c, i % W, i / W, SRGB.encode(c, 16, light));
      }
    }
    Engine e = Pictures.engine(p);
    Pass heals = Pass.start(1, Kinds.of("heals"), Area.WHOLE);
    return e.view(Pictures.pinned().withPasses(List.of(heals)), () -> false).contextFor(heals);
  }

  @DataProvider
  public Object[][] marks() {
    return new Object[][] {{0.5, 1L}, {0.5, 2L}, {1.2, 3L}, {-0.5, 1L}, {-0.5, 2L}, {-0.8, 3L}};
  }

  @Test(dataProvider = "marks")
  public void onEvenSkinItIsAsWideAsAsked(double stops, long seed) {
    EvaluationContext c = marked(stops, seed);
    Heal wide = new Heal(X, Y, X, Y, WIDE_MM, 0, 0);
    assertThat(FittedHeal.find(c, wide, stops)).isEqualTo(SourceSearch.find(c, wide, 0));
  }

  /** Told the other way, what the heal takes off looks like a border that spreads. */
  @Test(dataProvider = "marks")
  public void aHealThatGoesTheMarksOwnWayIsMadeSmaller(double stops, long seed) {
    EvaluationContext c = marked(stops, seed);
    Heal narrow = new Heal(X, Y, X, Y, WIDE_MM / 2, 0, 0);
    assertThat(FittedHeal.find(c, narrow, -stops).sizeMm()).isLessThan(WIDE_MM / 2);
  }
}
