package carezza.pass.clean;

import static org.assertj.core.api.Assertions.assertThat;

import carezza.image.RgbBlock;
import carezza.pass.Heal;
import java.util.List;
import java.util.Random;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Patches on drawn skin whose look without the mark is known. */
public class HealPatchTest {
  private static Heal heal(double mm) {
    return new Heal(45, 45, 45, 45, mm, 60, 2);
  }

  @DataProvider
  public Object[][] seeds() {
    return new Object[][] {{1L}, {2L}, {3L}, {4L}};
  }

  @Test
  public void underARedMarkTheSkinsOwnReliefIsFound() {
    double now = 0;
    double together = 0;
    double singly = 0;
    double former = 0;
    Heal h = heal(6);
    for (long seed = 1; seed <= 12; seed++) {
      RgbBlock clean = DrawnSkin.skin(seed);
      RgbBlock shot = DrawnSkin.marked(clean, DrawnSkin.BLOOD, 0.8, 4);
      double left = DrawnSkin.apart(DrawnSkin.healed(shot, h), clean, h);
      assertThat(left).as("seed %d", seed).isLessThan(0.25 * DrawnSkin.apart(shot, clean, h));
      now += left;
      together += DrawnSkin.apart(DrawnSkin.healed(shot, h.inForm(Heal.TOGETHER)), clean, h);
      singly += DrawnSkin.apart(DrawnSkin.healed(shot, h.inForm(Heal.SINGLY)), clean, h);
      former += DrawnSkin.apart(DrawnSkin.healed(shot, h.inForm(Heal.FORMER)), clean, h);
    }
    assertThat(now).isLessThan(0.6 * former);
    assertThat(together).as("its broad tones are trusted more").isLessThan(0.9 * singly);
    assertThat(now).as("blood that takes less red than usual").isLessThan(1.15 * together);
  }

  /** Where a fold that is deeper than the mark runs through it, the fold stays. */
  @Test
  public void aFoldUnderARedMarkStays() {
    double now = 0;
    double byEnergy = 0;
    Heal h = heal(8);
    for (long seed = 1; seed <= 12; seed++) {
      RgbBlock clean = DrawnSkin.skin(seed);
      fold(clean, 0.45);
      RgbBlock shot = DrawnSkin.marked(clean, DrawnSkin.BLOOD, 0.35, 4);
      double left = DrawnSkin.apart(DrawnSkin.healed(shot, h), clean, h);
      assertThat(left).as("seed %d", seed).isLessThan(DrawnSkin.apart(shot, clean, h));
      now += left;
      byEnergy += DrawnSkin.apart(DrawnSkin.healed(shot, h.inForm(Heal.ON_GROUND)), clean, h);
      RgbBlock dark = DrawnSkin.marked(clean, DrawnSkin.DARK, 0.35, 4);
      assertThat(DrawnSkin.healed(dark, h).g())
          .as("no blood")
          .isEqualTo(DrawnSkin.healed(dark, h.inForm(Heal.ON_GROUND)).g());
    }
    assertThat(now).isLessThan(0.6 * byEnergy);
  }

  /** A soft dark band aslant through the middle of the heal. */
  private static void fold(RgbBlock b, double stops) {
    for (int i = 0; i < b.size(); i++) {
      double x = i % DrawnSkin.ALL.w() + 0.5 - 45;
      double y = i / DrawnSkin.ALL.w() + 0.5 - 45;
      double far = (0.9 * x + 0.44 * y) / (1.6 * DrawnSkin.PX);
      for (int c = 0; c < 3; c++) {
        b.channel(c)[i] *= (float) Math.pow(2, -stops * Math.exp(-far * far));
      }
    }
  }

  @Test(dataProvider = "seeds")
  public void aDarkSpotLeavesNoTrace(long seed) {
    RgbBlock clean = DrawnSkin.skin(seed);
    RgbBlock shot = DrawnSkin.marked(clean, DrawnSkin.DARK, 0.6, 4);
    Heal h = heal(6);
    assertThat(DrawnSkin.apart(DrawnSkin.healed(shot, h), clean, h))
        .as("seed %d", seed)
        .isLessThan(0.35 * DrawnSkin.apart(shot, clean, h));
  }

