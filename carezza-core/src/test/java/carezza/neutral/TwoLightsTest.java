package carezza.neutral;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import carezza.color.ColorEncoding;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.neutral.LightEvidence.Sides;
import java.util.OptionalDouble;
import java.util.Random;
import org.testng.annotations.Test;

/** Two lights on a face are told by skin and whites together, not by shade. */
public class TwoLightsTest {
  private static final Rect ALL = new Rect(0, 0, 120, 90);

  /** Skin that is of a deeper colour where it is darker, warmer on the left by some mired. */
  private static OptionalDouble skin(double mired, double darker) {
    Random random = new Random(5);
    var m = ColorEncoding.srgb().toWorking();
    RgbBlock b = new RgbBlock(0, ALL);
    double[] left = new Light(mired, 0).gains();
    for (int i = 0; i < b.size(); i++) {
      boolean onLeft = i % ALL.w() >= 60;
      double light = -1.5 - 0.5 * random.nextDouble() - (onLeft ? darker : 0);
      double g = Math.exp(light);
      double r = g * Math.exp(0.45 - 0.1 * (light + 1.5)) * (onLeft ? left[0] : 1);
      double blue = g * Math.exp(-0.35 + 0.1 * (light + 1.5)) * (onLeft ? left[2] : 1);
      double[] w = m.times(r, g, blue);
      for (int c = 0; c < 3; c++) {
        b.channel(c)[i] = (float) w[c];
      }
    }
    return EvidenceFinder.skinSides(b, Plane.filled(ALL, 1), 60, 45, 1, 0, 8);
  }

  @Test
  public void skinIsComparedWhereItIsEquallyBright() {
    assertThat(skin(0, 0.3).getAsDouble()).isCloseTo(0, within(2.0));
    assertThat(skin(30, 0.3).getAsDouble()).isCloseTo(30, within(3.0));
    assertThat(skin(-30, 0).getAsDouble()).isCloseTo(-30, within(3.0));
    assertThat(skin(0, 1.5)).as("in side light").isEmpty();
  }

  @Test
  public void skinAndWhitesMustAgree() {
    assertThat(TwoLights.of(new Sides(20, 24)).getAsDouble()).isEqualTo(22);
    assertThat(TwoLights.of(new Sides(-20, -24)).getAsDouble()).isEqualTo(-22);
    assertThat(TwoLights.of(new Sides(20, -24))).isEmpty();
    assertThat(TwoLights.of(new Sides(40, 3))).isEmpty();
    assertThat(TwoLights.of(new Sides(10, 11))).isEmpty();
  }
}
