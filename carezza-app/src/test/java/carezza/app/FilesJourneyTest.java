package carezza.app;

import static org.assertj.core.api.Assertions.assertThat;

import carezza.engine.Engine;
import carezza.face.Pin;
import carezza.io.DocumentLock;
import carezza.io.DocumentStore;
import carezza.io.ExportSettings;
import carezza.io.PictureReader;
import carezza.io.format.OutputFormats;
import carezza.sheet.Kinds;
import carezza.sheet.RunSheet;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicBoolean;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Labeled;
import javafx.scene.input.KeyCode;
import org.testfx.util.WaitForAsyncUtils;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.Test;

/** Opening, leaving, exporting and turning pages in a real window, and what goes wrong there. */
public class FilesJourneyTest extends BenchWindow {
  private Path first;
  private Path second;

  @BeforeClass(dependsOnMethods = "folder")
  public void pictures() throws Exception {
    first = picture("a.png");
    second = picture("b.png");
    Files.write(dir.resolve("c.png"), new byte[] {1, 2, 3});
    window();
    open(first);
  }

  private Path picture(String name) throws IOException {
    Path made =
        PlainPicture.write(dir, dir.resolve("own"), 900, 700, new Pin(224, 210), new Pin(676, 210));
    Path document = DocumentStore.of(made, dir).file();
    Files.move(document, dir.resolve(name + ".carezza.json"));
    return Files.move(made, dir.resolve(name));
  }

  private void on(Runnable what) throws Exception {
    WaitForAsyncUtils.asyncFx(what).get();
  }

  private String said() {
    return bench.model().message().get();
  }

  private boolean isQuestion() {
    return robot
        .lookup(n -> n instanceof Button b && b.getText().equals(Words.of("leave.stay")))
        .tryQuery()
        .isPresent();
  }

  /** By the button itself: a dialog may still be moved to its place when it is first seen. */
  private void answer(String key) throws Exception {
    until(this::isQuestion);
    Button b =
        robot
            .lookup(n -> n instanceof Button c && c.getText().equals(Words.of(key)))
            .queryAs(Button.class);
    javafx.application.Platform.runLater(b::fire);
    until(() -> !isQuestion());
  }

  private void openLater(Path p) {
    javafx.application.Platform.runLater(() -> bench.files().open(p));
  }

  /** The next file cannot be read: the work that was to be dropped is still there, and unsaved. */
  @Test
  public void leavingForAFileThatCannotBeOpenedLosesNothing() throws Exception {
    on(() -> bench.model().passes().add(Kinds.of("neutral")));
    RunSheet made = sheet();
    openLater(dir.resolve("c.png"));
    answer("leave.drop");
    until(() -> said().startsWith("c.png: "));
    settle();
    assertThat(bench.model().picture().get().file().path()).isEqualTo(first.toAbsolutePath());
    assertThat(sheet()).isEqualTo(made);
    assertThat(bench.model().unsaved().get()).isTrue();
    assertThat(recorded(first)).as("still on record").isEqualTo(made);
  }

  /** What the record of a picture leads to. */
  private RunSheet recorded(Path picture) throws IOException {
    DocumentStore store = DocumentStore.of(picture, dir.resolve("own"));
    bench.model().picture().get().document().flush();
    return store.journal(store.load().sheet(), w -> {}).last();
  }

  @Test(dependsOnMethods = "leavingForAFileThatCannotBeOpenedLosesNothing")
  public void leavingWithoutSavingDropsTheWorkWhenTheNextPictureStands() throws Exception {
    openLater(second);
    answer("leave.drop");
    until(() -> bench.model().picture().get().name().equals("b.png"));
    settle();
    assertThat(recorded(first).passes()).isEmpty();
    assertThat(DocumentStore.of(first, dir).journalFile()).doesNotExist();
  }

