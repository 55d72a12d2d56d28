package carezza.engine;

import carezza.area.Area;
import carezza.color.CieLab;
import carezza.face.FaceMap;
import carezza.face.Pin;
import carezza.image.Hash;
import carezza.image.Plane;
import carezza.image.Pyramid;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.pass.Heal;
import carezza.pass.Pass;
import carezza.pass.Places;
import carezza.pass.Stage;
import carezza.reading.CatchLights;
import carezza.reading.FacePlanes;
import carezza.reading.HealMatch;
import carezza.reading.Reading;
import carezza.reading.SiteReadings;
import carezza.reading.SkinPlanes;
import carezza.reading.SkinReadings;
import carezza.reading.SkinSites;
import carezza.reading.WhiteReadings;
import carezza.region.RegionName;
import carezza.sheet.RunSheet;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.BooleanSupplier;
import java.util.stream.Stream;

/**
 * Takes the readings of a sheet. Now is the sheet without Finish; before is the same with the
 * stages Clean to Skin muted too, so that Frame, Light and Grade act on both sides.
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
    return sheet.muting(p -> isJudged(p) || p.kind().stage() == Stage.FINISH);
  }

  /**
   * All readings of a sheet; those whose region was not pointed out say so.
   *
   * @throws java.util.concurrent.CancellationException when cancelled
   */
  public List<Reading> all(RunSheet sheet, BooleanSupplier cancelled) {
    RunSheet judged = sheet.muting(p -> p.kind().stage() == Stage.FINISH);
    SheetView now = engine.view(judged, cancelled).prepared();
    SheetView before = engine.view(before(sheet), cancelled);
    SkinParts skin = new SkinParts(engine, now, before, sheet.region("skin"), level(now));
    SkinReadings s =
        new SkinReadings(skin.patches(), level(now), now.frame().pxPerMm(), planes(sheet, now));
    List<Reading> out = new ArrayList<>(s.all());
    Reading lightness = out.get(5);
    double change = lightness.isAvailable() ? lightness.now() : 0;
    out.addAll(sites(sheet, s, now, before));
    out.addAll(teeth(sheet, now, before, change));
    out.addAll(eyes(sheet, s, now, before, change));
    out.add(healMatch(judged, cancelled));
    out.add(
        judged.passes().stream()
            .filter(Pass::on)
            .flatMapToDouble(p -> p.kind().splitMm(p).stream())
            .mapToObj(mm -> SkinReadings.split(skin.pores(mm)))
            .findFirst()
            .orElse(new Reading("split", Double.NaN, Double.NaN, 0, 0, "", "noSplit")));
    return out;
  }

  /** The regions that were found, else boxes round the eyes, else none. */
  private static SkinPlanes planes(RunSheet sheet, SheetView now) {
    return sheet
        .faceMap()
        .map(m -> m.faces().isEmpty() ? new FacePlanes(m) : SkinParts.labels(now, SkinPlanes.NAMES))
        .orElse(SkinPlanes.NONE);
  }

  private static List<Reading> teeth(
      RunSheet sheet, SheetView now, SheetView before, double change) {
    Blocks b = Blocks.of(now, before, sheet.region("teeth"));
    return WhiteReadings.of("teeth", b.before, b.now, b.mask, change);
  }

  /** Face, neck, chest, ears and hands compared, where a face was found. */
  private static List<Reading> sites(
      RunSheet sheet, SkinReadings s, SheetView now, SheetView before) {
    boolean found = sheet.faceMap().filter(m -> !m.faces().isEmpty()).isPresent();
    SiteReadings r = found ? s.sites(SkinParts.labels(now, SkinSites.NAMES)).orElse(null) : null;
    return r == null
        ? Stream.of("siteMatch", "skinHue", "skinType")
            .map(n -> Reading.missing(n, found ? "noSkin" : "noFace"))
            .toList()
        : List.of(r.match(), r.hue(reference(sheet, before)), r.typeAngle());
  }

  /** Colour of the place that skin is gathered towards, without the retouching. */
  private static Optional<double[]> reference(RunSheet sheet, SheetView before) {
    return sheet.passes().stream()
        .filter(Pass::on)
        .flatMap(p -> p.kind().reference(p).stream())
        .filter(p -> !Places.bounds(before.frame(), p).isEmpty())
        .findFirst()
        .map(p -> Places.meanLight(before, before.frame(), p))
        .map(c -> CieLab.of(c[0], c[1], c[2]));
  }

  /** Each eye by itself where it is known which is which. */
  private static List<Reading> eyes(
      RunSheet sheet, SkinReadings s, SheetView now, SheetView before, double change) {
    Blocks b = Blocks.of(now, before, sheet.region("eyeWhites"));
    List<Reading> out = new ArrayList<>();
    FaceMap map = sheet.faceMap().orElse(null);
    if (map == null) {
      out.addAll(WhiteReadings.of("eyeWhites", b.before, b.now, b.mask, change));
      out.add(Reading.missing("eyeBalance", "noFace"));
      out.add(Reading.missing("catchLights", "noFace"));
      return out;
    }
    Rect r = b.mask.rect();
    double side = Math.scalb(1.0, b.now.level());
    Plane right = new Plane(r);
    Plane left = new Plane(r);
    for (int i = 0; i < b.mask.data().length; i++) {
      Pin p = new Pin((r.x() + i % r.w() + 0.5) * side, (r.y() + i / r.w() + 0.5) * side);
      boolean isRight = p.distance(map.rightEye()) < p.distance(map.leftEye());
      (isRight ? right : left).data()[i] = b.mask.data()[i];
    }
    out.addAll(
        WhiteReadings.ofEyes(
            WhiteReadings.of("eyeWhites", b.before, b.now, right, change),
            WhiteReadings.of("eyeWhites", b.before, b.now, left, change)));
    out.add(WhiteReadings.balance(b.before, b.now, right, left, s.cheeks()));
    out.add(
        map.faces().isEmpty()
            ? Reading.missing("catchLights", "noFace")
            : catchLights(now, before));
    return out;
  }

  private static Reading catchLights(SheetView now, SheetView before) {
    Blocks b = Blocks.of(now, before, Area.found(RegionName.IRISES.key()));
    Plane whites = now.mask(Area.found(RegionName.EYE_WHITES.key()), b.now.level(), b.mask.rect());
    Plane found = now.mask(Area.found(RegionName.CATCH_LIGHTS.key()), b.now.level(), b.mask.rect());
    Plane eyes = b.mask;
    for (int i = 0; i < eyes.data().length; i++) {
      eyes.data()[i] = Math.max(eyes.data()[i], Math.max(whites.data()[i], found.data()[i]));
    }
    return CatchLights.of(b.before, b.now, eyes, found);
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

  /**
   * Each heal is measured again only when something near it changed. What draws colours together
   * over the whole of the skin is left out: it could only hide that a heal does not match.
   */
  private Reading healMatch(RunSheet sheet, BooleanSupplier cancelled) {
    RunSheet upTo = sheet.muting(p -> p.kind().stage().compareTo(Stage.FEATURES) > 0);
    SheetView now = engine.view(upTo, cancelled);
    List<Heal> heals =
        sheet.passes().stream()
            .filter(Pass::on)
            .flatMap(p -> p.items(Heal.class).stream())
            .toList();
    long good = heals.parallelStream().filter(h -> matches(now, h)).count();
    return HealMatch.rate((int) good, heals.size());
  }

  private boolean matches(SheetView now, Heal h) {
    int level = level(now);
    double px = now.frame().pxPerMm() / (1 << level);
    double x = Math.scalb((h.x0() + h.x1()) / 2, -level);
    double y = Math.scalb((h.y0() + h.y1()) / 2, -level);
    double r =
        h.sizeMm() * px / 2 + Math.scalb(Math.hypot(h.x1() - h.x0(), h.y1() - h.y0()) / 2, -level);
    Rect need = HealMatch.needed(x, y, r, px).intersect(now.bounds(level));
    Rect src = need.toSource(level).intersect(now.bounds(0));
    long key =
        new Hash().add("match").add(level).add(x).add(y).add(r).add(now.fingerprint(src)).get();
    return engine
        .cache()
        .analysis(key, 16, () -> HealMatch.of(now.read(level, need), x, y, r, px).inBand());
  }

  /** The coarsest level with enough pixels a mm for fine texture. */
  static int level(SheetView view) {
    return Pyramid.levelFor(view.frame().pxPerMm(), PX_PER_MM);
  }

  private record Blocks(RgbBlock before, RgbBlock now, Plane mask) {
    static Blocks of(SheetView now, SheetView before, Area area) {
      int level = level(now);
      Rect bounds = now.bounds(level);
      Rect wide = now.areaBounds(area).toLevel(level).grow(8).intersect(bounds);
      int x = wide.x() / 64 * 64;
      int y = wide.y() / 64 * 64;
      Rect r = new Rect(x, y, wide.right() - x, wide.bottom() - y).intersect(bounds);
      return new Blocks(
          before.readTogether(level, r), now.readTogether(level, r), now.mask(area, level, r));
    }
  }
}
