package carezza.pass.light;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import carezza.area.Area;
import carezza.area.Extent;
import carezza.area.Term;
import carezza.color.CieLab;
import carezza.color.Matrix3;
import carezza.color.WorkingSpace;
import carezza.engine.Engine;
import carezza.image.RgbBlock;
import carezza.image.SourcePicture;
import carezza.pass.Pass;
import carezza.sheet.Kinds;
import carezza.testing.Pictures;
import java.util.List;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Three primaries leave what is neutral; light in an area does what it says, and only there. */
public class BaseColourTest {
  @DataProvider
  public Object[][] primaries() {
    return new Object[][] {
      {"redTurn", 10.0}, {"greenTurn", -20.0}, {"blueTurn", 30.0},
      {"redForce", 30.0}, {"greenForce", -40.0}, {"blueForce", 50.0}
    };
  }

  @Test(dataProvider = "primaries")
  public void whatIsNeutralStaysSo(String setting, double value) {
    Pass p = Pass.start(1, Kinds.of("primaries"), Area.WHOLE).with(setting, value);
    Matrix3 m = ThreePrimaries.matrix(p);
    for (double v : new double[] {0.001, 0.18, 1, 3}) {
      for (double out : m.times(v, v, v)) {
        assertThat(out / v).isCloseTo(1, within(1e-12));
      }
    }
    double[] red = m.times(0.5, 0.2, 0.1);
    assertThat(Math.abs(red[0] - 0.5) + Math.abs(red[1] - 0.2) + Math.abs(red[2] - 0.1))
        .as("colour moves")
        .isGreaterThan(1e-3);
  }

  @Test
  public void aStrongerRedIsRicherAndATurnedOneOfAnotherHue() {
    double[] skin = {0.45, 0.3, 0.2};
    double[] was = CieLab.of(skin[0], skin[1], skin[2]);
    double[] rich =
        lab(Pass.start(1, Kinds.of("primaries"), Area.WHOLE).with("redForce", 30), skin);
    double[] turned =
        lab(Pass.start(1, Kinds.of("primaries"), Area.WHOLE).with("redTurn", 8), skin);
    assertThat(Math.hypot(rich[1], rich[2])).isGreaterThan(Math.hypot(was[1], was[2]) + 1);
    assertThat(Math.atan2(turned[2], turned[1]))
        .as("towards green")
        .isGreaterThan(Math.atan2(was[2], was[1]) + 0.02);
  }

  private static double[] lab(Pass p, double[] rgb) {
    double[] v = ThreePrimaries.matrix(p).times(rgb[0], rgb[1], rgb[2]);
    return CieLab.of(v[0], v[1], v[2]);
  }

  private static Pass local() {
    Area oval = Area.NONE.with(new Term(Term.How.ADD, new Extent.Oval(150, 100, 40, 30, 0), 0.5));
    return Pass.start(1, Kinds.of("localLight"), oval);
  }

  private static RgbBlock seen(Engine e, Pass p) {
    return e.view(Pictures.pinned().withPasses(List.of(p)), () -> false)
        .read(0, e.source().bounds());
  }

  @Test
  public void lightInAnAreaStaysInIt() {
    SourcePicture s = Pictures.skin(300, 200, 16, 3);
    Engine e = Pictures.engine(s);
    RgbBlock was = e.original().read(0, s.bounds());
    int in = was.index(150, 100);
    int out = was.index(20, 20);
    RgbBlock lighter = seen(e, local().with("exposure", 0.5));
    assertThat(lighter.g()[in] / was.g()[in]).isCloseTo((float) Math.sqrt(2), within(1e-4f));
    assertThat(lighter.g()[out]).isEqualTo(was.g()[out]);
    RgbBlock grey = seen(e, local().with("richness", -100));
    assertThat(grey.r()[in]).isCloseTo(grey.b()[in], within(2e-3f));
    RgbBlock warm = seen(e, local().with("mired", 30));
    assertThat(warm.r()[in] / warm.b()[in]).isGreaterThan(1.1f * was.r()[in] / was.b()[in]);
    RgbBlock hard = seen(e, local().with("contrast", 50).with("contrastAbout", -2));
    double e0 = stops(was, in);
    assertThat(stops(hard, in)).isCloseTo(e0 + 0.5 * (e0 + 2), within(1e-3));
  }

  private static double stops(RgbBlock b, int i) {
    double y = WorkingSpace.luminance(b.r()[i], b.g()[i], b.b()[i]);
    return Math.log(y / 0.18) / Math.log(2);
  }
}
