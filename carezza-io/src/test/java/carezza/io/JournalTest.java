package carezza.io;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import carezza.area.Area;
import carezza.job.TimeLog;
import carezza.pass.Pass;
import carezza.pass.Stage;
import carezza.sheet.Kinds;
import carezza.sheet.RunSheet;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.testng.annotations.BeforeMethod;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** What comes of a journal that something happened to. */
public class JournalTest {
  private static final RunSheet SAVED = DocumentTest.full();
  private static final RunSheet ONE = SAVED.change(3, p -> p.withStrength(0.1));
  private static final RunSheet TWO =
      ONE.add(Pass.start(9, Kinds.of("twoBands"), Area.ofRegion("skin")));
  private static final RunSheet THREE = TWO.without(2);

  private final List<String> warned = new ArrayList<>();
  private Path dir;
  private Path file;

  @BeforeMethod
  public void threeSteps() throws IOException {
    warned.clear();
    dir = Files.createTempDirectory("carezza-journal");
    file = dir.resolve("p.jpg.carezza.journal");
    Journal j = open();
    j.append(ONE);
    j.append(TWO);
    j.append(THREE);
  }

  private Journal open() throws IOException {
    return Journal.open(file, SAVED, warned::add);
  }

  private List<byte[]> lines() throws IOException {
    return Files.readString(file).lines().map(l -> l.getBytes(StandardCharsets.UTF_8)).toList();
  }

