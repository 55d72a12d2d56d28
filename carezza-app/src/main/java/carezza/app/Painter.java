package carezza.app;

import carezza.screen.Frames;
import carezza.screen.Viewport;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicLong;
import java.util.function.BiConsumer;
import java.util.function.BooleanSupplier;
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
  private final AtomicLong newest = new AtomicLong();
  private final AtomicLong finished = new AtomicLong();

  static java.util.concurrent.ThreadFactory daemon(String name) {
    return r -> {
      Thread t = new Thread(r, name);
      t.setDaemon(true);
      t.setPriority(Thread.NORM_PRIORITY - 1);
      return t;
    };
  }

  /**
   * @param first drawn before anything else, when the screen shows another picture
   * @param make builds the request for a cancel check; called on a worker
   * @param show given pixels and the viewport they were drawn for, on the interface thread
   */
  void submit(
      Optional<Frames.Request> first,
      Function<BooleanSupplier, Frames.Request> make,
      BiConsumer<int[], Viewport> show) {
    long mine = newest.incrementAndGet();
    coordinator.execute(
        () -> {
          BooleanSupplier stale = () -> newest.get() != mine;
          if (stale.getAsBoolean()) {
            return;
          }
          try {
            first.ifPresent(r -> draw(r, 0, mine, show));
            Frames.Request r = make.apply(stale);
            draw(r, 2, mine, show);
            draw(r, 0, mine, show);
          } catch (CancellationException e) {
            return;
          } finally {
            finished.set(mine);
          }
        });
  }

  private void draw(Frames.Request r, int coarser, long mine, BiConsumer<int[], Viewport> show) {
    int[] pixels = Frames.draw(r, coarser, pool);
    Platform.runLater(
        () -> {
          if (newest.get() == mine) {
            show.accept(pixels, r.viewport());
          }
        });
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
