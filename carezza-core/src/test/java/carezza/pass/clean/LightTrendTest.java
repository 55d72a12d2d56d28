package carezza.pass.clean;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.Random;
import org.testng.annotations.Test;

/** How light falls off over a surface, fitted to what is there. */
public class LightTrendTest {
  private static final int W = 120;
  private static final int H = 80;

  private static double curved(double x, double y) {
    return 0.5 + 0.002 * x - 0.003 * y + 1e-5 * x * x - 2e-5 * x * y + 3e-5 * y * y;
  }

  private static float[] drawn(double times) {
    float[] v = new float[W * H];
    for (int i = 0; i < v.length; i++) {
      v[i] = (float) (times * curved(i % W + 0.5, i / W + 0.5));
    }
    return v;
  }

  private static boolean[] all() {
    boolean[] out = new boolean[W * H];
    Arrays.fill(out, true);
    return out;
  }

  @Test
  public void aSurfaceOfTheSecondDegreeIsMetInEveryChannel() {
    LightTrend t = LightTrend.of(new float[][] {drawn(1), drawn(-2)}, all(), W, H);
    for (double[] at : new double[][] {{0, 0}, {60, 40}, {119, 3}, {150, -20}}) {
      assertThat(t.at(0, at[0], at[1])).isCloseTo(curved(at[0], at[1]), within(1e-5));
      assertThat(t.at(1, at[0], at[1])).isCloseTo(-2 * curved(at[0], at[1]), within(1e-5));
    }
  }

  @Test
  public void whatDoesNotCountIsNotLookedAt() {
    float[] v = drawn(1);
    boolean[] counts = all();
    for (int i = 0; i < v.length; i++) {
      if (i % W > 70) {
        v[i] = Float.NaN;
        counts[i] = false;
      }
    }
    LightTrend t = LightTrend.of(new float[][] {v}, counts, W, H);
    assertThat(t.at(0, 90, 40)).isCloseTo(curved(90, 40), within(1e-4));
  }

  /** A lamp or a fold on it bends it little; a plain fit is off by .03 and more there. */
  @Test
  public void aSpotOnItBendsItLittle() {
    float[] v = drawn(1);
    Random random = new Random(5);
    for (int i = 0; i < v.length; i++) {
      v[i] += 0.01f * (float) random.nextGaussian();
      if (Math.hypot(i % W - 40, i / W - 30) < 15) {
        v[i] += 0.5f;
      }
    }
    LightTrend t = LightTrend.of(new float[][] {v}, all(), W, H);
    assertThat(t.at(0, 40, 30)).isCloseTo(curved(40, 30), within(0.02));
    assertThat(t.at(0, 100, 60)).isCloseTo(curved(100, 60), within(0.01));
  }
}
