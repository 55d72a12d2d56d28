package carezza.io;

import carezza.job.TimeLog;
import carezza.sheet.RunSheet;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.function.Consumer;

/**
 * Writes a journal on a thread of its own, step after step in their order, and saves the document
 * in its turn. What was appended is on the disk within a fifth of a second, and whenever {@link
 * #flush} returns. Thread-safe.
 */
public final class JournalWriter implements AutoCloseable {
  private static final long FORCE_MS = 100;

  private final Journal journal;
  private final Consumer<Throwable> failed;
  private final ScheduledExecutorService thread =
      Executors.newSingleThreadScheduledExecutor(
          r -> {
            Thread t = new Thread(r, "journal");
            t.setDaemon(true);
            return t;
          });

  /** On the writer's thread: whether the disk was already asked to take what was appended. */
  private boolean forceAsked;

  /**
   * @param failed told, on the writer's thread, when a step could not be written; the next one that
   *     can be takes it with it
   */
  public JournalWriter(Journal journal, Consumer<Throwable> failed) {
    this.journal = journal;
    this.failed = failed;
  }

  /** Something that may fail. */
  @FunctionalInterface
  private interface Work<T> {
    T run() throws IOException;
  }

  /** Has the step to a sheet written, of which no time is known; returns at once. */
  public void append(RunSheet now) {
    append(now, TimeLog.EMPTY);
  }

  /** Has the step to a sheet written, with what was worked for it; returns at once. */
  public void append(RunSheet now, TimeLog worked) {
    thread.execute(
        () ->
            orSay(
                () -> {
                  journal.append(now, worked);
                  if (!forceAsked) {
                    forceAsked = true;
                    thread.schedule(() -> orSay(this::force), FORCE_MS, TimeUnit.MILLISECONDS);
                  }
                  return null;
                }));
  }

  private Void force() throws IOException {
    forceAsked = false;
    journal.force();
    return null;
  }

  private void orSay(Work<Void> work) {
    try {
      work.run();
    } catch (Throwable e) {
      failed.accept(e);
    }
  }

  /** Waits until all that was appended is on the disk. */
  public void flush() throws IOException {
    inTurn(this::force);
  }

  /**
   * Saves a document after all steps so far; the journal begins anew.
   *
   * @return where a document that another program had put in its place was set aside
   */
  public Optional<Path> save(DocumentStore store, Document d) throws IOException {
    return inTurn(
        () -> {
          sayThatItIsSaved(d);
          Optional<Path> aside = store.save(d);
          journal.clear(d.sheet());
          return aside;
        });
  }

  /** What cannot be recorded can still be saved, and then most of all. */
  private void sayThatItIsSaved(Document d) {
    try {
      journal.saving(d.sheet());
      journal.force();
    } catch (IOException e) {
      failed.accept(e);
    }
  }

  /** Drops the steps since the last save. */
  public void drop() throws IOException {
    inTurn(
        () -> {
          journal.drop();
          return null;
        });
  }

  private <T> T inTurn(Work<T> work) throws IOException {
    try {
      return thread.submit(work::run).get();
    } catch (ExecutionException e) {
      if (e.getCause() instanceof IOException io) {
        throw io;
      }
      throw new IOException(e.getCause().getMessage(), e.getCause());
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new IOException("the writing was interrupted", e);
    }
  }

  /** Ends the thread after what it still has to write. */
  @Override
  public void close() {
    thread.shutdown();
    try {
      thread.awaitTermination(5, TimeUnit.SECONDS);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }
}
