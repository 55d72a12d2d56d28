package carezza.io;

import carezza.color.ColorEncoding;
import carezza.image.SourcePicture;
import com.drew.imaging.ImageMetadataReader;
import com.drew.imaging.ImageProcessingException;
import com.drew.metadata.Metadata;
import com.drew.metadata.exif.ExifIFD0Directory;
import java.awt.image.BufferedImage;
import java.awt.image.ColorModel;
import java.awt.image.IndexColorModel;
import java.awt.image.Raster;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.AccessDeniedException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Iterator;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.CancellationException;
import java.util.function.DoubleConsumer;
import java.util.stream.IntStream;
import java.util.zip.InflaterInputStream;
import javax.imageio.ImageIO;
import javax.imageio.ImageReader;
import javax.imageio.event.IIOReadProgressListener;
import javax.imageio.event.IIOReadWarningListener;
import javax.imageio.metadata.IIOMetadata;
import javax.imageio.metadata.IIOMetadataNode;
import javax.imageio.plugins.tiff.BaselineTIFFTagSet;
import javax.imageio.plugins.tiff.TIFFDirectory;
import javax.imageio.plugins.tiff.TIFFField;
import javax.imageio.stream.ImageInputStream;
import org.w3c.dom.NodeList;

/** Reads JPEG, PNG and TIFF files of 8 or 16 bits with their profile and orientation. */
public final class PictureReader {
  private static final long MOST_PIXELS = 300_000_000L;
  private static final String JDK_TIFF = "com.sun.imageio.plugins.tiff.TIFFImageReader";
  private static final String OTHER_TIFF = "com.twelvemonkeys.imageio.plugins.tiff.TIFFImageReader";
  private static final String JDK_JPEG = "com.sun.imageio.plugins.jpeg.JPEGImageReader";
  private static final String JDK_PNG = "com.sun.imageio.plugins.png.PNGImageReader";
  private static final int TIFF_ICC = 34675;

  static {
    ImageIO.setUseCache(false);
  }

  private final Path file;
  private final List<String> warnings = new ArrayList<>();
  private final List<String> decoderWarnings = new ArrayList<>();

  private PictureReader(Path file) {
    this.file = file;
  }

  public static PictureFile read(Path file) throws IOException {
    return read(file, f -> {});
  }

  /**
   * @param progress told shares of 0..1; may throw {@link CancellationException} to stop
   * @throws UnreadableFileException with a plain sentence when the file cannot be used
   */
  public static PictureFile read(Path file, DoubleConsumer progress) throws IOException {
    PictureReader r = new PictureReader(file);
    try {
      return r.read(progress);
    } catch (NoSuchFileException e) {
      throw new UnreadableFileException(file, "there is no such file.", e);
    } catch (AccessDeniedException e) {
      throw new UnreadableFileException(file, "you have no right to read it.", e);
    } catch (UnreadableFileException | CancellationException e) {
      throw e;
    } catch (OutOfMemoryError e) {
      throw new UnreadableFileException(file, "it is too large for the memory at hand.", e);
    } catch (IOException | RuntimeException e) {
      throw new UnreadableFileException(file, "it is damaged and cannot be read.", e);
    }
  }

  private PictureFile read(DoubleConsumer progress) throws IOException {
    if (Files.isDirectory(file)) {
      throw new UnreadableFileException(file, "it is a folder, not a picture.");
    }
    if (Files.size(file) == 0) {
      throw new UnreadableFileException(file, "the file is empty.");
    }
    byte[] head;
    try (InputStream in = Files.newInputStream(file)) {
      head = in.readNBytes(12);
    }
    PictureFormat format =
        PictureFormat.ofSignature(head)
            .orElseThrow(
                () -> new UnreadableFileException(file, "it is not a JPEG, PNG or TIFF picture."));
    String wanted =
        switch (format) {
          case JPEG -> JDK_JPEG;
          case PNG -> JDK_PNG;
          case TIFF -> JDK_TIFF;
        };
    ImageReader reader = reader(format.name().toLowerCase(Locale.ROOT), wanted);
    try (ImageInputStream in = ImageIO.createImageInputStream(file.toFile())) {
      reader.setInput(in, true, false);
      listen(reader, progress);
      return decode(format, reader);
    } finally {
      reader.dispose();
    }
  }

  private ImageReader reader(String format, String className) throws IOException {
    Iterator<ImageReader> all = ImageIO.getImageReadersByFormatName(format);
    while (all.hasNext()) {
      ImageReader r = all.next();
      if (r.getClass().getName().equals(className)) {
        return r;
      }
    }
    throw new IOException("no reader for " + format);
  }

