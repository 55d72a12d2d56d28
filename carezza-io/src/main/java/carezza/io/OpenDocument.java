package carezza.io;

import carezza.job.TimeLog;
import carezza.sheet.RunSheet;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;

/**
 * A document that is being worked on: loaded with what an earlier sitting left unsaved, recorded
 * step by step, saved, and left. While another process has it open nothing is recorded, and it can
 * be saved only once that one is gone. Used by one thread, but for {@link #isChangedOutside}.
 */
public final class OpenDocument implements AutoCloseable {
  private final DocumentStore store;
  private final Document document;
  private final RunSheet start;
  private final Consumer<Throwable> failed;
  private final List<String> warnings = new ArrayList<>();
  private Optional<DocumentLock> lock;
  private Optional<JournalWriter> journal = Optional.empty();
  private RunSheet saved;
  private TimeLog log;

  private OpenDocument(DocumentStore store, boolean afresh, Consumer<Throwable> failed)
      throws IOException {
    this.store = store;
    this.failed = failed;
    lock = DocumentLock.take(store.file());
    try {
      document = store.load();
      RunSheet begin = document.sheet();
      log = document.log();
      if (lock.isPresent()) {
        Journal own =
            afresh
                ? Journal.empty(store.journalFile(), begin)
                : store.journal(begin, warnings::add);
        begin = own.last();
        log = log.plus(own.worked());
        journal = Optional.of(new JournalWriter(own, failed));
      }
      start = begin;
      saved = isRecovered() ? document.sheet() : start;
    } catch (IOException | RuntimeException e) {
      close();
      throw e;
    }
  }

  /**
   * @param afresh whether what an earlier sitting left unsaved is left alone
   * @param failed told, on another thread, when a step could not be recorded
   */
  public static OpenDocument open(DocumentStore store, boolean afresh, Consumer<Throwable> failed)
      throws IOException {
    return new OpenDocument(store, afresh, failed);
  }

  public DocumentStore store() {
    return store;
  }

  /** The sheet to begin with. */
  public RunSheet start() {
    return start;
  }

  /** The sheet as it was saved last; the one it began with when nothing was changed since. */
  public RunSheet saved() {
    return saved;
  }

  /** What was worked on the picture so far, as far as it is known here. */
  public TimeLog log() {
    return log;
  }

  /** Whether it holds work of an earlier sitting that was not saved. */
  public boolean isRecovered() {
    return !start.equals(document.sheet());
  }

  /** Whether another process has it open. */
  public boolean isElsewhere() {
    return lock.isEmpty();
  }

  /** Sentences about what could not be used, and where it was put. */
  public List<String> warnings() {
    return List.copyOf(warnings);
  }

  /** Records the step to a sheet, of which no time is known; returns at once. */
  public void append(RunSheet now) {
    append(now, TimeLog.EMPTY);
  }

  /** Records the step to a sheet and what was worked for it; returns at once. */
  public void append(RunSheet now, TimeLog worked) {
    log = log.plus(worked);
    journal.ifPresent(j -> j.append(now, worked));
  }

  /** Counts what was worked and came to no step; it is kept with the next save. */
  public void count(TimeLog worked) {
    log = log.plus(worked);
  }

  /** Waits until all that was recorded is on the disk. */
  public void flush() throws IOException {
    if (journal.isPresent()) {
      journal.get().flush();
    }
  }

  /**
   * What came of a save.
   *
   * @param saved false when another process still has the document open
   * @param aside where a document that another program had put in its place was set aside
   * @param warnings sentences about what could not be used
   */
  public record Outcome(boolean saved, Optional<Path> aside, List<String> warnings) {}

  public Outcome save(RunSheet now) throws IOException {
    List<String> said = new ArrayList<>();
    if (lock.isEmpty()) {
      lock = DocumentLock.take(store.file());
      if (lock.isEmpty()) {
        return new Outcome(false, Optional.empty(), said);
      }
    }
    Document next = document.with(now, log);
    Optional<Path> aside;
    if (journal.isPresent()) {
      aside = journal.get().save(store, next);
    } else {
      aside = store.save(next);
      journal = Optional.of(new JournalWriter(store.journal(now, said::add), failed));
    }
    saved = now;
    return new Outcome(true, aside, said);
  }

  /** Whether another program has changed it since it was loaded or saved. */
  public boolean isChangedOutside() throws IOException {
    return store.isChangedOutside();
  }

  /** Drops the steps since the last save from the record. */
  public void drop() throws IOException {
    if (journal.isPresent()) {
      journal.get().drop();
    }
  }

  /** Ends the recording when all is on the disk, and lets others have it; may be called again. */
  @Override
  public void close() throws IOException {
    try {
      flush();
    } finally {
      journal.ifPresent(JournalWriter::close);
      journal = Optional.empty();
      if (lock.isPresent()) {
        lock.get().close();
      }
    }
  }
}