  /** The pores under a spot that is alike along ellipses are found; of others they are not. */
  @Test
  public void underADarkSpotTheSkinsOwnPoresAreFound() {
    double now = 0;
    double singly = 0;
    double torn = 0;
    double tornSingly = 0;
    Heal h = heal(7);
    for (long seed = 1; seed <= 12; seed++) {
      RgbBlock clean = DrawnSkin.skin(seed);
      RgbBlock shot = DrawnSkin.marked(clean, DrawnSkin.DARK, 0.6, 4);
      now += DrawnSkin.apart(DrawnSkin.healed(shot, h), clean, h);
      singly += DrawnSkin.apart(DrawnSkin.healed(shot, h.inForm(Heal.SINGLY)), clean, h);
      RgbBlock ragged = clean.copy();
      Random r = new Random(seed);
      for (int k = 0; k < 5; k++) {
        double x = 45 + 8 * (r.nextDouble() - 0.5);
        double y = 45 + 8 * (r.nextDouble() - 0.5);
        dark(ragged, x, y, 3 + 4 * r.nextDouble());
      }
      torn += DrawnSkin.apart(DrawnSkin.healed(ragged, h), clean, h);
      tornSingly += DrawnSkin.apart(DrawnSkin.healed(ragged, h.inForm(Heal.SINGLY)), clean, h);
    }
    assertThat(now).as("a round spot").isLessThan(0.9 * singly);
    assertThat(torn).as("a ragged one").isLessThan(1.05 * tornSingly);
  }

  /** A disc of a sharp edge, 0.4 stop darker. */
  private static void dark(RgbBlock b, double x, double y, double radiusPx) {
    for (int i = 0; i < b.size(); i++) {
      if (Math.hypot(i % DrawnSkin.ALL.w() + 0.5 - x, i / DrawnSkin.ALL.w() + 0.5 - y) < radiusPx) {
        for (int c = 0; c < 3; c++) {
          b.channel(c)[i] *= (float) Math.pow(2, -0.4 * DrawnSkin.DARK[c]);
        }
      }
    }
  }

  /** A gain of a channel below scales the result by the same gain. */
  @Test
  public void aGainBelowIsTheSameGainAbove() {
    RgbBlock shot = DrawnSkin.marked(DrawnSkin.skin(5), DrawnSkin.BLOOD, 0.8, 4);
    RgbBlock lit = shot.copy();
    float[] gain = {1.3f, 0.8f, 2};
    scale(lit, gain);
    RgbBlock after = DrawnSkin.healed(lit, heal(6));
    RgbBlock before = DrawnSkin.healed(shot, heal(6));
    scale(before, gain);
    for (int c = 0; c < 3; c++) {
      for (int i = 0; i < after.size(); i++) {
        assertThat(after.channel(c)[i])
            .isCloseTo(before.channel(c)[i], org.assertj.core.data.Offset.offset(2e-3f));
      }
    }
  }

  private static void scale(RgbBlock b, float[] gain) {
    for (int c = 0; c < 3; c++) {
      for (int i = 0; i < b.size(); i++) {
        b.channel(c)[i] *= gain[c];
      }
    }
  }

  /** Dark hair from x = 63 on, within the heal, keeps its bits. */
  @Test
  public void hairThatReachesIntoAHealStaysAsItIs() {
    RgbBlock clean = DrawnSkin.skin(6);
    for (int c = 0; c < 3; c++) {
      for (int i = 0; i < clean.size(); i++) {
        clean.channel(c)[i] *=
            i % DrawnSkin.ALL.w() >= 63 && i % DrawnSkin.ALL.w() < 90 ? 0.06f : 1;
      }
    }
    RgbBlock shot = DrawnSkin.marked(clean, DrawnSkin.BLOOD, 0.8, 4);
    Heal h = new Heal(45, 45, 45, 45, 8, 2, -20).from(75, 0);
    RgbBlock now = DrawnSkin.healed(shot, h);
    RgbBlock former = DrawnSkin.healed(shot, h.inForm(Heal.FORMER));
    double changed = 0;
    double was = 0;
    for (int y = 38; y < 52; y++) {
      for (int x = 65; x < 68; x++) {
        int i = now.index(x, y);
        changed = Math.max(changed, now.g()[i] / shot.g()[i]);
        was = Math.max(was, former.g()[i] / shot.g()[i]);
      }
    }
    assertThat(was).as("taken for a mark before").isGreaterThan(2);
    assertThat(changed).isLessThan(1.1);
  }

