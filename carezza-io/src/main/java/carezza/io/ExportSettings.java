package carezza.io;

import carezza.io.format.OutputFormat;
import java.util.stream.Collectors;

/**
 * How a picture is to be written.
 *
 * @param format file format
 * @param depth bits a sample, of those that the format can hold
 * @param toSrgb convert to sRGB instead of keeping the source's own profile
 * @param quality 0.5 to 1, where the format loses something
 */
public record ExportSettings(OutputFormat format, int depth, boolean toSrgb, double quality) {
  public static final double QUALITY = 0.95;

  public ExportSettings {
    if (!format.depths().contains(depth)) {
      throw new IllegalArgumentException(
          "depth = "
              + depth
              + ", but "
              + format.key()
              + " holds "
              + format.depths().stream().map(String::valueOf).collect(Collectors.joining(" or "))
              + " bits");
    }
    if (!(quality >= 0.5 && quality <= 1)) {
      throw new IllegalArgumentException("quality = " + quality + ", must be in [0.5, 1]");
    }
  }

  /** The usual: the source's own profile and depth, as far as the format goes. */
  public static ExportSettings usual(OutputFormat format, PictureFile source) {
    int own = source.picture().depth();
    int depth = format.depths().contains(own) ? own : format.depths().get(0);
    return new ExportSettings(format, depth, format.isUsuallySrgb(), QUALITY);
  }
}
