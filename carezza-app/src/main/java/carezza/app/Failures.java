package carezza.app;

import carezza.io.format.UnreadableFileException;
import java.io.IOException;
import java.nio.file.AccessDeniedException;
import java.nio.file.FileSystemException;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.Optional;
import java.util.function.Consumer;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Makes of whatever went wrong, errors of the virtual machine among them, one sentence for the user
 * that says what failed, with which file and what to do, and an entry of the log. Thread-safe.
 */
public final class Failures {
  private static final Logger LOG = LoggerFactory.getLogger(Failures.class);

  /** Most causes that are looked at. */
  private static final int DEPTH = 20;

  /** What failed; {@code failure.name} in the word bundle. */
  public enum What {
    DRAW,
    READINGS,
    FIND,
    FACES,
    OPEN,
    EXPORT,
    SAVE,
    STEP,
    OTHER
  }

  private final Consumer<String> say;
  private final Runnable makeRoom;

  /**
   * @param say shows a sentence; called on any thread
   * @param makeRoom lets go of what can be computed again, when the memory is full
   */
  Failures(Consumer<String> say, Runnable makeRoom) {
    this.say = say;
    this.makeRoom = makeRoom;
  }

  /**
   * @param file that it failed with; empty for none
   */
  void tell(What what, String file, Throwable thrown) {
    if (find(OutOfMemoryError.class, thrown).isPresent()) {
      makeRoom.run();
    }
    LOG.error("{} of {} failed", BenchModel.key(what), file, thrown);
    say.accept(sentence(what, file, thrown));
  }

  static String sentence(What what, String file, Throwable thrown) {
    Optional<UnreadableFileException> said = find(UnreadableFileException.class, thrown);
    if (said.isPresent()) {
      return said.get().getMessage();
    }
    String begin =
        Words.of(
            "failure." + BenchModel.key(what), file.isEmpty() ? Words.of("failure.noFile") : file);
    if (find(OutOfMemoryError.class, thrown).isPresent()) {
      return Words.of("failure.memory", begin);
    }
    if (find(StackOverflowError.class, thrown).isPresent()) {
      return Words.of("failure.deep", begin);
    }
    return find(IOException.class, thrown)
        .map(
            e ->
                Words.of(
                    what == What.STEP ? "failure.unrecorded" : "failure.reason", begin, reason(e)))
        .orElseGet(() -> Words.of("failure.fault", begin, LogFile.NAME));
  }

  /** Why a file could not be used, in words: the system's own message may be a bare path. */
  private static String reason(IOException e) {
    if (e instanceof NoSuchFileException) {
      return Words.of("failure.gone");
    }
    if (e instanceof AccessDeniedException) {
      return Words.of("failure.rights");
    }
    String said = e instanceof FileSystemException f ? f.getReason() : e.getMessage();
    boolean words = said != null && said.strip().contains(" ") && !said.contains("Exception");
    return words ? clause(said.strip()) : Words.of("failure.refused");
  }

  /** A sentence as the end of another. */
  private static String clause(String s) {
    return Character.toLowerCase(s.charAt(0)) + s.substring(1).replaceFirst("\\.$", "");
  }

  private static <T extends Throwable> Optional<T> find(Class<T> type, Throwable thrown) {
    Throwable t = thrown;
    for (int i = 0; t != null && i < DEPTH; i++) {
      if (type.isInstance(t)) {
        return Optional.of(type.cast(t));
      }
      t = t.getCause();
    }
    return Optional.empty();
  }

  /** Name of a file for a sentence. */
  public static String name(Path file) {
    return file.getFileName() == null ? file.toString() : file.getFileName().toString();
  }
}
