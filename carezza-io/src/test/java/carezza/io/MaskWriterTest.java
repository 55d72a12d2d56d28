package carezza.io;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import carezza.image.Plane;
import carezza.image.Rect;
import carezza.io.format.UnreadableFileException;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import javax.imageio.ImageIO;
import org.testng.annotations.Test;

public class MaskWriterTest {
  private static Plane ramp(Rect r) {
    Plane p = new Plane(r);
    for (int i = 0; i < p.data().length; i++) {
      p.data()[i] = (i % r.w() - 10) / 255f + (r.y() + i / r.w() == 299 ? 2 : 0);
    }
    return p;
  }

  @Test
  public void weightsBecomeCodesAndAreKeptInRange() throws IOException {
    Path file = Files.createTempDirectory("carezza-mask").resolve("skin.png");
    MaskWriter.write(file, new Rect(0, 0, 120, 300), MaskWriterTest::ramp);
    BufferedImage image = ImageIO.read(file.toFile());
    assertThat(image.getColorModel().getPixelSize()).isEqualTo(8);
    assertThat(image.getHeight()).isEqualTo(300);
    assertThat(image.getRaster().getSample(3, 0, 0)).as("below 0").isZero();
    assertThat(image.getRaster().getSample(73, 256, 0)).isEqualTo(63);
    assertThat(image.getRaster().getSample(73, 299, 0)).as("above 1").isEqualTo(255);
  }

  @Test
  public void aFolderThatIsNotThereIsNamed() {
    Path file = Path.of("no-such-folder").resolve("skin.png");
    assertThatThrownBy(() -> MaskWriter.write(file, new Rect(0, 0, 4, 4), MaskWriterTest::ramp))
        .isInstanceOf(UnreadableFileException.class)
        .hasMessageContaining("skin.png")
        .hasMessageContaining("is not there");
  }

  /** Linux has a file that is always full; a writer of pictures hides that in its cause. */
  @Test
  public void aFullDiskIsNamed() {
    Path full = Path.of("/dev/full");
    assertThatThrownBy(
            () ->
                AtomicFile.write(
                    Path.of("target").resolve("skin.png"),
                    part -> {
                      try {
                        Files.write(full, new byte[9000], StandardOpenOption.WRITE);
                      } catch (IOException e) {
                        throw new IOException("the writer gave up", e);
                      }
                    }))
        .isInstanceOf(UnreadableFileException.class)
        .hasMessage("skin.png: it could not be written: the disk is full.");
  }
}
