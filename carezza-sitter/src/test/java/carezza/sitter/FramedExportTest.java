package carezza.sitter;

import static org.assertj.core.api.Assertions.assertThat;

import carezza.area.Area;
import carezza.area.Stroke;
import carezza.color.ColorEncoding;
import carezza.engine.Engine;
import carezza.engine.SheetView;
import carezza.engine.TileCache;
import carezza.face.FaceMap;
import carezza.face.Pin;
import carezza.geometry.Framing;
import carezza.image.Rect;
import carezza.image.SourcePicture;
import carezza.io.ExportSettings;
import carezza.io.Exporter;
import carezza.io.IccProfile;
import carezza.io.PictureFile;
import carezza.io.format.OutputFormats;
import carezza.pass.Heal;
import carezza.pass.Pass;
import carezza.pass.clean.Heals;
import carezza.pass.clean.SourceSearch;
import carezza.setting.ChoiceField;
import carezza.setting.Field;
import carezza.setting.NumberField;
import carezza.sheet.Kinds;
import carezza.sheet.RunSheet;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.function.UnaryOperator;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** What is written of a framed picture. */
public class FramedExportTest {
  private static final double PX = 6;
  private static final int W = 480;
  private static final int H = 360;

  /** How far a heal or a stroke may land from its skin, mm. */
  private static final double MOST_MM = 0.2;

  private final SourcePicture skin =
      new MadeSkin(W, H, PX, 0.5, 21).withSpot(0.4 * W, 0.45 * H, 3).picture(16);
  private final Engine engine = new Engine(skin, ColorEncoding.srgb(), new TileCache(1L << 27));

  private static Pass pass(long id, String kind, UnaryOperator<Pass> how) {
    return how.apply(Pass.start(id, Kinds.of(kind), Area.WHOLE));
  }

  private static RunSheet sheet(Pass... passes) {
    return RunSheet.EMPTY
        .withFaceMap(new FaceMap(new Pin(0, 0), new Pin(FaceMap.MEAN_EYE_DISTANCE_MM * PX, 0)))
        .withPasses(List.of(passes));
  }

  private BufferedImage written(RunSheet s) throws IOException {
    PictureFile file =
        new PictureFile(
            Path.of("skin.png"), skin, ColorEncoding.srgb(), IccProfile.srgb(), List.of());
    ExportSettings settings = ExportSettings.usual(OutputFormats.PNG, file);
    return Exporter.render(file, engine, engine.view(s, () -> false), settings, 2, share -> {});
  }

  @Test
  public void aCropMovesNoCode() throws IOException {
    Pass crop =
        pass(1, "crop", p -> p.with("cutLeft", 25).with("cutTop", 20).with(ratio(p), "free"));
    BufferedImage out = written(sheet(crop));
    assertThat(out.getWidth()).isEqualTo(360);
    assertThat(out.getHeight()).isEqualTo(288);
    int[] px = new int[3];
    for (int y = 0; y < out.getHeight(); y++) {
      for (int x = 0; x < out.getWidth(); x++) {
        out.getRaster().getPixel(x, y, px);
        for (int c = 0; c < 3; c++) {
          assertThat(px[c]).isEqualTo(skin.code(c, x + 120, y + 72));
        }
      }
    }
  }

  private static ChoiceField ratio(Pass p) {
    return (ChoiceField) p.settings().field("ratio");
  }

  @DataProvider
  public Object[][] framings() {
    return new Object[][] {
      {"level", pass(8, "crop", p -> p.with("level", 3.7))},
      {"level back, cut", pass(8, "crop", p -> p.with("level", -8).with("cutBottom", 20))},
      {"scaled", pass(8, "proportions", p -> p.with("wider", 4).with("taller", -2))},
      {"tilted", pass(8, "proportions", p -> p.with("largerAbove", 6).with("largerRight", -3))},
      {"more", pass(8, "extend", p -> p.with("moreLeft", 10).with("moreAbove", 15))},
    };
  }

