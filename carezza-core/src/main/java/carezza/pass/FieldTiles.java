package carezza.pass;

import carezza.field.SplineField;
import carezza.image.Hash;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import java.util.Arrays;

/**
 * Smooth fields found from the picture below, in tiles of a grid anchored at the picture's origin.
 * A tile is keyed by what it read, so a change elsewhere leaves it valid. Fields are found in
 * {@link EvaluationContext#unlit} light: they are to be ratios or stops, which a change of light
 * leaves valid.
 *
 * @param name tells analyses of one pass apart
 * @param level pyramid level of the grid
 * @param reachPx how far, in grid pixels, a field value looks
 * @param hash fingerprint of the settings the analysis depends on
 */
public record FieldTiles(String name, int level, int reachPx, long hash) {
  private static final int LEAST_TILE = 256;

  /** Rectangles start at its multiples, so that what is reduced inside an analysis is anchored. */
  private static final int ALIGN = 16;

  /**
   * Finds the fields from the picture below and the pass's mask over the same rectangle. What lies
   * where the mask is 0 must not matter: it is read only as far as the area's bounds go.
   */
  @FunctionalInterface
  public interface Analysis {
    /**
     * @param below starts at multiples of 16
     * @return fields over the rectangle of {@code below}
     */
    Plane[] of(RgbBlock below, Plane mask);
  }

  private int margin() {
    return (reachPx + SplineField.REACH + 2 + ALIGN - 1) / ALIGN * ALIGN;
  }

  /** Side of a tile in grid pixels, so that what is read beyond it does not outweigh it. */
  private int side() {
    int side = LEAST_TILE;
    while (side < 4 * margin()) {
      side *= 2;
    }
    return side;
  }

  private Rect tileReads(Rect tile, Rect bounds) {
    return aligned(tile.grow(margin()), bounds);
  }

  private static Rect aligned(Rect r, Rect bounds) {
    Rect in = r.intersect(bounds);
    return in.anchored(ALIGN).intersect(bounds);
  }

  /** Source pixels on which the fields inside {@code rect} (source pixels) rest. */
  public Rect reads(Frame frame, Rect rect) {
    Rect bounds = frame.bounds().toLevel(level);
    Rect g = rect.toLevel(level);
    int tile = side();
    int x0 = Math.floorDiv(g.x(), tile) * tile;
    int y0 = Math.floorDiv(g.y(), tile) * tile;
    int x1 = (Math.floorDiv(g.right() - 1, tile) + 1) * tile;
    int y1 = (Math.floorDiv(g.bottom() - 1, tile) + 1) * tile;
    return tileReads(new Rect(x0, y0, x1 - x0, y1 - y0), bounds)
        .toSource(level)
        .intersect(frame.bounds());
  }

  /** The fields at the pixel centres of {@code rect} at any level. */
  public Plane[] over(
      EvaluationContext context, int count, Analysis analysis, int atLevel, Rect rect) {
    Plane[] out = new Plane[count];
    for (int f = 0; f < count; f++) {
      out[f] = new Plane(rect);
    }
    int grid = side();
    double side = grid * Math.scalb(1.0, level - atLevel);
    int ty1 = (int) Math.floor((rect.bottom() - 0.5) / side);
    int tx1 = (int) Math.floor((rect.right() - 0.5) / side);
    for (int ty = (int) Math.floor((rect.y() + 0.5) / side); ty <= ty1; ty++) {
      for (int tx = (int) Math.floor((rect.x() + 0.5) / side); tx <= tx1; tx++) {
        Rect part = pixels(tx, ty, side).intersect(rect);
        if (part.isEmpty()) {
          continue;
        }
        SplineField[] fields =
            tile(context, new Rect(tx * grid, ty * grid, grid, grid), count, analysis);
        for (int f = 0; f < count; f++) {
          out[f].paste(fields[f].at(atLevel, part));
        }
      }
    }
    return out;
  }

  /**
   * The fields over the part of a block where a mask over it is not 0; null weighs 1 everywhere.
   */
  public Plane[] over(
      EvaluationContext context, int count, Analysis analysis, RgbBlock b, float[] weight) {
    return over(context, count, analysis, b.level(), Weighted.bounds(b.rect(), weight));
  }

  /** Pixels whose centres lie in a tile. */
  private static Rect pixels(int tx, int ty, double side) {
    int x0 = (int) Math.ceil(tx * side - 0.5);
    int y0 = (int) Math.ceil(ty * side - 0.5);
    int x1 = (int) Math.ceil((tx + 1) * side - 0.5);
    int y1 = (int) Math.ceil((ty + 1) * side - 0.5);
    return new Rect(x0, y0, x1 - x0, y1 - y0);
  }

  private SplineField[] tile(EvaluationContext context, Rect tile, int count, Analysis analysis) {
    EvaluationContext unlit = context.unlit();
    Rect bounds = unlit.below().bounds(level);
    Rect weighs = context.areaBounds(context.area()).toLevel(level).grow(ALIGN);
    Rect reads = aligned(tileReads(tile, bounds).intersect(weighs), bounds);
    if (reads.isEmpty()) {
      return zeros(tile, count);
    }
    Rect src = reads.toSource(level).intersect(context.frame().bounds());
    long key =
        new Hash()
            .add(name)
            .add(hash)
            .add(level)
            .add(tile)
            .add(context.frame().pxPerMm())
            .add(unlit.belowFingerprint(src))
            .add(context.areaFingerprint(context.area(), src))
            .get();
    // Read before the analysis is begun: threads that want it read together, then one computes.
    RgbBlock below = context.isKnown(key) ? null : unlit.below().read(level, reads);
    int wide = tile.w() + 2 * SplineField.REACH;
    return context.analysis(
        key,
        4L * count * wide * wide,
        () -> {
          RgbBlock b = below == null ? unlit.below().read(level, reads) : below;
          Plane[] found = analysis.of(b, context.mask(context.area(), level, reads));
          Rect keep = tile.grow(SplineField.REACH + 2).intersect(reads);
          if (keep.isEmpty()) {
            return zeros(tile, count);
          }
          SplineField[] out = new SplineField[count];
          for (int f = 0; f < count; f++) {
            out[f] = new SplineField(level, found[f].crop(keep, 0));
          }
          return out;
        });
  }

  /** Fields that are 0 everywhere: those of a tile out of reach of the area. */
  private SplineField[] zeros(Rect tile, int count) {
    SplineField zero =
        new SplineField(level, new Plane(new Rect(tile.x(), tile.y(), ALIGN, ALIGN)));
    SplineField[] out = new SplineField[count];
    Arrays.fill(out, zero);
    return out;
  }
}
