package carezza.pass;

/**
 * How much a kind finds to do in a picture: a reading before the retouching and now, taken by the
 * kind itself as it would begin.
 *
 * @param reading key of the reading
 * @param left how much there is
 * @param cannot key of the reason why it cannot be told
 */
public record Amount(String reading, Left left, String cannot) {

  /** Measures in the picture below a pass of the kind. */
  @FunctionalInterface
  public interface Left {
    /**
     * What of {@code before} is left.
     *
     * @param before the picture without the retouching
     * @param now with it; the same where all is left
     * @return NaN where it cannot be told
     */
    double of(EvaluationContext before, EvaluationContext now);
  }
}
