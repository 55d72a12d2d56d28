package carezza.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import carezza.area.Area;
import carezza.area.Extent;
import carezza.area.Term;
import carezza.face.FaceHandle;
import carezza.face.FaceMap;
import carezza.face.Pin;
import carezza.image.SourcePicture;
import carezza.io.DocumentStore;
import carezza.io.ExportSettings;
import carezza.io.PictureReader;
import carezza.io.format.OutputFormats;
import carezza.pass.Heal;
import carezza.pass.Pass;
import carezza.screen.CheckView;
import carezza.screen.check.CheckViews;
import carezza.sheet.RunSheet;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.scene.shape.Circle;
import org.testfx.util.WaitForAsyncUtils;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.Test;

/** The main job in a real window: open, heal, even, dodge, undo, save, reopen, export. */
public class JourneyTest extends BenchWindow {
  private Path picture;

  @BeforeClass
  public void openTheDemo() throws Exception {
    picture = dir.resolve("ilse.jpg");
    window("ilse.jpg", "maren.jpg");
    open(picture);
  }

  @Test
  public void theDemoOpensReady() {
    assertThat(sheet().faceMap()).isPresent();
    assertThat(sheet().passes())
        .extracting(p -> p.kind().key())
        .containsExactly("heals", "twoBands", "dodge", "burn");
    Label say = robot.lookup("#say").queryAs(Label.class);
    assertThat(say.getText()).startsWith("Next: ");
    assertThat(bench.model().readings().get()).isNotEmpty();
  }

  @Test(dependsOnMethods = "theDemoOpensReady")
  public void allReadingsStandInOneTable() throws Exception {
    focusPicture();
    robot.push(KeyCode.R);
    Node table = robot.lookup("#readings").query();
    until(table::isVisible);
    until(() -> bench.model().readings().get().stream().anyMatch(r -> r.name().equals("pull")));
    WaitForAsyncUtils.waitForFxEvents();
    Set<String> names =
        robot.from(table).lookup(".label").queryAllAs(Label.class).stream()
            .map(Label::getText)
            .collect(Collectors.toSet());
    assertThat(names)
        .containsAll(bench.model().readings().get().stream().map(ReadingWords::name).toList());
    noWordIsClipped();
    robot.push(KeyCode.ESCAPE);
    until(() -> !table.isVisible());
    robot.clickOn("#all-readings");
    until(table::isVisible);
    robot.push(KeyCode.R);
    until(() -> !table.isVisible());
  }

  @Test(dependsOnMethods = "allReadingsStandInOneTable")
  public void noWordIsClippedInAnyState() throws Exception {
    for (int i = 0; i < 3; i++) {
      for (Pass p : sheet().passes()) {
        WaitForAsyncUtils.asyncFx(() -> bench.model().passes().chosen().set(p.id())).get();
        WaitForAsyncUtils.waitForFxEvents();
        noWordIsClipped();
      }
      focusPicture();
      Looking.State next = Looking.State.values()[(i + 1) % 3];
      robot.push(KeyCode.V);
      until(() -> bench.model().looking().state().get() == next);
      settle();
    }
    assertThat(bench.model().looking().state().get()).isEqualTo(Looking.State.WHOLE);
  }

