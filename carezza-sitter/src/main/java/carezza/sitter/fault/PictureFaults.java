package carezza.sitter.fault;

import carezza.engine.Engine;
import carezza.engine.TileCache;
import carezza.image.RgbBlock;
import carezza.io.IccProfile;
import carezza.io.PictureFile;
import carezza.io.PictureReader;
import carezza.io.format.OutputFormat;
import carezza.io.format.OutputFormats;
import carezza.io.format.UnreadableFileException;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageWriteParam;
import javax.imageio.ImageWriter;
import javax.imageio.stream.ImageOutputStream;

/**
 * Damaged picture files: each is read, with finite light in every pixel, or refused in a sentence.
 * A file that is cut off in its picture is never read as if it were whole.
 */
public final class PictureFaults {
  private static final String DAMAGED = "pictures damaged";
  private static final String CUT = "pictures cut off";
  private static final int SIDE = 96;
  private static final double[] WIDE = {0.708, 0.292, 0.170, 0.797, 0.131, 0.046};

  private final Path dir;
  private final List<Path> whole = new ArrayList<>();

  /**
   * @param dir an empty folder to work in
   */
  public PictureFaults(Path dir) throws IOException {
    this.dir = dir;
    byte[] wide = IccProfile.ofGamma("wide 2.2", WIDE, 2.2);
    for (int depth : new int[] {8, 16}) {
      for (int bands : new int[] {3, 4}) {
        BufferedImage image = MadePicture.photograph(SIDE, SIDE - 7, depth, bands, depth + bands);
        for (OutputFormat f : OutputFormats.all()) {
          if (f.depths().contains(depth) && (bands == 3 || f.hasAlpha())) {
            Path p = dir.resolve("whole" + whole.size() + "." + f.extensions().get(0));
            f.write(image, 0.9, depth == 8 ? IccProfile.srgb() : wide, p);
            whole.add(p);
          }
        }
      }
    }
    OutputFormat plain = OutputFormats.TIFF.otherwise().orElseThrow();
    Path p = dir.resolve("plain.tif");
    plain.write(MadePicture.photograph(SIDE, SIDE, 16, 3, 3), 1, wide, p);
    whole.add(p);
    whole.add(palette("tiff", "palette.tif"));
    whole.add(palette("png", "palette.png"));
  }

  private Path palette(String format, String name) throws IOException {
    BufferedImage from = MadePicture.photograph(SIDE, SIDE, 8, 3, 9);
    BufferedImage image = new BufferedImage(SIDE, SIDE, BufferedImage.TYPE_BYTE_INDEXED);
    for (int i = 0; i < SIDE * SIDE; i++) {
      image.setRGB(i % SIDE, i / SIDE, from.getRGB(i % SIDE, i / SIDE));
    }
    Path p = dir.resolve(name);
    ImageWriter writer = ImageIO.getImageWritersByFormatName(format).next();
    try (ImageOutputStream out = ImageIO.createImageOutputStream(p.toFile())) {
      writer.setOutput(out);
      ImageWriteParam param = writer.getDefaultWriteParam();
      writer.write(null, new IIOImage(image, null, null), param);
    } finally {
      writer.dispose();
    }
    return p;
  }

  /** Damages one file by a seed. */
  public void damaged(long seed, FaultTable table) throws IOException {
    Random r = new Random(seed);
    Path from = whole.get(r.nextInt(whole.size()));
    byte[] bytes = Damage.bytes(Files.readAllBytes(from), r);
    read(DAMAGED, seed, from, bytes, table);
  }

  /** Damages the colour profile alone and puts it back into a file. */
  public void profile(long seed, FaultTable table) throws IOException {
    Random r = new Random(seed);
    byte[] good = r.nextBoolean() ? IccProfile.srgb() : IccProfile.ofGamma("w", WIDE, 2.2);
    byte[] bad = Damage.bytes(good, r);
    byte[] png = png(bad);
    read("profiles damaged", seed, dir.resolve("profile.png"), png, table);
  }

  private byte[] png(byte[] profile) throws IOException {
    Path p = dir.resolve("profile-whole.png");
    OutputFormats.PNG.write(MadePicture.photograph(24, 24, 8, 3, 4), 1, profile, p);
    return Files.readAllBytes(p);
  }

  private void read(String what, long seed, Path from, byte[] bytes, FaultTable table)
      throws IOException {
    Path p = Files.write(dir.resolve("d-" + from.getFileName()), bytes);
    try {
      PictureFile file = PictureReader.read(p);
      refuseStrange(file);
      table.add(what, FaultTable.Outcome.READ);
    } catch (UnreadableFileException e) {
      boolean sentence =
          e.getMessage().startsWith(p.getFileName() + ": ") && e.getMessage().endsWith(".");
      if (sentence) {
        table.add(what, FaultTable.Outcome.REFUSED);
      } else {
        table.fail(what, seed, "no sentence: " + e.getMessage());
      }
    } catch (RuntimeException | Error e) {
      table.fail(what, seed, "", e);
    }
  }

  /** Light has to be a number everywhere. */
  private static void refuseStrange(PictureFile file) {
    if ((long) file.picture().width() * file.picture().height() > 1 << 22) {
      return;
    }
    Engine e = new Engine(file.picture(), file.encoding(), new TileCache(1 << 22));
    RgbBlock b = e.original().read(0, file.picture().bounds());
    for (int c = 0; c < 3; c++) {
      for (float v : b.channel(c)) {
        if (!Float.isFinite(v)) {
          throw new IllegalStateException("light that is no number in channel " + c);
        }
      }
    }
    for (double v : file.encoding().toWorking().inverse().m()) {
      if (!Double.isFinite(v)) {
        throw new IllegalStateException("colours that cannot be written back");
      }
    }
  }

  /** Cuts one file off by a seed; what was in the part that is missing must not be made up. */
  public void cut(long seed, FaultTable table) throws IOException {
    Random r = new Random(seed);
    Path from = whole.get(r.nextInt(whole.size()));
    byte[] bytes = Files.readAllBytes(from);
    Path p = dir.resolve("c-" + from.getFileName());
    Files.write(p, Arrays.copyOf(bytes, r.nextInt(bytes.length)));
    try {
      PictureFile file = PictureReader.read(p);
      boolean same =
          file.picture().contentHash() == PictureReader.read(from).picture().contentHash();
      if (same) {
        table.add(CUT, FaultTable.Outcome.READ);
      } else {
        table.fail(CUT, seed, p.getFileName() + " read with other samples");
      }
    } catch (UnreadableFileException e) {
      table.add(CUT, FaultTable.Outcome.REFUSED);
    } catch (RuntimeException | Error e) {
      table.fail(CUT, seed, "", e);
    }
  }
}
