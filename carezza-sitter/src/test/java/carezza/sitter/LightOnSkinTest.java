package carezza.sitter;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.offset;

import carezza.area.Area;
import carezza.area.Extent;
import carezza.area.Stroke;
import carezza.area.Term;
import carezza.engine.Engine;
import carezza.face.FaceMap;
import carezza.face.Pin;
import carezza.image.RgbBlock;
import carezza.pass.Pass;
import carezza.sheet.Kinds;
import carezza.sheet.RunSheet;
import java.util.List;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Places quietened, glow, and the colour of a painted set of dodge, on made-up skin. */
public class LightOnSkinTest extends OnSkin {
  @DataProvider
  public Object[][] tones() {
    return new Object[][] {{0.3, 1L}, {1.2, 2L}, {2.4, 3L}};
  }

  private static RunSheet pinned() {
    return RunSheet.EMPTY.withFaceMap(new FaceMap(new Pin(0, 0), new Pin(63 * PX, 0)));
  }

  private static RgbBlock read(Engine e, Pass... p) {
    return e.view(pinned().withPasses(List.of(p)), () -> false).read(0, e.source().bounds());
  }

  private static Area disc(double mm) {
    return Area.NONE.with(new Term(Term.How.ADD, new Extent.Oval(X, Y, mm * PX, mm * PX, 0), 4));
  }

  private static Pass quieten(double light, double contrast, double colour) {
    return Pass.start(1, Kinds.of("quieten"), disc(14))
        .with("quietLight", light)
        .with("quietContrast", contrast)
        .with("quietColour", colour);
  }

  private static double redness(RgbBlock b) {
    int i = (int) Y * W + (int) X;
    double sum = 0;
    for (int k = -8; k <= 8; k++) {
      sum += Math.log(b.r()[i + k] / b.g()[i + k]) / Math.log(2);
    }
    return sum / 17;
  }

  @Test(dataProvider = "tones")
  public void whatStandsOutInLightIsLoweredTowardsWhatIsRoundIt(double tone, long seed) {
    Engine plain = engine(skin(tone, seed));
    Engine bright = engine(skin(tone, seed).withForm(X, Y, 10, 1));
    Engine dark = engine(skin(tone, seed).withForm(X, Y, 10, -1));
    double was = stops(read(bright), read(plain), X, Y);
    double now = stops(read(bright, quieten(60, 0, 0)), read(plain, quieten(60, 0, 0)), X, Y);
    assertThat(now / was).as("left of %.2f stops", was).isBetween(0.3, 0.55);
    assertThat(stops(read(dark, quieten(60, 0, 0)), read(dark), X, Y))
        .as("darker than what is round it")
        .isBetween(-0.02, 0.02);
  }

  @Test(dataProvider = "tones")
  public void whatStandsOutInColourIsDrawnTowardsWhatIsRoundIt(double tone, long seed) {
    Engine plain = engine(skin(tone, seed));
    Engine red = engine(skin(tone, seed).withRedness(X, Y, 10, 0.8));
    double was = redness(read(red)) - redness(read(plain));
    double now = redness(read(red, quieten(0, 0, 50))) - redness(read(plain, quieten(0, 0, 50)));
    assertThat(now / was).as("left of %.2f stops", was).isBetween(0.4, 0.6);
  }

  /** Lit planes are lifted by about what is set, the others by nothing, and ratios stay. */
  @Test(dataProvider = "tones")
  public void glowLiesOnLitPlanes(double tone, long seed) {
    Engine e = engine(skin(tone, seed).withForm(X, Y, 25, 0.8));
    Pass glow =
        Pass.start(1, Kinds.of("glow"), Area.WHOLE).with("glowContrast", 0).with("glowLight", 0.2);
    RgbBlock was = read(e);
    RgbBlock now = read(e, glow);
    assertThat(stops(now, was, X, Y)).as("on the lit plane").isBetween(0.1, 0.22);
    double least = Double.MAX_VALUE;
    for (int x = 40; x < W; x += 80) {
      least = Math.min(least, stops(now, was, x, Y));
    }
    assertThat(least).as("in the shade").isBetween(-0.005, 0.02);
    assertThat(redness(now)).isCloseTo(redness(was), offset(1e-3));
  }

  /** Richer and warmer go as far as the strokes go, and no farther. */
  @Test
  public void aSetOfDodgeHasItsOwnColour() {
    Engine e = engine(skin(0.3, 4));
    int y = (int) (Y * Stroke.GRID);
    int[] sample = {(int) (X * Stroke.GRID), y, 255, 0, 0};
    Stroke s = new Stroke(new Stroke.Brush(true, 12, 1, 1), sample);
    Pass dodge = Pass.start(1, Kinds.of("dodge"), Area.NONE.with(s)).with("stops", 0);
    RgbBlock was = read(e);
    assertThat(read(e, dodge).r()).as("nothing set").isEqualTo(was.r());
    RgbBlock warm = read(e, dodge.with("mired", 30));
    RgbBlock pale = read(e, dodge.with("richness", -40));
    assertThat(redness(warm) - redness(was)).as("warmer").isGreaterThan(0.03);
    assertThat(redness(pale) - redness(was)).as("paler").isLessThan(-0.03);
    assertThat(stops(pale, was, X, Y)).as("paler is no darker").isBetween(-0.06, 0.06);
    int far = (int) Y * W + (int) (X + 10 * PX);
    assertThat(warm.r()[far]).isEqualTo(was.r()[far]);
  }
}
