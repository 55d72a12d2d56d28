package carezza.io.format;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Iterator;
import java.util.List;
import java.util.Locale;
import java.util.function.DoubleConsumer;
import javax.imageio.ImageIO;
import javax.imageio.ImageReader;
import javax.imageio.event.IIOReadProgressListener;
import javax.imageio.event.IIOReadWarningListener;
import javax.imageio.stream.ImageInputStream;

/** A file under a decoder that was chosen by its class: the usual choice differs by machine. */
final class ImageIoReading implements AutoCloseable {
  private static final long MOST_PIXELS = 300_000_000L;

  private final Path file;
  private final ImageReader reader;
  private final ImageInputStream in;
  private final List<String> decoderWarnings = new ArrayList<>();

  /**
   * @throws UnreadableFileException when the picture is larger than can be opened
   */
  ImageIoReading(Path file, String format, String decoder, DoubleConsumer progress)
      throws IOException {
    ImageIO.setUseCache(false);
    this.file = file;
    reader = reader(format, decoder);
    in = ImageIO.createImageInputStream(file.toFile());
    reader.setInput(in, true, false);
    listen(progress);
    int w = reader.getWidth(0);
    int h = reader.getHeight(0);
    if ((long) w * h > MOST_PIXELS) {
      close();
      throw new UnreadableFileException(
          file, "it has " + w + " x " + h + " pixels; up to 300 million can be opened.");
    }
  }

  private static ImageReader reader(String format, String decoder) throws IOException {
    Iterator<ImageReader> all = ImageIO.getImageReadersByFormatName(format);
    while (all.hasNext()) {
      ImageReader r = all.next();
      if (r.getClass().getName().equals(decoder)) {
        return r;
      }
    }
    throw new IOException("no reader for " + format);
  }

  ImageReader reader() {
    return reader;
  }

  /** The picture; one that is cut off is refused. */
  BufferedImage read() throws IOException {
    BufferedImage image = reader.read(0);
    if (!decoderWarnings.isEmpty() && cutOff()) {
      throw new UnreadableFileException(file, "the file ends too early; part of it is missing.");
    }
    return image;
  }

  private boolean cutOff() {
    return decoderWarnings.stream()
        .map(s -> s.toLowerCase(Locale.ROOT))
        .anyMatch(s -> s.contains("premature") || s.contains("truncated") || s.contains("end of"));
  }

  private void listen(DoubleConsumer progress) {
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

  @Override
  public void close() throws IOException {
    reader.dispose();
    in.close();
  }
}
