package carezza.reading;

import java.util.List;
import java.util.function.Function;

/**
 * A reading taken by a function of the inputs.
 *
 * @param key its name
 * @param format how it is written
 * @param needs without which it is not taken
 * @param isUnhurried whether it looks at the whole picture
 * @param isCaused whether passes cause it
 * @param take gives the reading
 */
record Measure(
    String key,
    Format format,
    List<Need> needs,
    boolean isUnhurried,
    boolean isCaused,
    Function<ReadingInputs, Reading> take)
    implements ReadingKind {
  static Measure of(
      String key, Format format, Function<ReadingInputs, Reading> take, Need... needs) {
    return new Measure(key, format, List.of(needs), false, true, take);
  }

  /** One of several that are found together. */
  static Measure among(
      String key, Format format, Function<ReadingInputs, List<Reading>> all, Need... needs) {
    return of(key, format, in -> named(all.apply(in), key), needs);
  }

  private static Reading named(List<Reading> all, String key) {
    return all.stream()
        .filter(r -> r.name().equals(key))
        .findFirst()
        .orElseThrow(() -> new IllegalStateException("there is no " + key + " among " + all));
  }

  Measure unhurried() {
    return new Measure(key, format, needs, true, isCaused, take);
  }

  /** Reported, never a caution: no pass causes it. */
  Measure reported() {
    return new Measure(key, format, needs, isUnhurried, false, take);
  }

  @Override
  public Reading of(ReadingInputs in) {
    return take.apply(in);
  }
}
