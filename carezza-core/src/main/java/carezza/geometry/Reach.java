package carezza.geometry;

import java.util.function.DoublePredicate;

/** How far along a way something holds. */
public final class Reach {
  /** Steps of halving; leaves less than a ten-thousandth of a pixel of any picture. */
  private static final int HALVINGS = 40;

  private Reach() {}

  /**
   * The greatest share of a way up to which something holds; 0 where it never does.
   *
   * @param holds asked of shares of 0 to 1; once it fails it fails from there on
   */
  public static double along(DoublePredicate holds) {
    if (holds.test(1)) {
      return 1;
    }
    double low = 0;
    double high = 1;
    for (int i = 0; i < HALVINGS; i++) {
      double k = (low + high) / 2;
      if (holds.test(k)) {
        low = k;
      } else {
        high = k;
      }
    }
    return low;
  }
}
