package carezza.screen;

import carezza.engine.SaliencyMap;
import carezza.engine.SheetView;
import carezza.image.Hash;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.pass.Pass;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;

/**
 * Turns part of a sheet into screen pixels: evaluates the level that the zoom asks for, samples it
 * at device pixels, encodes for an sRGB screen and dithers to 8 bits. Runs on workers only.
 */
public final class Frames {
  /** Sigma of a split at 1.8 mm. */
  private static final double SPLIT_MM = 1.8 / 2.355;

  /** Most blocks that are looked at closely. */
  private static final int FEW = 40;

  /** Sigmas beyond which a band does not look. */
  private static final double REACH = 4;

  private Frames() {}

  /**
   * An area over the picture.
   *
   * @param pass whose area
   * @param form how it is shown, not NONE
   */
  public record ShownArea(Pass pass, AreaForm form) {}

  /**
   * What is to be drawn.
   *
   * @param view the sheet
   * @param viewport where
   * @param look how
   * @param area the area that is to be shown, if any
   * @param desk colour outside the picture
   * @param before what changes are reckoned from, needed for that look alone
   */
  public record Request(
      SheetView view,
      Viewport viewport,
      Look look,
      Optional<ShownArea> area,
      int desk,
      Optional<SheetView> before) {
    public Request {
      if (look == Look.CHANGES && before.isEmpty()) {
        throw new IllegalArgumentException("look = CHANGES, must have a view from before");
      }
    }

    public Request(
        SheetView view, Viewport viewport, Look look, Optional<ShownArea> area, int desk) {
      this(view, viewport, look, area, desk, Optional.empty());
    }

    /** Where the bands part, mm: as the sheet's two bands are set, else as they start. */
    double splitMm() {
      return view.sheet().passes().stream()
          .flatMapToDouble(p -> p.kind().splitMm(p).stream())
          .findFirst()
          .orElse(SPLIT_MM);
    }
  }

  /**
   * Draws a frame: first the tiles that changed blocks need are brought up, those in the middle
   * first, then the blocks are drawn from them. Blocks that the last frame shows as they are to be
   * are taken from it.
   *
   * @param coarser levels coarser than the zoom asks for
   * @param last the frame before, or null
   */
  public static Drawn draw(Request r, int coarser, Drawn last, ExecutorService pool) {
    int level = level(r, coarser);
    List<Callable<Object>> jobs = new ArrayList<>();
    for (Runnable find : r.view().firstFinds()) {
      jobs.add(Executors.callable(find));
    }
    run(jobs, pool);
    jobs.clear();
    Drawn out = new Drawn(r);
    Map<Rect, Long> fingerprints = new ConcurrentHashMap<>();
    for (Rect tile : tiles(r, level, out.all())) {
      jobs.add(
          () -> {
            fingerprints.put(tile, fingerprint(r, tile, level));
            return null;
          });
    }
    run(jobs, pool);
    jobs.clear();
    plan(r, level, out, fingerprints);
    List<Rect> changed = new ArrayList<>();
    List<Callable<Object>> blocks = new ArrayList<>();
    BitSet stale = stale(r, level, out, last);
    for (int i = 0; i < out.blocks(); i++) {
      if (stale.get(i)) {
        Rect block = out.block(i);
        int[] pixels = out.fresh(i);
        changed.add(block);
        blocks.add(
            () -> {
              block(r, level, block, pixels);
              return null;
            });
      } else {
        out.share(last, i);
      }
    }
    for (Rect tile : tiles(r, level, changed)) {
      jobs.add(
          () -> {
            r.view().read(level, tile);
            return null;
          });
    }
    run(jobs, pool);
    run(blocks, pool);
    return out;
  }

