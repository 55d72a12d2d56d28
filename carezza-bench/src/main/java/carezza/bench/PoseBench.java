package carezza.bench;

import carezza.area.Area;
import carezza.color.ColorEncoding;
import carezza.engine.Engine;
import carezza.engine.SheetView;
import carezza.engine.TileCache;
import carezza.face.FaceMap;
import carezza.face.FoundFace;
import carezza.face.HeadTurn;
import carezza.face.Pin;
import carezza.finder.NetFaceFinder;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.sheet.RunSheet;
import carezza.sitter.DemoSitter;
import java.util.List;
import java.util.Locale;

/** The face map and the regions of the second sitting: heads turned, eyes aside. */
final class PoseBench {
  private PoseBench() {}

  static void run(List<String> args) {
    System.out.printf(
        Locale.ROOT,
        "%-15s %5s %6s %6s %6s %6s | %6s %6s %5s |",
        "",
        "yaw",
        "right",
        "left",
        "wide r",
        "wide l",
        "scale",
        "error",
        "s");
    FaceBench.REGIONS.keySet().forEach(r -> System.out.printf(" %7.7s", r));
    System.out.println("  (centres mm, widths and scale %% of the truth; regions: IoU)".replace("%%", "%"));
    for (String name : DemoSitter.NAMES) {
      for (String pose : List.of("", "-turned", "-glance")) {
        if (args.isEmpty() || args.contains(name + pose)) {
          row(DemoSitter.load(name + pose));
        }
      }
    }
  }

  private static void row(DemoSitter s) {
    Engine e =
        new Engine(s.picture().picture(), ColorEncoding.srgb(), new TileCache(1L << 28));
    long t = System.nanoTime();
    List<FoundFace> found = new NetFaceFinder().find(e.original(), () -> false);
    double seconds = (System.nanoTime() - t) / 1e9;
    System.out.printf("%-15s ", s.name());
    if (found.isEmpty()) {
      System.out.println("no face");
      return;
    }
    FoundFace f = found.get(0);
    FaceMap map = FaceMap.of(found);
    FaceMap truth = s.faceMap();
    double px = s.pxPerMm();
    System.out.printf(
        Locale.ROOT,
        "%5.0f %6.2f %6.2f %6.1f %6.1f | %6.1f %6.1f %5.1f |",
        HeadTurn.of(f.mesh()).yawDegrees(),
        f.rightPupil().distance(truth.rightEye()) / px,
        f.leftPupil().distance(truth.leftEye()) / px,
        100 * f.rightIrisPx() / widest(s),
        100 * f.leftIrisPx() / widest(s),
        100 * map.pxPerMm() / px,
        100 * map.relativeError(),
        seconds);
    SheetView view = e.view(RunSheet.EMPTY.withFaceMap(map), () -> false);
    for (var r : FaceBench.REGIONS.entrySet()) {
      Plane want = FaceBench.truth(s, r.getKey());
      Plane m = view.mask(Area.found(r.getValue().key()), 0, want.rect());
      System.out.printf(Locale.ROOT, " %7.3f", FaceBench.overlap(m, want));
    }
    System.out.println();
  }

  /** Widest row of either iris: a lid may hide a side of one. */
  private static double widest(DemoSitter s) {
    return Math.max(widest(s, s.faceMap().rightEye()), widest(s, s.faceMap().leftEye()));
  }

  private static double widest(DemoSitter s, Pin centre) {
    Plane m = s.mask("iris");
    double widest = 0;
    int reach = (int) (8 * s.pxPerMm());
    Rect r = m.rect();
    for (int y = Math.max(0, (int) centre.y() - reach); y < Math.min(r.h(), centre.y() + reach); y++) {
      double row = 0;
      for (int x = (int) centre.x() - reach; x < centre.x() + reach; x++) {
        row += m.clamped(x, y);
      }
      widest = Math.max(widest, row);
    }
    return widest;
  }
}