  @Test
  public void halfAShareLeavesHalfTheMark() {
    RgbBlock shot = DrawnSkin.marked(DrawnSkin.skin(7), DrawnSkin.BLOOD, 0.8, 4);
    RgbBlock whole = DrawnSkin.healed(shot, heal(6));
    RgbBlock half = DrawnSkin.healed(shot, heal(6).withShare(0.5));
    for (int i = 0; i < half.size(); i++) {
      assertThat(half.g()[i])
          .isCloseTo((shot.g()[i] + whole.g()[i]) / 2, org.assertj.core.data.Offset.offset(1e-6f));
    }
  }

  /** Near the heal's rim there is nothing to heal. */
  @Test
  public void skinRoundTheMarkIsLeftAsItIs() {
    RgbBlock shot = DrawnSkin.marked(DrawnSkin.skin(8), DrawnSkin.BLOOD, 0.8, 2);
    Heal h = heal(9);
    assertThat(changed(DrawnSkin.healed(shot, h), shot, h))
        .isLessThan(0.4 * changed(DrawnSkin.healed(shot, h.inForm(Heal.FORMER)), shot, h));
  }

  /** RMS of the change outside the mark and inside the heal's soft border. */
  private static double changed(RgbBlock now, RgbBlock shot, Heal h) {
    double sum = 0;
    int n = 0;
    for (int i = 0; i < now.size(); i++) {
      double d =
          h.distance(i % DrawnSkin.ALL.w() + 0.5, i / DrawnSkin.ALL.w() + 0.5)
              / (h.sizeMm() / 2 * DrawnSkin.PX);
      if (d > 0.7 && d < 0.95) {
        n++;
        sum += Math.pow(now.g()[i] - shot.g()[i], 2);
      }
    }
    return Math.sqrt(sum / n);
  }

  /** Two blemishes that touch, healed one after the other: what is left of both. */
  @Test
  public void healsThatOverlapKnowOfEachOther() {
    double now = 0;
    double singly = 0;
    for (long seed = 1; seed <= 8; seed++) {
      RgbBlock clean = DrawnSkin.skin(seed);
      RgbBlock shot =
          DrawnSkin.marked(
              DrawnSkin.marked(clean, DrawnSkin.BLOOD, 0.8, 4, 45), DrawnSkin.BLOOD, 0.8, 4, 65);
      Heal first = heal(5);
      Heal second = new Heal(65, 45, 65, 45, 5, 60, 2);
      now += left(clean, shot, first, second);
      singly += left(clean, shot, first.inForm(Heal.SINGLY), second.inForm(Heal.SINGLY));
    }
    assertThat(now).isLessThan(0.8 * singly);
  }

  private static double left(RgbBlock clean, RgbBlock shot, Heal first, Heal second) {
    RgbBlock out = DrawnSkin.healed(DrawnSkin.healed(shot, first, List.of(second)), second);
    return DrawnSkin.apart(out, clean, first) + DrawnSkin.apart(out, clean, second);
  }

  /** Where others lie all round it the ring counts as it is, or there would be nothing to go by. */
  @Test
  public void aHealAmongOthersAllRoundStillHasARing() {
    RgbBlock shot = DrawnSkin.marked(DrawnSkin.skin(9), DrawnSkin.BLOOD, 0.8, 4);
    RgbBlock out = DrawnSkin.healed(shot, heal(6), List.of(new Heal(45, 45, 45, 45, 12, 0, 0)));
    RgbBlock alone = DrawnSkin.healed(shot, heal(6));
    assertThat(out.g()).isEqualTo(alone.g());
  }
}
