package carezza.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import carezza.app.tool.PenSample;
import carezza.app.tool.Tool;
import carezza.area.Area;
import carezza.area.Extent;
import carezza.area.Stroke;
import carezza.area.Term;
import carezza.face.FaceHandle;
import carezza.face.FaceMap;
import carezza.face.FoundFace;
import carezza.face.PersonMask;
import carezza.face.Pin;
import carezza.image.Rect;
import carezza.job.WorkRecord;
import carezza.pass.Action;
import carezza.pass.Heal;
import carezza.pass.Stage;
import carezza.reading.Saliency;
import carezza.sheet.Kinds;
import carezza.sheet.KnownSheet;
import carezza.sheet.RunSheet;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import java.util.Optional;
import org.testng.annotations.BeforeMethod;
import org.testng.annotations.Test;

/** The bench without a window. */
public class BenchModelTest {
  private Path picture;
  private Path own;
  private BenchModel model;
  private Instant now = Instant.parse("2026-03-04T09:00:00Z");

  @BeforeMethod
  public void open() throws IOException {
    Path dir = Files.createTempDirectory("carezza-model");
    own = dir.resolve("own");
    picture = PlainPicture.write(dir, own, 400, 300, new Pin(74, 90), new Pin(326, 90));
    model = new BenchModel(KnownFaces.NONE, Runnable::run, Runnable::run, Runnable::run);
    model.show(PlainPicture.open(picture, own));
  }

  private static Stroke stroke() {
    return new Stroke(
        new Stroke.Brush(true, 6, 3, 1), new int[] {800, 800, 255, 0, 0, 960, 800, 255, 0, 9});
  }

  @Test
  public void draggingPreviewsAndLettingGoIsOneStep() {
    model.passes().add(Kinds.of("dodge"));
    long id = model.passes().chosen().get();
    model.passes().stroke(stroke());
    for (int i = 90; i >= 50; i--) {
      double s = i / 100.0;
      model.passes().preview(id, p -> p.withStrength(s));
    }
    assertThat(model.passes().chosenPass().orElseThrow().strength()).isEqualTo(0.5);
    assertThat(model.isPreview()).isTrue();
    long settled = model.settled().get();
    model.passes().change(id, p -> p.withStrength(0.5));
    assertThat(model.settled().get()).as("a step like its last preview").isEqualTo(settled + 1);
    assertThat(model.isPreview()).isFalse();
    model.undo();
    assertThat(model.passes().chosenPass().orElseThrow().strength()).isEqualTo(1);
    assertThat(model.passes().chosenPass().orElseThrow().area().strokes()).hasSize(1);
    model.undo();
    assertThat(model.passes().chosenPass().orElseThrow().area().strokes()).isEmpty();
    model.undo();
    assertThat(model.sheet().get().passes()).isEmpty();
    assertThat(model.passes().chosen().get()).isEqualTo(Passes.NONE);
    model.redo();
    assertThat(model.sheet().get().passes()).hasSize(1);
  }

  @Test
  public void aHealFindsItsSourceAndCanBeDraggedAndRemoved() {
    model.passes().add(Kinds.of("heals"));
    model.passes().addMark(200, 150, 200, 150);
    Heal heal = heals().get(0);
    assertThat(Math.hypot(heal.dx(), heal.dy())).isGreaterThan(6 * 4);
    model.passes().moveSource(heal.id(), 60, 10, true);
    assertThat(heals().get(0).dx()).isEqualTo(60);
    List<Action> actions = model.passes().chosenPass().orElseThrow().kind().actions();
    model.passes().act((Action.WithMark) actions.get(0), heal.id());
    assertThat(heals()).hasSize(1);
    Heal again = heals().get(0);
    assertThat(again.dx()).isNotEqualTo(60);
    model.passes().act((Action.WithMark) actions.get(0), heal.id());
    assertThat(heals().get(0)).as("another source each time").isNotEqualTo(again);
    model.passes().act((Action.WithMark) actions.get(1), heal.id());
    assertThat(heals()).isEmpty();
  }

  private void wait(int seconds) {
    now = now.plusSeconds(seconds);
  }

  private double seconds(Stage s) {
    return model.record().log().of(Optional.ofNullable(s)).seconds();
  }

