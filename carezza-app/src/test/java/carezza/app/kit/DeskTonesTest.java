package carezza.app.kit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.testng.annotations.Test;

/** At every lightness of the desk words are read, greys are grey, and nothing is glaring. */
public class DeskTonesTest {
  /** WCAG 2.1, 1.4.3, for text of this size. */
  private static final double LEAST = 4.5;

  /** For what is seen beside words that say the same: tracks and targets, on any desk. */
  private static final double LEAST_OF_MARKS = 1.3;

  private static final String[] CARD = {"card", "card-open"};
  private static final String[] DESK = {"desk", "foot"};

  @Test
  public void wordsAreReadAtEveryLightness() {
    for (double l = DeskTones.DARKEST; l <= DeskTones.LIGHTEST; l += 0.25) {
      DeskTones t = DeskTones.of(l);
      for (String ink : new String[] {"ink", "ink-soft", "accent"}) {
        assertRead(t, l, ink, CARD);
      }
      assertRead(t, l, "ink", "control");
      assertRead(t, l, "on-accent", "accent");
      for (String ink : new String[] {"desk-ink", "desk-soft", "desk-accent"}) {
        assertRead(t, l, ink, DESK);
      }
    }
  }

  private static void assertRead(DeskTones t, double l, String ink, String... grounds) {
    for (String g : grounds) {
      assertThat(DeskTones.contrast(t.of(ink), t.of(g)))
          .as("%s on %s, desk of L* %.2f", ink, g, l)
          .isGreaterThanOrEqualTo(LEAST);
    }
  }

  @Test
  public void everythingButTheAccentIsNeutral() {
    for (double l = DeskTones.DARKEST; l <= DeskTones.LIGHTEST; l++) {
      for (String part : DeskTones.of(l).style().split("; ")) {
        if (!part.contains("accent")) {
          String hex = part.substring(part.indexOf('#') + 1);
          assertThat(hex.substring(0, 2))
              .as("%s, desk of L* %.0f", part, l)
              .isEqualTo(hex.substring(2, 4))
              .isEqualTo(hex.substring(4));
        }
      }
    }
  }

  /** A blue-green, far from skin, wherever it is neither black nor white. */
  @Test
  public void theAccentIsNeverNearSkin() {
    for (double l = DeskTones.DARKEST; l <= DeskTones.LIGHTEST; l++) {
      for (String name : new String[] {"accent", "desk-accent"}) {
        int rgb = DeskTones.of(l).of(name);
        int red = rgb >> 16 & 255;
        assertThat(red).isLessThanOrEqualTo(rgb >> 8 & 255).isLessThanOrEqualTo(rgb & 255);
      }
    }
  }

  @Test
  public void tracksAndTargetsStandOutFromTheirGround() {
    for (double l = DeskTones.DARKEST; l <= DeskTones.LIGHTEST; l++) {
      DeskTones t = DeskTones.of(l);
      for (String ground : CARD) {
        assertThat(DeskTones.contrast(t.of("track"), t.of(ground)))
            .as("track on %s at %.0f", ground, l)
            .isGreaterThan(LEAST_OF_MARKS);
      }
      assertThat(DeskTones.contrast(t.of("desk-target"), t.of("desk")))
          .as("target at %.0f", l)
          .isGreaterThan(LEAST_OF_MARKS);
    }
  }

  @Test
  public void lightnessBeyondTheRangeIsTheNearestInIt() {
    assertThat(DeskTones.of(-5).style()).isEqualTo(DeskTones.of(DeskTones.DARKEST).style());
    assertThat(DeskTones.of(500).style()).isEqualTo(DeskTones.of(DeskTones.LIGHTEST).style());
    assertThat(DeskTones.of(48).of("desk")).as("L* 48").isEqualTo(0xff727272);
  }

  /** Published by the W3C: black on white is 21, #777777 on white 4.48. */
  @Test
  public void contrastIsThatOfTheStandard() {
    assertThat(DeskTones.contrast(0xff000000, 0xffffffff)).isCloseTo(21, within(1e-6));
    assertThat(DeskTones.contrast(0xff777777, 0xffffffff)).isCloseTo(4.478, within(0.002));
    assertThat(DeskTones.contrast(0xffffffff, 0xff777777)).isCloseTo(4.478, within(0.002));
  }
}
