package carezza.io;

import carezza.color.ColorEncoding;
import carezza.image.SourcePicture;
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
 */
public record PictureFile(
    Path path,
    SourcePicture picture,
    ColorEncoding encoding,
    byte[] profile,
    List<String> warnings) {}