  /** Dropping and opening the same picture again goes back to what was saved. */
  @Test(dependsOnMethods = "leavingWithoutSavingDropsTheWorkWhenTheNextPictureStands")
  public void theSamePictureAgainIsAsItWasSaved() throws Exception {
    on(() -> bench.model().passes().add(Kinds.of("neutral")));
    robot.press(KeyCode.CONTROL).press(KeyCode.S).release(KeyCode.S).release(KeyCode.CONTROL);
    until(() -> !bench.model().unsaved().get());
    RunSheet saved = sheet();
    on(() -> bench.model().passes().add(Kinds.of("heals")));
    OpenPicture was = bench.model().picture().get();
    openLater(second);
    answer("leave.drop");
    until(() -> bench.model().picture().get() != was);
    settle();
    assertThat(sheet()).isEqualTo(saved);
    assertThat(bench.model().unsaved().get()).isFalse();
    on(() -> bench.model().passes().add(Kinds.of("burn")));
    assertThat(recorded(second)).as("later lines belong to that save").isEqualTo(sheet());
    on(() -> bench.files().save());
  }

  /**
   * Turned, drawn on and undone while an export runs; the export is of the sheet it was asked of.
   */
  @Test(dependsOnMethods = "theSamePictureAgainIsAsItWasSaved")
  public void thePageCanBeTurnedWhileAnExportRuns() throws Exception {
    Path out = dir.resolve("exported.png");
    ExportSettings s =
        ExportSettings.usual(OutputFormats.PNG, bench.model().picture().get().file());
    on(
        () -> {
          bench.files().export(out, s);
          bench.model().undo();
          bench.model().redo();
          bench.files().open(first);
        });
    until(() -> bench.model().picture().get().name().equals("a.png"));
    until(() -> Files.exists(out));
    settle();
    assertThat(PictureReader.read(out).picture().width()).isEqualTo(900);
    assertThat(said()).contains("exported.png");
  }

  @Test(dependsOnMethods = "thePageCanBeTurnedWhileAnExportRuns")
  public void cancellingAnOpeningCancelsNoExport() throws Exception {
    Path out = dir.resolve("kept.png");
    ExportSettings s =
        ExportSettings.usual(OutputFormats.PNG, bench.model().picture().get().file());
    on(
        () -> {
          bench.files().export(out, s);
          bench.files().open(second);
          bench.escape();
        });
    until(() -> Files.exists(out));
    settle();
    assertThat(bench.model().picture().get().name()).isEqualTo("a.png");
  }

  /** Another process has it: said on opening, nothing is kept, and saving is refused in words. */
  @Test(dependsOnMethods = "cancellingAnOpeningCancelsNoExport")
  public void aPictureThatIsOpenElsewhereIsNotWrittenOver() throws Exception {
    Process other = holder(DocumentStore.of(second, dir).file());
    try {
      open(second);
      assertThat(said()).isEqualTo(Words.of("message.elsewhere"));
      byte[] document = Files.readAllBytes(DocumentStore.of(second, dir).file());
      on(() -> bench.model().passes().add(Kinds.of("dodge")));
      on(() -> bench.files().save());
      assertThat(said()).isEqualTo(Words.of("message.stillElsewhere"));
      assertThat(bench.model().unsaved().get()).isTrue();
      assertThat(DocumentStore.of(second, dir).file()).hasBinaryContent(document);
    } finally {
      other.destroyForcibly().waitFor();
    }
    on(() -> bench.files().save());
    assertThat(bench.model().unsaved().get()).isFalse();
    DocumentStore store = DocumentStore.of(second, dir.resolve("own"));
    assertThat(store.load().sheet()).isEqualTo(sheet());
  }

  /** Holds the lock of a document until it is killed. */
  static final class Holder {
    private Holder() {}

    public static void main(String[] args) throws Exception {
      Optional<DocumentLock> lock = DocumentLock.take(Path.of(args[0]));
      System.out.println(lock.isPresent());
      Thread.sleep(600_000);
    }
  }

