package carezza.pass.light;

import static org.assertj.core.api.Assertions.assertThat;

import carezza.image.Rect;
import carezza.pass.Finding;
import carezza.pass.PassKind;
import carezza.reading.Reading;
import carezza.setting.NumberField;
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
}