  /** Share of the view, 0 to 1, that a sharp frame has to draw anew. */
  public static double changedShare(Request r, Drawn last) {
    Drawn next = new Drawn(r);
    int level = level(r, 0);
    Map<Rect, Long> fingerprints = new HashMap<>();
    for (Rect tile : tiles(r, level, next.all())) {
      fingerprints.put(tile, fingerprint(r, tile, level));
    }
    plan(r, level, next, fingerprints);
    return (double) stale(r, level, next, last).cardinality() / next.blocks();
  }

  /**
   * Blocks that the last frame does not show as they are to be: by the tiles they need and, where
   * these are few, by the very pixels.
   */
  private static BitSet stale(Request r, int level, Drawn next, Drawn last) {
    BitSet stale = new BitSet();
    for (int i = 0; i < next.blocks(); i++) {
      stale.set(i, !next.hasFrom(last, i));
    }
    if (stale.cardinality() > FEW) {
      return stale;
    }
    for (int i = stale.nextSetBit(0); i >= 0; i = stale.nextSetBit(i + 1)) {
      Rect need = needed(r, level, next.block(i));
      if (next.mayHaveFrom(last, i)
          && !need.isEmpty()
          && fingerprint(r, need, level) == fingerprint(last.request(), need, level)) {
        stale.clear(i);
      }
    }
    return stale;
  }

  private static int level(Request r, int coarser) {
    return Math.min(8, r.viewport().level() + coarser);
  }

  /** Says of each block what it is drawn from: the tiles it needs. */
  private static void plan(Request r, int level, Drawn out, Map<Rect, Long> fingerprints) {
    for (int i = 0; i < out.blocks(); i++) {
      List<Rect> tiles = r.view().tiles(level, needed(r, level, out.block(i)));
      Hash h = new Hash();
      tiles.forEach(t -> h.add(fingerprints.get(t)));
      out.plan(i, tiles.isEmpty() ? 0 : level, h.get());
    }
  }

  /** Fingerprint of everything that what is shown of a rectangle of a level can rest on. */
  private static long fingerprint(Request r, Rect rect, int level) {
    Rect src = rect.toSource(level).intersect(r.view().bounds(0));
    Hash h = new Hash().add(r.view().fingerprint(src));
    r.area().ifPresent(a -> h.add(a.form().name()).add(r.view().maskFingerprint(a.pass(), src)));
    r.before().ifPresent(b -> h.add(b.fingerprint(src)));
    if (r.look().looksAround()) {
      h.add(r.splitMm());
    }
    if (r.look() == Look.PULL) {
      h.add(r.view().fingerprint(r.view().bounds(0)));
    }
    return h.get();
  }

  private static void run(List<Callable<Object>> jobs, ExecutorService pool) {
    try {
      for (Future<Object> job : pool.invokeAll(jobs)) {
        job.get();
      }
    } catch (ExecutionException e) {
      if (e.getCause() instanceof RuntimeException c) {
        throw c;
      }
      throw new IllegalStateException(e.getCause());
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new CancellationException("interrupted");
    }
  }

  /** Tiles of a level that blocks are drawn from, nearest to the middle of the view first. */
  private static List<Rect> tiles(Request r, int level, List<Rect> blocks) {
    Set<Rect> out = new HashSet<>();
    for (Rect block : blocks) {
      out.addAll(r.view().tiles(level, needed(r, level, block)));
    }
    Viewport v = r.viewport();
    double cx = Math.scalb(v.sourceX(v.width() / 2.0), -level);
    double cy = Math.scalb(v.sourceY(v.height() / 2.0), -level);
    return out.stream()
        .sorted(
            Comparator.comparingDouble(
                t -> Math.hypot(t.x() + t.w() / 2.0 - cx, t.y() + t.h() / 2.0 - cy)))
        .toList();
  }

