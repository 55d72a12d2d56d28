package carezza.io;

import java.nio.file.Path;
import java.util.Locale;
import java.util.Optional;

/** The picture formats read and written. */
public enum PictureFormat {
  JPEG,
  PNG,
  TIFF;

  /** The format that a file name's extension asks for. */
  public static Optional<PictureFormat> ofName(Path file) {
    String n = file.getFileName().toString().toLowerCase(Locale.ROOT);
    if (n.endsWith(".jpg") || n.endsWith(".jpeg")) {
      return Optional.of(JPEG);
    }
    if (n.endsWith(".png")) {
      return Optional.of(PNG);
    }
    return n.endsWith(".tif") || n.endsWith(".tiff") ? Optional.of(TIFF) : Optional.empty();
  }

  /** The format whose signature the first bytes have. */
  static Optional<PictureFormat> ofSignature(byte[] b) {
    if (b.length >= 3 && u(b[0]) == 0xff && u(b[1]) == 0xd8 && u(b[2]) == 0xff) {
      return Optional.of(JPEG);
    }
    if (b.length >= 8 && u(b[0]) == 0x89 && b[1] == 'P' && b[2] == 'N' && b[3] == 'G') {
      return Optional.of(PNG);
    }
    boolean little = b.length >= 4 && b[0] == 'I' && b[1] == 'I' && b[2] == 42 && b[3] == 0;
    boolean big = b.length >= 4 && b[0] == 'M' && b[1] == 'M' && b[2] == 0 && b[3] == 42;
    return little || big ? Optional.of(TIFF) : Optional.empty();
  }

  private static int u(byte b) {
    return b & 0xff;
  }
}
