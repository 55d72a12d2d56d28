package carezza.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import carezza.engine.LastingStore;
import carezza.engine.TileCache;
import carezza.io.format.UnreadableFileException;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.CancellationException;
import javax.imageio.ImageIO;
import org.testng.annotations.BeforeMethod;
import org.testng.annotations.Test;

/** Decoded pictures are kept within their room, and no longer than their files stay as they are. */
public class PictureShelfTest {
  private static final int SIDE = 100;
  private static final long BYTES = 3L * SIDE * SIDE;

  private final TileCache cache = new TileCache(1 << 20);
  private Path dir;

  @BeforeMethod
  public void folder() throws IOException {
    dir = Files.createTempDirectory("carezza-shelf");
  }

  /** With room for so many pictures. */
  private PictureShelf shelf(int pictures) {
    return new PictureShelf(cache, LastingStore.NONE, pictures * BYTES + 100);
  }

  private Path picture(String name) throws IOException {
    BufferedImage i = new BufferedImage(SIDE, SIDE, BufferedImage.TYPE_INT_RGB);
    i.setRGB(1, 1, name.hashCode() & 0xffffff);
    Path p = dir.resolve(name);
    ImageIO.write(i, "png", p.toFile());
    return p;
  }

  private static PictureShelf.Ready read(PictureShelf s, Path p) throws IOException {
    return s.read(p, share -> {});
  }

  @Test
  public void theLeastAskedForGoesWhenRoomIsShort() throws IOException {
    PictureShelf s = shelf(2);
    Path a = picture("a.png");
    Path b = picture("b.png");
    Path c = picture("c.png");
    PictureShelf.Ready first = read(s, a);
    PictureShelf.Ready second = read(s, b);
    assertThat(read(s, a)).isSameAs(first);
    read(s, c);
    assertThat(read(s, a)).as("asked for lately").isSameAs(first);
    assertThat(read(s, b)).as("gone, read again").isNotSameAs(second);
    s.clear();
    assertThat(read(s, a)).isNotSameAs(first);
  }

  @Test
  public void onePictureThatIsTooLargeIsNotKept() throws IOException {
    PictureShelf s = shelf(0);
    Path a = picture("a.png");
    assertThat(read(s, a)).isNotSameAs(read(s, a));
    assertThat(s.holds(1, read(s, a).file())).isFalse();
    assertThat(shelf(3).holds(3, read(s, a).file())).isTrue();
    assertThat(shelf(3).holds(4, read(s, a).file())).isFalse();
  }

  @Test
  public void whatCannotBeReadIsNotKept() throws IOException {
    PictureShelf s = shelf(2);
    Path bad = Files.write(dir.resolve("bad.png"), new byte[] {1, 2});
    assertThatThrownBy(() -> read(s, bad)).isInstanceOf(UnreadableFileException.class);
    Path none = dir.resolve("none.png");
    assertThatThrownBy(() -> read(s, none)).hasMessageContaining("there is no such file");
    Path a = picture("a.png");
    assertThatThrownBy(
            () ->
                s.read(
                    a,
                    share -> {
                      throw new CancellationException("enough");
                    }))
        .isInstanceOf(CancellationException.class);
    PictureShelf.Ready now = read(s, a);
    Files.delete(a);
    assertThatThrownBy(() -> read(s, a)).hasMessageContaining("there is no such file");
    assertThat(now.file().picture().width()).isEqualTo(SIDE);
  }
}