  private PictureFile decode(PictureFormat format, ImageReader reader) throws IOException {
    int w = reader.getWidth(0);
    int h = reader.getHeight(0);
    if ((long) w * h > MOST_PIXELS) {
      throw new UnreadableFileException(
          file, "it has " + w + " x " + h + " pixels; up to 300 million can be opened.");
    }
    byte[] icc = new byte[0];
    Orientation turn = Orientation.UPRIGHT;
    boolean differenced = false;
    switch (format) {
      case JPEG -> {
        refuseCmykJpeg();
        icc = jpegProfile();
        turn = exifOrientation();
      }
      case PNG -> icc = pngProfile(reader.getImageMetadata(0));
      case TIFF -> {
        TIFFDirectory d = TIFFDirectory.createFromMetadata(reader.getImageMetadata(0));
        refuseUnusableTiff(d);
        icc = tiffProfile(d);
        turn = tiffOrientation(d);
        differenced = isDifferenced(d);
      }
    }
    BufferedImage image = differenced ? readDifferenced() : reader.read(0);
    if (!decoderWarnings.isEmpty() && cutOff()) {
      throw new UnreadableFileException(file, "the file ends too early; part of it is missing.");
    }
    SourcePicture picture = copy(image, turn);
    ColorEncoding encoding = ColorEncoding.srgb();
    if (icc.length > 0) {
      try {
        encoding = IccProfile.encoding(icc);
      } catch (RuntimeException e) {
        warnings.add(
            "The embedded colour profile could not be used ("
                + e.getMessage()
                + "); sRGB is assumed.");
        icc = new byte[0];
      }
    }
    return new PictureFile(file, format, picture, encoding, icc, List.copyOf(warnings));
  }

  /** Packed with horizontal differencing of more than 8 bits, which the usual reader cannot do. */
  private static boolean isDifferenced(TIFFDirectory d) {
    TIFFField predictor = d.getTIFFField(BaselineTIFFTagSet.TAG_PREDICTOR);
    TIFFField bits = d.getTIFFField(BaselineTIFFTagSet.TAG_BITS_PER_SAMPLE);
    return predictor != null
        && predictor.getAsInt(0) == BaselineTIFFTagSet.PREDICTOR_HORIZONTAL_DIFFERENCING
        && bits != null
        && bits.getAsInt(0) > 8;
  }

  private BufferedImage readDifferenced() throws IOException {
    ImageReader reader = reader("tiff", OTHER_TIFF);
    try (ImageInputStream in = ImageIO.createImageInputStream(file.toFile())) {
      reader.setInput(in, true, true);
      return reader.read(0);
    } finally {
      reader.dispose();
    }
  }

  private boolean cutOff() {
    return decoderWarnings.stream()
        .map(s -> s.toLowerCase(Locale.ROOT))
        .anyMatch(s -> s.contains("premature") || s.contains("truncated") || s.contains("end of"));
  }

  private void listen(ImageReader reader, DoubleConsumer progress) {
    reader.addIIOReadWarningListener(
        new IIOReadWarningListener() {
          @Override
          public void warningOccurred(ImageReader source, String warning) {
            decoderWarnings.add(warning);
          }
        });
    reader.addIIOReadProgressListener(
        new IIOReadProgressListener() {
          @Override
          public void imageProgress(ImageReader source, float percentageDone) {
            progress.accept(percentageDone / 100);
          }

          @Override
          public void sequenceStarted(ImageReader source, int minIndex) {}

          @Override
          public void sequenceComplete(ImageReader source) {}

          @Override
          public void imageStarted(ImageReader source, int imageIndex) {}

          @Override
          public void imageComplete(ImageReader source) {}

          @Override
          public void thumbnailStarted(ImageReader source, int imageIndex, int thumbnail) {}

          @Override
          public void thumbnailProgress(ImageReader source, float percentageDone) {}

          @Override
          public void thumbnailComplete(ImageReader source) {}

          @Override
          public void readAborted(ImageReader source) {}
        });
  }

  private SourcePicture copy(BufferedImage image, Orientation turn) throws IOException {
    Raster raster = image.getRaster();
    ColorModel model = image.getColorModel();
    int bits = model.getComponentSize(0);
    boolean palette = model instanceof IndexColorModel;
    int depth = palette || bits <= 8 ? 8 : 16;
    int bands = raster.getNumBands();
    boolean grey = !palette && bands <= 2;
    boolean alpha = model.hasAlpha();
    if (!palette && bits != 8 && bits != 16 && bits > 8) {
      throw new UnreadableFileException(
          file, "it has " + bits + " bits a sample; 8 and 16 can be read.");
    }
    int w = raster.getWidth();
    int h = raster.getHeight();
    SourcePicture out =
        new SourcePicture(
            turn.swapsSides() ? h : w, turn.swapsSides() ? w : h, depth, alpha ? 4 : 3);
    int scale = bits < 8 && !palette ? 255 / ((1 << bits) - 1) : 1;
    IntStream.range(0, h)
        .parallel()
        .forEach(
            y -> {
              int[] row = new int[w * Math.max(4, bands)];
              if (palette) {
                unpack(image.getRGB(0, y, w, 1, null, 0, w), row);
              } else {
                raster.getPixels(0, y, w, 1, row);
              }
              int step = palette ? 4 : bands;
              for (int c = 0; c < out.channels(); c++) {
                int from = c == 3 ? step - 1 : grey ? 0 : c;
                set(out, turn, c, y, w, h, row, from, step, scale);
              }
            });
    return out;
  }

