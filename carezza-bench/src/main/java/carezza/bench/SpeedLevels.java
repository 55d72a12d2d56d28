package carezza.bench;

import carezza.color.CieLab;
import carezza.color.ColorEncoding;
import carezza.color.DeltaE2000;
import carezza.engine.Engine;
import carezza.engine.SheetView;
import carezza.engine.TileCache;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.sheet.RunSheet;
import java.util.Arrays;
import java.util.Locale;
import java.util.concurrent.ExecutorService;

/** Whether what is seen zoomed out is what is exported: the export reduced against the view. */
final class SpeedLevels {
  private static final int LEVEL = 2;

  private final SpeedJob job;

  SpeedLevels(SpeedJob job, ExecutorService pool) {
    this.job = job;
  }

  void run() {
    int n = job.sheet().passes().size();
    for (int i = 0; i <= n; i++) {
      RunSheet s =
          i == n ? job.sheet() : job.sheet().withPasses(job.sheet().passes().subList(i, i + 1));
      String name = i == n ? "whole sheet" : (i + 1) + " " + s.passes().get(0).kind().key();
      compare(name, s);
    }
  }

  private void compare(String name, RunSheet s) {
    Engine e = new Engine(job.picture(), ColorEncoding.srgb(), TileCache.ofHeapShare());
    SheetView v = e.view(s, () -> false);
    RgbBlock seen = v.read(LEVEL, v.bounds(LEVEL));
    Plane skin = v.mask(s.region("skin"), LEVEL, seen.rect());
    double[] all = new double[seen.size()];
    int rows = 256;
    for (int y = 0; y < seen.rect().h(); y += rows) {
      Rect strip = new Rect(0, y, seen.rect().w(), rows).intersect(seen.rect());
      Rect src = strip.toSource(LEVEL).intersect(v.bounds(0));
      RgbBlock fine = v.readOnce().read(0, src);
      float[][] want = new float[3][];
      for (int c = 0; c < 3; c++) {
        want[c] = fine.plane(c).halved().halved().data();
      }
      for (int i = 0; i < strip.area(); i++) {
        int at = (strip.y() * seen.rect().w()) + i;
        all[at] =
            DeltaE2000.between(
                CieLab.of(want[0][i], want[1][i], want[2][i]),
                CieLab.of(seen.r()[at], seen.g()[at], seen.b()[at]));
      }
    }
    double[] onSkin = new double[all.length];
    int n = 0;
    for (int i = 0; i < all.length; i++) {
      if (skin.data()[i] > 0.9f) {
        onSkin[n++] = all[i];
      }
    }
    System.out.printf(
        Locale.ROOT,
        "levels, %-14s p95 on skin %.3f (bar 1.0), whole %.3f (bar 2.0)%n",
        name,
        Yardstick.p95(Arrays.copyOf(onSkin, n)),
        Yardstick.p95(all));
  }
}
