package carezza.app.tool;

import static org.assertj.core.api.Assertions.assertThat;

import carezza.area.Extent;
import carezza.area.Stroke;
import carezza.face.Pin;
import carezza.setting.Place;
import java.util.ArrayList;
import java.util.List;
import org.testng.annotations.Test;

/** What a press, a drag, a release, a key and letting go do, tool by tool. */
public class ToolsTest {
  private final List<String> done = new ArrayList<>();

  private List<String> done() {
    List<String> all = List.copyOf(done);
    done.clear();
    return all;
  }

  // ---- one of the tools at hand has the pen

  @Test
  public void theFirstToolThatHasAUseForThePenKeepsItUntilItIsUp() {
    HandlesTool handles = new HandlesTool("shapes", false, new Grips(new Pin(50, 50)));
    PickTool pick = new PickTool("pick", p -> done.add("picked " + p));
    Hand hand = new Hand(handles, pick);
    hand.drag(51, 50, 300, 300);
    assertThat(done()).containsExactly("move 0 300.0,300.0", "done 0 300.0,300.0");
    hand.drag(51, 50);
    assertThat(done()).hasSize(1).first().asString().startsWith("picked");
  }

  @Test
  public void withNoToolTheHandMovesThePicture() {
    Hand hand = new Hand();
    hand.drag(5, 5, 25, 15, 45, 0);
    assertThat(hand.panX).isEqualTo(80);
    assertThat(hand.panY).isEqualTo(-10);
    assertThat(hand.tools.isBusy()).isFalse();
  }

  @Test
  public void theButtonOnThePensSideMovesThePictureWhateverIsAtHand() {
    Hand hand = new Hand(new PickTool("pick", p -> done.add("picked")));
    hand.tools.down(new PenSample(5, 5, 20, 30, 1, 0, 0, true, false));
    hand.tools.moved(new PenSample(5, 5, 27, 30, 1, 0, 5, true, false));
    hand.tools.up(new PenSample(5, 5, 27, 30, 1, 0, 9, true, false));
    assertThat(hand.panX).isEqualTo(7);
    assertThat(done()).isEmpty();
    hand.tools.moves(true);
    hand.drag(5, 5, 10, 5);
    assertThat(hand.panX).isEqualTo(17);
    hand.tools.moves(false);
    hand.drag(5, 5);
    assertThat(done()).containsExactly("picked");
  }

  @Test
  public void whatIsTakenUpForAPassIsLetGoWhenAnotherIsChosen() {
    Hand hand = new Hand();
    hand.tools.takeFor(new PickTool("pick", p -> done.add("picked")), 7);
    hand.tools.passChosen(7);
    assertThat(hand.tools.name()).isEqualTo("pick");
    hand.tools.passChosen(8);
    assertThat(hand.tools.taken()).isEmpty();
    hand.tools.take(new PickTool("pin", p -> done.add("pinned")));
    hand.tools.passChosen(9);
    assertThat(hand.tools.name()).isEqualTo("pin");
  }

  @Test
  public void anInterruptEndsWhatIsUnderWayWithoutAStep() {
    Hand hand = new Hand(new HandlesTool("shapes", false, new Grips(new Pin(50, 50))));
    assertThat(hand.tools.interrupt()).isFalse();
    hand.hold(50, 50, 60, 60);
    assertThat(hand.tools.isBusy()).isTrue();
    assertThat(hand.tools.interrupt()).isTrue();
    hand.tools.up(hand.at(60, 60));
    assertThat(done()).containsExactly("move 0 60.0,60.0", "dropped");
  }

  // ---- handles

  private final class Grips implements HandlesTool.Grips {
    private final List<Pin> at;

    Grips(Pin... at) {
      this.at = new ArrayList<>(List.of(at));
    }

    @Override
    public List<Pin> handles() {
      return at;
    }

    @Override
    public void move(int handle, Pin to, boolean isDone) {
      at.set(handle, to);
      done.add((isDone ? "done " : "move ") + handle + " " + to.x() + "," + to.y());
    }

    @Override
    public void dropped() {
      done.add("dropped");
    }

    @Override
    public void draw(Overlay o) {}
  }

