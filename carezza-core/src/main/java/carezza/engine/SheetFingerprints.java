package carezza.engine;

import carezza.area.Area;
import carezza.area.Extent;
import carezza.area.Matte;
import carezza.area.RegionGrowing;
import carezza.area.Seed;
import carezza.area.Stroke;
import carezza.area.Term;
import carezza.color.Matrix3;
import carezza.face.FaceMap;
import carezza.image.Hash;
import carezza.image.Rect;
import carezza.pass.Frame;
import carezza.pass.Pass;
import carezza.region.RegionName;
import carezza.region.Regions;
import carezza.sheet.RunSheet;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Supplier;
import java.util.stream.Stream;

/**
 * Where the passes of one sheet act and what they rest on. A fingerprint of a rectangle stands for
 * everything that can matter inside it: settings, strokes, heals and the picture below as far as
 * its passes look. Depth n is the picture with the first n acting passes done; depth 0 is the
 * source.
 *
 * <p>While something is dragged, analyses are held: passes go on with what they found in the sheet
 * as it was, {@code held}, and the fingerprint of what they look at is taken from there.
 */
final class SheetFingerprints {
  /** More fingerprints of one depth than this are not handed on to the next sheet. */
  private static final int MOST_HANDED_ON = 20_000;

  /** A pass that looks at more than this much of the picture round a pixel looks far, mm. */
  private static final double FAR_MM = 100;

  private final Engine engine;
  private final RunSheet sheet;
  private final Frame frame;
  private final List<Pass> active;
  private final SheetFingerprints held;
  private final Optional<Regions> regions;
  private final long mapFingerprint;
  private volatile SheetFingerprints unlit;
  private final Map<Long, Integer> below = new HashMap<>();

  private final int inCommon;
  private final int farAbove;

  /** Prints of the picture by depth, from 1 on. */
  private final List<Map<Rect, Long>> fingerprints = new ArrayList<>();

  /**
   * @param held the sheet whose analyses are held, or null
   * @param others sheets before this one: what they know of passes that are the same is taken over
   */
  SheetFingerprints(
      Engine engine, RunSheet sheet, SheetFingerprints held, List<SheetFingerprints> others) {
    this.engine = engine;
    this.sheet = sheet;
    frame = engine.frame(sheet);
    this.held = held != null && held.frame.equals(frame) ? held : null;
    mapFingerprint = sheet.faceMap().map(FaceMap::fingerprint).orElse(0L);
    regions =
        sheet
            .faceMap()
            .filter(m -> !m.faces().isEmpty())
            .map(m -> new Regions(engine.original(), m, this::kept));
    active =
        sheet.passes().stream()
            .filter(p -> p.on() && p.strength() > 0 && !p.kind().isNeutral(p))
            .filter(p -> !p.kind().usesArea() || !isEmpty(p.area()))
            .toList();
    int n = 0;
    for (Pass p : sheet.passes()) {
      below.put(p.id(), n);
      n += n < active.size() && active.get(n) == p ? 1 : 0;
    }
    SheetFingerprints like =
        others.stream().max(Comparator.comparingInt(this::inCommon)).orElse(this);
    inCommon = like == this ? 0 : inCommon(like);
    farAbove = held == null ? farAbove(inCommon) : -1;
    fingerprints.addAll(like.fingerprints.subList(0, inCommon));
    fingerprints.replaceAll(m -> m.size() > MOST_HANDED_ON ? new ConcurrentHashMap<>() : m);
    while (fingerprints.size() < active.size()) {
      fingerprints.add(new ConcurrentHashMap<>());
    }
  }

  /**
   * How many passes, from the first, act as in a sheet before this one: what lies below a change.
   */
  int inCommon() {
    return inCommon;
  }

  /**
   * How many passes act below the first one above the change that looks far round itself; -1 where
   * there is none, or while analyses are held.
   */
  int farAbove() {
    return farAbove;
  }

  private int farAbove(int from) {
    Rect b = frame.bounds();
    Rect middle = new Rect(b.x() + b.w() / 2, b.y() + b.h() / 2, 1, 1);
    for (int d = from + 1; d < active.size(); d++) {
      Pass p = active.get(d);
      if (p.kind().looksAt(p, frame, middle).stream().anyMatch(this::isFar)) {
        return d;
      }
    }
    return -1;
  }

  private boolean isFar(Rect looked) {
    return Math.max(looked.w(), looked.h()) > FAR_MM * frame.pxPerMm();
  }

  /** How many passes, from the first, act in the same way here and in another sheet. */
  private int inCommon(SheetFingerprints o) {
    boolean alike =
        o.held == null
            && o.frame.equals(frame)
            && o.mapFingerprint == mapFingerprint
            && o.sheet.regions().equals(sheet.regions());
    int n = 0;
    while (alike
        && n < Math.min(active.size(), o.active.size())
        && active.get(n) == o.active.get(n)
        && (held == null || n < held.active.size() && active.get(n) == held.active.get(n))) {
      n++;
    }
    return n;
  }

