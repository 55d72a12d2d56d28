package carezza.pass;

/**
 * A number a pass kind can be set by, declared once and read by panel, document and tests.
 *
 * @param key name in the document and the word bundle
 * @param unit what it is measured in
 * @param min lowest legal value
 * @param max highest legal value
 * @param start value of a new pass
 * @param step smallest step on the panel
 */
public record Parameter(String key, Unit unit, double min, double max, double start, double step) {
  /** Units of parameters; each has its own way of being written. */
  public enum Unit {
    PERCENT,
    MM,
    STOP,
    MIRED,
    DUV,
    LSTAR
  }

  public Parameter {
    if (!(min < max && start >= min && start <= max && step > 0)) {
      throw new IllegalArgumentException(key + ": start " + start + " not in " + min + ".." + max);
    }
  }

  /** The value itself, or an exception that says name, value and rule. */
  public double check(double value) {
    if (!(value >= min && value <= max)) {
      throw new IllegalArgumentException(
          key + " = " + value + ", must be in [" + min + ", " + max + "]");
    }
    return value;
  }
}
