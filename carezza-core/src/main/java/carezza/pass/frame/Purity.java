package carezza.pass.frame;

import carezza.area.Area;
import carezza.color.CieLab;
import carezza.color.DeltaE2000;
import carezza.field.BorderStrip;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.pass.EvaluationContext;
import java.util.Arrays;

/**
 * How plain the backdrop is along a border. The strip from which it would be continued is cut into
 * stretches along it and two rows across it; the mean colour of each is compared with the mean of
 * five neighbours of its row, so that a slow change of light counts little and a fold, a limb or a
 * lamp much.
 *
 * @param unevenness CIEDE2000 that 95 of 100 stretches stand off at most
 * @param backdrop percent of the strip that is backdrop, 100 where none is known
 */
public record Purity(double unevenness, double backdrop) {
  /** Up to this it is plain. */
  private static final double PLAIN = 2;

  /** From this on nothing but backdrop meets the border. */
  private static final double ALL = 99;

  private static final int STRETCHES = 48;
  private static final int ROWS = 2;

  /** Neighbours to either side. */
  private static final int ROUND = 2;

  public boolean isPlain() {
    return unevenness <= PLAIN && backdrop >= ALL;
  }

  /** Measures a border of the picture below. */
  public static Purity along(EvaluationContext context, BorderStrip.Side side) {
    BorderStrip strip = new BorderStrip(side, context.frame().bounds());
    int level = strip.level();
    Rect r = strip.rect().toLevel(level).intersect(context.below().bounds(level));
    RgbBlock light = context.below().read(level, r);
    Plane[] laid = new Plane[3];
    for (int c = 0; c < laid.length; c++) {
      laid[c] = strip.laid(light.plane(c));
    }
    int n = Math.min(STRETCHES, laid[0].w());
    double[] off = new double[ROWS * n];
    for (int row = 0; row < ROWS; row++) {
      double[][] colours = new double[n][];
      for (int i = 0; i < n; i++) {
        colours[i] = colour(laid, i, n, row);
      }
      for (int i = 0; i < n; i++) {
        off[row * n + i] = DeltaE2000.between(colours[i], round(colours, i));
      }
    }
    Arrays.sort(off);
    return new Purity(off[(int) (0.95 * (off.length - 1))], backdrop(context, level, r));
  }

  private static double[] colour(Plane[] strip, int i, int n, int row) {
    Plane p = strip[0];
    int from = p.w() * i / n;
    int to = Math.max(from + 1, p.w() * (i + 1) / n);
    int top = row * p.h() / ROWS;
    int bottom = Math.max(top + 1, (row + 1) * p.h() / ROWS);
    float[] mean = new float[strip.length];
    for (int c = 0; c < mean.length; c++) {
      double sum = 0;
      for (int y = top; y < bottom; y++) {
        for (int x = from; x < to; x++) {
          sum += strip[c].at(x, y);
        }
      }
      mean[c] = (float) (sum / ((bottom - top) * (to - from)));
    }
    return CieLab.of(mean[0], mean[1], mean[2]);
  }

  private static double[] round(double[][] colours, int i) {
    int from = Math.max(0, i - ROUND);
    int to = Math.min(colours.length - 1, i + ROUND);
    double[] out = new double[3];
    for (int k = from; k <= to; k++) {
      for (int c = 0; c < out.length; c++) {
        out[c] += colours[k][c] / (to - from + 1);
      }
    }
    return out;
  }

  private static double backdrop(EvaluationContext context, int level, Rect r) {
    Area area = Area.ofRegion("backdrop");
    if (context.areaBounds(area).isEmpty()) {
      return 100;
    }
    double sum = 0;
    float[] mask = context.mask(area, level, r).data();
    for (float v : mask) {
      sum += v;
    }
    return 100 * sum / mask.length;
  }
}
