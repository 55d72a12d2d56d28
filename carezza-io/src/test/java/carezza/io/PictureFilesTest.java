package carezza.io;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import carezza.engine.Engine;
import carezza.engine.TileCache;
import carezza.image.SourcePicture;
import carezza.io.format.Orientation;
import carezza.io.format.OutputFormat;
import carezza.io.format.OutputFormats;
import carezza.io.format.SampleImage;
import carezza.io.format.UnreadableFileException;
import carezza.sheet.RunSheet;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Random;
import java.util.concurrent.CancellationException;
import java.util.zip.DeflaterOutputStream;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class PictureFilesTest {
  /** Primaries of a wide space, Rec. ITU-R BT.2020. */
  private static final double[] WIDE = {0.708, 0.292, 0.170, 0.797, 0.131, 0.046};

  private Path dir;

  @BeforeClass
  public void folder() throws IOException {
    dir = Files.createTempDirectory("carezza-io");
  }

  private static BufferedImage random(int w, int h, int depth, int bands, long seed) {
    BufferedImage out = SampleImage.of(w, h, depth, bands == 4);
    Random r = new Random(seed);
    int[] row = new int[w * bands];
    for (int y = 0; y < h; y++) {
      for (int i = 0; i < row.length; i++) {
        row[i] = r.nextInt(depth == 8 ? 256 : 65536);
      }
      out.getRaster().setPixels(0, y, w, 1, row);
    }
    return out;
  }

  private Path write(String name, BufferedImage image, int depth, byte[] profile)
      throws IOException {
    Path p = dir.resolve(name);
    OutputFormat f = OutputFormats.ofName(p).orElseThrow();
    f.write(image, 0.95, profile, p);
    return p;
  }

  @DataProvider
  public Object[][] exactFiles() {
    return new Object[][] {
      {"a8.png", 8, 3, false},
      {"a16.png", 16, 3, false},
      {"w16.png", 16, 3, true},
      {"a16.tif", 16, 3, false},
      {"w16.tif", 16, 3, true},
      {"w8.tif", 8, 3, true},
      {"alpha16.png", 16, 4, true},
    };
  }

  @Test(dataProvider = "exactFiles")
  public void anEmptyRunSheetGivesTheFilesOwnValuesBack(
      String name, int depth, int bands, boolean wide) throws IOException {
    byte[] profile = wide ? IccProfile.ofGamma("wide 2.2", WIDE, 2.2) : IccProfile.srgb();
    Path in = write(name, random(301, 270, depth, bands, 7), depth, profile);
    PictureFile file = PictureReader.read(in);
    assertThat(file.warnings()).isEmpty();
    assertThat(file.profile()).isEqualTo(profile);
    Path out = dir.resolve("out-" + name);
    export(file, out, ExportSettings.usual(OutputFormats.ofName(in).orElseThrow(), file), 2);
    PictureFile back = PictureReader.read(out);
    assertThat(back.picture().contentHash()).isEqualTo(file.picture().contentHash());
    assertThat(back.profile()).isEqualTo(profile);
    assertThat(back.picture().depth()).isEqualTo(depth);
  }

  private static void export(PictureFile file, Path out, ExportSettings s, int threads)
      throws IOException {
    Engine e = new Engine(file.picture(), file.encoding(), new TileCache(1 << 26));
    Exporter.export(file, e, e.view(RunSheet.EMPTY, () -> false), s, out, threads, f -> {});
  }

  @Test
  public void wideColoursConvertToSrgbOnRequest() throws IOException {
    byte[] wide = IccProfile.ofGamma("wide 2.2", WIDE, 2.2);
    BufferedImage grey = random(4, 4, 16, 3, 1);
    for (int i = 0; i < 16; i++) {
      grey.getRaster().setPixel(i % 4, i / 4, new int[] {32000, 32000, 32000});
    }
    PictureFile file = PictureReader.read(write("grey.tif", grey, 16, wide));
    Path out = dir.resolve("grey-srgb.png");
    export(file, out, new ExportSettings(OutputFormats.PNG, 8, true, 0.95), 1);
    SourcePicture p = PictureReader.read(out).picture();
    double want = 255 * encode(Math.pow(32000 / 65535.0, 2.19921875));
    for (int c = 0; c < 3; c++) {
      assertThat((double) p.code(c, 1, 1)).isBetween(want - 1, want + 1);
    }
  }

  private static double encode(double v) {
    return v <= 0.0031308 ? 12.92 * v : 1.055 * Math.pow(v, 1 / 2.4) - 0.055;
  }

  @Test
  public void jpegKeepsItsProfileAndIsWrittenInSrgb() throws IOException {
    byte[] wide = IccProfile.ofGamma("wide 2.2", WIDE, 2.2);
    PictureFile file = PictureReader.read(write("w.jpg", random(64, 48, 8, 3, 3), 8, wide));
    assertThat(file.profile()).isEqualTo(wide);
    assertThat(file.encoding().name()).isEqualTo("wide 2.2");
    Path out = dir.resolve("w-out.jpg");
    export(file, out, ExportSettings.usual(OutputFormats.JPEG, file), 1);
    assertThat(PictureReader.read(out).profile()).isEqualTo(IccProfile.srgb());
  }

  @Test
  public void allEightOrientationsTurnUpright() {
    int w = 3;
    int h = 2;
    int[][] want = {
      {0, 1, 2, 3, 4, 5}, {2, 1, 0, 5, 4, 3}, {5, 4, 3, 2, 1, 0}, {3, 4, 5, 0, 1, 2},
      {0, 3, 1, 4, 2, 5}, {3, 0, 4, 1, 5, 2}, {5, 2, 4, 1, 3, 0}, {2, 5, 1, 4, 0, 3}
    };
    for (int code = 1; code <= 8; code++) {
      Orientation o = new Orientation(code);
      int ow = o.swapsSides() ? h : w;
      int[] got = new int[6];
      for (int y = 0; y < h; y++) {
        for (int x = 0; x < w; x++) {
          got[o.y(x, y, w, h) * ow + o.x(x, y, w, h)] = y * w + x;
        }
      }
      assertThat(got).as("orientation %d", code).containsExactly(want[code - 1]);
    }
  }

  @Test
  public void aJpegIsTurnedByItsExifOrientation() throws IOException {
    BufferedImage i = random(40, 24, 8, 3, 4);
    for (int y = 0; y < 24; y++) {
      for (int x = 0; x < 40; x++) {
        i.getRaster()
            .setPixel(x, y, x < 8 && y < 8 ? new int[] {250, 20, 20} : new int[] {20, 20, 20});
      }
    }
    byte[] plain = Files.readAllBytes(write("plain.jpg", i, 8, IccProfile.srgb()));
    byte[] exif = {
      (byte) 0xff,
      (byte) 0xe1,
      0,
      34,
      'E',
      'x',
      'i',
      'f',
      0,
      0,
      'M',
      'M',
      0,
      42,
      0,
      0,
      0,
      8,
      0,
      1,
      1,
      0x12,
      0,
      3,
      0,
      0,
      0,
      1,
      0,
      6,
      0,
      0,
      0,
      0,
      0,
      0
    };
    byte[] all = new byte[plain.length + exif.length];
    System.arraycopy(plain, 0, all, 0, 2);
    System.arraycopy(exif, 0, all, 2, exif.length);
    System.arraycopy(plain, 2, all, 2 + exif.length, plain.length - 2);
    SourcePicture p = PictureReader.read(Files.write(dir.resolve("turned.jpg"), all)).picture();
    assertThat(p.width()).isEqualTo(24);
    assertThat(p.height()).isEqualTo(40);
    assertThat(p.code(0, 20, 3)).as("stored top left is upright top right").isGreaterThan(200);
    assertThat(p.code(0, 3, 3)).isLessThan(60);
  }

  @Test
  public void badFilesGiveOneSentenceThatNamesThem() throws IOException {
    Path empty = Files.write(dir.resolve("empty.png"), new byte[0]);
    Path text = Files.writeString(dir.resolve("text.jpg"), "dear reader, this is no picture");
    Path whole = write("whole.png", random(200, 200, 16, 3, 5), 16, IccProfile.srgb());
    byte[] bytes = Files.readAllBytes(whole);
    Path cut = Files.write(dir.resolve("cut.png"), Arrays.copyOf(bytes, bytes.length / 2));
    Path jpeg = write("whole.jpg", random(200, 200, 8, 3, 5), 8, IccProfile.srgb());
    byte[] j = Files.readAllBytes(jpeg);
    Path cutJpeg = Files.write(dir.resolve("cut.jpg"), Arrays.copyOf(j, j.length / 2));
    byte[] t =
        Files.readAllBytes(write("whole.tif", random(200, 200, 8, 3, 5), 8, IccProfile.srgb()));
    Path cutTiff = Files.write(dir.resolve("cut.tif"), Arrays.copyOf(t, t.length / 2));
    for (Path p : new Path[] {empty, text, cut, cutJpeg, cutTiff, dir, dir.resolve("none.png")}) {
      assertThatThrownBy(() -> PictureReader.read(p))
          .as(p.toString())
          .isInstanceOf(UnreadableFileException.class)
          .hasMessageStartingWith(p.getFileName() + ": ")
          .hasMessageEndingWith(".");
    }
  }

  @Test
  public void inksWithoutAProfileAreRefusedInWords() throws IOException {
    // start of image, then a frame header of four components
    byte[] head = {
      (byte) 0xff,
      (byte) 0xd8,
      (byte) 0xff,
      (byte) 0xc0,
      0,
      20,
      8,
      0,
      8,
      0,
      8,
      4,
      1,
      0x11,
      0,
      2,
      0x11,
      0,
      3,
      0x11,
      0,
      4,
      0x11,
      0,
      (byte) 0xff,
      (byte) 0xd9
    };
    Path p = Files.write(dir.resolve("press.jpg"), head);
    assertThatThrownBy(() -> PictureReader.read(p)).isInstanceOf(UnreadableFileException.class);
    ByteBuffer t = ByteBuffer.allocate(200).order(ByteOrder.LITTLE_ENDIAN);
    t.put((byte) 'I').put((byte) 'I').putShort((short) 42).putInt(8).putShort((short) 8);
    int[][] fields = {
      {256, 2}, {257, 2}, {258, 8}, {259, 1}, {262, 5}, {273, 120}, {277, 4}, {279, 16}
    };
    for (int[] f : fields) {
      t.putShort((short) f[0]).putShort((short) 3).putInt(1).putInt(f[1]);
    }
    Path tiff = Files.write(dir.resolve("press.tif"), t.array());
    assertThatThrownBy(() -> PictureReader.read(tiff))
        .isInstanceOf(UnreadableFileException.class)
        .hasMessage(
            "press.tif: it is a CMYK picture without a colour profile;"
                + " save it with one, or as RGB.");
  }

  @Test
  public void smallestAndWidestArePictures() throws IOException {
    PictureFile one =
        PictureReader.read(write("one.png", random(1, 1, 16, 3, 9), 16, IccProfile.srgb()));
    Path out = dir.resolve("one-out.tif");
    export(one, out, ExportSettings.usual(OutputFormats.TIFF, one), 1);
    assertThat(PictureReader.read(out).picture().contentHash())
        .isEqualTo(one.picture().contentHash());
    PictureFile wide =
        PictureReader.read(write("wide.png", random(30_000, 3, 8, 3, 9), 8, IccProfile.srgb()));
    Path wideOut = dir.resolve("wide-out.png");
    export(wide, wideOut, ExportSettings.usual(OutputFormats.PNG, wide), 2);
    assertThat(PictureReader.read(wideOut).picture().contentHash())
        .isEqualTo(wide.picture().contentHash());
  }

  @Test
  public void aForeignProfileIsAWarningBesideThePicture() throws IOException {
    byte[] broken = Arrays.copyOf(IccProfile.srgb(), IccProfile.srgb().length);
    broken[16] = 'C';
    broken[17] = 'M';
    broken[18] = 'Y';
    broken[19] = 'K';
    Path p = write("foreign.tif", random(20, 20, 8, 3, 2), 8, broken);
    PictureFile f = PictureReader.read(p);
    assertThat(f.warnings()).hasSize(1);
    assertThat(f.warnings().get(0)).contains("not for RGB").contains("sRGB is assumed");
  }

  /** From a sample of squares, for a picture that is alike all over and for a small one. */
  @Test
  public void theSizeOfAnExportIsReckoned() throws IOException {
    for (int side : new int[] {90, 1100}) {
      PictureFile file =
          PictureReader.read(
              write("reckon" + side + ".png", random(side, side, 8, 3, 4), 8, new byte[0]));
      Engine e = new Engine(file.picture(), file.encoding(), new TileCache(1L << 27));
      for (OutputFormat f : OutputFormats.all()) {
        ExportSettings settings = ExportSettings.usual(f, file);
        var view = e.view(RunSheet.EMPTY, () -> false);
        long reckoned = Exporter.estimate(file, e, view, settings);
        Path out = dir.resolve("reckoned" + side + "." + f.extensions().get(0));
        Exporter.export(file, e, view, settings, out, 1, share -> {});
        double ratio = reckoned / (double) Files.size(out);
        assertThat(ratio).as("%s of %d pixels a side", f.key(), side).isBetween(0.8, 1.2);
      }
    }
  }

  @Test
  public void theOriginalIsNeverWrittenTo() throws IOException {
    Path p = write("own.png", random(20, 20, 8, 3, 2), 8, IccProfile.srgb());
    PictureFile f = PictureReader.read(p);
    assertThatThrownBy(() -> export(f, p, ExportSettings.usual(OutputFormats.PNG, f), 1))
        .isInstanceOf(UnreadableFileException.class)
        .hasMessageContaining("original");
  }

  @Test
  public void aCancelledExportLeavesNothing() throws IOException {
    PictureFile f =
        PictureReader.read(write("c.png", random(600, 900, 8, 3, 2), 8, IccProfile.srgb()));
    Path out = dir.resolve("cancelled.png");
    Engine e = new Engine(f.picture(), f.encoding(), new TileCache(1 << 26));
    assertThatThrownBy(
            () ->
                Exporter.export(
                    f,
                    e,
                    e.view(RunSheet.EMPTY, () -> false),
                    ExportSettings.usual(OutputFormats.PNG, f),
                    out,
                    1,
                    share -> {
                      throw new CancellationException("enough");
                    }))
        .isInstanceOf(CancellationException.class);
    assertThat(out).doesNotExist();
    assertThatThrownBy(
            () ->
                export(f, dir.resolve("none/x.png"), ExportSettings.usual(OutputFormats.PNG, f), 1))
        .isInstanceOf(UnreadableFileException.class)
        .hasMessageContaining("is not there");
  }

  /** As many tools pack 16 bits: deflated horizontal differences, in one strip. */
  @Test
  public void differencedTiffsOf16BitsAreRead() throws IOException {
    int w = 61;
    int h = 47;
    BufferedImage image = random(w, h, 16, 3, 8);
    Path file = Files.write(dir.resolve("differenced.tif"), differenced(image));
    SourcePicture read = PictureReader.read(file).picture();
    assertThat(read.depth()).isEqualTo(16);
    int[] want = new int[3];
    for (int i = 0; i < w * h; i++) {
      image.getRaster().getPixel(i % w, i / w, want);
      for (int c = 0; c < 3; c++) {
        assertThat(read.code(c, i % w, i / w)).as("pixel %d", i).isEqualTo(want[c]);
      }
    }
  }

  private static byte[] differenced(BufferedImage image) throws IOException {
    int w = image.getWidth();
    int h = image.getHeight();
    ByteBuffer plain = ByteBuffer.allocate(6 * w * h).order(ByteOrder.LITTLE_ENDIAN);
    for (int y = 0; y < h; y++) {
      int[] row = image.getRaster().getPixels(0, y, w, 1, (int[]) null);
      for (int i = 0; i < row.length; i++) {
        plain.putShort((short) (i < 3 ? row[i] : row[i] - row[i - 3]));
      }
    }
    ByteArrayOutputStream packed = new ByteArrayOutputStream();
    try (DeflaterOutputStream out = new DeflaterOutputStream(packed)) {
      out.write(plain.array());
    }
    int[][] tags = {
      {256, 4, 1, w}, {257, 4, 1, h}, {258, 3, 3, 8}, {259, 3, 1, 8}, {262, 3, 1, 2},
      {273, 4, 1, 14}, {277, 3, 1, 3}, {278, 4, 1, h}, {279, 4, 1, packed.size()}, {317, 3, 1, 2}
    };
    ByteBuffer b =
        ByteBuffer.allocate(14 + packed.size() + 6 + 12 * tags.length)
            .order(ByteOrder.LITTLE_ENDIAN);
    b.put((byte) 'I').put((byte) 'I').putShort((short) 42).putInt(14 + packed.size());
    b.putShort((short) 16).putShort((short) 16).putShort((short) 16);
    b.put(packed.toByteArray()).putShort((short) tags.length);
    for (int[] t : tags) {
      b.putShort((short) t[0]).putShort((short) t[1]).putInt(t[2]).putInt(t[3]);
    }
    return b.putInt(0).array();
  }
}
