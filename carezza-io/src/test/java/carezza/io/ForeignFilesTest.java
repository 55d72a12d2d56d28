package carezza.io;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import carezza.color.CieLab;
import carezza.io.format.OutputFormat;
import carezza.io.format.OutputFormats;
import carezza.io.format.SampleImage;
import carezza.io.format.UnreadableFileException;
import java.awt.image.BufferedImage;
import java.awt.image.DataBuffer;
import java.awt.image.Raster;
import java.awt.image.WritableRaster;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageWriter;
import javax.imageio.stream.ImageOutputStream;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Pictures in inks, by tables and in grey are read by their profiles, and written again. */
public class ForeignFilesTest {
  /** Patches of cyan, magenta, yellow, black, 0 to 1. */
  private static final double[][] PATCHES = {
    {0, 0, 0, 0}, {1, 0, 0, 0}, {0, 1, 0, 0}, {0, 0, 1, 0}, {0, 0, 0, 1}, {0.2, 0.4, 0.5, 0.1}
  };

  private static final int PATCH = 16;

  private Path dir;

  @BeforeClass
  public void folder() throws IOException {
    dir = Files.createTempDirectory("carezza-foreign");
  }

  /** An uncompressed TIFF of the patches beside one another. */
  private static byte[] tiff(int bits, byte[] icc) {
    int w = PATCH * PATCHES.length;
    int size = w * PATCH * 4 * bits / 8;
    int[][] fields = {
      {256, 4, 1, w},
      {257, 4, 1, PATCH},
      {258, 3, 4, 200},
      {259, 3, 1, 1},
      {262, 3, 1, 5},
      {273, 4, 1, 300 + icc.length},
      {277, 3, 1, 4},
      {278, 4, 1, PATCH},
      {279, 4, 1, size},
      {332, 3, 1, 1},
      {34675, 7, icc.length, 300}
    };
    ByteBuffer b = ByteBuffer.allocate(300 + icc.length + size).order(ByteOrder.LITTLE_ENDIAN);
    b.put((byte) 'I').put((byte) 'I').putShort((short) 42).putInt(8);
    b.putShort((short) fields.length);
    for (int[] f : fields) {
      b.putShort((short) f[0]).putShort((short) f[1]).putInt(f[2]);
      if (f[1] == 3 && f[2] == 1) {
        b.putShort((short) f[3]).putShort((short) 0);
      } else {
        b.putInt(f[3]);
      }
    }
    b.position(200);
    for (int c = 0; c < 4; c++) {
      b.putShort((short) bits);
    }
    b.position(300);
    b.put(icc);
    for (int i = 0; i < w * PATCH; i++) {
      for (double v : PATCHES[i % w / PATCH]) {
        if (bits == 8) {
          b.put((byte) Math.round(255 * v));
        } else {
          b.putShort((short) Math.round(65535 * v));
        }
      }
    }
    return b.array();
  }

  private static double[] lab(PictureFile f, int patch) {
    double[] rgb = new double[3];
    for (int c = 0; c < 3; c++) {
      int code = f.picture().code(c, patch * PATCH + PATCH / 2, PATCH / 2);
      rgb[c] = f.encoding().table(c, f.picture().depth())[code];
    }
    double[] w = f.encoding().toWorking().times(rgb[0], rgb[1], rgb[2]);
    return CieLab.of(w[0], w[1], w[2]);
  }

  private static void looksPrinted(PictureFile f, double tolerance) {
    assertThat(lab(f, 0)[0]).as("paper").isCloseTo(99, within(tolerance));
    assertThat(lab(f, 1)[1]).as("cyan").isLessThan(-10);
    assertThat(lab(f, 2)[1]).as("magenta").isGreaterThan(40);
    assertThat(lab(f, 3)[2]).as("yellow").isGreaterThan(60);
    assertThat(lab(f, 4)[0]).as("black").isBetween(25.0, 36.0);
    assertThat(lab(f, 5)[0]).as("skin").isBetween(60.0, 80.0);
  }

