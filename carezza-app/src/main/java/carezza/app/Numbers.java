package carezza.app;

import carezza.setting.Unit;
import java.util.Locale;

/** How numbers with units are written. */
public final class Numbers {
  private Numbers() {}

  public static String of(Unit unit, double v) {
    return switch (unit) {
      case PERCENT -> percent(v);
      case MM -> mm(v);
      case STOP -> signed("%.2f stop", v);
      case MIRED -> signed("%+.0f mired", v);
      case DUV -> signed("%+.3f Duv", v);
      case LSTAR -> String.format(Locale.ENGLISH, "%.1f L*", v);
      case DEGREE -> signed("%+.1f\u00b0", v);
      case NONE -> String.format(Locale.ENGLISH, "%.2f", v);
    };
  }

  /** A number of a unit that is said beside it. */
  public static String bare(Unit unit, double v) {
    String all = of(unit, v);
    int space = all.indexOf(' ');
    return space < 0 ? all : all.substring(0, space);
  }

  /** A unit as it is said, empty where there is none. */
  public static String unit(Unit unit) {
    return unit == Unit.NONE ? "" : Words.of("unit." + BenchModel.key(unit));
  }

  public static String percent(double v) {
    return String.format(Locale.ENGLISH, "%.0f %%", v);
  }

  public static String mm(double v) {
    return String.format(Locale.ENGLISH, v < 10 ? "%.1f mm" : "%.0f mm", v);
  }

  public static String wholeMm(double v) {
    return String.format(Locale.ENGLISH, "%.0f mm", v);
  }

  public static String plain(double v, int places) {
    return String.format(Locale.ENGLISH, "%." + places + "f", v);
  }

  public static String signed(String format, double v) {
    String s = String.format(Locale.ENGLISH, format, v + 0.0);
    boolean zero = s.chars().noneMatch(c -> c >= '1' && c <= '9');
    return zero ? s.replace("+", "").replace("-", "") : s.replace('-', '\u2212');
  }
}
