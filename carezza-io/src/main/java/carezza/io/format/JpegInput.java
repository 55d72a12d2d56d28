package carezza.io.format;

import com.drew.imaging.ImageMetadataReader;
import com.drew.imaging.ImageProcessingException;
import com.drew.metadata.Metadata;
import com.drew.metadata.exif.ExifIFD0Directory;
import java.awt.Transparency;
import java.awt.color.ColorSpace;
import java.awt.color.ICC_ColorSpace;
import java.awt.color.ICC_Profile;
import java.awt.image.BufferedImage;
import java.awt.image.ColorModel;
import java.awt.image.ComponentColorModel;
import java.awt.image.WritableRaster;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.function.Consumer;
import java.util.function.DoubleConsumer;

/**
 * JPEG of grey, RGB and CMYK, with the profile of its APP2 segments and the orientation of its
 * Exif.
 */
final class JpegInput implements InputFormat {
  /** What begins the segments of notes. */
  static final byte[] EXIF = "Exif\0\0".getBytes(StandardCharsets.US_ASCII);

  static final byte[] XMP = "http://ns.adobe.com/xap/1.0/\0".getBytes(StandardCharsets.US_ASCII);

  private static final int YCCK = 2;
  private static final String UNUSABLE =
      "it is a CMYK picture whose colour profile cannot be used; save it as RGB.";
  private static final String DECODER = "com.sun.imageio.plugins.jpeg.JPEGImageReader";

  @Override
  public String key() {
    return "JPEG";
  }

  @Override
  public List<String> extensions() {
    return List.of("jpg", "jpeg");
  }

  @Override
  public boolean matches(byte[] b) {
    return b.length >= 3 && (b[0] & 0xff) == 0xff && (b[1] & 0xff) == 0xd8 && (b[2] & 0xff) == 0xff;
  }

  @Override
  public Decoded read(Path file, DoubleConsumer progress, Consumer<String> warn)
      throws IOException {
    try (ImageIoReading in = new ImageIoReading(file, "jpeg", DECODER, progress)) {
      byte[] segments = segments(file);
      Orientation turn = orientation(file, warn);
      if (isInks(segments)) {
        byte[] profile = profile(segments);
        return new Decoded(inks(file, in, profile, segments), profile, turn, notes(segments));
      }
      return new Decoded(in.read(), profile(segments), turn, notes(segments));
    }
  }

  /**
   * Inks as the file has them. With an Adobe segment they are stored from paper to full ink, as
   * luma and chroma too if it says so (ITU-T T.872, 6.5.3).
   */
  private static BufferedImage inks(Path file, ImageIoReading in, byte[] profile, byte[] segments)
      throws IOException {
    if (profile.length == 0) {
      throw new UnreadableFileException(
          file, "it is a CMYK picture without a colour profile; save it with one, or as RGB.");
    }
    ICC_Profile icc = profile(file, profile);
    WritableRaster raster = (WritableRaster) in.reader().readRaster(0, null);
    int adobe = adobe(segments);
    if (adobe >= 0) {
      int[] v = new int[4];
      for (int y = 0; y < raster.getHeight(); y++) {
        for (int x = 0; x < raster.getWidth(); x++) {
          raster.getPixel(x, y, v);
          raster.setPixel(x, y, plain(v, adobe == YCCK));
        }
      }
    }
    ColorSpace space = new ICC_ColorSpace(icc);
    ColorModel model =
        new ComponentColorModel(space, false, false, Transparency.OPAQUE, raster.getTransferType());
    return new BufferedImage(model, raster, false, null);
  }

  private static ICC_Profile profile(Path file, byte[] bytes) throws IOException {
    try {
      ICC_Profile icc = ICC_Profile.getInstance(bytes);
      if (icc.getColorSpaceType() == ColorSpace.TYPE_CMYK) {
        return icc;
      }
    } catch (IllegalArgumentException e) {
      throw new UnreadableFileException(file, UNUSABLE, e);
    }
    throw new UnreadableFileException(file, UNUSABLE);
  }

  /** Inks, 0 for none, of what an Adobe file holds. */
  private static int[] plain(int[] v, boolean ycck) {
    if (!ycck) {
      return new int[] {255 - v[0], 255 - v[1], 255 - v[2], 255 - v[3]};
    }
    double blue = v[1] - 128;
    double red = v[2] - 128;
    return new int[] {
      code(v[0] + 1.402 * red),
      code(v[0] - 0.344136 * blue - 0.714136 * red),
      code(v[0] + 1.772 * blue),
      255 - v[3]
    };
  }

