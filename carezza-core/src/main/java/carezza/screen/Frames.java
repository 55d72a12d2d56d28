package carezza.screen;

import carezza.engine.Engine;
import carezza.engine.SheetView;
import carezza.image.Rect;
import carezza.pass.Pass;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Future;

/**
 * Turns part of a sheet into screen pixels: evaluates the level that the zoom asks for, samples it
 * at device pixels, encodes for the screen and dithers to 8 bits. Runs on workers only.
 */
public final class Frames {
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
   * @param before what is compared with, for looks that do
   * @param screen what it is encoded for
   */
  public record Request(
      SheetView view,
      Viewport viewport,
      CheckView look,
      Optional<ShownArea> area,
      int desk,
      Optional<SheetView> before,
      ScreenEncoding screen) {
    public Request {
      if (look.compares() != before.isPresent()) {
        throw new IllegalArgumentException(
            "look = " + look.key() + " with before " + before.isPresent());
      }
    }

    public Request(
        SheetView view, Viewport viewport, CheckView look, Optional<ShownArea> area, int desk) {
      this(view, viewport, look, area, desk, Optional.empty(), ScreenEncoding.SRGB);
    }

    /** The same for another screen. */
    public Request on(ScreenEncoding other) {
      return new Request(view, viewport, look, area, desk, before, other);
    }

    /** The picture's own tiles that a rectangle of device pixels is drawn from. */
    List<Rect> tiles(int level, Rect device) {
      Rect own = needed(level, device).intersect(view.bounds(level));
      return own.isEmpty() ? List.of() : view.tiles(level, own);
    }

    /** Pixels of a level that a rectangle of device pixels is drawn from. */
    Rect needed(int level, Rect device) {
      double mm = look.reachMm(view);
      double around = mm == 0 ? 0 : mm * view.frame().pxPerMm() + Math.scalb(1.0, level);
      double reach = 2 * Math.scalb(1.0, level) + 1 / viewport.scale() + around;
      Viewport v = viewport;
      return v.framing()
          .source(
              v.canvasX(device.x()),
              v.canvasY(device.y()),
              v.canvasX(device.right()),
              v.canvasY(device.bottom()),
              reach)
          .intersect(v.framing().there())
          .toLevel(level);
    }
  }

  /**
   * Draws a frame.
   *
   * @param coarser levels coarser than the zoom asks for
   * @param last the frame before, or null
   */
  public static Drawn draw(Request r, int coarser, Drawn last, ExecutorService pool) {
    return FramePlan.of(r, coarser, last, pool).draw(pool);
  }

  /**
   * The picture as its file has it, from the file's codes alone: no tile is computed for it.
   *
   * @param r the picture without passes
   */
  public static Drawn glance(Request r, Engine engine, ExecutorService pool) {
    Drawn next = new Drawn(r);
    Glance glance = new Glance(engine.source(), engine.encoding(), r);
    List<Callable<Object>> blocks = new ArrayList<>();
    for (int i = 0; i < next.blocks(); i++) {
      Rect block = next.block(i);
      int[] pixels = next.fresh(i);
      blocks.add(
          () -> {
            glance.draw(block, pixels);
            return null;
          });
    }
    run(blocks, pool);
    return next;
  }

  static void run(List<? extends Callable<Object>> jobs, ExecutorService pool) {
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
}
