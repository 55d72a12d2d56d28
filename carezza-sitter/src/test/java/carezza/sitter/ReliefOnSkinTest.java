package carezza.sitter;

import static org.assertj.core.api.Assertions.assertThat;

import carezza.area.Area;
import carezza.engine.Engine;
import carezza.engine.Measuring;
import carezza.face.FaceMap;
import carezza.face.Pin;
import carezza.image.RgbBlock;
import carezza.pass.Action;
import carezza.pass.EvaluationContext;
import carezza.pass.Pass;
import carezza.pass.PassKind;
import carezza.reading.Reading;
import carezza.sheet.Kinds;
import carezza.sheet.KnownSheet;
import carezza.sheet.RunSheet;
import java.util.ArrayList;
import java.util.List;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/**
 * Patches of light and what evening took of the modelling, on made-up skin whose faults are known.
 */
public class ReliefOnSkinTest extends OnSkin {
  @DataProvider
  public Object[][] skins() {
    return new Object[][] {{0.3, 11L}, {1.2, 12L}, {2.4, 13L}};
  }

  private static RunSheet sheet(List<Pass> passes) {
    return RunSheet.EMPTY
        .withFaceMap(new FaceMap(new Pin(0, 0), new Pin(63 * PX, 0)))
        .withRegion("skin", Area.WHOLE)
        .withPasses(passes);
  }

  private static RgbBlock read(Engine e, List<Pass> passes) {
    return e.view(sheet(passes), () -> false).read(0, e.source().bounds());
  }

  private static Pass begun(String key, long id, Engine e) {
    PassKind k = Kinds.of(key);
    return k.start(id, new KnownSheet(sheet(List.of()), e.source().bounds(), List.of()));
  }

  private static EvaluationContext context(Engine e, Pass p) {
    return e.view(sheet(List.of(p)), () -> false).contextFor(p);
  }

  private static Pass proposed(String key, Engine e) {
    Pass p = begun(key, 1, e);
    return p.kind().proposed(context(e, p));
  }

  @Test(dataProvider = "skins")
  public void dabsLightenWhatIsRedAndLeaveForms(double tone, long seed) {
    Engine red = engine(skin(tone, seed).withRedness(X, Y, 8, 0.35));
    RgbBlock clean = read(engine(skin(tone, seed)), List.of());
    RgbBlock before = read(red, List.of());
    Pass p = proposed("dodge", red);
    assertThat(p.area().strokes().size()).as("dabs").isBetween(1, 200);
    double fault = stops(before, clean, X, Y);
    assertThat(fault).isLessThan(-0.1);
    assertThat(stops(read(red, List.of(p)), clean, X, Y) / fault).as("left").isBetween(-0.2, 0.65);
    Engine formed = engine(skin(tone, seed).withForm(X, Y, 8, -0.35));
    Pass q = proposed("dodge", formed);
    assertThat(stops(read(formed, List.of(q)), read(formed, List.of()), X, Y))
        .as("a form of light")
        .isBetween(-0.03, 0.03);
  }

  /** What the pass does already is not found again; what the hand put on is left. */
  @Test
  public void findingAgainAddsWhatIsMissing() {
    Engine e = engine(skin(1.2, 14).withRedness(X, Y, 8, 0.35).withRedness(0.2 * W, Y, 8, 0.35));
    Pass all = proposed("dodge", e);
    Pass again = all.kind().proposed(context(e, all));
    int n = all.area().strokes().size();
    assertThat(again.area().strokes().subList(0, n)).isEqualTo(all.area().strokes());
    double more = stops(read(e, List.of(again)), read(e, List.of(all)), X, Y);
    double first = stops(read(e, List.of(all)), read(e, List.of()), X, Y);
    assertThat(more / first).as("twice as much").isBetween(-0.05, 0.1);
  }

  /** What two bands evened below is not evened a second time. */
  @Test
  public void whatIsEvenedBelowNeedsNoDabs() {
    Engine e = engine(skin(1.2, 17).withRedness(X, Y, 8, 0.35));
    Pass even = begun("twoBands", 1, e);
    Pass p = begun("dodge", 2, e);
    EvaluationContext c = e.view(sheet(List.of(even, p)), () -> false).contextFor(p);
    assertThat(p.kind().proposed(c).area().strokes()).isEmpty();
    assertThat(proposed("dodge", e).area().strokes()).isNotEmpty();
  }

  /** What only lightness shows is an offer of its own, and a fainter one. */
  @Test
  public void aDarkPatchWithoutColourIsTheFainterOffer() {
    Engine e = engine(skin(0.3, 15).withForm(X, Y, 6, -0.35));
    Pass p = begun("dodge", 1, e);
    Action.Choose find = (Action.Choose) p.kind().actions().get(0);
    List<Action.Offer> offers = find.found().in(context(e, p));
    Action.Offer light =
        offers.stream().filter(o -> o.key().equals("patches.light")).findFirst().orElseThrow();
    Pass taken = light.how().apply(p);
    double lifted = stops(read(e, List.of(taken)), read(e, List.of()), X, Y);
    assertThat(lifted).isBetween(0.05, 0.25);
  }

  private static double relief(Engine e, List<Pass> passes) {
    return new Measuring(e)
        .quick(sheet(passes), () -> false).stream()
            .filter(r -> r.name().equals("reliefKept"))
            .filter(Reading::isAvailable)
            .mapToDouble(Reading::now)
            .findFirst()
            .orElseThrow();
  }

  @Test(dataProvider = "skins")
  public void whatEveningTookIsGivenBack(double tone, long seed) {
    MadeSkin s = skin(tone, seed);
    for (int i = 0; i < 9; i++) {
      s.withForm(W * (0.15 + 0.35 * (i % 3)), H * (0.15 + 0.35 * (i / 3)), 20, i % 2 - 0.5);
    }
    Engine e = engine(s);
    Pass even =
        Pass.start(1, Kinds.of("twoBands"), Area.WHOLE).with("evening", 100.0).with("hold", 0.3);
    List<Pass> both = new ArrayList<>(List.of(even));
    double flat = relief(e, both);
    assertThat(flat).as("evened").isLessThan(97);
    both.add(Pass.start(2, Kinds.of("relief"), Area.WHOLE));
    assertThat(relief(e, both)).as("given back").isBetween(99.0, 101.0);
  }

  /** With nothing evened below there is nothing to give back. */
  @Test
  public void nothingIsGivenBackWhereNothingWasTaken() {
    Engine e = engine(skin(1.2, 16).withForm(X, Y, 20, 0.5));
    RgbBlock was = read(e, List.of());
    RgbBlock now = read(e, List.of(Pass.start(1, Kinds.of("relief"), Area.WHOLE)));
    assertThat(now.g()).isEqualTo(was.g());
    Pass deeper = Pass.start(1, Kinds.of("relief"), Area.WHOLE).with("deeper", 50.0);
    assertThat(stops(read(e, List.of(deeper)), was, X, Y)).as("deeper").isGreaterThan(0.05);
  }
}
