package carezza.app;

import static org.assertj.core.api.Assertions.assertThat;

import carezza.app.tool.PenSample;
import carezza.area.Area;
import carezza.area.Extent;
import carezza.area.Stroke;
import carezza.area.Term;
import carezza.face.FaceMap;
import carezza.face.FoundFace;
import carezza.face.PersonMask;
import carezza.face.Pin;
import carezza.pass.Action;
import carezza.pass.Heal;
import carezza.pass.Pass;
import carezza.setting.Curve;
import carezza.setting.CurveField;
import carezza.sheet.Kinds;
import carezza.sheet.RunSheet;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.Collections;
import java.util.Deque;
import java.util.List;
import java.util.Optional;
import org.testng.annotations.BeforeMethod;
import org.testng.annotations.Test;

/**
 * What is found away from the hand comes when it comes: it lands on what it was asked for or
 * nowhere. And what is done while the pen is down leaves nothing half done.
 */
public class LateResultsTest {
  private final Deque<Runnable> waiting = new ArrayDeque<>();
  private Path picture;
  private Path own;
  private BenchModel model;

  @BeforeMethod
  public void open() throws IOException {
    waiting.clear();
    Path dir = Files.createTempDirectory("carezza-late");
    own = dir.resolve("own");
    picture = PlainPicture.write(dir, own, 400, 300, new Pin(74, 90), new Pin(326, 90));
    FoundFace face =
        new FoundFace(
            0.9,
            Collections.nCopies(FoundFace.POINTS, new Pin(200, 150)),
            new Pin(80, 90),
            new Pin(320, 92),
            14,
            14,
            new PersonMask(40, 10, 8, new byte[80]));
    KnownFaces faces = new KnownFaces(List.of(face), Optional.of(face), face);
    model = new BenchModel(faces, waiting::add, waiting::add, Runnable::run);
    model.show(PlainPicture.open(picture, own));
    model.passes().add(Kinds.of("heals"));
  }

  private void come() {
    while (!waiting.isEmpty()) {
      waiting.poll().run();
    }
  }

  private long chosen() {
    return model.passes().chosen().get();
  }

  private List<Heal> heals(long id) {
    return model.sheet().get().pass(id).orElseThrow().items(Heal.class);
  }

  @Test
  public void aHealLandsOnItsPassThoughAnotherIsChosenByThen() {
    long id = chosen();
    model.passes().addMark(200, 150, 200, 150);
    model.passes().add(Kinds.of("dodge"));
    come();
    assertThat(heals(id)).hasSize(1);
  }

  @Test
  public void aHealForAPassThatHasGoneLandsNowhere() {
    long id = chosen();
    model.passes().addMark(200, 150, 200, 150);
    model.passes().remove(id);
    RunSheet now = model.sheet().get();
    come();
    assertThat(model.sheet().get()).isEqualTo(now);
  }

  /** The new pass has the same id and kind, and is not the one that was meant. */
  @Test
  public void aHealDoesNotLandOnThePassThatCameInTheOthersPlace() {
    long id = chosen();
    model.passes().addMark(200, 150, 200, 150);
    model.passes().remove(id);
    model.passes().add(Kinds.of("heals"));
    assertThat(chosen()).isEqualTo(id);
    come();
    assertThat(heals(id)).isEmpty();
  }

  @Test
  public void anotherSourceLandsOnItsMarkOnly() {
    long id = chosen();
    model.passes().addMark(200, 150, 200, 150);
    come();
    Heal first = heals(id).get(0);
    Action.WithMark again =
        (Action.WithMark) model.sheet().get().pass(id).orElseThrow().kind().actions().get(0);
    model.passes().act(again, first.id());
    model.undo();
    assertThat(heals(id)).isEmpty();
    come();
    assertThat(heals(id)).as("the mark has gone").isEmpty();
    model.passes().addMark(120, 200, 120, 200);
    come();
    Heal other = heals(id).get(0);
    assertThat(other.id()).isEqualTo(first.id());
    model.passes().act(again, other.id());
    model.undo();
    model.passes().addMark(300, 100, 300, 100);
    come();
    assertThat(heals(id)).as("found for another mark of that id").hasSize(1);
    assertThat(heals(id).get(0).x0()).isEqualTo(300);
  }

