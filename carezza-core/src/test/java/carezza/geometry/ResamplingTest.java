package carezza.geometry;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import carezza.image.Rect;
import carezza.image.RgbBlock;
import java.util.Random;
import org.testng.annotations.Test;

/** Light between pixels against what is known of the kernels. */
public class ResamplingTest {
  private static RgbBlock block(Rect r, java.util.function.DoubleBinaryOperator of) {
    RgbBlock b = new RgbBlock(0, r);
    for (int y = r.y(); y < r.bottom(); y++) {
      for (int x = r.x(); x < r.right(); x++) {
        for (int c = 0; c < 3; c++) {
          b.channel(c)[b.index(x, y)] = (float) ((c + 1) * of.applyAsDouble(x + 0.5, y + 0.5));
        }
      }
    }
    return b;
  }

  private static float[] at(Resampling r, double x, double y) {
    float[][] out = new float[3][1];
    r.at(x, y, out, 0);
    return new float[] {out[0][0], out[1][0], out[2][0]};
  }

  @Test
  public void atAPixelItIsThePixel() {
    RgbBlock b = block(new Rect(-4, 7, 9, 11), (x, y) -> Math.sin(3 * x + y));
    Resampling r = new Resampling(b, Resampling.Kernel.CUBIC, 1);
    for (int x = -4; x < 5; x++) {
      assertThat(at(r, x + 0.5, 9.5)[1]).isEqualTo(b.g()[b.index(x, 9)]);
    }
  }

  /** Keys' cubic gives quadratics back; so not the triangle. */
  @Test
  public void quadraticsComeBack() {
    RgbBlock b = block(new Rect(0, 0, 30, 30), (x, y) -> 0.01 * x * x - 0.2 * x + 0.02 * x * y + y);
    Resampling cubic = new Resampling(b, Resampling.Kernel.CUBIC, 1);
    Resampling triangle = new Resampling(b, Resampling.Kernel.TRIANGLE, 1);
    Random random = new Random(3);
    double worst = 0;
    for (int i = 0; i < 200; i++) {
      double x = 4 + 22 * random.nextDouble();
      double y = 4 + 22 * random.nextDouble();
      double want = 2 * (0.01 * x * x - 0.2 * x + 0.02 * x * y + y);
      assertThat((double) at(cubic, x, y)[1]).isCloseTo(want, within(2e-5));
      worst = Math.max(worst, Math.abs(at(triangle, x, y)[1] - want));
    }
    assertThat(worst).as("the triangle does not").isGreaterThan(1e-3);
  }

  @Test
  public void whatIsEvenStaysSoAtEveryStepAndBeyondTheBorder() {
    RgbBlock b = block(new Rect(0, 0, 5, 4), (x, y) -> 0.3);
    for (Resampling.Kernel k : Resampling.Kernel.values()) {
      for (double step : new double[] {0.4, 1, 1.3, 2.7}) {
        Resampling r = new Resampling(b, k, step);
        for (double x : new double[] {-3, 0, 1.23, 4.99, 9}) {
          assertThat(at(r, x, 2.2)[0]).isCloseTo(0.3f, within(1e-6f));
        }
      }
    }
  }

  /** Made half as large, the finest stripes are grey. */
  @Test
  public void whatIsMadeSmallerDoesNotAlias() {
    RgbBlock b = block(new Rect(0, 0, 64, 64), (x, y) -> (int) x % 2);
    Resampling wide = new Resampling(b, Resampling.Kernel.CUBIC, 2);
    Resampling narrow = new Resampling(b, Resampling.Kernel.CUBIC, 1);
    double most = 0;
    for (double x = 10.5; x < 50; x += 2) {
      assertThat(at(wide, x, 30)[0]).isCloseTo(0.5f, within(0.05f));
      most = Math.max(most, Math.abs(at(narrow, x, 30)[0] - 0.5));
    }
    assertThat(most).as("left as it is they are stripes").isGreaterThan(0.4);
  }

  @Test
  public void aStepOfNothingIsRefused() {
    assertThatThrownBy(
            () -> new Resampling(new RgbBlock(0, new Rect(0, 0, 1, 1)), Resampling.Kernel.CUBIC, 0))
        .hasMessageContaining("step = 0");
  }
}
