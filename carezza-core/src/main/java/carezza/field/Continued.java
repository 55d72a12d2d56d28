package carezza.field;

import carezza.color.Roots;
import carezza.field.BorderStrip.Side;
import carezza.image.PixelReader;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import java.util.function.Function;

/**
 * A picture that goes on beyond its borders, where a plain backdrop meets them: a strip along the
 * border, as deep as nothing else stands in it, is mirrored, again and again, which keeps its
 * grain, and in the cube roots of light the slope across the border goes on instead of turning
 * back, dying out over {@link #FADE} strips. Light and its slope are continuous across the border.
 * Corners are mirrored both ways and take both slopes. The picture's own pixels are its own bits.
 */
public final class Continued implements PixelReader {
  /** How far a slope reaches, in depths of the strip. */
  private static final double FADE = 2;

  private final PixelReader picture;
  private final Rect there;
  private final Rect source;

  /** Of each side, where the picture goes on. */
  private final BorderSlopes[][] slopes = new BorderSlopes[Side.values().length][];

  /**
   * @param there source pixels that there are to be
   * @param of gives the slopes of a strip
   */
  public Continued(PixelReader picture, Rect there, Function<BorderStrip, BorderSlopes[]> of) {
    this.picture = picture;
    this.there = there;
    source = picture.bounds(0);
    for (BorderStrip s : BorderStrip.beyond(source, there)) {
      slopes[s.side().ordinal()] = of.apply(s);
    }
  }

  @Override
  public Rect bounds(int level) {
    return there.toLevel(level);
  }

  @Override
  public RgbBlock read(int level, Rect rect) {
    Rect own = picture.bounds(level);
    if (own.contains(rect)) {
      return picture.read(level, rect);
    }
    Axis across = new Axis(rect.x(), rect.w(), level, source.w(), own.w(), Side.LEFT, Side.RIGHT);
    Axis down = new Axis(rect.y(), rect.h(), level, source.h(), own.h(), Side.TOP, Side.BOTTOM);
    RgbBlock in = picture.read(level, new Rect(across.low, down.low, across.span(), down.span()));
    RgbBlock out = new RgbBlock(level, rect);
    for (int y = 0; y < rect.h(); y++) {
      for (int x = 0; x < rect.w(); x++) {
        int i = y * rect.w() + x;
        int j = in.index(across.at[x], down.at[y]);
        double byX = across.reach[x];
        double byY = down.reach[y];
        for (int c = 0; c < 3; c++) {
          float light = in.channel(c)[j];
          if (byX != 0 || byY != 0) {
            double root = Roots.cbrt(light);
            root -= byX == 0 ? 0 : byX * slope(true, across.first[x], c, down.along[y]);
            root -= byY == 0 ? 0 : byY * slope(false, down.first[y], c, across.along[x]);
            light = (float) (root * root * root);
          }
          out.channel(c)[i] = light;
        }
      }
    }
    return out;
  }

  /** What is mirrored: as much of the strip as nothing but backdrop stands in. */
  private double depth(Side side) {
    double least = BorderStrip.depth(source);
    for (BorderSlopes s : slopes[side.ordinal()]) {
      least = Math.min(least, s.depth());
    }
    return least;
  }

  private double slope(boolean upright, boolean first, int channel, double along) {
    Side side = upright ? first ? Side.LEFT : Side.RIGHT : first ? Side.TOP : Side.BOTTOM;
    return slopes[side.ordinal()][channel].at(along);
  }

  /** Where the pixels of one axis come from. */
  private final class Axis {
    /** Pixel of the level that is mirrored. */
    final int[] at;

    /** Place along the other borders, source pixels. */
    final double[] along;

    /** Distance over which the slope is taken off; 0 inside. */
    final double[] reach;

    /** Whether it lies beyond the border at the lower end. */
    final boolean[] first;

    private int low = Integer.MAX_VALUE;
    private int high = Integer.MIN_VALUE;

    /**
     * @param length source pixels
     * @param most pixels of the level
     */
    Axis(int from, int n, int level, int length, int most, Side before, Side after) {
      at = new int[n];
      along = new double[n];
      reach = new double[n];
      first = new boolean[n];
      for (int i = 0; i < n; i++) {
        double s = Math.scalb(from + i + 0.5, level);
        first[i] = s < 0;
        double beyond = first[i] ? -s : s - length;
        along[i] = Math.max(0, Math.min(length, s));
        at[i] = Math.max(0, Math.min(most - 1, from + i));
        if (from + i < 0 || from + i >= most) {
          double depth = depth(first[i] ? before : after);
          double fold = beyond % (2 * depth);
          double inside = fold <= depth ? fold : 2 * depth - fold;
          along[i] = first[i] ? inside : length - inside;
          at[i] = Math.max(0, Math.min(most - 1, (int) Math.floor(Math.scalb(along[i], -level))));
          double fade = FADE * depth;
          reach[i] = fade * (1 - Math.exp(-beyond / fade)) + inside;
        }
        low = Math.min(low, at[i]);
        high = Math.max(high, at[i]);
      }
    }

    int span() {
      return high - low + 1;
    }
  }
}