  private static Process holder(Path document) throws IOException {
    Process p =
        new ProcessBuilder(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-cp",
                System.getProperty("java.class.path"),
                Holder.class.getName(),
                document.toString())
            .redirectError(ProcessBuilder.Redirect.DISCARD)
            .start();
    assertThat(p.inputReader().readLine()).isEqualTo("true");
    return p;
  }

  /** Another program writes the document: both versions are kept. */
  @Test(dependsOnMethods = "aPictureThatIsOpenElsewhereIsNotWrittenOver")
  public void aDocumentThatWasChangedOutsideIsSetAside() throws Exception {
    Path document = DocumentStore.of(second, dir).file();
    byte[] foreign = "{\"carezza\": 2, \"passes\": []}".getBytes();
    Files.write(document, foreign);
    on(() -> bench.model().lookOutside());
    until(() -> said().equals(Words.of("message.isChangedOutside", "b.png")));
    on(() -> bench.model().passes().add(Kinds.of("neutral")));
    on(() -> bench.files().save());
    assertThat(said()).contains("b.png.carezza.json.aside-1");
    assertThat(dir.resolve("b.png.carezza.json.aside-1")).hasBinaryContent(foreign);
    assertThat(DocumentStore.read(document).sheet()).isEqualTo(sheet());
  }

  @Test(dependsOnMethods = "aDocumentThatWasChangedOutsideIsSetAside")
  public void aPictureWithoutAnExtensionIsOfferedAName() throws Exception {
    ExportSettings s = ExportSettings.usual(OutputFormats.TIFF, PictureReader.read(first));
    assertThat(FileDesk.exportName("scan", s)).isEqualTo("scan-done.tif");
    assertThat(FileDesk.exportName(".hidden", s)).isEqualTo(".hidden-done.tif");
    assertThat(FileDesk.exportName("a.b.png", s)).isEqualTo("a.b-done.tif");
    Path bare = Files.copy(first, dir.resolve("bare"));
    open(bare);
    assertThat(bench.model().picture().get().name()).isEqualTo("bare");
  }

  /** What was never asked about is asked for before it is replaced. */
  @Test(dependsOnMethods = "aPictureWithoutAnExtensionIsOfferedAName")
  public void anExportUnderANameThatWasNotAskedForAsksBeforeItReplaces() throws Exception {
    Path there = Files.writeString(dir.resolve("mine.png"), "not a picture");
    ExportSettings s =
        ExportSettings.usual(OutputFormats.PNG, bench.model().picture().get().file());
    javafx.application.Platform.runLater(() -> bench.files().export(dir.resolve("mine"), s));
    until(
        () ->
            robot
                .lookup(n -> n instanceof Labeled l && l.getText().equals(Words.of("replace.stay")))
                .tryQuery()
                .isPresent());
    Button keep =
        robot
            .lookup(n -> n instanceof Button b && b.getText().equals(Words.of("replace.stay")))
            .queryAs(Button.class);
    on(keep::fire);
    settle();
    assertThat(there).hasContent("not a picture");
  }

  /**
   * While the hand rests the neighbours are decoded, drawn and measured; turning decodes nothing.
   */
  @Test(dependsOnMethods = "anExportUnderANameThatWasNotAskedForAsksBeforeItReplaces")
  public void theNextPictureIsMadeReadyWhileTheHandRests() throws Exception {
    for (String name : new String[] {"bare", "c.png", "mine.png", "exported.png", "kept.png"}) {
      Files.delete(dir.resolve(name));
    }
    open(second);
    until(() -> bench.isRested());
    Path next = bench.files().neighbour(1).orElseThrow();
    assertThat(next).isEqualTo(first.toAbsolutePath());
    PictureShelf.Ready ready = bench.files().shelf().read(next, f -> {});
    open(first);
    assertThat(bench.model().picture().get().engine()).isSameAs(ready.engine());
    Files.setLastModifiedTime(
        second, java.nio.file.attribute.FileTime.from(java.time.Instant.now().minusSeconds(60)));
    Engine was = bench.files().shelf().read(second.toAbsolutePath(), f -> {}).engine();
    Files.copy(first, second, java.nio.file.StandardCopyOption.REPLACE_EXISTING);
    assertThat(bench.files().shelf().read(second.toAbsolutePath(), f -> {}).engine())
        .as("its file was replaced")
        .isNotSameAs(was);
  }

