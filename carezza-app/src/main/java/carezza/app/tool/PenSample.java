package carezza.app.tool;

/**
 * Where a pen is and how it is held.
 *
 * @param x source pixels
 * @param y source pixels
 * @param viewX units of the picture's view
 * @param viewY units of the picture's view
 * @param pressure 0 to 1; 1 for a pen that does not tell
 * @param tiltDegrees from upright, 0 to 90
 * @param timeMs on the pen's own clock
 * @param barrel whether the button on its side is held
 * @param eraser whether it is turned over
 */
public record PenSample(
    double x,
    double y,
    double viewX,
    double viewY,
    double pressure,
    double tiltDegrees,
    long timeMs,
    boolean barrel,
    boolean eraser) {
  /** A mouse: full pressure, upright. */
  public static PenSample ofMouse(double x, double y, double viewX, double viewY, long timeMs) {
    return new PenSample(x, y, viewX, viewY, 1, 0, timeMs, false, false);
  }
}
