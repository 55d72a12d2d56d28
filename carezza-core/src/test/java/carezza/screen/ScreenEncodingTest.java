package carezza.screen;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import carezza.color.ColorEncoding;
import carezza.color.Matrix3;
import carezza.color.WorkingSpace;
import java.util.Random;
import org.testng.annotations.Test;

/** Codes for screens against the formulas that their profiles state. */
public class ScreenEncodingTest {
  private static final double[] WIDE = {0.68, 0.32, 0.265, 0.69, 0.15, 0.06};

  private static ColorEncoding wide() {
    ColorEncoding.Curve[] c = {
      v -> Math.pow(v, 2.4), v -> Math.pow(v, 2.2), v -> 0.02 * v + 0.98 * v * v
    };
    return new ColorEncoding("wide", c, WorkingSpace.fromPrimaries(WIDE, WorkingSpace.D65_XY));
  }

  private static double code(ScreenEncoding s, int channel, double light) {
    double sum = 0;
    int n = 400;
    for (int i = 0; i < n; i++) {
      sum += ScreenEncoding.code(s.codes(channel), (float) light, (i + 0.5f) / n);
    }
    return sum / n;
  }

  /** Rounded by every share of a code, the mean is the exact code. */
  @Test
  public void curvesAreFollowedToAFewHundredthsOfACode() {
    ScreenEncoding wide = new ScreenEncoding(wide());
    Random random = new Random(2);
    for (int i = 0; i < 300; i++) {
      double v = 1e-6 + Math.pow(random.nextDouble(), 4);
      assertThat(code(wide, 0, v)).isCloseTo(255 * Math.pow(v, 1 / 2.4), within(0.05));
      assertThat(code(wide, 1, v)).isCloseTo(255 * Math.pow(v, 1 / 2.2), within(0.05));
      double b = (-0.02 + Math.sqrt(0.0004 + 4 * 0.98 * v)) / (2 * 0.98);
      assertThat(code(wide, 2, v)).isCloseTo(255 * b, within(0.1));
      double s = v <= 0.0031308 ? 12.92 * v : 1.055 * Math.pow(v, 1 / 2.4) - 0.055;
      assertThat(code(ScreenEncoding.SRGB, 1, v)).isCloseTo(255 * s, within(0.05));
    }
  }

  @Test
  public void whiteIsTheScreensWhiteAndBeyondItIsCut() {
    for (ScreenEncoding s :
        new ScreenEncoding[] {ScreenEncoding.SRGB, new ScreenEncoding(wide())}) {
      double[] white = new Matrix3(doubles(s.toScreen())).times(1, 1, 1);
      for (int c = 0; c < 3; c++) {
        assertThat(white[c]).isCloseTo(1, within(1e-5));
        assertThat(code(s, c, 1)).isEqualTo(255);
        assertThat(code(s, c, 7)).isEqualTo(255);
        assertThat(code(s, c, -0.2)).isLessThan(0.01);
      }
    }
  }

  private static double[] doubles(float[] m) {
    double[] out = new double[m.length];
    for (int i = 0; i < m.length; i++) {
      out[i] = m[i];
    }
    return out;
  }
}
