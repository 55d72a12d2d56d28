package carezza.finder;

import static org.assertj.core.api.Assertions.assertThat;

import carezza.area.Area;
import carezza.color.ColorEncoding;
import carezza.color.WorkingSpace;
import carezza.engine.Engine;
import carezza.engine.TileCache;
import carezza.face.FaceMap;
import carezza.image.PixelReader;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.image.SourcePicture;
import carezza.pass.Pass;
import carezza.pass.PassTool;
import carezza.sheet.Kinds;
import carezza.sheet.RunSheet;
import carezza.sitter.DemoSitter;
import java.util.List;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/**
 * Red marks drawn on clean skin beside a cap, the backdrop, a scarf and hair, found and healed by
 * what is proposed: the place comes closer to what it was, and nothing dark spreads into it.
 */
public class HealsBesideBordersTest {
  private static final ColorEncoding SRGB = ColorEncoding.srgb();
  private static final double MARK_MM = 5;

  /** How much of red, green and blue light blood takes against green. */
  private static final double[] BLOOD = {0.12, 1, 0.95};

  @DataProvider
  public Object[][] places() {
    return new Object[][] {
      {"tobias", 986, 597}, {"tobias", 1392, 901}, {"maren", 598, 859}, {"ilse", 711, 882}
    };
  }

  @Test(dataProvider = "places")
  public void aMarkBesideABorderIsHealed(String name, int x, int y) {
    DemoSitter s = DemoSitter.load(name);
    SourcePicture clean = s.clean();
    Engine e = engine(marked(clean, x, y, MARK_MM * s.pxPerMm()));
    FaceMap map = FaceMap.of(new NetFaceFinder().find(e.original(), () -> false));
    Pass heals = Pass.start(1, Kinds.of("heals"), Area.WHOLE);
    RunSheet sheet = RunSheet.EMPTY.withFaceMap(map).withPasses(List.of(heals));
    Pass proposed = heals.kind().proposed(e.view(sheet, () -> false).contextFor(heals));
    PixelReader healed = e.view(sheet.change(1, p -> proposed), () -> false);
    Rect near = Rect.ofDisc(x, y, MARK_MM * s.pxPerMm());
    RgbBlock goal = engine(clean).original().read(0, near);
    double before = apart(e.original().read(0, near), goal);
    double after = apart(healed.read(0, near), goal);
    assertThat(darkened(e.original().read(0, near), healed.read(0, near)))
        .as("what spreads into the skin, stops")
        .isLessThan(0.02);
    assertThat(after).isLessThan(0.75 * before);
  }

  @DataProvider
  public Object[][] widths() {
    return new Object[][] {
      {"tobias", 986, 597, 8},
      {"maren", 598, 859, 8},
      {"maren", 598, 859, 10},
      {"ilse", 711, 882, 10}
    };
  }

  /** Laid by hand it is as wide as the brush, and reaches over the border. */
  @Test(dataProvider = "widths")
  public void aHealLaidByHandOverABorderIsSkinOnItsOwnSide(String name, int x, int y, double mm) {
    DemoSitter s = DemoSitter.load(name);
    SourcePicture clean = s.clean();
    Engine e = engine(marked(clean, x, y, MARK_MM * s.pxPerMm()));
    RunSheet sheet = bare(s);
    PassTool.Put put = laid(e, sheet, x, y, mm);
    PixelReader healed = e.view(sheet.change(1, put.change()), () -> false);
    Rect near = Rect.ofDisc(x, y, 1.2 * MARK_MM * s.pxPerMm());
    RgbBlock goal = engine(clean).original().read(0, near);
    double before = apart(e.original().read(0, near), goal);
    assertThat(darkened(e.original().read(0, near), healed.read(0, near))).isLessThan(0.1);
    assertThat(apart(healed.read(0, near), goal)).isLessThan(0.9 * before);
  }

