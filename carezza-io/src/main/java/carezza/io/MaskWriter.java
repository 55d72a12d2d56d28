package carezza.io;

import carezza.image.Plane;
import carezza.image.Rect;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.function.Function;
import javax.imageio.ImageIO;

/** Writes a mask as a grey PNG of 8 bits: 0 for not at all, 255 for fully. */
public final class MaskWriter {
  private MaskWriter() {}

  /**
   * @param bounds of the whole mask, starting at 0, 0
   * @param rows weights of 0..1 over bands of rows
   */
  public static void write(Path file, Rect bounds, Function<Rect, Plane> rows) throws IOException {
    BufferedImage image = new BufferedImage(bounds.w(), bounds.h(), BufferedImage.TYPE_BYTE_GRAY);
    for (int y = 0; y < bounds.h(); y += 256) {
      Plane p = rows.apply(new Rect(0, y, bounds.w(), Math.min(256, bounds.h() - y)));
      int[] codes = new int[p.data().length];
      for (int i = 0; i < codes.length; i++) {
        codes[i] = Math.round(255 * Math.max(0, Math.min(1, p.data()[i])));
      }
      image.getRaster().setPixels(0, y, p.w(), p.h(), codes);
    }
    AtomicFile.write(
        file,
        temporary -> {
          try (OutputStream out = Files.newOutputStream(temporary)) {
            ImageIO.write(image, "png", out);
          }
        });
  }
}