  @DataProvider
  public Object[][] depths() {
    return new Object[][] {{8}, {16}};
  }

  @Test(dataProvider = "depths")
  public void inksAreReadByTheirProfile(int bits) throws IOException {
    Path p = dir.resolve("press" + bits + ".tif");
    Files.write(p, tiff(bits, TableProfiles.inks()));
    PictureFile f = PictureReader.read(p);
    looksPrinted(f, 1);
    assertThat(f.picture().depth()).isEqualTo(16);
    assertThat(f.picture().channels()).isEqualTo(3);
    assertThat(f.profile()).isEqualTo(ForeignColour.WIDE);
    assertThat(f.warnings()).singleElement().asString().contains("Made-up CMYK").endsWith(".");
  }

  /** Plain, or as an Adobe segment says: from paper to full ink, with luma or without. */
  @DataProvider
  public Object[][] adobe() {
    return new Object[][] {{-1}, {0}, {2}};
  }

  private static int[] stored(double[] patch, int adobe) {
    int[] v = new int[4];
    for (int c = 0; c < 4; c++) {
      v[c] = (int) Math.round(255 * (adobe < 0 ? patch[c] : 1 - patch[c]));
    }
    if (adobe == 2) {
      double r = 255 - v[0];
      double g = 255 - v[1];
      double b = 255 - v[2];
      double y = 0.299 * r + 0.587 * g + 0.114 * b;
      v[0] = (int) Math.round(y);
      v[1] = (int) Math.round(128 + (b - y) / 1.772);
      v[2] = (int) Math.round(128 + (r - y) / 1.402);
    }
    for (int c = 0; c < 4; c++) {
      v[c] = Math.max(0, Math.min(255, v[c]));
    }
    return v;
  }

  @Test(dataProvider = "adobe")
  public void inksOfAJpegAreReadByTheirProfile(int adobe) throws IOException {
    int w = PATCH * PATCHES.length;
    WritableRaster inks = Raster.createInterleavedRaster(DataBuffer.TYPE_BYTE, w, PATCH, 4, null);
    for (int i = 0; i < w * PATCH; i++) {
      inks.setPixel(i % w, i / w, stored(PATCHES[i % w / PATCH], adobe));
    }
    ByteArrayOutputStream plain = new ByteArrayOutputStream();
    ImageWriter writer = ImageIO.getImageWritersByFormatName("jpeg").next();
    try (ImageOutputStream out = ImageIO.createImageOutputStream(plain)) {
      writer.setOutput(out);
      writer.write(new IIOImage(inks, null, null));
    }
    byte[] icc = TableProfiles.inks();
    byte[] mark = {
      (byte) 0xff, (byte) 0xee, 0, 14, 'A', 'd', 'o', 'b', 'e', 0, 100, 0, 0, 0, 0, (byte) adobe
    };
    ByteArrayOutputStream file = new ByteArrayOutputStream();
    file.write(plain.toByteArray(), 0, 2);
    if (adobe >= 0) {
      file.write(mark);
    }
    int most = 60_000;
    int parts = (icc.length + most - 1) / most;
    for (int i = 0; i < parts; i++) {
      int n = Math.min(most, icc.length - i * most);
      file.write(0xff);
      file.write(0xe2);
      file.write((n + 16) >> 8);
      file.write(n + 16);
      file.write("ICC_PROFILE\0".getBytes(StandardCharsets.US_ASCII));
      file.write(i + 1);
      file.write(parts);
      file.write(icc, i * most, n);
    }
    file.write(plain.toByteArray(), 2, plain.size() - 2);
    Path p = Files.write(dir.resolve("press" + adobe + ".jpg"), file.toByteArray());
    PictureFile f = PictureReader.read(p);
    looksPrinted(f, 3);
    assertThat(f.warnings()).singleElement().asString().contains("Made-up CMYK");
  }

