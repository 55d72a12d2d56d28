package carezza.io;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import carezza.area.Area;
import carezza.pass.Pass;
import carezza.sheet.Kinds;
import carezza.sheet.RunSheet;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.testng.annotations.BeforeMethod;
import org.testng.annotations.Test;

/** A pass laid on pictures that are not open: what they have stays, and nothing is lost. */
public class LaidOnTest {
  private static final Pass NEUTRAL =
      Pass.start(7, Kinds.of("neutral"), Area.WHOLE).with("mired", -31);

  private Path dir;
  private Path picture;

  @BeforeMethod
  public void folder() throws IOException {
    dir = Files.createTempDirectory("carezza-laid");
    picture = Files.write(dir.resolve("a.png"), new byte[] {1, 2, 3});
  }

  private RunSheet saved() throws IOException {
    return DocumentStore.of(picture, dir.resolve("own")).load().sheet();
  }

  private boolean lay() throws IOException {
    return LaidOn.picture(picture, dir.resolve("own"), NEUTRAL);
  }

  private OpenDocument open() throws IOException {
    return OpenDocument.open(DocumentStore.of(picture, dir.resolve("own")), false, e -> {});
  }

  @Test
  public void aPictureWithoutDocumentGetsOne() throws IOException {
    assertThat(lay()).isTrue();
    assertThat(saved().passes()).hasSize(1);
    assertThat(saved().passes().get(0).value("mired")).isEqualTo(-31);
    assertThat(Files.readAllBytes(picture)).isEqualTo(new byte[] {1, 2, 3});
  }

  @Test
  public void whatThereIsOfItsKindIsReplacedInItsPlace() throws IOException {
    Pass old = Pass.start(3, Kinds.of("neutral"), Area.WHOLE).with("exposure", 0.5);
    Pass dodge = Pass.start(4, Kinds.of("dodge"), Area.NONE);
    try (OpenDocument d = open()) {
      d.save(RunSheet.EMPTY.withPasses(List.of(old, dodge)));
    }
    assertThat(lay()).isTrue();
    assertThat(saved().passes()).extracting(Pass::id).containsExactly(3L, 4L);
    assertThat(saved().passes().get(0).value("mired")).isEqualTo(-31);
    assertThat(saved().passes().get(0).value("exposure")).isZero();
    assertThat(saved().passes().get(1)).isEqualTo(dodge);
  }

  /** Work of a sitting that broke off is still there, and still not saved. */
  @Test
  public void unsavedWorkStaysUnsaved() throws IOException {
    Pass dodge = Pass.start(4, Kinds.of("dodge"), Area.NONE);
    OpenDocument broken = open();
    broken.append(RunSheet.EMPTY.withPasses(List.of(dodge)));
    broken.close();
    assertThat(lay()).isTrue();
    assertThat(saved().passes()).isEmpty();
    try (OpenDocument d = open()) {
      assertThat(d.isRecovered()).isTrue();
      assertThat(d.start().passes())
          .extracting(p -> p.kind().key())
          .containsExactly("neutral", "dodge");
    }
  }

  @Test
  public void oneThatCannotBeReadIsSaidAndLeft() throws IOException {
    Path document = DocumentStore.of(picture, dir.resolve("own")).file();
    Files.writeString(document, "{ not json");
    assertThatThrownBy(this::lay).isInstanceOf(IOException.class);
    assertThat(document).hasContent("{ not json");
  }
}