  @Test
  public void whatIsWorkedIsLoggedByStageAndKept() throws IOException {
    model = new BenchModel(KnownFaces.NONE, Runnable::run, Runnable::run, Runnable::run, () -> now);
    model.show(PlainPicture.open(picture, own));
    wait(40);
    model.passes().add(Kinds.of("heals"));
    wait(30);
    model.alive();
    wait(3600);
    model.alive();
    wait(5);
    model.passes().addMark(200, 150, 200, 150);
    wait(10);
    model.passes().add(Kinds.of("dodge"));
    assertThat(seconds(Stage.CLEAN)).as("an hour away is no work").isEqualTo(75);
    assertThat(seconds(Stage.RELIEF)).isEqualTo(10);
    wait(6);
    model.undo();
    assertThat(seconds(Stage.RELIEF)).as("going back takes time").isEqualTo(16);
    assertThat(model.record().log().steps()).as("and is no step").isEqualTo(3);
    assertThat(model.record().count("healed")).isEqualTo(1);
    wait(8);
    model.save();
    assertThat(seconds(null)).as("time that came to no step").isEqualTo(8);
    WorkRecord made = model.record();
    model.show(PlainPicture.open(picture, own));
    assertThat(model.record()).isEqualTo(made);
  }

  /** Finding a source takes a while: what was done meanwhile is not undone by it. */
  @Test
  public void clicksThatComeQuicklyAllCount() throws IOException {
    Deque<Runnable> waiting = new ArrayDeque<>();
    model = new BenchModel(KnownFaces.NONE, Runnable::run, waiting::add, Runnable::run);
    model.show(PlainPicture.open(picture, own));
    model.passes().add(Kinds.of("heals"));
    long id = model.passes().chosen().get();
    model.passes().addMark(200, 150, 200, 150);
    model.passes().addMark(120, 200, 120, 200);
    model.passes().change(id, p -> p.withStrength(0.5));
    while (!waiting.isEmpty()) {
      waiting.poll().run();
    }
    assertThat(heals()).extracting(Heal::x0).containsExactly(200.0, 120.0);
    assertThat(heals()).extracting(Heal::id).containsExactly(1L, 2L);
    assertThat(model.passes().chosenPass().orElseThrow().strength()).isEqualTo(0.5);
  }

  private List<Heal> heals() {
    return model.passes().chosenPass().orElseThrow().items(Heal.class);
  }

  @Test
  public void pinsAreAskedForInOneStep() {
    model.commit(RunSheet.EMPTY);
    model.faces().pinEyes();
    assertThat(model.tools().name()).isEqualTo("pin_right_eye");
    model.tools().click(300, 80);
    assertThat(model.tools().name()).isEqualTo("pin_left_eye");
    assertThat(model.tools().key(Tool.Key.BACK)).as("the last pin is taken back").isTrue();
    assertThat(model.tools().name()).isEqualTo("pin_right_eye");
    assertThat(model.tools().key(Tool.Key.BACK)).isFalse();
    model.tools().click(300, 80);
    model.tools().click(100, 82);
    assertThat(model.tools().taken()).isEmpty();
    FaceMap m = model.sheet().get().faceMap().orElseThrow();
    assertThat(m.rightEye().x()).as("the sitter's right is on the left").isEqualTo(100);
  }

  @Test
  public void unsavedWorkComesBackAfterAKill() throws IOException {
    model.passes().add(Kinds.of("burn"));
    model.passes().stroke(stroke());
    RunSheet now = model.sheet().get();
    assertThat(model.unsaved().get()).isTrue();
    model.picture().get().document().flush();
    OpenPicture again = PlainPicture.open(picture, own);
    assertThat(again.document().isRecovered()).isTrue();
    assertThat(again.history().now()).isEqualTo(now);
    model.save();
    assertThat(model.unsaved().get()).isFalse();
    assertThat(PlainPicture.open(picture, own).document().isRecovered()).isFalse();
  }

