package carezza.app;

import carezza.reading.Reading;
import java.util.Locale;
import java.util.Set;

/** Readings in words and numbers. */
final class ReadingWords {
  /** Readings that may go either way from 0. */
  private static final Set<String> SIGNED =
      Set.of("lightness", "teethLift", "eyeWhitesLift", "castMired", "castDuv");

  private ReadingWords() {}

  static String name(Reading r) {
    return Words.of("reading." + r.name());
  }

  static String value(Reading r) {
    return of(r, r.now());
  }

  /** The value without the retouching, empty where the reading is itself a comparison. */
  static String before(Reading r) {
    boolean share = Double.isNaN(r.before()) || r.name().endsWith("Yellow");
    return share ? "" : of(r, r.before());
  }

  /** The band, empty where there is none. */
  static String band(Reading r) {
    if (!r.isJudged()) {
      return "";
    }
    boolean below = r.low() > 0 || SIGNED.contains(r.name());
    return below
        ? Words.of("readings.band", bare(of(r, r.low())), of(r, r.high()))
        : Words.of("readings.most", of(r, r.high()));
  }

  /** A value without its unit, which is said once. */
  private static String bare(String value) {
    int unit = value.indexOf(' ');
    return unit < 0 ? value : value.substring(0, unit);
  }

  /** Where the value was found, or why there is none. */
  static String remark(Reading r) {
    if (!r.isAvailable()) {
      return Words.of("cannot." + r.reason());
    }
    return r.place().isEmpty() ? "" : Words.of("place." + r.place());
  }

  /** Readings that no pass causes have none. */
  static boolean hasSentence(Reading r) {
    return Words.bundle().containsKey(sentenceKey(r));
  }

  private static String sentenceKey(Reading r) {
    return "caution." + r.name() + (r.isBelow() ? ".low" : ".high");
  }

  /** What left its band, why it matters and what to do. */
  static String sentence(Reading r) {
    String place = r.place().isEmpty() ? "" : Words.of("place." + r.place());
    return Words.of(sentenceKey(r), value(r), place)
        .replaceAll(" +", " ")
        .replaceAll(" (?=[:,.])", "")
        .trim();
  }

  private static String of(Reading r, double v) {
    return switch (r.name()) {
      case "blotch", "eyeBalance", "halo" -> String.format(Locale.ENGLISH, "%.1f L*", v);
      case "spread", "siteMatch", "skinHue" -> String.format(Locale.ENGLISH, "%.1f", v);
      case "skinTint" -> Numbers.signed("%+.1f", v);
      case "lightness", "teethLift", "eyeWhitesLift", "skinExposure" ->
          Numbers.signed("%+.2f stop", v);
      case "blown" -> Numbers.mm(v);
      case "gamut" -> String.format(Locale.ENGLISH, "%.1f cm\u00b2", v);
      case "skinType" -> Numbers.signed("%.0f\u00b0", v);
      case "teethWhiteness" -> Numbers.signed("%.0f", v);
      case "castMired" -> Numbers.signed("%+.0f mired", v);
      case "castDuv" -> Numbers.signed("%+.3f", v);
      case "focus", "pull" -> String.format(Locale.ENGLISH, "\u00d7 %.2f", v);
      default -> Numbers.percent(v);
    };
  }
}
