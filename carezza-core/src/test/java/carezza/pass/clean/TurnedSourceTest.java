package carezza.pass.clean;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import carezza.area.Area;
import carezza.engine.Engine;
import carezza.face.Pin;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.image.SourcePicture;
import carezza.pass.EvaluationContext;
import carezza.pass.Heal;
import carezza.pass.Pass;
import carezza.sheet.Kinds;
import carezza.testing.Pictures;
import java.util.List;
import java.util.Random;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Sources whose texture runs another way than that round the mark. */
public class TurnedSourceTest {
  private static final int W = 260;
  private static final int H = 200;

  /** Column where one grain ends and the other begins. */
  private static final int BORDER = 80;

  /** Grain that is long along one direction left of a column and along another right of it. */
  private static SourcePicture grain(long seed, double left, double right, int column) {
    Random r = new Random(seed);
    double[] v = new double[W * H];
    for (int k = 0; k < 5200; k++) {
      double x = r.nextDouble() * W;
      double y = r.nextDouble() * H;
      double a = Math.toRadians(x < column ? left : right);
      double depth = 0.35 + 0.3 * r.nextDouble();
      for (double t = -4; t <= 4; t += 0.5) {
        int px = (int) (x + t * Math.cos(a));
        int py = (int) (y + t * Math.sin(a));
        if (px >= 0 && py >= 0 && px < W && py < H && px < column == x < column) {
          v[py * W + px] = Math.max(v[py * W + px], depth);
        }
      }
    }
    int[] base = {52000, 40000, 34000};
    SourcePicture p = new SourcePicture(W, H, 16, 3);
    for (int i = 0; i < v.length; i++) {
      for (int c = 0; c < 3; c++) {
        p.setCode(c, i % W, i / W, (int) (base[c] * (1 - 0.4 * v[i])));
      }
    }
    return p;
  }

  private static EvaluationContext context(SourcePicture p) {
    Engine e = Pictures.engine(p);
    Pass heals = Pass.start(1, Kinds.of("heals"), Area.WHOLE);
    return e.view(Pictures.pinned().withPasses(List.of(heals)), () -> false).contextFor(heals);
  }

  /** What tools draw is where healing takes its pixels. */
  @Test
  public void aHealKnowsWhereItTakesEachPlaceFrom() {
    Heal h = new Heal(40, 50, 80, 70, 5, 31, -12).turned(37);
    Moved moved = Moved.of(h, 0);
    for (double[] at : new double[][] {{40, 50}, {80, 70}, {61.5, 44}}) {
      Pin from = h.source(new Pin(at[0], at[1]));
      assertThat(from.x()).isCloseTo(moved.x(at[0], at[1]), within(1e-9));
      assertThat(from.y()).isCloseTo(moved.y(at[0], at[1]), within(1e-9));
    }
  }

  @DataProvider
  public Object[][] directions() {
    return new Object[][] {{0, 60}, {0, -50}, {10, -45}, {90, 35}, {-70, 70}};
  }

  /** Near the border of two grains: sources that lie on both count for neither. */
  @Test(dataProvider = "directions")
  public void aSourceIsTurnedAsTheTextureRuns(double here, double there) {
    EvaluationContext c = context(grain(3, here, there, BORDER));
    Heal h = new Heal(58, 100, 58, 100, 6, 0, 0);
    int turned = 0;
    int all = 0;
    int astray = 0;
    for (int rank = 0; rank < 24; rank++) {
      Heal found = SourceSearch.find(c, h, rank);
      if (Math.abs(58 + found.dx() - BORDER) < 16) {
        continue;
      }
      double ran = 58 + found.dx() < BORDER ? here : there;
      double off = ran + found.turn() - here;
      all++;
      astray += Math.abs(off - 180 * Math.rint(off / 180)) > 20 ? 1 : 0;
      turned += found.turn() != 0 ? 1 : 0;
    }
    assertThat(turned).as("sources among the other grain").isPositive();
    assertThat(astray).as("of %d run another way", all).isLessThanOrEqualTo(all / 8);
  }

  /** Clockwise as it is seen: rows grow downwards. */
  @Test
  public void whatIsTurnedRunsAsItIsSaid() {
    Rect all = new Rect(0, 0, 200, 200);
    float[] v = new float[200 * 200];
    for (int i = 0; i < v.length; i++) {
      v[i] = (float) Math.sin(0.3 * (i % 200 * Math.cos(0.3) + i / 200 * Math.sin(0.3)));
    }
    RgbBlock stripes = new RgbBlock(0, all, v, v, v);
    Rect to = new Rect(20, 20, 80, 80);
    Moved moved = Moved.by(46, 44, 0).turned(25, 60, 60);
    assertThat(all.contains(moved.rect(to))).isTrue();
    float[] under = moved.under(stripes, 1, to);
    assertThat(direction(v, 200).turnTo(direction(under, 80))).isCloseTo(25, within(0.5));
    float[] still = moved.turned(0, 60, 60).under(stripes, 1, to);
    assertThat(still[3 * 80 + 5]).as("copied").isEqualTo(v[(20 + 44 + 3) * 200 + 20 + 46 + 5]);
  }

  private static TextureDirection direction(float[] v, int w) {
    TextureDirection d = new TextureDirection();
    for (int i = 0; i < v.length; i++) {
      int x = i % w;
      if (x > 0 && x < w - 1 && i > w && i < v.length - w) {
        d.add(v[i + 1] - v[i - 1], v[i + w] - v[i - w]);
      }
    }
    assertThat(d.coherence()).isGreaterThan(0.9);
    return d;
  }

  /** What has no direction is copied pixel by pixel. */
  @Test
  public void evenGrainIsNotTurned() {
    Random r = new Random(5);
    SourcePicture p = new SourcePicture(W, H, 16, 3);
    for (int i = 0; i < W * H; i++) {
      double g = 1 + 0.05 * r.nextGaussian();
      for (int c = 0; c < 3; c++) {
        p.setCode(c, i % W, i / W, (int) (new int[] {52000, 40000, 34000}[c] * g));
      }
    }
    Heal h = new Heal(130, 100, 130, 100, 6, 0, 0);
    for (int rank = 0; rank < 4; rank++) {
      assertThat(SourceSearch.find(context(p), h, rank).turn()).isZero();
    }
  }
}