  private void write(List<byte[]> lines) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    for (byte[] line : lines) {
      out.writeBytes(line);
      out.write('\n');
    }
    Files.write(file, out.toByteArray());
  }

  private List<Path> asides() throws IOException {
    try (Stream<Path> all = Files.list(dir)) {
      return all.filter(p -> p.getFileName().toString().contains("aside")).sorted().toList();
    }
  }

  @Test
  public void untouchedItBringsAllBackWithoutAWord() throws IOException {
    assertThat(open().last()).isEqualTo(THREE);
    assertThat(warned).isEmpty();
    assertThat(asides()).isEmpty();
  }

  /** What a tool may do to a text file carries nothing. */
  @Test
  public void blankLinesAndCarriageReturnsChangeNothing() throws IOException {
    String text = Files.readString(file).replace("\n", "\r\n\r\n\n");
    Files.writeString(file, "\n" + text);
    assertThat(open().last()).isEqualTo(THREE);
    assertThat(warned).isEmpty();
  }

  @DataProvider
  public Object[][] wrongLines() {
    return new Object[][] {
      {"{}"},
      {"42"},
      {"null"},
      {"[]"},
      {"{\"base\":\"ffff\"}"},
      {"{\"order\":[]}"},
      {"no json"},
      {"2 00000000 {\"order\":[]}"},
      {"\u00e9\u20ac"},
      {"99999999999999999999 0 {}"},
      {" "},
    };
  }

  /** Between the second step and the third: the first two are here, the rest is set aside. */
  @Test(dataProvider = "wrongLines")
  public void aWrongLineEndsWhatIsUsedAndAllIsKept(String wrong) throws IOException {
    List<byte[]> lines = new ArrayList<>(lines());
    lines.add(2, wrong.getBytes(StandardCharsets.UTF_8));
    write(lines);
    byte[] all = Files.readAllBytes(file);
    Journal j = open();
    assertThat(j.last()).isEqualTo(TWO);
    assertThat(warned)
        .singleElement()
        .asString()
        .startsWith("p.jpg.carezza.journal: ")
        .contains("damaged")
        .endsWith("aside-1.");
    assertThat(asides()).singleElement().satisfies(p -> assertThat(p).hasBinaryContent(all));
    RunSheet next = TWO.change(3, p -> p.withStrength(0.7));
    j.append(next);
    assertThat(open().last()).as("what is gone on with").isEqualTo(next);
    assertThat(warned).hasSize(1);
  }

  @Test
  public void aByteThatIsNoTextIsAWrongLine() throws IOException {
    byte[] all = Files.readAllBytes(file);
    int second = new String(all, StandardCharsets.ISO_8859_1).indexOf('\n') + 40;
    all[second] = (byte) 0xfe;
    Files.write(file, all);
    assertThat(open().last()).isEqualTo(ONE);
    assertThat(warned).hasSize(1);
  }

  @Test
  public void aLineThatIsThereTwiceOrMissingIsNotGuessedOver() throws IOException {
    List<byte[]> lines = lines();
    write(List.of(lines.get(0), lines.get(1), lines.get(1), lines.get(2)));
    assertThat(open().last()).isEqualTo(TWO);
    write(List.of(lines.get(0), lines.get(2)));
    assertThat(open().last()).isEqualTo(ONE);
    write(List.of(lines.get(1), lines.get(2)));
    assertThat(open().last()).isEqualTo(SAVED);
    assertThat(warned).hasSize(3);
    assertThat(asides()).hasSize(3);
  }

  @Test
  public void aJournalOfAnotherDocumentIsSetAsideAndSaid() throws IOException {
    byte[] all = Files.readAllBytes(file);
    RunSheet other = SAVED.change(1, p -> p.with("mired", 12));
    Journal j = Journal.open(file, other, warned::add);
    assertThat(j.last()).isEqualTo(other);
    assertThat(warned).singleElement().asString().contains("another state").contains("aside-1");
    j.append(other.without(1));
    Journal again = Journal.open(file, SAVED, warned::add);
    assertThat(again.hasSteps()).isFalse();
    assertThat(asides()).as("nothing set aside is written over").hasSize(2);
    assertThat(asides().get(0)).hasBinaryContent(all);
  }

  /** The sitting ended after the document was saved and before the journal was cleared. */
  @Test
  public void whatADocumentHoldsAlreadyIsNoLoss() throws IOException {
    Journal j = open();
    j.saving(THREE);
    assertThat(Journal.open(file, THREE, warned::add).hasSteps()).isFalse();
    assertThat(warned).isEmpty();
  }

  /** The save failed after it was said: the steps still rest on the document before. */
  @Test
  public void aSaveThatFailedLeavesTheStepsWhereTheyRest() throws IOException {
    Journal j = open();
    j.saving(THREE);
    RunSheet four = THREE.change(1, p -> p.with("mired", 5));
    j.append(four);
    assertThat(open().last()).isEqualTo(four);
    assertThat(warned).isEmpty();
  }

  @Test
  public void afterASaveLinesBelongToIt() throws IOException {
    Path picture = Files.write(dir.resolve("q.jpg"), new byte[] {1});
    DocumentStore store = DocumentStore.of(picture, dir.resolve("own"));
    Document d = store.load();
    List<Throwable> failed = new ArrayList<>();
    try (JournalWriter w = new JournalWriter(store.journal(d.sheet(), warned::add), failed::add)) {
      w.append(SAVED);
      w.append(ONE);
      w.save(store, d.with(ONE));
      w.append(TWO);
      w.flush();
      assertThat(store.journal(store.load().sheet(), warned::add).last()).isEqualTo(TWO);
      w.drop();
      assertThat(store.journal(store.load().sheet(), warned::add).hasSteps()).isFalse();
      w.append(THREE);
      w.flush();
    }
    assertThat(store.journal(store.load().sheet(), warned::add).last()).isEqualTo(THREE);
    assertThat(failed).isEmpty();
    assertThat(warned).isEmpty();
  }

  @Test
  public void stepsThatCannotBeWrittenAreSaidAndGoWithTheNextThatCan() throws IOException {
    Path gone = dir.resolve("gone");
    Files.createDirectory(gone);
    Path there = gone.resolve("p.jpg.carezza.journal");
    List<Throwable> failed = new ArrayList<>();
    try (JournalWriter w =
        new JournalWriter(Journal.open(there, SAVED, warned::add), failed::add)) {
      Files.delete(gone);
      w.append(ONE);
      w.flush();
      assertThat(failed).hasSize(1);
      Files.createDirectory(gone);
      w.append(TWO);
      w.flush();
    }
    assertThat(failed).hasSize(1);
    assertThat(Journal.open(there, SAVED, warned::add).last()).isEqualTo(TWO);
  }

  private static TimeLog work(Stage stage, double seconds, int steps) {
    LocalDate day = LocalDate.of(2026, 3, 4);
    return TimeLog.EMPTY.plus(new TimeLog.Entry(day, Optional.of(stage), seconds, steps));
  }

  @Test
  public void timeIsRecordedWithTheStepsAndSavedWithTheDocument() throws IOException {
    Path picture = Files.write(dir.resolve("q.jpg"), new byte[] {1});
    DocumentStore store = DocumentStore.of(picture, dir.resolve("own"));
    try (OpenDocument d = OpenDocument.open(store, false, t -> warned.add(t.toString()))) {
      assertThat(d.log().isEmpty()).isTrue();
      d.append(ONE, work(Stage.CLEAN, 12.5, 1));
      d.append(TWO, work(Stage.CLEAN, 0.4, 1));
      d.save(TWO);
      d.append(THREE, work(Stage.EVEN, 30, 1));
      d.count(work(Stage.EVEN, 100, 0));
    }
    TimeLog clean = work(Stage.CLEAN, 12.9, 2);
    assertThat(store.load().log()).isEqualTo(clean);
    try (OpenDocument again = OpenDocument.open(store, false, t -> warned.add(t.toString()))) {
      assertThat(again.isRecovered()).isTrue();
      assertThat(again.log()).isEqualTo(clean.plus(work(Stage.EVEN, 30, 1)));
      again.save(THREE);
    }
    assertThat(store.load().log()).isEqualTo(clean.plus(work(Stage.EVEN, 30, 1)));
    assertThat(warned).isEmpty();
  }

  @Test
  public void timeOfAStepThatCannotBeWrittenGoesWithTheNextThatCan() throws IOException {
    Path gone = Files.createDirectory(dir.resolve("gone"));
    Path there = gone.resolve("p.jpg.carezza.journal");
    Journal j = Journal.open(there, SAVED, warned::add);
    Files.delete(gone);
    assertThatThrownBy(() -> j.append(ONE, work(Stage.CLEAN, 10, 1)))
        .isInstanceOf(IOException.class);
    Files.createDirectory(gone);
    j.append(TWO, work(Stage.EVEN, 5, 1));
    TimeLog both = work(Stage.CLEAN, 10, 1).plus(work(Stage.EVEN, 5, 1));
    assertThat(Journal.open(there, SAVED, warned::add).worked()).isEqualTo(both);
    Files.delete(there);
    j.append(THREE, work(Stage.EVEN, 1, 1));
    assertThat(Journal.open(there, SAVED, warned::add).worked())
        .as("a record that was deleted is written again")
        .isEqualTo(both.plus(work(Stage.EVEN, 1, 1)));
  }

  /** A log decides nothing about the picture: what makes no sense in it costs only itself. */
  @Test
  public void aDamagedLogSpoilsNoDocument() throws IOException {
    Path picture = Files.write(dir.resolve("q.jpg"), new byte[] {1});
    DocumentStore store = DocumentStore.of(picture, dir.resolve("own"));
    store.save(store.load().with(ONE, work(Stage.CLEAN, 10, 1)));
    String text = Files.readString(store.file());
    String good = text.substring(text.indexOf("\"log\""));
    assertThat(good).contains("\"day\"");
    String bad =
        "\"log\" : [ 7, {\"day\": \"soon\", \"seconds\": 1, \"steps\": 1},"
            + " {\"day\": \"2026-03-04\", \"seconds\": -1, \"steps\": 1},"
            + " {\"day\": \"2026-03-04\", \"stage\": \"later\", \"seconds\": 3, \"steps\": 1} ] }";
    Files.writeString(store.file(), text.replace(good, bad));
    Document d = store.load();
    assertThat(d.sheet()).isEqualTo(ONE);
    assertThat(d.log().seconds()).as("of a stage that is not known here").isEqualTo(3);
    assertThat(d.log().entries()).hasSize(1);
  }

  /** Somebody tidies up while the picture is open. */
  @Test
  public void aRecordThatIsDeletedIsWrittenAgain() throws IOException {
    Journal j = open();
    Files.delete(file);
    RunSheet four = THREE.change(1, p -> p.with("mired", 5));
    j.append(four);
    assertThat(open().last()).isEqualTo(four);
    Files.delete(file);
    j.force();
    assertThat(open().last()).isEqualTo(four);
    RunSheet five = four.change(1, p -> p.with("mired", 6));
    j.append(five);
    assertThat(open().last()).isEqualTo(five);
    Files.delete(file);
    j.append(SAVED);
    assertThat(open().last()).isEqualTo(SAVED);
    assertThat(warned).isEmpty();
  }

  /** Cut off at every place: the steps whose lines are whole come back, without a word. */
  @Test
  public void cutAnywhereTheWholeLinesComeBack() throws IOException {
    byte[] all = Files.readAllBytes(file);
    List<RunSheet> states = List.of(SAVED, ONE, TWO, THREE);
    for (int n = 0; n <= all.length; n += n < 60 ? 1 : 17) {
      byte[] cut = Arrays.copyOf(all, n);
      Files.write(file, cut);
      int whole =
          (int) new String(cut, StandardCharsets.ISO_8859_1).chars().filter(c -> c == '\n').count();
      Journal j = open();
      assertThat(j.last()).as("cut at %d", n).isEqualTo(states.get(whole));
      RunSheet next = j.last().change(1, p -> p.with("mired", 7));
      j.append(next);
      assertThat(open().last()).as("gone on with after a cut at %d", n).isEqualTo(next);
    }
    assertThat(warned).isEmpty();
  }
}
