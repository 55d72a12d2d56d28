package carezza.bench;

import carezza.app.BenchView;
import carezza.app.CarezzaApp;
import carezza.color.ColorEncoding;
import carezza.engine.Engine;
import carezza.engine.TileCache;
import carezza.image.SourcePicture;
import carezza.io.DocumentStore;
import carezza.io.ExportSettings;
import carezza.io.Exporter;
import carezza.io.PictureFile;
import carezza.io.format.OutputFormats;
import carezza.sheet.RunSheet;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.IntBuffer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import javafx.animation.AnimationTimer;
import javafx.embed.swing.SwingFXUtils;
import javafx.geometry.Bounds;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.Scene;
import javafx.scene.image.ImageView;
import javafx.scene.image.PixelBuffer;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.scene.layout.StackPane;
import javafx.stage.Stage;
import javax.imageio.ImageIO;
import org.testfx.api.FxRobot;
import org.testfx.api.FxToolkit;
import org.testfx.util.WaitForAsyncUtils;

/** What needs a window: the gap between pulses, and the running application under a hand. */
final class SpeedWindow {
  private SpeedWindow() {}

  /** Times between pulses, on the interface thread. */
  private static final class Pulses extends AnimationTimer {
    private final List<Double> gaps = new ArrayList<>();
    private final Runnable each;
    private long last;

    Pulses(Runnable each) {
      this.each = each;
    }

    @Override
    public void handle(long now) {
      if (last != 0) {
        gaps.add((now - last) * 1e-9);
      }
      last = now;
      each.run();
    }

    double percentile(double share) {
      double[] s = gaps.stream().mapToDouble(Double::doubleValue).sorted().toArray();
      return s[Math.min(s.length - 1, (int) Math.ceil(share * s.length) - 1)];
    }
  }

  /**
   * P in seconds: the 95th percentile of the gap between pulses of a window that shows a new view
   * of {@code w} x {@code h} pixels at each, while two threads are busy.
   */
  static double pulse(int w, int h) throws Exception {
    Stage stage = FxToolkit.registerPrimaryStage();
    PixelBuffer<IntBuffer> buffer =
        new PixelBuffer<>(w, h, IntBuffer.allocate(w * h), PixelFormat.getIntArgbPreInstance());
    int[] pixels = new int[w * h];
    Pulses pulses =
        new Pulses(
            () ->
                buffer.updateBuffer(
                    b -> {
                      Arrays.fill(pixels, 0xff808080 | (int) System.nanoTime() & 0xff);
                      b.getBuffer().put(0, pixels);
                      return null;
                    }));
    fx(
        () -> {
          stage.setScene(new Scene(new StackPane(new ImageView(new WritableImage(buffer))), w, h));
          stage.show();
        });
    underLoad(pulses, 8);
    fx(stage::hide);
    return pulses.percentile(0.95);
  }

  private static void underLoad(Pulses pulses, int seconds) throws Exception {
    AtomicBoolean on = new AtomicBoolean(true);
    List<Thread> busy = new ArrayList<>();
    for (int i = 0; i < Yardstick.THREADS; i++) {
      Thread t = new Thread(() -> Yardstick.busyWhile(on::get), "busy");
      t.setDaemon(true);
      t.setPriority(Thread.NORM_PRIORITY - 1);
      t.start();
      busy.add(t);
    }
    fx(pulses::start);
    TimeUnit.SECONDS.sleep(seconds);
    fx(pulses::stop);
    on.set(false);
    for (Thread t : busy) {
      t.join();
    }
  }

  static void fx(Runnable what) throws Exception {
    WaitForAsyncUtils.asyncFx(what).get();
  }