  @Test
  public void aWindowLandsOnItsTermOnly() {
    model.passes().add(Kinds.of("dodge"));
    model.areas().join(Term.How.WITHIN, new Extent.Region("lips"));
    model.areas().join(Term.How.WITHIN, Areas.START_TONE);
    model.areas().pointWindow(1);
    model.tools().click(200, 150);
    model.areas().drop(0);
    model.areas().join(Term.How.WITHIN, Areas.START_HUE);
    RunSheet now = model.sheet().get();
    come();
    assertThat(model.sheet().get()).isEqualTo(now);
    model.areas().pointWindow(0);
    model.tools().click(200, 150);
    model.passes().add(Kinds.of("burn"));
    long id = model.sheet().get().passes().get(1).id();
    come();
    Term t = model.sheet().get().pass(id).orElseThrow().area().terms().get(0);
    assertThat(t.what()).as("laid round the place").isNotEqualTo(Areas.START_TONE);
  }

  @Test
  public void facesThatAreFoundLateAreOfferedOnlyWhereTheyWereAskedFor() {
    model.commit(RunSheet.EMPTY);
    model.faces().offerFound(model.picture().get());
    FaceMap pinned = new FaceMap(new Pin(70, 90), new Pin(330, 90));
    model.commit(model.sheet().get().withFaceMap(pinned));
    come();
    assertThat(model.faces().offered().get()).as("pinned meanwhile").isEmpty();
    model.faces().findFaces();
    come();
    assertThat(model.faces().offered().get()).hasSize(1);
    model.faces().refuseOffered();
    model.faces().seekAtPins();
    model.undo();
    come();
    assertThat(model.faces().offered().get()).as("unpinned meanwhile").isEmpty();
  }

  @Test
  public void nothingLandsOnAnotherPicture() throws IOException {
    model.passes().addMark(200, 150, 200, 150);
    Path other = Files.createTempDirectory("carezza-late-other");
    Path next = PlainPicture.write(other, own, 400, 300, new Pin(74, 90), new Pin(326, 90));
    model.show(PlainPicture.open(next, own));
    model.passes().add(Kinds.of("heals"));
    RunSheet now = model.sheet().get();
    come();
    assertThat(model.sheet().get()).isEqualTo(now);
    assertThat(model.message().get()).isEmpty();
  }

  @Test
  public void whatFailsAwayFromTheHandIsSaid() {
    model.<Integer>away(
        () -> {
          throw new OutOfMemoryError("made up");
        },
        n -> {});
    come();
    assertThat(model.message().get()).startsWith("p.png: ").contains("the memory is full");
    model.<Integer>away(
        () -> {
          throw new NullPointerException();
        },
        n -> {});
    come();
    assertThat(model.message().get()).contains("a fault in Carezza");
  }

  /** What is pulled is found after the hand let go: it is one step, as far as the hand went. */
  @Test
  public void aPullThatIsFoundLateIsOneStep() {
    model.passes().add(Kinds.of("zoneCurve"));
    Action.PullAt pull =
        (Action.PullAt) model.passes().chosenPass().orElseThrow().kind().actions().get(0);
    CurveField zones =
        (CurveField) model.passes().chosenPass().orElseThrow().kind().fields().get(0);
    int knots = model.passes().chosenPass().orElseThrow().get(zones).knots().size();
    model.passes().pull(chosen(), pull);
    model.tools().down(pen(150, 120, 0));
    model.tools().moved(pen(150, 80, 10));
    model.tools().up(pen(150, 20, 20));
    assertThat(model.tools().taken()).as("let go").isEmpty();
    assertThat(model.isPreview()).isFalse();
    come();
    List<Curve.Knot> now = model.passes().chosenPass().orElseThrow().get(zones).knots();
    assertThat(now).hasSize(knots + 1);
    assertThat(now.stream().mapToDouble(Curve.Knot::y).max().orElseThrow()).isEqualTo(0.5);
    model.undo();
    assertThat(model.passes().chosenPass().orElseThrow().get(zones).knots()).hasSize(knots);
  }

