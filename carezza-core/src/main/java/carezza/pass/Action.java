package carezza.pass;

import carezza.setting.Place;

/** Something that can be done with a pass beside setting it. What it finds becomes a setting. */
public sealed interface Action {
  /** Name in the word bundle. */
  String key();

  /**
   * A place is pointed at on the picture.
   *
   * @param key name in the word bundle
   * @param sizeMm diameter of the place
   * @param found gives the pass with what was found there
   */
  record PointAt(String key, double sizeMm, Pointed found) implements Action {}

  /**
   * Done with one of its marks, chosen on the picture.
   *
   * @param key name in the word bundle
   * @param done gives the pass after it
   */
  record WithMark(String key, Marked done) implements Action {}

  /** Finds something at a place; may read pixels. */
  @FunctionalInterface
  interface Pointed {
    /**
     * @throws IllegalArgumentException when the place cannot be used
     */
    Pass at(EvaluationContext context, Place place);
  }

  /** Does something with a mark; may read pixels. */
  @FunctionalInterface
  interface Marked {
    /**
     * @param times how often it was done with this mark before
     */
    Pass with(EvaluationContext context, long mark, int times);
  }
}
