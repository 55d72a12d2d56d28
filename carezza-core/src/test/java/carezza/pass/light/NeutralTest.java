package carezza.pass.light;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import carezza.area.Area;
import carezza.color.Adaptation;
import carezza.color.ColorEncoding;
import carezza.engine.Engine;
import carezza.engine.TileCache;
import carezza.image.Rect;
import carezza.image.SourcePicture;
import carezza.pass.Action;
import carezza.pass.Finding;
import carezza.pass.Mark;
import carezza.pass.Pass;
import carezza.pass.PassKind;
import carezza.reading.Reading;
import carezza.setting.NumberField;
import carezza.setting.Place;
import carezza.setting.Settings;
import carezza.sheet.Kinds;
import carezza.sheet.KnownSheet;
import carezza.sheet.RunSheet;
import carezza.testing.Pictures;
import java.util.List;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Neutral begins at the light that was read, and is recommended for a cast along or across. */
public class NeutralTest {
  private static final Rect SOURCE = new Rect(0, 0, 9, 9);
  private static final PassKind NEUTRAL = Kinds.of("neutral");

  private static KnownSheet known(RunSheet s, double mired, double duv) {
    return new KnownSheet(
        s,
        SOURCE,
        List.of(
            new Reading("castMired", Double.NaN, mired, -8, 8, "together", ""),
            new Reading("castDuv", Double.NaN, duv, -0.004, 0.004, "together", "")));
  }

  @DataProvider
  public Object[][] casts() {
    return new Object[][] {
      {40.0, 0.0, "finding.warm", 40.0},
      {-20.0, 0.01, "finding.cool", 20.0},
      {2.0, 0.01, "finding.green", 0.01},
      {-2.0, -0.008, "finding.magenta", 0.008}
    };
  }

  @Test(dataProvider = "casts")
  public void aCastRecommendsIt(double mired, double duv, String word, double figure) {
    Finding f = NEUTRAL.finding(known(Pictures.pinned(), mired, duv)).orElseThrow();
    assertThat(f.word()).isEqualTo(word);
    assertThat(f.figure()).isEqualTo(figure);
  }

  @Test
  public void aCastWithinItsTargetOrTakenOutDoesNot() {
    assertThat(NEUTRAL.finding(known(Pictures.pinned(), 5, -0.003))).isEmpty();
    KnownSheet warm = known(Pictures.pinned(), 40, 0);
    RunSheet with = Pictures.pinned().add(NEUTRAL.start(1, warm));
    assertThat(NEUTRAL.finding(known(with, 40, 0))).isEmpty();
  }

  @Test
  public void itBeginsAtTheLightAndStaysWithinItsRange() {
    NumberField mired = (NumberField) NEUTRAL.fields().get(0);
    NumberField duv = (NumberField) NEUTRAL.fields().get(1);
    var p = NEUTRAL.start(1, known(Pictures.pinned(), 41.26, -0.00312));
    assertThat(p.get(mired)).isEqualTo(-41.3);
    assertThat(p.get(duv)).isEqualTo(0.0031);
    assertThat(NEUTRAL.start(1, known(Pictures.pinned(), 200, 0)).get(mired))
        .isEqualTo(mired.min());
    assertThat(NEUTRAL.start(1, new KnownSheet(Pictures.pinned(), SOURCE, List.of())).settings())
        .isEqualTo(NEUTRAL.neutral());
  }

  // ---- marked places

  private static final int SIDE = 300;

  /** Grey steps in a warm light; a patch of another colour is no grey. */
  private static Engine steps() {
    double[] light = Adaptation.shift(30, 0.004).times(1, 1, 1);
    float[] m = ColorEncoding.srgb().toWorking().inverse().floats();
    ColorEncoding to = ColorEncoding.srgb();
    SourcePicture p = new SourcePicture(SIDE, SIDE, 16, 3);
    for (int y = 0; y < SIDE; y++) {
      for (int x = 0; x < SIDE; x++) {
        double v = x < 100 ? 0.02 : x < 200 ? 0.2 : 0.55;
        double[] c = {v * light[0], v * light[1] * (y < 200 ? 1 : 0.9), v * light[2]};
        for (int k = 0; k < 3; k++) {
          double q = m[3 * k] * c[0] + m[3 * k + 1] * c[1] + m[3 * k + 2] * c[2];
          p.setCode(k, x, y, to.encode(k, 16, (float) q));
        }
      }
    }
    return new Engine(p, to, new TileCache(1 << 24));
  }

