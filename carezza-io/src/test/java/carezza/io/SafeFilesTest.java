package carezza.io;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import carezza.face.FaceMap;
import carezza.face.Pin;
import carezza.io.format.UnreadableFileException;
import carezza.sheet.RunSheet;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.testng.annotations.BeforeMethod;
import org.testng.annotations.Test;

/** Rights, links, names, locks and other programs round a document. */
public class SafeFilesTest {
  private static final RunSheet SHEET =
      RunSheet.EMPTY.withFaceMap(new FaceMap(new Pin(10, 20), new Pin(90, 21)));

  private Path dir;
  private Path picture;

  @BeforeMethod
  public void folder() throws IOException {
    dir = Files.createTempDirectory("carezza-safe");
    picture = Files.write(dir.resolve("p.jpg"), new byte[] {1, 2, 3});
  }

  private DocumentStore store() throws IOException {
    return DocumentStore.of(picture, dir.resolve("own"));
  }

  private OpenDocument open(boolean afresh) throws IOException {
    return OpenDocument.open(store(), afresh, e -> {});
  }

  @Test
  public void aFileThatIsReplacedKeepsItsRights() throws IOException {
    DocumentStore s = store();
    s.save(s.load());
    Files.setPosixFilePermissions(s.file(), PosixFilePermissions.fromString("rw-------"));
    s.save(s.load().with(SHEET));
    assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(s.file())))
        .isEqualTo("rw-------");
  }

  @Test
  public void aLinkedDocumentIsReplacedWhereItLies() throws IOException {
    Path real = Files.createDirectory(dir.resolve("elsewhere")).resolve("real.json");
    DocumentStore s = store();
    s.save(s.load());
    Files.move(s.file(), real);
    Files.createSymbolicLink(s.file(), Path.of("elsewhere/real.json"));
    s.save(s.load().with(SHEET));
    assertThat(Files.isSymbolicLink(s.file())).isTrue();
    assertThat(DocumentStore.read(real).sheet()).isEqualTo(SHEET);
    Path circle = dir.resolve("circle");
    Files.createSymbolicLink(circle, Path.of("circle"));
    assertThatThrownBy(() -> AtomicFile.write(circle, t -> {}))
        .isInstanceOf(UnreadableFileException.class)
        .hasMessageStartingWith("circle: ");
  }

  /** As long as the file system takes, in letters of one byte and of three. */
  @Test
  public void longNamesHaveDocuments() throws IOException {
    for (String name : List.of("n".repeat(251) + ".jpg", "\u4eba".repeat(83) + ".jpg", "x")) {
      picture = Files.write(dir.resolve(name), new byte[] {1});
      DocumentStore s = store();
      s.save(s.load().with(SHEET));
      assertThat(store().load().sheet()).as(name).isEqualTo(SHEET);
      Journal j = s.journal(SHEET, w -> {});
      j.append(RunSheet.EMPTY);
      assertThat(s.journal(SHEET, w -> {}).last()).isEqualTo(RunSheet.EMPTY);
    }
    Path a = dir.resolve("n".repeat(250) + "a");
    Path b = dir.resolve("n".repeat(250) + "b");
    assertThat(DocumentStore.beside(a)).isNotEqualTo(DocumentStore.beside(b));
    assertThat(DocumentStore.beside(dir.resolve("p.jpg")))
        .isEqualTo(dir.resolve("p.jpg.carezza.json"));
  }

  @Test
  public void anotherProgramsVersionIsSetAsideOnce() throws IOException {
    OpenDocument d = open(false);
    d.save(SHEET);
    assertThat(d.isChangedOutside()).isFalse();
    Files.writeString(d.store().file(), "another's");
    assertThat(d.isChangedOutside()).isTrue();
    assertThat(d.save(RunSheet.EMPTY).aside().orElseThrow()).hasContent("another's");
    assertThat(d.save(SHEET).aside()).as("now it is ours").isEmpty();
    Files.writeString(d.store().file(), "a second");
    assertThat(d.save(SHEET).aside().orElseThrow()).hasContent("a second");
    assertThat(dir.resolve("p.jpg.carezza.json.aside-1")).hasContent("another's");
    Files.delete(d.store().file());
    assertThat(d.isChangedOutside()).isTrue();
    d.close();
    assertThat(DocumentStore.of(picture, dir).load().sheet()).isEqualTo(RunSheet.EMPTY);
  }

  @Test
  public void aLockIsSharedWithinAProcessAndLeavesNothing() throws IOException {
    Path document = store().file();
    DocumentLock one = DocumentLock.take(document).orElseThrow();
    DocumentLock two = DocumentLock.take(document).orElseThrow();
    one.close();
    one.close();
    assertThat(hidden()).hasSize(1);
    two.close();
    assertThat(hidden()).isEmpty();
    DocumentLock.take(document).orElseThrow().close();
    assertThat(hidden()).isEmpty();
  }

  private List<Path> hidden() throws IOException {
    try (Stream<Path> all = Files.list(dir)) {
      return all.filter(p -> p.getFileName().toString().endsWith(".lock")).toList();
    }
  }

  /** Opened afresh, what an earlier sitting left is not looked at, and nothing of it is lost. */
  @Test
  public void aDocumentCanBeOpenedAfresh() throws IOException {
    OpenDocument first = open(false);
    first.append(SHEET);
    first.close();
    assertThat(hidden()).isEmpty();
    OpenDocument again = open(false);
    assertThat(again.isRecovered()).isTrue();
    assertThat(again.start()).isEqualTo(SHEET);
    OpenDocument afresh = open(true);
    assertThat(afresh.isRecovered()).isFalse();
    again.close();
    afresh.append(SHEET.withFaceMap(new FaceMap(new Pin(1, 1), new Pin(50, 1))));
    afresh.close();
    try (Stream<Path> all = Files.list(dir)) {
      assertThat(all.map(p -> p.getFileName().toString()))
          .contains("p.jpg.carezza.journal", "p.jpg.carezza.journal.aside-1");
    }
  }

  /** A record that cannot be written is told, and keeps nobody from saving. */
  @Test
  public void whatCannotBeRecordedCanBeSaved() throws IOException {
    List<Throwable> told = new ArrayList<>();
    OpenDocument d = OpenDocument.open(store(), false, told::add);
    d.append(SHEET);
    d.flush();
    Files.delete(d.store().journalFile());
    Files.createDirectory(d.store().journalFile());
    assertThat(d.save(SHEET).saved()).isTrue();
    assertThat(told).hasSize(1);
    d.append(RunSheet.EMPTY);
    d.close();
    assertThat(told).hasSize(1);
    assertThat(store().load().sheet()).isEqualTo(SHEET);
    assertThat(store().journal(SHEET, w -> {}).last()).isEqualTo(RunSheet.EMPTY);
  }

  @Test
  public void aDamagedDocumentLetsGoOfItsLock() throws IOException {
    Files.writeString(store().file(), "{");
    assertThatThrownBy(() -> open(false)).isInstanceOf(UnreadableFileException.class);
    assertThat(hidden()).isEmpty();
  }

  /** Numbers that would be written as no numbers, wherever they stand. */
  @Test
  public void numbersOutOfRangeAreRefused() throws IOException {
    List<String> texts = new ArrayList<>();
    texts.add("{\"carezza\":2,\"passes\":[],\"mood\":1e999}");
    texts.add("{\"carezza\":2,\"passes\":[],\"mood\":[0,{\"deep\":-1e400}]}");
    texts.add("{\"carezza\":2,\"passes\":[{\"id\":1,\"kind\":\"dodge\",\"strength\":1e999}]}");
    for (String text : texts) {
      Files.writeString(store().file(), text);
      assertThatThrownBy(() -> store().load())
          .as(text)
          .isInstanceOf(UnreadableFileException.class)
          .hasMessageContaining("too large a number");
    }
    Files.writeString(store().file(), "{\"carezza\":2,\"passes\":[]} and more");
    assertThatThrownBy(() -> store().load()).hasMessageContaining("damaged near line");
  }
}
