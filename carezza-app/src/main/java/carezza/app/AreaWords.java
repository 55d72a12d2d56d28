package carezza.app;

import carezza.area.Area;
import carezza.area.Extent;
import carezza.area.Term;
import carezza.region.RegionName;
import carezza.region.SitterRegion;
import java.util.Locale;
import java.util.OptionalInt;

/** Areas in words. */
public final class AreaWords {
  private AreaWords() {}

  /** An area in words. */
  public static String describe(Area a) {
    boolean bare = a.strokes().isEmpty() && a.terms().isEmpty();
    String base = a.base() == Area.Base.NONE && !bare ? "" : base(a);
    String strokes = a.strokes().isEmpty() ? "" : Words.of("area.strokes", a.strokes().size());
    String both = base.isEmpty() || strokes.isEmpty() ? base + strokes : base + ", " + strokes;
    StringBuilder all = new StringBuilder(both);
    for (Term t : a.terms()) {
      boolean first = all.isEmpty() && t.adds();
      all.append(all.isEmpty() ? "" : ", ").append(first ? name(t.what()) : joined(t));
    }
    return a.inverted() ? Words.of("area.inverted", all) : all.toString();
  }

  /** What an area begins with, in words. */
  public static String base(Area a) {
    return switch (a.base()) {
      case WHOLE -> Words.of("area.whole");
      case NONE -> Words.of("area.none");
      case REGION, FOUND -> region(a.region());
    };
  }

  /** In a few words at most: what it begins with, or how much was painted. */
  public static String brief(Area a) {
    boolean painted = !a.strokes().isEmpty();
    String base = a.base() == Area.Base.NONE ? "" : base(a);
    if (!base.isEmpty()) {
      return base;
    }
    if (painted) {
      return Words.of("area.strokes", a.strokes().size());
    }
    return a.terms().stream()
        .filter(Term::adds)
        .findFirst()
        .map(t -> name(t.what()))
        .orElse(describe(a.bare()));
  }

  public static String joined(Term t) {
    return Words.of("joined." + BenchModel.key(t.how()), name(t.what()));
  }

  /** What is joined, in words. */
  public static String name(Extent e) {
    return e instanceof Extent.Region r
        ? region(r.name())
        : Words.of("extent." + e.getClass().getSimpleName().toLowerCase(Locale.ROOT));
  }

  /** A region, or an area with a name. */
  public static String region(String region) {
    OptionalInt sitter = SitterRegion.number(region);
    if (sitter.isPresent()) {
      return Words.of("area.sitter", sitter.getAsInt());
    }
    return RegionName.of(region).isPresent() ? Words.of("region." + region) : region;
  }
}
