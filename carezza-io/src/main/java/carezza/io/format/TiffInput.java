package carezza.io.format;

import java.awt.image.BufferedImage;
import java.io.EOFException;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.function.Consumer;
import java.util.function.DoubleConsumer;
import javax.imageio.plugins.tiff.BaselineTIFFTagSet;
import javax.imageio.plugins.tiff.TIFFDirectory;
import javax.imageio.plugins.tiff.TIFFField;

/** TIFF of grey, RGB and CMYK, 8 and 16 bits, with its profile and orientation. */
final class TiffInput implements InputFormat {
  private static final String DECODER = "com.sun.imageio.plugins.tiff.TIFFImageReader";
  private static final String OTHER_DECODER =
      "com.twelvemonkeys.imageio.plugins.tiff.TIFFImageReader";
  private static final int ICC = 34675;
  static final int XMP = 700;
  private static final int ENTRY = 12;
  private static final int MOST_NOTES = 16 << 20;
  private static final int CMYK = 5;

  @Override
  public String key() {
    return "TIFF";
  }

  @Override
  public List<String> extensions() {
    return List.of("tif", "tiff");
  }

  @Override
  public boolean matches(byte[] b) {
    boolean little = b.length >= 4 && b[0] == 'I' && b[1] == 'I' && b[2] == 42 && b[3] == 0;
    boolean big = b.length >= 4 && b[0] == 'M' && b[1] == 'M' && b[2] == 0 && b[3] == 42;
    return little || big;
  }

