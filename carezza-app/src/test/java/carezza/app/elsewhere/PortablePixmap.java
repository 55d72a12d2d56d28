package carezza.app.elsewhere;

import carezza.io.format.OutputFormat;
import java.awt.image.BufferedImage;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;

/** Netpbm's portable pixmap: a few words and the bare samples. */
public final class PortablePixmap implements OutputFormat {
  @Override
  public String key() {
    return "PPM";
  }

  @Override
  public List<String> extensions() {
    return List.of("ppm");
  }

  @Override
  public List<Integer> depths() {
    return List.of(8, 16);
  }

  @Override
  public boolean hasAlpha() {
    return false;
  }

  @Override
  public void write(BufferedImage image, double quality, byte[] profile, Path out)
      throws IOException {
    boolean deep = image.getColorModel().getComponentSize(0) == 16;
    String head =
        "P6\n" + image.getWidth() + " " + image.getHeight() + "\n" + (deep ? 65535 : 255) + "\n";
    try (OutputStream o = new BufferedOutputStream(Files.newOutputStream(out))) {
      o.write(head.getBytes(StandardCharsets.US_ASCII));
      int[] row = new int[3 * image.getWidth()];
      for (int y = 0; y < image.getHeight(); y++) {
        image.getRaster().getPixels(0, y, image.getWidth(), 1, row);
        for (int v : row) {
          if (deep) {
            o.write(v >> 8);
          }
          o.write(v);
        }
      }
    }
  }
}
