package carezza.region;

import carezza.area.Matte;
import carezza.area.Outline;
import carezza.face.FaceContours;
import carezza.face.FaceFrame;
import carezza.face.FaceMap;
import carezza.face.Facing;
import carezza.face.FoundFace;
import carezza.face.Pin;
import carezza.image.PixelReader;
import carezza.image.Plane;
import carezza.image.Rect;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Supplier;

/**
 * Soft masks of the regions of all faces of a map, at any level. Lids and lips are the outlines of
 * the map; surfaces, brows, teeth and what is in an iris are found in the picture when they are
 * first asked for.
 */
public final class Regions {
  /** Where what was found is kept, so that it is found once. */
  public interface Store {
    /**
     * @param part what it is, unique within one picture and face map
     */
    <T> T kept(String part, long bytes, Supplier<T> find);
  }

  /**
   * Raised whenever something is found otherwise than before in the same picture: what was kept of
   * an earlier version is not used then.
   */
  public static final int VERSION = 2;

  private static final long BYTES = 2_000_000;

  /** Width of the band of skin under the lower lid, and of the lashes above the upper one. */
  private static final double UNDER_EYE_MM = 13;

  private static final double LASHES_MM = 2.5;
  private static final double LEAST_UNDER_MM = 1.2;

  /** Skin is turned away where its normal is so far from the camera: none of it, all of it. */
  private static final double TURNS_AWAY = 0.75;

  private static final double TURNED_AWAY = 0.5;

  private final PixelReader picture;
  private final FaceMap map;
  private final double px;
  private final Store store;
  private final List<FaceParts> parts;

  /**
   * @param picture the source
   * @param map with at least one found face
   */
  public Regions(PixelReader picture, FaceMap map, Store store) {
    if (map.faces().isEmpty()) {
      throw new IllegalArgumentException("faces = 0, must be 1 or more");
    }
    this.picture = picture;
    this.map = map;
    this.store = store;
    px = map.pxPerMm();
    parts = FaceParts.of(map);
  }

  /** Weights 0..1 of a region over a rectangle of a level. */
  public Plane mask(RegionName name, int level, Rect rect) {
    return switch (name) {
      case SKIN -> skin(level, rect);
      case HAIR -> without(surface(SurfacePrior.HAIR, level, rect), features(level, rect));
      case CLOTHING -> surface(SurfacePrior.CLOTHING, level, rect);
      case BACKDROP -> surface(SurfacePrior.BACKDROP, level, rect);
      case PERSON -> inverse(surface(SurfacePrior.BACKDROP, level, rect));
      case LIPS -> lips(level, rect);
      case TEETH -> all(level, rect, this::teeth);
      case EYE_WHITES -> all(level, rect, (f, l, r) -> eyes(f, l, r, this::white));
      case IRISES -> all(level, rect, (f, l, r) -> eyes(f, l, r, this::iris));
      case PUPILS ->
          all(level, rect, (f, l, r) -> eyes(f, l, r, (e, v, q) -> parts(e).pupil().at(v, q)));
      case CATCH_LIGHTS ->
          all(
              level,
              rect,
              (f, l, r) -> eyes(f, l, r, (e, v, q) -> parts(e).catchLights().at(v, q)));
      case BROWS -> all(level, rect, this::brows);
      case UNDER_EYES -> times(all(level, rect, this::underEyes), skin(level, rect));
      case TURNED_AWAY ->
          times(all(level, rect, this::turnedAway), part(RegionName.FACE, level, rect));
      case LASH_LINES -> all(level, rect, this::lashes);
      case HANDS -> times(hands(level, rect), skin(level, rect));
      default -> part(name, level, rect);
    };
  }

  /** Weights 0..1 of what belongs to a sitter, by number. */
  public Plane ofSitter(int number, int level, Rect rect) {
    return SitterRegion.mask(map, parts, number, level, rect);
  }

  /**
   * Source pixels outside which a region is 0; the whole picture for those that have no outline.
   */
  public Rect bounds(RegionName name) {
    Rect all = picture.bounds(0);
    return switch (name) {
      case LIPS, TEETH -> around(List.of(FaceContours.OUTER_LIPS), 2).intersect(all);
      case EYE_WHITES, IRISES, PUPILS, CATCH_LIGHTS ->
          around(List.of(FaceContours.RIGHT_EYE, FaceContours.LEFT_EYE), 1).intersect(all);
      case UNDER_EYES, LASH_LINES ->
          around(List.of(FaceContours.RIGHT_EYE, FaceContours.LEFT_EYE), 16).intersect(all);
      case BROWS ->
          around(List.of(FaceContours.RIGHT_BROW, FaceContours.LEFT_BROW), 13).intersect(all);
      default -> all;
    };
  }

