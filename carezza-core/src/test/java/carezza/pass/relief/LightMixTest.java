package carezza.pass.relief;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import carezza.color.SrgbCurve;
import java.util.Random;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Mixes against the words of W3C Compositing and Blending Level 1 in double precision. */
public class LightMixTest {
  private static final int N = 400;

  /** Light; the polynomials of the curve stand 2e-6 from it, three times over. */
  private static final double NEAR = 1e-5;

  @DataProvider
  public Object[][] mixes() {
    return new Object[][] {
      {LightMix.SOFT_LIGHT, 0.4},
      {LightMix.SOFT_LIGHT, -0.8},
      {LightMix.SOFT_LIGHT, 3.0},
      {LightMix.OVERLAY, 0.4},
      {LightMix.OVERLAY, -0.8},
      {LightMix.OVERLAY, -3.0},
      {LightMix.SCREEN_MULTIPLY, 0.4},
      {LightMix.SCREEN_MULTIPLY, -0.8},
      {LightMix.LIGHTNESS, 0.4},
      {LightMix.LIGHTNESS, -0.8},
      {LightMix.LIGHTNESS, 1.7},
    };
  }

  private static double code(double v) {
    return v <= 0.0031308 ? 12.92 * v : 1.055 * Math.pow(v, 1 / 2.4) - 0.055;
  }

  private static double light(double c) {
    return c <= 0.04045 ? c / 12.92 : Math.pow((c + 0.055) / 1.055, 2.4);
  }

  // ---- the standard

  private static double multiply(double cb, double cs) {
    return cb * cs;
  }

  private static double screen(double cb, double cs) {
    return cb + cs - cb * cs;
  }

  private static double hardLight(double cb, double cs) {
    return cs <= 0.5 ? multiply(cb, 2 * cs) : screen(cb, 2 * cs - 1);
  }

  private static double softLight(double cb, double cs) {
    if (cs <= 0.5) {
      return cb - (1 - 2 * cs) * cb * (1 - cb);
    }
    double d = cb <= 0.25 ? ((16 * cb - 12) * cb + 4) * cb : Math.sqrt(cb);
    return cb + (2 * cs - 1) * (d - cb);
  }

  private static double lum(double[] c) {
    return 0.3 * c[0] + 0.59 * c[1] + 0.11 * c[2];
  }

  private static double[] setLum(double[] c, double l) {
    double d = l - lum(c);
    double[] out = {c[0] + d, c[1] + d, c[2] + d};
    double ll = lum(out);
    double n = Math.min(out[0], Math.min(out[1], out[2]));
    double x = Math.max(out[0], Math.max(out[1], out[2]));
    for (int k = 0; k < 3; k++) {
      out[k] = n < 0 ? ll + (out[k] - ll) * ll / (ll - n) : out[k];
      out[k] = x > 1 ? ll + (out[k] - ll) * (1 - ll) / (x - ll) : out[k];
    }
    return out;
  }

  private static double[] twin(LightMix mix, double full, double[] rgb) {
    double[] cb = new double[3];
    double[] held = new double[3];
    for (int k = 0; k < 3; k++) {
      held[k] = Math.max(0, Math.min(1, rgb[k]));
      cb[k] = code(held[k]);
    }
    double[] out = new double[3];
    for (int k = 0; k < 3; k++) {
      out[k] =
          switch (mix) {
            case SOFT_LIGHT -> softLight(cb[k], (1 + full) / 2);
            case OVERLAY -> hardLight((1 + full) / 2, cb[k]);
            case SCREEN_MULTIPLY -> full < 0 ? multiply(cb[k], 1 + full) : screen(cb[k], full);
            case LIGHTNESS -> code(Math.min(1, held[k] * Math.pow(2, full)));
            case CURVES -> throw new IllegalArgumentException();
          };
    }
    double[] c = mix == LightMix.LIGHTNESS ? setLum(cb, lum(out)) : out;
    for (int k = 0; k < 3; k++) {
      out[k] = rgb[k] - held[k] + light(c[k]);
    }
    return out;
  }

  @Test(dataProvider = "mixes")
  public void aMixIsItsFormula(LightMix mix, double stops) {
    Random random = new Random(11);
    float[][] v = new float[3][N];
    float[] mask = new float[N];
    double[][] want = new double[N][];
    float full = mix.full(stops);
    for (int i = 0; i < N; i++) {
      double[] rgb = new double[3];
      for (int k = 0; k < 3; k++) {
        v[k][i] = random.nextFloat() * random.nextFloat() * 1.4f - 0.05f;
        rgb[k] = v[k][i];
      }
      mask[i] = i % 5 == 0 ? 1 : random.nextFloat();
      want[i] = twin(mix, full * mask[i], rgb);
    }
    mix.apply(full, v[0], v[1], v[2], mask);
    for (int i = 0; i < N; i++) {
      for (int k = 0; k < 3; k++) {
        assertThat((double) v[k][i]).as("%s, pixel %d", mix, i).isCloseTo(want[i][k], within(NEAR));
      }
    }
  }

  /** A grey of a half changes no bit. */
  @Test
  public void greyIsTheIdentity() {
    Random random = new Random(12);
    float[] v = new float[N];
    for (int i = 0; i < N; i++) {
      v[i] = 1.5f * random.nextFloat() - 0.1f;
    }
    for (LightMix mix :
        new LightMix[] {LightMix.SOFT_LIGHT, LightMix.OVERLAY, LightMix.SCREEN_MULTIPLY}) {
      float[][] rgb = {v.clone(), v.clone(), v.clone()};
      mix.apply(mix.full(0.7), rgb[0], rgb[1], rgb[2], new float[N]);
      for (float[] c : rgb) {
        assertThat(c).as("%s", mix).isEqualTo(v);
      }
    }
  }

  /** Middle grey moves by the stops that are asked for, where the mode reaches so far. */
  @Test(dataProvider = "mixes")
  public void middleGreyMovesByTheStops(LightMix mix, double stops) {
    float[] v = {(float) LightMix.MIDDLE};
    float[] g = v.clone();
    float[] b = v.clone();
    mix.apply(mix.full(stops), v, g, b, new float[] {1});
    double moved = Math.log(v[0] / LightMix.MIDDLE) / Math.log(2);
    if (Math.abs(stops) < 1) {
      assertThat(moved).isCloseTo(stops, within(0.001));
    } else {
      assertThat(Math.abs(moved)).isBetween(0.9, Math.abs(stops) + 0.001);
    }
  }

  @Test
  public void theCurveIsTheStandards() {
    for (int i = -10; i <= 1100; i++) {
      double v = i / 1000.0;
      double held = Math.max(0, Math.min(1, v));
      assertThat((double) SrgbCurve.encode((float) v)).isCloseTo(code(held), within(2e-6));
      assertThat((double) SrgbCurve.decode((float) v)).isCloseTo(light(held), within(2e-6));
    }
  }

  @Test
  public void everyMixHasItsName() {
    for (LightMix m : LightMix.values()) {
      assertThat(LightMix.of(m.key())).isEqualTo(m);
    }
  }
}
