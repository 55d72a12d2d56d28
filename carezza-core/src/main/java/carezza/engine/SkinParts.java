package carezza.engine;

import carezza.area.Area;
import carezza.image.Hash;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.reading.SkinGround;
import carezza.reading.SkinPatch;
import carezza.reading.SkinPlanes;
import carezza.region.RegionName;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;

/**
 * The skin of two sheets in parts that are measured apart and kept while nothing in them changes,
 * so that a stroke has only the parts measured again that it touches.
 */
final class SkinParts {
  /** Tiles along the side of a part, which is no larger than the skin in it. */
  private static final int TILES = 8;

  private static final Rect NOTHING = new Rect(0, 0, 0, 0);

  private final Engine engine;
  private final SheetView now;
  private final SheetView before;
  private final Area skin;
  private final int level;
  private final double px;
  private final List<Rect> parts;

  /** Tiles that hold skin: what lies in others is not looked at. */
  private final Set<Rect> tiles;

  /**
   * @param level of which the parts are measured
   */
  SkinParts(Engine engine, SheetView now, SheetView before, Area skin, int level) {
    this.engine = engine;
    this.now = now;
    this.before = before;
    this.skin = skin;
    this.level = level;
    px = now.frame().pxPerMm() / (1 << level);
    Rect bounds = now.bounds(level);
    Rect r = now.areaBounds(skin).toLevel(level).intersect(bounds);
    int side = SkinGround.side(px);
    parts =
        squares(r, TILES * side, bounds).parallelStream()
            .map(
                p ->
                    squares(p, side, p).stream().filter(this::hasSkin).reduce(NOTHING, Rect::union))
            .filter(p -> !p.isEmpty())
            .toList();
    tiles =
        parts.stream()
            .flatMap(p -> now.tiles(level, reads(p)).stream())
            .distinct()
            .toList()
            .parallelStream()
            .filter(this::hasSkin)
            .collect(Collectors.toSet());
  }

  /** The squares of a grid that a rectangle meets, as far as they lie inside another. */
  private static List<Rect> squares(Rect r, int side, Rect inside) {
    List<Rect> out = new ArrayList<>();
    for (int y = Math.floorDiv(r.y(), side) * side; y < r.bottom(); y += side) {
      for (int x = Math.floorDiv(r.x(), side) * side; x < r.right(); x += side) {
        out.add(new Rect(x, y, side, side).intersect(inside));
      }
    }
    return out;
  }

  private boolean hasSkin(Rect r) {
    return SkinGround.hasSkin(now.mask(skin, level, r));
  }

  /** A rectangle as far as tiles with skin go, black elsewhere. */
  private RgbBlock read(SheetView view, Map<Rect, RgbBlock> atHand, Rect rect) {
    RgbBlock out = new RgbBlock(level, rect);
    for (Rect t : view.tiles(level, rect)) {
      if (tiles.contains(t)) {
        RgbBlock b = atHand.get(t);
        out.paste(b == null ? view.read(level, t.intersect(rect)) : b);
      }
    }
    return out;
  }

  private List<Rect> withSkin(List<Rect> some, UnaryOperator<Rect> looks) {
    return some.stream()
        .flatMap(p -> now.tiles(level, looks.apply(p)).stream())
        .filter(tiles::contains)
        .toList();
  }

  private boolean isKnown(long key) {
    return engine.cache().peek(key) != null;
  }

  /** What is kept needs no pixels; the pixels of the rest are brought up first, and not kept. */
  List<SkinPatch> patches() {
    List<Rect> changed = parts.stream().filter(p -> !isKnown(patchKey(p))).toList();
    List<Rect> bare = changed.stream().filter(p -> !isKnown(key(p))).toList();
    Map<Rect, RgbBlock> was = before.tilesOnce(level, withSkin(bare, this::reads));
    Map<Rect, RgbBlock> is = now.tilesOnce(level, withSkin(changed, this::near));
    return parts.parallelStream().map(p -> patch(p, was, is)).toList();
  }

  private SkinPatch patch(Rect part, Map<Rect, RgbBlock> was, Map<Rect, RgbBlock> is) {
    return engine
        .cache()
        .newest(
            slot("patch", part),
            patchKey(part),
            PATCH_BYTES,
            () -> ground(part, was).against(read(now, is, near(part))));
  }

  private long patchKey(Rect part) {
    return new Hash().add(key(part)).add(now.fingerprint(source(near(part)))).get();
  }

  private SkinGround ground(Rect part, Map<Rect, RgbBlock> was) {
    Rect reads = reads(part);
    return engine
        .cache()
        .newest(
            slot("ground", part),
            key(part),
            GROUND_PLANES * 4 * reads.area(),
            () ->
                new SkinGround(
                    read(before, was, reads),
                    now.mask(skin, level, reads),
                    part,
                    now.frame().pxPerMm()));
  }

  /** Energy of pores and what a split leaves of it, part by part. */
  List<double[]> pores(double sigmaMm) {
    return parts.parallelStream()
        .map(
            part -> {
              SkinGround ground = ground(part, Map.of());
              long key = new Hash().add("pores").add(key(part)).add(sigmaMm).get();
              return engine.cache().analysis(key, 16, () -> ground.pores(sigmaMm));
            })
        .toList();
  }

  private static final long PATCH_BYTES = 400_000;
  private static final long GROUND_PLANES = 9;

  private long slot(String what, Rect part) {
    return new Hash().add(what).add(level).add(part).get();
  }

  /** Of the ground of a part. */
  private long key(Rect part) {
    Rect src = source(reads(part));
    return new Hash()
        .add("skin")
        .add(level)
        .add(part)
        .add(now.frame().pxPerMm())
        .add(before.fingerprint(src))
        .add(now.areaFingerprint(skin, src))
        .get();
  }

  private Rect source(Rect r) {
    return r.toSource(level).intersect(now.bounds(0));
  }

  private Rect reads(Rect part) {
    return SkinGround.reads(part, px, now.bounds(level));
  }

  private Rect near(Rect part) {
    return SkinGround.near(part, px, now.bounds(level));
  }

  /** Which of some regions a pixel lies on, where faces were found. */
  static SkinPlanes labels(SheetView view, List<String> regions) {
    return (level, rect) -> {
      int[] out = SkinPlanes.NONE.at(level, rect);
      for (int p = 0; p < regions.size(); p++) {
        Area region = Area.found(RegionName.of(regions.get(p)).orElseThrow().key());
        float[] m = view.mask(region, level, rect).data();
        for (int i = 0; i < out.length; i++) {
          if (m[i] > 0.5f) {
            out[i] = p;
          }
        }
      }
      return out;
    };
  }
}