  /** Pixels of a level that a rectangle of device pixels is drawn from. */
  private static Rect needed(Request r, int level, Rect device) {
    Viewport v = r.viewport();
    double reach = 2 * Math.scalb(1.0, level) + 1 / v.scale() + margin(r, level);
    Rect src =
        Rect.around(
                v.sourceX(device.x()) - reach,
                v.sourceY(device.y()) - reach,
                v.sourceX(device.right()) + reach,
                v.sourceY(device.bottom()) + reach)
            .intersect(r.view().bounds(0));
    return src.toLevel(level).intersect(r.view().bounds(level));
  }

  /** Source pixels that a look needs beyond what it shows. */
  private static double margin(Request r, int level) {
    return r.look().looksAround()
        ? REACH * r.splitMm() * r.view().frame().pxPerMm() + Math.scalb(1.0, level)
        : 0;
  }

  /**
   * @param out the block's pixels, row by row
   */
  private static void block(Request r, int level, Rect block, int[] out) {
    Viewport v = r.viewport();
    Arrays.fill(out, r.desk());
    Rect inside = v.device(r.view().bounds(0)).intersect(block);
    Rect need = needed(r, level, block);
    if (inside.isEmpty() || need.isEmpty()) {
      return;
    }
    RgbBlock b = r.view().read(level, need);
    if (r.look().looksAround()) {
      double sigma = Math.scalb(r.splitMm() * r.view().frame().pxPerMm(), -level);
      b = Looking.band(r.look(), b, need, sigma);
    }
    RgbBlock was = r.look() == Look.CHANGES ? r.before().get().read(level, need) : null;
    Plane mask = r.area().map(a -> r.view().mask(a.pass(), level, need)).orElse(null);
    double side = 1 << level;
    double step = 1 / (v.scale() * side);
    boolean single = level == 0 && v.scale() >= 2;
    double x0 = v.sourceX(inside.x() + 0.5) / side;
    double y0 = v.sourceY(inside.y() + 0.5) / side;
    Taps across = new Taps(inside.w(), x0, step, need.x(), need.right(), single);
    Taps down = new Taps(inside.h(), y0, step, need.y(), need.bottom(), single);
    Resampled light = new Resampled(b, across, down);
    Resampled earlier = was == null ? null : new Resampled(was, across, down);
    ScreenCode code = new ScreenCode(inside.x(), inside.w());
    float[][] line = new float[3][inside.w()];
    float[][] before = was == null ? null : new float[3][inside.w()];
    SaliencyMap saliency = r.look() == Look.PULL ? r.view().saliency().orElse(null) : null;
    boolean plain = r.look() == Look.PICTURE || r.look().looksAround();
    for (int y = 0; y < inside.h(); y++) {
      light.row(y, line);
      if (earlier != null) {
        earlier.row(y, before);
      }
      if (!plain) {
        double sy = v.sourceY(inside.y() + y + 0.5);
        Looking.row(
            r.look(), line, before, pull(r, saliency, inside, sy), inside.x(), inside.y() + y);
      }
      int at = (inside.y() + y - block.y()) * block.w() + inside.x() - block.x();
      code.row(line, inside.y() + y, out, at);
      if (mask != null) {
        MaskRow row = new MaskRow(mask, x0, y0 + y * step, step);
        int dy = inside.y() + y;
        switch (r.area().get().form()) {
          case HATCHED -> row.hatch(inside.x(), dy, inside.w(), out, at);
          case GREY -> row.grey(inside.x(), dy, inside.w(), out, at);
          default -> row.outline(inside.w(), out, at);
        }
      }
    }
  }

  /** Lightness that stands for pull along a row, null for other looks. */
  private static float[] pull(Request r, SaliencyMap p, Rect inside, double sourceY) {
    if (r.look() != Look.PULL) {
      return null;
    }
    float[] out = new float[inside.w()];
    for (int x = 0; p != null && p.eye() > 0 && x < out.length; x++) {
      double sx = r.viewport().sourceX(inside.x() + x + 0.5);
      out[x] = Looking.pull(p.at(sx, sourceY) / p.eye());
    }
    return out;
  }
}