  @Test(dependsOnMethods = "noWordIsClippedInAnyState")
  public void healEvenDodgeUndoSaveReopenExport() throws Exception {
    // heal
    WaitForAsyncUtils.asyncFx(() -> bench.model().passes().chosen().set(pass("heals").id())).get();
    WaitForAsyncUtils.asyncFx(() -> bench.model().brush().size(7)).get();
    int heals = pass("heals").items(Heal.class).size();
    robot.clickOn(at(967.7, 690.8));
    until(() -> pass("heals").items(Heal.class).size() == heals + 1);
    var heal = pass("heals").items(Heal.class).get(heals);
    assertThat(Math.hypot(heal.x0() - 967.7, heal.y0() - 690.8)).isLessThan(4);
    settle();

    // even: drag the strength of two bands
    double strength = pass("twoBands").strength();
    Node bar = robot.lookup("#strength-twoBands").query();
    var readings = bench.model().readings().get();
    robot.drag(bar).moveBy(-25, 0).drop();
    until(() -> pass("twoBands").strength() < strength);
    until(() -> bench.model().readings().get() != readings);
    settle();

    // a press on its knob that moves nothing is no step; a step asks for one frame
    long steps = bench.model().settled().get();
    robot.clickOn(robot.from(bar).lookup(".bar-knob").<Node>query());
    settle();
    assertThat(bench.model().settled().get()).as("a release without a move").isEqualTo(steps);
    long asked = bench.picture().painter().asked();
    WaitForAsyncUtils.asyncFx(
            () -> bench.model().passes().change(pass("twoBands").id(), p -> p.withStrength(0.9)))
        .get();
    assertThat(bench.picture().painter().asked() - asked).as("frames of a step").isEqualTo(1);
    settle();

    // dodge: a stroke on the forehead
    WaitForAsyncUtils.asyncFx(() -> bench.model().passes().chosen().set(pass("dodge").id())).get();
    int strokes = pass("dodge").area().strokes().size();
    robot
        .moveTo(at(950, 560))
        .press(MouseButton.PRIMARY)
        .moveTo(at(1150, 560))
        .release(MouseButton.PRIMARY);
    until(() -> pass("dodge").area().strokes().size() == strokes + 1);
    assertThat(pass("dodge").area().strokes().get(strokes).count()).isGreaterThan(1);
    settle();
    Node kept = robot.lookup("#strength-twoBands").query();
    assertThat(kept).as("the card keeps its rows").isSameAs(bar);
    Circle ring = robot.lookup(".ring").match(n -> n instanceof Circle).query();
    assertThat(ring.getBoundsInParent().getWidth() / 2)
        .as("the ring is as large as the brush")
        .isCloseTo(ring.getRadius(), within(2.0));
    assertThat(ring.getRadius())
        .isCloseTo(
            bench.picture().onScreen(bench.model().brush().get().sizeMm()) / 2, within(0.01));

    // undo and redo the stroke
    robot.press(KeyCode.CONTROL, KeyCode.Z).release(KeyCode.Z, KeyCode.CONTROL);
    until(() -> pass("dodge").area().strokes().size() == strokes);
    robot.press(KeyCode.CONTROL, KeyCode.Y).release(KeyCode.Y, KeyCode.CONTROL);
    until(() -> pass("dodge").area().strokes().size() == strokes + 1);

    // save and reopen
    RunSheet made = sheet();
    focusPicture();
    control(KeyCode.S);
    until(() -> !bench.model().unsaved().get());
    assertThat(DocumentStore.read(dir.resolve("ilse.jpg.carezza.json")).sheet()).isEqualTo(made);
    open(dir.resolve("maren.jpg"));
    assertThat(sheet().passes()).isEmpty();
    open(picture);
    assertThat(sheet()).isEqualTo(made);

    // export, and look at the pixels
    Path out = dir.resolve("ilse-done.png");
    control(KeyCode.E);
    until(() -> robot.lookup("#exportPanel").query().isVisible());
    robot.clickOn("#export-png");
    until(() -> text("#export-size").startsWith("about "));
    noWordIsClipped();
    robot.press(KeyCode.ESCAPE).release(KeyCode.ESCAPE);
    until(() -> !robot.lookup("#exportPanel").query().isVisible());
    ExportSettings png =
        ExportSettings.usual(OutputFormats.PNG, bench.model().picture().get().file());
    WaitForAsyncUtils.asyncFx(() -> bench.files().export(out, png)).get();
    until(() -> Files.exists(out));
    settle();
    SourcePicture before = PictureReader.read(picture).picture();
    SourcePicture after = PictureReader.read(out).picture();
    assertThat(after.bounds()).isEqualTo(before.bounds());
    assertThat(redness(after, 967, 691))
        .as("the healed blemish")
        .isLessThan(redness(before, 967, 691) - 8);
    assertThat(after.code(1, 1050, 560)).as("dodged").isGreaterThan(before.code(1, 1050, 560));
    for (int c = 0; c < 3; c++) {
      assertThat(after.code(c, 60, 2400)).as("untouched").isEqualTo(before.code(c, 60, 2400));
    }
  }