  /** A pointer that is moved over the picture reads its colour and has nothing computed. */
  @Test(dependsOnMethods = "theNextPictureIsMadeReadyWhileTheHandRests")
  public void thePointerComputesNothing() throws Exception {
    until(() -> bench.isRested());
    Engine engine = bench.model().picture().get().engine();
    long before = engine.pixelsComputed();
    for (int i = 0; i < 6; i++) {
      robot.moveTo(at(200 + 60 * i, 200 + 40 * i));
    }
    WaitForAsyncUtils.waitForFxEvents();
    until(() -> bench.isIdle());
    assertThat(engine.pixelsComputed()).isEqualTo(before);
  }

  /**
   * In another sitting a picture is whole before its file is decoded, pixel by pixel as it is when
   * it has been computed; one whose work was dropped is not shown with it.
   */
  @Test(dependsOnMethods = "thePointerComputesNothing")
  public void aPictureSeenBeforeIsWholeAtOnce() throws Exception {
    on(() -> bench.model().passes().add(Kinds.of("neutral")));
    expose(0.7);
    on(() -> bench.files().save());
    settle();
    String name = bench.model().picture().get().name();
    LastFrame looked = bench.picture().looked(bench.model().picture().get()).orElseThrow();
    open(first.toAbsolutePath().equals(current()) ? second : first);
    on(() -> bench.files().shelf().clear());
    LastFrame known = remembered(name);
    assertThat(known.pixels()).isEqualTo(looked.pixels());
    AtomicBoolean seen = new AtomicBoolean();
    FrameImage frame =
        robot
            .from(bench.picture())
            .lookup((Node n) -> n instanceof FrameImage)
            .queryAs(FrameImage.class);
    on(
        () ->
            frame
                .imageProperty()
                .addListener(
                    (o, a, b) -> seen.compareAndSet(false, bench.picture().isRemembered())));
    openLater(dir.resolve(name));
    until(() -> bench.shown(dir.resolve(name)).compareTo(BenchView.Shown.RETOUCHED) >= 0);
    assertThat(seen).isTrue();
    until(() -> bench.model().picture().get().name().equals(name));
    settle();
    assertThat(bench.picture().isRemembered()).isFalse();
    assertThat(bench.picture().looked(bench.model().picture().get()).orElseThrow().pixels())
        .isEqualTo(looked.pixels());
  }

  private void expose(double stops) throws Exception {
    on(
        () ->
            bench
                .model()
                .passes()
                .change(bench.model().passes().chosen().get(), p -> p.with("exposure", stops)));
  }

  private Path current() {
    return bench.model().picture().get().file().path();
  }

  private LastFrame remembered(String name) throws Exception {
    LastFrames frames = bench.files().lastFrames();
    until(() -> frames.of(dir.resolve(name).toAbsolutePath()).isPresent());
    return frames.of(dir.resolve(name).toAbsolutePath()).orElseThrow();
  }

  @Test(dependsOnMethods = "aPictureSeenBeforeIsWholeAtOnce")
  public void whatWasDroppedIsNotRemembered() throws Exception {
    String name = bench.model().picture().get().name();
    LastFrame saved = remembered(name);
    expose(-1);
    settle();
    openLater(first.toAbsolutePath().equals(current()) ? second : first);
    answer("leave.drop");
    until(() -> !bench.model().picture().get().name().equals(name));
    settle();
    assertThat(remembered(name).pixels()).isEqualTo(saved.pixels());
  }
}
