package carezza.pass.frame;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import carezza.area.Area;
import carezza.geometry.Box;
import carezza.geometry.Framing;
import carezza.image.Rect;
import carezza.pass.Action;
import carezza.pass.Pass;
import carezza.pass.PassTool;
import java.util.Random;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** The box of a crop under numbers and under the hand. */
public class CropTest {
  private static final Framing ALL = Framing.of(new Rect(0, 0, 1200, 1500));

  private final Crop crop = new Crop();
  private final PassTool.Boxing hand = ((PassTool.Boxed) crop.tool()).does();

  private Pass crop(String ratio, double level) {
    return Pass.start(1, crop, Area.WHOLE).with(Crop.RATIO, ratio).with(Crop.LEVEL, level);
  }

  @DataProvider
  public Object[][] ratios() {
    return new Object[][] {
      {"own", 0.8},
      {"square", 1.0},
      {"fiveFour", 0.8},
      {"threeTwo", 2 / 3.0},
      {"sixteenNine", 9 / 16.0}
    };
  }

  @Test(dataProvider = "ratios")
  public void aRatioIsHeldAndLiesAsThePictureDoes(String ratio, double want) {
    for (double level : new double[] {0, 3.3, -20}) {
      Pass p = crop(ratio, level).with(Crop.LEFT, 10.0).with(Crop.BOTTOM, 7.0);
      Rect c = crop.framed(p, ALL).canvas();
      assertThat((double) c.w() / c.h())
          .as("%s at %s: %s", ratio, level, c)
          .isCloseTo(want, within(0.003));
    }
  }

  @Test
  public void turningItAcrossIsIdleWhereNoSideIsLonger() {
    for (String ratio : Crop.RATIO.options()) {
      Pass p = crop(ratio, 3.3).with(Crop.LEFT, 10.0).with(Crop.BOTTOM, 7.0);
      boolean same =
          crop.framed(p, ALL).canvas().equals(crop.framed(p.with(Crop.ACROSS, true), ALL).canvas());
      assertThat(crop.idle(p).contains(Crop.ACROSS)).as(ratio).isEqualTo(same);
    }
  }

  @Test
  public void withoutATurnPixelsAreTheSources() {
    Framing f = crop.framed(crop("free", 0).with(Crop.LEFT, 25.0).with(Crop.TOP, 10.0), ALL);
    assertThat(f.isStraight()).isTrue();
    assertThat(f.canvas()).isEqualTo(new Rect(300, 150, 900, 1350));
  }

  /** A line along something that hangs askew is upright afterwards, one along a shelf level. */
  @Test
  public void aDrawnLineIsLevelOrUprightAfterwards() {
    Action.Drawn line = ((Action.DrawLine) crop.actions().get(0)).found();
    double[][] lines = {{100, 200, 900, 263}, {900, 263, 100, 200}, {500, 100, 460, 1300}};
    for (double[] l : lines) {
      Pass p = line.along(crop("own", 7), ALL, l[0], l[1], l[2], l[3]);
      Framing f = crop.framed(p, ALL);
      double dx = f.canvasX(l[2], l[3]) - f.canvasX(l[0], l[1]);
      double dy = f.canvasY(l[2], l[3]) - f.canvasY(l[0], l[1]);
      assertThat(Math.min(Math.abs(dx), Math.abs(dy))).isLessThan(1e-6);
      assertThat(Math.abs(p.get(Crop.LEVEL))).isLessThan(5);
    }
  }

  @Test
  public void aPositiveLevelTurnsThePictureClockwise() {
    Framing f = crop.framed(crop("own", 5), ALL);
    // What lay to the right of the middle lies lower now.
    assertThat(f.canvasY(1000, 750)).isGreaterThan(f.canvasY(600, 750) + 30);
  }

  @Test
  public void aDraggedCornerGoesToTheHand() {
    Pass p = hand.dragged(crop("free", 0), ALL, -1, -1, 200, 300);
    assertThat(hand.box(p, ALL)).isEqualTo(new Box(200, 300, 1200, 1500));
    Pass q = hand.moved(p, ALL, -120, -1000);
    assertThat(hand.box(q, ALL).w()).isCloseTo(1000, within(1.5));
    assertThat(hand.box(q, ALL).top()).as("as far as there is room").isCloseTo(0, within(1.5));
  }

  @Test
  public void aSideOfARatioKeepsTheMiddle() {
    Pass p = hand.dragged(crop("square", 0).with(Crop.TOP, 10.0), ALL, 1, 0, 1000, 0);
    Box b = hand.box(p, ALL);
    assertThat(b.w()).isCloseTo(b.h(), within(1.01));
    assertThat(b.right()).isCloseTo(1000, within(1.01));
  }

  /** Wherever it is dragged, the box stays full and on its canvas. */
  @Test
  public void theBoxNeverLeavesThePicture() {
    Random random = new Random(7);
    for (int n = 0; n < 300; n++) {
      Pass p = crop(n % 2 == 0 ? "free" : "fourThree", 12 * random.nextGaussian() % 40);
      for (int k = 0; k < 4; k++) {
        double x = 1600 * random.nextDouble() - 200;
        double y = 1900 * random.nextDouble() - 200;
        p =
            k == 3
                ? hand.moved(p, ALL, x - 600, y - 700)
                : hand.dragged(p, ALL, random.nextInt(3) - 1, random.nextInt(3) - 1, x, y);
        Framing f = crop.framed(p, ALL);
        assertThat(f.isFull(Box.of(f.canvas()))).as("%s", p.settings()).isTrue();
        assertThat(hand.whole(p, ALL).canvas().contains(f.canvas())).isTrue();
      }
    }
  }
}
