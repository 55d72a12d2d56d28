package carezza.pass.clean;

import static org.assertj.core.api.Assertions.assertThat;

import carezza.color.Roots;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.pass.Heal;
import java.util.Optional;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Heals that reach over a border. */
public class HealGroundTest {
  private static final double WIDE_MM = 9;

  /** Half the width of the border's soft edge. */
  private static final double EDGE_MM = 0.15;

  private static final Heal HEAL = new Heal(45, 45, 45, 45, WIDE_MM, 70, 2);

  /** How far from the mark's middle the border runs, over the heal's radius. */
  private static final double FAR = 0.45;

  private static final double[] HAIR = {0.05, 0.04, 0.03};
  private static final double[] LIP = {0.32, 0.11, 0.1};
  private static final double[] WHITE = {0.7, 0.68, 0.62};
  private static final double[] DEEP = {0.55, 0.45, 0.38};

  @DataProvider
  public Object[][] others() {
    return new Object[][] {{HAIR, 1L}, {LIP, 2L}, {WHITE, 3L}, {HAIR, 4L}, {LIP, 5L}, {WHITE, 6L}};
  }

  /** How much of the other thing there is in a place. */
  private static double other(int i, double far, double edgeMm) {
    double x = 45 - far * WIDE_MM / 2 * DrawnSkin.PX;
    double t = (x - (i % DrawnSkin.ALL.w() + 0.5)) / (edgeMm * DrawnSkin.PX);
    return 1 / (1 + Math.exp(-2 * t));
  }

  /** Left of the border lies another thing. */
  private static RgbBlock bordered(RgbBlock skin, double[] colour) {
    RgbBlock b = skin.copy();
    for (int i = 0; i < b.size(); i++) {
      double k = other(i, FAR, EDGE_MM);
      for (int c = 0; c < 3; c++) {
        float own = (float) (colour[c] * b.channel(c)[i] / DrawnSkin.BASE[c]);
        b.channel(c)[i] += (float) (k * (own - b.channel(c)[i]));
      }
    }
    return b;
  }

  @Test(dataProvider = "others")
  public void whatLiesBesideTheMarksGroundStaysAsItIs(double[] colour, long seed) {
    RgbBlock clean = bordered(DrawnSkin.skin(seed), colour);
    RgbBlock shot = DrawnSkin.marked(clean, DrawnSkin.BLOOD, 0.6, 4);
    double before = DrawnSkin.apart(shot, clean, HEAL);
    double now = DrawnSkin.apart(DrawnSkin.healed(shot, HEAL), clean, HEAL);
    assertThat(now).isLessThan(0.4 * before);
  }

  /** Skin in shade is skin, and so is the mark. */
  @Test
  public void aSoftShadeOnEvenSkinIsNoBorder() {
    for (long seed = 1; seed <= 6; seed++) {
      RgbBlock b = DrawnSkin.marked(DrawnSkin.skin(seed), DrawnSkin.BLOOD, 0.6, 4);
      for (int i = 0; i < b.size(); i++) {
        double stops = other(i, 0.3, 1.2);
        for (int c = 0; c < 3; c++) {
          b.channel(c)[i] *= (float) Math.pow(2, -stops);
        }
      }
      assertThat(border(b, HEAL)).as("seed %d", seed).isEmpty();
    }
  }

  /** A mole in a heal drawn close round it, and its own dark rim, are what is to be healed. */
  @Test
  public void aMarkIsNoStrangerToItsHeal() {
    for (long seed = 1; seed <= 6; seed++) {
      RgbBlock b = DrawnSkin.marked(DrawnSkin.skin(seed), DrawnSkin.DARK, 1.6, 5);
      assertThat(border(b, HEAL.wide(6))).as("seed %d", seed).isEmpty();
    }
  }

  @Test
  public void theOtherSideOfABorderIsStrange() {
    RgbBlock b = bordered(DrawnSkin.skin(3), DEEP);
    Rect t = HealPatch.targetRect(HEAL, DrawnSkin.PX);
    HealSite site = HealSite.of(HEAL, DrawnSkin.PX, t, 0);
    boolean[] found = HealGround.border(HEAL, site, roots(b, t)).orElseThrow().beyond();
    int wrong = 0;
    int all = 0;
    for (int i = 0; i < found.length; i++) {
      int at = b.index(t.x() + i % t.w(), t.y() + i / t.w());
      double k = other(at, FAR, EDGE_MM);
      boolean isOfHeal = site.inside()[i] < 1 || site.onRing()[i] > 0;
      if (isOfHeal && (k < 0.1 || k > 0.9)) {
        all++;
        wrong += found[i] != k > 0.5 ? 1 : 0;
      }
    }
    assertThat((double) wrong / all).isLessThan(0.02);
  }

  /** Exposure set after the heal. */
  @Test(dataProvider = "others")
  public void aGainOfTheLightLeavesABorderWhereItIs(double[] colour, long seed) {
    RgbBlock b = DrawnSkin.marked(bordered(DrawnSkin.skin(seed), colour), DrawnSkin.BLOOD, 0.6, 4);
    boolean[] was = border(b, HEAL).orElseThrow().beyond();
    for (int c = 0; c < 3; c++) {
      for (int i = 0; i < b.size(); i++) {
        b.channel(c)[i] *= 0.05f;
      }
    }
    assertThat(border(b, HEAL).orElseThrow().beyond()).isEqualTo(was);
  }

  private static Optional<HealGround.Border> border(RgbBlock b, Heal h) {
    Rect t = HealPatch.targetRect(h, DrawnSkin.PX);
    return HealGround.border(h, HealSite.of(h, DrawnSkin.PX, t, 0), roots(b, t));
  }

  private static float[][] roots(RgbBlock b, Rect t) {
    float[][] out = new float[3][(int) t.area()];
    for (int c = 0; c < 3; c++) {
      for (int i = 0; i < out[c].length; i++) {
        out[c][i] = Roots.cbrt(b.channel(c)[b.index(t.x() + i % t.w(), t.y() + i / t.w())]);
      }
    }
    return out;
  }
}