  @DataProvider
  public Object[][] rims() {
    return new Object[][] {
      {"tobias", 851, 1176, 10, "review.rimSpreads"},
      {"maren", 754, 1663, 10, "review.rimSpreads"},
      {"ilse", 1363, 1995, 8, "review.rimSpreads"},
      {"ilse", 1363, 2010, 7, ""},
      {"tobias", 986, 597, 6, ""},
      {"maren", 598, 859, 6, ""},
      {"ilse", 711, 882, 6, ""}
    };
  }

  /**
   * Over a nostril, a fold beside a scarf and a collar; at the collar's edge, whose shade shows
   * through the mark; beside cap, backdrop and hair.
   */
  @Test(dataProvider = "rims")
  public void whatSpreadsIntoARimIsTold(String name, int x, int y, double mm, String told) {
    DemoSitter s = DemoSitter.load(name);
    Engine e = engine(marked(s.clean(), x, y, MARK_MM * s.pxPerMm()));
    assertThat(laid(e, bare(s), x, y, mm).told()).isEqualTo(told);
  }

  private static RunSheet bare(DemoSitter s) {
    Pass heals = Pass.start(1, Kinds.of("heals"), Area.WHOLE);
    return RunSheet.EMPTY.withFaceMap(s.faceMap()).withPasses(List.of(heals));
  }

  private static PassTool.Put laid(Engine e, RunSheet sheet, int x, int y, double mm) {
    Pass p = sheet.pass(1).orElseThrow();
    PassTool.Marks tool = (PassTool.Marks) p.kind().tool();
    return tool.does().add(e.view(sheet, () -> false).contextFor(p), x, y, x, y, mm);
  }

  private static Engine engine(SourcePicture p) {
    return new Engine(p, SRGB, new TileCache(1L << 28));
  }

  private static SourcePicture marked(SourcePicture clean, int x, int y, double widePx) {
    SourcePicture p = new SourcePicture(clean.width(), clean.height(), 8, 3);
    for (int v = 0; v < p.height(); v++) {
      for (int u = 0; u < p.width(); u++) {
        double d = Math.hypot(u + 0.5 - x, v + 0.5 - y) / (0.35 * widePx);
        double stops = 0.9 * Math.exp(-d * d);
        for (int c = 0; c < 3; c++) {
          double was = ColorEncoding.srgbToLinear(clean.code(c, u, v) / 255.0);
          float light = (float) (was * Math.pow(2, -stops * BLOOD[c]));
          p.setCode(c, u, v, stops < 1e-3 ? clean.code(c, u, v) : SRGB.encode(c, 8, light));
        }
      }
    }
    return p;
  }

  /** Mean of what the light of two blocks' parts of 16 x 16 pixels differs by, stops. */
  private static double apart(RgbBlock a, RgbBlock b) {
    int side = 16;
    double sum = 0;
    int n = 0;
    for (int y = 0; y + side <= a.rect().h(); y += side) {
      for (int x = 0; x + side <= a.rect().w(); x += side) {
        sum += Math.abs(Math.log(light(a, x, y, side) / light(b, x, y, side)) / Math.log(2));
        n++;
      }
    }
    return sum / n;
  }

  /** By how many stops the part that loses most light is darker. */
  private static double darkened(RgbBlock was, RgbBlock is) {
    int side = 16;
    double most = 0;
    for (int y = 0; y + side <= was.rect().h(); y += side) {
      for (int x = 0; x + side <= was.rect().w(); x += side) {
        most =
            Math.max(most, Math.log(light(was, x, y, side) / light(is, x, y, side)) / Math.log(2));
      }
    }
    return most;
  }

  private static double light(RgbBlock b, int x, int y, int side) {
    double sum = 0;
    for (int v = y; v < y + side; v++) {
      for (int u = x; u < x + side; u++) {
        int i = v * b.rect().w() + u;
        sum += WorkingSpace.luminance(b.r()[i], b.g()[i], b.b()[i]);
      }
    }
    return sum;
  }
}
