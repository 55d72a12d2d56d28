package carezza.job;

import carezza.pass.Stage;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * The time worked on one picture and the steps made, by day and stage. Immutable.
 *
 * @param entries one a day and stage, by day, then in the order of the stages, what belongs to none
 *     last
 */
public record TimeLog(List<Entry> entries) {
  public static final TimeLog EMPTY = new TimeLog(List.of());

  private static final Comparator<Entry> ORDER =
      Comparator.comparing(Entry::day)
          .thenComparing(e -> e.stage().map(Stage::ordinal).orElse(Integer.MAX_VALUE));

  public TimeLog {
    entries = List.copyOf(entries);
  }

  /**
   * What was done on one day for one stage.
   *
   * @param stage empty for what belongs to none: faces, regions, looking
   * @param seconds worked, 0 or more
   * @param steps made, 0 or more; going back to an earlier one is none
   */
  public record Entry(LocalDate day, Optional<Stage> stage, double seconds, int steps) {
    /**
     * @throws IllegalArgumentException when time or steps are negative or not finite
     */
    public Entry {
      if (!(seconds >= 0 && seconds < Double.POSITIVE_INFINITY)) {
        throw new IllegalArgumentException("seconds = " + seconds + ", must be 0 or more");
      }
      if (steps < 0) {
        throw new IllegalArgumentException("steps = " + steps + ", must be 0 or more");
      }
    }

    private boolean isBeside(Entry e) {
      return day.equals(e.day) && stage.equals(e.stage);
    }

    private Entry plus(Entry e) {
      return new Entry(day, stage, seconds + e.seconds, steps + e.steps);
    }
  }

  public boolean isEmpty() {
    return entries.isEmpty();
  }

  /** This with what was done besides; an entry of no time and no steps adds nothing. */
  public TimeLog plus(Entry more) {
    if (more.seconds() == 0 && more.steps() == 0) {
      return this;
    }
    List<Entry> out = new ArrayList<>();
    Entry sum = more;
    for (Entry e : entries) {
      if (e.isBeside(more)) {
        sum = e.plus(more);
      } else {
        out.add(e);
      }
    }
    out.add(sum);
    out.sort(ORDER);
    return new TimeLog(out);
  }

  /** This with all that another has. */
  public TimeLog plus(TimeLog more) {
    TimeLog out = this;
    for (Entry e : more.entries) {
      out = out.plus(e);
    }
    return out;
  }

  /** Seconds worked in all. */
  public double seconds() {
    return entries.stream().mapToDouble(Entry::seconds).sum();
  }

  /** Steps made in all. */
  public int steps() {
    return entries.stream().mapToInt(Entry::steps).sum();
  }

  /** The days on which it was worked on, the first one first. */
  public List<LocalDate> days() {
    return entries.stream().map(Entry::day).distinct().toList();
  }

  /** What was done for a stage, on all days. */
  public TimeLog of(Optional<Stage> stage) {
    return new TimeLog(entries.stream().filter(e -> e.stage().equals(stage)).toList());
  }
}
