package carezza.io.format;

import java.awt.image.BufferedImage;
import java.awt.image.Raster;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.stream.IntStream;

/** Whether a picture that was written shows, decoded, what was to be written. */
public final class ReadBack {
  /** How much has to come back. */
  public enum Bound {
    /** Every sample. */
    EXACT,
    /** What is coded with a loss: the mean of every block, within a few codes of 8 bits. */
    NEAR
  }

  /** Side of the blocks whose means are compared: whole blocks of the transform of JPEG. */
  private static final int BLOCK = 64;

  /**
   * Most by which the mean of a block of {@code n} pixels may differ: {@code MEAN + FEW / sqrt(n)}.
   * The worst are blocks of pure noise at the least quality that is written.
   */
  private static final double MEAN = 8;

  private static final double FEW = 80;

  private static final int SIGNATURE = 12;

  private ReadBack() {}

  /**
   * @param written the samples that were to be written
   * @param file what was written of them by a format
   * @return false also when the file cannot be read at all
   */
  public static boolean comesBack(OutputFormat format, BufferedImage written, Path file) {
    BufferedImage read;
    try {
      read = format.decode(file);
    } catch (IOException | RuntimeException e) {
      return false;
    }
    Raster a = written.getRaster();
    Raster b = read.getRaster();
    boolean alike =
        a.getWidth() == b.getWidth()
            && a.getHeight() == b.getHeight()
            && a.getNumBands() == b.getNumBands()
            && a.getSampleModel().getSampleSize(0) == b.getSampleModel().getSampleSize(0);
    return alike && (format.bound() == Bound.EXACT ? same(a, b) : near(a, b));
  }

  /** Reads a file by the registered reader of its signature. */
  static BufferedImage decode(Path file) throws IOException {
    byte[] head;
    try (InputStream in = Files.newInputStream(file)) {
      head = in.readNBytes(SIGNATURE);
    }
    InputFormat reader =
        InputFormats.ofSignature(head)
            .orElseThrow(() -> new UnreadableFileException(file, "no reader knows it."));
    return reader.read(file, share -> {}, warning -> {}).image();
  }

  private static boolean same(Raster a, Raster b) {
    return IntStream.range(0, a.getHeight())
        .parallel()
        .allMatch(y -> java.util.Arrays.equals(row(a, y), row(b, y)));
  }

  private static int[] row(Raster r, int y) {
    return r.getPixels(r.getMinX(), r.getMinY() + y, r.getWidth(), 1, (int[]) null);
  }

  private static boolean near(Raster a, Raster b) {
    int bands = a.getNumBands();
    int across = (a.getWidth() + BLOCK - 1) / BLOCK;
    int down = (a.getHeight() + BLOCK - 1) / BLOCK;
    return IntStream.range(0, down)
        .parallel()
        .allMatch(
            by -> {
              double[] sums = new double[across * bands];
              int last = Math.min(a.getHeight(), (by + 1) * BLOCK);
              for (int y = by * BLOCK; y < last; y++) {
                int[] p = row(a, y);
                int[] q = row(b, y);
                for (int i = 0; i < p.length; i++) {
                  sums[i / bands / BLOCK * bands + i % bands] += q[i] - p[i];
                }
              }
              return isNear(sums, a.getWidth(), last - by * BLOCK, bands);
            });
  }

  private static boolean isNear(double[] sums, int width, int rows, int bands) {
    for (int i = 0; i < sums.length; i++) {
      int n = rows * Math.min(BLOCK, width - i / bands * BLOCK);
      if (Math.abs(sums[i]) > MEAN * n + FEW * Math.sqrt(n)) {
        return false;
      }
    }
    return true;
  }
}
