package carezza.sitter;

import static org.assertj.core.api.Assertions.assertThat;

import carezza.area.Area;
import carezza.area.Seed;
import carezza.color.CieLab;
import carezza.color.ColorEncoding;
import carezza.engine.Engine;
import carezza.engine.TileCache;
import carezza.face.FaceMap;
import carezza.face.Pin;
import carezza.image.Plane;
import carezza.image.RgbBlock;
import carezza.image.SourcePicture;
import carezza.pass.Heal;
import carezza.pass.Pass;
import carezza.pass.clean.Heals;
import carezza.pass.clean.SourceSearch;
import carezza.reading.Bands;
import carezza.reading.SkinPlanes;
import carezza.reading.SkinReadings;
import carezza.reading.WhiteReadings;
import carezza.setting.Place;
import carezza.sheet.Kinds;
import carezza.sheet.RunSheet;
import java.util.List;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** The passes on made-up skin of every depth, several seeds, sizes and bit depths. */
public class PassesOnSkinTest {
  @DataProvider
  public Object[][] skins() {
    return new Object[][] {
      {0.2, 6.4, 8, 1L},
      {1.2, 6.4, 8, 2L},
      {2.6, 6.4, 16, 3L},
      {0.8, 10.0, 16, 4L},
      {1.8, 4.5, 8, 5L}
    };
  }

  private static Engine engine(SourcePicture p) {
    return new Engine(p, ColorEncoding.srgb(), new TileCache(1 << 27));
  }

  private static RunSheet pinned(double px) {
    return RunSheet.EMPTY.withFaceMap(new FaceMap(new Pin(0, 0), new Pin(63 * px, 0)));
  }

  private static RgbBlock read(Engine e, RunSheet s) {
    return e.view(s, () -> false).read(0, e.source().bounds());
  }

  @Test(dataProvider = "skins")
  public void twoBandsTakesBlotchAndLeavesTextureAndRelief(
      double tone, double px, int depth, long seed) {
    int w = (int) (75 * px);
    int h = (int) (60 * px);
    SourcePicture blotchy = new MadeSkin(w, h, px, tone, seed).withBlotches(9, 0.35).picture(depth);
    SourcePicture clean = new MadeSkin(w, h, px, tone, seed).picture(depth);
    Engine e = engine(blotchy);
    RunSheet s = pinned(px).withPasses(List.of(Pass.start(1, Kinds.of("twoBands"), Area.WHOLE)));
    RgbBlock before = read(e, pinned(px));
    RgbBlock now = read(e, s);
    RgbBlock goal = read(engine(clean), pinned(px));
    Plane whole = Plane.filled(before.rect(), 1);
    SkinReadings r = SkinReadings.of(before, now, whole, px, SkinPlanes.NONE);
    assertThat(r.texture().now()).isBetween(92.0, 104.0);
    assertThat(r.relief().now()).isGreaterThan(95);
    assertThat(middle(now, goal, px) / middle(before, goal, px))
        .as("left of the blotches")
        .isLessThan(0.65);
  }

  private static double middle(RgbBlock a, RgbBlock b, double px) {
    Plane m = Plane.filled(a.rect(), 1);
    Plane x = Bands.band(Bands.logLuminance(a), m, 1.5 * px, 8 * px);
    Plane y = Bands.band(Bands.logLuminance(b), m, 1.5 * px, 8 * px);
    double sum = 0;
    for (int i = 0; i < x.data().length; i++) {
      sum += (x.data()[i] - y.data()[i]) * (x.data()[i] - y.data()[i]);
    }
    return Math.sqrt(sum);
  }

