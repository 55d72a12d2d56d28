package carezza.app;

import carezza.engine.Measuring;
import carezza.io.DocumentStore;
import carezza.io.PictureFile;
import carezza.pass.Pass;
import carezza.screen.Frames;
import carezza.screen.Viewport;
import carezza.screen.check.CheckViews;
import carezza.sheet.RunSheet;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.function.BooleanSupplier;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Makes the next and the previous picture ready while the hand rests: decoded, its regions found,
 * drawn once as it will be shown first, and measured. Stops at once when the hand does something,
 * and goes on when it rests again. What fails here is told when the picture is really turned to.
 */
final class Ahead implements AutoCloseable {
  private static final Logger LOG = LoggerFactory.getLogger(Ahead.class);
  private static final long LOOK_MS = 250;

  /** How often nothing must have happened, one after the other. */
  private static final int QUIET_LOOKS = 4;

  private final BenchModel model;
  private final PictureView view;
  private final BooleanSupplier idle;
  private final FileDesk files;
  private final KnownReadings readings;
  private final ScheduledExecutorService clock =
      Executors.newSingleThreadScheduledExecutor(Painter.daemon("ahead"));
  private final ExecutorService pool =
      Executors.newFixedThreadPool(
          Math.max(1, Runtime.getRuntime().availableProcessors() - 1), Painter.daemon("ahead"));
  private final Set<Path> done = new HashSet<>();
  private OpenPicture beside;
  private long asked = -1;
  private int quiet;
  private volatile boolean resting;

  /**
   * @param idle whether nothing is being drawn, measured or waited for
   */
  Ahead(
      BenchModel model,
      PictureView view,
      BooleanSupplier idle,
      FileDesk files,
      KnownReadings readings) {
    this.model = model;
    this.view = view;
    this.idle = idle;
    this.files = files;
    this.readings = readings;
    clock.scheduleWithFixedDelay(this::look, LOOK_MS, LOOK_MS, TimeUnit.MILLISECONDS);
  }

  /** Whether all that can be made ready beside the picture on the bench is. */
  boolean isDone() {
    return resting;
  }

  private boolean isStale(OpenPicture p) {
    return model.picture().get() != p || view.painter().asked() != asked || !idle.getAsBoolean();
  }

  private void look() {
    OpenPicture p = model.picture().get();
    long now = view.painter().asked();
    if (p == null || now != asked || !idle.getAsBoolean()) {
      asked = now;
      quiet = 0;
      resting = false;
      return;
    }
    if (++quiet < QUIET_LOOKS || resting) {
      return;
    }
    if (p != beside) {
      beside = p;
      done.clear();
    }
    try {
      for (Path next : wanted(p)) {
        if (done.add(next)) {
          make(next, () -> isStale(p));
        }
      }
      resting = true;
    } catch (CancellationException e) {
      done.clear();
      quiet = 0;
    }
  }

  /** The next picture and the previous one, as far as there is room for them. */
  private List<Path> wanted(OpenPicture p) {
    List<Path> out = new ArrayList<>();
    for (int by : new int[] {1, -1}) {
      Optional<Path> next = files.neighbour(by);
      if (next.isPresent() && files.shelf().holds(2 + out.size(), p.file())) {
        out.add(next.get());
      }
    }
    return out;
  }

  private void make(Path path, BooleanSupplier stop) {
    try {
      PictureShelf.Ready r =
          files
              .shelf()
              .read(
                  path,
                  share -> {
                    if (stop.getAsBoolean()) {
                      throw new CancellationException("the hand moves");
                    }
                  });
      RunSheet sheet = DocumentStore.of(path, files.userData()).load().sheet();
      draw(r, sheet, stop);
      if (readings.of(r.engine(), sheet).isEmpty()) {
        new Measuring(r.engine()).quick(sheet, stop);
      }
    } catch (CancellationException e) {
      throw e;
    } catch (IOException | RuntimeException | Error e) {
      LOG.warn("{} could not be made ready", Failures.name(path), e);
    }
  }

  private void draw(PictureShelf.Ready r, RunSheet sheet, BooleanSupplier stop) {
    Viewport now = view.viewport().get();
    if (now == null) {
      return;
    }
    PictureFile file = r.file();
    long first = sheet.passes().stream().findFirst().map(Pass::id).orElse(Passes.NONE);
    Viewport fit = Viewport.fit(sheet.framing(file.picture().bounds()), now.width(), now.height());
    Frames.draw(
        new Frames.Request(
                r.engine().view(sheet, stop).underHand(first),
                fit,
                CheckViews.PICTURE,
                Optional.empty(),
                0)
            .on(model.looking().screen().get()),
        0,
        null,
        pool);
  }

  @Override
  public void close() {
    clock.shutdownNow();
    pool.shutdownNow();
  }
}
