package carezza.sheet;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import carezza.area.Area;
import carezza.pass.Pass;
import carezza.pass.Stage;
import java.util.List;
import org.testng.annotations.Test;

public class SheetTest {
  private static Pass pass(long id, String kind) {
    return Pass.start(id, Kinds.of(kind), Area.WHOLE);
  }

  private static List<String> order(RunSheet s) {
    return s.passes().stream().map(p -> p.kind().key()).toList();
  }

  @Test
  public void passesFallIntoTheOrderOfTheWork() {
    RunSheet s = RunSheet.EMPTY;
    for (String kind : List.of("skin", "dodge", "neutral", "twoBands", "heals", "burn")) {
      s = s.add(pass(s.nextId(), kind));
    }
    assertThat(order(s)).containsExactly("neutral", "heals", "twoBands", "dodge", "burn", "skin");
  }

  @Test
  public void aPassMovesWithinItsStageOnly() {
    RunSheet s =
        RunSheet.EMPTY.withPasses(List.of(pass(1, "heals"), pass(2, "dodge"), pass(3, "burn")));
    assertThat(s.canMove(2, -1)).isFalse();
    assertThat(order(s.move(2, 1))).containsExactly("heals", "burn", "dodge");
    assertThat(s.move(3, 1)).isSameAs(s);
  }

  @Test
  public void copiesGetTheirOwnId() {
    RunSheet s = RunSheet.EMPTY.withPasses(List.of(pass(1, "dodge")));
    RunSheet two = s.duplicate(1);
    assertThat(two.passes()).extracting(Pass::id).containsExactly(1L, 2L);
    assertThat(two.without(1).passes()).extracting(Pass::id).containsExactly(2L);
    assertThatThrownBy(() -> s.withPasses(List.of(pass(1, "dodge"), pass(1, "burn"))))
        .hasMessageContaining("same id");
  }

  @Test
  public void undoAndRedoWalkTheSteps() {
    History h = new History(RunSheet.EMPTY);
    RunSheet a = RunSheet.EMPTY.add(pass(1, "dodge"));
    h.commit(a);
    h.commit(a);
    RunSheet b = a.change(1, p -> p.withStrength(0.5));
    h.commit(b);
    assertThat(h.undo()).isEqualTo(a);
    assertThat(h.undo()).isEqualTo(RunSheet.EMPTY);
    assertThat(h.canUndo()).isFalse();
    assertThat(h.redo()).isEqualTo(a);
    h.commit(a.change(1, p -> p.withOn(false)));
    assertThat(h.canRedo()).isFalse();
  }

  @Test
  public void everyKindIsRegisteredOnceWithinTheStages() {
    assertThat(Kinds.all()).extracting(k -> k.key()).doesNotHaveDuplicates();
    assertThat(Kinds.all()).isSortedAccordingTo((x, y) -> x.stage().compareTo(y.stage()));
    assertThat(Kinds.of("heals").stage()).isEqualTo(Stage.CLEAN);
    assertThatThrownBy(() -> Kinds.of("sparkle")).hasMessageContaining("sparkle");
  }
}