  private Rect around(List<List<Integer>> lines, double mm) {
    Rect r = new Rect(0, 0, 0, 0);
    for (FoundFace f : map.faces()) {
      for (List<Integer> line : lines) {
        r = r.union(Outline.through(f.points(line)).bounds().grow((int) Math.ceil(mm * px)));
      }
    }
    return r;
  }

  // ---- putting together

  private interface OfFace {
    Plane mask(FoundFace f, int level, Rect rect);
  }

  private interface OfEye {
    Plane mask(Eye e, int level, Rect rect);
  }

  /** One eye of a face. */
  private record Eye(FoundFace face, boolean right) {
    Pin pupil() {
      return right ? face.rightPupil() : face.leftPupil();
    }

    double radius() {
      return (right ? face.rightIrisPx() : face.leftIrisPx()) / 2;
    }

    Outline opening() {
      return Outline.through(face.points(right ? FaceContours.RIGHT_EYE : FaceContours.LEFT_EYE));
    }
  }

  private Plane all(int level, Rect rect, OfFace of) {
    Plane out = new Plane(rect);
    for (FoundFace f : map.faces()) {
      most(out, of.mask(f, level, rect));
    }
    return out;
  }

  private static Plane eyes(FoundFace f, int level, Rect rect, OfEye of) {
    Plane out = of.mask(new Eye(f, true), level, rect);
    most(out, of.mask(new Eye(f, false), level, rect));
    return out;
  }

  private static void most(Plane to, Plane from) {
    for (int i = 0; i < to.data().length; i++) {
      to.data()[i] = Math.max(to.data()[i], from.data()[i]);
    }
  }

  private static Plane without(Plane a, Plane b) {
    for (int i = 0; i < a.data().length; i++) {
      a.data()[i] *= 1 - b.data()[i];
    }
    return a;
  }

  private static Plane times(Plane a, Plane b) {
    for (int i = 0; i < a.data().length; i++) {
      a.data()[i] *= b.data()[i];
    }
    return a;
  }

  private static Plane inverse(Plane a) {
    for (int i = 0; i < a.data().length; i++) {
      a.data()[i] = 1 - a.data()[i];
    }
    return a;
  }

  // ---- surfaces

  private Plane surface(int which, int level, Rect rect) {
    return surfaces().get(which).at(level, rect);
  }

  private List<Matte> surfaces() {
    return store.kept("surfaces", 4 * BYTES, () -> Surfaces.find(picture, map));
  }

  /** The surface of skin without eyes, mouth and brows. */
  private Plane skin(int level, Rect rect) {
    return without(surface(SurfacePrior.SKIN, level, rect), features(level, rect));
  }

  /** Eyes, mouth and brows. */
  private Plane features(int level, Rect rect) {
    return all(
        level,
        rect,
        (f, l, r) -> {
          Plane out = eyes(f, l, r, (e, v, q) -> e.opening().coverage(v, q));
          most(out, Outline.through(f.points(FaceContours.OUTER_LIPS)).coverage(l, r));
          most(out, brows(f, l, r));
          return out;
        });
  }

  /** A part of the skin of the nearest face, with soft borders. */
  private Plane part(RegionName name, int level, Rect rect) {
    Plane out = skin(level, rect);
    FaceParts.Walk walk = new FaceParts.Walk(parts);
    double side = 1 << level;
    for (int i = 0; i < out.data().length; i++) {
      if (out.data()[i] > 0) {
        double x = (rect.x() + i % rect.w() + 0.5) * side;
        double y = (rect.y() + i / rect.w() + 0.5) * side;
        out.data()[i] *= (float) walk.share(name, x, y);
      }
    }
    return without(out, hands(level, rect));
  }

  private Plane turnedAway(FoundFace f, int level, Rect rect) {
    Matte m = store.kept("turnedAway" + map.faces().indexOf(f), BYTES, () -> turnedAway(f));
    return m.at(level, rect);
  }

  private Matte turnedAway(FoundFace f) {
    int level = Surfaces.level(picture, map);
    Plane away = Facing.cosines(f, px, level, picture.bounds(level));
    for (int i = 0; i < away.data().length; i++) {
      double t = (TURNS_AWAY - away.data()[i]) / (TURNS_AWAY - TURNED_AWAY);
      away.data()[i] = (float) SurfacePrior.step(t);
    }
    return new Matte(level, away);
  }

