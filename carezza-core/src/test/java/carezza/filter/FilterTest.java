package carezza.filter;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import carezza.image.Plane;
import carezza.image.Rect;
import java.util.Random;
import org.testng.annotations.Test;

public class FilterTest {
  private static Plane noise(int w, int h, long seed) {
    Plane p = new Plane(new Rect(0, 0, w, h));
    Random r = new Random(seed);
    for (int i = 0; i < p.data().length; i++) {
      p.data()[i] = r.nextFloat();
    }
    return p;
  }

  /** Gaussian of a pixel from the formula, in doubles, cut at 3.5 sigma, border repeated. */
  private static double direct(Plane p, int x, int y, double sigma) {
    int n = Gaussian.reach(sigma);
    double sum = 0;
    double weight = 0;
    for (int j = -n; j <= n; j++) {
      for (int i = -n; i <= n; i++) {
        double k = Math.exp(-0.5 * (i * i + j * j) / (sigma * sigma));
        sum += k * p.clamped(x + i, y + j);
        weight += k;
      }
    }
    return sum / weight;
  }

  @Test
  public void gaussianEqualsItsFormula() {
    for (int[] size : new int[][] {{1, 1}, {17, 5}, {40, 31}}) {
      Plane p = noise(size[0], size[1], 11);
      for (double sigma : new double[] {0.4, 1.3, 4}) {
        Plane b = Gaussian.blur(p, sigma);
        for (int y = 0; y < p.h(); y += 3) {
          for (int x = 0; x < p.w(); x += 3) {
            assertThat((double) b.at(x, y)).isCloseTo(direct(p, x, y, sigma), within(1e-6));
          }
        }
      }
    }
    assertThatThrownBy(() -> Gaussian.blur(noise(3, 3, 1), Double.NaN))
        .hasMessageContaining("sigmaPx = NaN");
  }

  @Test
  public void maskedBlurLetsNothingIn() {
    Plane v = noise(60, 40, 2);
    Plane m = new Plane(v.rect());
    for (int y = 0; y < 40; y++) {
      for (int x = 0; x < 60; x++) {
        boolean in = x < 30;
        m.data()[y * 60 + x] = in ? 1 : 0;
        v.data()[y * 60 + x] = in ? 0.25f : 1e6f;
      }
    }
    Plane b = Gaussian.blurMasked(v, m, 4, -1);
    for (int x = 0; x < 30; x++) {
      assertThat(b.at(x, 20)).isCloseTo(0.25f, within(1e-5f));
    }
    assertThat(b.at(59, 20)).isEqualTo(-1f);
  }

  @Test
  public void membraneGivesHarmonicFunctionsBack() {
    int w = 61;
    int h = 47;
    float[] v = new float[w * h];
    boolean[] fixed = new boolean[w * h];
    float[] truth = new float[w * h];
    for (int y = 0; y < h; y++) {
      for (int x = 0; x < w; x++) {
        int i = y * w + x;
        double u = (x - 30) / 30.0;
        double t = (y - 23) / 30.0;
        truth[i] = (float) (0.3 * u - 0.2 * t + 0.25 * (u * u - t * t) + 0.1 * u * t);
        fixed[i] = Math.hypot(x - 30, y - 23) > 20;
        v[i] = fixed[i] ? truth[i] : 99;
      }
    }
    float[] got = Membrane.solve(v, fixed, w, h);
    double worst = 0;
    for (int i = 0; i < got.length; i++) {
      worst = Math.max(worst, Math.abs(got[i] - truth[i]));
    }
    assertThat(worst).isLessThan(2e-3);
    assertThatThrownBy(() -> Membrane.solve(new float[4], new boolean[4], 2, 2))
        .hasMessageContaining("needs a border");
  }

  @Test
  public void guidedFilterFollowsTheGuidesEdge() {
    Rect r = new Rect(0, 0, 64, 32);
    Plane guide = new Plane(r);
    Plane p = new Plane(r);
    for (int y = 0; y < 32; y++) {
      for (int x = 0; x < 64; x++) {
        guide.data()[y * 64 + x] = x < 32 ? 0.2f : 0.7f;
        p.data()[y * 64 + x] = x < 35 ? 0 : 1;
      }
    }
    Plane out = GuidedFilter.filter(p, new Plane[] {guide, guide, guide}, 6, 1e-4);
    assertThat(out.at(31, 16)).isLessThan(0.25f);
    assertThat(out.at(33, 16)).isGreaterThan(0.6f);
  }
}
