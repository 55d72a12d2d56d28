package carezza.finder;

import static org.assertj.core.api.Assertions.assertThat;

import carezza.area.Area;
import carezza.area.Outline;
import carezza.color.ColorEncoding;
import carezza.engine.Engine;
import carezza.engine.SheetView;
import carezza.engine.TileCache;
import carezza.face.FaceContours;
import carezza.face.FaceMap;
import carezza.face.FoundFace;
import carezza.filter.Gaussian;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.SourcePicture;
import carezza.region.RegionName;
import carezza.sheet.RunSheet;
import carezza.sitter.DemoSitter;
import java.util.List;
import java.util.Map;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/**
 * Regions found with no pointing against the truth masks of the made-up sitters. The bounds are
 * those the regions are to reach, but for stubble's skin, whose truth leaves out every hair.
 */
public class RegionsTest {
  private static final Map<String, Double> LEAST =
      Map.of(
          "skin",
          0.93,
          "lips",
          0.88,
          "sclera",
          0.70,
          "iris",
          0.85,
          "brows",
          0.75,
          "clothing",
          0.95,
          "background",
          0.95);

  private static final Map<String, RegionName> NAMES =
      Map.of(
          "skin", RegionName.SKIN,
          "lips", RegionName.LIPS,
          "teeth", RegionName.TEETH,
          "sclera", RegionName.EYE_WHITES,
          "iris", RegionName.IRISES,
          "brows", RegionName.BROWS,
          "clothing", RegionName.CLOTHING,
          "background", RegionName.BACKDROP);

  private static final class Seen {
    final DemoSitter sitter;
    final FoundFace face;
    final SheetView view;

    Seen(String name) {
      sitter = DemoSitter.load(name);
      Engine e =
          new Engine(sitter.picture().picture(), ColorEncoding.srgb(), new TileCache(1L << 28));
      List<FoundFace> faces = new NetFaceFinder().find(e.original(), () -> false);
      face = faces.get(0);
      view = e.view(RunSheet.EMPTY.withFaceMap(FaceMap.of(faces)), () -> false);
    }
  }

  private final Map<String, Seen> seen = new java.util.HashMap<>();

  private Seen seen(String name) {
    return seen.computeIfAbsent(name, Seen::new);
  }

  @DataProvider
  public Object[][] sitters() {
    return DemoSitter.NAMES.stream().map(n -> new Object[] {n}).toArray(Object[][]::new);
  }

  static double overlap(Plane a, Plane b) {
    double both = 0;
    double either = 0;
    for (int i = 0; i < a.data().length; i++) {
      both += Math.min(a.data()[i], b.data()[i]);
      either += Math.max(a.data()[i], b.data()[i]);
    }
    return both / either;
  }

  /** Hairs joined to one shape. */
  private static Plane closed(Plane hairs, double px) {
    Plane p = Gaussian.blur(hairs, 0.6 * px);
    for (int i = 0; i < p.data().length; i++) {
      p.data()[i] = p.data()[i] > 0.25f ? 1 : 0;
    }
    return p;
  }

  @Test(dataProvider = "sitters")
  public void regionsLieOnTheTruth(String name) {
    Seen s = seen(name);
    for (var e : LEAST.entrySet()) {
      Plane truth = s.sitter.mask(e.getKey());
      if (e.getKey().equals("brows")) {
        truth = closed(truth, s.sitter.pxPerMm());
      }
      Plane found = s.view.mask(Area.found(NAMES.get(e.getKey()).key()), 0, truth.rect());
      boolean stubble = name.equals("tobias") && e.getKey().equals("skin");
      assertThat(overlap(found, truth))
          .as("%s of %s", e.getKey(), name)
          .isGreaterThan(stubble ? 0.88 : e.getValue());
    }
  }

  @Test
  public void teethAreFoundOnlyWhereTheyShow() {
    Seen maren = seen("maren");
    Plane truth = maren.sitter.mask("teeth");
    Area teeth = Area.found("teeth");
    assertThat(overlap(maren.view.mask(teeth, 0, truth.rect()), truth)).isGreaterThan(0.85);
    Seen ilse = seen("ilse");
    assertThat(ilse.view.mask(teeth, 0, truth.rect()).data()).containsOnly(0f);
  }

