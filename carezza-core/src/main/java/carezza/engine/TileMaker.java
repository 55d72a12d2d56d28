package carezza.engine;

import carezza.area.Area;
import carezza.color.Matrix3;
import carezza.image.Hash;
import carezza.image.PixelReader;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.pass.EvaluationContext;
import carezza.pass.Pass;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CancellationException;
import java.util.function.BooleanSupplier;

/**
 * Makes the tiles of a sheet and says which of them are kept: what was asked for, what lies just
 * below the pass under the hand or the one that was changed, and every {@link #RUN} passes below
 * that, and below the first pass above the change that looks so far round that the change moves it
 * elsewhere too; the passes of a run are done one after the other on the same tile while it is in
 * the processor's cache.
 */
final class TileMaker {
  /** Which tiles are kept: all that are worth it and the finished one, those below it, none. */
  enum Keep {
    ALL,
    BELOW,
    NONE
  }

  /** Passes done on a tile before it is kept. */
  private static final int RUN = 6;

  private final Engine engine;
  private final SheetFingerprints fingerprints;
  private final BooleanSupplier cancelled;
  private final int hand;
  private final boolean kept;

  /**
   * @param hand passes that act below the one under the hand, -1 where there is none
   * @param kept whether what passes read below themselves is kept
   */
  TileMaker(
      Engine engine,
      SheetFingerprints fingerprints,
      BooleanSupplier cancelled,
      int hand,
      boolean kept) {
    this.engine = engine;
    this.fingerprints = fingerprints;
    this.cancelled = cancelled;
    this.hand = hand;
    this.kept = kept;
  }

  /** The same over another sheet. */
  TileMaker over(SheetFingerprints other, int otherHand) {
    return new TileMaker(engine, other, cancelled, otherHand, kept);
  }

  /** The same, keeping other tiles. */
  TileMaker keeping(int otherHand, boolean otherKept) {
    return new TileMaker(engine, fingerprints, cancelled, otherHand, otherKept);
  }

  SheetFingerprints fingerprints() {
    return fingerprints;
  }

  Engine engine() {
    return engine;
  }

  boolean keeps() {
    return kept;
  }

  int hand() {
    return hand;
  }

  private Masks masks(int depth) {
    return new Masks(fingerprints, engine.cache(), depth, below(depth));
  }

  RgbBlock read(int depth, int level, Rect rect, boolean keep) {
    Rect all = engine.source().bounds(level);
    if (!all.contains(rect)) {
      throw new IllegalArgumentException(rect + " is not inside " + all);
    }
    RgbBlock out = new RgbBlock(level, rect);
    List<Rect> begun = new ArrayList<>();
    for (Rect t : engine.tiles(level, rect)) {
      stopWhenCancelled();
      if (level == 0 && fingerprints.settle(depth, t) == 0) {
        out.paste(engine.sourceTile(0, t.intersect(rect)));
        continue;
      }
      RgbBlock b = tile(depth, level, t, false, keep ? Keep.ALL : Keep.NONE);
      if (b == null) {
        begun.add(t);
      } else {
        out.paste(b);
      }
    }
    for (Rect t : begun) {
      out.paste(tile(depth, level, t, true, keep ? Keep.ALL : Keep.NONE));
    }
    return out;
  }

  /** A tile; null when another thread is making it and is not to be waited for. */
  RgbBlock tile(int depth, int level, Rect t, boolean wait, Keep keep) {
    stopWhenCancelled();
    Rect src = t.toSource(level).intersect(engine.source().bounds());
    int top = fingerprints.settle(depth, src);
    return top == 0
        ? engine.sourceTile(level, t)
        : engine.cache().tile(key(top, level, t, src), wait, () -> make(top, level, t, src, keep));
  }

  /** A tile that is there already, or costs no pass; null when it would have to be computed. */
  RgbBlock there(int depth, int level, Rect t) {
    Rect src = t.toSource(level).intersect(engine.source().bounds());
    int top = fingerprints.settle(depth, src);
    if (top == 0) {
      return level == 0 ? engine.sourceTile(0, t) : null;
    }
    return engine.cache().get(key(top, level, t, src));
  }

