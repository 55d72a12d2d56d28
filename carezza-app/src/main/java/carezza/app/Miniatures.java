package carezza.app;

import carezza.engine.SheetView;
import carezza.geometry.Framing;
import carezza.image.Rect;
import carezza.pass.Pass;
import carezza.screen.AreaForm;
import carezza.screen.CheckView;
import carezza.screen.Drawn;
import carezza.screen.Frames;
import carezza.screen.ScreenEncoding;
import carezza.screen.Viewport;
import carezza.screen.check.CheckViews;
import carezza.sheet.RunSheet;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.function.LongSupplier;
import java.util.function.Supplier;
import javafx.application.Platform;
import javafx.scene.Node;
import javafx.scene.Scene;
import javafx.scene.image.Image;
import javafx.scene.image.ImageView;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Draws the small pictures beside the large one, on a thread of their own and only while the hand
 * rests and nothing else is being computed: one is broken off as soon as the hand does something,
 * and begun again later. Of what is asked for in one place the newest is drawn.
 */
public final class Miniatures implements AutoCloseable {
  private static final Logger LOG = LoggerFactory.getLogger(Miniatures.class);
  private static final long LOOK_AGAIN_MS = 60;

  /** So long nothing must have been asked of the large picture. */
  private static final long REST_NANOS = 350_000_000L;

  private final ScheduledExecutorService worker =
      Executors.newSingleThreadScheduledExecutor(Painter.daemon("miniatures"));
  private final ExecutorService pool = Executors.newSingleThreadExecutor(Painter.daemon("small"));
  private final Map<String, Job<?>> waiting = new LinkedHashMap<>();
  private final AtomicInteger underWay = new AtomicInteger();
  private final BooleanSupplier free;
  private final LongSupplier asked;
  private final Supplier<ScreenEncoding> screen;
  private boolean looking;

  /** On the worker. */
  private long lastAsked;

  private long since = System.nanoTime();

  /**
   * @param free whether nothing else is being computed; asked from any thread
   * @param asked counts what was asked of the large picture
   * @param screen what they are encoded for; asked from any thread
   */
  Miniatures(BooleanSupplier free, LongSupplier asked, Supplier<ScreenEncoding> screen) {
    this.free = free;
    this.asked = asked;
    this.screen = screen;
  }

  /** Work of which something small comes; may be called again when it was broken off. */
  private record Job<T>(String place, Function<BooleanSupplier, T> make, Consumer<T> show) {}

  /**
   * Asks for something small.
   *
   * @param place where it is shown: what was asked for there before is not wanted any more
   * @param make draws, for a check whether it is to be broken off; on a worker
   * @param show given what was made, on the interface thread
   */
  public synchronized <T> void ask(
      String place, Function<BooleanSupplier, T> make, Consumer<T> show) {
    waiting.remove(place);
    waiting.put(place, new Job<>(place, make, show));
    if (!looking) {
      looking = true;
      lookAgain();
    }
  }

  private void lookAgain() {
    if (!worker.isShutdown()) {
      worker.schedule(this::look, LOOK_AGAIN_MS, TimeUnit.MILLISECONDS);
    }
  }

  /** Whether nothing is being made or waits to be. */
  synchronized boolean isIdle() {
    return waiting.isEmpty() && underWay.get() == 0;
  }

  private boolean mayWork() {
    long now = asked.getAsLong();
    if (now != lastAsked) {
      lastAsked = now;
      since = System.nanoTime();
    }
    return free.getAsBoolean() && System.nanoTime() - since > REST_NANOS;
  }

  private synchronized Optional<Job<?>> next() {
    Iterator<Job<?>> first = waiting.values().iterator();
    if (!first.hasNext()) {
      looking = false;
      return Optional.empty();
    }
    Job<?> job = first.next();
    first.remove();
    underWay.incrementAndGet();
    return Optional.of(job);
  }

  private synchronized boolean isSuperseded(Job<?> job) {
    return waiting.containsKey(job.place());
  }

  private void look() {
    while (mayWork()) {
      Optional<Job<?>> job = next();
      if (job.isEmpty()) {
        return;
      }
      make(job.get());
    }
    lookAgain();
  }

  private <T> void make(Job<T> job) {
    try {
      T made = job.make().apply(() -> isSuperseded(job) || !mayWork());
      Platform.runLater(
          () -> {
            underWay.decrementAndGet();
            if (!isSuperseded(job)) {
              job.show().accept(made);
            }
          });
    } catch (CancellationException e) {
      synchronized (this) {
        waiting.putIfAbsent(job.place(), job);
        underWay.decrementAndGet();
      }
    } catch (RuntimeException | Error e) {
      // The large picture is the one whose failure is told.
      LOG.warn("{} could not be drawn small", job.place(), e);
      underWay.decrementAndGet();
    }
  }

  /** Device pixels a unit of the screen where a node is shown; 1 while it is nowhere. */
  public static double deviceScale(Node n) {
    Scene s = n.getScene();
    return s == null || s.getWindow() == null ? 1 : s.getWindow().getRenderScaleX();
  }

  /** Shows what was drawn for so many units of the screen a device pixel. */
  public static void show(ImageView where, Drawn d, double deviceScale) {
    where.setImage(image(d));
    where.setFitWidth(d.viewport().width() / deviceScale);
    where.setFitHeight(d.viewport().height() / deviceScale);
  }

  /** All of a picture in so many device pixels at most. */
  public static Viewport whole(Framing framing, double width, double height) {
    Rect all = framing.canvas();
    double s = Math.min(width / all.w(), height / all.h());
    int w = Math.max(1, (int) Math.round(s * all.w()));
    int h = Math.max(1, (int) Math.round(s * all.h()));
    return new Viewport(s, all.x(), all.y(), w, h, framing);
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
        new Frames.Request(view, at, look, Optional.empty(), 0, before, screen.get()),
        0,
        null,
        pool);
  }

  /** Draws where a pass of a sheet acts: white there, black elsewhere. */
  public Drawn drawArea(
      OpenPicture p, RunSheet sheet, Pass pass, Viewport at, BooleanSupplier stale) {
    SheetView view = p.engine().view(sheet, stale);
    Frames.ShownArea area = new Frames.ShownArea(pass, AreaForm.GREY);
    return Frames.draw(
        new Frames.Request(view, at, CheckViews.PICTURE, Optional.of(area), 0), 0, null, pool);
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
