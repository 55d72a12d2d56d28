package carezza.app;

import static org.assertj.core.api.Assertions.assertThat;

import carezza.app.side.Dials;
import carezza.app.tool.PenRecording;
import carezza.app.tool.RecordedPen;
import carezza.area.Area;
import carezza.engine.Engine;
import carezza.engine.SheetView;
import carezza.engine.TileCache;
import carezza.face.Pin;
import carezza.image.RgbBlock;
import carezza.io.DocumentStore;
import carezza.io.ExportSettings;
import carezza.io.format.OutputFormat;
import carezza.io.format.OutputFormats;
import carezza.pass.Mark;
import carezza.reading.Reading;
import carezza.setting.Curve;
import carezza.setting.Settings;
import carezza.sheet.Kinds;
import carezza.sheet.RunSheet;
import carezza.sitter.PassContract;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.Callable;
import javafx.geometry.Bounds;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import org.testfx.util.WaitForAsyncUtils;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.Test;

/**
 * Kinds of pass, a reading, a check view and an output format that are found on the class path go
 * the whole way with no line of the application for them.
 */
public class ElsewhereTest extends BenchWindow {
  private Path picture;

  @BeforeClass
  public void openASitter() throws Exception {
    picture = dir.resolve("maren.jpg");
    window("maren.jpg");
    open(picture);
  }

  private Settings tinge() {
    return pass("tinge").settings();
  }

  @SuppressWarnings("unchecked") // the test names the type that the field has
  private <T> T set(String field, Class<T> type) {
    return (T) tinge().get(tinge().field(field));
  }

  @Test
  public void theCardOffersTheKindAndItsEditorsSetIt() throws Exception {
    add("grade", "tinge");
    until(() -> sheet().passes().size() == 1);
    assertThat(pass("tinge").area()).isEqualTo(Area.ofRegion("skin"));
    settle();
    drag("#bar-amount", 60, () -> set("amount", Double.class) > 40);
    click("#flag-darkToo", () -> !set("darkToo", Boolean.class));
    click("#choice-mix-under", () -> set("mix", String.class).equals("under"));
    drag("#bar-tint-b", -30, () -> !tinge().get(tinge().field("tint")).equals(start("tint")));
    Node curve = shown("#curve-tones");
    robot.moveTo(curve).press(MouseButton.PRIMARY).moveBy(0, 20).release(MouseButton.PRIMARY);
    until(() -> set("tones", Curve.class).knots().size() == 3);
    assertThat(set("tones", Curve.class).at(50)).isLessThan(0.9);
    settle();
  }

  private Object start(String field) {
    return tinge().field(field).start();
  }

  private void drag(String id, int by, Callable<Boolean> done) throws Exception {
    Node n = shown(id);
    robot.drag(n).moveBy(by, 0).drop();
    until(done);
    WaitForAsyncUtils.waitForFxEvents();
  }

  private void click(String id, Callable<Boolean> done) throws Exception {
    robot.clickOn(shown(id));
    until(done);
    WaitForAsyncUtils.waitForFxEvents();
  }

  /** A node of the card, scrolled to the middle and at rest there. */
  private Node shown(String id) throws Exception {
    settle();
    Node n = robot.lookup(id).query();
    ScrollPane card = robot.lookup(".card-scroll").queryAs(ScrollPane.class);
    WaitForAsyncUtils.asyncFx(
            () -> {
              Node list = card.getContent();
              double height = card.getViewportBounds().getHeight();
              double over = list.getLayoutBounds().getHeight() - height;
              double y =
                  list.sceneToLocal(n.localToScene(n.getBoundsInLocal())).getCenterY() - height / 2;
              card.setVvalue(over <= 0 ? 0 : Math.max(0, Math.min(1, y / over)));
            })
        .get();
    Bounds[] last = new Bounds[1];
    until(
        () -> {
          WaitForAsyncUtils.waitForFxEvents();
          Bounds was = last[0];
          last[0] = n.localToScreen(n.getBoundsInLocal());
          return last[0].equals(was);
        });
    return n;
  }

  @Test(dependsOnMethods = "theCardOffersTheKindAndItsEditorsSetIt")
  public void itsPlaceAndItsOwnToolWorkOnThePicture() throws Exception {
    Pin eye = sheet().faceMap().orElseThrow().rightEye();
    robot.clickOn(shown("#place-middle"));
    until(() -> bench.model().tools().name().equals("place.middle"));
    Label prompt = robot.lookup("#prompt").queryAs(Label.class);
    assertThat(prompt.getText()).isEqualTo("Click where the tinge is strongest.");
    robot.clickOn(at(eye.x(), eye.y() + 200));
    until(() -> tinge().places().containsKey("middle"));
    assertThat(bench.model().tools().taken()).isEmpty();
    WaitForAsyncUtils.asyncFx(() -> bench.model().brush().size(8)).get();
    robot.clickOn(at(eye.x() + 40, eye.y() + 260));
    until(() -> pass("tinge").items(Mark.class).size() == 1);
    robot.clickOn(at(eye.x() - 60, eye.y() + 300));
    until(() -> pass("tinge").items(Mark.class).size() == 2);
    robot.rightClickOn(at(eye.x() - 60, eye.y() + 300));
    robot.clickOn("#mark-dropDot");
    until(() -> pass("tinge").items(Mark.class).size() == 1);
    robot.press(KeyCode.CONTROL, KeyCode.Z).release(KeyCode.Z, KeyCode.CONTROL);
    until(() -> pass("tinge").items(Mark.class).size() == 2);
    settle();
  }

