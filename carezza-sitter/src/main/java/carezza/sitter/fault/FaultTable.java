package carezza.sitter.fault;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/** Counts what came of trials; failures are kept with the seed that makes them again. */
public final class FaultTable {
  /** What can come of a trial without anything being wrong. */
  public enum Outcome {
    /** It is read, as whatever the damaged file says. */
    READ,
    /** It is refused in a sentence that names the file. */
    REFUSED,
    /** Damaged or cut off, and everything before that place is there. */
    RECOVERED,
    /** The old or the whole new one is there. */
    WHOLE
  }

  private final Map<String, int[]> counts = new TreeMap<>();
  private final List<String> failures = new ArrayList<>();

  synchronized void add(String what, Outcome o) {
    counts.computeIfAbsent(what, k -> new int[Outcome.values().length])[o.ordinal()]++;
  }

  synchronized void fail(String what, long seed, String how) {
    counts.computeIfAbsent(what, k -> new int[Outcome.values().length]);
    failures.add(what + ", seed " + seed + ": " + how);
  }

  /** With where in the program something was thrown that should not be. */
  void fail(String what, long seed, String how, Throwable thrown) {
    StackTraceElement[] at = thrown.getStackTrace();
    String where = at.length == 0 ? "" : " at " + List.of(at).subList(0, Math.min(4, at.length));
    fail(what, seed, how + thrown + where);
  }

  /** What was done, the seed and what was wrong; empty when nothing was. */
  public synchronized List<String> failures() {
    return List.copyOf(failures);
  }

  /** How many trials of a kind had an outcome. */
  public synchronized int count(String what, Outcome o) {
    int[] n = counts.get(what);
    return n == null ? 0 : n[o.ordinal()];
  }

  @Override
  public synchronized String toString() {
    StringBuilder out = new StringBuilder();
    out.append(String.format("%-26s", "trials"));
    for (Outcome o : Outcome.values()) {
      out.append(String.format("%11s", o.name().toLowerCase(java.util.Locale.ROOT)));
    }
    out.append(String.format("%11s%n", "failed"));
    counts.forEach(
        (what, n) -> {
          out.append(String.format("%-26s", what));
          for (int i : n) {
            out.append(String.format("%11d", i));
          }
          long bad = failures.stream().filter(f -> f.startsWith(what + ", ")).count();
          out.append(String.format("%11d%n", bad));
        });
    failures.forEach(f -> out.append(f).append(System.lineSeparator()));
    return out.toString();
  }
}
