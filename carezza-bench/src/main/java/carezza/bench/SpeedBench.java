package carezza.bench;

import carezza.color.ColorEncoding;
import carezza.engine.Engine;
import carezza.engine.TileCache;
import carezza.screen.Frames;
import carezza.screen.Look;
import carezza.screen.Viewport;
import carezza.sheet.RunSheet;
import java.util.Locale;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;

/** Speed on a large picture with 20 passes, as multiples of what the same run measures. */
final class SpeedBench {
  private final SpeedJob job;
  private final Engine engine;
  private final ExecutorService pool = Executors.newFixedThreadPool(Yardstick.THREADS);
  private final double k;

  private SpeedBench(SpeedJob job, double k) {
    this.job = job;
    this.k = k;
    engine = new Engine(job.picture(), ColorEncoding.srgb(), TileCache.ofHeapShare());
  }

  static void run(double megapixels) {
    double k = Yardstick.kernel();
    double c = Yardstick.copy();
    System.out.printf(Locale.ROOT, "K %.3f s   C %.4f s%n", k, c);
    SpeedJob job = SpeedJob.of(megapixels);
    System.out.print(job.describe());
    SpeedBench b = new SpeedBench(job, k);
    b.cold();
    b.settings();
    b.pool.shutdown();
  }

  private void cold() {
    Viewport v = fit();
    say("first frame, fit, from cold", Yardstick.seconds(() -> draw(job.sheet(), v, 0)));
    say("the same again", Yardstick.seconds(() -> draw(job.sheet(), v, 0)));
    for (int n = 1; n <= job.sheet().passes().size(); n++) {
      RunSheet part = job.sheet().withPasses(job.sheet().passes().subList(0, n));
      RunSheet alone = job.sheet().withPasses(job.sheet().passes().subList(n - 1, n));
      Engine e = new Engine(job.picture(), ColorEncoding.srgb(), TileCache.ofHeapShare());
      draw(e, job.sheet().withPasses(job.sheet().passes().subList(0, 0)), v, 0);
      double t = Yardstick.seconds(() -> draw(e, alone, v, 0));
      System.out.printf(
          Locale.ROOT,
          "%2d %-10s alone %.3f s  %s%n",
          n,
          part.passes().get(n - 1).kind().key(),
          t,
          e.pixelsComputed());
    }
  }

  private void say(String what, double s) {
    System.out.printf(Locale.ROOT, "%-40s %.3f s = %.3f K%n", what, s, s / k);
  }

  private Viewport fit() {
    return Viewport.fit(job.picture().bounds(), 1280, 800);
  }

  private void draw(RunSheet sheet, Viewport v, int coarser) {
    draw(engine, sheet, v, coarser);
  }

  private void draw(Engine e, RunSheet sheet, Viewport v, int coarser) {
    Frames.draw(
        new Frames.Request(
            e.view(sheet, () -> false), v, Look.PICTURE, Optional.empty(), 0xff808080),
        coarser,
        pool);
  }

  private void settings() {
    int n = job.sheet().passes().size();
    for (int at : new int[] {n - 1, n / 2, 0}) {
      for (int i = 0; i < 5; i++) {
        double s = 0.5 + 0.09 * i;
        RunSheet next = job.sheet().change(at + 1, p -> p.withStrength(s));
        double first = Yardstick.seconds(() -> draw(next, fit(), 2));
        double sharp = Yardstick.seconds(() -> draw(next, fit(), 0));
        say("pass " + (at + 1) + " changed: first", first);
        say("pass " + (at + 1) + " changed: sharp", sharp);
      }
    }
  }
}
