package carezza.io;

import carezza.io.format.UnreadableFileException;
import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.AccessDeniedException;
import java.nio.file.AtomicMoveNotSupportedException;
import java.nio.file.DirectoryIteratorException;
import java.nio.file.DirectoryStream;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.PosixFileAttributeView;
import java.time.Duration;
import java.time.Instant;
import java.util.concurrent.atomic.AtomicLong;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Writes a file so that at any moment either the old or the whole new one is there. A file that is
 * replaced keeps its rights, and one that a symbolic link leads to is replaced where it lies. Any
 * number of processes may write the same file: the last one that ends is there, whole.
 */
public final class AtomicFile {
  /** Fills a file that is not yet in its place. */
  @FunctionalInterface
  public interface Filler {
    void fill(Path temporary) throws IOException;
  }

  private static final String NO_SPACE = "No space left";
  private static final String FULL = "the disk is full";

  /** Bytes under which a disk counts as full. */
  private static final long LEAST_SPACE = 64 << 10;

  /** Temporary files say which process they belong to. */
  private static final Pattern PART = Pattern.compile("\\.carezza-(\\d+)-[0-9a-f]+\\.part");

  /** How long nothing was written to what a process that is gone has left behind. */
  private static final Duration LEFT_BEHIND = Duration.ofMinutes(10);

  /** Links that are followed from one to the next. */
  private static final int MOST_LINKS = 40;

  private static final AtomicLong COUNT = new AtomicLong(System.nanoTime());

  private AtomicFile() {}

  /**
   * @throws UnreadableFileException naming the file when the folder is missing, read-only or full
   */
  public static void write(Path file, Filler filler) throws IOException {
    Path target = linked(file.toAbsolutePath());
    Path dir = target.getParent();
    Path temporary = dir.resolve(partName());
    try {
      sweep(dir);
      filler.fill(temporary);
      keepRights(target, temporary);
      force(temporary, StandardOpenOption.WRITE);
      try {
        Files.move(
            temporary, target, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
      } catch (AtomicMoveNotSupportedException e) {
        Files.move(temporary, target, StandardCopyOption.REPLACE_EXISTING);
      }
      forceFolder(dir);
    } catch (NoSuchFileException e) {
      throw new UnreadableFileException(file, "the folder " + dir + " is not there.", e);
    } catch (AccessDeniedException e) {
      throw new UnreadableFileException(file, "the folder " + dir + " cannot be written to.", e);
    } catch (UnreadableFileException e) {
      throw e;
    } catch (IOException e) {
      throw new UnreadableFileException(
          file, "it could not be written: " + reason(e, dir) + ".", e);
    } finally {
      Files.deleteIfExists(temporary);
    }
  }

  private static String partName() {
    long number = COUNT.incrementAndGet();
    return ".carezza-" + ProcessHandle.current().pid() + "-" + Long.toHexString(number) + ".part";
  }

  /** Where a chain of symbolic links ends; the file itself when it is none. */
  private static Path linked(Path file) throws IOException {
    Path at = file;
    for (int i = 0; Files.isSymbolicLink(at); i++) {
      if (i == MOST_LINKS) {
        throw new UnreadableFileException(file, "it is a link that leads in a circle.");
      }
      at = at.resolveSibling(Files.readSymbolicLink(at)).normalize();
    }
    return at;
  }

  /** Deletes what processes that were killed while writing have left in a folder. */
  private static void sweep(Path dir) {
    try (DirectoryStream<Path> parts = Files.newDirectoryStream(dir, ".carezza-*.part")) {
      for (Path p : parts) {
        Matcher m = PART.matcher(p.getFileName().toString());
        if (m.matches() && !isAlive(Long.parseLong(m.group(1))) && isLeftBehind(p)) {
          Files.deleteIfExists(p);
        }
      }
    } catch (IOException | DirectoryIteratorException e) {
      // A folder that cannot be looked through may still be written to.
      return;
    }
  }

  private static boolean isAlive(long pid) {
    return ProcessHandle.of(pid).isPresent();
  }

  /** A process of another machine that shares the folder may still be writing. */
  private static boolean isLeftBehind(Path part) throws IOException {
    Instant touched = Files.getLastModifiedTime(part).toInstant();
    return touched.isBefore(Instant.now().minus(LEFT_BEHIND));
  }

  private static void keepRights(Path old, Path now) {
    PosixFileAttributeView to = Files.getFileAttributeView(now, PosixFileAttributeView.class);
    if (to == null || !Files.exists(old)) {
      return;
    }
    try {
      to.setPermissions(Files.getPosixFilePermissions(old));
    } catch (IOException e) {
      // Some file systems have rights to show and none to set: the content comes first.
      return;
    }
  }

  private static void force(Path p, StandardOpenOption how) throws IOException {
    try (FileChannel c = FileChannel.open(p, how)) {
      c.force(true);
    }
  }

  /** So that the new name outlasts a loss of power; some systems cannot do this with folders. */
  private static void forceFolder(Path dir) {
    try {
      force(dir, StandardOpenOption.READ);
    } catch (IOException e) {
      return;
    }
  }

  /** Why writing failed; writers of pictures hide the file system's own words in causes. */
  private static String reason(IOException e, Path dir) throws IOException {
    String said = e.getMessage();
    for (Throwable t = e; t != null; t = t.getCause()) {
      said = t instanceof FileSystemException f ? f.getReason() : t.getMessage();
      if (said != null && said.contains(NO_SPACE)) {
        return FULL;
      }
    }
    if (Files.getFileStore(dir).getUsableSpace() < LEAST_SPACE) {
      return FULL;
    }
    return said == null ? "the file system refused" : said;
  }
}
