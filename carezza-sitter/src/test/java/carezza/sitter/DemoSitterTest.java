package carezza.sitter;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import carezza.area.Area;
import carezza.engine.Engine;
import carezza.engine.TileCache;
import carezza.image.Plane;
import carezza.sheet.RunSheet;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class DemoSitterTest {
  @DataProvider
  public Object[][] names() {
    return DemoSitter.NAMES.stream().map(n -> new Object[] {n}).toArray(Object[][]::new);
  }

  @Test(dataProvider = "names")
  public void scaleAndMasksBelongToThePicture(String name) {
    DemoSitter s = DemoSitter.load(name);
    assertThat(s.faceMap().pxPerMm()).isCloseTo(s.pxPerMm(), within(0.02));
    Plane skin = s.mask("skin");
    assertThat(skin.rect()).isEqualTo(s.picture().picture().bounds());
    assertThat(s.clean().contentHash()).isNotEqualTo(s.picture().picture().contentHash());
  }

  @Test(dataProvider = "names")
  public void skinGrowsFromTwoOrThreeTouches(String name) {
    DemoSitter s = DemoSitter.load(name);
    assertThat(overlap(s, "skin", Touches.skin(s))).isGreaterThan(0.7);
  }

  @Test
  public void teethGrowFromOneTouch() {
    DemoSitter s = DemoSitter.load("maren");
    assertThat(overlap(s, "teeth", Touches.teeth(s))).isGreaterThan(0.8);
  }

  /** Intersection over union of a grown area and the truth, at half size. */
  private static double overlap(DemoSitter s, String mask, Area area) {
    Engine e = new Engine(s.picture().picture(), s.picture().encoding(), new TileCache(1 << 27));
    RunSheet sheet = RunSheet.EMPTY.withFaceMap(s.faceMap());
    Plane got = e.view(sheet, () -> false).mask(area, 1, e.source().bounds(1));
    Plane truth = s.mask(mask).halved();
    double both = 0;
    double either = 0;
    for (int i = 0; i < truth.data().length; i++) {
      both += Math.min(got.data()[i], truth.data()[i]);
      either += Math.max(got.data()[i], truth.data()[i]);
    }
    return both / either;
  }
}
