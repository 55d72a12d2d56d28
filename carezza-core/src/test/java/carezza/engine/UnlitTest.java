package carezza.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import carezza.area.Area;
import carezza.area.Extent;
import carezza.area.Term;
import carezza.color.ColorEncoding;
import carezza.image.RgbBlock;
import carezza.image.SourcePicture;
import carezza.pass.Heal;
import carezza.pass.Pass;
import carezza.pass.clean.Heals;
import carezza.setting.Place;
import carezza.sheet.Kinds;
import carezza.sheet.RunSheet;
import carezza.testing.Pictures;
import java.util.List;
import org.testng.annotations.Test;

/** Analyses that look at the picture before its whole-picture light. */
public class UnlitTest {
  private static final SourcePicture PICTURE = Pictures.skin(300, 220, 16, 21);

  private static Pass neutral(double mired, double stops) {
    return Pass.start(1, Kinds.of("neutral"), Area.WHOLE)
        .with("mired", mired)
        .with("exposure", stops);
  }

  private static List<Pass> above() {
    Pass heals =
        Pass.start(2, Kinds.of("heals"), Area.WHOLE)
            .with(Heals.HEALS, Heal.numbered(List.of(new Heal(90, 80, 90, 80, 6, 60, 4))));
    Pass even = Pass.start(3, Kinds.of("twoBands"), Area.WHOLE);
    Pass gather =
        Pass.start(4, Kinds.of("skin"), Area.WHOLE).withPlace("reference", new Place(200, 120, 8));
    return List.of(heals, even, gather);
  }

  private static RunSheet sheet(Pass... first) {
    List<Pass> all = new java.util.ArrayList<>(List.of(first));
    all.addAll(above());
    return Pictures.pinned().withPasses(all);
  }

  private static Engine engine() {
    return new Engine(PICTURE, ColorEncoding.srgb(), new TileCache(1 << 28), 64);
  }

  private static RgbBlock all(Engine e, RunSheet s) {
    return e.view(s, () -> false).read(0, PICTURE.bounds());
  }

  @Test
  public void aNewWhiteBalanceOrExposureFindsNothingAgain() {
    Engine e = engine();
    all(e, sheet(neutral(14, 0.2)));
    long found = e.analysesComputed();
    RgbBlock changed = all(e, sheet(neutral(-30, -0.7)));
    assertThat(e.analysesComputed()).isEqualTo(found);
    assertThat(Pictures.difference(changed, all(engine(), sheet(neutral(-30, -0.7)))))
        .as("nor does it matter what the sheet was before")
        .isEmpty();
  }

  @Test
  public void aGainOfLightIsAGainOfTheResult() {
    RgbBlock plain = all(engine(), sheet());
    RgbBlock gained = all(engine(), sheet(neutral(0, 1)));
    for (int c = 0; c < 3; c++) {
      for (int i = 0; i < plain.size(); i++) {
        assertThat(gained.channel(c)[i])
            .isCloseTo(2 * plain.channel(c)[i], within(2e-5f * (1 + plain.channel(c)[i])));
      }
    }
  }

  @Test
  public void whereAnAreaBelowRestsOnThePictureItIsLookedAtAsItIs() {
    Extent lights = new Extent.Tone(40, 100, 5, 5);
    Pass within =
        Pass.start(9, Kinds.of("burn"), Area.WHOLE.with(new Term(Term.How.WITHIN, lights, 0)))
            .with("stops", 0.4);
    Engine e = engine();
    all(e, sheet(neutral(0, 0.2), within));
    long found = e.analysesComputed();
    RgbBlock changed = all(e, sheet(neutral(0, -0.7), within));
    assertThat(e.analysesComputed()).isGreaterThan(found + 3);
    assertThat(Pictures.difference(changed, all(engine(), sheet(neutral(0, -0.7), within))))
        .isEmpty();
  }
}
