package carezza.app;

import static org.assertj.core.api.Assertions.assertThat;

import carezza.io.format.UnreadableFileException;
import java.io.IOException;
import java.nio.file.AccessDeniedException;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletionException;
import java.util.concurrent.ExecutionException;
import java.util.stream.Collectors;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Whatever fails is told in a sentence and stands in the log. */
public class FailuresTest {
  @DataProvider
  public Object[][] thrown() {
    return new Object[][] {
      {new OutOfMemoryError("Java heap space"), "the memory is full"},
      {new IllegalStateException(new OutOfMemoryError()), "the memory is full"},
      {new StackOverflowError(), "too deeply"},
      {new CompletionException(new StackOverflowError()), "too deeply"},
      {new NullPointerException(), "a fault in Carezza"},
      {new ExecutionException(new ArrayIndexOutOfBoundsException(3)), "a fault in Carezza"},
      {new NoSuchFileException("/some/where/x.tif"), "is not there"},
      {new AccessDeniedException("/some/where/x.tif"), "no right"},
      {new FileSystemException("/a/b", null, "File name too long"), "because file name too long"},
      {new FileSystemException("/a/b"), "the file system refused"},
      {new IOException("/some/where/x.tif"), "the file system refused"},
      {new IOException(), "the file system refused"},
      {new IOException("java.lang.RuntimeException: at some place"), "the file system refused"},
    };
  }

  /** Never empty, never a bare path or the name of a class; the file is named. */
  @Test(dataProvider = "thrown")
  public void everyFailureIsASentence(Throwable t, String says) {
    for (Failures.What what : Failures.What.values()) {
      assertThat(Failures.sentence(what, "ilse.jpg", t))
          .contains("ilse.jpg")
          .contains(says)
          .endsWith(t instanceof NullPointerException || says.contains("fault") ? ")." : ".")
          .doesNotContain("Exception")
          .doesNotContain("java.")
          .doesNotContain("/some")
          .doesNotContain("null");
    }
  }

  @Test
  public void aSentenceThatNamesItsFileIsKept() {
    IOException e = new UnreadableFileException(Path.of("/x/y/ilse.jpg"), "the file is empty.");
    assertThat(Failures.sentence(Failures.What.OPEN, "other.jpg", new IllegalStateException(e)))
        .isEqualTo("ilse.jpg: the file is empty.");
  }

  @Test
  public void onlyAFullMemoryIsMadeRoomIn() {
    List<String> said = new ArrayList<>();
    int[] room = new int[1];
    Failures f = new Failures(said::add, () -> room[0]++);
    f.tell(Failures.What.DRAW, "ilse.jpg", new NullPointerException());
    assertThat(room[0]).isZero();
    f.tell(Failures.What.DRAW, "", new ExecutionException(new OutOfMemoryError()));
    assertThat(room[0]).isEqualTo(1);
    assertThat(said).hasSize(2);
    assertThat(said.get(1)).startsWith("The picture could not be drawn");
  }

  /** The log says what and where, and does not grow without end. */
  @Test
  public void theLogTurnsOver() throws IOException {
    Path dir = Files.createTempDirectory("carezza-log");
    LogFile.begin(dir);
    Failures f = new Failures(s -> {}, () -> {});
    for (int i = 0; i < 3000; i++) {
      f.tell(Failures.What.READINGS, "ilse.jpg", new IllegalStateException("at step " + i));
    }
    Map<String, Long> sizes;
    try (var all = Files.list(dir)) {
      sizes =
          all.collect(Collectors.toMap(p -> p.getFileName().toString(), p -> p.toFile().length()));
    }
    assertThat(sizes.keySet()).contains("carezza.log", "carezza.1.log").hasSizeLessThanOrEqualTo(4);
    assertThat(sizes.values()).allSatisfy(n -> assertThat(n).isLessThan(2_000_000));
    assertThat(Files.readString(dir.resolve("carezza.log")))
        .contains("readings of ilse.jpg failed")
        .contains("IllegalStateException: at step 2999")
        .contains("FailuresTest");
  }
}
