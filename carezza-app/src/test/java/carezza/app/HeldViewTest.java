package carezza.app;

import static org.assertj.core.api.Assertions.assertThat;

import carezza.screen.check.CheckViews;
import javafx.scene.input.KeyCode;
import org.testng.annotations.Test;

/** A digit pressed shortly leaves its view standing; one that was held gives the earlier back. */
public class HeldViewTest {
  private static final long LONG = HeldView.HELD_NANOS + 1;

  @Test
  public void onlyWhatWasHeldGoesBack() {
    HeldView h = new HeldView();
    h.down(KeyCode.DIGIT2, CheckViews.PICTURE, 50);
    assertThat(h.up(KeyCode.DIGIT2, 50 + HeldView.HELD_NANOS)).isEmpty();
    h.down(KeyCode.DIGIT2, CheckViews.PICTURE, 50);
    assertThat(h.up(KeyCode.DIGIT2, 50 + LONG)).contains(CheckViews.PICTURE);
    assertThat(h.up(KeyCode.DIGIT2, 99 + LONG)).as("once").isEmpty();
  }

  @Test
  public void theLastOfTwoCounts() {
    HeldView h = new HeldView();
    h.down(KeyCode.DIGIT2, CheckViews.PICTURE, 0);
    h.down(KeyCode.DIGIT3, CheckViews.ofDigit(2).orElseThrow(), 10);
    assertThat(h.up(KeyCode.DIGIT2, LONG)).isEmpty();
    assertThat(h.up(KeyCode.DIGIT3, 20 + LONG)).isEqualTo(CheckViews.ofDigit(2));
    h.down(KeyCode.DIGIT3, CheckViews.PICTURE, 0);
    h.forget();
    assertThat(h.up(KeyCode.DIGIT3, LONG)).as("the window was left").isEmpty();
  }
}
