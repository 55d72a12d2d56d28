package carezza.color;

/** Light that is at the white of a picture: nothing is drawn there any more. */
public final class Blown {
  /**
   * Linear light, 0 to 1, from which on a channel counts as blown. One code below white in 8 bits
   * of sRGB is 0.991; what is resampled or goes through a curve stays a little under 1.
   */
  public static final float LIGHT = 0.995f;

  private Blown() {}

  /** Whether all three channels of linear light are blown. */
  public static boolean isWhite(float r, float g, float b) {
    return r >= LIGHT && g >= LIGHT && b >= LIGHT;
  }
}
