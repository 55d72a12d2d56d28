package carezza.app.tool;

import static org.assertj.core.api.Assertions.assertThat;

import carezza.geometry.Box;
import carezza.geometry.Framing;
import carezza.image.Rect;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.testng.annotations.Test;

/** What a hand does with the box of a crop. */
public class BoxToolTest {
  private final List<String> done = new ArrayList<>();
  private Optional<Framing> whole = Optional.of(Framing.of(new Rect(0, 0, 400, 300)));
  private Box box = new Box(100, 100, 200, 180);

  private Hand hand() {
    done.clear();
    return new Hand(
        new BoxTool(
            new BoxTool.Boxed() {
              @Override
              public Optional<Framing> whole() {
                return whole;
              }

              @Override
              public Box box() {
                return box;
              }

              @Override
              public List<double[]> guides() {
                return List.of(new double[] {0.5, 0, 0.5, 1});
              }

              @Override
              public void drag(int sideX, int sideY, double x, double y, boolean isDone) {
                done.add((isDone ? "done " : "drag ") + sideX + sideY + " " + x + "," + y);
              }

              @Override
              public void move(double dx, double dy, boolean isDone) {
                done.add((isDone ? "moved " : "move ") + dx + "," + dy);
              }

              @Override
              public void dropped() {
                done.add("dropped");
              }
            }));
  }

  @Test
  public void aCornerIsBroughtToThePenKeepingWhereItWasTaken() {
    Hand hand = hand();
    hand.drag(198, 183, 228, 193);
    assertThat(done).containsExactly("drag 11 230.0,190.0", "done 11 230.0,190.0");
  }

  @Test
  public void aSideMovesAloneAndTheMiddleMovesAll() {
    Hand hand = hand();
    hand.drag(99, 140, 89, 150);
    assertThat(done).first().isEqualTo("drag -10 90.0,190.0");
    done.clear();
    hand.drag(150, 140, 160, 130);
    assertThat(done).containsExactly("move 10.0,-10.0", "moved 10.0,-10.0");
  }

  @Test
  public void aPressThatDoesNotMoveIsNoStepAndOneOutsideIsNotItsOwn() {
    Hand hand = hand();
    hand.drag(150, 140);
    assertThat(done).isEmpty();
    hand.drag(50, 50, 60, 60);
    assertThat(done).isEmpty();
    assertThat(hand.panX).isEqualTo(20);
  }

  @Test
  public void aBoxNarrowerThanItsSidesReachCanStillBeMoved() {
    box = new Box(100, 100, 108, 108);
    Hand hand = hand();
    hand.drag(104, 104, 114, 104);
    assertThat(done).first().isEqualTo("move 10.0,0.0");
    box = new Box(100, 100, 200, 180);
  }

  @Test
  public void withoutABoxThePenIsLeftToOthersAndNothingIsDrawn() {
    whole = Optional.empty();
    Hand hand = hand();
    hand.drag(150, 140, 160, 140);
    assertThat(done).isEmpty();
    assertThat(hand.look()).isEmpty();
    whole = Optional.of(Framing.of(new Rect(0, 0, 400, 300)));
  }

  @Test
  public void theBoxItsThirdsAndEightHandlesAreDrawn() {
    List<String> drawn = hand().look();
    assertThat(drawn).startsWith("dim", "faint 150.0,100.0 150.0,180.0");
    assertThat(drawn).contains("closed [100.0,100.0, 200.0,100.0, 200.0,180.0, 100.0,180.0]");
    assertThat(drawn.stream().filter(d -> d.startsWith("handle"))).hasSize(8);
  }

  @Test
  public void aDragThatIsInterruptedIsDropped() {
    Hand hand = hand();
    hand.hold(150, 140, 160, 140);
    hand.tools.interrupt();
    assertThat(done).containsExactly("move 10.0,0.0", "dropped");
  }
}
