package carezza.screen;

import carezza.image.Hash;
import carezza.image.Rect;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;

/**
 * What a frame shows and which of its blocks have to be drawn: every tile is fingerprinted once,
 * and what comes of it both says how much changed and is what is drawn.
 */
public final class FramePlan {
  /** Most blocks that are looked at closely. */
  private static final int FEW = 40;

  private final Frames.Request request;
  private final int level;
  private final Drawn next;
  private final Drawn last;
  private final BitSet stale;

  private FramePlan(Frames.Request request, int level, Drawn next, Drawn last, BitSet stale) {
    this.request = request;
    this.level = level;
    this.next = next;
    this.last = last;
    this.stale = stale;
  }

  /**
   * @param coarser levels coarser than the zoom asks for
   * @param last the frame before, or null
   */
  public static FramePlan of(Frames.Request r, int coarser, Drawn last, ExecutorService pool) {
    int level = Math.min(8, r.viewport().level() + coarser);
    Frames.run(r.view().firstFinds().stream().map(Executors::callable).toList(), pool);
    Drawn next = new Drawn(r);
    Map<Rect, Long> fingerprints = new ConcurrentHashMap<>();
    List<Callable<Object>> jobs = new ArrayList<>();
    for (Rect tile : tiles(r, level, next.all())) {
      jobs.add(
          () -> {
            fingerprints.put(tile, fingerprint(r, tile, level));
            return null;
          });
    }
    Frames.run(jobs, pool);
    for (int i = 0; i < next.blocks(); i++) {
      Rect need = r.needed(level, next.block(i));
      List<Rect> tiles = r.tiles(level, next.block(i));
      Hash h = new Hash();
      tiles.forEach(t -> h.add(fingerprints.get(t)));
      beyond(r, need, level, h);
      next.plan(i, need.isEmpty() ? 0 : level, h.get());
    }
    return new FramePlan(r, level, next, last, stale(r, level, next, last));
  }

  /**
   * Blocks that the last frame does not show as they are to be: by the tiles they need and, where
   * these are few, by the very pixels.
   */
  private static BitSet stale(Frames.Request r, int level, Drawn next, Drawn last) {
    BitSet stale = new BitSet();
    for (int i = 0; i < next.blocks(); i++) {
      stale.set(i, !next.hasFrom(last, i));
    }
    if (stale.cardinality() > FEW) {
      return stale;
    }
    for (int i = stale.nextSetBit(0); i >= 0; i = stale.nextSetBit(i + 1)) {
      Rect need = r.needed(level, next.block(i));
      if (next.mayHaveFrom(last, i)
          && !need.isEmpty()
          && fingerprint(r, need, level) == fingerprint(last.request(), need, level)) {
        stale.clear(i);
      }
    }
    return stale;
  }

  /** Fingerprint of everything that what is shown of a rectangle of a level can rest on. */
  private static long fingerprint(Frames.Request r, Rect rect, int level) {
    Rect src = rect.toSource(level).intersect(r.view().bounds(0));
    Hash h = new Hash().add(r.view().fingerprint(src));
    r.area().ifPresent(a -> h.add(a.form().name()).add(r.view().maskFingerprint(a.pass(), src)));
    r.before().ifPresent(b -> h.add(b.fingerprint(src)));
    beyond(r, rect, level, h);
    h.add(r.look().reachMm(r.view()));
    if (r.look().looksAtAll()) {
      h.add(r.view().fingerprint(r.view().bounds(0)));
    }
    return h.get();
  }

  /** Adds what the backdrop beyond the picture rests on, where a rectangle of a level shows it. */
  private static void beyond(Frames.Request r, Rect rect, int level, Hash h) {
    if (!r.view().bounds(level).contains(rect)) {
      h.add(r.view().fingerprintBeyond(r.viewport().framing().there()));
      r.before().ifPresent(b -> h.add(b.fingerprintBeyond(r.viewport().framing().there())));
    }
  }

  /** Tiles of a level that blocks are drawn from, nearest to the middle of the view first. */
  private static List<Rect> tiles(Frames.Request r, int level, List<Rect> blocks) {
    Set<Rect> out = new HashSet<>();
    for (Rect block : blocks) {
      out.addAll(r.tiles(level, block));
    }
    Viewport v = r.viewport();
    double cx = Math.scalb(v.sourceX(v.width() / 2.0, v.height() / 2.0), -level);
    double cy = Math.scalb(v.sourceY(v.width() / 2.0, v.height() / 2.0), -level);
    return out.stream()
        .sorted(
            Comparator.comparingDouble(
                t -> Math.hypot(t.x() + t.w() / 2.0 - cx, t.y() + t.h() / 2.0 - cy)))
        .toList();
  }

  /** Share of the view, 0 to 1, that has to be drawn anew. */
  public double changedShare() {
    return (double) stale.cardinality() / next.blocks();
  }

  /** Whether nothing has to be computed for it. */
  public boolean isAtHand() {
    List<Rect> changed = stale.stream().mapToObj(next::block).toList();
    return tiles(request, level, changed).stream().allMatch(t -> request.view().isAtHand(level, t));
  }

  /**
   * Draws the frame: first the tiles that changed blocks need are brought up, those in the middle
   * first, then the blocks are drawn from them. Blocks that the last frame shows as they are to be
   * are taken from it.
   */
  public Drawn draw(ExecutorService pool) {
    List<Rect> changed = new ArrayList<>();
    List<Callable<Object>> blocks = new ArrayList<>();
    for (int i = 0; i < next.blocks(); i++) {
      if (stale.get(i)) {
        changed.add(next.block(i));
      } else {
        next.share(last, i);
      }
    }
    List<Callable<Object>> tiles = new ArrayList<>();
    for (Rect tile : tiles(request, level, changed)) {
      tiles.add(() -> request.view().read(level, tile));
    }
    Frames.run(tiles, pool);
    BlockDrawing drawing = new BlockDrawing(request, level);
    for (int i = stale.nextSetBit(0); i >= 0; i = stale.nextSetBit(i + 1)) {
      Rect block = next.block(i);
      int[] pixels = next.fresh(i);
      blocks.add(
          () -> {
            drawing.draw(block, pixels);
            return null;
          });
    }
    Frames.run(blocks, pool);
    return next;
  }
}
