package carezza.io;

import carezza.color.ColorEncoding;
import carezza.image.SourcePicture;
import carezza.io.format.InputFormat;
import carezza.io.format.InputFormats;
import carezza.io.format.Notes;
import carezza.io.format.Orientation;
import carezza.io.format.UnreadableFileException;
import java.awt.color.ColorSpace;
import java.awt.image.BufferedImage;
import java.awt.image.ColorModel;
import java.awt.image.IndexColorModel;
import java.awt.image.Raster;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.AccessDeniedException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CancellationException;
import java.util.function.DoubleConsumer;
import java.util.stream.IntStream;

/** Reads pictures of the registered formats, 8 or 16 bits, upright and with their profile. */
public final class PictureReader {
  /** Of a picture that says nothing of its colours. */
  private static final String UNTAGGED = "sRGB, as the file names no profile";

  private final Path file;
  private final List<String> warnings = new ArrayList<>();

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
    InputFormat format =
        InputFormats.ofSignature(head)
            .orElseThrow(
                () -> new UnreadableFileException(file, "it is not a JPEG, PNG or TIFF picture."));
    InputFormat.Decoded decoded = format.read(file, progress, warnings::add);
    SourcePicture picture = copy(decoded.image(), decoded.turn());
    byte[] icc = decoded.profile();
    if (isInks(decoded.image())) {
      return inks(picture, icc, decoded.notes());
    }
    boolean grey = isGrey(decoded.image());
    ColorEncoding srgb = ColorEncoding.srgb();
    ColorEncoding encoding = icc.length == 0 ? srgb.named(UNTAGGED) : srgb;
    if (icc.length > 0) {
      try {
        if (IccProfile.isTable(icc) && !grey) {
          return converted(picture, 3, icc, decoded.notes());
        }
        icc = grey && IccProfile.colours(icc) == 1 ? IccProfile.rgbOfGrey(icc) : icc;
        encoding = IccProfile.encoding(icc);
      } catch (RuntimeException e) {
        warnings.add(
            "The embedded colour profile could not be used ("
                + e.getMessage()
                + "); sRGB is assumed.");
        icc = new byte[0];
      }
    }
    return new PictureFile(file, picture, encoding, icc, List.copyOf(warnings), decoded.notes());
  }

  /** There is nothing that inks could be taken for instead of what their profile says. */
  private PictureFile inks(SourcePicture picture, byte[] icc, Notes notes)
      throws UnreadableFileException {
    try {
      return converted(picture, 4, icc, notes);
    } catch (IllegalArgumentException e) {
      throw new UnreadableFileException(
          file,
          "its inks have a colour profile that cannot be used ("
              + e.getMessage()
              + "); save it as RGB.",
          e);
    }
  }

  private static boolean isGrey(BufferedImage image) {
    return !(image.getColorModel() instanceof IndexColorModel)
        && image.getRaster().getNumBands() <= 2;
  }

  /** Whether a picture is in cyan, magenta, yellow and black. */
  private static boolean isInks(BufferedImage image) {
    return image.getColorModel().getColorSpace().getType() == ColorSpace.TYPE_CMYK;
  }

  /** A picture whose codes mean something by tables, or inks, in 16 bits of a wide RGB space. */
  private PictureFile converted(SourcePicture codes, int colours, byte[] icc, Notes notes) {
    SourcePicture wide = ForeignColour.wide(codes, colours, icc);
    warnings.add(
        "Its colours were converted from \u201c"
            + IccProfile.nameOf(icc)
            + "\u201d to a wide RGB space of 16 bits, in which it will be written.");
    return new PictureFile(
        file,
        wide,
        IccProfile.encoding(ForeignColour.WIDE),
        ForeignColour.WIDE,
        List.copyOf(warnings),
        notes);
  }

  private SourcePicture copy(BufferedImage image, Orientation turn) throws IOException {
    Raster raster = image.getRaster();
    ColorModel model = image.getColorModel();
    int bits = model.getComponentSize(0);
    boolean palette = model instanceof IndexColorModel;
    int depth = palette || bits <= 8 ? 8 : 16;
    int bands = raster.getNumBands();
    boolean grey = isGrey(image);
    boolean alpha = model.hasAlpha();
    if (!palette && bits != 8 && bits != 16 && bits > 8) {
      throw new UnreadableFileException(
          file, "it has " + bits + " bits a sample; 8 and 16 can be read.");
    }
    int w = raster.getWidth();
    int h = raster.getHeight();
    SourcePicture out =
        new SourcePicture(
            turn.swapsSides() ? h : w,
            turn.swapsSides() ? w : h,
            depth,
            alpha || isInks(image) ? 4 : 3);
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
}
