package carezza.reading;

/**
 * One measured value with its band.
 *
 * @param name which reading, as in the bands file: textureKept, reliefKept, ...
 * @param before value without the retouching, or NaN where the reading is itself a comparison
 * @param now value with it, or NaN when it cannot be had
 * @param low lower end of the band for this picture
 * @param high upper end of the band
 * @param place where the value shown was found, or empty for the whole
 * @param reason why it cannot be had: a key of the word bundle, empty when it can
 */
public record Reading(
    String name, double before, double now, double low, double high, String place, String reason) {

  /** A reading that is shown but has no band. */
  public static Reading reported(String name, double before, double now, String place) {
    return new Reading(
        name, before, now, Double.NEGATIVE_INFINITY, Double.POSITIVE_INFINITY, place, "");
  }

  /** Whether there is a band to be in. */
  public boolean isJudged() {
    return isAvailable() && !(Double.isInfinite(low) && Double.isInfinite(high));
  }

  public static Reading missing(String name, String reason) {
    return new Reading(name, Double.NaN, Double.NaN, Double.NaN, Double.NaN, "", reason);
  }

  public boolean isAvailable() {
    return reason.isEmpty();
  }

  public boolean isInBand() {
    return !isAvailable() || (now >= low && now <= high);
  }

  public boolean isBelow() {
    return isAvailable() && now < low;
  }
}