  @Test
  public void theNearestHandleIsTakenAndArrowsMoveItByAUnitOfTheView() {
    HandlesTool handles =
        new HandlesTool("bend", true, new Grips(new Pin(50, 50), new Pin(54, 50)));
    Hand hand = new Hand();
    hand.tools.take(handles);
    assertThat(hand.tools.key(Tool.Key.LEFT)).isFalse();
    hand.drag(53.2, 50, 60.123, 50.456);
    assertThat(done()).containsExactly("move 1 60.12,50.46", "done 1 60.12,50.46");
    assertThat(hand.tools.key(Tool.Key.LEFT)).isTrue();
    assertThat(hand.tools.key(Tool.Key.DOWN)).isTrue();
    assertThat(done()).containsExactly("done 1 59.62,50.46", "done 1 59.62,50.96");
    assertThat(hand.tools.key(Tool.Key.BACK)).isFalse();
    assertThat(hand.look()).containsExactly("handle 50.0,50.0", "handle 59.6,51.0");
  }

  @Test
  public void aHandleThatIsPressedAndNotMovedIsNoStep() {
    Hand hand = new Hand(new HandlesTool("shapes", false, new Grips(new Pin(50, 50))));
    hand.drag(50, 50);
    hand.drag(58, 50, 70, 50);
    assertThat(done()).isEmpty();
    assertThat(hand.panX).as("8 pixels off, so not taken").isEqualTo(24);
  }

  // ---- places

  @Test
  public void aPlaceKeepsWhereInItItWasTaken() {
    List<Place> places = List.of(new Place(40, 40, 8), new Place(100, 40, 8));
    PlaceTool.Placed placed =
        new PlaceTool.Placed() {
          @Override
          public List<Place> places() {
            return places;
          }

          @Override
          public void move(int index, Pin to, boolean isDone) {
            done.add((isDone ? "done " : "move ") + index + " " + to.x() + "," + to.y());
          }

          @Override
          public void dropped() {
            done.add("dropped");
          }
        };
    Hand hand = new Hand(new PlaceTool(placed, mm -> 5 * mm));
    hand.drag(102, 41, 112, 51);
    assertThat(done()).containsExactly("move 1 110.0,50.0", "done 1 110.0,50.0");
    hand.hold(40, 40);
    hand.tools.letGo();
    assertThat(done()).isEmpty();
    hand.hold(40, 40, 41, 41);
    hand.tools.letGo();
    assertThat(done()).containsExactly("move 0 41.0,41.0", "dropped");
    assertThat(hand.look())
        .containsExactly(
            "circle 40.0,40.0 r 20.0",
            "handle 40.0,40.0",
            "circle 100.0,40.0 r 20.0",
            "handle 100.0,40.0");
  }

  // ---- lines, pins, places, pulls

  @Test
  public void aLineIsDrawnIfItIsLongEnoughToBeMeant() {
    Hand hand = new Hand();
    hand.tools.take(new LineTool("level", (a, b) -> done.add(a.x() + " to " + b.x())));
    hand.hold(10, 10, 40, 10);
    assertThat(hand.look()).containsExactly("line 10.0,10.0 40.0,10.0");
    hand.tools.up(hand.at(50, 10));
    assertThat(done()).containsExactly("10.0 to 50.0");
    hand.drag(10, 10, 15, 10);
    assertThat(done()).as("10 units of the view").isEmpty();
    hand.hold(10, 10, 40, 10);
    hand.tools.letGo();
    assertThat(hand.look()).isEmpty();
    assertThat(done()).isEmpty();
  }

  @Test
  public void pinsAreAskedForOneByOneAndTheLastIsTakenBackByAKey() {
    Hand hand = new Hand();
    hand.tools.take(
        new PinsTool(
            List.of("right", "left"),
            () -> done.add("begun"),
            all -> done.add(all.get(0).x() + " and " + all.get(1).x())));
    assertThat(hand.tools.name()).isEqualTo("right");
    assertThat(hand.tools.key(Tool.Key.BACK)).isFalse();
    hand.tools.click(30, 10);
    assertThat(hand.tools.name()).isEqualTo("left");
    assertThat(hand.look()).containsExactly("handle 30.0,10.0");
    assertThat(hand.tools.key(Tool.Key.BACK)).isTrue();
    assertThat(hand.tools.name()).isEqualTo("right");
    hand.tools.click(35, 10);
    hand.tools.click(70, 10);
    assertThat(done()).containsExactly("begun", "begun", "35.0 and 70.0");
  }

  @Test
  public void aPullIsReckonedInUnitsOfTheViewUpwards() {
    PullTool.Pulled pulled =
        new PullTool.Pulled() {
          @Override
          public void pressed(Pin at) {
            done.add("pressed " + at.x());
          }

          @Override
          public void pulled(double up, boolean isDone) {
            done.add((isDone ? "done " : "up ") + up);
          }

          @Override
          public void dropped() {
            done.add("dropped");
          }
        };
    Hand hand = new Hand();
    hand.tools.take(new PullTool("curve", pulled));
    hand.drag(10, 100, 10, 50);
    assertThat(done()).containsExactly("pressed 10.0", "up 1.0", "done 1.0");
    hand.hold(10, 100, 10, 150);
    hand.tools.letGo();
    assertThat(done()).containsExactly("pressed 10.0", "up -1.0", "dropped");
  }