  @Test
  public void heldKeysMuteWhatTheyHoldBack() {
    model.passes().add(Kinds.of("dodge"));
    model.passes().stroke(stroke());
    model.passes().add(Kinds.of("burn"));
    model.looking().before().set(Looking.Before.PASS);
    assertThat(model.looking().shown().passes())
        .extracting(p -> p.on())
        .containsExactly(true, false);
    model.looking().before().set(Looking.Before.STAGE);
    assertThat(model.looking().shown().passes())
        .extracting(p -> p.on())
        .containsExactly(false, false);
    model.looking().before().set(Looking.Before.NO);
    assertThat(model.looking().shown()).isSameAs(model.sheet().get());
  }

  @Test
  public void aPlaceThatCannotBeUsedIsSaidCalmly() {
    model.passes().add(Kinds.of("neutral"));
    Action.PointAt neutral =
        (Action.PointAt) model.passes().chosenPass().orElseThrow().kind().actions().get(1);
    model.passes().point(model.passes().chosen().get(), neutral);
    model.tools().click(-500, -500);
    assertThat(model.message().get()).isEqualTo(Words.of("message.placeUnfit"));
    model.passes().point(model.passes().chosen().get(), neutral);
    model.tools().click(200, 150);
    assertThat(model.passes().chosenPass().orElseThrow().value("mired")).isLessThan(0);
  }

  @Test
  public void aPlaceThatPullsIsLeftAloneInOneStep() {
    model.leaveAlone(new Saliency.Place(100, 50, 20, 1.1));
    assertThat(model.sheet().get().leftAlone()).hasSize(1);
    model.undo();
    assertThat(model.sheet().get().leftAlone()).isEmpty();
  }

  /** One tool has the pen, and what is let go of makes no step. */
  @Test
  public void aToolHasThePenFromPressToRelease() {
    model.passes().add(Kinds.of("dodge"));
    PenSample down = new PenSample(100, 100, 100, 100, 0.5, 30, 0, false, false);
    PenSample on = new PenSample(140, 110, 140, 110, 0.9, 30, 16, false, true);
    model.tools().down(down);
    model.tools().moved(on);
    assertThat(model.isPreview()).isTrue();
    assertThat(model.tools().isBusy()).isTrue();
    model.tools().letGo();
    assertThat(model.isPreview()).isFalse();
    assertThat(model.passes().chosenPass().orElseThrow().area().strokes()).isEmpty();
    model.tools().down(down);
    model.tools().moved(on);
    model.tools().moved(on);
    model.tools().up(on);
    Stroke s = model.passes().chosenPass().orElseThrow().area().strokes().get(0);
    assertThat(s.count()).as("a pen that stays adds no sample").isEqualTo(2);
    assertThat(s.pressure(0)).isCloseTo(0.5, within(0.003));
    assertThat(s.tilt(1)).isEqualTo(30);
    assertThat(s.brush().puts()).isTrue();
    model.tools().down(new PenSample(9, 9, 9, 9, 1, 0, 0, false, true));
    model.tools().up(on);
    assertThat(model.passes().chosenPass().orElseThrow().area().strokes().get(1).brush().puts())
        .as("turned over it takes off")
        .isFalse();
    long settled = model.settled().get();
    model.tools().down(new PenSample(9, 9, 9, 9, 1, 0, 0, true, false));
    model.tools().up(on);
    assertThat(model.settled().get()).as("the barrel moves the picture").isEqualTo(settled);
  }

  private static PenSample pen(double x, double y) {
    return new PenSample(x, y, x, y, 1, 0, 0, false, false);
  }

  /** Presses and drags, and lets go of the tool while the pen is still down. */
  private void dragAndLetGo(double x, double y) {
    model.tools().down(pen(x, y));
    model.tools().moved(pen(x + 12, y + 9));
    assertThat(model.isPreview()).isTrue();
    RunSheet before = model.picture().get().history().now();
    model.tools().letGo();
    assertThat(model.sheet().get()).isSameAs(before);
    model.tools().up(pen(x + 12, y + 9));
    assertThat(model.picture().get().history().now()).isSameAs(before);
  }