  private static double redness(SourcePicture p, int x, int y) {
    double sum = 0;
    for (int dy = -4; dy <= 4; dy++) {
      for (int dx = -4; dx <= 4; dx++) {
        sum += p.code(0, x + dx, y + dy) - p.code(1, x + dx, y + dy);
      }
    }
    return sum / 81;
  }

  @Test(dependsOnMethods = "healEvenDodgeUndoSaveReopenExport")
  public void beforeIsHeldAndLetGo() throws Exception {
    focusPicture();
    robot.press(KeyCode.Q);
    until(() -> bench.model().looking().before().get() == Looking.Before.ALL);
    robot.release(KeyCode.Q);
    until(() -> bench.model().looking().before().get() == Looking.Before.NO);
    robot.press(KeyCode.DIGIT2).release(KeyCode.DIGIT2);
    until(() -> bench.model().looking().view().get().key().equals("bare_light"));
    robot.press(KeyCode.DIGIT1).release(KeyCode.DIGIT1);
    until(() -> bench.model().looking().view().get() == CheckViews.PICTURE);
    settle();
  }

  /** By thread, not by seconds: all of the above computed no pixel where the window lives. */
  @Test(dependsOnMethods = "beforeIsHeldAndLetGo")
  public void noPixelIsComputedOnTheInterfaceThread() throws Exception {
    String[] interfaceThread = new String[1];
    WaitForAsyncUtils.asyncFx(() -> interfaceThread[0] = Thread.currentThread().getName()).get();
    Set<String> threads = bench.model().picture().get().engine().threads();
    assertThat(threads).isNotEmpty().doesNotContain(interfaceThread[0]);
    Node panel = robot.lookup("#engine").query();
    robot.push(KeyCode.F9);
    until(panel::isVisible);
    noWordIsClipped();
    robot.push(KeyCode.F9);
    until(() -> !panel.isVisible());
  }

  /** A picture nobody has worked on: the face is found, offered, taken, and can be undone. */
  @Test(dependsOnMethods = "noPixelIsComputedOnTheInterfaceThread")
  public void aNewPictureOffersItsFace() throws Exception {
    Path fresh = Files.createDirectories(dir.resolve("new")).resolve("fresh.jpg");
    Files.copy(Path.of("../demo/maren.jpg"), fresh);
    open(fresh);
    Node offer = robot.lookup("#faceOffer").query();
    until(offer::isVisible);
    noWordIsClipped();
    assertThat(sheet().faceMap()).isEmpty();
    robot.clickOn("#useFace");
    until(() -> sheet().faceMap().isPresent());
    assertThat(offer.isVisible()).isFalse();
    for (String region : List.of("skin", "teeth", "eyeWhites")) {
      assertThat(sheet().region(region)).isEqualTo(Area.found(region));
    }
    settle();
    noWordIsClipped();
  }

  /** A handle is dragged; the outlines near it follow, and the step can be undone. */
  @Test(dependsOnMethods = "aNewPictureOffersItsFace")
  public void aHandleBendsTheOutlines() throws Exception {
    robot.clickOn("#sitter-more");
    choose("#bend");
    until(() -> bench.model().tools().name().equals("bend_face"));
    FaceMap before = sheet().faceMap().orElseThrow();
    Pin chin = FaceHandle.CHIN.at(before.faces().get(0));
    Point2D from = at(chin.x(), chin.y());
    robot.drag(from, MouseButton.PRIMARY).dropTo(from.add(0, 12));
    until(() -> !sheet().faceMap().orElseThrow().equals(before) && !bench.model().isPreview());
    Pin now = FaceHandle.CHIN.at(sheet().faceMap().orElseThrow().faces().get(0));
    assertThat(now.y()).isGreaterThan(chin.y() + 15);
    assertThat(sheet().faceMap().orElseThrow().pxPerMm()).isGreaterThan(0);
    robot.clickOn("#sitter-more");
    until(() -> bench.model().tools().taken().isEmpty());
    focusPicture();
    robot.press(KeyCode.CONTROL).press(KeyCode.Z).release(KeyCode.Z).release(KeyCode.CONTROL);
    until(() -> sheet().faceMap().orElseThrow().equals(before));
    settle();
  }

