package carezza.job;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import carezza.area.Area;
import carezza.area.Stroke;
import carezza.pass.Heal;
import carezza.pass.Pass;
import carezza.pass.Stage;
import carezza.pass.Tally;
import carezza.pass.clean.Heals;
import carezza.setting.Extra;
import carezza.sheet.Kinds;
import carezza.sheet.RunSheet;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import org.testng.annotations.BeforeMethod;
import org.testng.annotations.Test;

/** Time goes to the step that it led to; a hand that was put down costs nothing. */
public class WorkTest {
  private static final Optional<Stage> CLEAN = Optional.of(Stage.CLEAN);
  private static final Optional<Stage> RELIEF = Optional.of(Stage.RELIEF);
  private static final LocalDate DAY = LocalDate.of(2026, 3, 4);

  private Instant now;
  private WorkClock clock;

  @BeforeMethod
  public void begin() {
    now = Instant.parse("2026-03-04T23:50:00Z");
    clock = new WorkClock(() -> now, ZoneOffset.UTC);
  }

  private void wait(int seconds) {
    now = now.plusSeconds(seconds);
  }

  private static TimeLog.Entry entry(LocalDate day, Optional<Stage> stage, double s, int steps) {
    return new TimeLog.Entry(day, stage, s, steps);
  }

  @Test
  public void timeBetweenSignsOfLifeCountsUnlessItWasAPause() {
    wait(30);
    clock.alive();
    wait((int) WorkClock.PAUSE.toSeconds());
    clock.alive();
    wait((int) WorkClock.PAUSE.toSeconds() + 1);
    clock.alive();
    wait(7);
    TimeLog.Entry e = clock.worked(CLEAN, 1);
    assertThat(e).isEqualTo(entry(DAY, CLEAN, 30 + 120 + 7, 1));
    assertThat(clock.worked(CLEAN, 1).seconds()).as("counted once").isZero();
  }

  @Test
  public void aStepAfterAPauseIsAStepOfNoTime() {
    wait(3600);
    assertThat(clock.worked(RELIEF, 1)).isEqualTo(entry(DAY.plusDays(1), RELIEF, 0, 1));
  }

  @Test
  public void anotherPictureBeginsAnew() {
    wait(60);
    clock.alive();
    clock.begin();
    wait(5);
    assertThat(clock.worked(CLEAN, 1).seconds()).isEqualTo(5);
  }

  /** As when the machine's clock is set, or summer time were to move it. */
  @Test
  public void aClockThatGoesBackTakesNothingAway() {
    wait(20);
    clock.alive();
    now = now.minus(Duration.ofHours(1));
    clock.alive();
    wait(10);
    assertThat(clock.worked(CLEAN, 1).seconds()).isEqualTo(30);
  }

  @Test
  public void aDayHasOneEntryForAStage() {
    TimeLog log =
        TimeLog.EMPTY
            .plus(entry(DAY.plusDays(1), CLEAN, 5, 1))
            .plus(entry(DAY, Optional.empty(), 9, 0))
            .plus(entry(DAY, RELIEF, 60, 2))
            .plus(entry(DAY, CLEAN, 10, 1))
            .plus(entry(DAY, RELIEF, 0, 0))
            .plus(entry(DAY, RELIEF, 30, 1));
    assertThat(log.entries())
        .containsExactly(
            entry(DAY, CLEAN, 10, 1),
            entry(DAY, RELIEF, 90, 3),
            entry(DAY, Optional.empty(), 9, 0),
            entry(DAY.plusDays(1), CLEAN, 5, 1));
    assertThat(log.seconds()).isEqualTo(114);
    assertThat(log.steps()).isEqualTo(5);
    assertThat(log.of(CLEAN).seconds()).isEqualTo(15);
    assertThat(log.days()).containsExactly(DAY, DAY.plusDays(1));
    assertThat(TimeLog.EMPTY.plus(log)).isEqualTo(log);
    assertThat(log.plus(log).steps()).isEqualTo(10);
  }

  @Test
  public void whatCannotBeIsRefused() {
    assertThatThrownBy(() -> entry(DAY, CLEAN, -1, 0)).hasMessageContaining("seconds = -1.0");
    assertThatThrownBy(() -> entry(DAY, CLEAN, Double.NaN, 0)).hasMessageContaining("NaN");
    assertThatThrownBy(() -> entry(DAY, CLEAN, 1, -2)).hasMessageContaining("steps = -2");
    assertThatThrownBy(() -> new Tally("healed", 0)).hasMessageContaining("count = 0");
  }

  private static Heal heal(long id, double share) {
    return new Heal(id, 9 * id, 5, 9 * id, 5, 3, 20, 0, share, Heal.NOW, 0, Extra.NONE);
  }

  @Test
  public void theRecordCountsWhatStands() {
    Pass heals =
        Pass.start(1, Kinds.of("heals"), Area.NONE)
            .with(Heals.HEALS, List.of(heal(1, 1), heal(2, 1), heal(3, 0.5)));
    Stroke s = new Stroke(new Stroke.Brush(true, 6, 3, 1), new int[] {80, 80, 255, 0, 0});
    Pass dodge = Pass.start(2, Kinds.of("dodge"), Area.NONE.with(s).with(s));
    Pass muted = Pass.start(3, Kinds.of("dodge"), Area.NONE.with(s)).withOn(false);
    RunSheet sheet = RunSheet.EMPTY.add(heals).add(dodge).add(muted);
    TimeLog log =
        TimeLog.EMPTY.plus(entry(DAY, CLEAN, 40, 3)).plus(entry(DAY, Optional.empty(), 6, 0));
    WorkRecord r = WorkRecord.of(sheet, log);
    assertThat(r.lines())
        .containsExactly(
            new WorkRecord.Line(
                CLEAN, log.of(CLEAN), 1, List.of(new Tally("healed", 2), new Tally("softened", 1))),
            new WorkRecord.Line(RELIEF, TimeLog.EMPTY, 1, List.of(new Tally("strokes", 2))),
            new WorkRecord.Line(Optional.empty(), log.of(Optional.empty()), 0, List.of()));
    assertThat(r.count("healed")).isEqualTo(2);
    assertThat(r.count("kept")).isZero();
    assertThat(WorkRecord.of(RunSheet.EMPTY, TimeLog.EMPTY).lines()).isEmpty();
  }

  @Test
  public void aStepBelongsToTheStageOfThePassThatItChanged() {
    Pass heals = Pass.start(1, Kinds.of("heals"), Area.NONE);
    Pass dodge = Pass.start(2, Kinds.of("dodge"), Area.NONE);
    Pass burn = Pass.start(3, Kinds.of("burn"), Area.NONE);
    RunSheet one = RunSheet.EMPTY.add(heals);
    RunSheet all = one.add(dodge).add(burn);
    assertThat(WorkRecord.stage(RunSheet.EMPTY, one)).isEqualTo(CLEAN);
    assertThat(WorkRecord.stage(one, all)).isEqualTo(RELIEF);
    assertThat(WorkRecord.stage(all, one)).as("taken away").isEqualTo(RELIEF);
    assertThat(WorkRecord.stage(one, one.change(1, p -> p.withStrength(0.3)))).isEqualTo(CLEAN);
    RunSheet turned = RunSheet.EMPTY.withPasses(List.of(heals, burn, dodge));
    assertThat(WorkRecord.stage(all, turned)).as("moved").isEqualTo(RELIEF);
    assertThat(WorkRecord.stage(one, one.withRegion("skin", Area.WHOLE))).isEmpty();
  }
}
