package carezza.io;

/**
 * How a picture is to be written.
 *
 * @param format file format
 * @param depth 8 or 16 bits; JPEG is always 8
 * @param toSrgb convert to sRGB instead of keeping the source's own profile
 * @param quality JPEG quality 0.5 to 1
 */
public record ExportSettings(PictureFormat format, int depth, boolean toSrgb, double quality) {
  public static final double JPEG_QUALITY = 0.95;

  public ExportSettings {
    if (depth != 8 && depth != 16) {
      throw new IllegalArgumentException("depth = " + depth + ", must be 8 or 16");
    }
    if (format == PictureFormat.JPEG && depth != 8) {
      throw new IllegalArgumentException("depth = 16, but JPEG holds 8 bits");
    }
    if (!(quality >= 0.5 && quality <= 1)) {
      throw new IllegalArgumentException("quality = " + quality + ", must be in [0.5, 1]");
    }
  }

  /** The usual: the source's own profile and depth; JPEG in sRGB. */
  public static ExportSettings usual(PictureFormat format, PictureFile source) {
    boolean jpeg = format == PictureFormat.JPEG;
    return new ExportSettings(format, jpeg ? 8 : source.picture().depth(), jpeg, JPEG_QUALITY);
  }
}
