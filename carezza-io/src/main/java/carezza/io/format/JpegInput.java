package carezza.io.format;

import com.drew.imaging.ImageMetadataReader;
import com.drew.imaging.ImageProcessingException;
import com.drew.metadata.Metadata;
import com.drew.metadata.exif.ExifIFD0Directory;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.function.Consumer;
import java.util.function.DoubleConsumer;

/** JPEG of grey and RGB, with the profile of its APP2 segments and the orientation of its Exif. */
final class JpegInput implements InputFormat {
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
      refuseCmyk(file, segments);
      Orientation turn = orientation(file, warn);
      return new Decoded(in.read(), profile(segments), turn);
    }
  }

  private static void refuseCmyk(Path file, byte[] all) throws IOException {
    for (int i = 2; i + 9 < all.length && (all[i] & 0xff) == 0xff; ) {
      int marker = all[i + 1] & 0xff;
      int length = (all[i + 2] & 0xff) << 8 | all[i + 3] & 0xff;
      boolean frame =
          marker >= 0xc0 && marker <= 0xcf && marker != 0xc4 && marker != 0xc8 && marker != 0xcc;
      if (frame && all[i + 9] == 4) {
        throw new UnreadableFileException(file, "it is a CMYK picture; save it as RGB first.");
      }
      i += 2 + length;
    }
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
