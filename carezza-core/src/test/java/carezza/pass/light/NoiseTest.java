package carezza.pass.light;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import carezza.area.Area;
import carezza.color.ColorEncoding;
import carezza.engine.Engine;
import carezza.engine.TileCache;
import carezza.filter.Starlet;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.image.SourcePicture;
import carezza.pass.Pass;
import carezza.sheet.RunSheet;
import java.util.List;
import java.util.Random;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Photon noise of known strength on steps and ramps of grey, taken out again. */
public class NoiseTest {
  private static final ColorEncoding SRGB = ColorEncoding.srgb();
  private static final int W = 640;
  private static final int H = 480;

  /** Deviation of the square root of light of a channel. */
  private static final double DEVIATION = 0.012;

  /** Light without noise: a ramp, with a bright bar a few pixels wide and an edge. */
  private static double clean(int x) {
    double v = 0.05 + 0.35 * x / W;
    return x >= 300 && x < 304 ? 0.8 : x >= 480 ? 0.6 : v;
  }

  private static SourcePicture noisy(double deviation, long seed) {
    SourcePicture p = new SourcePicture(W, H, 16, 3);
    Random random = new Random(seed);
    for (int y = 0; y < H; y++) {
      for (int x = 0; x < W; x++) {
        for (int c = 0; c < 3; c++) {
          double root = Math.sqrt(clean(x)) + deviation * random.nextGaussian();
          p.setCode(c, x, y, SRGB.encode(c, 16, (float) (root * root)));
        }
      }
    }
    return p;
  }

  private static Engine engine(SourcePicture p) {
    return new Engine(p, SRGB, new TileCache(1 << 27));
  }

  private static RgbBlock read(Engine e, double light, double colour, Rect r) {
    Pass p =
        Pass.start(1, new Noise(), Area.WHOLE)
            .with("noiseLight", light)
            .with("noiseColour", colour);
    return e.view(RunSheet.EMPTY.withPasses(List.of(p)), () -> false).read(0, r);
  }

  /** Deviation of roots of green, and of red against green, from what is clean. */
  private static double[] off(RgbBlock b) {
    double light = 0;
    double colour = 0;
    for (int i = 0; i < b.size(); i++) {
      double g = Math.sqrt(b.g()[i]);
      double d = g - Math.sqrt(clean(b.rect().x() + i % b.rect().w()));
      light += d * d;
      colour += (Math.sqrt(b.r()[i]) - g) * (Math.sqrt(b.r()[i]) - g);
    }
    return new double[] {Math.sqrt(light / b.size()), Math.sqrt(colour / b.size())};
  }

  @DataProvider
  public Object[][] deviations() {
    return new Object[][] {{0.006, 1L}, {0.012, 2L}, {0.03, 3L}};
  }

  /** The model against the deviation that was laid on; known shares of white noise a scale. */
  @Test(dataProvider = "deviations")
  public void theModelFindsTheNoiseThatIsThere(double deviation, long seed) {
    NoiseModel m = NoiseModel.of(engine(noisy(deviation, seed)).original());
    double light = deviation * Math.sqrt(6) / 4;
    double[] shares = {0.889, 0.2, 0.086};
    for (int j = 0; j < shares.length; j++) {
      for (float root : new float[] {0.35f, 0.5f}) {
        double share = m.sigma(0, j, root) / (light * shares[j]);
        assertThat(share).as("scale %s at %s", j, root).isBetween(0.75, 1.25);
      }
    }
  }

  /** The made-up noise is of the picture's own channels; working-space ones mix them. */
  @Test
  public void lightAndColourAreCleanedAsFarAsAsked() {
    Engine e = engine(noisy(DEVIATION, 4));
    Rect flat = new Rect(60, 60, 200, 300);
    double[] before = off(read(e, 0, 0, flat));
    double[] both = off(read(e, 100, 100, flat));
    double[] colour = off(read(e, 0, 100, flat));
    assertThat(both[0]).isLessThan(0.3 * before[0]);
    assertThat(both[1]).isLessThan(0.3 * before[1]);
    assertThat(colour[1]).isLessThan(0.35 * before[1]);
    assertThat(colour[0]).as("light is left").isGreaterThan(0.6 * before[0]);
  }

  /** A bar of four pixels and an edge keep their height to well under the noise of a pixel. */
  @Test
  public void edgesAndLinesStay() {
    Engine e = engine(noisy(DEVIATION, 5));
    double bar = 2 * Math.sqrt(0.8) * DEVIATION;
    for (double share : new double[] {50, 100}) {
      RgbBlock b = read(e, share, share, new Rect(0, 100, W, 300));
      assertThat(mean(b, 301, 302)).isCloseTo(0.8, within((share < 60 ? 0.6 : 1.5) * bar));
      double step = mean(b, 482, 483) - mean(b, 476, 477);
      assertThat(step).isCloseTo(0.6 - clean(476), within(bar));
    }
  }

  private static double mean(RgbBlock b, int from, int to) {
    double sum = 0;
    int n = 0;
    for (int y = 0; y < b.rect().h(); y++) {
      for (int x = from; x <= to; x++) {
        sum += b.g()[b.index(x, b.rect().y() + y)];
        n++;
      }
    }
    return sum / n;
  }

  /** Half as large it is nearer to the cleaned picture made half as large than it was. */
  @Test
  public void aLevelIsTheCleanedPictureReduced() {
    Engine e = engine(noisy(DEVIATION, 7));
    Rect r = new Rect(40, 40, 240, 200);
    RgbBlock fine = read(e, 100, 100, r);
    Rect half = r.toLevel(1);
    Plane want = fine.plane(1).halved();
    Plane is = level(e, 100, half);
    Plane was = level(e, 0, half);
    assertThat(apart(is, want)).isLessThan(0.5 * apart(was, want));
  }

  private static Plane level(Engine e, double share, Rect half) {
    Pass p = Pass.start(1, new Noise(), Area.WHOLE);
    Pass set = p.with("noiseLight", share).with("noiseColour", share);
    return e.view(RunSheet.EMPTY.withPasses(List.of(set)), () -> false).read(1, half).plane(1);
  }

  private static double apart(Plane a, Plane b) {
    double sum = 0;
    for (int i = 0; i < a.data().length; i++) {
      sum += Math.pow(a.data()[i] - b.data()[i], 2);
    }
    return Math.sqrt(sum / a.data().length);
  }

  @Test
  public void aPictureWithoutNoiseIsLeftAlone() {
    Engine e = engine(noisy(0, 6));
    Rect r = new Rect(0, 0, W, 60);
    RgbBlock was = e.original().read(0, r);
    RgbBlock is = read(e, 100, 100, r);
    for (int i = 0; i < is.size(); i++) {
      assertThat(is.g()[i]).isCloseTo(was.g()[i], within(2e-4f));
    }
  }

  /** Scales and the last smoothing add up, and a smoothing keeps a ramp but for the border. */
  @Test
  public void starletSmoothingKeepsRamps() {
    Plane p = new Plane(new Rect(3, 5, 40, 30));
    for (int i = 0; i < p.data().length; i++) {
      p.data()[i] = 0.02f * (i % 40) + 0.01f * (i / 40);
    }
    for (int step : new int[] {1, 2, 4}) {
      Plane s = Starlet.smoothed(p, step);
      int m = Starlet.reach(step);
      assertThat(s.at(3 + m, 5 + m)).isCloseTo(p.at(3 + m, 5 + m), within(1e-5f));
      assertThat(s.at(20, 20)).isCloseTo(p.at(20, 20), within(1e-5f));
    }
  }
}
