package carezza.app;

import carezza.engine.SheetView;
import carezza.image.Rect;
import carezza.pass.Pass;
import carezza.screen.AreaForm;
import carezza.screen.CheckView;
import carezza.screen.Drawn;
import carezza.screen.Frames;
import carezza.screen.Viewport;
import carezza.sheet.RunSheet;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;
import java.util.function.Function;
import javafx.application.Platform;
import javafx.scene.image.Image;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Draws the small pictures beside the large one, on a thread of their own and only while the large
 * one is drawn: one is broken off as soon as the hand does something, and begun again later. Of
 * what is asked for in one place the newest is drawn.
 */
public final class Miniatures implements AutoCloseable {
  private static final Logger LOG = LoggerFactory.getLogger(Miniatures.class);
  private static final long LOOK_AGAIN_MS = 50;

  private final ScheduledExecutorService worker =
      Executors.newSingleThreadScheduledExecutor(Painter.daemon("miniatures"));
  private final ExecutorService pool = Executors.newSingleThreadExecutor(Painter.daemon("small"));
  private final Map<String, Long> newest = new ConcurrentHashMap<>();
  private final AtomicLong count = new AtomicLong();
  private final AtomicLong waiting = new AtomicLong();
  private final BooleanSupplier screenIsDrawn;

  /**
   * @param screenIsDrawn whether nothing waits to be drawn for the hand; asked from any thread
   */
  Miniatures(BooleanSupplier screenIsDrawn) {
    this.screenIsDrawn = screenIsDrawn;
  }

  /** Work of which something small comes; may be called again when it was broken off. */
  private record Job<T>(
      String place, long number, Function<BooleanSupplier, T> make, Consumer<T> show) {}

  /**
   * Asks for something small.
   *
   * @param place where it is shown: what was asked for there before is not wanted any more
   * @param make draws, for a check whether it is still wanted; on a worker
   * @param show given what was made, on the interface thread
   */
  public <T> void ask(String place, Function<BooleanSupplier, T> make, Consumer<T> show) {
    long mine = count.incrementAndGet();
    newest.put(place, mine);
    waiting.incrementAndGet();
    Job<T> job = new Job<>(place, mine, make, show);
    worker.execute(() -> work(job));
  }

  /** Whether nothing is being made or waits to be. */
  boolean isIdle() {
    return waiting.get() == 0;
  }

  private boolean isWanted(Job<?> job) {
    return newest.get(job.place()) == job.number();
  }

  private <T> void work(Job<T> job) {
    if (!isWanted(job)) {
      waiting.decrementAndGet();
      return;
    }
    if (screenIsDrawn.getAsBoolean()) {
      try {
        T made = job.make().apply(() -> !isWanted(job) || !screenIsDrawn.getAsBoolean());
        Platform.runLater(
            () -> {
              waiting.decrementAndGet();
              if (isWanted(job)) {
                job.show().accept(made);
              }
            });
        return;
      } catch (CancellationException e) {
        // begun again below, or not wanted any more
      } catch (RuntimeException | Error e) {
        // The large picture is the one whose failure is told.
        LOG.warn("{} could not be drawn small", job.place(), e);
        waiting.decrementAndGet();
        return;
      }
    }
    if (!worker.isShutdown()) {
      worker.schedule(() -> work(job), LOOK_AGAIN_MS, TimeUnit.MILLISECONDS);
    }
  }

  /** All of a picture in so many device pixels at most. */
  public static Viewport whole(Rect picture, double width, double height) {
    double s = Math.min(width / picture.w(), height / picture.h());
    int w = Math.max(1, (int) Math.round(s * picture.w()));
    int h = Math.max(1, (int) Math.round(s * picture.h()));
    return new Viewport(s, 0, 0, w, h);
  }

  /** Draws a sheet as a check view shows it. */
  public Drawn draw(
      OpenPicture p,
      RunSheet sheet,
      CheckView look,
      RunSheet from,
      Viewport at,
      BooleanSupplier stale) {
    SheetView view = p.engine().view(sheet, stale);
    Optional<SheetView> before =
        look.compares() ? Optional.of(p.engine().view(from, stale)) : Optional.empty();
    return Frames.draw(
        new Frames.Request(view, at, look, Optional.empty(), 0, before), 0, null, pool);
  }

  /** Draws where a pass of a sheet acts: white there, black elsewhere. */
  public Drawn drawArea(
      OpenPicture p,
      RunSheet sheet,
      Pass pass,
      CheckView look,
      Viewport at,
      BooleanSupplier stale) {
    SheetView view = p.engine().view(sheet, stale);
    Frames.ShownArea area = new Frames.ShownArea(pass, AreaForm.GREY);
    return Frames.draw(new Frames.Request(view, at, look, Optional.of(area), 0), 0, null, pool);
  }

  /** What was drawn, for the screen. */
  public static Image image(Drawn d) {
    Viewport v = d.viewport();
    WritableImage i = new WritableImage(v.width(), v.height());
    i.getPixelWriter()
        .setPixels(
            0,
            0,
            v.width(),
            v.height(),
            PixelFormat.getIntArgbPreInstance(),
            d.pixels(),
            0,
            v.width());
    return i;
  }

  @Override
  public void close() {
    worker.shutdownNow();
    pool.shutdownNow();
  }
}
