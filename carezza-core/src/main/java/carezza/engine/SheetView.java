package carezza.engine;

import carezza.area.Area;
import carezza.face.FaceMap;
import carezza.field.BorderSlopes;
import carezza.field.BorderStrip;
import carezza.field.Continued;
import carezza.geometry.Framing;
import carezza.image.Hash;
import carezza.image.PixelReader;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.neutral.Lights;
import carezza.pass.EvaluationContext;
import carezza.pass.Frame;
import carezza.pass.Pass;
import carezza.pass.PassKind;
import carezza.region.RegionName;
import carezza.sheet.KnownSheet;
import carezza.sheet.RunSheet;
import carezza.spot.FlyingHairs;
import carezza.spot.LineFinder;
import carezza.spot.SkinLine;
import carezza.spot.SkinSpot;
import carezza.spot.SpotFinder;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;

/** A run sheet over the source, to be read at any level. */
public final class SheetView implements PixelReader {
  private static final long SPOTS_BYTES = 200_000;

  /** Levels that are looked at for what is known of a place. */
  private static final int KNOWN_LEVELS = 8;

  /** About what the slopes along a border take. */
  private static final long SLOPES_BYTES = 4096;

  private final Engine engine;
  private final SheetFingerprints fingerprints;
  private final TileMaker maker;

  SheetView(TileMaker maker) {
    this.maker = maker;
    engine = maker.engine();
    fingerprints = maker.fingerprints();
  }

  /** The same view, keeping also what lies just below a pass that is likely to be changed. */
  public SheetView underHand(long passId) {
    return new SheetView(maker.keeping(fingerprints.below(passId), maker.keeps()));
  }

  /** The same view for reading each place once: what is read is not kept. */
  public SheetView readOnce() {
    return new SheetView(maker.keeping(maker.hand(), false));
  }

  public RunSheet sheet() {
    return fingerprints.sheet();
  }

  public Frame frame() {
    return fingerprints.frame();
  }

  /** What of the picture is shown and written, and how it lies. */
  public Framing framing() {
    return sheet().framing(bounds(0));
  }

  /**
   * The picture as far as it is framed: its own pixels, and beyond them its backdrop continued.
   *
   * @param there source pixels that there are to be
   */
  public PixelReader within(Rect there) {
    return bounds(0).contains(there) ? this : new Continued(this, there, this::slopes);
  }

  private BorderSlopes[] slopes(BorderStrip strip) {
    long key =
        new Hash().add("border").add(strip.side().name()).add(fingerprint(strip.rect())).get();
    return engine.cache().analysis(key, SLOPES_BYTES, () -> strip.slopes(this));
  }

  /** Fingerprint of what lies beyond the picture's borders. */
  public long fingerprintBeyond(Rect there) {
    Hash h = new Hash();
    BorderStrip.beyond(bounds(0), there).forEach(s -> h.add(fingerprint(s.rect())));
    return h.get();
  }

  @Override
  public Rect bounds(int level) {
    return engine.source().bounds(level);
  }

  @Override
  public RgbBlock read(int level, Rect rect) {
    return maker.read(fingerprints.active().size(), level, rect, maker.keeps());
  }

  /**
   * Light at a place of the source as far as it is known: of the finest tile there that needs no
   * computing.
   *
   * @return three channels, empty when nothing is there or the place lies outside
   */
  public Optional<float[]> known(int x, int y) {
    if (!bounds(0).contains(new Rect(x, y, 1, 1))) {
      return Optional.empty();
    }
    int depth = fingerprints.active().size();
    for (int level = 0; level < KNOWN_LEVELS; level++) {
      Rect at = new Rect(x >> level, y >> level, 1, 1).intersect(bounds(level));
      for (Rect t : engine.tiles(level, at)) {
        RgbBlock b = maker.there(depth, level, t);
        if (b != null) {
          RgbBlock one = new RgbBlock(level, at);
          one.paste(b);
          return Optional.of(new float[] {one.r()[0], one.g()[0], one.b()[0]});
        }
      }
    }
    return Optional.empty();
  }

  /** Whether a rectangle can be read without any pass being computed. */
  public boolean isAtHand(int level, Rect rect) {
    int depth = fingerprints.active().size();
    return engine.tiles(level, rect).stream().allMatch(t -> maker.isThere(depth, level, t));
  }

  /** Does what {@link #firstFinds} names, by all processors. */
  public SheetView prepared() {
    firstFinds().parallelStream().forEach(Runnable::run);
    return this;
  }

  /** As {@link #read}, by all processors. */
  public RgbBlock readTogether(int level, Rect rect) {
    int depth = fingerprints.active().size();
    RgbBlock out = new RgbBlock(level, rect);
    tiles(level, rect).parallelStream()
        .forEach(t -> out.paste(maker.tile(depth, level, t, true, TileMaker.Keep.ALL)));
    return out;
  }

