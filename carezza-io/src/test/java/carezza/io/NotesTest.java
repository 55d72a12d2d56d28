package carezza.io;

import static org.assertj.core.api.Assertions.assertThat;

import carezza.engine.Engine;
import carezza.engine.TileCache;
import carezza.io.format.Notes;
import carezza.io.format.OutputFormat;
import carezza.io.format.OutputFormats;
import carezza.io.format.SampleImage;
import carezza.sheet.RunSheet;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** What a file says of itself goes into what is written of it, as of a picture turned upright. */
public class NotesTest {
  private static final String PACKET =
      "<x:xmpmeta xmlns:x=\"adobe:ns:meta/\"><dc:rights>Tidewater Players</dc:rights>"
          + "<r tiff:Orientation=\"6\"/></x:xmpmeta>";

  private Path dir;

  @BeforeClass
  public void folder() throws IOException {
    dir = Files.createTempDirectory("carezza-notes");
  }

  /** An artist, a turn by a quarter, and a preview that is said to follow. */
  private static byte[] exif(ByteOrder order) {
    ByteBuffer b = ByteBuffer.allocate(64).order(order);
    b.put((order == ByteOrder.LITTLE_ENDIAN ? "II" : "MM").getBytes(StandardCharsets.US_ASCII));
    b.putShort((short) 42).putInt(8).putShort((short) 2);
    b.putShort((short) 0x0112).putShort((short) 3).putInt(1);
    b.putShort((short) 6).putShort((short) 0);
    b.putShort((short) 0x013b).putShort((short) 2).putInt(8).putInt(40);
    b.putInt(50);
    b.position(40);
    b.put("A. Maker".getBytes(StandardCharsets.US_ASCII));
    return b.array();
  }

  @DataProvider
  public Object[][] formats() {
    return new Object[][] {
      {OutputFormats.JPEG, OutputFormats.JPEG, true},
      {OutputFormats.JPEG, OutputFormats.PNG, true},
      {OutputFormats.JPEG, OutputFormats.TIFF, false},
      {OutputFormats.PNG, OutputFormats.JPEG, true},
      {OutputFormats.TIFF, OutputFormats.PNG, false}
    };
  }

  @Test(dataProvider = "formats")
  public void notesAreKept(OutputFormat from, OutputFormat to, boolean exif) throws IOException {
    Notes notes = new Notes(exif(ByteOrder.BIG_ENDIAN), PACKET.getBytes(StandardCharsets.UTF_8));
    Path in = dir.resolve("in-" + from.key() + to.key() + "." + from.extensions().get(0));
    from.write(SampleImage.of(24, 16, 8, false), 0.95, IccProfile.srgb(), notes, in);
    PictureFile file = PictureReader.read(in);
    Path out = dir.resolve("out-" + from.key() + to.key() + "." + to.extensions().get(0));
    Engine e = new Engine(file.picture(), file.encoding(), new TileCache(1 << 24));
    ExportSettings s = new ExportSettings(to, 8, false, 0.95);
    Exporter.export(file, e, e.view(RunSheet.EMPTY, () -> false), s, out, 1, f -> {});
    PictureFile back = PictureReader.read(out);
    assertThat(back.picture().width()).isEqualTo(file.picture().width());
    String xmp = new String(back.notes().xmp(), StandardCharsets.UTF_8);
    assertThat(xmp).contains("Tidewater Players").contains("Orientation=\"1\"");
    String kept = new String(back.notes().exif(), StandardCharsets.US_ASCII);
    assertThat(kept.contains("A. Maker")).isEqualTo(exif);
  }

  @Test
  public void theTurnAndThePreviewAreTakenOut() throws IOException {
    for (ByteOrder order : new ByteOrder[] {ByteOrder.LITTLE_ENDIAN, ByteOrder.BIG_ENDIAN}) {
      Path in = dir.resolve("turned" + order + ".jpg");
      OutputFormats.JPEG.write(
          SampleImage.of(24, 16, 8, false),
          0.95,
          IccProfile.srgb(),
          new Notes(exif(order), new byte[0]),
          in);
      PictureFile file = PictureReader.read(in);
      assertThat(file.picture().width()).as("turned upright").isEqualTo(16);
      ByteBuffer b = ByteBuffer.wrap(file.notes().exif()).order(order);
      assertThat(b.getShort(18)).as("orientation").isEqualTo((short) 1);
      assertThat(b.getInt(34)).as("where a preview would be").isZero();
    }
  }

  @Test
  public void damagedNotesAreLeftOut() throws IOException {
    for (String exif : new String[] {"", "II", "MM*\0\0\0\u007f\u007f\u007f", "nothing of it"}) {
      Path in = dir.resolve("damaged" + exif.length() + ".png");
      Notes notes = new Notes(exif.getBytes(StandardCharsets.US_ASCII), new byte[0]);
      OutputFormats.PNG.write(SampleImage.of(4, 4, 8, false), 1, IccProfile.srgb(), notes, in);
      assertThat(PictureReader.read(in).notes().exif()).isEmpty();
    }
  }

  /** The size of the picture in both directories and in the packet, and nothing else. */
  @Test
  public void aCropsSizeIsSaid() {
    for (ByteOrder order : new ByteOrder[] {ByteOrder.LITTLE_ENDIAN, ByteOrder.BIG_ENDIAN}) {
      ByteBuffer b = ByteBuffer.allocate(80).order(order);
      b.put((order == ByteOrder.LITTLE_ENDIAN ? "II" : "MM").getBytes(StandardCharsets.US_ASCII));
      b.putShort((short) 42).putInt(8).putShort((short) 2);
      b.putShort((short) 0x0100)
          .putShort((short) 3)
          .putInt(1)
          .putShort((short) 4000)
          .putShort((short) 0);
      b.putShort((short) 0x8769).putShort((short) 4).putInt(1).putInt(44);
      b.putInt(0);
      b.position(44);
      b.putShort((short) 2);
      b.putShort((short) 0xa002).putShort((short) 4).putInt(1).putInt(4000);
      b.putShort((short) 0xa003)
          .putShort((short) 3)
          .putInt(1)
          .putShort((short) 3000)
          .putShort((short) 0);
      b.putInt(0);
      String packet = "<a exif:PixelXDimension=\"4000\"><exif:PixelYDimension>3000</a>";
      Notes n = new Notes(b.array(), packet.getBytes(StandardCharsets.UTF_8)).sized(70000, 1500);
      ByteBuffer now = ByteBuffer.wrap(n.exif()).order(order);
      assertThat(now.getInt(46 + 8)).isEqualTo(70000);
      assertThat(now.getShort(58 + 8)).isEqualTo((short) 1500);
      assertThat(new String(n.xmp(), StandardCharsets.UTF_8))
          .isEqualTo("<a exif:PixelXDimension=\"70000\"><exif:PixelYDimension>1500</a>");
    }
  }

  @Test
  public void notesThatPointNowhereKeepTheirBytes() {
    byte[] exif = exif(ByteOrder.BIG_ENDIAN);
    ByteBuffer b = ByteBuffer.wrap(exif);
    b.putShort(10, (short) 0x8769).putInt(10 + 8, Integer.MAX_VALUE);
    assertThat(new Notes(exif, new byte[0]).sized(3, 4).exif()).isEqualTo(exif);
    assertThat(Notes.NONE.sized(3, 4)).isEqualTo(Notes.NONE);
  }
}
