package carezza.job;

import carezza.pass.Stage;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Optional;

/**
 * Tells how long somebody really worked. It is told of every sign of life, a hand that moves or a
 * key, and counts the time between two of them if it is short; a longer one was a pause and counts
 * nothing. What was counted goes to the step that comes of it. Not thread-safe.
 */
public final class WorkClock {
  /** A hand that rests longer than this was put down: looking at a picture rarely takes longer. */
  public static final Duration PAUSE = Duration.ofMinutes(2);

  private final InstantSource clock;
  private final ZoneId zone;
  private Instant last;
  private Duration counted = Duration.ZERO;

  /**
   * @param zone in which a day ends at midnight
   */
  public WorkClock(InstantSource clock, ZoneId zone) {
    this.clock = clock;
    this.zone = zone;
    begin();
  }

  /** Begins with another picture: what was counted and came to nothing is forgotten. */
  public void begin() {
    last = clock.instant();
    counted = Duration.ZERO;
  }

  /** A sign of life. */
  public void alive() {
    Instant now = clock.instant();
    Duration gap = Duration.between(last, now);
    if (!gap.isNegative() && gap.compareTo(PAUSE) <= 0) {
      counted = counted.plus(gap);
    }
    last = now;
  }

  /**
   * What was worked since the last step.
   *
   * @param stage that it was for
   * @param steps that came of it
   */
  public TimeLog.Entry worked(Optional<Stage> stage, int steps) {
    alive();
    double seconds = counted.toMillis() / 1000.0;
    counted = Duration.ZERO;
    return new TimeLog.Entry(LocalDate.ofInstant(last, zone), stage, seconds, steps);
  }
}
