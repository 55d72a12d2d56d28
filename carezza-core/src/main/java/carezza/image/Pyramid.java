package carezza.image;

/** Levels of the picture: 0 is full size, each further one half as large in both directions. */
public final class Pyramid {
  /** Coarser levels are never asked for. */
  public static final int COARSEST = 12;

  private Pyramid() {}

  /**
   * The coarsest level on which a length still has so many pixels; 0 if it has fewer at full size.
   *
   * @param sizePx the length at full size, pixels
   * @param least pixels of the level
   */
  public static int levelFor(double sizePx, double least) {
    return levelFor(sizePx, least, COARSEST);
  }

  /** The finest level on which neither side of a picture is longer than so many pixels. */
  public static int levelWithin(Rect picture, int longSide) {
    int level = 0;
    while (Math.max(picture.w(), picture.h()) >> level > longSide) {
      level++;
    }
    return level;
  }

  /** As {@link #levelFor(double, double)}, no coarser than {@code most}. */
  public static int levelFor(double sizePx, double least, int most) {
    int level = 0;
    while (level < most && sizePx / (2 << level) >= least) {
      level++;
    }
    return level;
  }
}
