package carezza.bench;

import carezza.area.Area;
import carezza.area.Stroke;
import carezza.color.ColorEncoding;
import carezza.engine.Engine;
import carezza.engine.Measuring;
import carezza.engine.SheetView;
import carezza.engine.TileCache;
import carezza.face.Pin;
import carezza.geometry.Framing;
import carezza.image.Rect;
import carezza.pass.Pass;
import carezza.screen.Drawn;
import carezza.screen.Frames;
import carezza.screen.Viewport;
import carezza.screen.check.CheckViews;
import carezza.sheet.RunSheet;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Random;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.function.UnaryOperator;

/** Speed on a large picture with 20 passes, as multiples of what the same run measures. */
final class SpeedBench {
  private static final int TRIES = 50;
  private static final int WARM_UP = 12;

  private final SpeedJob job;
  private final Engine engine;
  private final ExecutorService pool = Executors.newFixedThreadPool(Yardstick.THREADS);
  private final double k;
  private final double p;
  private int fresh;

  private SpeedBench(SpeedJob job, double k, double p) {
    this.job = job;
    this.k = k;
    this.p = p;
    engine = new Engine(job.picture(), ColorEncoding.srgb(), TileCache.ofHeapShare());
  }

  /**
   * @param args megapixels (24), then names of parts to be run (all)
   */
  static void run(List<String> args) {
    double megapixels = args.isEmpty() ? 24 : Double.parseDouble(args.get(0));
    List<String> parts = args.size() > 1 ? args.subList(1, args.size()) : List.of();
    double k = Yardstick.kernel();
    double c = Yardstick.copy();
    boolean window = System.getenv("DISPLAY") != null;
    double p = window ? Yardstick.call(() -> SpeedWindow.pulse(1280, 800)) : Double.NaN;
    System.out.printf(Locale.ROOT, "K %.3f s   C %.4f s   P %.4f s%n", k, c, p);
    if (wanted(parts, "blur")) {
      SpeedBlur.run(c);
    }
    SpeedJob job = SpeedJob.of(megapixels);
    System.out.print(job.describe());
    System.out.printf(
        Locale.ROOT,
        "%d x %d, %.2f px/mm%n",
        job.picture().width(),
        job.picture().height(),
        job.sheet().faceMap().orElseThrow().pxPerMm());
    SpeedBench b = new SpeedBench(job, k, p);
    for (int[] size : new int[][] {{1280, 800}, {1920, 1200}}) {
      if (wanted(parts, "hand") && size[0] == 1280 || wanted(parts, "wide") && size[0] == 1920) {
        b.underTheHand(Viewport.fit(Framing.of(job.picture().bounds()), size[0], size[1]));
      }
    }
    if (wanted(parts, "heals")) {
      b.heals();
    }
    if (wanted(parts, "render")) {
      b.render();
    }
    if (wanted(parts, "levels")) {
      new SpeedLevels(job, b.pool).run();
    }
    if (window && parts.contains("drive")) {
      Yardstick.call(
          () -> {
            SpeedWindow.drive(job, Path.of("target", "bench-shots"));
            return null;
          });
    }
    b.pool.shutdown();
    System.out.printf(Locale.ROOT, "K at the end %.3f s%n", Yardstick.kernel());
  }

  private static boolean wanted(List<String> parts, String name) {
    return parts.isEmpty() || parts.contains(name);
  }

  private void underTheHand(Viewport fit) {
    System.out.printf(Locale.ROOT, "-- view %d x %d%n", fit.width(), fit.height());
    say("first frame at fit, from cold", seconds(() -> sharp(job.sheet(), fit)), "");
    int n = job.sheet().passes().size();
    for (int at : new int[] {n, n / 2 + 1, 1}) {
      setting(at, fit);
    }
    balance(fit);
    dab(fit);
    readings();
    moves(fit);
  }

  private SheetView view(RunSheet s, RunSheet held) {
    return engine.view(s, held, () -> false);
  }

  private SheetView view(RunSheet s) {
    return engine.view(s, () -> false);
  }

  private void sharp(RunSheet s, Viewport v) {
    draw(view(s), v, 0);
  }

  private Drawn draw(SheetView view, Viewport v, int coarser, Drawn last) {
    return Frames.draw(
        new Frames.Request(view, v, CheckViews.PICTURE, Optional.empty(), 0xff808080),
        coarser,
        last,
        pool);
  }

  private Drawn draw(SheetView view, Viewport v, int coarser) {
    return draw(view, v, coarser, null);
  }

  private double seconds(Runnable what) {
    return Yardstick.seconds(what);
  }

  private void say(String what, double s, String bar) {
    System.out.printf(
        Locale.ROOT, "%-52s %8.4f s = %6.3f K = %5.2f P   %s%n", what, s, s / k, s / p, bar);
  }

