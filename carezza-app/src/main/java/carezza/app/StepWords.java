package carezza.app;

import carezza.area.Area;
import carezza.area.Term;
import carezza.face.FaceMap;
import carezza.face.FoundFace;
import carezza.pass.Pass;
import carezza.setting.Field;
import carezza.setting.Item;
import carezza.setting.ItemsField;
import carezza.setting.NumberField;
import carezza.sheet.RunSheet;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;

/** What a step did, in words. */
public final class StepWords {
  private StepWords() {}

  /** From one sheet to the next; never empty. */
  public static String of(RunSheet was, RunSheet now) {
    return ofPasses(was, now).or(() -> ofSitter(was, now)).orElse(Words.of("step.other"));
  }

  private static Optional<String> ofPasses(RunSheet was, RunSheet now) {
    for (Pass p : now.passes()) {
      if (was.pass(p.id()).isEmpty()) {
        return Optional.of(Words.of("step.added", KindWords.name(p)));
      }
    }
    for (Pass p : was.passes()) {
      if (now.pass(p.id()).isEmpty()) {
        return Optional.of(Words.of("step.removed", KindWords.name(p)));
      }
    }
    for (Pass p : now.passes()) {
      Pass before = was.pass(p.id()).orElseThrow();
      if (!before.equals(p)) {
        return Optional.of(ofPass(before, p));
      }
    }
    for (Pass p : now.passes()) {
      if (was.indexOf(p.id()) != now.indexOf(p.id())) {
        return Optional.of(Words.of("step.moved", KindWords.name(p)));
      }
    }
    return Optional.empty();
  }

  private static String ofPass(Pass was, Pass now) {
    String kind = KindWords.name(now);
    if (was.on() != now.on()) {
      return Words.of(now.on() ? "step.unmuted" : "step.muted", kind);
    }
    if (!was.name().equals(now.name())) {
      return Words.of("step.named", KindWords.name(was), kind);
    }
    if (was.strength() != now.strength()) {
      return Words.of(
          "step.value",
          kind,
          Numbers.plain(100 * was.strength(), 0),
          Numbers.percent(100 * now.strength()));
    }
    if (!was.area().equals(now.area())) {
      return Words.of("step.area", kind, ofArea(was.area(), now.area()));
    }
    List<String> set = new ArrayList<>();
    for (Field<?> f : now.kind().fields()) {
      if (!Objects.equals(was.get(f), now.get(f))) {
        set.add(ofField(f, was, now));
      }
    }
    return set.isEmpty() ? Words.of("step.set", kind) : String.join(", ", set);
  }

  private static String ofField(Field<?> f, Pass was, Pass now) {
    if (f instanceof NumberField n) {
      return Words.of(
          "step.value",
          Words.of("parameter." + f.key()),
          Numbers.bare(n.unit(), was.get(n)),
          Numbers.of(n.unit(), now.get(n)));
    }
    if (f instanceof ItemsField<?> i) {
      List<? extends Item> before = was.get(i);
      List<? extends Item> after = now.get(i);
      int by = after.size() - before.size();
      String how = by > 0 ? "added" : by < 0 ? "removed" : "moved";
      return Words.of(
          "step." + f.key() + "." + how, Math.max(before.size(), after.size()), Math.abs(by));
    }
    String name = Words.has("parameter." + f.key()) ? Words.of("parameter." + f.key()) : "";
    return name.isEmpty()
        ? Words.of("step.set", KindWords.name(now))
        : Words.of("step.placed", name);
  }

  private static String ofArea(Area was, Area now) {
    int strokes = now.strokes().size() - was.strokes().size();
    if (strokes != 0) {
      return Words.of(
          strokes > 0 ? "step.strokeAdded" : "step.strokeRemoved", now.strokes().size());
    }
    int terms = now.terms().size() - was.terms().size();
    if (terms > 0) {
      Term t = now.terms().get(now.terms().size() - 1);
      return AreaWords.joined(t);
    }
    if (terms < 0) {
      return Words.of("step.termDropped");
    }
    if (was.inverted() != now.inverted()) {
      return Words.of("step.reversed");
    }
    return was.base() != now.base() || !was.region().equals(now.region())
        ? AreaWords.base(now)
        : Words.of("step.areaChanged");
  }

  private static int principal(RunSheet s) {
    return s.faceMap().flatMap(FaceMap::principal).map(FoundFace::sitter).orElse(0);
  }

  private static Optional<String> ofSitter(RunSheet was, RunSheet now) {
    if (!was.faceMap().equals(now.faceMap())) {
      String how =
          was.faceMap().isEmpty()
              ? "found"
              : now.faceMap().isEmpty()
                  ? "forgotten"
                  : principal(was) == principal(now) ? "bent" : "principal";
      return Optional.of(Words.of("step.face." + how));
    }
    if (!was.regions().equals(now.regions())) {
      return now.regions().entrySet().stream()
          .filter(e -> !e.getValue().equals(was.regions().get(e.getKey())))
          .findFirst()
          .map(e -> Words.of("step.region", AreaWords.region(e.getKey())));
    }
    return was.leftAlone().equals(now.leftAlone())
        ? Optional.empty()
        : Optional.of(Words.of("step.leftAlone"));
  }
}