  /** A pass starts on its region with nothing pointed out, and another region is taken away. */
  @Test(dependsOnMethods = "aHandleBendsTheOutlines")
  public void anAreaIsPutTogetherFromRegions() throws Exception {
    add("even", "twoBands");
    until(() -> sheet().passes().size() == 1);
    assertThat(sheet().passes().get(0).area()).isEqualTo(Area.ofRegion("skin"));
    assertThat(bench.model().tools().taken()).isEmpty();
    settle();
    noWordIsClipped();
    robot.clickOn("#where-open");
    robot.clickOn("#where-join");
    choose("#join-lips");
    until(() -> terms().size() == 1);
    assertThat(terms().get(0).what()).isEqualTo(new Extent.Region("lips"));
    assertThat(terms().get(0).how()).as("what is nearly always meant").isEqualTo(Term.How.TAKE);
    until(() -> text("#where-size").contains("cm\u00b2"));
    noWordIsClipped();
    settle();
  }

  private List<Term> terms() {
    return bench.model().areas().terms();
  }

  /** An oval is drawn and moved by its handle; a window of tones is laid round a place. */
  @Test(dependsOnMethods = "anAreaIsPutTogetherFromRegions")
  public void shapesAndWindowsAreJoinedWithAnArea() throws Exception {
    robot.clickOn("#where-join");
    choose("#join-oval");
    until(() -> bench.model().tools().name().equals("draw_oval"));
    Pin cheek = sheet().faceMap().orElseThrow().rightEye();
    Point2D middle = at(cheek.x(), cheek.y() + 200);
    robot.drag(middle, MouseButton.PRIMARY).dropTo(middle.add(60, 40));
    until(() -> terms().size() == 2 && !bench.model().isPreview());
    Extent.Oval drawn = (Extent.Oval) terms().get(1).what();
    assertThat(drawn.a()).isGreaterThan(drawn.b());
    robot.drag(middle, MouseButton.PRIMARY).dropTo(middle.add(15, 10));
    until(() -> !bench.model().isPreview() && !terms().get(1).what().equals(drawn));
    assertThat(((Extent.Oval) terms().get(1).what()).x()).isGreaterThan(drawn.x());
    robot.clickOn("#where-join");
    choose("#join-tone");
    until(() -> bench.model().tools().name().equals("take_window"));
    robot.clickOn(middle);
    until(() -> terms().size() == 3 && !terms().get(2).what().equals(Areas.START_TONE));
    Extent.Tone tone = (Extent.Tone) terms().get(2).what();
    assertThat(tone.high() - tone.low()).isBetween(10.0, 50.0);
    WaitForAsyncUtils.waitForFxEvents();
    noWordIsClipped();
    robot.clickOn("#term-joint-2");
    choose("#joint-take");
    until(() -> terms().get(2).how() == Term.How.TAKE);
    robot.clickOn("#term-drop-2");
    until(() -> terms().size() == 2);
    settle();
  }

  /** Each check view draws something else. */
  @Test(dependsOnMethods = "shapesAndWindowsAreJoinedWithAnArea")
  public void numberKeysChangeTheView() throws Exception {
    focusPicture();
    KeyCode[] digits = {
      KeyCode.DIGIT2,
      KeyCode.DIGIT3,
      KeyCode.DIGIT4,
      KeyCode.DIGIT5,
      KeyCode.DIGIT6,
      KeyCode.DIGIT7,
      KeyCode.DIGIT8,
      KeyCode.DIGIT9,
      KeyCode.DIGIT1
    };
    for (KeyCode digit : digits) {
      robot.push(digit);
      CheckView want = CheckViews.all().get(digit.ordinal() - KeyCode.DIGIT1.ordinal());
      until(() -> bench.model().looking().view().get() == want);
      settle();
    }
  }
}