  @Test
  public void aSourceOrAHandleThatIsLetGoOfLeavesNoPreview() {
    model.passes().add(Kinds.of("heals"));
    model.passes().addMark(200, 150, 200, 150);
    Heal h = model.passes().chosenPass().orElseThrow().items(Heal.class).get(0);
    dragAndLetGo(200 + h.dx(), 150 + h.dy());
    model.passes().add(Kinds.of("dodge"));
    model.areas().draw(Term.How.ADD, Areas.Drawing.OVAL);
    model.tools().down(pen(120, 100));
    model.tools().moved(pen(240, 180));
    model.tools().up(pen(240, 180));
    List<Term> terms = model.passes().chosenPass().orElseThrow().area().terms();
    Pin handle = ((Extent.Shape) terms.get(terms.size() - 1).what()).handles().get(0);
    dragAndLetGo(handle.x(), handle.y());
  }

  @Test
  public void aPickerDoesNotOutliveItsPass() {
    model.passes().add(Kinds.of("neutral"));
    Action.PointAt point =
        (Action.PointAt) model.passes().chosenPass().orElseThrow().kind().actions().get(1);
    model.passes().point(model.passes().chosen().get(), point);
    assertThat(model.tools().taken()).isPresent();
    model.undo();
    assertThat(model.tools().taken()).isEmpty();
    model.redo();
    model.passes().add(Kinds.of("dodge"));
    model.areas().pointOut("skin");
    model.passes().chosen().set(Passes.NONE);
    assertThat(model.tools().name()).as("a region is no pass's").isEqualTo("point.skin");
  }

  @Test
  public void brushKeepsItsRanges() {
    model.brush().size(1e9);
    model.brush().touches(-4);
    model.brush().edge(7);
    assertThat(model.brush().get()).isEqualTo(new Stroke.Brush(true, 120, 1, 1));
  }

  @Test
  public void oneNextStepIsOffered() {
    assertThat(NextStep.key(new KnownSheet(RunSheet.EMPTY, new Rect(0, 0, 9, 9), List.of())))
        .isEqualTo("next.pins");
    assertThat(NextStep.key(model.known())).isEqualTo("next.skin");
  }

  private BenchModel withFace(FoundFace face) throws Exception {
    return with(new KnownFaces(List.of(face), Optional.empty(), null));
  }

  private BenchModel with(KnownFaces faces) throws Exception {
    Path fresh = Files.createTempDirectory("carezza-face").resolve("q.png");
    Files.copy(picture, fresh);
    BenchModel m = new BenchModel(faces, Runnable::run, Runnable::run, Runnable::run);
    m.show(PlainPicture.open(fresh, fresh.resolveSibling("own")));
    return m;
  }

  @Test
  public void aFaceIsLookedForBetweenPins() throws Exception {
    BenchModel m = with(new KnownFaces(List.of(), Optional.of(face()), null));
    assertThat(m.tools().name()).isEqualTo("pin_right_eye");
    m.tools().click(300, 100);
    m.tools().click(100, 100);
    assertThat(m.sheet().get().faceMap().orElseThrow().rightEye()).isEqualTo(new Pin(100, 100));
    assertThat(m.faces().offered().get()).containsExactly(face());
    m.faces().takeOffered();
    assertThat(m.sheet().get().faceMap().orElseThrow().faces()).hasSize(1);
  }

  @Test
  public void outlinesAreLaidOnNoseAndMouthWhereNoFaceIsRecognised() throws Exception {
    BenchModel m = with(new KnownFaces(List.of(), Optional.empty(), face()));
    m.tools().click(100, 100);
    m.tools().click(300, 100);
    assertThat(m.faces().offered().get()).isEmpty();
    assertThat(m.message().get()).isEqualTo(Words.of("message.noFaceAtPins"));
    m.faces().pinFace();
    m.tools().click(200, 60);
    m.tools().click(150, 200);
    m.tools().click(250, 200);
    assertThat(m.message().get())
        .as("a nose above the eyes")
        .isEqualTo(Words.of("message.pinsUnfit"));
    assertThat(m.faces().offered().get()).isEmpty();
    m.faces().pinFace();
    m.tools().click(200, 160);
    m.tools().click(250, 200);
    m.tools().click(150, 200);
    assertThat(m.tools().taken()).isEmpty();
    assertThat(m.faces().offered().get()).containsExactly(face());
  }

