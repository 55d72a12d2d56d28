package carezza.neutral;

import carezza.image.Plane;
import carezza.image.RgbBlock;
import carezza.neutral.LightEvidence.Sheen;
import carezza.neutral.LightEvidence.Spot;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;

/**
 * Windows of skin whose brightness has a tail towards light: the mean of their brightest fortieth
 * less that of their darker half. Windows of several sizes overlap by three quarters, since where a
 * window's border falls decides what it shows; of a large one every few pixels are read.
 */
final class SheenWindows {
  private static final double[] SIZES_MM = {8, 9, 10};

  /** Of a side so many pixels are read, about. */
  private static final double READ = 30;

  private static final float SKIN = 0.9f;
  private static final double LEAST_FILL = 0.7;

  /** A window shines when its bright tail is so much longer than its dark one. */
  private static final double TAIL = 1.5;

  /** Its darker part has at least so much of the middle's light: no border of a shadow. */
  private static final double LIT = 0.7;

  private static final double LEAST_REACH = 0.25;

  /** Those that shine most tell the colour. */
  private static final int MOST = 96;

  private final RgbBlock block;
  private final Plane mask;

  private SheenWindows(RgbBlock block, Plane mask) {
    this.block = block;
    this.mask = mask;
  }

  /**
   * Those that shine most, the strongest first.
   *
   * @param pxPerMm of the block
   * @param dark ln G below which a window lies in shade
   * @param least pixels of skin that a window has at least
   */
  static List<Sheen> strongest(RgbBlock block, Plane mask, double pxPerMm, double dark, int least) {
    SheenWindows windows = new SheenWindows(block, mask);
    return Arrays.stream(SIZES_MM)
        .boxed()
        .flatMap(mm -> windows.of(Math.max(4, (int) Math.round(mm * pxPerMm)), least).stream())
        .filter(s -> s.body().light() > dark)
        .sorted(Comparator.comparingDouble(Sheen::reach).reversed())
        .limit(MOST)
        .toList();
  }

  private List<Sheen> of(int side, int least) {
    int step = Math.max(1, side / 4);
    int rows = Math.max(0, (block.rect().h() - side) / step + 1);
    int columns = Math.max(0, (block.rect().w() - side) / step + 1);
    return IntStream.range(0, rows * columns)
        .parallel()
        .mapToObj(i -> window(i % columns * step, i / columns * step, side, least))
        .flatMap(Optional::stream)
        .toList();
  }

  private Optional<Sheen> window(int x0, int y0, int side, int least) {
    int stride = Math.max(1, (int) Math.round(side / READ));
    int across = (side - 1) / stride + 1;
    int skin = skin(x0, y0, across, stride);
    if (skin < LEAST_FILL * across * across || skin * stride * stride < least) {
      return Optional.empty();
    }
    float[][] rgb = new float[across * across][];
    long[] order = new long[rgb.length];
    int n = 0;
    for (int k = 0; k < rgb.length; k++) {
      int at = (y0 + k / across * stride) * block.rect().w() + x0 + k % across * stride;
      if (mask.data()[at] > SKIN) {
        rgb[n] = new float[3];
        Chroma.linear(block, at, rgb[n]);
        if (Math.max(rgb[n][0], Math.max(rgb[n][1], rgb[n][2])) > Chroma.MOST) {
          return Optional.empty();
        }
        order[n] = (long) Float.floatToIntBits(Math.max(0, rgb[n][1])) << Integer.SIZE | n;
        n++;
      }
    }
    Arrays.sort(order, 0, n);
    int tail = Math.max(2, n / 40);
    return shining(
        mean(rgb, order, n / 10, n / 2),
        mean(rgb, order, 4 * n / 10, 6 * n / 10),
        mean(rgb, order, 0, tail),
        mean(rgb, order, n - tail, n));
  }

  /** How many of the pixels that are read are skin. */
  private int skin(int x0, int y0, int across, int stride) {
    int n = 0;
    for (int j = 0; j < across; j++) {
      int row = (y0 + j * stride) * block.rect().w() + x0;
      for (int i = 0; i < across; i++) {
        n += mask.data()[row + i * stride] > SKIN ? 1 : 0;
      }
    }
    return n;
  }

  private static Optional<Sheen> shining(double[] low, double[] mid, double[] dark, double[] high) {
    double[] d = {high[0] - low[0], high[1] - low[1], high[2] - low[2]};
    boolean shines =
        high[1] - mid[1] > TAIL * (mid[1] - dark[1])
            && low[1] > LIT * mid[1]
            && d[0] > 0
            && d[1] > 0
            && d[2] > 0
            && low[2] > 0;
    double reach = d[1] / low[1];
    return shines && reach > LEAST_REACH
        ? Optional.of(new Sheen(spot(low), spot(d), reach))
        : Optional.empty();
  }

  private static Spot spot(double[] rgb) {
    double g = Math.log(rgb[1]);
    return new Spot(Math.log(rgb[0]) - g, Math.log(Math.max(1e-4, rgb[2])) - g, g);
  }

  /** Mean colour from one place of an order to another. */
  private static double[] mean(float[][] rgb, long[] order, int from, int to) {
    double[] sum = new double[3];
    for (int k = from; k < to; k++) {
      for (int c = 0; c < 3; c++) {
        sum[c] += rgb[(int) order[k]][c] / (to - from);
      }
    }
    return sum;
  }
}
