package carezza.pass;

/**
 * How often the values along a curve's x occur, in bins of equal width over its whole range; the
 * fullest bin of each is 1.
 *
 * @param all of the picture below
 * @param skin of its skin; all 0 where none is known
 */
public record Histogram(double[] all, double[] skin) {
  /** From counts. */
  public static Histogram of(double[] all, double[] skin) {
    return new Histogram(scaled(all), scaled(skin));
  }

  private static double[] scaled(double[] counts) {
    double most = 0;
    for (double c : counts) {
      most = Math.max(most, c);
    }
    double[] out = new double[counts.length];
    for (int i = 0; i < out.length; i++) {
      out[i] = most == 0 ? 0 : counts[i] / most;
    }
    return out;
  }
}
