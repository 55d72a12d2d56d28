package carezza.io;

import carezza.io.format.UnreadableFileException;
import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.AccessDeniedException;
import java.nio.file.AtomicMoveNotSupportedException;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;

/** Writes a file so that at any moment either the old or the whole new one is there. */
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

  private AtomicFile() {}

  /**
   * @throws UnreadableFileException naming the file when the folder is missing, read-only or full
   */
  public static void write(Path file, Filler filler) throws IOException {
    Path dir = file.toAbsolutePath().getParent();
    Path temporary = dir.resolve("." + file.getFileName() + ".part");
    try {
      filler.fill(temporary);
      try (FileChannel c = FileChannel.open(temporary, StandardOpenOption.WRITE)) {
        c.force(true);
      }
      try {
        Files.move(
            temporary, file, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
      } catch (AtomicMoveNotSupportedException e) {
        Files.move(temporary, file, StandardCopyOption.REPLACE_EXISTING);
      }
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