  /** Made before a crop, a level or a scaling, they land on the same skin after it. */
  @Test(dataProvider = "framings")
  public void healsAndStrokesStayOnTheirSkin(String name, Pass framing) throws IOException {
    for (Pass done : new Pass[] {healed(), dodged()}) {
      double[] at = middle(written(sheet()), written(sheet(done)), new Rect(0, 0, W, H));
      RunSheet framed = sheet(framing);
      Framing f = framed.framing(skin.bounds());
      double[] is = middle(written(framed), written(sheet(framing, done)), f.canvas());
      double off = Math.hypot(f.sourceX(is[0], is[1]) - at[0], f.sourceY(is[0], is[1]) - at[1]);
      assertThat(off / PX).as("%s, %s: mm", name, done.kind().key()).isLessThan(MOST_MM);
    }
  }

  /** The measure itself tells of a shift. */
  @Test
  public void aShiftOfThatMuchIsSeen() throws IOException {
    BufferedImage before = written(sheet());
    double[] here = middle(before, written(sheet(dodged())), new Rect(0, 0, W, H));
    double[] there = middle(before, written(sheet(dodged())), new Rect(2, 1, W, H));
    assertThat(Math.hypot(here[0] - there[0], here[1] - there[1]) / PX).isGreaterThan(MOST_MM);
  }

  private Pass healed() {
    Pass p = pass(1, "heals", q -> q);
    Heal asked = new Heal(0.4 * W, 0.45 * H, 0.4 * W, 0.45 * H, 6, 0, 0);
    Heal found = SourceSearch.find(engine.view(sheet(p), () -> false).contextFor(p), asked, 0);
    return p.with(Heals.HEALS, Heal.numbered(List.of(found)));
  }

  private static Pass dodged() {
    int[] dab = new int[Stroke.FIELDS];
    dab[0] = (int) (0.6 * W * Stroke.GRID);
    dab[1] = (int) (0.6 * H * Stroke.GRID);
    dab[2] = 255;
    Area area = Area.NONE.with(new Stroke(new Stroke.Brush(true, 5, 1, 0.5), dab));
    return pass(1, "dodge", p -> p.with("stops", 1).withArea(area));
  }

  /** Middle of what differs, weighted by how much, in pixels of the canvas. */
  private static double[] middle(BufferedImage a, BufferedImage b, Rect canvas) {
    double sum = 0;
    double sx = 0;
    double sy = 0;
    int[] p = new int[3];
    int[] q = new int[3];
    for (int y = 0; y < a.getHeight(); y++) {
      for (int x = 0; x < a.getWidth(); x++) {
        a.getRaster().getPixel(x, y, p);
        b.getRaster().getPixel(x, y, q);
        double d = Math.abs(p[1] - q[1]);
        sum += d;
        sx += d * (canvas.x() + x + 0.5);
        sy += d * (canvas.y() + y + 0.5);
      }
    }
    assertThat(sum).as("something differs").isGreaterThan(1000);
    return new double[] {sx / sum, sy / sum};
  }

  /** Small and narrow pictures, whatever is set, can be written. */
  @Test
  public void whateverIsSetCanBeWritten() throws IOException {
    Random random = new Random(12);
    for (int n = 0; n < 60; n++) {
      int[] size = new int[][] {{1, 1}, {1, 400}, {300, 2}, {90, 70}}[n % 4];
      SourcePicture p = new MadeSkin(size[0], size[1], 2, 0.5, n).picture(8);
      Engine e = new Engine(p, ColorEncoding.srgb(), new TileCache(1L << 24));
      List<Pass> all = new ArrayList<>();
      for (String kind : List.of("extend", "crop", "proportions")) {
        Pass q = pass(all.size() + 1, kind, r -> r);
        for (Field<?> f : q.kind().fields()) {
          if (f instanceof NumberField v) {
            q = q.with(v, v.min() + random.nextDouble() * (v.max() - v.min()));
          }
        }
        all.add(q);
      }
      PictureFile file =
          new PictureFile(Path.of("p.png"), p, ColorEncoding.srgb(), IccProfile.srgb(), List.of());
      SheetView view = e.view(sheet(all.toArray(Pass[]::new)), () -> false);
      BufferedImage out =
          Exporter.render(
              file, e, view, ExportSettings.usual(OutputFormats.PNG, file), 1, share -> {});
      assertThat(out.getWidth()).isEqualTo(view.framing().canvas().w());
      assertThat(out.getHeight()).isEqualTo(view.framing().canvas().h());
    }
  }
}
