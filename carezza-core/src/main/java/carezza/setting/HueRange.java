package carezza.setting;

/**
 * Colours about a hue, and what becomes of them.
 *
 * @param hue middle, degrees of Oklab, 0 to 360
 * @param width degrees over which it acts fully, 0 to 180
 * @param soft degrees over which it fades on either side, 2 to 120; hues keep their order where it
 *     is over 1.6 times the turn
 * @param turn degrees that hues are turned, positive against the clock, -60 to 60
 * @param richer percent that chroma is strengthened, -100 to 100
 * @param lighter stops, -2 to 2
 */
public record HueRange(
    double hue, double width, double soft, double turn, double richer, double lighter) {
  public static final double MOST_WIDTH = 180;
  public static final double LEAST_SOFT = 2;
  public static final double MOST_SOFT = 120;
  public static final double MOST_TURN = 60;
  public static final double MOST_RICHER = 100;
  public static final double MOST_LIGHTER = 2;

  private static final double START_WIDTH = 30;
  private static final double START_SOFT = 20;

  /** A new range about a hue of any number of turns; it changes nothing yet. */
  public static HueRange about(double hue) {
    return new HueRange(0, START_WIDTH, START_SOFT, 0, 0, 0).withHue(hue);
  }

  public boolean isNeutral() {
    return turn == 0 && richer == 0 && lighter == 0;
  }

  public HueRange withHue(double to) {
    return new HueRange(((to % 360) + 360) % 360, width, soft, turn, richer, lighter);
  }

  public HueRange withWidth(double to) {
    return new HueRange(hue, to, soft, turn, richer, lighter);
  }

  public HueRange withSoft(double to) {
    return new HueRange(hue, width, to, turn, richer, lighter);
  }

  public HueRange withTurn(double to) {
    return new HueRange(hue, width, soft, to, richer, lighter);
  }

  public HueRange withRicher(double to) {
    return new HueRange(hue, width, soft, turn, to, lighter);
  }

  public HueRange withLighter(double to) {
    return new HueRange(hue, width, soft, turn, richer, to);
  }
}
