package carezza.io.format;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageTypeSpecifier;
import javax.imageio.ImageWriteParam;
import javax.imageio.ImageWriter;
import javax.imageio.metadata.IIOMetadata;
import javax.imageio.stream.ImageOutputStream;

/** Writing by the JDK's own encoders. */
final class ImageIoWriting {
  /** Sets what an encoder is to do; gives the metadata to be written. */
  @FunctionalInterface
  interface Set {
    IIOMetadata up(ImageWriteParam param, IIOMetadata usual) throws IOException;
  }

  private ImageIoWriting() {}

  static void write(String format, BufferedImage image, Path out, Set set) throws IOException {
    ImageWriter writer = writer(format);
    Files.deleteIfExists(out);
    Files.createFile(out);
    try (ImageOutputStream stream = ImageIO.createImageOutputStream(out.toFile())) {
      writer.setOutput(stream);
      ImageWriteParam param = writer.getDefaultWriteParam();
      IIOMetadata metadata =
          set.up(
              param,
              writer.getDefaultImageMetadata(
                  ImageTypeSpecifier.createFromRenderedImage(image), param));
      writer.write(null, new IIOImage(image, null, metadata), param);
    } finally {
      writer.dispose();
    }
  }

  private static ImageWriter writer(String format) throws IOException {
    var all = ImageIO.getImageWritersByFormatName(format);
    while (all.hasNext()) {
      ImageWriter w = all.next();
      if (w.getClass().getName().startsWith("com.sun.")) {
        return w;
      }
    }
    throw new IOException("no writer for " + format);
  }
}
