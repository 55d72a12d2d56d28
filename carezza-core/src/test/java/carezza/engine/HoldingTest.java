package carezza.engine;

import static org.assertj.core.api.Assertions.assertThat;

import carezza.area.Area;
import carezza.area.Stroke;
import carezza.color.ColorEncoding;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.image.SourcePicture;
import carezza.pass.Heal;
import carezza.pass.Pass;
import carezza.pass.clean.Heals;
import carezza.sheet.Kinds;
import carezza.sheet.RunSheet;
import carezza.testing.Pictures;
import java.util.List;
import java.util.Map;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Analyses held while something is dragged or drawn, and what a change computes. */
public class HoldingTest {
  private static Stroke line(double y, int samples) {
    int[] s = new int[samples * Stroke.FIELDS];
    for (int i = 0; i < samples; i++) {
      s[i * Stroke.FIELDS] = (30 + 20 * i) * Stroke.GRID;
      s[i * Stroke.FIELDS + 1] = (int) (y * Stroke.GRID);
      s[i * Stroke.FIELDS + 2] = 255;
    }
    return new Stroke(new Stroke.Brush(true, 6, 2, 1), s);
  }

  private static RunSheet sheet() {
    Pass neutral = Pass.start(1, Kinds.of("neutral"), Area.WHOLE).with("exposure", 0.1);
    Pass heals =
        Pass.start(2, Kinds.of("heals"), Area.WHOLE)
            .with(
                Heals.HEALS,
                Heal.numbered(
                    List.of(
                        new Heal(90, 80, 90, 80, 6, 60, 4),
                        new Heal(300, 200, 300, 200, 5, 40, 9))));
    Pass even = Pass.start(3, Kinds.of("twoBands"), Area.WHOLE);
    Pass dodge = Pass.start(4, Kinds.of("dodge"), Area.NONE.with(line(60, 8)));
    Pass burn = Pass.start(5, Kinds.of("burn"), Area.NONE.with(line(180, 8)));
    return Pictures.pinned().withPasses(List.of(neutral, heals, even, dodge, burn));
  }

  private static Engine engine() {
    SourcePicture p = Pictures.skin(500, 360, 16, 11);
    return new Engine(p, ColorEncoding.srgb(), new TileCache(1 << 28), 64);
  }

  private static RgbBlock all(SheetView v, int level) {
    return v.read(level, v.bounds(level));
  }

  @Test
  public void aDabOnTheLastPassComputesNoPixelOfAnEarlierOne() {
    Engine e = engine();
    RunSheet s = sheet();
    all(e.view(s, () -> false).underHand(5), 0);
    Map<Long, Long> was = e.pixelsByPass();
    long found = e.analysesComputed();
    RunSheet next = s.change(5, p -> p.withArea(p.area().with(line(300, 4))));
    RgbBlock dragged = all(e.view(next, s, () -> false).underHand(5), 0);
    Map<Long, Long> is = e.pixelsByPass();
    for (long id = 1; id <= 4; id++) {
      assertThat(is.get(id)).as("pass " + id).isEqualTo(was.get(id));
    }
    assertThat(is.get(5L)).isGreaterThan(was.get(5L));
    assertThat(e.analysesComputed() - found).as("masks of the new stroke alone").isLessThan(20);
    RgbBlock exact = all(engine().view(next, () -> false), 0);
    assertThat(Pictures.difference(dragged, exact))
        .as("nothing below changed, so holding changes nothing")
        .isEmpty();
  }

  @Test
  public void aStrokeGoingOnLeavesTheTilesItHasLeft() {
    Engine e =
        new Engine(
            Pictures.skin(3000, 200, 8, 3), ColorEncoding.srgb(), new TileCache(1 << 28), 64);
    Pass dodge = Pass.start(4, Kinds.of("dodge"), Area.NONE.with(line(60, 120)));
    RunSheet s = Pictures.pinned().withPasses(List.of(dodge));
    all(e.view(s, () -> false), 0);
    long before = e.pixelsComputed();
    RunSheet next = s.change(4, p -> p.withArea(Area.NONE.with(line(60, 124))));
    all(e.view(next, () -> false), 0);
    assertThat(e.pixelsComputed() - before).isBetween(1L, 10L * 64 * 64);
  }

  @DataProvider
  public Object[][] gains() {
    return new Object[][] {{0.5}, {-0.5}};
  }

  /** While exposure is dragged, patches and evening are carried along with it. */
  @Test(dataProvider = "gains")
  public void whatIsHeldIsCarriedWithTheLight(double stops) {
    Engine e = engine();
    RunSheet s = sheet();
    all(e.view(s, () -> false), 1);
    RunSheet next = s.change(1, p -> p.with("exposure", 0.1 + stops));
    long found = e.analysesComputed();
    RgbBlock held = all(e.view(next, s, () -> false), 1);
    assertThat(e.analysesComputed()).as("nothing is found anew").isEqualTo(found);
    RgbBlock exact = all(engine().view(next, () -> false), 1);
    double worst = 0;
    for (int i = 0; i < exact.size(); i++) {
      worst = Math.max(worst, Math.abs(held.g()[i] / exact.g()[i] - 1));
    }
    assertThat(worst).isLessThan(0.01);
  }

  /** What was found in a picture of another scale is of no use. */
  @Test
  public void anotherScaleIsNotHeld() {
    Engine e = engine();
    RunSheet s = sheet();
    RunSheet pinless = RunSheet.EMPTY.withPasses(s.passes());
    RgbBlock a = all(e.view(s, pinless, () -> false), 1);
    RgbBlock b = all(engine().view(s, () -> false), 1);
    assertThat(Pictures.difference(a, b)).isEmpty();
  }

  @Test
  public void whatIsReadOnceIsNotKept() {
    Engine e = engine();
    RunSheet s = Pictures.pinned().withPasses(List.of(sheet().passes().get(0)));
    Rect r = e.source().bounds();
    e.view(s, () -> false).readOnce().read(0, r);
    long once = e.pixelsComputed();
    e.view(s, () -> false).readOnce().read(0, r);
    assertThat(e.pixelsComputed()).isEqualTo(2 * once);
    assertThat(e.heldBytes()).isLessThan(100_000);
  }
}