  /** Mean distance of the outline from where the mask crosses a half, mm. */
  private static double off(Plane mask, FoundFace f, List<Integer> line, double px) {
    List<carezza.face.Pin> curve = Outline.through(f.points(line)).points();
    double sum = 0;
    for (carezza.face.Pin p : curve) {
      double best = Double.MAX_VALUE;
      int reach = (int) (5 * px);
      for (int y = (int) p.y() - reach; y < p.y() + reach; y++) {
        for (int x = (int) p.x() - reach; x < p.x() + reach; x++) {
          boolean in = mask.at(x, y) > 0.5f;
          if (in != mask.at(x + 1, y) > 0.5f) {
            best = Math.min(best, Math.hypot(x + 1 - p.x(), y + 0.5 - p.y()));
          }
          if (in != mask.at(x, y + 1) > 0.5f) {
            best = Math.min(best, Math.hypot(x + 0.5 - p.x(), y + 1 - p.y()));
          }
        }
      }
      sum += best;
    }
    return sum / curve.size() / px;
  }

  @Test(dataProvider = "sitters")
  public void lidsAndLipsAreLaidOnTheirBorders(String name) {
    Seen s = seen(name);
    Plane eye = s.sitter.mask("sclera");
    Plane iris = s.sitter.mask("iris");
    for (int i = 0; i < eye.data().length; i++) {
      eye.data()[i] += iris.data()[i];
    }
    double px = s.sitter.pxPerMm();
    double lids =
        (off(eye, s.face, FaceContours.RIGHT_EYE, px) + off(eye, s.face, FaceContours.LEFT_EYE, px))
            / 2;
    assertThat(lids).as("mm, both eyes").isLessThan(0.4);
    Plane lips = s.sitter.mask("lips");
    assertThat(off(lips, s.face, FaceContours.OUTER_LIPS, px)).as("mm").isLessThan(0.4);
  }

  /** Seen reduced, a region is what it is at full size, reduced. */
  @Test
  public void levelsAgree() {
    Seen s = seen("ilse");
    Rect all = s.view.bounds(0);
    for (RegionName r : RegionName.values()) {
      Area area = Area.found(r.key());
      Plane fine = s.view.mask(area, 0, all);
      Plane coarse = s.view.mask(area, 2, s.view.bounds(2));
      Plane reduced = fine.halved().halved();
      double sum = 0;
      double size = 0;
      for (int i = 0; i < coarse.data().length; i++) {
        sum += Math.abs(coarse.data()[i] - reduced.data()[i]);
        size += reduced.data()[i];
      }
      assertThat(sum).as(r.key()).isLessThanOrEqualTo(0.08 * size + 8);
    }
  }

  /** The parts of the skin add up to it, and nothing is in two of them. */
  @Test(dataProvider = "sitters")
  public void skinIsPartedIntoFaceEarsNeckChestAndHands(String name) {
    Seen s = seen(name);
    Rect all = s.view.bounds(2);
    Plane skin = s.view.mask(Area.found("skin"), 2, all);
    float[] sum = new float[skin.data().length];
    for (String part : List.of("face", "ears", "neck", "chest", "hands")) {
      float[] m = s.view.mask(Area.found(part), 2, all).data();
      for (int i = 0; i < sum.length; i++) {
        sum[i] += m[i];
      }
    }
    for (int i = 0; i < sum.length; i++) {
      assertThat(sum[i]).isBetween(skin.data()[i] - 0.02f, skin.data()[i] + 0.02f);
    }
  }

  @Test
  public void withoutAFaceNoRegionIsInvented() {
    Engine e =
        new Engine(new SourcePicture(200, 150, 8, 3), ColorEncoding.srgb(), new TileCache(1 << 24));
    SheetView view = e.view(RunSheet.EMPTY, () -> false);
    for (RegionName r : RegionName.values()) {
      assertThat(RunSheet.EMPTY.region(r.key())).isEqualTo(Area.NONE);
      assertThat(view.mask(Area.found(r.key()), 0, view.bounds(0)).data()).containsOnly(0f);
    }
  }
}
