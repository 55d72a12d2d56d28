package carezza.engine;

import carezza.area.Area;
import carezza.area.AreaMask;
import carezza.area.Seed;
import carezza.area.Stroke;
import carezza.image.Hash;
import carezza.image.PixelReader;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.region.RegionName;
import carezza.region.Regions;
import carezza.region.SitterRegion;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;

/**
 * Masks of one sheet's areas. Those of tiles are kept; when only the last stroke of an area is new
 * it alone is laid on the mask that is there.
 */
final class Masks implements AreaMask.Context {
  /** Stands for a mask that is 0 everywhere. */
  static final float[] NOTHING = new float[0];

  private final SheetFingerprints fingerprints;
  private final TileCache cache;
  private final int depth;
  private final PixelReader below;

  /**
   * @param depth of the picture below the pass whose areas are asked for
   * @param below that picture
   */
  Masks(SheetFingerprints fingerprints, TileCache cache, int depth, PixelReader below) {
    this.fingerprints = fingerprints;
    this.cache = cache;
    this.depth = depth;
    this.below = below;
  }

  /** Weights over a tile, not to be written to: null when all are 1, NOTHING when all are 0. */
  float[] ofTile(Area area, int level, Rect tile) {
    if (area.isWhole()) {
      return null;
    }
    float[] m =
        cache.analysis(key(area, level, tile), 4L * tile.area(), () -> make(area, level, tile));
    return m.length == 1 && tile.area() > 1 ? null : m;
  }

  private long key(Area area, int level, Rect tile) {
    return new Hash()
        .add("mask")
        .add(level)
        .add(tile)
        .add(fingerprints.area(area, depth, tile.toSource(level)))
        .get();
  }

  /** One value stands for all 1. */
  private float[] make(Area area, int level, Rect tile) {
    Area bare = area.bare();
    float[] m;
    if (bare.equals(area)) {
      m = onTopOfWhatIsThere(area, level, tile);
      m = m == null ? AreaMask.of(area, this, level, tile) : m;
    } else {
      float[] from = area.followMm() > 0 ? null : copy(ofTile(bare, level, tile), tile);
      m = AreaMask.finish(area, this, level, tile, from);
    }
    if (m == null) {
      return new float[] {1};
    }
    for (float v : m) {
      if (v > 0) {
        return m;
      }
    }
    return NOTHING;
  }

  private static float[] copy(float[] m, Rect tile) {
    if (m != null && m != NOTHING) {
      return m.clone();
    }
    float[] out = new float[(int) tile.area()];
    Arrays.fill(out, m == null ? 1 : 0);
    return out;
  }

  private float[] onTopOfWhatIsThere(Area area, int level, Rect tile) {
    List<Stroke> strokes = area.strokes();
    double px = pxPerMm();
    Rect src = tile.toSource(level);
    int last = strokes.size() - 1;
    while (last >= 0 && !strokes.get(last).bounds(px).intersects(src)) {
      last--;
    }
    if (last < 0) {
      return null;
    }
    float[] below = cache.peek(key(area.withStrokes(last), level, tile));
    if (below == null || (below.length == 1 && tile.area() > 1)) {
      return null;
    }
    float[] m = below.length == 0 ? new float[(int) tile.area()] : below.clone();
    AreaMask.paint(List.of(strokes.get(last)), px, level, tile, m);
    return m;
  }

  @Override
  public double pxPerMm() {
    return fingerprints.frame().pxPerMm();
  }

  @Override
  public Rect bounds(int level) {
    return fingerprints.frame().bounds().toLevel(level);
  }

  @Override
  public float[] region(String name, int level, Rect rect) {
    return AreaMask.of(fingerprints.sheet().region(name), this, level, rect);
  }

  @Override
  public Plane found(String name, int level, Rect rect) {
    return fingerprints
        .areas()
        .regions()
        .flatMap(r -> found(r, name, level, rect))
        .orElseGet(() -> new Plane(rect));
  }

  private static Optional<Plane> found(Regions r, String name, int level, Rect rect) {
    OptionalInt sitter = SitterRegion.number(name);
    return sitter.isPresent()
        ? Optional.of(r.ofSitter(sitter.getAsInt(), level, rect))
        : RegionName.of(name).map(n -> r.mask(n, level, rect));
  }

  @Override
  public RgbBlock below(int level, Rect rect) {
    return below.read(level, rect);
  }

  @Override
  public Plane matte(Seed g, int level, Rect rect) {
    return fingerprints.areas().matte(g).at(level, rect);
  }
}
