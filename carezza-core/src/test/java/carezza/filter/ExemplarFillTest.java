package carezza.filter;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Arrays;
import java.util.Random;
import org.testng.annotations.Test;

/** A hole in a regular pattern is filled as it was; sources are only where they may be. */
public class ExemplarFillTest {
  private static final int W = 96;
  private static final int H = 80;

  /** A weave of two periods; nothing in it occurs but once. */
  private static float[] weave() {
    float[] v = new float[W * H];
    for (int i = 0; i < v.length; i++) {
      int x = i % W;
      int y = i / W;
      v[i] = (x % 8 < 3 ? 0.6f : 0.2f) + ((y + x / 8) % 5 < 2 ? 0.2f : 0);
    }
    return v;
  }

  private static boolean[] square(int x0, int y0, int side) {
    boolean[] out = new boolean[W * H];
    for (int y = y0; y < y0 + side; y++) {
      Arrays.fill(out, y * W + x0, y * W + x0 + side, true);
    }
    return out;
  }

  private static boolean[] all() {
    boolean[] out = new boolean[W * H];
    Arrays.fill(out, true);
    return out;
  }

  @Test
  public void aPatternGoesOnThroughAHole() {
    float[] want = weave();
    float[] given = want.clone();
    boolean[] hole = square(40, 30, 14);
    for (int i = 0; i < given.length; i++) {
      given[i] = hole[i] ? 5 : given[i];
    }
    float[] kept = given.clone();
    ExemplarFill.Shifts s = ExemplarFill.find(new float[][] {given}, hole, all(), W, H).get();
    assertThat(given).as("what is given").isEqualTo(kept);
    double off = 0;
    for (int i = 0; i < given.length; i++) {
      if (hole[i]) {
        assertThat(s.isSet()[i]).isTrue();
        int from = i + s.dy()[i] * W + s.dx()[i];
        assertThat(hole[from]).as("a source in the hole").isFalse();
        off += Math.abs(given[from] - want[i]) > 1e-6 ? 1 : 0;
      }
    }
    assertThat(off / (14 * 14)).as("share of pixels off the pattern").isLessThan(0.03);
  }

  @Test
  public void sourcesAreWhereTheyMayBe() {
    float[] v = weave();
    boolean[] left = new boolean[W * H];
    for (int i = 0; i < left.length; i++) {
      left[i] = i % W < 30;
    }
    boolean[] hole = square(50, 30, 10);
    ExemplarFill.Shifts s = ExemplarFill.find(new float[][] {v}, hole, left, W, H).get();
    for (int i = 0; i < v.length; i++) {
      if (s.isSet()[i]) {
        assertThat(left[i + s.dy()[i] * W + s.dx()[i]]).isTrue();
      }
    }
  }

  @Test
  public void twoRunsGiveTheSame() {
    Random random = new Random(4);
    float[] v = new float[W * H];
    for (int i = 0; i < v.length; i++) {
      v[i] = random.nextFloat();
    }
    boolean[] hole = square(30, 20, 20);
    ExemplarFill.Shifts a = ExemplarFill.find(new float[][] {v}, hole, all(), W, H).get();
    ExemplarFill.Shifts b = ExemplarFill.find(new float[][] {v}, hole, all(), W, H).get();
    assertThat(a.dx()).isEqualTo(b.dx());
    assertThat(a.dy()).isEqualTo(b.dy());
  }

  @Test
  public void withoutAHoleOrASourceThereIsNothing() {
    float[][] v = {weave()};
    assertThat(ExemplarFill.find(v, new boolean[W * H], all(), W, H)).isEmpty();
    assertThat(ExemplarFill.find(v, square(10, 10, 5), new boolean[W * H], W, H)).isEmpty();
    assertThat(ExemplarFill.find(v, all(), all(), W, H)).isEmpty();
    assertThatThrownBy(() -> ExemplarFill.find(v, all(), new boolean[3], W, H))
        .isInstanceOf(IllegalArgumentException.class);
  }
}
