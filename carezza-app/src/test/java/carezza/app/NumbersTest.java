package carezza.app;

import static org.assertj.core.api.Assertions.assertThat;

import carezza.area.Area;
import carezza.area.Extent;
import carezza.area.Stroke;
import carezza.area.Term;
import carezza.setting.Unit;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.testng.annotations.Test;

/** How numbers, times, areas and recent pictures are said. */
public class NumbersTest {
  @Test
  public void numbersHaveTheirUnitsAndNoMoreDigitsThanMatter() {
    assertThat(Numbers.of(Unit.PERCENT, 71.6)).isEqualTo("72 %");
    assertThat(Numbers.of(Unit.MM, 9.94)).isEqualTo("9.9 mm");
    assertThat(Numbers.of(Unit.MM, 12.4)).isEqualTo("12 mm");
    assertThat(Numbers.of(Unit.STOP, 0.125)).isEqualTo("0.13 stop");
    assertThat(Numbers.of(Unit.LSTAR, 3.14)).isEqualTo("3.1 L*");
    assertThat(Numbers.of(Unit.DUV, 0.0048)).isEqualTo("+0.005 Duv");
    assertThat(Numbers.of(Unit.NONE, 1)).isEqualTo("1.00");
    assertThat(Numbers.plain(2.345, 1)).isEqualTo("2.3");
    assertThat(Numbers.wholeMm(49.6)).isEqualTo("50 mm");
  }

  @Test
  public void signsAreMinusSignsAndZeroHasNone() {
    assertThat(Numbers.of(Unit.MIRED, 51.8)).isEqualTo("+52 mired");
    assertThat(Numbers.of(Unit.MIRED, -51.8)).isEqualTo("\u221252 mired");
    assertThat(Numbers.of(Unit.MIRED, -0.2)).isEqualTo("0 mired");
    assertThat(Numbers.of(Unit.DEGREE, -1.5)).isEqualTo("\u22121.5\u00b0");
    assertThat(Numbers.of(Unit.DEGREE, 0.04)).isEqualTo("0.0\u00b0");
    assertThat(Numbers.of(Unit.STOP, -0.3)).isEqualTo("\u22120.30 stop");
  }

  @Test
  public void aNumberMayStandWithoutItsUnit() {
    assertThat(Numbers.bare(Unit.PERCENT, 40)).isEqualTo("40");
    assertThat(Numbers.bare(Unit.MIRED, -8)).isEqualTo("\u22128");
    assertThat(Numbers.bare(Unit.DEGREE, 3)).isEqualTo("+3.0\u00b0");
    assertThat(Numbers.unit(Unit.NONE)).isEmpty();
    for (Unit u : Unit.values()) {
      assertThat(Numbers.of(u, 1)).isNotBlank();
    }
  }

  // ---- time

  @Test
  public void timeIsSaidInHoursAndMinutes() {
    assertThat(WorkWords.time(0)).isEmpty();
    assertThat(WorkWords.time(20)).isEqualTo("under 1 min");
    assertThat(WorkWords.time(100)).isEqualTo("2 min");
    assertThat(WorkWords.time(3600)).isEqualTo("1 h 00 min");
    assertThat(WorkWords.time(2 * 3600 + 7 * 60 + 10)).isEqualTo("2 h 07 min");
    assertThat(WorkWords.time(3599)).isEqualTo("1 h 00 min");
    assertThat(WorkWords.steps(0)).isEmpty();
    assertThat(WorkWords.steps(12)).isEqualTo("12");
    assertThat(WorkWords.stage(Optional.empty())).isEqualTo("Faces, regions, looking");
  }

  @Test
  public void daysAreTheOneOrHowManyFromWhenToWhen() {
    LocalDate day = LocalDate.of(2026, 3, 9);
    assertThat(WorkWords.days(List.of())).isEmpty();
    assertThat(WorkWords.days(List.of(day))).isEqualTo("9 Mar 2026");
    assertThat(WorkWords.days(List.of(day, day.plusDays(1), day.plusDays(40))))
        .isEqualTo("3 days, 9 Mar 2026 to 18 Apr 2026");
  }

  // ---- areas

  private static Stroke stroke() {
    int[] one = {80, 80, 255, 0, 0};
    return new Stroke(new Stroke.Brush(true, 6, 3, 0.5), one);
  }

  @Test
  public void areasAreSaidAsTheyArePutTogether() {
    Area skin = Area.ofRegion("skin");
    assertThat(AreaWords.describe(Area.WHOLE)).isEqualTo("everywhere");
    assertThat(AreaWords.describe(Area.NONE)).isEqualTo("nowhere yet: paint, or join");
    assertThat(AreaWords.describe(Area.NONE.with(stroke()))).isEqualTo("1 stroke");
    assertThat(AreaWords.describe(skin.with(stroke()).with(stroke())))
        .isEqualTo(Words.of("region.skin") + ", 2 strokes");
    Area without = skin.with(new Term(Term.How.TAKE, "lips", 0));
    assertThat(AreaWords.describe(without))
        .isEqualTo(Words.of("region.skin") + ", without " + Words.of("region.lips"));
    Area oval = Area.NONE.with(new Term(Term.How.ADD, new Extent.Oval(50, 50, 20, 10, 0), 0));
    assertThat(AreaWords.describe(oval)).isEqualTo(Words.of("extent.oval"));
  }

  @Test
  public void aBriefNameIsWhatTheAreaBeginsWith() {
    assertThat(AreaWords.brief(Area.ofRegion("skin").with(stroke())))
        .isEqualTo(Words.of("region.skin"));
    assertThat(AreaWords.brief(Area.NONE.with(stroke()))).isEqualTo("1 stroke");
    assertThat(AreaWords.brief(Area.NONE)).isEqualTo("nowhere yet: paint, or join");
    assertThat(AreaWords.region("the left hand")).isEqualTo("the left hand");
  }

  // ---- recent pictures

  @Test
  public void recentPicturesAreKeptNewestFirstAndOneOfEachJob() throws IOException {
    Path dir = Files.createTempDirectory("carezza");
    Path one = Files.createDirectories(dir.resolve("one"));
    Path two = Files.createDirectories(dir.resolve("two"));
    Path a = Files.createFile(one.resolve("a.png"));
    Path b = Files.createFile(one.resolve("b.png"));
    Path c = Files.createFile(two.resolve("c.png"));
    Recent recent = new Recent(dir.resolve("own"));
    assertThat(recent.list()).isEmpty();
    recent.add(a);
    recent.add(c);
    recent.add(b);
    recent.add(c);
    assertThat(recent.list()).containsExactly(c, b, a);
    assertThat(recent.jobs()).containsExactly(c, b);
    assertThat(Recent.job(c)).isEqualTo("two");
    Files.delete(b);
    assertThat(new Recent(dir.resolve("own")).list()).containsExactly(c, a);
    for (int i = 0; i < 30; i++) {
      recent.add(Files.createFile(two.resolve(i + ".png")));
    }
    assertThat(recent.list()).hasSize(24).first().isEqualTo(two.resolve("29.png"));
  }

  @Test
  public void aDamagedListOfRecentPicturesIsEmpty() throws IOException {
    Path own = Files.createTempDirectory("carezza");
    Files.write(own.resolve("recent.txt"), new byte[] {(byte) 0xff, (byte) 0xfe, 0, 0, 10});
    assertThat(new Recent(own).list()).isEmpty();
  }
}
