package carezza.io;

import carezza.color.ColorEncoding;
import carezza.image.SourcePicture;
import carezza.io.format.Notes;
import java.nio.file.Path;
import java.util.List;

/**
 * A picture as it was read.
 *
 * @param path the file
 * @param picture its codes, turned upright
 * @param encoding how the codes stand for light
 * @param profile the embedded ICC profile's own bytes, empty when there was none usable
 * @param warnings sentences about metadata that could not be used
 * @param notes what the file says of itself, kept for what is written of it
 */
public record PictureFile(
    Path path,
    SourcePicture picture,
    ColorEncoding encoding,
    byte[] profile,
    List<String> warnings,
    Notes notes) {
  /** A picture without notes. */
  public PictureFile(
      Path path,
      SourcePicture picture,
      ColorEncoding encoding,
      byte[] profile,
      List<String> warnings) {
    this(path, picture, encoding, profile, warnings, Notes.NONE);
  }
}
