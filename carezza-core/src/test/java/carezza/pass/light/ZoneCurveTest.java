package carezza.pass.light;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import carezza.area.Area;
import carezza.color.CieLab;
import carezza.color.WorkingSpace;
import carezza.engine.Engine;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.image.SourcePicture;
import carezza.pass.Action;
import carezza.pass.Pass;
import carezza.setting.Curve;
import carezza.setting.Curve.Knot;
import carezza.setting.CurveField;
import carezza.setting.Place;
import carezza.sheet.Kinds;
import carezza.sheet.KnownSheet;
import carezza.sheet.RunSheet;
import carezza.testing.Pictures;
import java.util.List;
import java.util.Random;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Tones move as the curve says, never turn round, and keep their texture where they are held. */
public class ZoneCurveTest {
  private static final CurveField ZONES = (CurveField) Kinds.of("zoneCurve").fields().get(0);

  /** Of gain and product in floats: a twentieth of the finest step of 16 bits. */
  private static final float ROUNDING = 2e-6f;

  private static final double MIDDLE = Math.log(0.18) / Math.log(2);

  private static Pass tones(double lights, double darks, Knot... knots) {
    return Pass.start(1, Kinds.of("zoneCurve"), Area.WHOLE)
        .with(ZONES, new Curve(List.of(knots)))
        .with("holdLights", lights)
        .with("holdDarks", darks);
  }

  private static RgbBlock seen(Engine e, Pass p, Rect r) {
    return e.view(Pictures.pinned().withPasses(List.of(p)), () -> false).read(0, r);
  }

  private static double stops(RgbBlock b, int i) {
    double y = WorkingSpace.luminance(b.r()[i], b.g()[i], b.b()[i]);
    return Math.log(y) / Math.log(2) - MIDDLE;
  }

  /** All codes of 16 bits, one beside the other. */
  private static SourcePicture ramp() {
    SourcePicture p = new SourcePicture(256, 256, 16, 3);
    for (int i = 0; i < 65536; i++) {
      for (int c = 0; c < 3; c++) {
        p.setCode(c, i % 256, i / 256, i);
      }
    }
    return p;
  }

  @DataProvider
  public Object[][] curves() {
    Knot dark = new Knot(-6, 0.5);
    return new Object[][] {
      {new Knot[] {dark, new Knot(-2, 0.8), new Knot(0, 0), new Knot(2.47, -0.9)}},
      {new Knot[] {new Knot(-8, -3), new Knot(-4, 3), new Knot(-1, -3), new Knot(3, 3)}},
      {new Knot[] {new Knot(-0.1, 3), new Knot(0.1, -3)}},
      {new Knot[] {new Knot(-6, 0), new Knot(2.47, 1)}}
    };
  }

  /** No code becomes darker than the one before, and none jumps beyond the curve's own slope. */
  @Test(dataProvider = "curves")
  public void brighterNeverBecomesDarker(Knot[] knots) {
    SourcePicture p = ramp();
    Engine e = Pictures.engine(p);
    RgbBlock before = e.original().read(0, p.bounds());
    RgbBlock after = seen(e, tones(0, 0, knots), p.bounds());
    double steepest = 0;
    for (double x = -9; x < 3; x += 0.01) {
      steepest = Math.max(steepest, slope(knots, x));
    }
    float[] b = before.g();
    float[] a = after.g();
    for (int i = 1; i < b.length; i++) {
      assertThat(a[i]).as("code %d", i).isGreaterThanOrEqualTo(a[i - 1] * (1 - ROUNDING));
      if (b[i - 1] > 1e-4f) {
        double was = Math.log(b[i] / b[i - 1]);
        double is = Math.log(a[i] / a[i - 1]);
        assertThat(is).as("step at code %d", i).isLessThan(steepest * was * 1.2 + 2e-5);
      }
    }
  }

  /** Of where tones go, between two that are a hundredth of a stop apart. */
  private static double slope(Knot[] knots, double x) {
    Knot[] moved = new Knot[knots.length];
    for (int i = 0; i < knots.length; i++) {
      double to = knots[i].x() + knots[i].y();
      if (i > 0) {
        to = Math.max(moved[i - 1].y() + 0.02 * (knots[i].x() - knots[i - 1].x()), to);
      }
      moved[i] = new Knot(knots[i].x(), to);
    }
    Curve c = new Curve(List.of(moved));
    boolean inside = x > knots[0].x() && x + 0.01 < knots[knots.length - 1].x();
    return inside ? (c.at(x + 0.01) - c.at(x)) / 0.01 : 1;
  }