  private boolean isEmpty(Area a) {
    return a.base() == Area.Base.REGION
        ? !a.inverted()
            && isEmpty(sheet.region(a.region()))
            && a.seeds().isEmpty()
            && a.strokes().isEmpty()
            && a.terms().stream().noneMatch(Term::adds)
        : a.isEmpty();
  }

  RunSheet sheet() {
    return sheet;
  }

  Frame frame() {
    return frame;
  }

  List<Pass> active() {
    return active;
  }

  /** Whether analyses of another sheet are held. */
  boolean holds() {
    return held != null;
  }

  /** How many passes act below a pass of the sheet, which may be muted itself. */
  int below(long passId) {
    return below.getOrDefault(passId, 0);
  }

  /**
   * The sheet without passes that are one matrix of light on the whole picture, as analyses of a
   * pass above {@code depth} passes look at it: this sheet itself where there are none, or where an
   * area below rests on the picture, which would be another one without them.
   */
  SheetFingerprints unlit(int depth) {
    boolean lit = active.subList(0, depth).stream().anyMatch(SheetFingerprints::isLight);
    if (!lit || active.subList(0, depth).stream().anyMatch(p -> readsBelow(p.area()))) {
      return this;
    }
    if (unlit == null) {
      List<Pass> rest = sheet.passes().stream().filter(p -> !isLight(p)).toList();
      unlit = engine.fingerprints(sheet.withPasses(rest));
    }
    return unlit;
  }

  /** From the light of {@link #unlit} to that of the picture at a depth. */
  Matrix3 light(int depth) {
    Matrix3 m = Matrix3.IDENTITY;
    if (unlit(depth) != this) {
      for (Pass p : active.subList(0, depth)) {
        m = isLight(p) ? p.kind().light(p).orElseThrow().after(m) : m;
      }
    }
    return m;
  }

  private static boolean isLight(Pass p) {
    return p.kind().usesArea() && p.area().isWhole() && p.kind().light(p).isPresent();
  }

  /** Whether an area's mask, or that of a region it is made of, rests on the picture. */
  private boolean readsBelow(Area a) {
    return a.readsBelow()
        || a.base() == Area.Base.REGION && readsBelow(sheet.region(a.region()))
        || a.terms().stream()
            .anyMatch(
                t -> t.what() instanceof Extent.Region r && readsBelow(sheet.region(r.name())));
  }

  /** The fingerprints whose picture a pass looks at: the held ones if it acted there too. */
  SheetFingerprints lookedAt(Pass p) {
    return held != null && held.active.stream().anyMatch(q -> q.id() == p.id()) ? held : this;
  }

  /** The nearest depth at or below {@code depth} whose pass can change something in a rectangle. */
  int settle(int depth, Rect src) {
    int d = depth;
    while (d > 0 && !touches(active.get(d - 1), src)) {
      d--;
    }
    return d;
  }

  private boolean touches(Pass p, Rect src) {
    return p.kind().touches(p, frame, src) && (!p.kind().usesArea() || reaches(p.area(), src));
  }

  /** Whether an area's mask can be above 0 somewhere in a rectangle of source pixels. */
  private boolean reaches(Area a, Rect rect) {
    Rect src = a.followMm() > 0 ? rect.grow(a.reach(frame.pxPerMm())) : rect;
    boolean base =
        switch (a.base()) {
          case WHOLE -> true;
          case NONE -> false;
          case REGION -> reaches(sheet.region(a.region()), src);
          case FOUND -> found(a.region()).intersects(src);
        };
    if (a.inverted() || base) {
      return true;
    }
    double px = frame.pxPerMm();
    for (Stroke s : a.strokes()) {
      if (s.brush().puts() && s.bounds(px).intersects(src)) {
        return true;
      }
    }
    return a.seeds().stream().anyMatch(g -> matte(g).bounds().intersects(src))
        || a.terms().stream().filter(Term::adds).anyMatch(t -> reaches(t, src.grow(reach(t))));
  }

  private boolean reaches(Term t, Rect src) {
    return t.what() instanceof Extent.Region r
        ? reaches(sheet.region(r.name()), src)
        : extent(t.what()).intersects(src);
  }

  /** Source pixels outside which something joined with an area is 0 when its border is sharp. */
  private Rect extent(Extent e) {
    if (e instanceof Extent.Region r) {
      return bounds(sheet.region(r.name()));
    }
    return e instanceof Extent.Shape s ? s.bounds() : engine.source().bounds();
  }

  /** Source pixels by which the feathered border of a region or shape reaches beyond it. */
  private int reach(Term t) {
    return (int) Math.ceil(t.reachMm() * frame.pxPerMm()) + 2;
  }