  /** A profile for other colours, or none that can be read. */
  @Test
  public void inksWithAForeignProfileAreRefusedInWords() throws IOException {
    for (byte[] icc : new byte[][] {IccProfile.srgb(), new byte[200]}) {
      Path p = dir.resolve("foreign" + icc.length + ".tif");
      Files.write(p, tiff(8, icc));
      assertThatThrownBy(() -> PictureReader.read(p))
          .isInstanceOf(UnreadableFileException.class)
          .hasMessageStartingWith(p.getFileName() + ": ")
          .hasMessageContaining("profile that cannot be used")
          .hasMessageEndingWith("save it as RGB.");
    }
  }

  @Test
  public void tablesOfRgbAreReadAndWrittenWide() throws IOException {
    BufferedImage image = SampleImage.of(8, 8, 16, false);
    for (int i = 0; i < 64; i++) {
      image.getRaster().setPixel(i % 8, i / 8, new int[] {52000, 40000, 33000});
    }
    Path p = dir.resolve("table.png");
    OutputFormat png = OutputFormats.ofName(p).orElseThrow();
    png.write(image, 1, TableProfiles.rgb(), p);
    PictureFile f = PictureReader.read(p);
    assertThat(f.warnings()).singleElement().asString().contains("Made-up RGB");
    double[] lab = CieLab.of(light(f)[0], light(f)[1], light(f)[2]);
    double y = 0.25 * Math.pow(52000 / 65535.0, 2.1);
    y += 0.68 * Math.pow(40000 / 65535.0, 2.2) + 0.07 * Math.pow(33000 / 65535.0, 2.3);
    assertThat(lab[0]).isCloseTo(116 * Math.cbrt(y) - 16, within(0.5));
  }

  private static double[] light(PictureFile f) {
    double[] rgb = new double[3];
    for (int c = 0; c < 3; c++) {
      rgb[c] = f.encoding().table(c, f.picture().depth())[f.picture().code(c, 4, 4)];
    }
    return f.encoding().toWorking().times(rgb[0], rgb[1], rgb[2]);
  }

  /** Its codes stay, three times, under a profile in colour with the same curve. */
  @Test
  public void greyIsReadByItsCurve() throws IOException {
    BufferedImage image = new BufferedImage(8, 8, BufferedImage.TYPE_BYTE_GRAY);
    for (int i = 0; i < 64; i++) {
      image.getRaster().setSample(i % 8, i / 8, 0, 128);
    }
    Path p = dir.resolve("grey.png");
    OutputFormats.ofName(p).orElseThrow().write(image, 1, greyProfile(1.8), p);
    PictureFile f = PictureReader.read(p);
    assertThat(f.warnings()).isEmpty();
    assertThat(f.picture().code(1, 4, 4)).isEqualTo(128);
    double[] w = light(f);
    for (double v : w) {
      assertThat(v).isCloseTo(Math.pow(128 / 255.0, 1.8), within(2e-3));
    }
    assertThat(IccProfile.colours(f.profile())).isEqualTo(3);
  }

  private static byte[] greyProfile(double gamma) {
    ByteBuffer b = ByteBuffer.allocate(132 + 24 + 20 + 16);
    b.putInt(0, b.capacity()).putInt(8, 0x02400000);
    b.position(12);
    b.put("mntrGRAYXYZ ".getBytes(StandardCharsets.US_ASCII));
    b.position(36);
    b.put("acsp".getBytes(StandardCharsets.US_ASCII));
    b.putInt(68, 63190).putInt(72, 65536).putInt(76, 54061).putInt(128, 2);
    b.position(132);
    b.put("wtpt".getBytes(StandardCharsets.US_ASCII)).putInt(156).putInt(20);
    b.put("kTRC".getBytes(StandardCharsets.US_ASCII)).putInt(176).putInt(14);
    b.put("XYZ ".getBytes(StandardCharsets.US_ASCII)).putInt(0).putInt(63190).putInt(65536);
    b.putInt(54061);
    b.put("curv".getBytes(StandardCharsets.US_ASCII)).putInt(0).putInt(1);
    b.putShort((short) Math.round(gamma * 256));
    return b.array();
  }
}