  @Test(dataProvider = "skins")
  public void aHealTakesTheSpotAway(double tone, double px, int depth, long seed) {
    int w = (int) (60 * px);
    int h = (int) (50 * px);
    SourcePicture spotted =
        new MadeSkin(w, h, px, tone, seed).withSpot(0.45 * w, 0.5 * h, 3).picture(depth);
    SourcePicture clean = new MadeSkin(w, h, px, tone, seed).picture(depth);
    Engine e = engine(spotted);
    Pass p = Pass.start(1, Kinds.of("heals"), Area.WHOLE);
    RunSheet s = pinned(px).withPasses(List.of(p));
    Heal asked = new Heal(0.45 * w, 0.5 * h, 0.45 * w, 0.5 * h, 6, 0, 0);
    Heal found = SourceSearch.find(e.view(s, () -> false).contextFor(p), asked, 0);
    RgbBlock now = read(e, s.change(1, q -> q.with(Heals.HEALS, Heal.numbered(List.of(found)))));
    RgbBlock goal = read(engine(clean), s);
    double before = meanDifference(read(e, s), goal, 0.45 * w, 0.5 * h, 2 * px);
    double after = meanDifference(now, goal, 0.45 * w, 0.5 * h, 2 * px);
    assertThat(after).isLessThan(0.35 * before);
  }

  /** Difference of the mean L*, a*, b* in a disc. */
  private static double meanDifference(RgbBlock a, RgbBlock b, double x, double y, double r) {
    double[] p = mean(a, x, y, r);
    double[] q = mean(b, x, y, r);
    return Math.hypot(Math.hypot(p[0] - q[0], p[1] - q[1]), p[2] - q[2]);
  }

  private static double[] mean(RgbBlock b, double x, double y, double r) {
    double[] s = new double[4];
    for (int i = 0; i < b.size(); i++) {
      if (Math.hypot(i % b.rect().w() + 0.5 - x, i / b.rect().w() + 0.5 - y) <= r) {
        s[0] += b.r()[i];
        s[1] += b.g()[i];
        s[2] += b.b()[i];
        s[3]++;
      }
    }
    return CieLab.of(s[0] / s[3], s[1] / s[3], s[2] / s[3]);
  }

  @DataProvider
  public Object[][] whites() {
    return new Object[][] {
      {"teeth", new double[] {0.62, 0.52, 0.30}},
      {"teeth", new double[] {0.58, 0.53, 0.42}},
      {"eyeWhites", new double[] {0.50, 0.44, 0.36}},
      {"eyeWhites", new double[] {0.42, 0.39, 0.34}}
    };
  }

  @Test(dataProvider = "whites")
  public void whitesKeepSomeYellowAndLiftALittle(String kind, double[] linear) {
    Engine e = engine(MadeSkin.white(240, 160, linear, 16, 3));
    double px = kind.equals("teeth") ? 6 : 16;
    Seed.Like like = kind.equals("teeth") ? Seed.Like.TEETH : Seed.Like.EYE_WHITE;
    RunSheet s =
        pinned(px)
            .withRegion(kind, Area.NONE.with(new Seed(like, 110, 75, 1)))
            .withPasses(List.of(Pass.start(1, Kinds.of(kind), Area.ofRegion(kind))));
    RgbBlock before = read(e, pinned(px));
    RgbBlock now = read(e, s);
    Plane m = new Plane(before.rect());
    for (int i = 0; i < m.data().length; i++) {
      m.data()[i] = MadeSkin.isWhite(i % 240, i / 240, 240, 160) ? 1 : 0;
    }
    var r = WhiteReadings.of(kind, before, now, m, 0);
    assertThat(r.get(0).now()).isBetween(0.03, 0.2);
    assertThat(r.get(1).now()).isBetween(35.0, 80.0);
    int corner = before.index(3, 3);
    assertThat(now.b()[corner]).isEqualTo(before.b()[corner]);
  }

  @Test
  public void gatheringBringsColourTogetherAndLeavesLightness() {
    double px = 6;
    Engine e = engine(new MadeSkin(480, 400, px, 1, 6).withBlotches(14, 0.4).picture(16));
    Pass p =
        Pass.start(1, Kinds.of("skin"), Area.WHOLE).withPlace("reference", new Place(240, 200, 10));
    RgbBlock before = read(e, pinned(px));
    RgbBlock now = read(e, pinned(px).withPasses(List.of(p)));
    SkinReadings r =
        SkinReadings.of(before, now, Plane.filled(before.rect(), 1), px, SkinPlanes.NONE);
    assertThat(r.spread().now() / r.spread().before()).isLessThan(0.75);
    assertThat(Math.abs(r.lightness().now())).isLessThan(0.05);
    assertThat(r.texture().now()).isBetween(92.0, 108.0);
  }
}
