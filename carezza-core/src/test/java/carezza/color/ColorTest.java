package carezza.color;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class ColorTest {
  /** Sharma, Wu, Dalal 2005, table 1: L1 a1 b1 L2 a2 b2 dE. */
  @DataProvider
  public Object[][] publishedPairs() {
    double[][] p = {
      {50, 2.6772, -79.7751, 50, 0, -82.7485, 2.0425},
      {50, 3.1571, -77.2803, 50, 0, -82.7485, 2.8615},
      {50, 2.8361, -74.0200, 50, 0, -82.7485, 3.4412},
      {50, -1.3802, -84.2814, 50, 0, -82.7485, 1.0000},
      {50, -1.1848, -84.8006, 50, 0, -82.7485, 1.0000},
      {50, -0.9009, -85.5211, 50, 0, -82.7485, 1.0000},
      {50, 0, 0, 50, -1, 2, 2.3669},
      {50, -1, 2, 50, 0, 0, 2.3669},
      {50, 2.4900, -0.0010, 50, -2.4900, 0.0009, 7.1792},
      {50, 2.4900, -0.0010, 50, -2.4900, 0.0010, 7.1792},
      {50, 2.4900, -0.0010, 50, -2.4900, 0.0011, 7.2195},
      {50, 2.4900, -0.0010, 50, -2.4900, 0.0012, 7.2195},
      {50, -0.0010, 2.4900, 50, 0.0009, -2.4900, 4.8045},
      {50, -0.0010, 2.4900, 50, 0.0010, -2.4900, 4.8045},
      {50, -0.0010, 2.4900, 50, 0.0011, -2.4900, 4.7461},
      {50, 2.5, 0, 50, 0, -2.5, 4.3065},
      {50, 2.5, 0, 73, 25, -18, 27.1492},
      {50, 2.5, 0, 61, -5, 29, 22.8977},
      {50, 2.5, 0, 56, -27, -3, 31.9030},
      {50, 2.5, 0, 58, 24, 15, 19.4535},
      {50, 2.5, 0, 50, 3.1736, 0.5854, 1.0000},
      {50, 2.5, 0, 50, 3.2972, 0, 1.0000},
      {50, 2.5, 0, 50, 1.8634, 0.5757, 1.0000},
      {50, 2.5, 0, 50, 3.2592, 0.3350, 1.0000},
      {60.2574, -34.0099, 36.2677, 60.4626, -34.1751, 39.4387, 1.2644},
      {63.0109, -31.0961, -5.8663, 62.8187, -29.7946, -4.0864, 1.2630},
      {61.2901, 3.7196, -5.3901, 61.4292, 2.2480, -4.9620, 1.8731},
      {35.0831, -44.1164, 3.7933, 35.0232, -40.0716, 1.5901, 1.8645},
      {22.7233, 20.0904, -46.6940, 23.0331, 14.9730, -42.5619, 2.0373},
      {36.4612, 47.8580, 18.3852, 36.2715, 50.5065, 21.2231, 1.4146},
      {90.8027, -2.0831, 1.4410, 91.1528, -1.6435, 0.0447, 1.4441},
      {90.9257, -0.5406, -0.9208, 88.6381, -0.8985, -0.7239, 1.5381},
      {6.7747, -0.2908, -2.4247, 5.8714, -0.0985, -2.2286, 0.6377},
      {2.0776, 0.0795, -1.1350, 0.9033, -0.0636, -0.5514, 0.9082},
    };
    Object[][] out = new Object[p.length][];
    for (int i = 0; i < p.length; i++) {
      out[i] = new Object[] {p[i]};
    }
    return out;
  }

  @Test(dataProvider = "publishedPairs")
  public void ciede2000MatchesThePublishedPairs(double[] p) {
    assertThat(DeltaE2000.between(p[0], p[1], p[2], p[3], p[4], p[5]))
        .isCloseTo(p[6], within(5e-5));
    assertThat(DeltaE2000.between(p[3], p[4], p[5], p[0], p[1], p[2]))
        .isCloseTo(p[6], within(5e-5));
  }

  @Test
  public void everyCodeComesBackFromItsLight() {
    for (int depth : new int[] {8, 16}) {
      ColorEncoding e = ColorEncoding.srgb();
      float[] t = e.table(0, depth);
      for (int code = 0; code < t.length; code++) {
        assertThat(e.encode(0, depth, t[code])).isEqualTo(code);
      }
      assertThat(e.encode(1, depth, -0.5f)).isZero();
      assertThat(e.encode(1, depth, Float.NaN)).isZero();
      assertThat(e.encode(1, depth, 7f)).isEqualTo(t.length - 1);
    }
  }

  @Test
  public void encodingFindsTheNearestCode() {
    ColorEncoding e = ColorEncoding.srgb();
    float[] t = e.table(0, 16);
    Random random = new Random(3);
    for (int i = 0; i < 20_000; i++) {
      float v = random.nextFloat();
      int c = e.encode(0, 16, v);
      float d = Math.abs(t[c] - v);
      assertThat(d).isLessThanOrEqualTo(Math.abs(t[Math.max(0, c - 1)] - v));
      assertThat(d).isLessThanOrEqualTo(Math.abs(t[Math.min(65535, c + 1)] - v));
    }
  }

  @Test
  public void rootsHoldTheirBounds() {
    Random random = new Random(5);
    for (int i = 0; i < 200_000; i++) {
      float x = (float) Math.exp(random.nextDouble() * 30 - 20);
      assertThat(Roots.cbrt(x) / Math.cbrt(x)).isCloseTo(1, within(4e-7));
      assertThat(Roots.cbrt(-x)).isEqualTo(-Roots.cbrt(x));
      double log = Math.log(x) / Math.log(2);
      assertThat((double) Roots.log2(x)).isCloseTo(log, within(1e-6 + 1e-7 * Math.abs(log)));
      float p = random.nextFloat() * 40 - 20;
      assertThat(Roots.exp2(p) / Math.pow(2, p)).isCloseTo(1, within(2e-7));
    }
    assertThat(Roots.cbrt(0)).isZero();
    assertThat(Roots.exp2(0)).isEqualTo(1f);
  }

  @Test
  public void rootsOfWholeArraysHoldTheirBounds() {
    Random random = new Random(6);
    float[] x = new float[100_003];
    float[] p = new float[x.length];
    for (int i = 0; i < x.length; i++) {
      x[i] = (float) Math.exp(random.nextDouble() * 54 - 27) * (i % 2 == 0 ? 1 : -1);
      p[i] = random.nextFloat() * 4 - 2;
    }
    x[7] = 0;
    p[7] = 0;
    float[] root = new float[x.length];
    float[] power = new float[x.length];
    Roots.cbrt(x, root);
    Roots.exp2(p, -4, power);
    for (int i = 0; i < x.length; i++) {
      if (i != 7) {
        assertThat(root[i] / Math.cbrt(x[i])).as("%g", x[i]).isCloseTo(1, within(4e-7));
      }
      assertThat(power[i] / Math.pow(2, -4 * p[i])).as("%g", p[i]).isCloseTo(1, within(3e-6));
      float[] one = {x[i], p[i]};
      float[] alone = new float[2];
      Roots.cbrt(one, alone);
      assertThat(alone[0]).as("the same alone as among others").isEqualTo(root[i]);
    }
    assertThat(root[7]).isZero();
    assertThat(power[7]).isEqualTo(1f);
    float[] far = {40, -40};
    Roots.exp2(far, 1, far);
    assertThat(far).containsExactly(new float[] {256, 1f / 256}, within(1e-3f));
  }

  @Test
  public void oklabScaledIsOklabThereAndBack() {
    Random random = new Random(12);
    float[] want = new float[3];
    float[][] light = new float[5][5_000];
    for (int i = 0; i < 5_000; i++) {
      for (int c = 0; c < 3; c++) {
        light[c][i] = random.nextFloat() * 1.2f;
      }
      light[3][i] = 0.7f + 0.6f * random.nextFloat();
      light[4][i] = 0.6f + 0.8f * random.nextFloat();
    }
    float[][] got = {light[0].clone(), light[1].clone(), light[2].clone()};
    Oklab.scale(got[0], got[1], got[2], light[3], light[4]);
    for (int i = 0; i < 5_000; i++) {
      float root = light[3][i];
      float chroma = light[4][i];
      Oklab.of(light[0][i], light[1][i], light[2][i], want);
      Oklab.toLight(root * want[0], root * chroma * want[1], root * chroma * want[2], want);
      for (int c = 0; c < 3; c++) {
        assertThat(got[c][i]).isCloseTo(want[c], within(2e-5f));
      }
    }
  }

  @Test
  public void labAndOklabComeBack() {
    Random random = new Random(9);
    float[] c = new float[3];
    for (int i = 0; i < 10_000; i++) {
      float r = random.nextFloat() * 1.4f - 0.1f;
      float g = random.nextFloat() * 1.4f - 0.1f;
      float b = random.nextFloat() * 1.4f - 0.1f;
      Oklab.of(r, g, b, c);
      Oklab.toLight(c[0], c[1], c[2], c);
      assertThat(Math.abs(c[0] - r) + Math.abs(c[1] - g) + Math.abs(c[2] - b)).isLessThan(6e-5f);
      CieLab.of(r, g, b, c);
      CieLab.toLight(c[0], c[1], c[2], c);
      assertThat(Math.abs(c[0] - r) + Math.abs(c[1] - g) + Math.abs(c[2] - b)).isLessThan(6e-5f);
    }
  }

  @Test
  public void whiteIsWhite() {
    assertThat(CieLab.of(1, 1, 1)[0]).isCloseTo(100, within(1e-9));
    assertThat(CieLab.of(1, 1, 1)[1]).isCloseTo(0, within(1e-9));
    assertThat(CieLab.of(0.18, 0.18, 0.18)[0]).isCloseTo(49.496, within(1e-3));
    float[] c = new float[3];
    Oklab.of(1, 1, 1, c);
    assertThat(c[0]).isCloseTo(1, within(1e-3f));
    assertThat(Math.hypot(c[1], c[2])).isLessThan(1e-3);
  }

  @Test
  public void neutralisingTakesACastOut() {
    for (double mired : new double[] {-70, -30, 0, 25, 60, 110}) {
      for (double duv : new double[] {-0.01, 0, 0.012}) {
        double[] cast = Adaptation.shift(mired, duv).times(0.4, 0.4, 0.4);
        double[] s = Adaptation.neutralising(cast[0], cast[1], cast[2]);
        double[] back = Adaptation.shift(s[0], s[1]).times(cast[0], cast[1], cast[2]);
        assertThat(back[0] / back[1]).isCloseTo(1, within(1e-6));
        assertThat(back[2] / back[1]).isCloseTo(1, within(1e-6));
      }
    }
    assertThatThrownBy(() -> Adaptation.neutralising(0.5, 0, 0.5))
        .isInstanceOf(IllegalArgumentException.class)
        .hasMessageContaining("too dark");
  }

  @Test
  public void noShiftIsExactlyTheIdentityAndKeepsWhitesLuminance() {
    assertThat(Adaptation.shift(0, 0).m()).containsExactly(1, 0, 0, 0, 1, 0, 0, 0, 1);
    double[] w = Adaptation.shift(50, 0.003).times(1, 1, 1);
    assertThat(WorkingSpace.TO_XYZ.times(w[0], w[1], w[2])[1]).isCloseTo(1, within(1e-12));
    assertThat(w[0]).isGreaterThan(w[2]);
  }
}
