package carezza.bench;

import carezza.app.BenchView;
import carezza.app.CarezzaApp;
import carezza.area.Area;
import carezza.engine.Engine;
import carezza.engine.TileCache;
import carezza.face.FaceMap;
import carezza.finder.NetFaceFinder;
import carezza.image.SourcePicture;
import carezza.io.DocumentStore;
import carezza.io.PictureFile;
import carezza.io.PictureReader;
import carezza.pass.Heal;
import carezza.pass.Pass;
import carezza.pass.clean.Heals;
import carezza.sheet.Kinds;
import carezza.sheet.RunSheet;
import carezza.sitter.DemoSitter;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import javafx.stage.Stage;
import org.testfx.api.FxToolkit;
import org.testfx.util.WaitForAsyncUtils;

/**
 * {@code pages [MEGAPIXELS [PICTURES]]}: pictures are turned to one after the other in a real
 * window, never seen before, then again, then with a rest between; how long until the source, the
 * retouched picture and the first readings are on the screen. A picture that was seen before stands
 * there as it was left until it is ready for the hand.
 */
final class PageBench {
  private static final int HEALS = 30;
  private static final long WAIT_S = 300;

  private final double k;
  private final double p;
  private final Path folder;
  private final List<Path> pictures = new ArrayList<>();
  private final List<Double> decoding = new ArrayList<>();

  private PageBench(double k, double p, Path folder) {
    this.k = k;
    this.p = p;
    this.folder = folder;
  }

  static void run(List<String> args) throws Exception {
    double megapixels = args.isEmpty() ? 5 : Double.parseDouble(args.get(0));
    int count = args.size() > 1 ? Integer.parseInt(args.get(1)) : 10;
    double k = Yardstick.kernel();
    double p = SpeedWindow.pulse(1280, 800);
    System.out.printf(Locale.ROOT, "K %.3f s   P %.4f s   %.0f MP%n", k, p, megapixels);
    PageBench b = new PageBench(k, p, Files.createTempDirectory("carezza-pages"));
    for (int i = 0; i < count; i++) {
      b.make(i, megapixels);
    }
    b.turn(megapixels);
  }

  /** A demo sitter with noise of its own and a sheet as after an hour's work. */
  private void make(int i, double megapixels) throws IOException {
    DemoSitter s = DemoSitter.load(DemoSitter.NAMES.get(i % DemoSitter.NAMES.size()));
    SourcePicture small = s.picture().picture();
    double f = Math.sqrt(megapixels * 1e6 / ((double) small.width() * small.height()));
    Path file = folder.resolve(String.format(Locale.ROOT, "%02d-%s.jpg", i, "sitter"));
    SpeedWindow.write(SpeedJob.enlarged(small, f, 1000 + i), file);
    PictureFile read = PictureReader.read(file);
    Engine e = new Engine(read.picture(), read.encoding(), new TileCache(1L << 28));
    FaceMap map = FaceMap.of(new NetFaceFinder().find(e.original(), () -> false));
    DocumentStore store = DocumentStore.of(file, folder);
    store.save(store.load().with(sheet(map, i)));
    pictures.add(file);
    decoding.add(Yardstick.seconds(() -> Yardstick.call(() -> PictureReader.read(file))));
  }

  private static RunSheet sheet(FaceMap map, int seed) {
    RunSheet s = RunSheet.EMPTY.withFaceMap(map);
    Random r = new Random(seed);
    double px = map.pxPerMm();
    List<Heal> heals = new ArrayList<>();
    for (int i = 0; i < HEALS; i++) {
      double x = map.rightEye().x() + (r.nextDouble() - 0.2) * 60 * px;
      double y = map.rightEye().y() + (15 + 30 * r.nextDouble()) * px;
      heals.add(new Heal(x, y, x, y, 1 + 3 * r.nextDouble(), 7 * px, 2 * px));
    }
    s = add(s, "neutral", Area.WHOLE);
    s = s.change(1, q -> q.with("exposure", 0.1));
    s = add(s, "heals", Area.WHOLE);
    s = s.change(2, q -> q.with(Heals.HEALS, Heal.numbered(heals)));
    s = add(s, "twoBands", Area.ofRegion("skin"));
    s = add(s, "dodge", Area.ofRegion("underEyes"));
    s = add(s, "eyeWhites", Area.ofRegion("eyeWhites"));
    return add(s, "teeth", Area.ofRegion("teeth"));
  }

