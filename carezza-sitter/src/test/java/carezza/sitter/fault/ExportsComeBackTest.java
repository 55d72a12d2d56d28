package carezza.sitter.fault;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import carezza.io.IccProfile;
import carezza.io.PictureFile;
import carezza.io.PictureReader;
import carezza.io.format.Notes;
import carezza.io.format.OutputFormat;
import carezza.io.format.OutputFormats;
import carezza.io.format.ReadBack;
import carezza.io.format.UnreadableFileException;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;
import org.testng.annotations.AfterMethod;
import org.testng.annotations.BeforeMethod;
import org.testng.annotations.Test;

/** Every picture that is exported shows what was to be exported, or is an error. */
public class ExportsComeBackTest {
  private Path dir;

  @BeforeMethod
  public void folder() throws IOException {
    dir = Files.createTempDirectory("carezza-exports");
  }

  @AfterMethod
  public void away() throws IOException {
    try (Stream<Path> all = Files.list(dir)) {
      for (Path p : all.toList()) {
        Files.delete(p);
      }
    }
    Files.delete(dir);
  }

  /** Five contents, two depths, odd sizes, with and without alpha, in each format, each twice. */
  @Test
  public void picturesOfEveryKindComeBackSampleForSample() throws IOException {
    int exact = 0;
    int near = 0;
    for (int i = 0; i < 80; i++) {
      MadePicture made = MadePicture.of(i);
      Path in = dir.resolve("in.png");
      OutputFormats.PNG.write(made.image(), 1, IccProfile.srgb(), in);
      PictureFile source = PictureReader.read(in);
      for (OutputFormat f : OutputFormats.all()) {
        int depth = f.depths().contains(made.depth()) ? made.depth() : f.depths().get(0);
        Path out = dir.resolve("out." + f.extensions().get(0));
        BareExport.write(source, out, f, depth);
        BufferedImage back = f.decode(out);
        String which = made + " as " + f.key();
        if (f.bound() == ReadBack.Bound.EXACT) {
          assertThat(PictureReader.read(out).picture().contentHash())
              .as(which)
              .isEqualTo(source.picture().contentHash());
          exact++;
        } else {
          assertThat(back.getWidth()).as(which).isEqualTo(made.image().getWidth());
          near++;
        }
        Files.delete(out);
      }
    }
    assertThat(exact).isEqualTo(160);
    assertThat(near).isEqualTo(80);
  }

  /** The encoder's fault that this guards against is still there: else the guard can go. */
  @Test
  public void aDeflatedTiffOfNoiseDoesNotComeBackByItself() throws IOException {
    BufferedImage noise = MadePicture.noise(700, 500, 16, 3, 1);
    Path out = dir.resolve("noise.tif");
    OutputFormats.TIFF.write(noise, 1, IccProfile.srgb(), out);
    assertThat(ReadBack.comesBack(OutputFormats.TIFF, noise, out)).isFalse();
    OutputFormat plain = OutputFormats.TIFF.otherwise().orElseThrow();
    plain.write(noise, 1, IccProfile.srgb(), out);
    assertThat(ReadBack.comesBack(plain, noise, out)).isTrue();
  }

  /** A format that spoils one sample. */
  private record Spoiling(OutputFormat good) implements OutputFormat {
    @Override
    public String key() {
      return "SPOILING";
    }

    @Override
    public List<String> extensions() {
      return good.extensions();
    }

    @Override
    public List<Integer> depths() {
      return good.depths();
    }

    @Override
    public boolean hasAlpha() {
      return good.hasAlpha();
    }

    @Override
    public ReadBack.Bound bound() {
      return good.bound();
    }

    @Override
    public void write(BufferedImage image, double quality, byte[] profile, Notes notes, Path out)
        throws IOException {
      BufferedImage spoilt = MadePicture.copy(image);
      int h = image.getHeight();
      int from = bound() == ReadBack.Bound.EXACT ? h - 1 : h - h / 3;
      for (int y = from; y < h; y++) {
        spoilt.getRaster().setSample(0, y, 1, spoilt.getRaster().getSample(0, y, 1) ^ 1);
        if (bound() == ReadBack.Bound.NEAR) {
          for (int x = 0; x < image.getWidth(); x++) {
            spoilt.getRaster().setPixel(x, y, new int[] {128, 128, 128});
          }
        }
      }
      good.write(spoilt, quality, profile, notes, out);
    }
  }

  @Test
  public void whatDoesNotComeBackIsAnErrorAndNoFile() throws IOException {
    Path in = dir.resolve("in.png");
    OutputFormats.PNG.write(MadePicture.photograph(300, 420, 8, 3, 5), 1, IccProfile.srgb(), in);
    PictureFile source = PictureReader.read(in);
    for (OutputFormat f : OutputFormats.all()) {
      Path out = dir.resolve("spoilt." + f.key().toLowerCase(Locale.ROOT));
      assertThatThrownBy(() -> BareExport.write(source, out, new Spoiling(f), 8))
          .as(f.key())
          .isInstanceOf(UnreadableFileException.class)
          .hasMessageStartingWith(out.getFileName() + ": ")
          .hasMessageContaining("could not be read back");
    }
    try (Stream<Path> all = Files.list(dir)) {
      assertThat(all).containsExactly(in);
    }
  }
}