  /** Painted by a recorded pen: its pressure is in the stroke. */
  @Test(dependsOnMethods = "itsPlaceAndItsOwnToolWorkOnThePicture")
  public void anotherKindIsPaintedByAPen() throws Exception {
    shown("#plus-grade");
    add("grade", "wash");
    until(() -> sheet().passes().size() == 2);
    settle();
    PenRecording recording = PenRecording.read(Path.of("../demo/pen/strokes.json"));
    RecordedPen pen =
        new RecordedPen(
            recording, bench.sight(), (ms, what) -> javafx.application.Platform.runLater(what));
    WaitForAsyncUtils.asyncFx(
            () -> {
              bench.take(pen);
              pen.play(() -> {});
            })
        .get();
    until(() -> pass("wash").area().strokes().size() == 3);
    var strokes = pass("wash").area().strokes();
    assertThat(strokes.get(0).pressure(0)).isLessThan(0.3);
    assertThat(strokes.get(0).pressure(20)).isGreaterThan(0.8);
    assertThat(strokes.get(1).tilt(20)).isGreaterThan(30);
    assertThat(strokes.get(2).brush().puts()).as("turned over it takes off").isFalse();
    settle();
  }

  @Test(dependsOnMethods = "anotherKindIsPaintedByAPen")
  public void itsReadingIsShownWithTheOthers() throws Exception {
    WaitForAsyncUtils.asyncFx(() -> bench.model().passes().chosen().set(pass("tinge").id())).get();
    settle();
    Reading r =
        bench.model().readings().get().stream()
            .filter(x -> x.name().equals("tinged"))
            .findFirst()
            .orElseThrow();
    assertThat(r.isAvailable()).isTrue();
    assertThat(Dials.chosen(bench.model())).contains(r);
    assertThat(ReadingWords.name(r)).isEqualTo("Tinged skin");
  }

  @Test(dependsOnMethods = "itsReadingIsShownWithTheOthers")
  public void theCheckViewStandsAmongTheOthers() throws Exception {
    robot.clickOn("#look-negative");
    until(() -> bench.model().looking().view().get().key().equals("negative"));
    settle();
    assertThat(robot.lookup("#say").queryAs(Label.class).getText())
        .isEqualTo("Negative: dark is light.");
    robot.clickOn("#look-picture");
    settle();
  }

  @Test(dependsOnMethods = "theCheckViewStandsAmongTheOthers")
  public void savedReopenedRecoveredAndExported() throws Exception {
    RunSheet made = sheet();
    bench.model().picture().get().document().flush();
    OpenPicture recovered = PlainPicture.open(picture, dir.resolve("own"));
    assertThat(recovered.document().isRecovered()).as("journalled").isTrue();
    assertThat(recovered.history().now()).isEqualTo(made);
    focusPicture();
    control(KeyCode.S);
    until(() -> !bench.model().unsaved().get());
    assertThat(DocumentStore.read(dir.resolve("maren.jpg.carezza.json")).sheet()).isEqualTo(made);
    open(picture);
    assertThat(sheet()).isEqualTo(made);
    focusPicture();
    control(KeyCode.E);
    until(() -> robot.lookup("#exportPanel").query().isVisible());
    robot.clickOn("#export-ppm");
    until(() -> robot.lookup("#exportPanel").query().isVisible());
    robot.press(KeyCode.ESCAPE).release(KeyCode.ESCAPE);
    OutputFormat ppm = OutputFormats.ofName(Path.of("a.ppm")).orElseThrow();
    Path out = dir.resolve("maren-done.ppm");
    ExportSettings settings = ExportSettings.usual(ppm, bench.model().picture().get().file());
    WaitForAsyncUtils.asyncFx(() -> bench.files().export(out, settings)).get();
    until(() -> Files.exists(out));
    settle();
    byte[] head = new byte[15];
    try (var in = Files.newInputStream(out)) {
      assertThat(in.readNBytes(head, 0, 15)).isEqualTo(15);
    }
    assertThat(new String(head, StandardCharsets.US_ASCII)).startsWith("P6\n2000 2500\n");
    assertThat(Files.size(out)).isEqualTo(17 + 3L * 2000 * 2500);
  }

  @Test(dependsOnMethods = "savedReopenedRecoveredAndExported")
  public void itIsRenderedAndHeldToTheContract() {
    OpenPicture p = bench.model().picture().get();
    Engine engine = new Engine(p.file().picture(), p.file().encoding(), new TileCache(1L << 28));
    SheetView view = engine.view(sheet(), () -> false).prepared();
    RgbBlock now = view.read(2, view.bounds(2));
    RgbBlock bare = engine.original().read(2, view.bounds(2));
    assertThat(now.b()).isNotEqualTo(bare.b());
    for (String kind : List.of("tinge", "wash")) {
      PassContract contract = new PassContract(Kinds.of(kind));
      PassContract.rules()
          .forEach(r -> assertThat(contract.broken(r)).as("%s: %s", kind, r).isEmpty());
    }
  }
}
