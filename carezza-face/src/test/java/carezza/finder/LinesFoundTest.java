package carezza.finder;

import static org.assertj.core.api.Assertions.assertThat;

import carezza.color.ColorEncoding;
import carezza.engine.Engine;
import carezza.engine.TileCache;
import carezza.face.FaceMap;
import carezza.face.Pin;
import carezza.image.SourcePicture;
import carezza.sheet.RunSheet;
import carezza.sitter.DemoSitter;
import carezza.spot.SkinLine;
import carezza.spot.SkinLine.Where;
import com.fasterxml.jackson.databind.JsonNode;
import java.util.ArrayList;
import java.util.List;
import org.testng.annotations.Test;

/** Lines of the skin found on the sitters, of whom one has three across the forehead. */
public class LinesFoundTest {
  private static List<SkinLine> lines(SourcePicture p) {
    Engine e = new Engine(p, ColorEncoding.srgb(), new TileCache(1L << 28));
    FaceMap map = FaceMap.of(new NetFaceFinder().find(e.original(), () -> false));
    return e.view(RunSheet.EMPTY.withFaceMap(map), () -> false).lines();
  }

  private static List<SkinLine> forehead(SourcePicture p) {
    return lines(p).stream().filter(l -> l.where() == Where.FOREHEAD).toList();
  }

  @Test
  public void eachLineOfAForeheadIsFoundOnce() {
    DemoSitter s = DemoSitter.load("tobias");
    List<List<Pin>> truth = new ArrayList<>();
    for (JsonNode d : s.truth().path("defects")) {
      if (d.path("type").asText().equals("forehead-line")) {
        List<Pin> one = new ArrayList<>();
        d.path("polyline_px")
            .forEach(p -> one.add(new Pin(p.get(0).asDouble(), p.get(1).asDouble())));
        truth.add(one);
      }
    }
    List<SkinLine> found = forehead(s.picture().picture());
    assertThat(found).hasSameSizeAs(truth);
    for (SkinLine l : found) {
      Pin middle = l.points().get(l.points().size() / 2);
      assertThat(truth)
          .as("a line from %s", l.points().get(0))
          .anyMatch(t -> t.stream().anyMatch(p -> p.distance(middle) < 2.5 * s.pxPerMm()));
    }
  }

  /** A scratch across a forehead is none, nor are freckles in a row. */
  @Test
  public void smoothForeheadsHaveNone() {
    assertThat(forehead(DemoSitter.load("ilse").picture().picture())).isEmpty();
    assertThat(forehead(DemoSitter.load("maren").picture().picture())).isEmpty();
  }

  @Test
  public void withoutAFaceNoneAreLookedFor() {
    DemoSitter s = DemoSitter.load("maren");
    Engine e = new Engine(s.picture().picture(), ColorEncoding.srgb(), new TileCache(1L << 27));
    assertThat(e.view(RunSheet.EMPTY, () -> false).lines()).isEmpty();
  }
}
