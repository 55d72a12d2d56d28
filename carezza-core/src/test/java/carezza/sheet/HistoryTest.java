package carezza.sheet;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import carezza.area.Area;
import carezza.pass.Pass;
import java.util.ArrayList;
import java.util.List;
import org.testng.annotations.Test;

/** Any step of a sitting can be gone to, there and back, until another is made. */
public class HistoryTest {
  private static RunSheet with(int passes) {
    RunSheet s = RunSheet.EMPTY;
    for (int i = 1; i <= passes; i++) {
      s = s.add(Pass.start(i, Kinds.of("dodge"), Area.NONE));
    }
    return s;
  }

  @Test
  public void everyStepCanBeGoneTo() {
    History h = new History(with(0));
    List<RunSheet> made = new ArrayList<>(List.of(h.now()));
    for (int i = 1; i < 6; i++) {
      h.commit(with(i));
      made.add(h.now());
    }
    assertThat(h.all()).isEqualTo(made);
    assertThat(h.at()).isEqualTo(5);
    for (int to : new int[] {0, 3, 5, 1, 4, 4}) {
      assertThat(h.goTo(to)).isEqualTo(made.get(to));
      assertThat(h.at()).isEqualTo(to);
      assertThat(h.all()).as("going forgets nothing").isEqualTo(made);
    }
    assertThat(h.canUndo()).isTrue();
    assertThat(h.canRedo()).isTrue();
  }

  @Test
  public void aNewStepEndsWhatCouldBeRedone() {
    History h = new History(with(0));
    h.commit(with(1));
    h.commit(with(2));
    h.goTo(1);
    h.commit(with(3));
    assertThat(h.all()).containsExactly(with(0), with(1), with(3));
    assertThat(h.at()).isEqualTo(2);
  }

  @Test
  public void thereIsNoStepBeyondTheEnds() {
    History h = new History(with(0));
    h.commit(with(1));
    for (int no : new int[] {-1, 2}) {
      assertThatThrownBy(() -> h.goTo(no)).isInstanceOf(IndexOutOfBoundsException.class);
    }
    assertThat(h.now()).isEqualTo(with(1));
  }
}
