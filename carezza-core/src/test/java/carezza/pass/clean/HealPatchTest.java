package carezza.pass.clean;

import static org.assertj.core.api.Assertions.assertThat;

import carezza.color.Matrix3;
import carezza.filter.Gaussian;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.pass.Heal;
import java.util.List;
import java.util.Random;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Patches on drawn skin whose look without the mark is known. */
public class HealPatchTest {
  private static final double PX = 6;
  private static final Rect ALL = new Rect(0, 0, 160, 90);
  private static final double[] BLOOD = {0.1, 1, 1.05};
  private static final double[] DARK = {0.9, 1, 0.95};

  /** Skin with pores and softer relief, alike in all channels but for a little noise. */
  private static RgbBlock skin(long seed) {
    Random r = new Random(seed);
    Plane fine = noise(r, 0.12, 0.05);
    Plane broad = noise(r, 1.0, 0.05);
    float[][] out = new float[3][fine.data().length];
    double[] base = {0.42, 0.25, 0.17};
    for (int c = 0; c < 3; c++) {
      for (int i = 0; i < out[c].length; i++) {
        double stops = fine.data()[i] + broad.data()[i] + 0.004 * r.nextGaussian();
        out[c][i] = (float) (base[c] * Math.pow(2, stops));
      }
    }
    return new RgbBlock(0, ALL, out[0], out[1], out[2]);
  }

  /** Of a standard deviation in stops. */
  private static Plane noise(Random r, double sigmaMm, double stops) {
    float[] v = new float[ALL.w() * ALL.h()];
    for (int i = 0; i < v.length; i++) {
      v[i] = (float) r.nextGaussian();
    }
    float[] b = Gaussian.blur(new Plane(ALL, v), sigmaMm * PX).data();
    double sum = 0;
    for (float x : b) {
      sum += x * x;
    }
    float gain = (float) (stops / Math.sqrt(sum / b.length));
    for (int i = 0; i < b.length; i++) {
      b[i] *= gain;
    }
    return new Plane(ALL, b);
  }

  private static RgbBlock marked(RgbBlock clean, double[] how, double stops, double mm) {
    return marked(clean, how, stops, mm, 45);
  }

  private static RgbBlock marked(
      RgbBlock clean, double[] how, double stops, double mm, double column) {
    RgbBlock b = clean.copy();
    for (int i = 0; i < b.size(); i++) {
      double d = Math.hypot(i % ALL.w() + 0.5 - column, i / ALL.w() + 0.5 - 45) / (0.35 * mm * PX);
      for (int c = 0; c < 3; c++) {
        b.channel(c)[i] *= (float) Math.pow(2, -stops * how[c] * Math.exp(-d * d));
      }
    }
    return b;
  }

  private static RgbBlock healed(RgbBlock b, Heal h) {
    return healed(b, h, List.of());
  }

  private static RgbBlock healed(RgbBlock b, Heal h, List<Heal> later) {
    Rect t = HealPatch.targetRect(h, PX);
    RgbBlock target = part(b, t);
    RgbBlock source = part(b, Moved.of(h, 0).rect(t));
    RgbBlock out = b.copy();
    HealPatch.solve(h, PX, target, source, later)
        .addTo(out, Matrix3.IDENTITY, new float[] {1, 1, 1});
    return out;
  }

  private static RgbBlock part(RgbBlock b, Rect r) {
    float[][] v = new float[3][(int) r.area()];
    for (int c = 0; c < 3; c++) {
      for (int i = 0; i < v[c].length; i++) {
        v[c][i] = b.channel(c)[b.index(r.x() + i % r.w(), r.y() + i / r.w())];
      }
    }
    return new RgbBlock(0, r, v[0], v[1], v[2]);
  }

