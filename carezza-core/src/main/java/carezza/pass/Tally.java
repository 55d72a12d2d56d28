package carezza.pass;

/**
 * How many of something a pass has, for the record of what was done.
 *
 * @param what key of what is counted, as {@code healed}
 * @param count 1 or more
 */
public record Tally(String what, int count) {
  /**
   * @throws IllegalArgumentException when there is none
   */
  public Tally {
    if (count < 1) {
      throw new IllegalArgumentException("count = " + count + ", must be 1 or more");
    }
  }
}
