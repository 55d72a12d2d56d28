package carezza.app;

import carezza.engine.Engine;
import carezza.screen.Drawn;
import carezza.screen.FramePlan;
import carezza.screen.Frames;
import java.util.List;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicLong;
import java.util.function.BiConsumer;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;
import java.util.function.Function;
import javafx.application.Platform;

/**
 * Draws frames away from the interface thread. The newest request wins: an older one is cancelled
 * at its next tile. A coarse frame comes first when the sharp one is not there at once.
 */
final class Painter implements AutoCloseable {
  private final ExecutorService coordinator = Executors.newSingleThreadExecutor(daemon("painter"));
  private final ExecutorService pool =
      Executors.newFixedThreadPool(
          Math.max(1, Math.min(4, Runtime.getRuntime().availableProcessors())), daemon("tiles"));

  /** Share of the view from which a coarse frame is drawn before the sharp one. */
  private static final double COARSE_FROM = 0.2;

  /** Levels by which it is coarser. */
  private static final int COARSER = 2;

  private final Consumer<Throwable> failed;
  private Drawn last;
  private final AtomicLong newest = new AtomicLong();
  private final AtomicLong finished = new AtomicLong();

  /**
   * @param failed told on a worker when a frame could not be drawn
   */
  Painter(Consumer<Throwable> failed) {
    this.failed = failed;
  }

  static java.util.concurrent.ThreadFactory daemon(String name) {
    return r -> {
      Thread t = new Thread(r, name);
      t.setDaemon(true);
      t.setPriority(Thread.NORM_PRIORITY - 1);
      return t;
    };
  }

  /**
   * @param make builds what is drawn one after the other, for a cancel check; called on a worker.
   *     The last is the picture as it is; those before it are there sooner
   * @param show given each frame, on the interface thread
   * @param coarse whether a coarse frame is better than what is on the screen
   */
  void submit(
      Function<BooleanSupplier, List<Frames.Request>> make,
      BiConsumer<Drawn, Boolean> show,
      boolean coarse) {
    long mine = newest.incrementAndGet();
    coordinator.execute(
        () -> {
          BooleanSupplier stale = () -> newest.get() != mine;
          if (stale.getAsBoolean()) {
            return;
          }
          try {
            List<Frames.Request> steps = make.apply(stale);
            for (int i = 0; i < steps.size(); i++) {
              boolean end = i == steps.size() - 1;
              FramePlan plan = FramePlan.of(steps.get(i), 0, last, pool);
              if (coarse && i == 0 && plan.changedShare() > COARSE_FROM && !plan.isAtHand()) {
                show(FramePlan.of(steps.get(i), COARSER, last, pool), mine, false, show);
              }
              show(plan, mine, end, show);
            }
          } catch (CancellationException e) {
            return;
          } catch (Throwable e) {
            last = null;
            failed.accept(e);
          } finally {
            finished.set(mine);
          }
        });
  }

  /** A picture as its file has it, drawn beside the frames that were asked for; waits for it. */
  Drawn glance(Frames.Request r, Engine engine) {
    return Frames.glance(r, engine, pool);
  }

  /** Whether a frame could be drawn without anything being computed; on a worker. */
  boolean isAtHand(Frames.Request r) {
    return FramePlan.of(r, 0, last, pool).isAtHand();
  }

  private void show(FramePlan plan, long mine, boolean end, BiConsumer<Drawn, Boolean> show) {
    Drawn drawn = plan.draw(pool);
    last = drawn;
    Platform.runLater(() -> show.accept(drawn, end && newest.get() == mine));
  }

  /** How many frames were asked for so far. */
  long asked() {
    return newest.get();
  }

  /** Whether the newest request has been drawn sharply. */
  boolean isIdle() {
    return finished.get() == newest.get();
  }

  @Override
  public void close() {
    newest.incrementAndGet();
    coordinator.shutdownNow();
    pool.shutdownNow();
  }
}