  /** Whether a tile can be had without any pass being computed. */
  boolean isThere(int depth, int level, Rect t) {
    Rect src = t.toSource(level).intersect(engine.source().bounds());
    return level == 0 && fingerprints.settle(depth, src) == 0 || there(depth, level, t) != null;
  }

  private void stopWhenCancelled() {
    if (cancelled.getAsBoolean()) {
      throw new CancellationException("no longer wanted");
    }
  }

  private RgbBlock make(int top, int level, Rect t, Rect src, Keep keep) {
    int[] run = new int[top];
    int n = 0;
    RgbBlock block = null;
    for (int d = top; d > 0 && block == null; d = fingerprints.settle(d - 1, src)) {
      RgbBlock hit = n == 0 ? null : engine.cache().get(key(d, level, t, src));
      if (hit != null) {
        block = hit.copy();
      } else {
        run[n++] = d;
      }
    }
    if (block == null) {
      RgbBlock source = engine.sourceTile(level, t);
      block = level == 0 ? source : source.copy();
    }
    for (int i = n - 1; i >= 0; i--) {
      apply(run[i], block);
      int next = i == 0 ? top : run[i - 1] - 1;
      if (keep != Keep.NONE && i > 0 && isWorthKeeping(run[i], next, run[i - 1])) {
        keep(run[i], level, t, src, block.copy());
      }
    }
    if (keep == Keep.ALL) {
      keep(top, level, t, src, block);
    }
    return block;
  }

  /**
   * Whether a tile between is kept: just below the pass under the hand or the one that was changed,
   * and at the end of a run below it. Above it the next change has other tiles.
   *
   * @param next depth below the next pass that acts on the tile, whose depth is {@code above}
   */
  private boolean isWorthKeeping(int depth, int next, int above) {
    int same = fingerprints.inCommon();
    return between(depth, hand, next)
        || between(depth, same, next)
        || between(depth, fingerprints.farAbove(), next)
        || (same == 0 || depth <= same) && !fingerprints.holds() && depth / RUN < above / RUN;
  }

  private static boolean between(int depth, int hand, int next) {
    return depth <= hand && hand <= next;
  }

  private void keep(int depth, int level, Rect t, Rect src, RgbBlock block) {
    engine.cache().put(key(depth, level, t, src), block);
  }

  private long key(int depth, int level, Rect t, Rect src) {
    return new Hash().add(level).add(t).add(fingerprints.picture(depth, src)).get();
  }

  private void apply(int depth, RgbBlock block) {
    Pass pass = fingerprints.active().get(depth - 1);
    float[] weight =
        pass.kind().usesArea()
            ? masks(depth - 1).ofTile(pass.area(), block.level(), block.rect())
            : null;
    if (weight == Masks.NOTHING) {
      return;
    }
    SheetFingerprints looked = fingerprints.lookedAt(pass);
    Matrix3 light = fingerprints.light(depth - 1);
    EvaluationContext context =
        looked == fingerprints
            ? new PassEvaluation(pass, this, depth - 1, false, light)
            : new PassEvaluation(pass, over(looked, hand), looked.below(pass.id()), true, light);
    pass.kind().apply(context, block, weight);
    engine.count(pass.id(), block.size());
  }

  /** The picture with the first {@code depth} acting passes done. */
  PixelReader below(int depth) {
    return new PixelReader() {
      @Override
      public Rect bounds(int level) {
        return engine.source().bounds(level);
      }

      @Override
      public RgbBlock read(int level, Rect rect) {
        return TileMaker.this.read(depth, level, rect, true);
      }
    };
  }

  /** An area of the pass above so many acting ones, put together from tiles. */
  Plane mask(int depth, Area area, int level, Rect rect) {
    Masks masks = masks(depth);
    Plane out = new Plane(rect);
    for (Rect t : engine.tiles(level, rect)) {
      float[] m = masks.ofTile(area, level, t);
      if (m != Masks.NOTHING) {
        out.paste(m == null ? Plane.filled(t, 1) : new Plane(t, m));
      }
    }
    return out;
  }
}
