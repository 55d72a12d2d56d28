package carezza.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import carezza.area.Area;
import carezza.area.Stroke;
import carezza.color.ColorEncoding;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.image.SourcePicture;
import carezza.pass.Action;
import carezza.pass.Heal;
import carezza.pass.Pass;
import carezza.pass.clean.Heals;
import carezza.pass.clean.SourceSearch;
import carezza.setting.Place;
import carezza.sheet.Kinds;
import carezza.sheet.RunSheet;
import carezza.testing.Pictures;
import java.util.List;
import java.util.concurrent.CancellationException;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class EngineTest {
  private static Stroke dot(double x, double y) {
    int[] s = {(int) (x * Stroke.GRID), (int) (y * Stroke.GRID), 255, 0, 0};
    return new Stroke(new Stroke.Brush(true, 4, 1, 1), s);
  }

  private static Pass heals() {
    return Pass.start(1, Kinds.of("heals"), Area.WHOLE)
        .with(
            Heals.HEALS,
            Heal.numbered(
                List.of(
                    new Heal(70, 60, 70, 60, 8, 50, 4), new Heal(30, 100, 30, 100, 5, 40, -10))));
  }

  @Test
  public void aDabOnTheLastPassComputesOneTileAndNothingBelow() {
    Engine e =
        new Engine(Pictures.skin(512, 512, 8, 1), ColorEncoding.srgb(), new TileCache(1 << 27), 64);
    Pass burn = Pass.start(2, Kinds.of("burn"), Area.WHOLE);
    Pass dodge = Pass.start(3, Kinds.of("dodge"), Area.NONE.with(dot(20, 20)));
    RunSheet s = Pictures.pinned().withPasses(List.of(heals(), burn, dodge));
    Rect all = e.source().bounds();
    e.view(s, () -> false).read(0, all);
    long before = e.pixelsComputed();
    RunSheet next = s.change(3, p -> p.withArea(p.area().with(dot(300, 300))));
    e.view(next, () -> false).read(0, all);
    assertThat(e.pixelsComputed() - before).isLessThanOrEqualTo(4 * 64 * 64);
    e.view(s, () -> false).read(0, all);
    assertThat(e.pixelsComputed() - before).isLessThanOrEqualTo(4 * 64 * 64);
  }

  @Test
  public void aStrokeElsewhereBelowSolvesNoHealAgain() {
    SourcePicture p = Pictures.skin(600, 300, 8, 2);
    Engine e = new Engine(p, ColorEncoding.srgb(), new TileCache(1 << 27), 64);
    Pass below =
        Pass.start(5, Kinds.of("neutral"), Area.NONE.with(dot(20, 20))).with("exposure", 1);
    RunSheet s = Pictures.pinned().withPasses(List.of(below, heals()));
    e.view(s, () -> false).read(0, p.bounds());
    long before = e.pixelsComputed();
    RunSheet next = s.change(5, q -> q.withArea(q.area().with(dot(500, 200))));
    e.view(next, () -> false).read(0, p.bounds());
    // the touched tiles of the pass below; no tile with a heal lies there
    assertThat(e.pixelsComputed() - before).isLessThanOrEqualTo(4 * 64 * 64);
  }

  @DataProvider
  public Object[][] shifts() {
    return new Object[][] {{0, 1.0}, {0, -1.0}, {40, 0.0}, {-40, 0.0}};
  }

  @Test(dataProvider = "shifts")
  public void healingAndShiftingCommute(double mired, double stops) {
    SourcePicture p = Pictures.skin(240, 180, 16, 3);
    Engine e = Pictures.engine(p);
    Pass shift =
        Pass.start(7, Kinds.of("neutral"), Area.WHOLE).with("mired", mired).with("exposure", stops);
    RgbBlock shiftFirst =
        e.view(Pictures.pinned().withPasses(List.of(shift, heals())), () -> false)
            .read(0, p.bounds());
    RgbBlock healFirst =
        e.view(Pictures.pinned().withPasses(List.of(heals(), shift)), () -> false)
            .read(0, p.bounds());
    float[] m = ColorEncoding.srgb().toWorking().inverse().floats();
    double worst = 0;
    for (int i = 0; i < shiftFirst.size(); i++) {
      for (int row = 0; row < 3; row++) {
        double a = encoded(m, row, shiftFirst, i);
        double b = encoded(m, row, healFirst, i);
        if (a < 1 && b < 1) {
          worst = Math.max(worst, Math.abs(a - b));
        }
      }
    }
    assertThat(255 * worst).isLessThan(0.002);
  }

  private static double encoded(float[] m, int row, RgbBlock b, int i) {
    double v = m[3 * row] * b.r()[i] + m[3 * row + 1] * b.g()[i] + m[3 * row + 2] * b.b()[i];
    v = Math.max(0, Math.min(1, v));
    return v <= 0.0031308 ? 12.92 * v : 1.055 * Math.pow(v, 1 / 2.4) - 0.055;
  }

  @Test
  public void laterHealsReadEarlierOnes() {
    Engine e = Pictures.engine(Pictures.skin(240, 160, 16, 4));
    Heal first = new Heal(70, 60, 70, 60, 8, 60, 0);
    Heal second = new Heal(160, 100, 160, 100, 8, -90, -40);
    Pass p = Pass.start(1, Kinds.of("heals"), Area.WHOLE);
    RunSheet both =
        Pictures.pinned()
            .withPasses(List.of(p.with(Heals.HEALS, Heal.numbered(List.of(first, second)))));
    RunSheet alone =
        Pictures.pinned().withPasses(List.of(p.with(Heals.HEALS, Heal.numbered(List.of(second)))));
    Rect there = new Rect(145, 85, 30, 30);
    assertThat(
            Pictures.difference(
                e.view(both, () -> false).read(0, there),
                e.view(alone, () -> false).read(0, there)))
        .as("the second heal's source is the first heal's mark")
        .isNotEmpty();
  }

  @Test
  public void theSearchKeepsOffTheMarkAndInsideThePicture() {
    Engine e = Pictures.engine(Pictures.skin(300, 200, 16, 5));
    Pass p = Pass.start(1, Kinds.of("heals"), Area.WHOLE);
    RunSheet s = Pictures.pinned().withPasses(List.of(p));
    for (double[] at : new double[][] {{70, 60}, {20, 20}, {285, 190}}) {
      Heal h = new Heal(at[0], at[1], at[0], at[1], 6, 0, 0);
      Heal found = SourceSearch.find(e.view(s, () -> false).contextFor(p), h, 0);
      assertThat(Math.hypot(found.dx(), found.dy())).isGreaterThan(2 * 12);
      assertThat(at[0] + found.dx()).isBetween(0.0, 300.0);
      assertThat(at[1] + found.dy()).isBetween(0.0, 200.0);
    }
  }

  @Test
  public void aPlaceBecomesNeutral() {
    Engine e = Pictures.engine(Pictures.skin(200, 150, 16, 6));
    Pass p = Pass.start(1, Kinds.of("neutral"), Area.WHOLE);
    RunSheet s = Pictures.pinned().withPasses(List.of(p));
    Place place = new Place(150, 100, 8);
    Action.PointAt point = (Action.PointAt) p.kind().actions().get(1);
    Pass found = point.found().at(e.view(s, () -> false).contextFor(p), place).apply(p);
    RunSheet now = s.change(1, q -> found);
    RgbBlock b = e.view(now, () -> false).read(0, new Rect(140, 90, 20, 20));
    double[] sum = new double[3];
    for (int i = 0; i < b.size(); i++) {
      for (int c = 0; c < 3; c++) {
        sum[c] += b.channel(c)[i];
      }
    }
    assertThat(sum[0] / sum[1]).isBetween(0.98, 1.02);
    assertThat(sum[2] / sum[1]).isBetween(0.98, 1.02);
  }

  @Test
  public void aCancelledViewStops() {
    Engine e = Pictures.engine(Pictures.skin(200, 150, 8, 7));
    assertThatThrownBy(() -> e.view(RunSheet.EMPTY, () -> true).read(0, e.source().bounds()))
        .isInstanceOf(CancellationException.class);
  }
}
