package carezza.pass.relief;

import carezza.color.Blown;
import carezza.image.Hash;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.pass.ColourRatios;
import carezza.pass.EvaluationContext;
import carezza.pass.Frame;
import java.util.Comparator;
import java.util.stream.IntStream;

/**
 * The light of a pass's area and what lies round it, on a grid for structure of {@value #GRID_MM}
 * mm: what numbers about the whole of it are taken from.
 *
 * @param light E and ratios over the rectangle, in the light that analyses read
 * @param mask of the area
 * @param px pixels of these in a mm
 * @param level of these
 */
record CoarseLight(ColourRatios light, Plane mask, double px, int level) {
  private static final double GRID_MM = 3;

  /** Finds numbers. */
  interface Numbers {
    double[] of(CoarseLight light);
  }

  /** Source pixels of an area and so many mm round it; empty with it. */
  static Rect rect(Frame frame, Rect area, double roundMm) {
    if (area.isEmpty()) {
      return area;
    }
    int grow = (int) Math.ceil(roundMm * frame.pxPerMm());
    Rect r = area.grow(grow).intersect(frame.bounds());
    return r.anchored(1 << level(frame)).intersect(frame.bounds());
  }

  private static int level(Frame frame) {
    return frame.levelFor(GRID_MM, 1.3);
  }

  /** What a rectangle of the picture below and the area in it show. */
  static long key(EvaluationContext context, String name, Rect src) {
    return new Hash()
        .add(name)
        .add(context.frame().pxPerMm())
        .add(src)
        .add(context.unlit().belowFingerprint(src))
        .add(context.areaFingerprint(context.area(), src))
        .get();
  }

  /** Numbers of the area and what lies round it, found once. */
  static double[] numbers(EvaluationContext context, long key, Rect src, Numbers numbers) {
    return context.analysis(key, 64, () -> numbers.of(of(context, src)));
  }

  private static CoarseLight of(EvaluationContext context, Rect src) {
    EvaluationContext unlit = context.unlit();
    int level = level(context.frame());
    Rect rect = src.toLevel(level).intersect(unlit.below().bounds(level));
    return new CoarseLight(
        ColourRatios.of(unlit.below().read(level, rect)),
        context.mask(context.area(), level, rect),
        context.frame().pxPerMm() / (1 << level),
        level);
  }

  /** Whether all channels of a pixel are at the picture's white. */
  boolean isBlown(int i) {
    double off = -Math.log(Blown.LIGHT) / Math.log(2);
    return light.e().data()[i] >= -off
        && Math.abs(light.c1().data()[i]) <= off
        && Math.abs(light.c2().data()[i]) <= off;
  }

  /**
   * The value below which a share of the weight lies.
   *
   * @param weight 0 or more; some above 0
   * @param share 0 to 1
   */
  static double quantile(Plane v, float[] weight, double share) {
    int[] order =
        IntStream.range(0, weight.length)
            .filter(i -> weight[i] > 0)
            .boxed()
            .sorted(Comparator.comparingDouble(i -> v.data()[i]))
            .mapToInt(Integer::intValue)
            .toArray();
    double all = 0;
    for (int i : order) {
      all += weight[i];
    }
    double sum = 0;
    int k = 0;
    while (k < order.length - 1 && sum + weight[order[k]] < share * all) {
      sum += weight[order[k]];
      k++;
    }
    return v.data()[order[k]];
  }
}
