package carezza.app.card;

import static org.assertj.core.api.Assertions.assertThat;

import org.testng.annotations.Test;

/** Six strengths, past the useful end, with that of now among them. */
public class LadderTest {
  @Test
  public void theStrengthOfNowStandsAmongThem() {
    assertThat(Ladder.strengths(1, 2)).containsExactly(0, 0.25, 0.5, 0.75, 1, 1.5);
    assertThat(Ladder.strengths(0.72, 2)).containsExactly(0, 0.25, 0.5, 0.72, 1, 1.5);
    assertThat(Ladder.strengths(2, 2)).containsExactly(0, 0.25, 0.5, 0.75, 1, 2);
    assertThat(Ladder.strengths(1, 1.3)).containsExactly(0, 0.25, 0.5, 0.75, 1, 1.3);
    assertThat(Ladder.strengths(0.5, 1)).as("no more than all of it").endsWith(1);
    for (double now = 0; now <= 2; now += 0.01) {
      double[] s = Ladder.strengths(now, 2);
      assertThat(s).hasSize(6).isSorted().contains(now);
    }
  }
}
