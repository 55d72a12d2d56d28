package carezza.setting;

/**
 * A colour as it is set by hand: CIELAB D65.
 *
 * @param l L* of 0 to 100
 * @param a a* of -150 to 150
 * @param b b* of -150 to 150
 */
public record Colour(double l, double a, double b) {
  public static final double MOST_LIGHTNESS = 100;
  public static final double MOST_CHROMA_AXIS = 150;
}
