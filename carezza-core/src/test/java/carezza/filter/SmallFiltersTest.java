package carezza.filter;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import carezza.image.Plane;
import carezza.image.Rect;
import java.util.Arrays;
import java.util.Random;
import java.util.function.UnaryOperator;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** The small filters against what they are said to be, reckoned the long way. */
public class SmallFiltersTest {
  private static final int W = 37;
  private static final int H = 23;
  private static final Rect ALL = new Rect(-5, 9, W, H);

  private static Plane noise(long seed) {
    Random r = new Random(seed);
    Plane p = new Plane(ALL);
    for (int i = 0; i < p.data().length; i++) {
      p.data()[i] = (float) r.nextGaussian();
    }
    return p;
  }

  private static float held(Plane p, int x, int y) {
    int cx = Math.max(0, Math.min(W - 1, x));
    return p.data()[Math.max(0, Math.min(H - 1, y)) * W + cx];
  }

  // ---- sums over squares

  @DataProvider
  public Object[] halves() {
    return new Object[] {0, 1, 4, 30};
  }

  @Test(dataProvider = "halves")
  public void sumsOverSquaresCountWhatLiesInside(int half) {
    Plane p = noise(1);
    float[] v = p.data().clone();
    BoxSum.over(v, W, H, half);
    for (int i = 0; i < v.length; i++) {
      double sum = 0;
      for (int y = Math.max(0, i / W - half); y <= Math.min(H - 1, i / W + half); y++) {
        for (int x = Math.max(0, i % W - half); x <= Math.min(W - 1, i % W + half); x++) {
          sum += p.data()[y * W + x];
        }
      }
      assertThat((double) v[i]).isCloseTo(sum, within(1e-3));
    }
  }

  // ---- what hangs together

  private static boolean[] set(String... rows) {
    boolean[] out = new boolean[rows.length * rows[0].length()];
    for (int i = 0; i < out.length; i++) {
      out[i] = rows[i / rows[0].length()].charAt(i % rows[0].length()) == '#';
    }
    return out;
  }

  @Test
  public void whatHangsTogetherByItsSidesIsReachedAndNothingElse() {
    boolean[] within = set("##..#", ".#.##", ".##..", "....#");
    boolean[] reached = new boolean[within.length];
    int[] queue = new int[within.length];
    reached[0] = true;
    int n = Flood.fill(5, within, reached, queue, 1);
    assertThat(n).isEqualTo(5);
    assertThat(reached).isEqualTo(set("##...", ".#...", ".##..", "....."));
    int[] all = Arrays.copyOf(queue, n);
    Arrays.sort(all);
    assertThat(all).containsExactly(0, 1, 6, 11, 12);
  }

  /** The end of a row is no neighbour of the beginning of the next. */
  @Test
  public void rowsDoNotRunIntoOneAnother() {
    boolean[] within = set("..#", "#..");
    boolean[] reached = new boolean[6];
    int[] queue = new int[6];
    queue[0] = 2;
    reached[2] = true;
    assertThat(Flood.fill(3, within, reached, queue, 1)).isEqualTo(1);
  }

  @Test
  public void severalBeginningsAreFilledTogether() {
    boolean[] within = set("##.##");
    boolean[] reached = {true, false, false, false, true};
    int[] queue = {0, 4, 0, 0, 0};
    assertThat(Flood.fill(5, within, reached, queue, 2)).isEqualTo(4);
  }

  // ---- least squares

  @Test
  public void aFitGivesBackWhatRowsWereMadeOf() {
    double[] truth = {0.3, -2, 5, 0.01};
    Random r = new Random(2);
    LinearFit fit = new LinearFit(4);
    for (int k = 0; k < 60; k++) {
      double[] x = {1, r.nextGaussian(), 10 * r.nextGaussian(), 100 * r.nextDouble()};
      double value = 0;
      for (int i = 0; i < 4; i++) {
        value += truth[i] * x[i];
      }
      fit.add(value, x);
    }
    assertThat(fit.solve()).containsExactly(truth, within(1e-8));
  }