  private Plane hands(int level, Rect rect) {
    return store
        .kept("hands", BYTES, () -> LooseSkin.find(picture, map, surfaces().get(SurfacePrior.SKIN)))
        .at(level, rect);
  }

  // ---- mouth

  private Plane lips(int level, Rect rect) {
    return all(
        level,
        rect,
        (f, l, r) -> {
          if (isHidden(f)) {
            return new Plane(r);
          }
          Plane out = Outline.through(f.points(FaceContours.OUTER_LIPS)).coverage(l, r);
          return isOpen(f) ? without(out, mouth(f).coverage(l, r)) : out;
        });
  }

  private boolean isHidden(FoundFace f) {
    return store.kept(
        "hiddenMouth" + map.faces().indexOf(f),
        16,
        () -> HiddenMouth.is(picture, f, surfaces().get(SurfacePrior.SKIN), px));
  }

  private boolean isOpen(FoundFace f) {
    return FaceSnap.isOpen(f.mesh(), px);
  }

  private static Outline mouth(FoundFace f) {
    return Outline.through(f.points(FaceContours.INNER_LIPS));
  }

  private Plane teeth(FoundFace f, int level, Rect rect) {
    if (!isOpen(f) || isHidden(f)) {
      return new Plane(rect);
    }
    Matte m =
        store.kept("teeth" + map.faces().indexOf(f), BYTES, () -> MouthTeeth.find(picture, f, px));
    return times(m.at(level, rect), mouth(f).coverage(level, rect));
  }

  // ---- eyes

  private Plane white(Eye e, int level, Rect rect) {
    return without(e.opening().coverage(level, rect), disc(e).coverage(level, rect));
  }

  private Plane iris(Eye e, int level, Rect rect) {
    return times(e.opening().coverage(level, rect), disc(e).coverage(level, rect));
  }

  private static Outline disc(Eye e) {
    List<Pin> rim = new ArrayList<>();
    for (int k = 0; k < 12; k++) {
      double a = k * Math.PI / 6;
      rim.add(
          new Pin(
              e.pupil().x() + e.radius() * Math.cos(a), e.pupil().y() + e.radius() * Math.sin(a)));
    }
    return Outline.through(rim);
  }

  private IrisParts parts(Eye e) {
    return store.kept(
        "iris" + map.faces().indexOf(e.face()) + e.right(),
        BYTES / 8,
        () -> IrisParts.find(picture, e.pupil(), e.radius(), e.opening(), px));
  }

  private Plane underEyes(FoundFace f, int level, Rect rect) {
    return eyes(
        f,
        level,
        rect,
        (e, l, r) ->
            without(
                band(e, false, UNDER_EYE_MM, LEAST_UNDER_MM).coverage(l, r),
                e.opening().coverage(l, r)));
  }

  private Plane lashes(FoundFace f, int level, Rect rect) {
    return eyes(
        f,
        level,
        rect,
        (e, l, r) ->
            without(band(e, true, LASHES_MM, 0).coverage(l, r), e.opening().coverage(l, r)));
  }

  /** A band along a lid, nothing at the corners and at most {@code mm} wide. */
  private Outline band(Eye e, boolean upper, double mm, double from) {
    List<Integer> line = e.right() ? FaceContours.RIGHT_EYE : FaceContours.LEFT_EYE;
    List<Pin> eye = e.face().points(line);
    double[] down = new FaceFrame(map, px).down();
    double way = (upper ? -1 : 1) * px;
    List<Pin> out = new ArrayList<>();
    List<Pin> back = new ArrayList<>();
    int half = eye.size() / 2;
    for (int i = 0; i <= half; i++) {
      Pin p = eye.get(upper ? Math.floorMod(-i, eye.size()) : i);
      double wide = way * mm * Math.sqrt(Math.sin(Math.PI * i / half));
      out.add(new Pin(p.x() + way * from * down[0], p.y() + way * from * down[1]));
      if (i > 0 && i < half) {
        back.add(0, new Pin(p.x() + wide * down[0], p.y() + wide * down[1]));
      }
    }
    out.addAll(back);
    return Outline.through(out);
  }

  private Plane brows(FoundFace f, int level, Rect rect) {
    Plane out = new Plane(rect);
    for (List<Integer> line : List.of(FaceContours.RIGHT_BROW, FaceContours.LEFT_BROW)) {
      Matte m =
          store.kept(
              "brow" + map.faces().indexOf(f) + line.get(0),
              BYTES / 4,
              () ->
                  Brows.find(
                      picture,
                      Outline.through(f.points(line)),
                      surfaces().get(SurfacePrior.HAIR),
                      px));
      most(out, m.at(level, rect));
    }
    return out;
  }
}