  private static int code(double v) {
    return (int) Math.max(0, Math.min(255, Math.round(v)));
  }

  /** What an Adobe segment says of the colours: 0 as they are, 2 with luma; -1 without one. */
  private static int adobe(byte[] all) {
    byte[] mark = "Adobe".getBytes(StandardCharsets.US_ASCII);
    for (int i = 2; i + 16 < all.length && (all[i] & 0xff) == 0xff; ) {
      int marker = all[i + 1] & 0xff;
      if (marker == 0xda) {
        break;
      }
      if (marker == 0xee && starts(all, i + 4, mark)) {
        return all[i + 15];
      }
      i += 2 + ((all[i + 2] & 0xff) << 8 | all[i + 3] & 0xff);
    }
    return -1;
  }

  private static boolean isInks(byte[] all) {
    for (int i = 2; i + 9 < all.length && (all[i] & 0xff) == 0xff; ) {
      int marker = all[i + 1] & 0xff;
      int length = (all[i + 2] & 0xff) << 8 | all[i + 3] & 0xff;
      boolean frame =
          marker >= 0xc0 && marker <= 0xcf && marker != 0xc4 && marker != 0xc8 && marker != 0xcc;
      if (frame) {
        return all[i + 9] == 4;
      }
      i += 2 + length;
    }
    return false;
  }

  private static byte[] profile(byte[] all) {
    ByteArrayOutputStream icc = new ByteArrayOutputStream();
    byte[] mark = "ICC_PROFILE\0".getBytes(StandardCharsets.US_ASCII);
    for (int i = 2; i + 4 < all.length && (all[i] & 0xff) == 0xff; ) {
      int marker = all[i + 1] & 0xff;
      int length = (all[i + 2] & 0xff) << 8 | all[i + 3] & 0xff;
      if (marker == 0xda) {
        break;
      }
      if (marker == 0xe2
          && length > 16
          && i + 2 + length <= all.length
          && starts(all, i + 4, mark)) {
        icc.write(all, i + 18, length - 16);
      }
      i += 2 + length;
    }
    return icc.toByteArray();
  }

  private static Notes notes(byte[] all) {
    return Notes.upright(noted(all, EXIF), noted(all, XMP));
  }

  /** The body of the first APP1 segment with a mark. */
  private static byte[] noted(byte[] all, byte[] mark) {
    for (int i = 2; i + 4 + mark.length < all.length && (all[i] & 0xff) == 0xff; ) {
      int marker = all[i + 1] & 0xff;
      int length = (all[i + 2] & 0xff) << 8 | all[i + 3] & 0xff;
      if (marker == 0xda) {
        break;
      }
      boolean whole = i + 2 + length <= all.length && length >= 2 + mark.length;
      if (marker == 0xe1 && whole && starts(all, i + 4, mark)) {
        return Arrays.copyOfRange(all, i + 4 + mark.length, i + 2 + length);
      }
      i += 2 + length;
    }
    return new byte[0];
  }

  private static boolean starts(byte[] all, int at, byte[] mark) {
    for (int k = 0; k < mark.length; k++) {
      if (all[at + k] != mark[k]) {
        return false;
      }
    }
    return true;
  }

  /** The file's bytes up to the first scan, at most 16 MB. */
  private static byte[] segments(Path file) throws IOException {
    try (InputStream in = Files.newInputStream(file)) {
      return in.readNBytes(16 << 20);
    }
  }

  private static Orientation orientation(Path file, Consumer<String> warn) throws IOException {
    try (InputStream in = Files.newInputStream(file)) {
      Metadata m = ImageMetadataReader.readMetadata(in);
      ExifIFD0Directory d = m.getFirstDirectoryOfType(ExifIFD0Directory.class);
      Integer code = d == null ? null : d.getInteger(ExifIFD0Directory.TAG_ORIENTATION);
      return code == null || code < 1 || code > 8 ? Orientation.UPRIGHT : new Orientation(code);
    } catch (ImageProcessingException e) {
      warn.accept("The picture's notes (Exif) are damaged and were not read.");
      return Orientation.UPRIGHT;
    }
  }
}
