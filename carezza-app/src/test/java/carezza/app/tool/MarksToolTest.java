package carezza.app.tool;

import static org.assertj.core.api.Assertions.assertThat;

import carezza.face.Pin;
import carezza.pass.Heal;
import carezza.pass.Mark;
import java.util.ArrayList;
import java.util.List;
import org.testng.annotations.Test;

/** Marks put on by a hand, and their sources dragged and drawn. */
public class MarksToolTest {
  /** A mark of 4 mm has a radius of 10 pixels. */
  private static final double PX = 5;

  private final List<String> done = new ArrayList<>();

  private MarksTool tool(Mark... marks) {
    done.clear();
    return new MarksTool(
        new MarksTool.Marked() {
          @Override
          public List<? extends Mark> marks() {
            return List.of(marks);
          }

          @Override
          public void add(double x0, double y0, double x1, double y1) {
            done.add("add " + x0 + "," + y0 + " " + x1 + "," + y1);
          }

          @Override
          public void moveSource(long mark, double dx, double dy, boolean isDone) {
            done.add((isDone ? "done " : "move ") + mark + " " + dx + "," + dy);
          }

          @Override
          public void dropped() {
            done.add("dropped");
          }
        },
        mm -> PX * mm);
  }

  private static Heal disc(long id, double x, double y, double dx, double dy) {
    return new Heal(x, y, x, y, 4, dx, dy).withId(id);
  }

  @Test
  public void aClickPutsADiscAndADragALine() {
    Hand hand = new Hand(tool());
    hand.drag(50, 50, 52, 50);
    hand.drag(50, 50, 60, 50, 80, 50);
    assertThat(done).containsExactly("add 50.0,50.0 50.0,50.0", "add 50.0,50.0 80.0,50.0");
  }

  @Test
  public void aSourceIsDraggedAndTheMarkItselfIsNot() {
    Hand hand = new Hand(tool(disc(3, 50, 50, 40, 0)));
    hand.drag(92, 52, 102, 57);
    assertThat(done).containsExactly("move 3 50.0,5.0", "done 3 50.0,5.0");
    done.clear();
    hand.drag(92, 52);
    assertThat(done).as("pressed and not moved").isEmpty();
    hand.drag(52, 52, 102, 57);
    assertThat(done).containsExactly("add 52.0,52.0 102.0,57.0");
  }

  @Test
  public void ofMarksThatLieOnOneAnotherTheLastIsMeant() {
    MarksTool tool = tool(disc(3, 50, 50, 40, 0), disc(4, 55, 50, 40, 0));
    assertThat(tool.markAt(52, 50).orElseThrow().id()).isEqualTo(4);
    assertThat(tool.markAt(41, 50).orElseThrow().id()).isEqualTo(3);
    assertThat(tool.markAt(70, 50)).isEmpty();
  }

  @Test
  public void aSourceThatIsLetGoIsDropped() {
    Hand hand = new Hand(tool(disc(3, 50, 50, 40, 0)));
    hand.hold(90, 50, 95, 50);
    hand.tools.letGo();
    assertThat(done).containsExactly("move 3 45.0,0.0", "dropped");
  }

  @Test
  public void theSourceIsDrawnWhileThePenIsNear() {
    Hand hand = new Hand(tool(disc(3, 50, 50, 40, 0)));
    assertThat(hand.look()).containsExactly("circle 50.0,50.0 r 10.0");
    hand.tools.moved(hand.at(55, 50));
    assertThat(hand.look())
        .containsExactly(
            "circle 50.0,50.0 r 10.0",
            "dashed",
            "circle 90.0,50.0 r 10.0",
            "line 60.0,50.0 80.0,50.0",
            "whole");
    hand.tools.moved(hand.at(300, 50));
    assertThat(hand.look()).hasSize(1);
  }

  /** What lies to the left in the source comes to lie uppermost. */
  @Test
  public void aTurnedSourceShowsWhatIsLaidUppermost() {
    Hand hand = new Hand(tool(disc(3, 50, 50, 40, 0).turned(90)));
    hand.tools.moved(hand.at(55, 50));
    assertThat(hand.look())
        .endsWith("whole", "line 50.0,44.0 50.0,40.0", "line 84.0,50.0 80.0,50.0");
  }

  @Test
  public void theSourceOfALineIsALineThatIsTurnedWithIt() {
    Heal line = new Heal(50, 50, 90, 50, 4, 0, 100).withId(3).turned(90);
    Hand hand = new Hand(tool(line));
    hand.tools.moved(hand.at(70, 50));
    assertThat(hand.look())
        .contains("line 70.0,170.0 70.0,130.0", "circle 70.0,170.0 r 10.0")
        .endsWith("whole");
    hand.drag(72, 168, 72, 178);
    assertThat(done).as("by its end").containsExactly("move 3 0.0,110.0", "done 3 0.0,110.0");
    assertThat(line.source(new Pin(70, 50))).isEqualTo(new Pin(70, 150));
  }
}
