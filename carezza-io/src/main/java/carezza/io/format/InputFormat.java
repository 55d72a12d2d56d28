package carezza.io.format;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.function.Consumer;
import java.util.function.DoubleConsumer;

/** A picture format that can be read. Stateless. */
public interface InputFormat {
  /** Its name. */
  String key();

  /** Extensions of file names, without a point, lower case; the usual one first. */
  List<String> extensions();

  /** Whether a file that begins with these bytes has the format. */
  boolean matches(byte[] head);

  /**
   * Reads a picture.
   *
   * @param file of this format
   * @param progress told shares of 0..1; may throw to stop
   * @param warn told in a sentence of metadata that cannot be used
   * @throws UnreadableFileException with a plain sentence when the file cannot be used
   */
  Decoded read(Path file, DoubleConsumer progress, Consumer<String> warn) throws IOException;

  /**
   * A picture as its file has it.
   *
   * @param image the file's own codes
   * @param profile the embedded ICC profile, empty without one
   * @param turn how it is turned upright
   * @param notes what it says of itself, as of the picture turned upright
   */
  record Decoded(BufferedImage image, byte[] profile, Orientation turn, Notes notes) {
    public Decoded(BufferedImage image, byte[] profile, Orientation turn) {
      this(image, profile, turn, Notes.NONE);
    }
  }
}
