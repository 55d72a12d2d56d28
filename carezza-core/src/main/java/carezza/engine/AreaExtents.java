package carezza.engine;

import carezza.area.Area;
import carezza.area.Extent;
import carezza.area.Matte;
import carezza.area.RegionGrowing;
import carezza.area.Seed;
import carezza.area.Stroke;
import carezza.area.Term;
import carezza.face.FaceMap;
import carezza.image.Hash;
import carezza.image.Rect;
import carezza.pass.Frame;
import carezza.region.RegionName;
import carezza.region.Regions;
import carezza.region.SitterRegion;
import carezza.sheet.RunSheet;
import java.util.Optional;
import java.util.function.Supplier;

/**
 * How far the areas of one sheet reach, its regions resolved; and the regions and grown mattes they
 * are made of, found when they are first asked for. Source pixels.
 */
final class AreaExtents {
  private final Engine engine;
  private final RunSheet sheet;
  private final Frame frame;
  private final Optional<Regions> regions;
  private final long mapFingerprint;

  AreaExtents(Engine engine, RunSheet sheet, Frame frame) {
    this.engine = engine;
    this.sheet = sheet;
    this.frame = frame;
    mapFingerprint = sheet.faceMap().map(FaceMap::fingerprint).orElse(0L);
    regions =
        sheet
            .faceMap()
            .filter(m -> !m.faces().isEmpty())
            .map(m -> new Regions(engine.original(), m, this::kept));
  }

  /** What is found from the face map, when there are faces on it. */
  Optional<Regions> regions() {
    return regions;
  }

  long mapFingerprint() {
    return mapFingerprint;
  }

  boolean isEmpty(Area a) {
    return a.base() == Area.Base.REGION
        ? !a.inverted()
            && isEmpty(sheet.region(a.region()))
            && a.seeds().isEmpty()
            && a.strokes().isEmpty()
            && a.terms().stream().noneMatch(Term::adds)
        : a.isEmpty();
  }

  /** Whether an area's mask, or that of a region it is made of, rests on the picture. */
  boolean readsBelow(Area a) {
    return a.readsBelow()
        || a.base() == Area.Base.REGION && readsBelow(sheet.region(a.region()))
        || a.terms().stream()
            .anyMatch(
                t -> t.what() instanceof Extent.Region r && readsBelow(sheet.region(r.name())));
  }

  /** Whether an area's mask can be above 0 somewhere in a rectangle of source pixels. */
  boolean reaches(Area a, Rect rect) {
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
  int reach(Term t) {
    return (int) Math.ceil(t.reachMm() * frame.pxPerMm()) + 2;
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

  private <T> T kept(String part, long bytes, Supplier<T> find) {
    Hash h = new Hash().add(engine.sourceHash()).add(mapFingerprint).add("region").add(part);
    return engine.cache().analysis(h.get(), bytes, () -> lasting(h.get(), find));
  }

  /** What was found in an earlier sitting, else what is found now. */
  private <T> T lasting(long key, Supplier<T> find) {
    return engine.kept(key, FoundCode.form(), find);
  }

  /** Source pixels outside which a found region is 0. */
  private Rect found(String region) {
    if (regions.isPresent() && SitterRegion.number(region).isPresent()) {
      return engine.original().bounds(0);
    }
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
            () ->
                lasting(
                    h.get(),
                    () ->
                        RegionGrowing.grow(
                            g, engine.original(), frame.pxPerMm(), sheet.faceMap())));
  }
}