  private void setting(int at, Viewport v) {
    long id = job.sheet().passes().get(at - 1).id();
    String name = at + " " + job.sheet().passes().get(at - 1).kind().key();
    change("setting of pass " + name, id, v, i -> q -> q.withStrength(strength(i)), 3, 0.25);
  }

  /** A strength not used before. */
  private double strength(int i) {
    fresh++;
    return 0.35 + 0.003 * (i % 200) + 1e-6 * fresh;
  }

  private void balance(Viewport v) {
    change(
        "white balance under 500 heals",
        1,
        v,
        i -> q -> q.with("mired", -30 + i + 1e-4 * fresh++),
        3,
        0.4);
  }

  private interface Step {
    UnaryOperator<Pass> at(int i);
  }

  private void change(String what, long id, Viewport v, Step step, double firstBar, double bar) {
    RunSheet base = job.sheet();
    draw(view(base).underHand(id), v, 2);
    draw(view(base).underHand(id), v, 0);
    double[] first = new double[TRIES];
    double[] dragged = new double[TRIES];
    double[] alone = new double[TRIES];
    double[] after = new double[TRIES];
    for (int i = -WARM_UP; i < TRIES; i++) {
      RunSheet next = base.change(id, step.at(i + WARM_UP));
      SheetView held = view(next, base).underHand(id);
      double a = seconds(() -> draw(held, v, 2));
      double b = seconds(() -> draw(held, v, 0));
      double c = 0;
      if (i % 5 == 0) {
        RunSheet other = base.change(id, step.at(i + WARM_UP));
        c = seconds(() -> warm(view(other, base).underHand(id), v));
      }
      double d = 0;
      if (i % 5 == 0) {
        d = seconds(() -> draw(view(next).underHand(id), v, 0));
      }
      if (i >= 0) {
        first[i] = a;
        dragged[i] = a + b;
        alone[i] = c;
        after[i] = d;
      }
    }
    say(what + ": first paint p95", Yardstick.p95(first), "bar " + firstBar + " P");
    say(what + ": sharp while dragged p95", Yardstick.p95(dragged), "bar " + bar + " K");
    double[] some = Arrays.stream(alone).filter(t -> t > 0).toArray();
    say("  the passes from it on alone, median", Yardstick.median(some), "");
    System.out.printf(
        Locale.ROOT,
        "  sharp / alone %.2f   bar 1.5%n",
        Yardstick.median(dragged) / Yardstick.median(some));
    double[] let = Arrays.stream(after).filter(t -> t > 0).toArray();
    say(what + ": sharp after letting go p95", Yardstick.p95(let), "bar " + bar + " K");
  }

  /** Brings up the tiles of a view and draws nothing. */
  private void warm(SheetView view, Viewport v) {
    int level = v.level();
    Rect need = v.seen().toLevel(level).intersect(view.bounds(level));
    inTiles(need, 256, t -> view.read(level, t.intersect(view.bounds(level))));
  }

  private interface ForRect {
    void at(Rect r);
  }

  private void inTiles(Rect area, int side, ForRect what) {
    List<Callable<Object>> jobs = new ArrayList<>();
    for (int y = area.y() / side * side; y < area.bottom(); y += side) {
      for (int x = area.x() / side * side; x < area.right(); x += side) {
        Rect t = new Rect(x, y, side, side);
        jobs.add(
            () -> {
              what.at(t);
              return null;
            });
      }
    }
    Yardstick.call(
        () -> {
          for (Future<Object> f : pool.invokeAll(jobs)) {
            f.get();
          }
          return null;
        });
  }

  /** A stroke of the last dodge that grows a sample at a time. */
  private void dab(Viewport v) {
    RunSheet base = job.sheet();
    long id = 8;
    Pin eye = base.faceMap().orElseThrow().rightEye();
    double px = base.faceMap().orElseThrow().pxPerMm();
    for (boolean full : new boolean[] {false, true}) {
      Viewport w = full ? v.zoomed(1, v.width() / 2.0, v.height() / 2.0) : v;
      Drawn[] last = {draw(view(base).underHand(id), w, 0)};
      int n = 12 * TRIES;
      int[] samples = new int[5 * n];
      double[] t = new double[TRIES + WARM_UP];
      Random random = new Random(5);
      double x = full ? w.canvasX(w.width() / 2.0) : eye.x();
      double y = full ? w.canvasY(w.height() / 2.0) : eye.y() + 25 * px;
      double way = 0;
      int had = 0;
      Stroke drawn = null;
      for (int i = 0; i < n && had < t.length; i++) {
        samples[5 * i] = (int) (x * Stroke.GRID);
        samples[5 * i + 1] = (int) (y * Stroke.GRID);
        samples[5 * i + 2] = 200;
        way += 0.5 * random.nextGaussian();
        x += 0.8 * px * Math.cos(way);
        y += 0.8 * px * Math.sin(way);
        if (i % 10 == 9) {
          int[] more = Arrays.copyOfRange(samples, 5 * (i - 9), 5 * (i + 1));
          drawn =
              drawn == null
                  ? Stroke.growing(new Stroke.Brush(true, 6, 8, 1), more)
                  : drawn.with(more);
          Stroke s = drawn;
          RunSheet next = base.change(id, q -> q.withArea(q.area().with(s)));
          SheetView held = view(next, base).underHand(id);
          t[had++] = seconds(() -> last[0] = draw(held, w, 0, last[0]));
        }
      }
      double[] late = Arrays.copyOfRange(t, WARM_UP, t.length);
      String where = full ? "at 100 %" : "at fit";
      say("a dab of a growing stroke " + where + ", sharp, p95", Yardstick.p95(late), "bar 2 P");
      say(
          "  the stroke's last fifth (600 samples), median",
          Yardstick.median(Arrays.copyOfRange(late, TRIES * 4 / 5, TRIES)),
          "");
    }
  }

