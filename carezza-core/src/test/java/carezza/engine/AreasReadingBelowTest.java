package carezza.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import carezza.area.Area;
import carezza.area.Extent;
import carezza.area.Term;
import carezza.color.ColorEncoding;
import carezza.face.Pin;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.image.SourcePicture;
import carezza.pass.Pass;
import carezza.sheet.Kinds;
import carezza.sheet.RunSheet;
import carezza.testing.Pictures;
import java.util.List;
import java.util.stream.IntStream;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Areas whose masks rest on the picture below: windows, edges followed, and shapes beside them. */
public class AreasReadingBelowTest {
  private static final int W = 301;
  private static final int H = 203;

  private static Area within(Extent what, double feather) {
    return Area.WHOLE.with(new Term(Term.How.WITHIN, what, feather));
  }

  @DataProvider
  public Object[][] areas() {
    Extent loop = new Extent.Loop(List.of(new Pin(40, 30), new Pin(240, 50), new Pin(200, 170)));
    return new Object[][] {
      {within(new Extent.Tone(40, 62, 12, 9), 0)},
      {within(new Extent.Hue(40, 2, 20), 0)},
      {within(new Extent.Lightness(), 0)},
      {within(new Extent.Oval(150, 100, 90, 50, 0.4), 6)},
      {within(new Extent.Ramp(40, 20, 250, 190), 0)},
      {within(loop, 3)},
      {within(loop, 0).withFollow(4)},
      {within(new Extent.Tone(40, 62, 12, 9), 0).with(new Term(Term.How.TAKE, loop, 8))}
    };
  }

  private static RunSheet sheet(Area a, double exposure) {
    Pass below = Pass.start(1, Kinds.of("neutral"), Area.WHOLE).with("exposure", exposure);
    Pass p = Pass.start(2, Kinds.of("burn"), a);
    Pass above = Pass.start(3, Kinds.of("dodge"), Area.WHOLE);
    return Pictures.pinned().withPasses(List.of(below, p, above));
  }

  private static Plane mask(Engine e, RunSheet s, int level) {
    return e.view(s, () -> false).mask(s.passes().get(1), level, e.source().bounds(level));
  }

  @Test(dataProvider = "areas")
  public void tilesGiveTheSameBitsAndLevelsAgree(Area a) {
    SourcePicture p = Pictures.skin(W, H, 16, 3);
    RunSheet s = sheet(a, 0.2);
    Engine one = new Engine(p, ColorEncoding.srgb(), new TileCache(1 << 26), 512);
    Engine small = new Engine(p, ColorEncoding.srgb(), new TileCache(1 << 26), 32);
    RgbBlock want = one.view(s, () -> false).read(0, p.bounds());
    assertThat(Pictures.difference(want, small.view(s, () -> false).read(0, p.bounds()))).isEmpty();
    float[] fine = mask(one, s, 0).halved().data();
    float[] coarse = mask(small, s, 1).data();
    double[] off =
        IntStream.range(0, fine.length).mapToDouble(i -> Math.abs(fine[i] - coarse[i])).toArray();
    java.util.Arrays.sort(off);
    assertThat(off[(int) (0.95 * off.length)]).isLessThan(0.06);
    float[] m = mask(one, s, 0).data();
    assertThat(m).doesNotContain(Float.NaN);
    assertThat(IntStream.range(0, m.length).mapToDouble(i -> m[i]).average().orElseThrow())
        .isBetween(0.02, 0.98);
  }

