package carezza.field;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import carezza.filter.Gaussian;
import carezza.image.Plane;
import carezza.image.Rect;
import java.util.Random;
import org.testng.annotations.Test;

public class FieldTest {
  @Test
  public void splineReadsASmoothFunctionAtAnyLevel() {
    Rect grid = new Rect(0, 0, 96, 80);
    Plane samples = new Plane(grid);
    for (int y = 0; y < grid.h(); y++) {
      for (int x = 0; x < grid.w(); x++) {
        samples.data()[y * grid.w() + x] = (float) smooth((x + 0.5) * 4, (y + 0.5) * 4);
      }
    }
    SplineField f = new SplineField(2, samples);
    for (int level = 0; level <= 3; level++) {
      double side = 1 << level;
      Rect r =
          new Rect((int) (80 / side), (int) (80 / side), (int) (160 / side), (int) (120 / side));
      Plane got = f.at(level, r);
      for (int y = r.y(); y < r.bottom(); y += 3) {
        for (int x = r.x(); x < r.right(); x += 3) {
          double want = smooth((x + 0.5) * side, (y + 0.5) * side);
          assertThat((double) got.at(x, y)).isCloseTo(want, within(2e-4));
        }
      }
    }
  }

  /** Waves of 80 source pixels: 20 grid pixels. */
  private static double smooth(double x, double y) {
    return Math.sin(2 * Math.PI * x / 80) * Math.cos(2 * Math.PI * y / 110);
  }

  @Test
  public void maskedBlurAgreesWithTheDirectOne() {
    Rect r = new Rect(64, 0, 256, 192);
    Plane v = new Plane(r);
    Plane m = new Plane(r);
    Random random = new Random(4);
    for (int i = 0; i < v.data().length; i++) {
      int x = i % 256;
      int y = i / 256;
      v.data()[i] = (float) (0.5 + 0.3 * Math.sin(x / 17.0) + 0.2 * random.nextFloat());
      m.data()[i] = Math.hypot(x - 128, y - 96) < 80 ? 1 : 0;
    }
    for (double sigma : new double[] {2.5, 9, 21}) {
      Plane fast = MaskedBlur.of(v, m, sigma, 0);
      Plane slow = Gaussian.blurMasked(v, m, sigma, 0);
      double worst = 0;
      for (int i = 0; i < fast.data().length; i++) {
        if (m.data()[i] > 0) {
          worst = Math.max(worst, Math.abs(fast.data()[i] - slow.data()[i]));
        }
      }
      assertThat(worst).as("sigma %s", sigma).isLessThan(2e-3);
    }
  }

  /**
   * Against the convolution written from the formula, in doubles. The rim is even, since beyond the
   * border the reduced picture goes on with the mean of its last pixels.
   */
  @Test
  public void wideGaussianAgreesWithADirectConvolution() {
    Rect r = new Rect(0, 64, 320, 256);
    Plane v = new Plane(r);
    Random random = new Random(6);
    for (int i = 0; i < v.data().length; i++) {
      int x = i % 320;
      int y = i / 320;
      boolean rim = Math.min(Math.min(x, 319 - x), Math.min(y, 255 - y)) < 16;
      v.data()[i] = rim ? 0.3f : (x > 150 ? 0.6f : 0.1f) + 0.4f * random.nextFloat();
    }
    for (double sigma : new double[] {3.3, 10, 21, 32, 47}) {
      Plane fast = WideGaussian.blur(v, sigma);
      double worst = 0;
      for (int y = 70; y < 310; y += 17) {
        for (int x = 3; x < 320; x += 13) {
          worst = Math.max(worst, Math.abs(fast.at(x, y) - direct(v, x, y, sigma)));
        }
      }
      assertThat(worst).as("of a range of 0.9, sigma " + sigma).isLessThan(1e-3 * 0.9);
    }
  }

  private static double direct(Plane v, int cx, int cy, double sigma) {
    double sum = 0;
    double weight = 0;
    int n = (int) Math.ceil(5 * sigma);
    for (int dy = -n; dy <= n; dy++) {
      double wy = Math.exp(-0.5 * dy * dy / (sigma * sigma));
      double row = 0;
      for (int dx = -n; dx <= n; dx++) {
        double wx = Math.exp(-0.5 * dx * dx / (sigma * sigma));
        row += wx * v.clamped(cx + dx, cy + dy);
        weight += wx * wy;
      }
      sum += wy * row;
    }
    return sum / weight;
  }
}