  private static FoundFace face() {
    Pin[] mesh = new Pin[468];
    for (int i = 0; i < mesh.length; i++) {
      mesh[i] = new Pin(200 + 0.1 * i, 150);
    }
    mesh[33] = new Pin(60, 100);
    mesh[133] = new Pin(150, 100);
    mesh[61] = new Pin(140, 220);
    mesh[291] = new Pin(260, 220);
    return new FoundFace(
        0.9,
        List.of(mesh),
        new Pin(100, 100),
        new Pin(300, 100),
        37,
        37,
        new PersonMask(50, 8, 6, new byte[48]));
  }

  @Test
  public void aFoundFaceIsOfferedAndTakenInOneStep() throws Exception {
    BenchModel m = withFace(face());
    assertThat(m.faces().offered().get()).hasSize(1);
    assertThat(m.sheet().get().faceMap()).as("nothing is done unasked").isEmpty();
    assertThat(m.unsaved().get()).isFalse();
    m.faces().takeOffered();
    assertThat(m.faces().offered().get()).isEmpty();
    assertThat(m.tools().taken()).isEmpty();
    assertThat(m.sheet().get().faceMap().orElseThrow().rightEye()).isEqualTo(new Pin(100, 100));
    assertThat(m.sheet().get().region("skin")).isEqualTo(Area.found("skin"));
    m.undo();
    assertThat(m.sheet().get()).isEqualTo(RunSheet.EMPTY);
  }

  @Test
  public void aFoundFaceCanBeRefusedOrPassedOverByPinning() throws Exception {
    BenchModel m = withFace(face());
    m.faces().refuseOffered();
    assertThat(m.sheet().get()).isEqualTo(RunSheet.EMPTY);
    assertThat(m.tools().name()).isEqualTo("pin_right_eye");
    BenchModel n = withFace(face());
    n.tools().click(74, 90);
    assertThat(n.faces().offered().get()).isEmpty();
    n.tools().click(326, 90);
    assertThat(n.sheet().get().faceMap().orElseThrow().leftEye()).isEqualTo(new Pin(326, 90));
  }

  @Test
  public void aFaceCanBeLookedForLater() throws Exception {
    BenchModel m = withFace(face());
    m.faces().refuseOffered();
    m.tools().click(74, 90);
    m.tools().click(326, 90);
    m.faces().findFaces();
    assertThat(m.faces().offered().get()).hasSize(1);
    m.faces().takeOffered();
    assertThat(m.sheet().get().faceMap().orElseThrow().faces()).hasSize(1);
    m.undo();
    assertThat(m.sheet().get().faceMap().orElseThrow().leftEye()).isEqualTo(new Pin(326, 90));
  }

  /** Sitters keep their numbers from the left; the principal one gives the scale. */
  @Test
  public void anotherSitterIsMadeThePrincipalOne() throws Exception {
    FoundFace first = face();
    List<Pin> aside = first.mesh().stream().map(p -> new Pin(p.x() + 200, p.y())).toList();
    FoundFace second =
        new FoundFace(0.8, aside, new Pin(310, 100), new Pin(390, 100), 15, 15, first.person());
    BenchModel m = with(new KnownFaces(List.of(first, second), Optional.empty(), null));
    m.faces().takeOffered();
    RunSheet taken = m.sheet().get();
    m.faces().makePrincipal(2);
    FaceMap map = m.sheet().get().faceMap().orElseThrow();
    assertThat(map.faces()).extracting(FoundFace::sitter).containsExactly(2, 1);
    assertThat(map.rightEye()).isEqualTo(new Pin(310, 100));
    assertThat(StepWords.of(taken, m.sheet().get())).isEqualTo("Another sitter");
    assertThat(AreaWords.region("sitter.2")).isEqualTo("Sitter 2 from the left");
    m.undo();
    assertThat(m.sheet().get()).isEqualTo(taken);
  }

  @Test
  public void aHandleIsDraggedInOneStep() throws Exception {
    BenchModel m = withFace(face());
    m.faces().takeOffered();
    RunSheet taken = m.sheet().get();
    m.faces().bend(0, FaceHandle.RIGHT_PUPIL, new Pin(104, 101), false);
    m.faces().bend(0, FaceHandle.RIGHT_PUPIL, new Pin(108, 102), true);
    assertThat(m.sheet().get().faceMap().orElseThrow().rightEye()).isEqualTo(new Pin(108, 102));
    m.undo();
    assertThat(m.sheet().get()).isEqualTo(taken);
  }
}