  @Override
  public Decoded read(Path file, DoubleConsumer progress, Consumer<String> warn)
      throws IOException {
    try (ImageIoReading in = new ImageIoReading(file, "tiff", DECODER, progress)) {
      TIFFDirectory d = TIFFDirectory.createFromMetadata(in.reader().getImageMetadata(0));
      refuseUnusable(file, d);
      refuseCut(file, d);
      boolean inks = number(d, BaselineTIFFTagSet.TAG_PHOTOMETRIC_INTERPRETATION, 2) == CMYK;
      BufferedImage image = inks || isDifferenced(d) ? readOtherwise(file, progress) : in.read();
      return new Decoded(image, profile(d), orientation(d), notes(file, warn));
    }
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

  /** By the decoder that knows inks and differences. */
  private static BufferedImage readOtherwise(Path file, DoubleConsumer progress)
      throws IOException {
    try (ImageIoReading in = new ImageIoReading(file, "tiff", OTHER_DECODER, progress)) {
      return in.read();
    }
  }

  private static void refuseUnusable(Path file, TIFFDirectory d) throws IOException {
    int photometric = number(d, BaselineTIFFTagSet.TAG_PHOTOMETRIC_INTERPRETATION, 2);
    int bits = number(d, BaselineTIFFTagSet.TAG_BITS_PER_SAMPLE, 8);
    int format = number(d, BaselineTIFFTagSet.TAG_SAMPLE_FORMAT, 1);
    if (photometric == CMYK && profile(d).length == 0) {
      throw new UnreadableFileException(
          file, "it is a CMYK picture without a colour profile; save it with one, or as RGB.");
    }
    if (photometric == 8) {
      throw new UnreadableFileException(file, "it is a Lab picture; save it as RGB first.");
    }
    if (format == 3 || bits > 16) {
      throw new UnreadableFileException(
          file, "it has " + bits + " bits a sample; 8 and 16 bit integers can be read.");
    }
  }

  /** A file that ends before its strips or tiles do; some decoders make up what is missing. */
  private static void refuseCut(Path file, TIFFDirectory d) throws IOException {
    boolean tiled = d.containsTIFFField(BaselineTIFFTagSet.TAG_TILE_OFFSETS);
    TIFFField offsets =
        d.getTIFFField(
            tiled ? BaselineTIFFTagSet.TAG_TILE_OFFSETS : BaselineTIFFTagSet.TAG_STRIP_OFFSETS);
    TIFFField counts =
        d.getTIFFField(
            tiled
                ? BaselineTIFFTagSet.TAG_TILE_BYTE_COUNTS
                : BaselineTIFFTagSet.TAG_STRIP_BYTE_COUNTS);
    if (offsets == null || counts == null) {
      return;
    }
    long size = Files.size(file);
    long sum = 0;
    boolean whole = offsets.getCount() == counts.getCount();
    for (int i = 0; whole && i < counts.getCount(); i++) {
      whole = offsets.getAsLong(i) + counts.getAsLong(i) <= size;
      sum += counts.getAsLong(i);
    }
    boolean subsampled =
        number(d, BaselineTIFFTagSet.TAG_PHOTOMETRIC_INTERPRETATION, 2)
            == BaselineTIFFTagSet.PHOTOMETRIC_INTERPRETATION_Y_CB_CR;
    boolean plain = number(d, BaselineTIFFTagSet.TAG_COMPRESSION, 1) == 1 && !subsampled;
    if (!whole || plain && sum < bytes(d)) {
      throw new UnreadableFileException(file, "the file ends too early; part of it is missing.");
    }
  }

  /** Bytes of all samples. */
  private static long bytes(TIFFDirectory d) {
    long samples = number(d, BaselineTIFFTagSet.TAG_SAMPLES_PER_PIXEL, 1);
    long bits = number(d, BaselineTIFFTagSet.TAG_BITS_PER_SAMPLE, 1);
    long width = number(d, BaselineTIFFTagSet.TAG_IMAGE_WIDTH, 0);
    return (width * samples * bits + 7) / 8 * number(d, BaselineTIFFTagSet.TAG_IMAGE_LENGTH, 0);
  }

  /**
   * XMP, from the first directory: the usual reader leaves out what it does not know. Exif is
   * spread over directories of the file and is not kept.
   */
  private static Notes notes(Path file, Consumer<String> warn) {
    try (FileChannel in = FileChannel.open(file)) {
      ByteBuffer head = read(in, 0, 8);
      ByteOrder order = head.get(0) == 'I' ? ByteOrder.LITTLE_ENDIAN : ByteOrder.BIG_ENDIAN;
      long at = head.order(order).getInt(4) & 0xffffffffL;
      int n = read(in, at, 2).order(order).getShort(0) & 0xffff;
      ByteBuffer entries = read(in, at + 2, ENTRY * n).order(order);
      for (int i = 0; i < n; i++) {
        int count = entries.getInt(ENTRY * i + 4);
        if ((entries.getShort(ENTRY * i) & 0xffff) == XMP && count > 4 && count < MOST_NOTES) {
          long from = entries.getInt(ENTRY * i + 8) & 0xffffffffL;
          return Notes.upright(new byte[0], read(in, from, count).array());
        }
      }
      return Notes.NONE;
    } catch (IOException | RuntimeException e) {
      warn.accept("The picture's notes (XMP) are damaged and were not read.");
      return Notes.NONE;
    }
  }

  /**
   * @throws EOFException when the file ends before
   */
  private static ByteBuffer read(FileChannel in, long at, int bytes) throws IOException {
    ByteBuffer b = ByteBuffer.allocate(bytes);
    while (b.hasRemaining()) {
      if (in.read(b, at + b.position()) < 0) {
        throw new EOFException();
      }
    }
    return b.flip();
  }

  private static byte[] profile(TIFFDirectory d) {
    TIFFField f = d.getTIFFField(ICC);
    return f == null ? new byte[0] : f.getAsBytes();
  }

  private static Orientation orientation(TIFFDirectory d) {
    int code = number(d, BaselineTIFFTagSet.TAG_ORIENTATION, 1);
    return code < 1 || code > 8 ? Orientation.UPRIGHT : new Orientation(code);
  }

  private static int number(TIFFDirectory d, int tag, int otherwise) {
    TIFFField f = d.getTIFFField(tag);
    return f == null ? otherwise : f.getAsInt(0);
  }
}
