package carezza.field;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import carezza.color.ColorEncoding;
import carezza.engine.Engine;
import carezza.engine.SheetView;
import carezza.engine.TileCache;
import carezza.image.PixelReader;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.image.SourcePicture;
import carezza.sheet.RunSheet;
import java.util.Random;
import org.testng.annotations.Test;

/** A made-up backdrop with a slope and grain, continued beyond its borders. */
public class ContinuedTest {
  private static final int W = 400;
  private static final int H = 300;
  private static final ColorEncoding SRGB = ColorEncoding.srgb();
  private static final Rect THERE = new Rect(-60, -50, 520, 370);

  /** Cube root of the backdrop's light. */
  private static double root(double x, double y) {
    return 0.45 + 0.0004 * x - 0.0003 * y;
  }

  private static SheetView view(double grain) {
    SourcePicture p = new SourcePicture(W, H, 16, 3);
    Random random = new Random(5);
    for (int y = 0; y < H; y++) {
      for (int x = 0; x < W; x++) {
        double v = Math.pow(root(x + 0.5, y + 0.5), 3) * (1 + grain * random.nextGaussian());
        for (int c = 0; c < 3; c++) {
          p.setCode(c, x, y, SRGB.encode(c, 16, (float) v));
        }
      }
    }
    return new Engine(p, ColorEncoding.srgb(), new TileCache(1 << 24))
        .view(RunSheet.EMPTY, () -> false);
  }

  private static double mean(RgbBlock b, Rect r) {
    double sum = 0;
    for (int y = r.y(); y < r.bottom(); y++) {
      for (int x = r.x(); x < r.right(); x++) {
        sum += Math.cbrt(b.g()[b.index(x, y)]);
      }
    }
    return sum / r.area();
  }

  @Test
  public void aSlopeGoesOnOnAllSidesAndInCorners() {
    RgbBlock b = view(0).within(THERE).read(0, THERE);
    for (int[] p :
        new int[][] {{-4, 150}, {405, 90}, {200, -5}, {120, 305}, {-6, -5}, {406, 304}}) {
      double got = Math.cbrt(b.g()[b.index(p[0], p[1])]);
      assertThat(got)
          .as("%s, %s", p[0], p[1])
          .isCloseTo(root(p[0] + 0.5, p[1] + 0.5), within(0.0006));
    }
    assertThat(Math.cbrt(b.g()[b.index(-58, 150)])).as("it dies out").isGreaterThan(root(-58, 150));
  }

  /** Its own pixels are its own bits; what lies across the border is as near as a neighbour. */
  @Test
  public void insideNothingChangesAndNoSeamShows() {
    SheetView own = view(0.04);
    RgbBlock b = own.within(THERE).read(0, THERE);
    Rect all = own.bounds(0);
    assertThat(b.crop(all).g()).isEqualTo(own.read(0, all).g());
    double inside = mean(b, new Rect(0, 40, 6, 200)) - mean(b, new Rect(6, 40, 6, 200));
    double across = mean(b, new Rect(-6, 40, 6, 200)) - mean(b, new Rect(0, 40, 6, 200));
    assertThat(across).isCloseTo(inside, within(0.0012));
  }

  @Test
  public void grainIsKept() {
    RgbBlock b = view(0.04).within(THERE).read(0, THERE);
    assertThat(deviation(b, new Rect(-55, 20, 50, 250)))
        .isCloseTo(deviation(b, new Rect(20, 20, 50, 250)), within(0.001));
  }

  /** Of the differences of neighbours, which a slope leaves alone. */
  private static double deviation(RgbBlock b, Rect r) {
    double sum = 0;
    for (int y = r.y(); y < r.bottom(); y++) {
      for (int x = r.x(); x + 1 < r.right(); x++) {
        double d = Math.cbrt(b.g()[b.index(x + 1, y)]) - Math.cbrt(b.g()[b.index(x, y)]);
        sum += d * d;
      }
    }
    return Math.sqrt(sum / r.area());
  }

  /** Read by parts it is the same, and a level is near the reduced picture. */
  @Test
  public void partsAndLevelsAgree() {
    PixelReader there = view(0.02).within(THERE);
    RgbBlock whole = there.read(0, THERE);
    Rect part = new Rect(-33, -20, 70, 41);
    assertThat(there.read(0, part).b()).isEqualTo(whole.crop(part).b());
    RgbBlock half = there.read(1, there.bounds(1));
    assertThat(mean(half, new Rect(-25, 20, 20, 60)))
        .isCloseTo(mean(whole, new Rect(-50, 40, 40, 120)), within(0.001));
  }

  /** Dust on the backdrop does not bend it. */
  @Test
  public void whatLiesOnTheStripIsLeftOut() {
    Plane strip = new Plane(new Rect(0, 0, 300, 20));
    for (int y = 0; y < 20; y++) {
      for (int x = 0; x < 300; x++) {
        strip.data()[y * 300 + x] = 0.5f + 0.001f * y + (x % 60 < 3 && y > 14 ? 0.2f : 0);
      }
    }
    BorderSlopes s = new BorderSlopes(strip, 2);
    assertThat(s.at(300)).isCloseTo(0.0005, within(1e-6));
    assertThat(s.depth()).as("before it begins").isEqualTo(30);
  }
}
