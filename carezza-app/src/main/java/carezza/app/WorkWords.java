package carezza.app;

import carezza.job.WorkRecord;
import carezza.pass.Stage;
import carezza.pass.Tally;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;

/** The record of work in words. */
public final class WorkWords {
  private static final int MINUTE = 60;
  private static final DateTimeFormatter DAY =
      DateTimeFormatter.ofPattern("d MMM yyyy", Locale.ENGLISH);

  private WorkWords() {}

  /** A time in hours and minutes; empty for none. */
  public static String time(double seconds) {
    if (seconds <= 0) {
      return "";
    }
    long minutes = Math.round(seconds / MINUTE);
    return minutes == 0
        ? Words.of("worked.short")
        : Words.of(
            minutes < MINUTE ? "worked.minutes" : "worked.hours",
            minutes / MINUTE,
            minutes % MINUTE);
  }

  /** A number of steps; empty for none. */
  public static String steps(int n) {
    return n == 0 ? "" : String.valueOf(n);
  }

  public static String stage(Optional<Stage> s) {
    return s.map(x -> Words.of("stage." + BenchModel.key(x))).orElse(Words.of("worked.noStage"));
  }

  /** What a stage has: things that can be counted, else its passes. */
  public static String has(WorkRecord.Line l) {
    return l.tallies().isEmpty() && l.passes() > 0
        ? Words.of("worked.passes", l.passes())
        : tallies(l.tallies());
  }

  /** Of a whole picture: what was done to marks. */
  public static String marks(WorkRecord r) {
    return tallies(
        r.lines().stream()
            .filter(l -> l.stage().equals(Optional.of(Stage.CLEAN)))
            .flatMap(l -> l.tallies().stream())
            .toList());
  }

  private static String tallies(List<Tally> all) {
    return all.stream().map(WorkWords::of).collect(Collectors.joining(", "));
  }

  /** A kind from elsewhere may count what has no word here. */
  private static String of(Tally t) {
    String word = "tally." + t.what();
    return Words.has(word) ? Words.of(word, t.count()) : t.count() + " " + t.what();
  }

  /** The days of some work: the one, or how many from when to when. */
  public static String days(List<LocalDate> days) {
    if (days.isEmpty()) {
      return "";
    }
    String last = DAY.format(days.get(days.size() - 1));
    return days.size() == 1
        ? last
        : Words.of("worked.days", days.size(), DAY.format(days.get(0)), last);
  }
}