  /** Colours of a palette as four samples a pixel. */
  private static void unpack(int[] argb, int[] row) {
    for (int x = 0; x < argb.length; x++) {
      row[4 * x] = argb[x] >> 16 & 255;
      row[4 * x + 1] = argb[x] >> 8 & 255;
      row[4 * x + 2] = argb[x] & 255;
      row[4 * x + 3] = argb[x] >>> 24;
    }
  }

  /** One channel of a row of the file. */
  private static void set(
      SourcePicture out,
      Orientation t,
      int channel,
      int y,
      int w,
      int h,
      int[] row,
      int from,
      int step,
      int scale) {
    for (int x = 0; x < w; x++) {
      out.setCode(channel, t.x(x, y, w, h), t.y(x, y, w, h), row[x * step + from] * scale);
    }
  }

  private void refuseCmykJpeg() throws IOException {
    byte[] all = segments();
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

  private byte[] jpegProfile() throws IOException {
    byte[] all = segments();
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
  private byte[] segments() throws IOException {
    try (InputStream in = Files.newInputStream(file)) {
      return in.readNBytes(16 << 20);
    }
  }

  private Orientation exifOrientation() throws IOException {
    try (InputStream in = Files.newInputStream(file)) {
      Metadata m = ImageMetadataReader.readMetadata(in);
      ExifIFD0Directory d = m.getFirstDirectoryOfType(ExifIFD0Directory.class);
      Integer code = d == null ? null : d.getInteger(ExifIFD0Directory.TAG_ORIENTATION);
      return code == null || code < 1 || code > 8 ? Orientation.UPRIGHT : new Orientation(code);
    } catch (ImageProcessingException e) {
      warnings.add("The picture's notes (Exif) are damaged and were not read.");
      return Orientation.UPRIGHT;
    }
  }

  private byte[] pngProfile(IIOMetadata metadata) throws IOException {
    IIOMetadataNode root = (IIOMetadataNode) metadata.getAsTree("javax_imageio_png_1.0");
    NodeList found = root.getElementsByTagName("iCCP");
    if (found.getLength() == 0) {
      return new byte[0];
    }
    Object packed = ((IIOMetadataNode) found.item(0)).getUserObject();
    try (InputStream in = new InflaterInputStream(new ByteArrayInputStream((byte[]) packed))) {
      return in.readAllBytes();
    } catch (IOException e) {
      warnings.add("The embedded colour profile is damaged; sRGB is assumed.");
      return new byte[0];
    }
  }

  private void refuseUnusableTiff(TIFFDirectory d) throws IOException {
    int photometric = number(d, BaselineTIFFTagSet.TAG_PHOTOMETRIC_INTERPRETATION, 2);
    int bits = number(d, BaselineTIFFTagSet.TAG_BITS_PER_SAMPLE, 8);
    int format = number(d, BaselineTIFFTagSet.TAG_SAMPLE_FORMAT, 1);
    if (photometric == 5) {
      throw new UnreadableFileException(file, "it is a CMYK picture; save it as RGB first.");
    }
    if (photometric == 8) {
      throw new UnreadableFileException(file, "it is a Lab picture; save it as RGB first.");
    }
    if (format == 3 || bits > 16) {
      throw new UnreadableFileException(
          file, "it has " + bits + " bits a sample; 8 and 16 bit integers can be read.");
    }
  }

  private byte[] tiffProfile(TIFFDirectory d) {
    TIFFField f = d.getTIFFField(TIFF_ICC);
    return f == null ? new byte[0] : f.getAsBytes();
  }

  private Orientation tiffOrientation(TIFFDirectory d) {
    int code = number(d, BaselineTIFFTagSet.TAG_ORIENTATION, 1);
    return code < 1 || code > 8 ? Orientation.UPRIGHT : new Orientation(code);
  }

  private static int number(TIFFDirectory d, int tag, int otherwise) {
    TIFFField f = d.getTIFFField(tag);
    return f == null ? otherwise : f.getAsInt(0);
  }
}