  @Test
  public void tonesGoWhereTheKnotsSay() {
    SourcePicture p = ramp();
    Engine e = Pictures.engine(p);
    RgbBlock before = e.original().read(0, p.bounds());
    RgbBlock after =
        seen(e, tones(0, 0, new Knot(-4, 1), new Knot(0, -0.5), new Knot(2, -1)), p.bounds());
    for (int i = 0; i < before.size(); i += 7) {
      double from = stops(before, i);
      double by = stops(after, i) - from;
      if (from > -8 && from < -4) {
        assertThat(by).as("beyond the darkest knot").isCloseTo(1, within(1e-3));
      } else if (Math.abs(from) < 0.01) {
        assertThat(by).isCloseTo(-0.5, within(0.02));
      } else if (from > 2) {
        assertThat(by).isCloseTo(-1, within(1e-3));
      }
    }
  }

  private static final int W = 480;
  private static final int H = 400;

  /** A bright oval of textured light on a darker ground, 4 px a mm. */
  private static SourcePicture lamp() {
    return lamp(0.05);
  }

  /**
   * @param texture stops by which the light varies
   */
  private static SourcePicture lamp(double texture) {
    SourcePicture p = new SourcePicture(W, H, 16, 3);
    Random random = new Random(8);
    for (int i = 0; i < W * H; i++) {
      double x = (i % W - W / 2) / 130.0;
      double y = (i / W - H / 2) / 120.0;
      double d = Math.hypot(x, y);
      double light = d < 1 ? 0.62 : 0.1;
      double v = light * Math.pow(2, texture * random.nextGaussian());
      double code = v <= 0.0031308 ? 12.92 * v : 1.055 * Math.pow(v, 1 / 2.4) - 0.055;
      for (int c = 0; c < 3; c++) {
        p.setCode(c, i % W, i / W, (int) Math.round(65535 * code));
      }
    }
    return p;
  }

  private static double texture(RgbBlock b, Rect r) {
    double sum = 0;
    double square = 0;
    int n = 0;
    for (int y = r.y(); y < r.bottom(); y++) {
      for (int x = r.x(); x < r.right(); x++) {
        double v = stops(b, b.index(x, y));
        sum += v;
        square += v * v;
        n++;
      }
    }
    return Math.sqrt(square / n - sum / n * (sum / n));
  }

  /** As documents of before have it, and as a new pass begins. */
  @DataProvider
  public Object[][] textures() {
    return new Object[][] {{0.0}, {1.5}};
  }

  @Test
  public void aNewPassHoldsTextureOfItsOwn() {
    KnownSheet known = new KnownSheet(RunSheet.EMPTY, new Rect(0, 0, 9, 9), List.of());
    assertThat(Kinds.of("zoneCurve").start(1, known).value("holdTexture")).isEqualTo(1.5);
    assertThat(tones(100, 60, new Knot(-6, 0), new Knot(2, 0)).value("holdTexture")).isZero();
  }

  /** Sheen varies by a fifth of a stop and more from pore to pore. */
  @Test
  public void strongTextureIsHeldToo() {
    SourcePicture p = lamp(0.25);
    Engine e = Pictures.engine(p);
    Rect bright = new Rect(W / 2 - 30, H / 2 - 28, 60, 56);
    Knot[] down = {new Knot(-2, 0), new Knot(-0.5, 0), new Knot(0.5, 0), new Knot(2.4, -1.2)};
    double was = texture(e.original().read(0, p.bounds()), bright);
    Pass held = tones(100, 100, down).with("holdTexture", 1.5);
    assertThat(texture(seen(e, held, p.bounds()), bright) / was).isBetween(0.9, 1.05);
  }

  @Test(dataProvider = "textures")
  public void textureOfHeldLightsStays(double mm) {
    SourcePicture p = lamp();
    Engine e = Pictures.engine(p);
    Rect bright = new Rect(W / 2 - 30, H / 2 - 28, 60, 56);
    Knot[] down = {new Knot(-2, 0), new Knot(-0.5, 0), new Knot(0.5, 0), new Knot(2.4, -1.2)};
    double was = texture(e.original().read(0, p.bounds()), bright);
    double plain = texture(seen(e, tones(0, 0, down), p.bounds()), bright);
    Pass hold = tones(100, 100, down).with("holdTexture", mm);
    double held = texture(seen(e, hold, p.bounds()), bright);
    double more = texture(seen(e, hold.with("holdLights", 200), p.bounds()), bright);
    assertThat(plain / was).as("flattened").isLessThan(0.6);
    assertThat(held / was).as("held").isBetween(0.95, 1.02);
    assertThat(more / plain).as("beyond 100 %% against not held").isGreaterThan(1.5);
  }