  @Test
  public void noPickerStaysForAPassThatHasGone() {
    model.passes().add(Kinds.of("neutral"));
    Action.PointAt pick =
        (Action.PointAt)
            model.passes().chosenPass().orElseThrow().kind().actions().stream()
                .filter(Action.PointAt.class::isInstance)
                .findFirst()
                .orElseThrow();
    model.passes().point(chosen(), pick);
    assertThat(model.tools().taken()).isPresent();
    model.undo();
    assertThat(model.tools().taken()).as("undone").isEmpty();
    model.redo();
    long id = model.sheet().get().passes().get(0).id();
    model.passes().chosen().set(id);
    model.passes().point(id, pick);
    model.passes().remove(id);
    assertThat(model.tools().taken()).as("removed").isEmpty();
  }

  // ---- while the pen is down

  private static PenSample pen(double x, double y, long ms) {
    return PenSample.ofMouse(x, y, x, y, ms);
  }

  private void penDown() {
    model.passes().add(Kinds.of("dodge"));
    model.passes().stroke(stroke());
    model.tools().down(pen(100, 100, 0));
    model.tools().moved(pen(130, 110, 10));
    model.tools().moved(pen(160, 115, 20));
    assertThat(model.isPreview()).isTrue();
  }

  private static Stroke stroke() {
    return new Stroke(
        new Stroke.Brush(true, 6, 3, 1), new int[] {800, 800, 255, 0, 0, 960, 800, 255, 0, 9});
  }

  private List<Stroke> strokes() {
    return model.passes().chosenPass().map(Pass::area).map(Area::strokes).orElse(List.of());
  }

  @Test
  public void undoTakesBackTheStrokeThatIsBeingDrawnAndNothingElse() {
    penDown();
    RunSheet before = model.picture().get().history().now();
    model.undo();
    assertThat(model.isPreview()).isFalse();
    assertThat(model.sheet().get()).isEqualTo(before);
    model.tools().moved(pen(190, 120, 30));
    model.tools().up(pen(190, 120, 40));
    assertThat(model.sheet().get()).as("the rest of that stroke").isEqualTo(before);
    model.undo();
    assertThat(strokes()).as("the next undo is one").isEmpty();
  }

  @Test
  public void removingThePassUnderThePenEndsTheStroke() {
    penDown();
    model.passes().remove(chosen());
    RunSheet now = model.sheet().get();
    model.tools().moved(pen(190, 120, 30));
    model.tools().up(pen(190, 120, 40));
    assertThat(model.sheet().get()).isEqualTo(now);
    assertThat(model.isPreview()).isFalse();
  }

  @Test
  public void turningThePageUnderThePenLeavesBothPicturesWhole() throws IOException {
    penDown();
    OpenPicture old = model.picture().get();
    RunSheet kept = old.history().now();
    Path other = Files.createTempDirectory("carezza-late-page");
    Path next = PlainPicture.write(other, own, 400, 300, new Pin(74, 90), new Pin(326, 90));
    model.show(PlainPicture.open(next, own));
    RunSheet fresh = model.sheet().get();
    model.tools().moved(pen(190, 120, 30));
    model.tools().up(pen(190, 120, 40));
    assertThat(model.sheet().get()).isEqualTo(fresh);
    assertThat(old.history().now()).isEqualTo(kept);
    assertThat(PlainPicture.open(picture, own).history().now()).as("on record").isEqualTo(kept);
  }

  @Test
  public void aHealThatComesWhileAStrokeIsDrawnEndsNeither() {
    long heals = chosen();
    model.passes().addMark(200, 150, 200, 150);
    penDown();
    come();
    assertThat(heals(heals)).hasSize(1);
    model.tools().moved(pen(190, 120, 30));
    model.tools().up(pen(190, 120, 40));
    assertThat(strokes()).hasSize(2);
    assertThat(heals(heals)).hasSize(1);
  }
}
