package carezza.app;

import static org.assertj.core.api.Assertions.assertThat;

import carezza.engine.LastingStore;
import carezza.image.Rect;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import org.testng.annotations.BeforeMethod;
import org.testng.annotations.Test;

/** How a picture looked is known again while nothing of it has changed, and only then. */
public class LastFramesTest {
  private static final LastFrame FRAME = frame(37, 23);

  private final Map<Long, byte[]> store = new HashMap<>();
  private Path dir;
  private Path picture;
  private LastFrames frames;

  private static LastFrame frame(int w, int h) {
    Random r = new Random(5);
    return new LastFrame(
        new Rect(0, 0, 10 * w, 10 * h),
        w,
        h,
        r.ints((long) w * h).map(v -> v | 0xff000000).toArray());
  }

  private String screen = "sRGB";

  @BeforeMethod
  public void folder() throws IOException {
    dir = Files.createTempDirectory("carezza-last");
    picture = Files.write(dir.resolve("a.jpg"), new byte[] {1, 2, 3});
    store.clear();
    frames =
        new LastFrames(
            new LastingStore() {
              @Override
              public Optional<byte[]> read(long key) {
                return Optional.ofNullable(store.get(key));
              }

              @Override
              public void write(long key, byte[] found) {
                store.put(key, found);
              }
            },
            dir.resolve("own"),
            () -> screen);
  }

  /** Codes for one screen are none for another. */
  @Test
  public void anotherScreenHasNone() {
    frames.keep(picture, FRAME);
    screen = "another";
    assertThat(frames.of(picture)).isEmpty();
    screen = "sRGB";
    assertIsKnown();
  }

  private void assertIsKnown() {
    LastFrame f = frames.of(picture).orElseThrow();
    assertThat(f.pixels()).isEqualTo(FRAME.pixels());
    assertThat(f.picture()).isEqualTo(FRAME.picture());
    assertThat(f.width()).isEqualTo(FRAME.width());
    assertThat(f.height()).isEqualTo(FRAME.height());
  }

  @Test
  public void everyPixelComesBack() {
    assertThat(frames.of(picture)).isEmpty();
    frames.keep(picture, FRAME);
    assertIsKnown();
    assertThat(frames.of(dir.resolve("b.jpg"))).isEmpty();
  }

  @Test
  public void aChangedFileDocumentOrRecordIsNotTheSame() throws IOException {
    frames.keep(picture, FRAME);
    for (String beside : new String[] {"a.jpg.carezza.json", "a.jpg.carezza.journal"}) {
      Path p = Files.writeString(dir.resolve(beside), "{}");
      assertThat(frames.of(picture)).as(beside).isEmpty();
      Files.delete(p);
      assertIsKnown();
    }
    FileTime was = Files.getLastModifiedTime(picture);
    Files.setLastModifiedTime(picture, FileTime.fromMillis(was.toMillis() + 1));
    assertThat(frames.of(picture)).isEmpty();
    Files.setLastModifiedTime(picture, was);
    assertIsKnown();
    Files.write(picture, new byte[] {1, 2, 3, 4});
    Files.setLastModifiedTime(picture, was);
    assertThat(frames.of(picture)).isEmpty();
    Files.delete(picture);
    assertThat(frames.of(picture)).isEmpty();
  }

  @Test
  public void bytesOfAnotherFormAreNoFrame() {
    byte[] b = FRAME.toBytes();
    assertThat(LastFrame.read(new byte[3])).isEmpty();
    assertThat(LastFrame.read(java.util.Arrays.copyOf(b, b.length - 1))).isEmpty();
    for (int i = 0; i < 4; i++) {
      byte[] bad = b.clone();
      ByteBuffer.wrap(bad).putInt(4 * i, -37);
      assertThat(LastFrame.read(bad)).as("number %d", i).isEmpty();
    }
  }
}
