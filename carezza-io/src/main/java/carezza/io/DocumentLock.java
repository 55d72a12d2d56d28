package carezza.io;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ThreadLocalRandom;

/**
 * Says that a document is open, so that a second process leaves it alone: a lock of the operating
 * system on a small hidden file beside it, which ends with the process whatever becomes of it.
 * Within one process a document may be open several times. Thread-safe.
 */
public final class DocumentLock implements AutoCloseable {
  /** A lock and how often it is held in this process. */
  private static final class Held {
    final Path file;
    final FileChannel channel;
    int times = 1;

    Held(Path file, FileChannel channel) {
      this.file = file;
      this.channel = channel;
    }
  }

  private static final int MOST_TRIES = 20;
  private static final int MOST_BYTES = 4096;

  /** Locks of this process, by their files; accessed under its own monitor. */
  private static final Map<Path, Held> HELD = new HashMap<>();

  private Held held;

  private DocumentLock(Held held) {
    this.held = held;
  }

  /**
   * Takes the lock of a document.
   *
   * @return empty when another process has it open
   */
  public static Optional<DocumentLock> take(Path document) throws IOException {
    Path near = document.toAbsolutePath().normalize();
    Path file = near.resolveSibling(FileNames.fitting("." + near.getFileName(), ".lock"));
    synchronized (HELD) {
      Held own = HELD.get(file);
      if (own != null) {
        own.times++;
        return Optional.of(new DocumentLock(own));
      }
      Optional<FileChannel> channel = open(file);
      return channel.map(
          c -> {
            Held now = new Held(file, c);
            HELD.put(file, now);
            return new DocumentLock(now);
          });
    }
  }

  // A process that lets go deletes the file. One that has opened it just before then holds a lock
  // on a file that is no longer there, and tries again.
  private static Optional<FileChannel> open(Path file) throws IOException {
    for (int i = 0; i < MOST_TRIES; i++) {
      FileChannel c = FileChannel.open(file, StandardOpenOption.CREATE, StandardOpenOption.WRITE);
      try {
        FileLock lock = c.tryLock();
        if (lock != null && isUnderItsName(c, file)) {
          return Optional.of(c);
        }
        c.close();
        if (lock == null) {
          return Optional.empty();
        }
      } catch (IOException e) {
        // A file system without locks, or a full disk, is no reason not to open a picture.
        return Optional.of(c);
      }
    }
    return Optional.empty();
  }

  /**
   * Gives a file a length of its own and looks whether the one under its name has it. It must not
   * be opened a second time, as closing that would let go of the lock.
   */
  private static boolean isUnderItsName(FileChannel c, Path file) throws IOException {
    int length = 1 + ThreadLocalRandom.current().nextInt(MOST_BYTES);
    c.truncate(0);
    c.write(ByteBuffer.allocate(length), 0);
    return Files.exists(file) && Files.size(file) == length;
  }

  /** Lets go; may be called again. */
  @Override
  public void close() throws IOException {
    synchronized (HELD) {
      if (held != null && --held.times == 0) {
        HELD.remove(held.file);
        try {
          Files.deleteIfExists(held.file);
        } finally {
          held.channel.close();
        }
      }
      held = null;
    }
  }
}
