package carezza.app;

import carezza.pass.Finding;
import carezza.pass.Pass;
import carezza.pass.PassGroup;
import carezza.pass.PassKind;
import carezza.pass.Summary;
import carezza.pass.UnknownKind;
import carezza.reading.Format;
import carezza.setting.ItemsField;
import java.util.List;
import java.util.Optional;

/** Kinds and passes in words. */
public final class KindWords {
  private KindWords() {}

  public static String name(PassKind k) {
    return k instanceof UnknownKind ? Words.of("kind.newer", k.key()) : Words.of("kind." + k.key());
  }

  /** The name of a pass, or that of its kind. */
  public static String name(Pass p) {
    return p.name().isEmpty() ? name(p.kind()) : p.name();
  }

  /** The name of a kind's pass in a group. */
  static String name(PassGroup g, PassKind k) {
    return Words.of("group." + g.key() + ".name", name(k));
  }

  /** Where a pass acts: its area, or what it has on the picture. */
  public static String where(Pass p) {
    if (p.kind() instanceof UnknownKind) {
      return Words.of("kind.newerKept");
    }
    return p.kind().usesArea() ? AreaWords.describe(p.area()) : items(p);
  }

  /** What a pass has, in a few words: things on the picture, strokes, or where it begins. */
  public static String has(Pass p) {
    if (p.kind() instanceof UnknownKind) {
      return "";
    }
    return p.kind().usesArea() ? AreaWords.brief(p.area()) : items(p);
  }

  private static String items(Pass p) {
    Optional<ItemsField<?>> list =
        p.kind().fields().stream()
            .filter(ItemsField.class::isInstance)
            .<ItemsField<?>>map(f -> (ItemsField<?>) f)
            .findFirst();
    return list.map(f -> Words.of("items." + f.key(), count(p, f))).orElse("");
  }

  private static int count(Pass p, ItemsField<?> f) {
    List<?> all = p.get(f);
    return all.size();
  }

  /** What recommends a kind, as a sentence. */
  public static String sentence(Finding f) {
    String figure =
        ReadingWords.format(f.reading()) == Format.SHARE
            ? Numbers.plain(f.figure(), 1)
            : ReadingWords.of(f.reading(), f.figure()).replace("+", "");
    String place = f.reading().place();
    return Words.of(f.word(), figure, place.isEmpty() ? "" : Words.of("place." + place));
  }

  /** What a pass did, in a few words. */
  public static String of(Summary s) {
    return Words.of(s.word(), s.numbers().toArray())
        .replace('-', '\u2212')
        .replaceAll("[+\u2212](?=0(\\.0+)?(?![\\d.]))", "");
  }
}
