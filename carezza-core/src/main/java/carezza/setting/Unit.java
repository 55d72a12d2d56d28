package carezza.setting;

/** Units of numbers; each has its own way of being written. */
public enum Unit {
  PERCENT,
  MM,
  STOP,
  MIRED,
  DUV,
  LSTAR,
  DEGREE,
  /** A number without a unit. */
  NONE
}
