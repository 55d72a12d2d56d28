package carezza.finder;

import static org.assertj.core.api.Assertions.assertThat;

import carezza.area.Area;
import carezza.color.ColorEncoding;
import carezza.engine.Engine;
import carezza.engine.SheetView;
import carezza.engine.TileCache;
import carezza.face.Carried;
import carezza.face.FaceMap;
import carezza.face.FoundFace;
import carezza.face.Pin;
import carezza.image.Plane;
import carezza.region.SkinPattern;
import carezza.sheet.RunSheet;
import carezza.sitter.DemoSitter;
import com.fasterxml.jackson.databind.JsonNode;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** The same people with their heads turned by 30 degrees, and with their eyes far aside. */
public class PosesTest {
  private static final Map<String, Double> LEAST =
      Map.of("iris", 0.8, "sclera", 0.65, "lips", 0.83, "skin", 0.93);

  private static final Map<String, String> KEYS =
      Map.of("iris", "iris", "sclera", "eyeWhites", "lips", "lips", "skin", "skin");

  /** What is seen of a sitter. */
  private record Seen(DemoSitter sitter, Engine engine, FaceMap map) {
    static Seen of(String name) {
      DemoSitter s = DemoSitter.load(name);
      Engine e = new Engine(s.picture().picture(), ColorEncoding.srgb(), new TileCache(1L << 27));
      List<FoundFace> faces = new NetFaceFinder().find(e.original(), () -> false);
      assertThat(faces).as(name).hasSize(1);
      return new Seen(s, e, FaceMap.of(faces));
    }
  }

  private final Map<String, Seen> seen = new HashMap<>();

  private Seen seen(String name) {
    return seen.computeIfAbsent(name, Seen::of);
  }

  @DataProvider
  public Object[][] poses() {
    return DemoSitter.POSES.stream().map(n -> new Object[] {n}).toArray(Object[][]::new);
  }

  @Test(dataProvider = "poses")
  public void irisesAndScaleAreFoundWhereEyesGlance(String name) {
    Seen s = seen(name);
    FoundFace f = s.map.faces().get(0);
    FaceMap truth = s.sitter.faceMap();
    double px = s.sitter.pxPerMm();
    assertThat(f.rightPupil().distance(truth.rightEye()) / px).as("right, mm").isLessThan(0.5);
    assertThat(f.leftPupil().distance(truth.leftEye()) / px).as("left, mm").isLessThan(0.5);
    double off = Math.abs(s.map.pxPerMm() / px - 1);
    assertThat(off).as("scale").isLessThan(Math.max(0.04, s.map.relativeError()));
  }

  @Test(dataProvider = "poses")
  public void regionsFollowTheHead(String name) {
    Seen s = seen(name);
    SheetView view = s.engine.view(RunSheet.EMPTY.withFaceMap(s.map), () -> false);
    for (var e : LEAST.entrySet()) {
      Plane truth = s.sitter.mask(e.getKey());
      Plane found = view.mask(Area.found(KEYS.get(e.getKey())), 0, truth.rect());
      boolean stubble = name.startsWith("tobias") && e.getKey().equals("skin");
      assertThat(RegionsTest.overlap(found, truth))
          .as("%s of %s", e.getKey(), name)
          .isGreaterThan(stubble ? 0.89 : e.getValue());
    }
  }

  /** Marks of the straight picture land on themselves, by the meshes roughly, then by the skin. */
  @Test(dataProvider = "poses")
  public void marksAreCarriedFromPictureToPicture(String name) {
    Seen from = seen(name.substring(0, name.indexOf('-')));
    Seen to = seen(name);
    SkinPattern skin =
        new SkinPattern(from.engine.original(), from.map, to.engine.original(), to.map);
    List<Double> off = new ArrayList<>();
    int covered = 0;
    double rough = 0;
    for (String list : List.of("permanent_marks", "defects")) {
      for (int i = 0; i < from.sitter.truth().path(list).size(); i++) {
        var mark = from.sitter.truth().path(list).get(i);
        var there = to.sitter.truth().path(list).get(i);
        boolean spot = !List.of("shine", "neck-tone-mismatch").contains(mark.path("type").asText());
        boolean both =
            mark.path("visible").asBoolean(true) && there.path("visible").asBoolean(true);
        if (spot && both) {
          Pin want = pin(there.path("center_px"));
          Carried c = skin.carry(pin(mark.path("center_px")));
          double mm = c.place().distance(want) / to.sitter.pxPerMm();
          off.add(mm);
          covered += mm <= c.errorMm() ? 1 : 0;
          Carried byMesh = from.map.carry(pin(mark.path("center_px")), to.map);
          rough += byMesh.place().distance(want) / to.sitter.pxPerMm();
        }
      }
    }
    boolean turned = name.endsWith("turned");
    double mean = off.stream().mapToDouble(v -> v).average().orElseThrow();
    assertThat(mean).as("mm").isLessThan(turned ? 1.2 : 0.6);
    assertThat(mean).as("mm, by the skin and by the meshes").isLessThan(rough / off.size());
    assertThat(covered)
        .as("errors within what is said of %d", off.size())
        .isGreaterThanOrEqualTo((int) (0.85 * off.size()));
  }

  private static Pin pin(JsonNode n) {
    return new Pin(n.get(0).asDouble(), n.get(1).asDouble());
  }
}
