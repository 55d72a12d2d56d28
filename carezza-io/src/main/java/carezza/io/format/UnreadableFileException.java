package carezza.io.format;

import java.io.IOException;
import java.nio.file.Path;

/** A file that cannot be used, with the reason as a plain sentence that names the file. */
public final class UnreadableFileException extends IOException {
  private static final long serialVersionUID = 1L;

  public UnreadableFileException(Path file, String reason) {
    super(file.getFileName() + ": " + reason);
  }

  public UnreadableFileException(Path file, String reason, Throwable cause) {
    super(file.getFileName() + ": " + reason, cause);
  }
}
