package carezza.engine;

import carezza.area.Area;
import carezza.image.Pyramid;
import carezza.image.Rect;
import carezza.pass.Pass;
import carezza.pass.Stage;
import carezza.reading.Reading;
import carezza.reading.ReadingKind;
import carezza.reading.Readings;
import carezza.sheet.RunSheet;
import java.util.List;
import java.util.function.BooleanSupplier;

/**
 * Takes the readings of a sheet. Now is the sheet without Finish; before is the same with the
 * stages Clean to Skin muted too, so that Frame, Light and Grade act on both sides; and so does
 * what bares the form, since shine that was taken away is no relief that was lost.
 */
public final class Measuring {
  private static final double PX_PER_MM = 5;

  private static final double COVER_PX_PER_MM = 1.5;

  private final Engine engine;

  public Measuring(Engine engine) {
    this.engine = engine;
  }

  /** Whether a pass is part of what the readings judge. */
  public static boolean isJudged(Pass p) {
    Stage s = p.kind().stage();
    return s.compareTo(Stage.CLEAN) >= 0 && s.compareTo(Stage.SKIN) <= 0;
  }

  /** The sheet that readings compare with. */
  public static RunSheet before(RunSheet sheet) {
    return sheet.muting(
        p -> isJudged(p) && !p.kind().baresForm(p) || p.kind().stage() == Stage.FINISH);
  }

  /**
   * All readings of a sheet; those that cannot be had say why.
   *
   * @throws java.util.concurrent.CancellationException when cancelled
   */
  public List<Reading> all(RunSheet sheet, BooleanSupplier cancelled) {
    return Readings.taken(new SheetInputs(engine, sheet, cancelled), k -> true);
  }

  /** Those that are wanted at once. */
  public List<Reading> quick(RunSheet sheet, BooleanSupplier cancelled) {
    return Readings.taken(new SheetInputs(engine, sheet, cancelled), k -> !k.isUnhurried());
  }

  /** Those that take longer: nobody waits for them. */
  public List<Reading> unhurried(RunSheet sheet, BooleanSupplier cancelled) {
    return Readings.taken(new SheetInputs(engine, sheet, cancelled), ReadingKind::isUnhurried);
  }

  /**
   * Square centimetres of skin that a pass of a sheet acts on, weighted by its mask; of the whole
   * picture where no skin is known. NaN without a scale or for a pass without an area.
   */
  public double coveredCm2(RunSheet sheet, long passId, BooleanSupplier cancelled) {
    Pass p = sheet.pass(passId).filter(q -> q.kind().usesArea()).orElse(null);
    if (p == null || sheet.faceMap().isEmpty()) {
      return Double.NaN;
    }
    SheetView view = engine.view(sheet, cancelled).prepared();
    int level = view.frame().levelFor(1, COVER_PX_PER_MM);
    Rect r = view.areaBounds(p.area()).toLevel(level).intersect(view.bounds(level));
    Area skin = sheet.region("skin");
    float[] acts = view.mask(p, level, r).data();
    float[] on = skin.isEmpty() ? null : view.mask(skin, level, r).data();
    double sum = 0;
    for (int i = 0; i < acts.length; i++) {
      sum += on == null ? acts[i] : acts[i] * on[i];
    }
    double px = Math.scalb(view.frame().pxPerMm(), -level);
    return sum / (px * px) / 100;
  }

  /** The coarsest level with enough pixels a mm for fine texture. */
  static int level(SheetView view) {
    return Pyramid.levelFor(view.frame().pxPerMm(), PX_PER_MM);
  }
}