  @Test(dataProvider = "textures")
  public void heldLightsHaveNoHalo(double mm) {
    SourcePicture p = lamp();
    Engine e = Pictures.engine(p);
    Knot[] down = {new Knot(-2, 0), new Knot(-0.5, 0), new Knot(0.5, 0), new Knot(2.4, -1.2)};
    RgbBlock before = e.original().read(0, p.bounds());
    RgbBlock after = seen(e, tones(100, 100, down).with("holdTexture", mm), p.bounds());
    RgbBlock far = seen(e, tones(0, 0, down), p.bounds());
    double[] ring = new double[3];
    int n = 0;
    for (int i = 0; i < before.size(); i++) {
      double d = Math.hypot((i % W - W / 2) / 130.0, (i / W - H / 2) / 120.0);
      if (d > 1.02 && d < 1.12) {
        ring[0] += lightness(before, i);
        ring[1] += lightness(after, i);
        ring[2] += lightness(far, i);
        n++;
      }
    }
    assertThat(ring[2] / n).as("the ground is not moved").isCloseTo(ring[0] / n, within(0.05));
    assertThat(ring[1] / n).as("along the border, L*").isCloseTo(ring[0] / n, within(1.0));
  }

  private static double lightness(RgbBlock b, int i) {
    return CieLab.of(b.r()[i], b.g()[i], b.b()[i])[0];
  }

  /** The surround is found without an exposure below, and is that of the picture with it. */
  @Test(dataProvider = "textures")
  public void anExposureBelowMovesTheSurroundWithIt(double mm) {
    SourcePicture p = lamp();
    Engine e = Pictures.engine(p);
    Pass stop = Pass.start(2, Kinds.of("neutral"), Area.WHOLE).with("exposure", -1);
    Knot[] down = {new Knot(-3, 0.6), new Knot(-1.5, 0), new Knot(0.5, 0), new Knot(2.4, -1.2)};
    Knot[] lower = new Knot[down.length];
    for (int i = 0; i < down.length; i++) {
      lower[i] = new Knot(down[i].x() - 1, down[i].y());
    }
    Pass hold = tones(100, 100, down).with("holdTexture", mm);
    RgbBlock plain = seen(e, hold, p.bounds());
    RunSheet s =
        Pictures.pinned().withPasses(List.of(stop, hold.with(ZONES, new Curve(List.of(lower)))));
    RgbBlock under = e.view(s, () -> false).read(0, p.bounds());
    for (int i = 0; i < plain.size(); i += 11) {
      assertThat(stops(under, i)).as("at %d", i).isCloseTo(stops(plain, i) - 1, within(2e-3));
    }
  }

  /** Two tones and nothing between; no skin is known. */
  @Test
  public void tonesAreCountedInTheirZones() {
    Engine e = Pictures.engine(lamp());
    Pass t = tones(0, 0, new Knot(-6, 0), new Knot(2, 0));
    RunSheet s = RunSheet.EMPTY.withPasses(List.of(t));
    double[] all =
        t.kind().histogram(e.view(s, () -> false).contextFor(t), ZONES).orElseThrow().all();
    double wide = (ZONES.x1() - ZONES.x0()) / all.length;
    for (double light : new double[] {0.62, 0.1}) {
      int bin = (int) ((Math.log(light / 0.18) / Math.log(2) - ZONES.x0()) / wide);
      assertThat(all[bin - 1] + all[bin] + all[bin + 1])
          .as("in three bins at light %s", light)
          .isGreaterThan(0.4);
    }
    int between = (int) ((Math.log(0.25 / 0.18) / Math.log(2) - ZONES.x0()) / wide);
    assertThat(all[between]).isLessThan(0.02);
    double[] skin =
        t.kind().histogram(e.view(s, () -> false).contextFor(t), ZONES).orElseThrow().skin();
    assertThat(skin).containsOnly(0);
  }

  @Test
  public void aPickedToneGetsAKnot() {
    SourcePicture p = lamp();
    Engine e = Pictures.engine(p);
    Pass t = tones(100, 60, new Knot(-6, 0), new Knot(2.47, -1));
    RunSheet s = Pictures.pinned().withPasses(List.of(t));
    Action.PullAt pick = (Action.PullAt) t.kind().actions().get(0);
    Action.Pull pull =
        pick.found().at(e.view(s, () -> false).contextFor(t), new Place(W / 2, H / 2, 4));
    Pass with = pull.by(t, 0);
    assertThat(pull.by(with, 2).get(ZONES).knots().get(1).y())
        .as("pulled up")
        .isCloseTo(with.get(ZONES).knots().get(1).y() + 1, within(0.01));
    Curve was = t.get(ZONES);
    Curve now = with.get(ZONES);
    assertThat(now.knots()).hasSize(3);
    assertThat(now.knots().get(1).x()).isCloseTo(Math.log(0.62 / 0.18) / Math.log(2), within(0.06));
    RgbBlock a = seen(e, t, p.bounds());
    RgbBlock b = seen(e, with, p.bounds());
    assertThat(was).isNotEqualTo(now);
    assertThat(stops(b, b.index(W / 2, H / 2)))
        .isCloseTo(stops(a, a.index(W / 2, H / 2)), within(0.05));
  }
}
