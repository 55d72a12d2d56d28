package carezza.io;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Instant;
import java.util.List;
import java.util.Random;
import java.util.stream.Stream;
import org.testng.annotations.BeforeMethod;
import org.testng.annotations.Test;

public class DiskStoreTest {
  private Path folder;

  @BeforeMethod
  public void empty() throws IOException {
    folder = Files.createTempDirectory("carezza-found").resolve("not/yet");
  }

  private static byte[] noise(int n, long seed) {
    byte[] b = new byte[n];
    new Random(seed).nextBytes(b);
    return b;
  }

  private List<Path> files() throws IOException {
    try (Stream<Path> s = Files.list(folder)) {
      return s.sorted().toList();
    }
  }

  private void store(long most, long... keys) {
    try (DiskStore s = new DiskStore(folder, most)) {
      for (long k : keys) {
        s.write(k, noise(3000, k));
      }
    }
  }

  @Test
  public void whatIsWrittenOutlastsTheStore() {
    store(1 << 20, 1, -2, Long.MAX_VALUE);
    DiskStore again = new DiskStore(folder, 1 << 20);
    assertThat(again.read(-2)).hasValueSatisfying(b -> assertThat(b).isEqualTo(noise(3000, -2)));
    assertThat(again.read(Long.MAX_VALUE)).isPresent();
    assertThat(again.read(3)).isEmpty();
  }

  @Test
  public void whatIsDamagedIsForgotten() throws IOException {
    store(1 << 20, 1);
    Path file = files().get(0);
    byte[] whole = Files.readAllBytes(file);
    for (int at : new int[] {0, 5, 9, whole.length - 1}) {
      byte[] bad = whole.clone();
      bad[at] ^= 4;
      Files.write(file, bad);
      assertThat(new DiskStore(folder, 1 << 20).read(1)).as("byte %d", at).isEmpty();
      assertThat(file).doesNotExist();
    }
    Files.write(file, new byte[3]);
    assertThat(new DiskStore(folder, 1 << 20).read(1)).isEmpty();
  }

  @Test
  public void itStaysBoundedAndTheLeastAskedForGoes() throws IOException {
    store(1 << 20, 1, 2, 3);
    for (Path p : files()) {
      Files.setLastModifiedTime(p, FileTime.from(Instant.now().minusSeconds(100)));
    }
    assertThat(new DiskStore(folder, 1 << 20).read(2)).isPresent();
    store(7000, 4);
    assertThat(files()).extracting(p -> p.getFileName().toString()).contains("2.found", "4.found");
    assertThat(files()).hasSize(2);
  }

  @Test
  public void itMayBeDeletedWhileItIsUsed() throws IOException {
    try (DiskStore s = new DiskStore(folder, 1 << 20)) {
      s.write(1, noise(10, 1));
    }
    for (Path p : files()) {
      Files.delete(p);
    }
    Files.delete(folder);
    DiskStore s = new DiskStore(folder, 1 << 20);
    assertThat(s.read(1)).isEmpty();
    s.write(1, noise(10, 1));
    s.close();
    assertThat(s.read(1)).isPresent();
  }

  /** Where nothing can be written it forgets, without a word. */
  @Test
  public void aFolderThatCannotBeMadeIsNoFailure() throws IOException {
    Path file = Files.createTempFile("carezza", "no-folder");
    try (DiskStore s = new DiskStore(file.resolve("x"), 1 << 20)) {
      s.write(1, noise(10, 1));
      assertThat(s.read(1)).isEmpty();
    }
  }
}
