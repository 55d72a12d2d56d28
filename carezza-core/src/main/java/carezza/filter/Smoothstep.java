package carezza.filter;

/** The cubic step 1 - t^2 (3 - 2 t) from 1 down to 0, with no slope at either end. */
public final class Smoothstep {
  private Smoothstep() {}

  /** 1 up to 0, falling to 0 at {@code soft}. */
  public static float falling(double beyond, double soft) {
    if (beyond <= 0) {
      return 1;
    }
    if (beyond >= soft) {
      return 0;
    }
    double t = beyond / soft;
    return (float) (1 - t * t * (3 - 2 * t));
  }

  /**
   * @param t 0 to 1
   */
  public static float falling(float t) {
    return 1 - t * t * (3 - 2 * t);
  }

  /** 3 t^2 - 2 t^3, t held to 0 to 1. */
  public static double rising(double t) {
    double c = Math.max(0, Math.min(1, t));
    return c * c * (3 - 2 * c);
  }
}
