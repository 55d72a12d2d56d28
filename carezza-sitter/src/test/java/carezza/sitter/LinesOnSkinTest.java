package carezza.sitter;

import static org.assertj.core.api.Assertions.assertThat;

import carezza.area.Area;
import carezza.engine.Engine;
import carezza.face.FaceMap;
import carezza.face.Pin;
import carezza.image.Plane;
import carezza.image.RgbBlock;
import carezza.pass.EvaluationContext;
import carezza.pass.Mark;
import carezza.pass.Pass;
import carezza.pass.PassKind;
import carezza.pass.PassTool;
import carezza.reading.Bands;
import carezza.sheet.Kinds;
import carezza.sheet.RunSheet;
import java.util.List;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Lines drawn on made-up skin: laid into their furrow, made shallower by the share that is set. */
public class LinesOnSkinTest extends OnSkin {
  private static final PassKind KIND = Kinds.of("lines");
  private static final double SLOPE = 0.1;

  @DataProvider
  public Object[][] furrows() {
    return new Object[][] {
      {0.3, 1L, 0.6, -0.4}, {1.2, 2L, 0.5, -0.6}, {2.4, 3L, 0.9, -0.3}, {1.8, 4L, 0.7, -0.15}
    };
  }

  private static RunSheet bare() {
    return RunSheet.EMPTY.withFaceMap(new FaceMap(new Pin(0, 0), new Pin(63 * PX, 0)));
  }

  /** The sheet with a line drawn from left to right, so far below the middle at its ends. */
  private static RunSheet drawn(Engine e, double aside) {
    Pass p = Pass.start(1, KIND, Area.WHOLE);
    RunSheet sheet = bare().withPasses(List.of(p));
    EvaluationContext context = e.view(sheet, () -> false).contextFor(p);
    double x = 0.35 * W;
    PassTool.Marking drawing = ((PassTool.Marks) KIND.tool()).does();
    return sheet.change(
        1,
        drawing
            .add(context, X - x, Y - SLOPE * x + aside, X + x, Y + SLOPE * x + aside, 2)
            .change());
  }

  private static RgbBlock read(Engine e, RunSheet s) {
    return e.view(s, () -> false).read(0, e.source().bounds());
  }

  /**
   * By how much the furrow's middle is darker than what lies 3 mm to both sides, over its length.
   */
  private static double depth(RgbBlock b) {
    Plane e = Bands.logLuminance(b);
    double sum = 0;
    int n = 0;
    for (int x = (int) (0.25 * W); x < 0.75 * W; x++) {
      double y = Y + SLOPE * (x + 0.5 - X);
      for (int k = -1; k <= 1; k++) {
        sum += (e.at(x, (int) (y - 3 * PX + k)) + e.at(x, (int) (y + 3 * PX + k))) / 2;
        sum -= e.at(x, (int) (y + k));
        n++;
      }
    }
    return sum / n;
  }

  @Test(dataProvider = "furrows")
  public void aFurrowIsAsMuchShallowerAsIsSet(
      double tone, long seed, double sigmaMm, double stops) {
    Engine e = engine(skin(tone, seed).withFurrow(Y, SLOPE, sigmaMm, stops));
    RunSheet sheet = drawn(e, 1.5 * PX);
    Mark line = sheet.pass(1).orElseThrow().items(Mark.class).get(0);
    assertThat(line.path())
        .as("laid into the furrow")
        .allSatisfy(
            p -> assertThat(p.y() - Y - SLOPE * (p.x() - X)).isBetween(-0.8 * PX, 0.8 * PX));
    double before = depth(read(e, bare())) - depth(read(engine(skin(tone, seed)), bare()));
    double after = depth(read(e, sheet)) - depth(read(engine(skin(tone, seed)), bare()));
    assertThat(after / before).as("left of %.2f stops", before).isBetween(0.3, 0.5);
  }

  @Test
  public void theBorderOfTwoFormsStays() {
    double y = 0.62 * H;
    Pass straight = Pass.start(1, KIND, Area.WHOLE);
    Engine furrow = engine(skin(1.2, 5).withFurrow(y, 0, 0.6, -0.8));
    straight = straight.withSettings(KIND.sample(furrow.frame(bare())));
    RunSheet sheet = bare().withPasses(List.of(straight));
    assertThat(stops(read(furrow, sheet), read(furrow, bare()), X, y))
        .as("the same line in a furrow")
        .isGreaterThan(0.25);
    Engine e = engine(skin(1.2, 5).withBorder(y, -0.8));
    RgbBlock was = read(e, bare());
    RgbBlock now = read(e, sheet);
    double most = 0;
    for (int x = (int) (0.3 * W); x < 0.7 * W; x += 8) {
      for (double mm = -3; mm <= 3; mm += 0.5) {
        most = Math.max(most, Math.abs(stops(now, was, x, y + mm * PX)));
      }
    }
    assertThat(most).isLessThan(0.06);
  }

  /** Beyond its width and its ends no pixel is touched. */
  @Test
  public void whatLiesBesideKeepsItsBits() {
    Engine e = engine(skin(1.2, 6).withFurrow(Y, SLOPE, 0.6, -0.4));
    RgbBlock was = read(e, bare());
    RgbBlock now = read(e, drawn(e, 0));
    assertThat(stops(now, was, X, Y)).as("in the furrow").isGreaterThan(0.1);
    for (int x = 0; x < W; x++) {
      int far = (int) (8 * PX);
      int i = (int) (Y + SLOPE * (x - X) - far) * W + x;
      assertThat(now.g()[i]).isEqualTo(was.g()[i]);
    }
    assertThat(now.g()[(int) Y * W + 10]).isEqualTo(was.g()[(int) Y * W + 10]);
  }
}
