package carezza.job;

import carezza.pass.Pass;
import carezza.pass.Stage;
import carezza.pass.Tally;
import carezza.sheet.RunSheet;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What stands on a run sheet and what was worked for it, stage by stage.
 *
 * @param lines of each stage that has a pass or was worked on, in their order; what belongs to no
 *     stage last
 * @param log what was worked in all
 */
public record WorkRecord(List<Line> lines, TimeLog log) {
  public WorkRecord {
    lines = List.copyOf(lines);
  }

  /**
   * @param stage empty for what belongs to none
   * @param worked for it, on all days
   * @param passes that it has and that are on
   * @param tallies of those passes; of one thing in several passes the sum
   */
  public record Line(Optional<Stage> stage, TimeLog worked, int passes, List<Tally> tallies) {
    public Line {
      tallies = List.copyOf(tallies);
    }
  }

  public static WorkRecord of(RunSheet sheet, TimeLog log) {
    List<Line> lines = new ArrayList<>();
    for (Stage s : Stage.values()) {
      add(lines, line(sheet, log, s));
    }
    add(lines, new Line(Optional.empty(), log.of(Optional.empty()), 0, List.of()));
    return new WorkRecord(lines, log);
  }

  private static void add(List<Line> lines, Line l) {
    if (l.passes() > 0 || !l.worked().isEmpty()) {
      lines.add(l);
    }
  }

  private static Line line(RunSheet sheet, TimeLog log, Stage s) {
    List<Pass> own = sheet.passes().stream().filter(p -> p.on() && p.kind().stage() == s).toList();
    Map<String, Integer> sums = new LinkedHashMap<>();
    for (Pass p : own) {
      p.kind().tallies(p).forEach(t -> sums.merge(t.what(), t.count(), Integer::sum));
    }
    List<Tally> tallies = new ArrayList<>();
    sums.forEach((what, n) -> tallies.add(new Tally(what, n)));
    return new Line(Optional.of(s), log.of(Optional.of(s)), own.size(), tallies);
  }

  /** How many of something there are on the whole sheet. */
  public int count(String what) {
    return lines.stream()
        .flatMap(l -> l.tallies().stream())
        .filter(t -> t.what().equals(what))
        .mapToInt(Tally::count)
        .sum();
  }

  /** The stage that a step from one sheet to the next was for; empty when it was for none. */
  public static Optional<Stage> stage(RunSheet was, RunSheet now) {
    return changed(was, now).or(() -> changed(now, was)).map(p -> p.kind().stage());
  }

  /** The first pass that the other sheet does not have as it is here, or has elsewhere. */
  private static Optional<Pass> changed(RunSheet other, RunSheet here) {
    return here.passes().stream()
        .filter(p -> !other.pass(p.id()).equals(Optional.of(p)))
        .findFirst()
        .or(
            () ->
                here.passes().stream()
                    .filter(p -> other.indexOf(p.id()) != here.indexOf(p.id()))
                    .findFirst());
  }
}
