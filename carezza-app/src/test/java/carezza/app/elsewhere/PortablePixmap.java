package carezza.app.elsewhere;

import carezza.io.format.Notes;
import carezza.io.format.OutputFormat;
import java.awt.Transparency;
import java.awt.color.ColorSpace;
import java.awt.image.BufferedImage;
import java.awt.image.ComponentColorModel;
import java.awt.image.DataBuffer;
import java.awt.image.Raster;
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
  public void write(BufferedImage image, double quality, byte[] profile, Notes notes, Path out)
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

  /** Reads back what {@link #write} wrote. */
  @Override
  public BufferedImage decode(Path file) throws IOException {
    byte[] all = Files.readAllBytes(file);
    int at = 0;
    for (int breaks = 0; breaks < 3; at++) {
      breaks += all[at] == '\n' ? 1 : 0;
    }
    String[] head = new String(all, 0, at, StandardCharsets.US_ASCII).split("\\s");
    int w = Integer.parseInt(head[1]);
    int h = Integer.parseInt(head[2]);
    boolean deep = head[3].equals("65535");
    BufferedImage out =
        new BufferedImage(
            new ComponentColorModel(
                ColorSpace.getInstance(ColorSpace.CS_sRGB),
                false,
                false,
                Transparency.OPAQUE,
                deep ? DataBuffer.TYPE_USHORT : DataBuffer.TYPE_BYTE),
            Raster.createInterleavedRaster(
                deep ? DataBuffer.TYPE_USHORT : DataBuffer.TYPE_BYTE, w, h, 3, null),
            false,
            null);
    int[] samples = new int[3 * w * h];
    for (int i = 0; i < samples.length; i++) {
      int v = all[at++] & 0xff;
      samples[i] = deep ? v << 8 | all[at++] & 0xff : v;
    }
    out.getRaster().setPixels(0, 0, w, h, samples);
    return out;
  }
}