  /** Tiles of a level that are looked at once and not kept, by all processors. */
  Map<Rect, RgbBlock> tilesOnce(int level, List<Rect> tiles) {
    int depth = fingerprints.active().size();
    Map<Rect, RgbBlock> out = new ConcurrentHashMap<>();
    tiles.stream().distinct().toList().parallelStream()
        .forEach(t -> out.put(t, maker.tile(depth, level, t, true, TileMaker.Keep.BELOW)));
    return out;
  }

  /**
   * A weight mask over a rectangle, put together from tiles; 0 beyond the picture. What of it rests
   * on the picture is read from the finished one.
   */
  public Plane mask(Area area, int level, Rect rect) {
    return maker.mask(fingerprints.active().size(), area, level, rect);
  }

  /** The mask of a pass of this sheet. */
  public Plane mask(Pass pass, int level, Rect rect) {
    return maker.mask(fingerprints.below(pass.id()), pass.area(), level, rect);
  }

  /** The tiles that a rectangle is read by; reading along them computes nothing twice. */
  public List<Rect> tiles(int level, Rect rect) {
    return engine.tiles(level, rect);
  }

  public Rect areaBounds(Area area) {
    return fingerprints.areas().bounds(area);
  }

  /**
   * What has to be found before anything can be read and does not rest on one another: worth being
   * run side by side. Nothing when it is at hand.
   */
  public List<Runnable> firstFinds() {
    return fingerprints.seeds().stream()
        .map(g -> (Runnable) () -> fingerprints.areas().matte(g))
        .toList();
  }

  /** Fingerprint of everything that can matter inside a rectangle of source pixels. */
  public long fingerprint(Rect rect) {
    return fingerprints.picture(fingerprints.active().size(), rect);
  }

  /** Fingerprint of an area's mask inside a rectangle of source pixels; see {@link #mask}. */
  public long areaFingerprint(Area area, Rect rect) {
    return fingerprints.area(area, fingerprints.active().size(), rect);
  }

  /** Fingerprint of a pass's mask inside a rectangle of source pixels. */
  public long maskFingerprint(Pass pass, Rect rect) {
    return fingerprints.area(pass.area(), fingerprints.below(pass.id()), rect);
  }

  /** What draws the eye in this picture, where a face is known. */
  public Optional<SaliencyMap> saliency() {
    return SaliencyMap.of(engine, this);
  }

  /** What the picture shows of its light. */
  public Lights lights() {
    return new LightSources(engine, this).find();
  }

  /**
   * Marks on the skin and flying hairs as this view shows them, those that show most first; none
   * without a face.
   */
  public List<SkinSpot> spots() {
    List<SkinSpot> all = new ArrayList<>(skinMarks());
    all.addAll(
        found(
            "flyingHairs",
            List.of(RegionName.HAIR, RegionName.BACKDROP),
            (p, m, at) -> FlyingHairs.find(p, m, at.get(0), at.get(1))));
    all.sort(Comparator.comparingDouble(SkinSpot::shows).reversed());
    return List.copyOf(all);
  }

  /** Those on the skin alone. */
  public List<SkinSpot> skinMarks() {
    return found("spots", List.of(RegionName.SKIN), (p, m, at) -> SpotFinder.find(p, m, at.get(0)));
  }

  /** Lines of the skin as it is in this view, those that show most first; none without a face. */
  public List<SkinLine> lines() {
    return found(
        "skinLines", List.of(RegionName.SKIN), (p, m, at) -> LineFinder.find(p, m, at.get(0)));
  }

  /** A pass of a kind as it would be proposed on top of this sheet. */
  public Pass begun(PassKind kind) {
    Pass p =
        kind.start(sheet().nextId(), new KnownSheet(sheet(), engine.source().bounds(), List.of()));
    return kind.proposed(engine.view(sheet().add(p), () -> false).contextFor(p));
  }

  /** Finds something near a face, in regions. */
  private interface Finder<T> {
    List<T> in(PixelReader picture, FaceMap map, List<SpotFinder.Skin> regions);
  }

  private <T> List<T> found(String name, List<RegionName> regions, Finder<T> finder) {
    Optional<FaceMap> map = sheet().faceMap().filter(m -> !m.faces().isEmpty());
    if (map.isEmpty()) {
      return List.of();
    }
    List<Area> areas = regions.stream().map(r -> sheet().region(r.key())).toList();
    Rect all = bounds(0);
    Hash h = new Hash().add(name).add(fingerprint(all));
    areas.forEach(a -> h.add(areaFingerprint(a, all)));
    h.add(map.get().fingerprint());
    List<SpotFinder.Skin> at =
        areas.stream().map(a -> (SpotFinder.Skin) (level, rect) -> mask(a, level, rect)).toList();
    return engine.cache().analysis(h.get(), SPOTS_BYTES, () -> finder.in(this, map.get(), at));
  }

  /** What one pass is evaluated in of this sheet, over the picture below it; it may be muted. */
  public EvaluationContext contextFor(Pass pass) {
    int depth = fingerprints.below(pass.id());
    return new PassEvaluation(pass, maker, depth, false, fingerprints.light(depth));
  }
}
