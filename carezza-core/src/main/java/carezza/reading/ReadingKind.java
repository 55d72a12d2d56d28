package carezza.reading;

import java.util.List;

/**
 * A reading as it is declared: its name, how it is written, what it needs, how it is taken. Its
 * band is in {@code bands.properties}. Stateless.
 */
public interface ReadingKind {
  /** Name in the word bundle, the bands and the output of {@code measure}. */
  String key();

  Format format();

  /** Without these it is not taken, and says the reason of the first that is missing. */
  default List<Need> needs() {
    return List.of();
  }

  /** Whether it looks at the whole picture: nobody waits for it. */
  default boolean isUnhurried() {
    return false;
  }

  /** Whether passes cause it, so that it has a sentence when it leaves its band. */
  default boolean isCaused() {
    return true;
  }

  /** The reading, or why it cannot be had; never null. */
  Reading of(ReadingInputs in);
}
