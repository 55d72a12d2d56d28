package carezza.bench;

import carezza.io.IccProfile;
import carezza.io.PictureFile;
import carezza.io.PictureReader;
import carezza.io.format.OutputFormat;
import carezza.io.format.OutputFormats;
import carezza.io.format.ReadBack;
import carezza.sitter.fault.BareExport;
import carezza.sitter.fault.MadePicture;
import java.awt.image.BufferedImage;
import java.awt.image.Raster;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.TreeMap;
import nu.pattern.OpenCV;
import org.opencv.core.CvType;
import org.opencv.core.Mat;
import org.opencv.imgcodecs.Imgcodecs;

/**
 * Exports of made pictures, decoded by libraries that did not write them (libtiff, libpng and
 * libjpeg, through OpenCV): how many come back sample for sample, and how far JPEG is off.
 */
final class ExportBench {
  private static final int PICTURES = 200;

  private ExportBench() {}

  /** Whether all came back. */
  static boolean run(Path dir) throws IOException {
    OpenCV.loadLocally();
    Map<String, int[]> same = new TreeMap<>();
    int farthest = 0;
    int multiplied = 0;
    for (int i = 0; i < PICTURES; i++) {
      MadePicture made = MadePicture.of(i);
      Path in = dir.resolve("in.png");
      OutputFormats.PNG.write(made.image(), 1, IccProfile.srgb(), in);
      PictureFile source = PictureReader.read(in);
      for (OutputFormat f : OutputFormats.all()) {
        int depth = f.depths().contains(made.depth()) ? made.depth() : f.depths().get(0);
        Path out = dir.resolve("out." + f.extensions().get(0));
        BareExport.write(source, out, f, depth);
        if (isMultiplied(f, depth, made.image())) {
          multiplied++;
          continue;
        }
        int off = difference(f.decode(out), out);
        int[] count = same.computeIfAbsent(f.key(), k -> new int[2]);
        count[1]++;
        if (f.bound() == ReadBack.Bound.NEAR) {
          farthest = Math.max(farthest, off);
        }
        count[0] += off == 0 ? 1 : 0;
        Files.delete(out);
      }
    }
    boolean all = true;
    for (var e : same.entrySet()) {
      System.out.printf(
          "%-6s %d of %d exports the same samples by both decoders%n",
          e.getKey(), e.getValue()[0], e.getValue()[1]);
      all &= e.getKey().equals("JPEG") || e.getValue()[0] == e.getValue()[1];
    }
    System.out.printf(
        "%d TIFF of 8 bits with transparency are not compared: the other decoder multiplies by it%n",
        multiplied);
    System.out.printf("JPEG's two decoders differ by %d codes of 255 at most%n", farthest);
    return all;
  }

  /** libtiff's reading of whole pixels multiplies colours of 8 bits by their transparency. */
  private static boolean isMultiplied(OutputFormat f, int depth, BufferedImage image) {
    return f == OutputFormats.TIFF && depth == 8 && image.getColorModel().hasAlpha();
  }

  /** The most by which a sample differs; more than any code when size or depth do. */
  private static int difference(BufferedImage image, Path file) {
    Mat m = Imgcodecs.imread(file.toString(), Imgcodecs.IMREAD_UNCHANGED);
    Raster r = image.getRaster();
    int bands = r.getNumBands();
    boolean deep = r.getSampleModel().getSampleSize(0) == 16;
    boolean alike =
        m.cols() == r.getWidth()
            && m.rows() == r.getHeight()
            && m.channels() == bands
            && m.depth() == (deep ? CvType.CV_16U : CvType.CV_8U);
    if (!alike) {
      return 1 << 16;
    }
    int most = 0;
    int n = m.cols() * bands;
    short[] shorts = new short[n];
    byte[] bytes = new byte[n];
    for (int y = 0; y < m.rows(); y++) {
      int[] want = r.getPixels(0, y, m.cols(), 1, (int[]) null);
      if (deep) {
        m.get(y, 0, shorts);
      } else {
        m.get(y, 0, bytes);
      }
      for (int i = 0; i < n; i++) {
        int c = i % bands;
        int at = c < 3 ? i - c + 2 - c : i; // blue comes first there
        int got = deep ? shorts[at] & 0xffff : bytes[at] & 0xff;
        most = Math.max(most, Math.abs(got - want[i]));
      }
    }
    return most;
  }
}
