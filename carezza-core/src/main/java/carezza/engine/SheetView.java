package carezza.engine;

import carezza.area.Area;
import carezza.color.Matrix3;
import carezza.image.Hash;
import carezza.image.PixelReader;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.pass.EvaluationContext;
import carezza.pass.Frame;
import carezza.pass.Pass;
import carezza.sheet.RunSheet;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.BooleanSupplier;
import java.util.function.Supplier;

/**
 * A run sheet over the source, to be read at any level.
 *
 * <p>Tiles are kept where they pay: what was asked for, what lies just below the pass under the
 * hand or the one that was changed, and every {@link #RUN} passes below that, and below the first
 * pass above the change that looks so far round that the change moves it elsewhere too; the passes
 * of a run are done one after the other on the same tile while it is in the processor's cache.
 */
public final class SheetView implements PixelReader {
  /** Which tiles are kept: all that pay and the finished one, those below it, none. */
  private enum Keep {
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

  SheetView(
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

  /**
   * The same view with analyses held as they are in another sheet, for what is dragged or drawn:
   * nothing is found anew, patches are carried along with the light below.
   */
  public SheetView holding(RunSheet sheet) {
    return new SheetView(
        engine,
        engine.fingerprints(fingerprints.sheet(), engine.fingerprints(sheet)),
        cancelled,
        hand,
        kept);
  }

  /** The same view, keeping also what lies just below a pass that is likely to be changed. */
  public SheetView underHand(long passId) {
    return new SheetView(engine, fingerprints, cancelled, fingerprints.below(passId), kept);
  }

  /** The same view for reading each place once: what is read is not kept. */
  public SheetView readOnce() {
    return new SheetView(engine, fingerprints, cancelled, hand, false);
  }

  public RunSheet sheet() {
    return fingerprints.sheet();
  }

  public Frame frame() {
    return fingerprints.frame();
  }

  @Override
  public Rect bounds(int level) {
    return engine.source().bounds(level);
  }

  @Override
  public RgbBlock read(int level, Rect rect) {
    return read(fingerprints.active().size(), level, rect, kept);
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
        .forEach(t -> out.paste(tile(depth, level, t, true, Keep.ALL)));
    return out;
  }

  /** Tiles of a level that are looked at once and not kept, by all processors. */
  Map<Rect, RgbBlock> tilesOnce(int level, List<Rect> tiles) {
    int depth = fingerprints.active().size();
    Map<Rect, RgbBlock> out = new ConcurrentHashMap<>();
    tiles.stream().distinct().toList().parallelStream()
        .forEach(t -> out.put(t, tile(depth, level, t, true, Keep.BELOW)));
    return out;
  }

  /**
   * A weight mask over a rectangle, put together from tiles; 0 beyond the picture. What of it rests
   * on the picture is read from the finished one.
   */
  public Plane mask(Area area, int level, Rect rect) {
    return mask(masks(fingerprints.active().size()), area, level, rect);
  }

  /** The mask of a pass of this sheet. */
  public Plane mask(Pass pass, int level, Rect rect) {
    return mask(masks(fingerprints.below(pass.id())), pass.area(), level, rect);
  }

  private Masks masks(int depth) {
    return new Masks(fingerprints, engine.cache(), depth, below(depth));
  }

  private Plane mask(Masks masks, Area area, int level, Rect rect) {
    Plane out = new Plane(rect);
    for (Rect t : tiles(level, rect)) {
      float[] m = masks.ofTile(area, level, t);
      if (m != Masks.NOTHING) {
        out.paste(m == null ? Plane.filled(t, 1) : new Plane(t, m));
      }
    }
    return out;
  }

  /** The tiles that a rectangle is read by; reading along them computes nothing twice. */
  public List<Rect> tiles(int level, Rect rect) {
    List<Rect> out = new ArrayList<>();
    int side = engine.tile();
    Rect all = bounds(level);
    for (int y = Math.floorDiv(rect.y(), side) * side; y < rect.bottom(); y += side) {
      for (int x = Math.floorDiv(rect.x(), side) * side; x < rect.right(); x += side) {
        Rect t = new Rect(x, y, side, side).intersect(all);
        if (!t.isEmpty()) {
          out.add(t);
        }
      }
    }
    return out;
  }

  public Rect areaBounds(Area area) {
    return fingerprints.bounds(area);
  }

  /**
   * What has to be found before anything can be read and does not rest on one another: worth being
   * run side by side. Nothing when it is at hand.
   */
  public List<Runnable> firstFinds() {
    return fingerprints.seeds().stream().map(g -> (Runnable) () -> fingerprints.matte(g)).toList();
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

  /** What one pass is evaluated in of this sheet, over the picture below it; it may be muted. */
  public EvaluationContext contextFor(Pass pass) {
    int depth = fingerprints.below(pass.id());
    return new PassEvaluation(pass, this, depth, false, fingerprints.light(depth));
  }

  private RgbBlock read(int depth, int level, Rect rect, boolean keep) {
    if (!bounds(level).contains(rect)) {
      throw new IllegalArgumentException(rect + " is not inside " + bounds(level));
    }
    RgbBlock out = new RgbBlock(level, rect);
    List<Rect> begun = new ArrayList<>();
    for (Rect t : tiles(level, rect)) {
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
  private RgbBlock tile(int depth, int level, Rect t, boolean wait, Keep keep) {
    stopWhenCancelled();
    Rect src = t.toSource(level).intersect(engine.source().bounds());
    int top = fingerprints.settle(depth, src);
    return top == 0
        ? engine.sourceTile(level, t)
        : engine.cache().tile(key(top, level, t, src), wait, () -> make(top, level, t, src, keep));
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
    EvaluationContext context =
        looked == fingerprints
            ? new PassEvaluation(pass, this, depth - 1, false, fingerprints.light(depth - 1))
            : new PassEvaluation(
                pass,
                new SheetView(engine, looked, cancelled, hand, kept),
                looked.below(pass.id()),
                true,
                fingerprints.light(depth - 1));
    pass.kind().apply(context, block, weight);
    engine.count(pass.id(), block.size());
  }

  /** The picture with the first {@code depth} acting passes done. */
  private PixelReader below(int depth) {
    return new PixelReader() {
      @Override
      public Rect bounds(int level) {
        return SheetView.this.bounds(level);
      }

      @Override
      public RgbBlock read(int level, Rect rect) {
        return SheetView.this.read(depth, level, rect, true);
      }
    };
  }

  /** What a pass sees: the picture below it in a view, which is an earlier one while held. */
  private record PassEvaluation(Pass pass, SheetView view, int depth, boolean isHeld, Matrix3 light)
      implements EvaluationContext {
    @Override
    public EvaluationContext on(Pass p) {
      return new PassEvaluation(p, view, depth, isHeld, light);
    }

    @Override
    public EvaluationContext unlit() {
      SheetFingerprints bare = view.fingerprints.unlit(depth);
      return bare == view.fingerprints
          ? this
          : new PassEvaluation(
              pass,
              new SheetView(view.engine, bare, view.cancelled, -1, view.kept),
              bare.below(pass.id()),
              isHeld,
              Matrix3.IDENTITY);
    }

    @Override
    public Frame frame() {
      return view.frame();
    }

    @Override
    public PixelReader below() {
      return view.below(depth);
    }

    @Override
    public long belowFingerprint(Rect rect) {
      return view.fingerprints.picture(depth, rect);
    }

    @Override
    public Area area() {
      return isHeld ? view.sheet().pass(pass.id()).orElse(pass).area() : pass.area();
    }

    @Override
    public Plane mask(Area area, int level, Rect rect) {
      return view.mask(view.masks(depth), area, level, rect);
    }

    @Override
    public long areaFingerprint(Area area, Rect rect) {
      return view.fingerprints.area(area, depth, rect);
    }

    @Override
    public Rect areaBounds(Area area) {
      return view.fingerprints.bounds(area);
    }

    @Override
    public boolean isKnown(long key) {
      return view.engine.cache().peek(key) != null;
    }

    @Override
    public <T> T analysis(long key, long bytes, Supplier<T> compute) {
      return view.engine.cache().analysis(key, bytes, compute);
    }
  }
}
