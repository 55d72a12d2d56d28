package carezza.app;

import carezza.engine.Measuring;
import carezza.reading.Reading;
import carezza.sheet.RunSheet;
import java.util.List;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicLong;
import javafx.application.Platform;

/** Takes the readings of the newest step, away from the interface thread. */
final class Measurer implements AutoCloseable {
  private final ExecutorService worker =
      Executors.newSingleThreadExecutor(Painter.daemon("readings"));
  private final AtomicLong newest = new AtomicLong();
  private final AtomicLong finished = new AtomicLong();
  private final BenchModel model;

  Measurer(BenchModel model) {
    this.model = model;
    model.sheet().addListener((o, a, b) -> ask());
    model.picture().addListener((o, a, b) -> ask());
  }

  private void ask() {
    OpenPicture p = model.picture().get();
    if (p == null) {
      return;
    }
    RunSheet now = p.history().now();
    if (!now.equals(model.sheet().get())) {
      return;
    }
    long mine = newest.incrementAndGet();
    worker.execute(
        () -> {
          try {
            if (newest.get() == mine) {
              List<Reading> all = new Measuring(p.engine()).all(now, () -> newest.get() != mine);
              Platform.runLater(
                  () -> {
                    if (newest.get() == mine) {
                      model.readings().set(all);
                    }
                  });
            }
          } catch (CancellationException e) {
            return;
          } finally {
            finished.set(mine);
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