  /** RMS over the mark of what two pictures differ in green, in stops, blurred by 0.3 mm. */
  private static double apart(RgbBlock a, RgbBlock b, Heal h) {
    float[] d = new float[a.size()];
    for (int i = 0; i < d.length; i++) {
      d[i] = (float) (Math.log(a.g()[i] / b.g()[i]) / Math.log(2));
    }
    float[] soft = Gaussian.blur(new Plane(ALL, d), 0.3 * PX).data();
    double sum = 0;
    int n = 0;
    for (int i = 0; i < soft.length; i++) {
      if (h.distance(i % ALL.w() + 0.5, i / ALL.w() + 0.5) < h.sizeMm() * PX / 2) {
        sum += soft[i] * soft[i];
        n++;
      }
    }
    return Math.sqrt(sum / n);
  }

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
    double singly = 0;
    double former = 0;
    Heal h = heal(6);
    for (long seed = 1; seed <= 12; seed++) {
      RgbBlock clean = skin(seed);
      RgbBlock shot = marked(clean, BLOOD, 0.8, 4);
      double left = apart(healed(shot, h), clean, h);
      assertThat(left).as("seed %d", seed).isLessThan(0.25 * apart(shot, clean, h));
      now += left;
      singly += apart(healed(shot, h.inForm(Heal.SINGLY)), clean, h);
      former += apart(healed(shot, h.inForm(Heal.FORMER)), clean, h);
    }
    assertThat(now).isLessThan(0.6 * former);
    assertThat(now).as("its broad tones are trusted more").isLessThan(0.9 * singly);
  }

  @Test(dataProvider = "seeds")
  public void aDarkSpotLeavesNoTrace(long seed) {
    RgbBlock clean = skin(seed);
    RgbBlock shot = marked(clean, DARK, 0.6, 4);
    Heal h = heal(6);
    assertThat(apart(healed(shot, h), clean, h))
        .as("seed %d", seed)
        .isLessThan(0.35 * apart(shot, clean, h));
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
      RgbBlock clean = skin(seed);
      RgbBlock shot = marked(clean, DARK, 0.6, 4);
      now += apart(healed(shot, h), clean, h);
      singly += apart(healed(shot, h.inForm(Heal.SINGLY)), clean, h);
      RgbBlock ragged = clean.copy();
      Random r = new Random(seed);
      for (int k = 0; k < 5; k++) {
        double x = 45 + 8 * (r.nextDouble() - 0.5);
        double y = 45 + 8 * (r.nextDouble() - 0.5);
        dark(ragged, x, y, 3 + 4 * r.nextDouble());
      }
      torn += apart(healed(ragged, h), clean, h);
      tornSingly += apart(healed(ragged, h.inForm(Heal.SINGLY)), clean, h);
    }
    assertThat(now).as("a round spot").isLessThan(0.9 * singly);
    assertThat(torn).as("a ragged one").isLessThan(1.05 * tornSingly);
  }

  /** A disc of a sharp edge, 0.4 stop darker. */
  private static void dark(RgbBlock b, double x, double y, double radiusPx) {
    for (int i = 0; i < b.size(); i++) {
      if (Math.hypot(i % ALL.w() + 0.5 - x, i / ALL.w() + 0.5 - y) < radiusPx) {
        for (int c = 0; c < 3; c++) {
          b.channel(c)[i] *= (float) Math.pow(2, -0.4 * DARK[c]);
        }
      }
    }
  }

  /** A gain of a channel below scales the result by the same gain. */
  @Test
  public void aGainBelowIsTheSameGainAbove() {
    RgbBlock shot = marked(skin(5), BLOOD, 0.8, 4);
    RgbBlock lit = shot.copy();
    float[] gain = {1.3f, 0.8f, 2};
    scale(lit, gain);
    RgbBlock after = healed(lit, heal(6));
    RgbBlock before = healed(shot, heal(6));
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
    RgbBlock clean = skin(6);
    for (int c = 0; c < 3; c++) {
      for (int i = 0; i < clean.size(); i++) {
        clean.channel(c)[i] *= i % ALL.w() >= 63 && i % ALL.w() < 90 ? 0.06f : 1;
      }
    }
    RgbBlock shot = marked(clean, BLOOD, 0.8, 4);
    Heal h = new Heal(45, 45, 45, 45, 8, 2, -20).from(75, 0);
    RgbBlock now = healed(shot, h);
    RgbBlock former = healed(shot, h.inForm(Heal.FORMER));
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
    RgbBlock shot = marked(skin(7), BLOOD, 0.8, 4);
    RgbBlock whole = healed(shot, heal(6));
    RgbBlock half = healed(shot, heal(6).withShare(0.5));
    for (int i = 0; i < half.size(); i++) {
      assertThat(half.g()[i])
          .isCloseTo((shot.g()[i] + whole.g()[i]) / 2, org.assertj.core.data.Offset.offset(1e-6f));
    }
  }

  /** Near the heal's rim there is nothing to heal. */
  @Test
  public void skinRoundTheMarkIsLeftAsItIs() {
    RgbBlock shot = marked(skin(8), BLOOD, 0.8, 2);
    Heal h = heal(9);
    assertThat(changed(healed(shot, h), shot, h))
        .isLessThan(0.4 * changed(healed(shot, h.inForm(Heal.FORMER)), shot, h));
  }

  /** RMS of the change outside the mark and inside the heal's soft border. */
  private static double changed(RgbBlock now, RgbBlock shot, Heal h) {
    double sum = 0;
    int n = 0;
    for (int i = 0; i < now.size(); i++) {
      double d = h.distance(i % ALL.w() + 0.5, i / ALL.w() + 0.5) / (h.sizeMm() / 2 * PX);
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
      RgbBlock clean = skin(seed);
      RgbBlock shot = marked(marked(clean, BLOOD, 0.8, 4, 45), BLOOD, 0.8, 4, 65);
      Heal first = heal(5);
      Heal second = new Heal(65, 45, 65, 45, 5, 60, 2);
      now += left(clean, shot, first, second);
      singly += left(clean, shot, first.inForm(Heal.SINGLY), second.inForm(Heal.SINGLY));
    }
    assertThat(now).isLessThan(0.8 * singly);
  }

  private static double left(RgbBlock clean, RgbBlock shot, Heal first, Heal second) {
    RgbBlock out = healed(healed(shot, first, List.of(second)), second);
    return apart(out, clean, first) + apart(out, clean, second);
  }

  /** Where others lie all round it the ring counts as it is, or there would be nothing to go by. */
  @Test
  public void aHealAmongOthersAllRoundStillHasARing() {
    RgbBlock shot = marked(skin(9), BLOOD, 0.8, 4);
    RgbBlock out = healed(shot, heal(6), List.of(new Heal(45, 45, 45, 45, 12, 0, 0)));
    RgbBlock alone = healed(shot, heal(6));
    assertThat(out.g()).isEqualTo(alone.g());
  }
}
