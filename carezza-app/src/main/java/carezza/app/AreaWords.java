package carezza.app;

import carezza.area.Area;
import carezza.area.Extent;
import carezza.area.Term;
import carezza.region.RegionName;
import java.util.Locale;

/** Areas in words. */
final class AreaWords {
  private AreaWords() {}

  /** An area in words. */
  static String describe(Area a) {
    String base =
        switch (a.base()) {
          case WHOLE -> Words.of("area.whole");
          case NONE -> a.strokes().isEmpty() && a.terms().isEmpty() ? Words.of("area.none") : "";
          case REGION, FOUND -> name(a.region());
        };
    String strokes = a.strokes().isEmpty() ? "" : Words.of("area.strokes", a.strokes().size());
    String both = base.isEmpty() || strokes.isEmpty() ? base + strokes : base + ", " + strokes;
    StringBuilder all = new StringBuilder(both);
    for (Term t : a.terms()) {
      all.append(all.isEmpty() ? "" : ", ").append(joined(t));
    }
    return a.inverted() ? Words.of("area.inverted", all) : all.toString();
  }

  static String joined(Term t) {
    return Words.of("joined." + BenchModel.key(t.how()), name(t.what()));
  }

  private static String name(Extent e) {
    return e instanceof Extent.Region r
        ? name(r.name())
        : Words.of("extent." + e.getClass().getSimpleName().toLowerCase(Locale.ROOT));
  }

  private static String name(String region) {
    return RegionName.of(region).isPresent() ? Words.of("region." + region) : region;
  }
}
