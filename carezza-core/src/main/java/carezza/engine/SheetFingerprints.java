package carezza.engine;

import carezza.area.Area;
import carezza.area.Extent;
import carezza.area.Seed;
import carezza.area.Term;
import carezza.color.Matrix3;
import carezza.image.Hash;
import carezza.image.Rect;
import carezza.pass.Frame;
import carezza.pass.Pass;
import carezza.pass.Stage;
import carezza.sheet.RunSheet;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
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
  private final AreaExtents areas;
  private volatile SheetFingerprints unlit;
  private final Map<Stage, SheetFingerprints> bare = new ConcurrentHashMap<>();
  private final Map<Long, Integer> below = new HashMap<>();

  private final int inCommon;
  private final int farAbove;

  /** Fingerprints of the picture by depth, from 1 on. */
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
    areas = new AreaExtents(engine, sheet, frame);
    active =
        sheet.passes().stream()
            .filter(p -> p.on() && p.strength() > 0 && !p.kind().isNeutral(p))
            .filter(p -> !p.kind().usesArea() || !areas.isEmpty(p.area()))
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
            && o.areas.mapFingerprint() == areas.mapFingerprint()
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
    if (!lit || active.subList(0, depth).stream().anyMatch(p -> areas.readsBelow(p.area()))) {
      return this;
    }
    if (unlit == null) {
      List<Pass> rest = sheet.passes().stream().filter(p -> !isLight(p)).toList();
      unlit = engine.fingerprints(sheet.withPasses(rest));
    }
    return unlit;
  }

  /** The sheet without the passes of a stage: this sheet itself where none acts. */
  SheetFingerprints without(Stage stage) {
    return active.stream().noneMatch(p -> p.kind().stage() == stage)
        ? this
        : bare.computeIfAbsent(
            stage, s -> engine.fingerprints(sheet.muting(p -> p.kind().stage() == s)));
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
    return p.kind().touches(p, frame, src)
        && (!p.kind().usesArea() || areas.reaches(p.area(), src));
  }

  private static boolean isLight(Pass p) {
    return p.kind().usesArea() && p.area().isWhole() && p.kind().light(p).isPresent();
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
      h.add(areas.mapFingerprint());
    }
    for (Term t : a.terms()) {
      if (t.what() instanceof Extent.Region r) {
        h.add(area(sheet.region(r.name()), depth, wide.grow(areas.reach(t))));
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
    if (p.kind().readsRegions()) {
      h.add(areas.mapFingerprint());
    }
    SheetFingerprints looked = lookedAt(p);
    for (Rect need : p.kind().looksAt(p, frame, r)) {
      looked.addLook(h, p.id(), need);
    }
    Supplier<Rect> own = () -> looked.areas.bounds(looked.pass(p.id()).area());
    for (Rect need : p.kind().looksRound(p, frame, own)) {
      looked.addLook(h, p.id(), need.intersect(frame.bounds()));
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

  /** How far areas reach, and what regions are. */
  AreaExtents areas() {
    return areas;
  }
}
