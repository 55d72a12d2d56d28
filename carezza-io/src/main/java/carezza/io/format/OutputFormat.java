package carezza.io.format;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/** A picture format that can be written. Stateless. */
public interface OutputFormat {
  /** Its name, as it is shown. */
  String key();

  /** Extensions of file names, without a point, lower case; the usual one first. */
  List<String> extensions();

  /** Bits a sample that it can hold, of 8 and 16. */
  List<Integer> depths();

  /** Whether it can hold transparency. */
  boolean hasAlpha();

  /** Whether it is written in sRGB unless told otherwise. */
  default boolean isUsuallySrgb() {
    return false;
  }

  /** How much of what is written comes back when it is read. */
  default ReadBack.Bound bound() {
    return ReadBack.Bound.EXACT;
  }

  /** The same format written in another way, for pictures that do not come back from this one. */
  default Optional<OutputFormat> otherwise() {
    return Optional.empty();
  }

  /** Reads a file of this format, by the registered reader of its signature. */
  default BufferedImage decode(Path file) throws IOException {
    return ReadBack.decode(file);
  }

  /**
   * Writes codes to a new file.
   *
   * @param quality 0.5 to 1, where the format loses something
   * @param profile ICC profile to embed
   * @param notes what is to be said of it, as far as the format can
   */
  void write(BufferedImage image, double quality, byte[] profile, Notes notes, Path out)
      throws IOException;

  /** Writes codes without notes. */
  default void write(BufferedImage image, double quality, byte[] profile, Path out)
      throws IOException {
    write(image, quality, profile, Notes.NONE, out);
  }
}