  // ---- shapes

  private void drawn(Extent.Shape s, boolean isDone) {
    done.add((isDone ? "done " : "so far ") + s.getClass().getSimpleName());
  }

  @Test
  public void shapesGrowUnderThePenAndTooSmallOnesAreNothing() {
    Hand hand = new Hand();
    Runnable nothing = () -> done.add("nothing");
    hand.tools.take(new OvalTool(4, this::drawn, nothing));
    hand.drag(50, 50, 52, 70, 60, 70);
    assertThat(done()).containsExactly("so far Oval", "done Oval");
    hand.drag(50, 50, 90, 51);
    assertThat(done()).containsExactly("nothing");
    hand.tools.take(new RampTool(4, this::drawn, nothing));
    hand.drag(50, 50, 90, 51);
    assertThat(done()).containsExactly("so far Ramp", "done Ramp");
    hand.tools.take(new OutlineTool(4, this::drawn, nothing));
    hand.drag(50, 50, 51, 50, 90, 50, 90, 90);
    assertThat(done()).containsExactly("so far Loop", "done Loop");
    hand.drag(50, 50, 51, 50, 90, 50);
    assertThat(done()).containsExactly("nothing");
  }

  @Test
  public void anOvalIsDrawnFromItsMiddleAndAnOutlineLeavesOutWhatLiesTooNear() {
    List<Extent.Shape> all = new ArrayList<>();
    Hand hand = new Hand();
    hand.tools.take(new OvalTool(4, (s, isDone) -> all.add(s), () -> {}));
    hand.drag(50, 50, 40, 70);
    assertThat(all).last().isEqualTo(new Extent.Oval(50, 50, 10, 20, 0));
    hand.tools.take(new OutlineTool(4, (s, isDone) -> all.add(s), () -> {}));
    hand.drag(50, 50, 52, 50, 60, 50, 60, 60, 62, 61);
    Extent.Loop loop = (Extent.Loop) all.get(all.size() - 1);
    assertThat(loop.points()).containsExactly(new Pin(50, 50), new Pin(60, 50), new Pin(60, 60));
  }

  @Test
  public void aShapeThatIsLetGoIsNothing() {
    Hand hand = new Hand();
    hand.tools.take(new RampTool(4, this::drawn, () -> done.add("nothing")));
    hand.hold(50, 50, 90, 90);
    hand.tools.letGo();
    assertThat(done()).containsExactly("so far Ramp", "nothing");
  }

  // ---- the brush

  private final List<Stroke> strokes = new ArrayList<>();

  private Hand withBrush() {
    strokes.clear();
    Stroke.Brush brush = new Stroke.Brush(true, 6, 3, 0.5);
    return new Hand(new BrushTool(() -> brush, s -> {}, strokes::add, () -> done.add("dropped")));
  }

  @Test
  public void aStrokeKeepsPressureTiltAndTimeAndLeavesOutWhereThePenStood() {
    Hand hand = withBrush();
    hand.tools.down(new PenSample(10, 10, 0, 0, 0.25, 30, 1000, false, false));
    hand.tools.moved(new PenSample(10.02, 10.01, 0, 0, 0.9, 30, 1010, false, false));
    hand.tools.moved(new PenSample(12, 10, 0, 0, 1.4, 100, 1020, false, false));
    hand.tools.up(new PenSample(12, 10, 0, 0, 0, 0, 1030, false, false));
    Stroke s = strokes.get(0);
    assertThat(s.count()).isEqualTo(2);
    assertThat(s.x(1)).isEqualTo(12);
    assertThat(s.samples()).containsExactly(80, 80, 64, 30, 0, 96, 80, 255, 90, 20);
    assertThat(s.brush().puts()).isTrue();
  }

  @Test
  public void aPenTurnedOverTakesOffAndAStrokeLetGoIsNone() {
    Hand hand = withBrush();
    hand.tools.down(new PenSample(10, 10, 0, 0, 1, 0, 0, false, true));
    hand.tools.up(new PenSample(10, 10, 0, 0, 1, 0, 5, false, true));
    assertThat(strokes.get(0).brush().puts()).isFalse();
    hand.hold(10, 10, 20, 20);
    hand.tools.letGo();
    hand.tools.up(hand.at(20, 20));
    assertThat(strokes).hasSize(1);
    assertThat(done()).containsExactly("dropped");
  }
}
