package carezza.setting;

import carezza.image.Hash;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ObjectNode;

/**
 * A number.
 *
 * @param key name in the document and the word bundle
 * @param unit what it is measured in
 * @param min lowest legal value
 * @param max highest legal value
 * @param initial value of a new pass
 * @param step smallest step of its editor
 * @param usefulLow from here most good work lies
 * @param usefulHigh to here; no higher than {@code usefulLow} where nothing is known of it
 * @param isLater whether it came when there were documents without it: it is written only where it
 *     is not at its start, so that those are written as before and their journals still rest on
 *     them
 */
public record NumberField(
    String key,
    Unit unit,
    double min,
    double max,
    double initial,
    double step,
    double usefulLow,
    double usefulHigh,
    boolean isLater)
    implements Field<Double> {
  public NumberField {
    if (!(min < max && initial >= min && initial <= max && step > 0)) {
      throw new IllegalArgumentException(
          key + ": start " + initial + " not in " + min + ".." + max);
    }
    if (usefulLow < usefulHigh && !(usefulLow >= min && usefulHigh <= max)) {
      throw new IllegalArgumentException(
          key + ": useful " + usefulLow + ".." + usefulHigh + " not in " + min + ".." + max);
    }
  }

  /** A number of which no part is known to be the useful one. */
  public NumberField(String key, Unit unit, double min, double max, double initial, double step) {
    this(key, unit, min, max, initial, step, 0, 0, false);
  }

  /** The same, with the part of the range in which most good work lies. */
  public NumberField useful(double low, double high) {
    return new NumberField(key, unit, min, max, initial, step, low, high, isLater);
  }

  /** The same, come later than the kind that has it. */
  public NumberField later() {
    return new NumberField(key, unit, min, max, initial, step, usefulLow, usefulHigh, true);
  }

  @Override
  public Double start() {
    return initial;
  }

  @Override
  public Double check(Double value) {
    if (!(value >= min && value <= max)) {
      throw new IllegalArgumentException(
          key + " = " + value + ", must be in [" + min + ", " + max + "]");
    }
    return value;
  }

  @Override
  public void addTo(Hash h, Double value) {
    h.add(value.doubleValue());
  }

  @Override
  public JsonNode write(Double value) {
    return Json.F.numberNode(value.doubleValue());
  }

  @Override
  public Double read(JsonNode n) {
    return Json.number(n, key);
  }

  @Override
  public ObjectNode schema() {
    return Json.range(min, max);
  }
}