  /** What the pass below changes moves a window; what the pass above changes does not. */
  @Test
  public void aWindowReadsTheLightBelowItsPass() {
    Engine e = Pictures.engine(Pictures.skin(W, H, 16, 4));
    Area lights = within(new Extent.Tone(55, 100, 10, 0), 0);
    RunSheet dim = sheet(lights, 0);
    RunSheet bright = sheet(lights, 0.7);
    float[] before = mask(e, dim, 0).data();
    assertThat(mean(mask(e, bright, 0).data())).isGreaterThan(mean(before) + 0.2);
    RunSheet above = dim.change(3, q -> q.with("stops", 2));
    assertThat(mask(e, above, 0).data()).isEqualTo(before);
    RgbBlock got = e.view(bright, () -> false).read(0, e.source().bounds());
    RgbBlock fresh =
        Pictures.engine(Pictures.skin(W, H, 16, 4))
            .view(bright, () -> false)
            .read(0, e.source().bounds());
    assertThat(Pictures.difference(got, fresh)).as("with an old mask at hand").isEmpty();
  }

  private static double mean(float[] v) {
    return IntStream.range(0, v.length).mapToDouble(i -> v[i]).average().orElseThrow();
  }

  /** The mask in a tile may rest only on light that its fingerprint covers. */
  @Test(dataProvider = "areas")
  public void lightFarAwayDoesNotMatter(Area a) {
    int w = 1600;
    SourcePicture p = Pictures.skin(w, 110, 16, 7);
    SourcePicture other = Pictures.skin(w, 110, 16, 7);
    RunSheet s = sheet(a, 0);
    Engine one = new Engine(p, ColorEncoding.srgb(), new TileCache(1 << 26), 32);
    Rect tile = new Rect(64, 32, 32, 32);
    Rect read = tile.grow(a.reach(one.frame(s).pxPerMm()));
    int changed = 0;
    for (int y = 0; y < 110; y++) {
      for (int x = 0; x < w; x++) {
        if (!read.contains(x, y)) {
          other.setCode(1, x, y, 65535 - p.code(1, x, y));
          changed++;
        }
      }
    }
    assertThat(changed).isPositive();
    Engine two = new Engine(other, ColorEncoding.srgb(), new TileCache(1 << 26), 32);
    Pass pass = s.passes().get(1);
    assertThat(two.view(s, () -> false).mask(pass, 0, tile).data())
        .isEqualTo(one.view(s, () -> false).mask(pass, 0, tile).data());
  }

  @Test
  public void aNamedAreaIsUsedByOthersAndNeverByItself() {
    Engine e = Pictures.engine(Pictures.skin(W, H, 16, 5));
    Area lights = within(new Extent.Tone(50, 100, 10, 0), 0);
    RunSheet s = sheet(Area.ofRegion("lights"), 0).withRegion("lights", lights);
    assertThat(mask(e, s, 0).data()).isEqualTo(mask(e, sheet(lights, 0), 0).data());
    assertThatThrownBy(() -> s.withRegion("lights", within(new Extent.Region("lights"), 0)))
        .hasMessageContaining("'lights' is made from itself");
    RunSheet two = s.withRegion("a", within(new Extent.Region("lights"), 1));
    assertThatThrownBy(() -> two.withRegion("lights", Area.ofRegion("a")))
        .hasMessageContaining("made from itself");
  }

  @Test
  public void theSkinAnAreaCoversIsInSquareCentimetres() {
    Engine e = Pictures.engine(Pictures.skin(W, H, 16, 6));
    RunSheet s = sheet(Area.WHOLE, 0);
    double px = e.frame(s).pxPerMm();
    Measuring m = new Measuring(e);
    double all = W * H / (px * px) / 100;
    assertThat(m.coveredCm2(s, 2, () -> false)).isBetween(0.98 * all, 1.02 * all);
    RunSheet half = s.change(2, q -> q.withArea(within(new Extent.Oval(150, 100, 40, 40, 0), 0)));
    double disc = Math.PI * 1600 / (px * px) / 100;
    assertThat(m.coveredCm2(half, 2, () -> false)).isBetween(0.95 * disc, 1.05 * disc);
    RunSheet skin = half.withRegion("skin", within(new Extent.Ramp(150, 100, 151.5, 100), 0));
    assertThat(m.coveredCm2(skin, 2, () -> false)).as("of skin").isLessThan(0.6 * disc);
    assertThat(m.coveredCm2(RunSheet.EMPTY, 2, () -> false)).isNaN();
  }
}