  private void readings() {
    Measuring m = new Measuring(engine);
    m.quick(job.sheet(), () -> false);
    double[] t = new double[TRIES];
    for (int i = -WARM_UP; i < TRIES; i++) {
      RunSheet next = job.sheet().change(8, q -> q.withArea(moreStrokes(q.area())));
      double s = seconds(() -> m.quick(next, () -> false));
      if (i >= 0) {
        t[i] = s;
      }
    }
    say("readings after a stroke p95", Yardstick.p95(t), "bar 0.4 K");
    say("  median", Yardstick.median(t), "");
  }

  private Area moreStrokes(Area a) {
    Pin eye = job.sheet().faceMap().orElseThrow().rightEye();
    double px = job.sheet().faceMap().orElseThrow().pxPerMm();
    Random random = new Random(1000 + fresh++);
    return a.with(SpeedJob.stroke(random, px, List.of(new Pin(eye.x(), eye.y() + 25 * px)), 6));
  }

  private void moves(Viewport fit) {
    sharp(job.sheet(), fit);
    double[] first = new double[TRIES];
    double[] sharp = new double[TRIES];
    Random random = new Random(3);
    Pin eye = job.sheet().faceMap().orElseThrow().rightEye();
    for (int i = 0; i < TRIES; i++) {
      Viewport v =
          fit.zoomed(
              1,
              fit.scale() * (eye.x() + 1500 * (random.nextDouble() - 0.5) - fit.left()),
              fit.scale() * (eye.y() + 1500 * (random.nextDouble() - 0.3) - fit.top()));
      first[i] = seconds(() -> draw(view(job.sheet()), v, 2));
      sharp[i] = first[i] + seconds(() -> sharp(job.sheet(), v));
    }
    say("zoom from fit to 100 %: something p95", Yardstick.p95(first), "bar 1 P");
    say("zoom from fit to 100 %: sharp p95", Yardstick.p95(sharp), "bar 0.25 K");
  }

  private void heals() {
    RunSheet two = job.sheet().withPasses(job.sheet().passes().subList(0, 2));
    Engine cold = new Engine(job.picture(), ColorEncoding.srgb(), TileCache.ofHeapShare());
    SheetView v = cold.view(two, () -> false);
    long before = cold.analysesComputed();
    Rect all = job.picture().bounds();
    double t = seconds(() -> inTiles(all, 256, r -> v.read(0, r.intersect(all))));
    say("500 heals solved from cold, full size", t, "bar 3 K");
    long solved = cold.analysesComputed() - before;
    RunSheet above = two.add(Pass.start(50, job.sheet().passes().get(4).kind(), Area.WHOLE));
    long was = cold.analysesComputed();
    SheetView w = cold.view(above, () -> false);
    Rect face = v.frame().bounds();
    inTiles(face, 256, r -> w.read(0, r.intersect(face)));
    long again = cold.analysesComputed() - was;
    System.out.printf(
        Locale.ROOT, "  %d patches; solved again by a pass above: %d   bar none%n", solved, again);
  }

  private void render() {
    Engine cold = new Engine(job.picture(), ColorEncoding.srgb(), TileCache.ofHeapShare());
    SheetView v = cold.view(job.sheet(), () -> false).readOnce();
    Rect all = job.picture().bounds();
    double t = seconds(() -> inTiles(all, 256, r -> v.read(0, r.intersect(all))));
    double mp = all.area() / 24e6;
    say(
        "full render from cold, no encoding",
        t,
        String.format(Locale.ROOT, "bar 6 K at 24 MP; %.2f K per 24 MP", t / k / mp));
    double u = seconds(() -> inTiles(all, 256, r -> v.read(0, r.intersect(all))));
    say("  again, all analyses at hand", u, "");
    System.out.println("  pixels by pass, millions: " + millions(cold));
  }

  private static String millions(Engine e) {
    StringBuilder s = new StringBuilder();
    e.pixelsByPass()
        .forEach((id, n) -> s.append(String.format(Locale.ROOT, "%d:%.0f ", id, n / 1e6)));
    return s.toString();
  }
}
