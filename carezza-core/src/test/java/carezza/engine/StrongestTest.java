package carezza.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import carezza.area.Area;
import carezza.area.Extent;
import carezza.area.Term;
import carezza.face.Pin;
import carezza.image.SourcePicture;
import carezza.pass.Pass;
import carezza.sheet.Kinds;
import carezza.sheet.RunSheet;
import carezza.testing.Pictures;
import java.util.Optional;
import org.testng.annotations.Test;

/** Where a pass changes most is found, whatever its strength, and whether it is on. */
public class StrongestTest {
  private static Area oval(double x, double y) {
    return Area.NONE.with(new Term(Term.How.ADD, new Extent.Oval(x, y, 30, 20, 0), 0.5));
  }

  private static Pin place(SourcePicture p, RunSheet s, long id) {
    return Strongest.place(Pictures.engine(p), s, id, Optional.empty(), () -> false);
  }

  @Test
  public void theMiddleOfWhatIsChanged() {
    SourcePicture p = Pictures.skin(640, 480, 8, 3);
    for (double[] at : new double[][] {{150, 120}, {500, 300}, {320, 400}}) {
      Pass dodge = Pass.start(1, Kinds.of("dodge"), oval(at[0], at[1])).with("stops", 0.5);
      for (double strength : new double[] {0, 0.3, 1}) {
        RunSheet s = Pictures.pinned().add(dodge.withStrength(strength).withOn(strength != 0.3));
        Pin found = place(p, s, 1);
        assertThat(found.x()).as("of %s at %s", at, strength).isCloseTo(at[0], within(30.0));
        assertThat(found.y()).isCloseTo(at[1], within(20.0));
      }
    }
  }

  @Test
  public void ofOtherPassesNothingIsSeen() {
    SourcePicture p = Pictures.skin(640, 480, 8, 3);
    Pass strong = Pass.start(1, Kinds.of("dodge"), oval(150, 120)).with("stops", 1.5);
    Pass weak = Pass.start(2, Kinds.of("burn"), oval(500, 300)).with("stops", 0.2);
    Pin found = place(p, Pictures.pinned().add(strong).add(weak), 2);
    assertThat(found.x()).isCloseTo(500, within(30.0));
    assertThat(found.y()).isCloseTo(300, within(20.0));
  }

  @Test
  public void withinAPartOnlyThatPartIsLookedAt() {
    SourcePicture p = Pictures.skin(640, 480, 8, 3);
    Area two = oval(150, 120).with(new Term(Term.How.ADD, new Extent.Oval(500, 300, 20, 15, 0), 1));
    RunSheet s = Pictures.pinned().add(Pass.start(1, Kinds.of("dodge"), two).with("stops", 0.6));
    Area part = Area.NONE.with(new Term(Term.How.ADD, new Extent.Oval(500, 300, 60, 60, 0), 1));
    Pin inside = Strongest.place(Pictures.engine(p), s, 1, Optional.of(part), () -> false);
    assertThat(inside.x()).isCloseTo(500, within(30.0));
    Area nothing = Area.NONE.with(new Term(Term.How.ADD, new Extent.Oval(30, 440, 15, 15, 0), 1));
    Pin elsewhere = Strongest.place(Pictures.engine(p), s, 1, Optional.of(nothing), () -> false);
    assertThat(elsewhere).as("nothing is changed in it").isEqualTo(place(p, s, 1));
  }

  @Test
  public void whereNothingIsChangedItIsTheFaceOrTheMiddle() {
    SourcePicture p = Pictures.skin(640, 480, 8, 3);
    Pass nowhere = Pass.start(1, Kinds.of("dodge"), Area.NONE);
    assertThat(place(p, RunSheet.EMPTY.add(nowhere), 1)).isEqualTo(new Pin(320, 240));
    assertThat(place(p, RunSheet.EMPTY, 7)).as("no such pass").isEqualTo(new Pin(320, 240));
    RunSheet pinned = Pictures.pinned();
    Pin face = place(p, pinned.add(nowhere), 1);
    Pin right = pinned.faceMap().orElseThrow().rightEye();
    assertThat(face.y()).isGreaterThan(right.y());
  }
}