  /**
   * The application on the large picture, painted on, dragged in and zoomed for two minutes.
   *
   * @param shots where a picture of the window is put every ten seconds
   */
  static void drive(SpeedJob job, Path shots) throws Exception {
    Path folder = Files.createTempDirectory("carezza-drive");
    Path file = folder.resolve("large.jpg");
    write(job.picture(), file);
    DocumentStore store = DocumentStore.of(file, folder);
    store.save(store.load().with(job.sheet()));
    Files.createDirectories(shots);
    Stage stage = FxToolkit.registerPrimaryStage();
    BenchView[] bench = new BenchView[1];
    fx(() -> bench[0] = CarezzaApp.show(stage, folder));
    Pulses alone = new Pulses(() -> {});
    underLoad(alone, 8);
    long t = System.nanoTime();
    fx(() -> bench[0].open(file));
    WaitForAsyncUtils.waitFor(
        300, TimeUnit.SECONDS, () -> bench[0].model().isOpen() && bench[0].isIdle());
    System.out.printf(
        Locale.ROOT, "opened and drawn after %.1f s%n", (System.nanoTime() - t) * 1e-9);
    Pulses pulses = new Pulses(() -> {});
    fx(pulses::start);
    hand(bench[0], stage, shots);
    fx(pulses::stop);
    System.out.printf(
        Locale.ROOT,
        "driven for two minutes: pulse gap p50 %.0f ms, p99 %.0f ms, worst %.0f ms; under K alone"
            + " p99 %.0f ms: %.1f times (bar 4)%n",
        1e3 * pulses.percentile(0.5),
        1e3 * pulses.percentile(0.99),
        1e3 * pulses.percentile(1),
        1e3 * alone.percentile(0.99),
        pulses.percentile(0.99) / alone.percentile(0.99));
    fx(bench[0]::close);
    fx(stage::hide);
  }

  static void write(SourcePicture p, Path file) throws IOException {
    PictureFile whole =
        new PictureFile(
            file.resolveSibling("made.tif"), p, ColorEncoding.srgb(), new byte[0], List.of());
    Engine e = new Engine(p, ColorEncoding.srgb(), new TileCache(1L << 26));
    ExportSettings settings = ExportSettings.usual(OutputFormats.JPEG, whole);
    Exporter.export(
        whole,
        e,
        e.view(RunSheet.EMPTY, () -> false),
        settings,
        file,
        Yardstick.THREADS,
        done -> {});
  }

  private static void hand(BenchView bench, Stage stage, Path shots) throws Exception {
    FxRobot robot = new FxRobot();
    Random random = new Random(12);
    long start = System.nanoTime();
    int shot = 0;
    fx(() -> bench.model().passes().chosen().set(8));
    while (System.nanoTime() - start < 120e9) {
      switch (random.nextInt(4)) {
        case 0 -> stroke(robot, random);
        case 1 -> slide(bench, random);
        case 2 -> robot.push(random.nextBoolean() ? KeyCode.F : KeyCode.G);
        default -> wheel(robot, random);
      }
      if (System.nanoTime() - start > 10e9 * shot) {
        snap(stage, shots.resolve(String.format(Locale.ROOT, "at-%03d-s.png", 10 * shot)));
        shot++;
      }
    }
  }

  private static Point2D somewhere(FxRobot robot, Random random) {
    Node picture = robot.lookup("#picture").query();
    Bounds b = picture.localToScreen(picture.getBoundsInLocal());
    return new Point2D(
        b.getMinX() + b.getWidth() * (0.35 + 0.3 * random.nextDouble()),
        b.getMinY() + b.getHeight() * (0.3 + 0.4 * random.nextDouble()));
  }

  private static void stroke(FxRobot robot, Random random) {
    robot.moveTo(somewhere(robot, random)).press(MouseButton.PRIMARY);
    for (int i = 0; i < 25; i++) {
      robot.moveBy(6 * random.nextGaussian(), 6 * random.nextGaussian());
    }
    robot.release(MouseButton.PRIMARY);
  }

  private static void wheel(FxRobot robot, Random random) {
    robot.moveTo(somewhere(robot, random)).scroll(random.nextInt(5) - 2);
  }

  /** As a slider does: previews, then one step. */
  private static void slide(BenchView bench, Random random) throws Exception {
    List<Long> ids = bench.model().sheet().get().passes().stream().map(p -> p.id()).toList();
    long id = ids.get(random.nextInt(ids.size()));
    double from = 0.3 + 0.25 * random.nextDouble();
    for (int i = 0; i < 40; i++) {
      double s = from + 0.01 * i;
      fx(() -> bench.model().passes().preview(id, p -> p.withStrength(s)));
      TimeUnit.MILLISECONDS.sleep(16);
    }
    fx(() -> bench.model().passes().change(id, p -> p.withStrength(from)));
  }

  private static void snap(Stage stage, Path file) throws Exception {
    WritableImage[] image = new WritableImage[1];
    fx(() -> image[0] = stage.getScene().snapshot(null));
    BufferedImage b = SwingFXUtils.fromFXImage(image[0], null);
    ImageIO.write(b, "png", file.toFile());
  }
}