  private static RunSheet add(RunSheet s, String kind, Area area) {
    return s.add(Pass.start(s.nextId(), Kinds.of(kind), area));
  }

  private void turn(double megapixels) throws Exception {
    Stage stage = FxToolkit.registerPrimaryStage();
    BenchView[] bench = new BenchView[1];
    SpeedWindow.fx(() -> bench[0] = CarezzaApp.show(stage, folder.resolve("own")));
    double cold = megapixels > 10 ? 4 : 2;
    pass(bench[0], "never seen before", false, cold);
    pass(bench[0], "seen before in this sitting", false, 0.3);
    SpeedWindow.fx(bench[0]::close);
    SpeedWindow.fx(() -> bench[0] = CarezzaApp.show(stage, folder.resolve("own")));
    pass(bench[0], "seen before in another sitting", false, 0.3);
    pass(bench[0], "made ready while the hand rested", true, 0.3);
    SpeedWindow.fx(bench[0]::close);
    SpeedWindow.fx(stage::hide);
    System.out.printf(Locale.ROOT, "K at the end %.3f s%n", Yardstick.kernel());
  }

  /** Turns through all pictures; the first is not counted, for nothing stood there before. */
  private void pass(BenchView bench, String what, boolean rests, double bar) throws Exception {
    int n = pictures.size() - 1;
    double[] source = new double[n];
    double[] retouched = new double[n];
    double[] ready = new double[n];
    double[] measured = new double[n];
    for (int i = 0; i <= n; i++) {
      Path file = pictures.get(i);
      long t = System.nanoTime();
      SpeedWindow.fx(() -> bench.open(file));
      double a = until(bench, file, BenchView.Shown.SOURCE, t);
      double b = until(bench, file, BenchView.Shown.RETOUCHED, t);
      double c = until(bench, file, BenchView.Shown.READY, t);
      double d = until(bench, file, BenchView.Shown.MEASURED, t);
      if (i > 0) {
        source[i - 1] = a - decoding.get(i);
        retouched[i - 1] = b;
        ready[i - 1] = c;
        measured[i - 1] = d / c;
      }
      WaitForAsyncUtils.waitFor(WAIT_S, TimeUnit.SECONDS, bench::isIdle);
      if (rests) {
        WaitForAsyncUtils.waitFor(WAIT_S, TimeUnit.SECONDS, bench::isRested);
      }
    }
    System.out.printf(Locale.ROOT, "-- %s%n", what);
    say("source, beyond the decoding, p95", Yardstick.p95(source), "bar 3 P");
    say("retouched p95", Yardstick.p95(retouched), "bar " + bar + " K");
    say("  median", Yardstick.median(retouched), "");
    say("ready for the hand p95", Yardstick.p95(ready), "");
    say("  median", Yardstick.median(ready), "");
    System.out.printf(
        Locale.ROOT, "%-42s %.2f   bar 1.5%n", "readings / ready p95", Yardstick.p95(measured));
  }

  private static double until(BenchView bench, Path file, BenchView.Shown at, long since)
      throws Exception {
    boolean[] there = new boolean[1];
    while (!there[0]) {
      SpeedWindow.fx(() -> there[0] = bench.shown(file).compareTo(at) >= 0);
      TimeUnit.MILLISECONDS.sleep(2);
      if (System.nanoTime() - since > WAIT_S * 1e9) {
        throw new IllegalStateException(file.getFileName() + " is not " + at);
      }
    }
    return (System.nanoTime() - since) * 1e-9;
  }

  private void say(String what, double s, String bar) {
    System.out.printf(
        Locale.ROOT, "%-42s %7.3f s = %6.2f K = %6.1f P   %s%n", what, s, s / k, s / p, bar);
  }
}
