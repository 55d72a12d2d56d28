package carezza.engine;

import carezza.image.Hash;
import carezza.image.Rect;
import carezza.pass.Heal;
import carezza.pass.Pass;
import carezza.pass.Stage;
import carezza.reading.HealMatch;
import carezza.reading.Reading;
import carezza.sheet.RunSheet;
import java.util.List;
import java.util.function.BooleanSupplier;

/** How many heals of a sheet match what lies round them. */
final class HealMatching {
  private final Engine engine;

  HealMatching(Engine engine) {
    this.engine = engine;
  }

  /**
   * Each heal is measured again only when something near it changed. What draws colours together
   * over the whole of the skin is left out: it could only hide that a heal does not match. What is
   * softened is left out too, since it is meant to be seen. Along a line its middle is measured.
   */
  Reading of(RunSheet sheet, BooleanSupplier cancelled) {
    RunSheet upTo = sheet.muting(p -> p.kind().stage().compareTo(Stage.FEATURES) > 0);
    SheetView now = engine.view(upTo, cancelled);
    List<Heal> heals =
        sheet.passes().stream()
            .filter(Pass::on)
            .flatMap(p -> p.items(Heal.class).stream())
            .filter(h -> h.share() == 1)
            .toList();
    long good = heals.parallelStream().filter(h -> matches(now, h)).count();
    return HealMatch.rate((int) good, heals.size());
  }

  private boolean matches(SheetView now, Heal h) {
    int level = Measuring.level(now);
    double px = now.frame().pxPerMm() / (1 << level);
    double x = Math.scalb((h.x0() + h.x1()) / 2, -level);
    double y = Math.scalb((h.y0() + h.y1()) / 2, -level);
    double r = h.sizeMm() * px / 2;
    Rect need = HealMatch.needed(x, y, r, px).intersect(now.bounds(level));
    Rect src = need.toSource(level).intersect(now.bounds(0));
    long key =
        new Hash().add("match").add(level).add(x).add(y).add(r).add(now.fingerprint(src)).get();
    return engine
        .cache()
        .analysis(key, 16, () -> HealMatch.of(now.read(level, need), x, y, r, px).inBand());
  }
}
