package carezza.pass.light;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import carezza.area.Area;
import carezza.color.ColorEncoding;
import carezza.color.Oklab;
import carezza.engine.Engine;
import carezza.engine.TileCache;
import carezza.image.RgbBlock;
import carezza.image.SourcePicture;
import carezza.pass.Histogram;
import carezza.pass.Pass;
import carezza.setting.Curve;
import carezza.setting.CurveField;
import carezza.setting.HueRange;
import carezza.setting.HueRangesField;
import carezza.sheet.RunSheet;
import java.util.Arrays;
import java.util.List;
import org.testng.annotations.Test;

/** Ranges of hue on a ring of all hues of one chroma, with greys in the last row. */
public class HueColourTest {
  private static final int HUES = 360;
  private static final double CHROMA = 0.1;
  private static final HueColour KIND = new HueColour();
  private static final HueRangesField RANGES = (HueRangesField) KIND.fields().get(0);
  private static final CurveField BY_CHROMA = (CurveField) KIND.fields().get(1);

  private final Engine engine = ring();

  private static Engine ring() {
    ColorEncoding to = ColorEncoding.srgb();
    float[] m = to.toWorking().inverse().floats();
    SourcePicture p = new SourcePicture(HUES, 2, 16, 3);
    float[] rgb = new float[3];
    for (int x = 0; x < HUES; x++) {
      for (int y = 0; y < 2; y++) {
        double h = Math.toRadians(x);
        double c = y == 0 ? CHROMA : 0;
        Oklab.toLight(0.6f, (float) (c * Math.cos(h)), (float) (c * Math.sin(h)), rgb);
        for (int k = 0; k < 3; k++) {
          float v = m[3 * k] * rgb[0] + m[3 * k + 1] * rgb[1] + m[3 * k + 2] * rgb[2];
          p.setCode(k, x, y, to.encode(k, 16, v));
        }
      }
    }
    return new Engine(p, to, new TileCache(1 << 24));
  }

  private static Pass pass(HueRange... all) {
    return Pass.start(1, KIND, Area.WHOLE).with(RANGES, List.of(all));
  }

  /** Oklab of a hue of the ring, or of the grey below it. */
  private float[] at(Pass p, int hue, int row) {
    RgbBlock b =
        engine
            .view(RunSheet.EMPTY.withPasses(List.of(p)), () -> false)
            .read(0, engine.source().bounds());
    float[] lab = new float[3];
    int i = row * HUES + Math.floorMod(hue, HUES);
    Oklab.of(b.r()[i], b.g()[i], b.b()[i], lab);
    return lab;
  }

  private static double hue(float[] lab) {
    return Math.toDegrees(Math.atan2(lab[2], lab[1]));
  }

  private static double chroma(float[] lab) {
    return Math.hypot(lab[1], lab[2]);
  }

  private static double turned(float[] from, float[] to) {
    double d = hue(to) - hue(from);
    return d - 360 * Math.rint(d / 360);
  }

  @Test
  public void insideItTurnsBeyondItDoesNot() {
    Pass none = pass();
    Pass p = pass(new HueRange(200, 40, 20, 35, 0, 0));
    for (int h = 182; h <= 218; h += 4) {
      assertThat(turned(at(none, h, 0), at(p, h, 0))).as("%s", h).isCloseTo(35, within(0.1));
      assertThat(chroma(at(p, h, 0))).isCloseTo(chroma(at(none, h, 0)), within(2e-4));
    }
    for (int h = 242; h < 518; h += 12) {
      assertThat(turned(at(none, h, 0), at(p, h, 0))).as("%s", h).isCloseTo(0, within(1e-3));
    }
  }

  /** Between it fades without a step, and hues keep their order. */
  @Test
  public void itFadesSmoothlyAndKeepsTheOrderOfHues() {
    Pass none = pass();
    Pass p = pass(new HueRange(100, 30, 40, -20, 0, 0));
    double last = turned(at(none, 60, 0), at(p, 60, 0));
    for (int h = 61; h < 140; h++) {
      double now = turned(at(none, h, 0), at(p, h, 0));
      assertThat(now - last).as("hue %s stays before the next", h).isGreaterThan(-1);
      last = now;
    }
  }

  @Test
  public void greysKeepTheirBitsButForRounding() {
    Pass p = pass(new HueRange(40, 180, 20, 60, 100, 1), new HueRange(220, 180, 20, -60, 100, 1));
    for (int x = 0; x < HUES; x += 30) {
      float[] lab = at(p, x, 1);
      assertThat(chroma(lab)).isLessThan(3e-4);
      assertThat(lab[0]).isCloseTo(0.6f, within(0.002f));
    }
  }

  @Test
  public void richerAndLighterAreWhatTheySay() {
    Pass none = pass();
    Pass rich = pass(new HueRange(30, 40, 20, 0, 50, 0));
    assertThat(chroma(at(rich, 30, 0)) / chroma(at(none, 30, 0))).isCloseTo(1.5, within(1e-3));
    Pass light = pass(new HueRange(30, 40, 20, 0, 0, 1));
    assertThat(Math.pow(at(light, 30, 0)[0] / at(none, 30, 0)[0], 3)).isCloseTo(2, within(0.01));
    Pass half = rich.withStrength(0.5);
    assertThat(chroma(at(half, 30, 0)) / chroma(at(none, 30, 0))).isCloseTo(1.25, within(1e-3));
  }

  /** Two that overlap share a colour: what both do alike is done once. */
  @Test
  public void overlappingRangesShare() {
    Pass none = pass();
    Pass two = pass(new HueRange(150, 60, 20, 30, 0, 0), new HueRange(170, 60, 20, 30, 0, 0));
    assertThat(turned(at(none, 160, 0), at(two, 160, 0))).isCloseTo(30, within(0.1));
  }

  @Test
  public void strengthFollowsChroma() {
    Pass p = pass().with(BY_CHROMA, Curve.line(0, 0, HueRangesField.MOST_CHROMA, 60));
    double want = 1 + 0.6 * CHROMA / HueRangesField.MOST_CHROMA;
    assertThat(chroma(at(p, 77, 0)) / chroma(at(pass(), 77, 0))).isCloseTo(want, within(2e-3));
  }

  @Test
  public void coloursAreCountedWhereTheyLie() {
    Pass p = pass();
    Histogram h =
        KIND.histogram(
                engine.view(RunSheet.EMPTY.withPasses(List.of(p)), () -> false).contextFor(p),
                RANGES)
            .orElseThrow();
    int ring = (int) (HueRangesField.OUTWARD * HueRangesField.outward(CHROMA));
    int full = 0;
    for (int u = 0; u < HueRangesField.AROUND; u++) {
      full += h.all()[ring * HueRangesField.AROUND + u] > 0 ? 1 : 0;
    }
    assertThat(full).isGreaterThan(HueRangesField.AROUND - 3);
  }

  @Test
  public void rangesBeyondTheirBoundsAreRefused() {
    assertThatThrownBy(() -> pass(new HueRange(361, 30, 20, 0, 0, 0)))
        .hasMessageContaining("hue in");
    assertThatThrownBy(() -> pass(new HueRange(1, 30, 20, 61, 0, 0)))
        .hasMessageContaining("turn in");
    HueRange[] nine = new HueRange[9];
    Arrays.fill(nine, new HueRange(1, 30, 20, 0, 0, 0));
    assertThatThrownBy(() -> pass(nine)).hasMessageContaining("9 ranges");
  }
}
