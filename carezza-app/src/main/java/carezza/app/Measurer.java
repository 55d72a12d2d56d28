package carezza.app;

import carezza.engine.Measuring;
import carezza.engine.Pulling;
import carezza.reading.Pull;
import carezza.reading.Reading;
import carezza.screen.Look;
import carezza.sheet.RunSheet;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;
import java.util.function.BooleanSupplier;
import javafx.application.Platform;

/** Takes the readings of the newest step, away from the interface thread and after the screen. */
final class Measurer implements AutoCloseable {
  private static final long LOOK_AGAIN_MS = 60;

  private final ScheduledExecutorService worker =
      Executors.newSingleThreadScheduledExecutor(Painter.daemon("readings"));
  private final AtomicLong newest = new AtomicLong();
  private final AtomicLong finished = new AtomicLong();
  private final BenchModel model;
  private final BooleanSupplier screenIsDrawn;

  /** The sheet whose readings were taken last, on the worker. */
  private RunSheet measured;

  private OpenPicture measuredPicture;

  /**
   * @param screenIsDrawn the readings wait for this, so that they do not take its time
   */
  Measurer(BenchModel model, BooleanSupplier screenIsDrawn) {
    this.model = model;
    this.screenIsDrawn = screenIsDrawn;
    model.settled().addListener((o, a, b) -> ask());
    model.chosen().addListener((o, a, b) -> ask());
    model.look().addListener((o, a, b) -> ask());
  }

  private void ask() {
    OpenPicture p = model.picture().get();
    if (p == null || !p.history().now().equals(model.sheet().get())) {
      return;
    }
    RunSheet now = p.history().now();
    long mine = newest.incrementAndGet();
    long chosen = model.chosen().get();
    Look look = model.look().get();
    worker.execute(() -> measure(p, now, chosen, look, mine));
  }

  private void measure(OpenPicture p, RunSheet now, long chosen, Look look, long mine) {
    BooleanSupplier stale = () -> newest.get() != mine;
    if (stale.getAsBoolean()) {
      return;
    }
    if (!screenIsDrawn.getAsBoolean()) {
      worker.schedule(
          () -> measure(p, now, chosen, look, mine), LOOK_AGAIN_MS, TimeUnit.MILLISECONDS);
      return;
    }
    try {
      Measuring measuring = new Measuring(p.engine());
      double covered = measuring.coveredCm2(now, chosen, stale);
      show(stale, () -> model.covered().set(covered));
      if (look == Look.PULL) {
        List<Pull.Place> rivals =
            p.engine().view(now, stale).pull().map(Pulling::places).orElse(List.of());
        show(stale, () -> model.rivals().set(Optional.of(rivals)));
      }
      if (p != measuredPicture || !now.equals(measured)) {
        List<Reading> all = measuring.all(now, stale);
        measured = now;
        measuredPicture = p;
        show(stale, () -> model.readings().set(all));
      }
    } catch (CancellationException e) {
      return;
    } finally {
      finished.set(mine);
    }
  }

  private static void show(BooleanSupplier stale, Runnable set) {
    Platform.runLater(
        () -> {
          if (!stale.getAsBoolean()) {
            set.run();
          }
        });
  }

  boolean isIdle() {
    return finished.get() == newest.get();
  }

  @Override
  public void close() {
    newest.incrementAndGet();
    worker.shutdownNow();
  }
}