  /** What is left is at right angles to every unknown. */
  @Test
  public void ofNoisyRowsTheLeastSquaresAreTaken() {
    Random r = new Random(3);
    double[][] x = new double[40][];
    double[] v = new double[40];
    LinearFit fit = new LinearFit(3);
    for (int k = 0; k < x.length; k++) {
      x[k] = new double[] {1, r.nextGaussian(), r.nextGaussian()};
      v[k] = 2 * x[k][1] - x[k][2] + r.nextGaussian();
      fit.add(v[k], x[k]);
    }
    double[] c = fit.solve();
    for (int j = 0; j < 3; j++) {
      double sum = 0;
      for (int k = 0; k < x.length; k++) {
        sum += (v[k] - c[0] * x[k][0] - c[1] * x[k][1] - c[2] * x[k][2]) * x[k][j];
      }
      assertThat(sum).isCloseTo(0, within(1e-9));
    }
  }

  @Test
  public void anUnknownThatNothingTellsIsZero() {
    LinearFit fit = new LinearFit(3);
    for (int k = 0; k < 10; k++) {
      fit.add(4 + 3 * k, 1, 0, k);
    }
    assertThat(fit.solve()).containsExactly(new double[] {4, 0, 3}, within(1e-9));
    assertThat(new LinearFit(2).solve()).containsExactly(0, 0);
    LinearFit twice = new LinearFit(2);
    for (int k = 1; k < 10; k++) {
      twice.add(6 * k, k, 2 * k);
    }
    double[] c = twice.solve();
    assertThat(c[0] + 2 * c[1]).isCloseTo(6, within(1e-9));
  }

  // ---- blurs under a mask

  @Test
  public void nothingLeaksInFromOffTheMask() {
    Plane v = Plane.filled(ALL, 3);
    Plane m = Plane.filled(ALL, 1);
    for (int i = 0; i < v.data().length; i++) {
      if (i % W > 20) {
        v.data()[i] = 1000;
        m.data()[i] = 0;
      }
    }
    UnaryOperator<Plane> blur = p -> Starlet.smoothed(p, 2);
    Plane out = NormalizedConvolution.of(v, m, blur.apply(m), blur, 0, -1);
    for (int i = 0; i < v.data().length; i++) {
      float expected = i % W > 20 + Starlet.reach(2) ? -1 : 3;
      assertThat(out.data()[i]).isCloseTo(expected, within(1e-4f));
    }
    assertThat(v.data()).contains(1000);
  }

  @Test
  public void whereTheMaskHasTooLittleTheFallbackStands() {
    Plane m = Plane.filled(ALL, 0.2f);
    Plane out = NormalizedConvolution.of(noise(4), m, m, p -> p, 0.3f, 7);
    assertThat(out.data()).containsOnly(7);
  }

  // ---- the undecimated wavelet

  @DataProvider
  public Object[] steps() {
    return new Object[] {1, 2, 4, 8};
  }

  @Test(dataProvider = "steps")
  public void aSmoothingIsTheSplinesTapsSoFarApart(int step) {
    Plane p = noise(5);
    Plane out = Starlet.smoothed(p, step);
    double[] taps = {1 / 16.0, 4 / 16.0, 6 / 16.0, 4 / 16.0, 1 / 16.0};
    for (int y = 0; y < H; y++) {
      for (int x = 0; x < W; x++) {
        double sum = 0;
        for (int j = -2; j <= 2; j++) {
          for (int i = -2; i <= 2; i++) {
            sum += taps[i + 2] * taps[j + 2] * held(p, x + i * step, y + j * step);
          }
        }
        assertThat((double) out.data()[y * W + x]).isCloseTo(sum, within(1e-5));
      }
    }
    assertThat(out.rect()).isEqualTo(ALL);
    assertThat(Starlet.reach(step)).isEqualTo(2 * step);
  }

  // ---- the cubic step

  @Test
  public void theStepIsFlatAtBothEndsAndEvenAboutItsMiddle() {
    assertThat(Smoothstep.falling(-1, 4)).isEqualTo(1);
    assertThat(Smoothstep.falling(0, 0)).isEqualTo(1);
    assertThat(Smoothstep.falling(0.1, 0)).isZero();
    assertThat(Smoothstep.falling(4, 4)).isZero();
    assertThat(Smoothstep.falling(2, 4)).isEqualTo(0.5f);
    assertThat(Smoothstep.rising(-3)).isZero();
    assertThat(Smoothstep.rising(9)).isEqualTo(1);
    for (double t = 0; t <= 1; t += 0.05) {
      assertThat(Smoothstep.rising(t)).isCloseTo(1 - Smoothstep.rising(1 - t), within(1e-12));
      assertThat((double) Smoothstep.falling((float) t))
          .isCloseTo(1 - Smoothstep.rising(t), within(1e-6));
    }
    assertThat(Smoothstep.rising(1e-4)).isLessThan(1e-7);
  }
}