  private static Pass marked(Engine e, Pass p, double x, double y) {
    Action.PointAt point = (Action.PointAt) p.kind().actions().get(1);
    RunSheet s = Pictures.pinned().withPasses(List.of(p));
    return point
        .found()
        .at(e.view(s, () -> false).contextFor(p), new Place(x, y, point.sizeMm()))
        .apply(p);
  }

  private static List<Action.Offer> offers(Engine e, Pass p) {
    RunSheet s = Pictures.pinned().withPasses(List.of(p));
    Action.Choose lights = (Action.Choose) p.kind().actions().get(0);
    return lights.found().in(e.view(s, () -> false).contextFor(p)).stream()
        .filter(o -> o.key().startsWith("light.marked"))
        .toList();
  }

  @Test
  public void severalPlacesAgreeOnTheLight() {
    Engine e = steps();
    Pass p = Pass.start(1, NEUTRAL, Area.WHOLE);
    for (double x : new double[] {50, 150, 250}) {
      p = marked(e, p, x, 100);
    }
    assertThat(p.items(Mark.class)).hasSize(3);
    assertThat(p.value("mired")).isCloseTo(-30, within(0.5));
    assertThat(p.value("duv")).isCloseTo(-0.004, within(3e-4));
    List<Action.Offer> all = offers(e, p);
    assertThat(all)
        .extracting(Action.Offer::key)
        .containsExactly(
            "light.marked", "light.marked.dark", "light.marked.middle", "light.marked.light");
    assertThat(all.get(0).figures().get(0)).isCloseTo(30, within(0.5));
    assertThat(all.get(0).figures().get(3)).as("they agree").isGreaterThan(95);
    Pass alone = all.get(2).how().apply(p);
    assertThat(alone.value("mired")).isCloseTo(-30, within(0.5));
  }

  @Test
  public void onesThatDifferAreShownAndCanBeTakenBack() {
    Engine e = steps();
    Pass p = marked(e, marked(e, Pass.start(1, NEUTRAL, Area.WHOLE), 250, 100), 250, 260);
    assertThat(offers(e, p).get(0).figures().get(3)).as("they differ").isLessThan(40);
    assertThat(p.value("duv")).isNotCloseTo(-0.004, within(0.002));
    Pass without = marked(e, p, 251, 259);
    assertThat(without.items(Mark.class)).hasSize(1);
    assertThat(without.value("duv")).isCloseTo(-0.004, within(3e-4));
  }

  /** A dark place tells a fifth to all of what a middle one tells. */
  @Test
  public void theDarkCountsLess() {
    Engine e = steps();
    Pass p = marked(e, Pass.start(1, NEUTRAL, Area.WHOLE), 150, 100);
    double right = p.value("duv");
    double dark = marked(e, Pass.start(1, NEUTRAL, Area.WHOLE), 50, 260).value("duv");
    double both = marked(e, p, 50, 260).value("duv");
    assertThat((both - right) / (dark - right)).isCloseTo(0.4 / 1.4, within(0.05));
  }

  @Test
  public void documentsWithoutMarksAreWrittenAsBefore() {
    Settings s = Settings.start(NEUTRAL.fields());
    assertThat(s.write().has("neutrals")).isFalse();
    Pass p = marked(steps(), Pass.start(1, NEUTRAL, Area.WHOLE), 150, 100);
    assertThat(Settings.read(NEUTRAL.fields(), p.settings().write())).isEqualTo(p.settings());
  }
}
