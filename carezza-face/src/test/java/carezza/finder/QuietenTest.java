package carezza.finder;

import static org.assertj.core.api.Assertions.assertThat;

import carezza.area.Area;
import carezza.area.Extent;
import carezza.area.Term;
import carezza.color.ColorEncoding;
import carezza.engine.Engine;
import carezza.engine.SheetView;
import carezza.engine.TileCache;
import carezza.face.FaceMap;
import carezza.pass.Pass;
import carezza.reading.Saliency;
import carezza.sheet.Kinds;
import carezza.sheet.RunSheet;
import carezza.sitter.DemoSitter;
import java.util.List;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** The lamp behind a sitter, which draws the eye more than the sitter's own, quietened. */
public class QuietenTest {
  @DataProvider
  public Object[][] sitters() {
    return new Object[][] {{"tobias"}, {"ilse"}};
  }

  @Test(dataProvider = "sitters")
  public void theStrongestPlaceDrawsTheEyeLess(String name) {
    DemoSitter s = DemoSitter.load(name);
    Engine e = new Engine(s.picture().picture(), ColorEncoding.srgb(), new TileCache(1L << 28));
    RunSheet bare =
        RunSheet.EMPTY.withFaceMap(FaceMap.of(new NetFaceFinder().find(e.original(), () -> false)));
    Saliency.Place lamp = places(e, bare).get(0);
    assertThat(lamp.ratio()).isGreaterThan(2);
    double r = lamp.sizeMm() * s.pxPerMm();
    Area round =
        Area.NONE.with(
            new Term(
                Term.How.ADD, new Extent.Oval(lamp.x(), lamp.y(), r, r, 0), lamp.sizeMm() / 2));
    Pass quiet = Kinds.of("quieten").quietening(1, round, lamp.ratio()).orElseThrow();
    double near = lamp.sizeMm() / 2 * s.pxPerMm();
    assertThat(places(e, bare.withPasses(List.of(quiet))))
        .filteredOn(p -> Math.hypot(p.x() - lamp.x(), p.y() - lamp.y()) < near)
        .as("where the lamp of %.1f stands", lamp.ratio())
        .allSatisfy(p -> assertThat(p.ratio()).isLessThan(0.4 * lamp.ratio()));
  }

  private static List<Saliency.Place> places(Engine e, RunSheet s) {
    SheetView view = e.view(s, () -> false);
    return view.saliency().orElseThrow().places(view);
  }
}
