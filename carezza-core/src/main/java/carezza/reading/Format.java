package carezza.reading;

/** What a reading's value is measured in, which says how it is written. */
public enum Format {
  /** Per cent of before. */
  PERCENT,
  /** Per cent of a value that is itself shown as before. */
  SHARE,
  LSTAR,
  /** A difference of colours. */
  DELTA_E,
  /** A difference of colours that may go either way. */
  SIGNED_DELTA_E,
  STOP,
  /** Stops of something that there is or is not. */
  STOPS_DEEP,
  MM,
  CM2,
  DEGREES,
  /** A whole number that may be below 0. */
  WHOLE,
  MIRED,
  DUV,
  /** A multiple of something else. */
  TIMES;

  /** Whether a value may go either way from 0, so that both ends of its band are told. */
  public boolean isSigned() {
    return this == STOP || this == MIRED || this == DUV || this == SIGNED_DELTA_E;
  }
}
