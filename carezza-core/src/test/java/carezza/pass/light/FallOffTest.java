package carezza.pass.light;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import carezza.area.Area;
import carezza.engine.Engine;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.image.SourcePicture;
import carezza.pass.Pass;
import carezza.sheet.RunSheet;
import carezza.testing.Pictures;
import java.util.List;
import org.testng.annotations.Test;

/** Stops given back along the way from the middle to a corner of an even grey. */
public class FallOffTest {
  private static final int W = 400;
  private static final int H = 300;

  private final Engine engine = Pictures.engine(grey());

  private static SourcePicture grey() {
    SourcePicture p = new SourcePicture(W, H, 16, 3);
    for (int i = 0; i < W * H; i++) {
      for (int c = 0; c < 3; c++) {
        p.setCode(c, i % W, i / W, 20000);
      }
    }
    return p;
  }

  private double stops(double corners, double from, int level, int x, int y) {
    Pass p =
        Pass.start(1, new FallOff(), Area.WHOLE).with("corners", corners).with("fallOffFrom", from);
    Rect at = new Rect(x, y, 1, 1);
    RgbBlock now = engine.view(RunSheet.EMPTY.withPasses(List.of(p)), () -> false).read(level, at);
    RgbBlock was = engine.original().read(level, at);
    return Math.log(now.g()[0] / was.g()[0]) / Math.log(2);
  }

  @Test
  public void theCornerGetsWhatIsSetAndTheMiddleNothing() {
    assertThat(stops(0.8, 0, 0, 0, 0)).isCloseTo(0.8, within(0.01));
    assertThat(stops(0.8, 0, 0, W - 1, H - 1)).isCloseTo(0.8, within(0.01));
    assertThat(stops(0.8, 0, 0, W / 2, H / 2)).isCloseTo(0, within(1e-4));
    assertThat(stops(0.8, 0, 0, W / 4, H / 4)).as("half way").isCloseTo(0.2, within(0.01));
    assertThat(stops(-0.5, 0, 0, 0, 0)).isCloseTo(-0.5, within(0.01));
  }

  @Test
  public void withinItsBeginNothingChanges() {
    assertThat(stops(1, 60, 0, W / 4, H / 4)).isCloseTo(0, within(1e-5));
    assertThat(stops(1, 60, 0, 0, 0)).isCloseTo(1, within(0.02));
  }

  @Test
  public void aLevelHasTheSameLight() {
    assertThat(stops(1, 0, 2, 10, 10)).isCloseTo(stops(1, 0, 0, 42, 42), within(0.01));
  }
}
