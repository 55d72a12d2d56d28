package carezza.pass;

import static org.assertj.core.api.Assertions.assertThat;

import carezza.image.Rect;
import carezza.image.RgbBlock;
import java.util.Random;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class WeightedTest {
  private static final Rect RECT = new Rect(30, 50, 97, 83);

  @DataProvider
  public Object[][] shares() {
    return new Object[][] {{0.0}, {0.01}, {0.5}, {0.99}, {1.0}};
  }

  @Test(dataProvider = "shares")
  public void everyPixelWithWeightIsChangedOnceAndNoOther(double share) {
    Random random = new Random(4);
    RgbBlock b = new RgbBlock(0, RECT);
    float[] weight = new float[b.size()];
    for (int i = 0; i < b.size(); i++) {
      weight[i] = random.nextDouble() < share ? random.nextFloat() + 1e-3f : 0;
      b.r()[i] = i;
      b.g()[i] = -0f;
      b.b()[i] = 7;
    }
    Weighted.change(
        b,
        weight,
        (red, green, blue, w, at) -> {
          for (int i = 0; i < red.length; i++) {
            red[i] += 0.25f;
            green[i] = w[i];
            blue[i] = w[i] == 0 ? 7 : at[i];
          }
        });
    for (int i = 0; i < b.size(); i++) {
      assertThat(b.r()[i]).isEqualTo(weight[i] == 0 ? i : i + 0.25f);
      assertThat(Float.floatToRawIntBits(b.g()[i]))
          .isEqualTo(Float.floatToRawIntBits(weight[i] == 0 ? -0f : weight[i]));
      assertThat(b.b()[i]).isEqualTo(weight[i] == 0 ? 7 : i);
    }
  }

  @Test
  public void noMaskWeighsOne() {
    RgbBlock b = new RgbBlock(0, RECT);
    Weighted.change(
        b,
        null,
        (red, green, blue, w, at) -> {
          for (int i = 0; i < red.length; i++) {
            red[i] += w[i];
          }
        });
    assertThat(b.r()).containsOnly(1f);
  }

  @Test
  public void boundsHoldWhatHasWeight() {
    float[] weight = new float[(int) RECT.area()];
    assertThat(Weighted.bounds(RECT, weight).isEmpty()).isTrue();
    assertThat(Weighted.bounds(RECT, null)).isEqualTo(RECT);
    weight[5 * RECT.w() + 60] = 0.1f;
    weight[40 * RECT.w() + 3] = 1;
    assertThat(Weighted.bounds(RECT, weight)).isEqualTo(new Rect(33, 55, 58, 36));
  }
}