  Rect bounds(int level) {
    return engine.source().bounds(level);
  }

  /** Source pixels outside which an area's mask is 0. */
  Rect bounds(Area a) {
    Rect all = engine.source().bounds();
    if (a.inverted()) {
      return all;
    }
    Rect r =
        switch (a.base()) {
          case WHOLE -> all;
          case NONE -> new Rect(0, 0, 0, 0);
          case REGION -> bounds(sheet.region(a.region()));
          case FOUND -> found(a.region());
        };
    for (Seed g : a.seeds()) {
      r = r.union(matte(g).bounds());
    }
    for (Stroke s : a.strokes()) {
      if (s.brush().puts()) {
        r = r.union(s.bounds(frame.pxPerMm()));
      }
    }
    for (Term t : a.terms()) {
      if (t.adds()) {
        r = r.union(extent(t.what()).grow(reach(t)).intersect(all));
      }
    }
    return (a.followMm() > 0 ? r.grow(a.reach(frame.pxPerMm())) : r).intersect(all);
  }

  /**
   * Fingerprint of an area's mask inside a rectangle of source pixels, regions resolved.
   *
   * @param depth of the picture that windows and edges are read from
   */
  long area(Area a, int depth, Rect rect) {
    Rect wide = a.followMm() > 0 ? rect.grow(a.reach(frame.pxPerMm())) : rect;
    Hash h = new Hash().add(a.fingerprint(wide, frame.pxPerMm())).add(frame.pxPerMm());
    if (a.base() == Area.Base.REGION) {
      h.add(area(sheet.region(a.region()), depth, wide));
    }
    if (a.base() == Area.Base.FOUND) {
      h.add(mapFingerprint);
    }
    for (Term t : a.terms()) {
      if (t.what() instanceof Extent.Region r) {
        h.add(area(sheet.region(r.name()), depth, wide.grow(reach(t))));
      }
    }
    if (a.readsBelow()) {
      h.add(picture(depth, rect.grow(a.reach(frame.pxPerMm()))));
    }
    return h.get();
  }

  /** Fingerprint of everything that can matter inside a rectangle of source pixels at a depth. */
  long picture(int depth, Rect rect) {
    Rect r = rect.intersect(frame.bounds());
    int d = settle(depth, r);
    if (d == 0) {
      return engine.sourceHash();
    }
    Long known = fingerprints.get(d - 1).get(r);
    if (known != null) {
      return known;
    }
    Pass p = active.get(d - 1);
    Hash h = new Hash().add(p.kind().fingerprint(p, frame, r)).add(p.strength());
    h.add(frame.pxPerMm()).add(r).add(picture(d - 1, r));
    if (p.kind().usesArea()) {
      h.add(area(p.area(), d - 1, r));
    }
    SheetFingerprints looked = lookedAt(p);
    for (Rect need : p.kind().looksAt(p, frame, r)) {
      looked.addLook(h, p.id(), need);
    }
    if (p.kind().looksAtOwnArea()) {
      looked.addLook(h, p.id(), looked.bounds(looked.pass(p.id()).area()));
    }
    long value = h.get();
    fingerprints.get(d - 1).put(r, value);
    return value;
  }

  private Pass pass(long id) {
    return sheet.pass(id).orElseThrow();
  }

  private void addLook(Hash h, long passId, Rect need) {
    h.add(need).add(picture(below(passId), need));
    Pass p = pass(passId);
    if (p.kind().usesArea()) {
      h.add(area(p.area(), below(passId), need));
    }
  }

  /** All places from which something is grown that the sheet uses. */
  List<Seed> seeds() {
    return Stream.concat(sheet.regions().values().stream(), active.stream().map(Pass::area))
        .flatMap(a -> a.seeds().stream())
        .distinct()
        .toList();
  }

  /** What is found from the face map, when there are faces on it. */
  Optional<Regions> regions() {
    return regions;
  }

  private <T> T kept(String part, long bytes, Supplier<T> find) {
    Hash h = new Hash().add(engine.sourceHash()).add(mapFingerprint).add("region").add(part);
    return engine.cache().analysis(h.get(), bytes, find);
  }

  /** Source pixels outside which a found region is 0. */
  private Rect found(String region) {
    return regions.flatMap(r -> RegionName.of(region).map(r::bounds)).orElse(new Rect(0, 0, 0, 0));
  }

  Matte matte(Seed g) {
    if (g.like() == Seed.Like.UNKNOWN) {
      return Matte.NOTHING;
    }
    Hash h = new Hash().add(engine.sourceHash()).add(g.fingerprint()).add(frame.pxPerMm());
    h.add(mapFingerprint);
    return engine
        .cache()
        .analysis(
            h.get(),
            2_000_000,
            () -> RegionGrowing.grow(g, engine.original(), frame.pxPerMm(), sheet.faceMap()));
  }
}
