package carezza.app;

import carezza.engine.Measuring;
import carezza.engine.SheetView;
import carezza.reading.Reading;
import carezza.reading.Saliency;
import carezza.sheet.RunSheet;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.concurrent.Executor;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;

/** Takes the readings of the newest step, away from the interface thread and after the screen. */
final class Measurer implements AutoCloseable {
  private static final long LOOK_AGAIN_MS = 60;
  private static final long QUIET_MS = 700;

  private final ScheduledExecutorService worker =
      Executors.newSingleThreadScheduledExecutor(Painter.daemon("readings"));
  private final AtomicLong newest = new AtomicLong();
  private final AtomicLong finished = new AtomicLong();
  private final BenchModel model;
  private final KnownReadings knownReadings;
  private final BooleanSupplier screenIsDrawn;
  private final Executor interfaceThread;

  /** What the readings that are shown belong to; on the interface thread. */
  private RunSheet shown;

  private OpenPicture shownPicture;

  /**
   * @param knownReadings of sheets that were measured before
   * @param screenIsDrawn the readings wait for this and give way, so that they do not take its time
   */
  Measurer(
      BenchModel model,
      BooleanSupplier screenIsDrawn,
      Executor interfaceThread,
      KnownReadings knownReadings) {
    this.knownReadings = knownReadings;
    this.model = model;
    this.interfaceThread = interfaceThread;
    this.screenIsDrawn = screenIsDrawn;
    model.settled().addListener((o, a, b) -> ask());
    model.passes().chosen().addListener((o, a, b) -> ask());
    model.looking().view().addListener((o, a, b) -> ask());
  }

  private void ask() {
    OpenPicture p = model.picture().get();
    if (p == null || !p.history().now().equals(model.sheet().get())) {
      return;
    }
    RunSheet now = p.history().now();
    long mine = newest.incrementAndGet();
    long chosen = model.passes().chosen().get();
    boolean pull = model.looking().view().get().listsRivals();
    boolean known = p == shownPicture && now.equals(shown) && !model.readings().get().isEmpty();
    Job job = new Job(p, now, chosen, pull, known, mine);
    worker.execute(() -> whenDrawn(job, stop -> measure(job, stop)));
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

  private boolean isStale(Job job) {
    return newest.get() != job.number();
  }

  /**
   * Does a part of a job when the screen is drawn; when it is to be drawn meanwhile the part is
   * broken off and begun again, which finds what it had found in the cache.
   */
  private void whenDrawn(Job job, Consumer<BooleanSupplier> part) {
    BooleanSupplier stop = () -> isStale(job) || !screenIsDrawn.getAsBoolean();
    try {
      if (!stop.getAsBoolean()) {
        part.accept(stop);
        return;
      }
    } catch (CancellationException e) {
      // begun again below, or not wanted any more
    } catch (Throwable e) {
      finished.set(job.number());
      model.failures().tell(Failures.What.READINGS, job.picture().name(), e);
      return;
    }
    if (!isStale(job)) {
      worker.schedule(() -> whenDrawn(job, part), LOOK_AGAIN_MS, TimeUnit.MILLISECONDS);
    }
  }

  private void measure(Job job, BooleanSupplier stop) {
    Optional<List<Reading>> before =
        job.known() ? Optional.empty() : knownReadings.of(job.picture().engine(), job.now());
    before.ifPresent(all -> show(job, () -> showAll(job, all)));
    Measuring measuring = new Measuring(job.picture().engine());
    double covered = measuring.coveredCm2(job.now(), job.chosen(), stop);
    show(job, () -> model.covered().set(covered));
    if (job.pull()) {
      SheetView view = job.picture().engine().view(job.now(), stop);
      List<Saliency.Place> rivals = view.saliency().map(p -> p.places(view)).orElse(List.of());
      show(job, () -> model.rivals().set(Optional.of(rivals)));
    }
    if (job.known() || before.isPresent()) {
      finished.set(job.number());
      return;
    }
    List<Reading> skin = measuring.quick(job.now(), stop);
    show(job, () -> model.readings().set(skin));
    worker.schedule(
        () -> whenDrawn(job, s -> ofPicture(job, skin, s)), QUIET_MS, TimeUnit.MILLISECONDS);
  }

  /** Readings of the whole picture, which take longer: when nothing new came for a while. */
  private void ofPicture(Job job, List<Reading> skin, BooleanSupplier stop) {
    List<Reading> all = new ArrayList<>(skin);
    all.addAll(new Measuring(job.picture().engine()).unhurried(job.now(), stop));
    knownReadings.put(job.picture().engine(), job.now(), all);
    show(job, () -> showAll(job, all));
    finished.set(job.number());
  }

  private void showAll(Job job, List<Reading> all) {
    shown = job.now();
    shownPicture = job.picture();
    model.readings().set(all);
  }

  private void show(Job job, Runnable set) {
    interfaceThread.execute(
        () -> {
          if (!isStale(job)) {
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
