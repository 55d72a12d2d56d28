package carezza.app;

import carezza.engine.Measuring;
import carezza.engine.PictureMeasuring;
import carezza.engine.SheetView;
import carezza.reading.Pull;
import carezza.reading.Reading;
import carezza.screen.Look;
import carezza.sheet.RunSheet;
import java.util.ArrayList;
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
  private static final long QUIET_MS = 700;

  private final ScheduledExecutorService worker =
      Executors.newSingleThreadScheduledExecutor(Painter.daemon("readings"));
  private final AtomicLong newest = new AtomicLong();
  private final AtomicLong finished = new AtomicLong();
  private final BenchModel model;
  private final BooleanSupplier screenIsDrawn;

  /** What the readings that are shown belong to; on the interface thread. */
  private RunSheet shown;

  private OpenPicture shownPicture;

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
    boolean pull = model.look().get() == Look.PULL;
    boolean known = p == shownPicture && now.equals(shown) && !model.readings().get().isEmpty();
    worker.execute(() -> measure(new Job(p, now, chosen, pull, known, mine)));
  }

  /**
   * What is wanted.
   *
   * @param chosen pass whose area is measured
   * @param pull whether rivals of the eye are looked at
   * @param known whether the readings of this sheet are already shown
   */
  private record Job(
      OpenPicture picture, RunSheet now, long chosen, boolean pull, boolean known, long number) {}

  private void measure(Job job) {
    BooleanSupplier stale = () -> newest.get() != job.number();
    if (stale.getAsBoolean()) {
      return;
    }
    if (!screenIsDrawn.getAsBoolean()) {
      worker.schedule(() -> measure(job), LOOK_AGAIN_MS, TimeUnit.MILLISECONDS);
      return;
    }
    boolean goesOn = false;
    try {
      Measuring measuring = new Measuring(job.picture().engine());
      double covered = measuring.coveredCm2(job.now(), job.chosen(), stale);
      show(stale, () -> model.covered().set(covered));
      if (job.pull()) {
        SheetView view = job.picture().engine().view(job.now(), stale);
        List<Pull.Place> rivals = view.pull().map(p -> p.places(view)).orElse(List.of());
        show(stale, () -> model.rivals().set(Optional.of(rivals)));
      }
      if (!job.known()) {
        List<Reading> skin = measuring.all(job.now(), stale);
        show(stale, () -> model.readings().set(skin));
        worker.schedule(() -> ofPicture(job, skin, stale), QUIET_MS, TimeUnit.MILLISECONDS);
        goesOn = true;
      }
    } catch (CancellationException e) {
      return;
    } finally {
      if (!goesOn) {
        finished.set(job.number());
      }
    }
  }

  /** Readings of the whole picture, which take longer: when nothing new came for a while. */
  private void ofPicture(Job job, List<Reading> skin, BooleanSupplier stale) {
    try {
      if (!stale.getAsBoolean()) {
        List<Reading> all = new ArrayList<>(skin);
        all.addAll(new PictureMeasuring(job.picture().engine()).all(job.now(), stale));
        show(
            stale,
            () -> {
              shown = job.now();
              shownPicture = job.picture();
              model.readings().set(all);
            });
      }
    } catch (CancellationException e) {
      return;
    } finally {
      finished.set(job.number());
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
