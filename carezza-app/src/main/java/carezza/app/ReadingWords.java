package carezza.app;

import carezza.reading.Format;
import carezza.reading.Reading;
import carezza.reading.ReadingKind;
import carezza.reading.Readings;
import java.util.Locale;

/** Readings in words and numbers. */
public final class ReadingWords {
  private ReadingWords() {}

  public static String name(Reading r) {
    String key = "reading." + r.name();
    boolean sided =
        hasSides(r) && r.isAvailable() && value(r).chars().anyMatch(c -> c >= '1' && c <= '9');
    return Words.of(!sided ? key : r.now() < 0 ? key + ".below" : key + ".above");
  }

  /** The value; without its sign where the name says it. */
  public static String value(Reading r) {
    return hasSides(r) ? of(r, Math.abs(r.now())).replace("+", "") : of(r, r.now());
  }

  /** Whether values above and below 0 have names of their own. */
  private static boolean hasSides(Reading r) {
    return Words.has("reading." + r.name() + ".below");
  }

  /** The value without the retouching, empty where the reading is itself a comparison. */
  public static String before(Reading r) {
    boolean share = Double.isNaN(r.before()) || format(r) == Format.SHARE;
    return share ? "" : of(r, r.before());
  }

  /** The band, empty where there is none. */
  public static String band(Reading r) {
    if (!r.isJudged()) {
      return "";
    }
    boolean below = r.low() > 0 || format(r).isSigned();
    return below
        ? Words.of("readings.range", bare(of(r, r.low())), of(r, r.high()))
        : Words.of("readings.most", of(r, r.high()));
  }

  /** A value without its unit, which is said once. */
  private static String bare(String value) {
    int unit = value.indexOf(' ');
    return unit < 0 ? value : value.substring(0, unit);
  }

  /** Where the value was found, or why there is none. */
  public static String remark(Reading r) {
    if (!r.isAvailable()) {
      return Words.of("cannot." + r.reason());
    }
    return r.place().isEmpty() ? "" : Words.of("place." + r.place());
  }

  /** Readings that no pass causes have none. */
  public static boolean hasSentence(Reading r) {
    return Words.has(sentenceKey(r));
  }

  private static String sentenceKey(Reading r) {
    return "caution." + r.name() + (r.isBelow() ? ".low" : ".high");
  }

  /** What left its band, why it matters and what to do. */
  public static String sentence(Reading r) {
    String place = r.place().isEmpty() ? "" : Words.of("place." + r.place());
    return Words.of(sentenceKey(r), value(r), place)
        .replaceAll(" +", " ")
        .replaceAll(" (?=[:,.])", "")
        .trim();
  }

  /** What a reading is measured in. */
  public static Format format(Reading r) {
    return Readings.find(r.name()).map(ReadingKind::format).orElse(Format.PERCENT);
  }

  /** A value of a reading. */
  public static String of(Reading r, double v) {
    return switch (format(r)) {
      case PERCENT, SHARE -> Numbers.percent(v);
      case LSTAR -> String.format(Locale.ENGLISH, "%.1f L*", v);
      case DELTA_E -> String.format(Locale.ENGLISH, "%.1f dE", v);
      case SIGNED_DELTA_E -> Numbers.signed("%+.1f dE", v);
      case STOP -> Numbers.signed("%+.2f stop", v);
      case STOPS_DEEP -> String.format(Locale.ENGLISH, "%.2f stop", v);
      case MM -> Numbers.mm(v);
      case CM2 -> String.format(Locale.ENGLISH, "%.1f cm\u00b2", v);
      case DEGREES -> Numbers.signed("%.0f\u00b0", v);
      case WHOLE -> Numbers.signed("%.0f", v);
      case MIRED -> Numbers.signed("%+.0f mired", v);
      case DUV -> Numbers.signed("%+.3f Duv", v);
      case TIMES -> String.format(Locale.ENGLISH, "\u00d7 %.2f", v);
    };
  }
}
