package carezza.bench;

import carezza.engine.Engine;
import carezza.face.Carried;
import carezza.face.FaceMap;
import carezza.face.FoundFace;
import carezza.face.HeadTurn;
import carezza.face.Pin;
import carezza.finder.NetFaceFinder;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.region.SkinPattern;
import carezza.sitter.DemoSitter;
import com.fasterxml.jackson.databind.JsonNode;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/**
 * The face map and the regions of the second sitting, heads turned and eyes aside; the same
 * pictures changed in ways that were not looked at while the map was made; and the marks of each
 * sitter carried from the straight picture.
 */
final class PoseBench {
  private static final List<String> UNSEEN =
      List.of("mirrored", "turned 15", "light x 1/4", "60 mired cooler", "noise 4 %", "half size");

  private final DemoSitter sitter;
  private final double px;

  private PoseBench(DemoSitter sitter) {
    this.sitter = sitter;
    px = sitter.pxPerMm();
  }

  static void run(List<String> args) {
    List<PoseBench> all =
        DemoSitter.NAMES.stream()
            .flatMap(n -> List.of(n, n + "-turned", n + "-glance").stream())
            .filter(n -> args.isEmpty() || args.contains(n))
            .map(n -> new PoseBench(DemoSitter.load(n)))
            .toList();
    head("as shot");
    all.forEach(b -> b.row(b.sitter.name(), Condition.ALL.get(0)));
    for (Condition c : Condition.ALL) {
      if (UNSEEN.contains(c.name())) {
        head(c.name());
        all.forEach(b -> b.row(b.sitter.name(), c));
      }
    }
    System.out.println("%nmarks carried from the straight picture, mm".formatted());
    all.stream().filter(b -> b.sitter.name().contains("-")).forEach(PoseBench::carried);
  }

  private static void head(String what) {
    System.out.printf(
        Locale.ROOT,
        "%n%-15s %5s %6s %6s %6s %6s | %6s %6s %5s |",
        what,
        "yaw",
        "right",
        "left",
        "wide r",
        "wide l",
        "scale",
        "+-",
        "s");
    FaceBench.REGIONS.keySet().forEach(r -> System.out.printf(" %7.7s", r));
    System.out.println("  (centres mm, widths and scale in percent of the truth; regions: IoU)");
  }

  private void row(String name, Condition c) {
    Rect bounds = sitter.picture().picture().bounds();
    Condition.Map to = c.new Map(bounds, bounds);
    boolean asShot = c == Condition.ALL.get(0);
    Engine e =
        FaceBench.engine(
            asShot ? sitter.picture().picture() : c.changed(sitter.picture().picture(), to));
    long t = System.nanoTime();
    List<FoundFace> found = new NetFaceFinder().find(e.original(), () -> false);
    double seconds = (System.nanoTime() - t) / 1e9;
    System.out.printf("%-15s ", name);
    if (found.isEmpty()) {
      System.out.println("no face");
      return;
    }
    FoundFace f = found.get(0);
    FaceMap map = FaceMap.of(found);
    FaceMap truth = sitter.faceMap();
    Pin right = to.there(c.mirrored() ? truth.leftEye() : truth.rightEye());
    Pin left = to.there(c.mirrored() ? truth.rightEye() : truth.leftEye());
    double scale = px * c.scale();
    double wide = widest() * c.scale();
    System.out.printf(
        Locale.ROOT,
        "%5.0f %6.2f %6.2f %6.1f %6.1f | %6.1f %6.1f %5.1f |",
        HeadTurn.of(f.mesh()).yawDegrees(),
        f.rightPupil().distance(right) / scale,
        f.leftPupil().distance(left) / scale,
        100 * f.rightIrisPx() / wide,
        100 * f.leftIrisPx() / wide,
        100 * map.pxPerMm() / scale,
        100 * map.relativeError(),
        seconds);
    Map<String, Plane> regions = new LinkedHashMap<>();
    for (String r : FaceBench.REGIONS.keySet()) {
      Plane want = FaceBench.truth(sitter, r);
      regions.put(r, asShot ? want : to.moved(want));
    }
    FaceBench.regions(e, found, regions);
  }

  /** Widest row of either iris: a lid may hide a side of one. */
  private double widest() {
    Plane m = sitter.mask("iris");
    double widest = 0;
    for (Pin centre : List.of(sitter.faceMap().rightEye(), sitter.faceMap().leftEye())) {
      int reach = (int) (8 * px);
      for (int y = (int) centre.y() - reach; y < centre.y() + reach; y++) {
        double row = 0;
        for (int x = (int) centre.x() - reach; x < centre.x() + reach; x++) {
          row += m.clamped(x, y);
        }
        widest = Math.max(widest, row);
      }
    }
    return widest;
  }

  private void carried() {
    DemoSitter straight = DemoSitter.load(sitter.name().substring(0, sitter.name().indexOf('-')));
    Engine a = FaceBench.engine(straight.picture().picture());
    Engine b = FaceBench.engine(sitter.picture().picture());
    FaceMap from = FaceMap.of(new NetFaceFinder().find(a.original(), () -> false));
    FaceMap to = FaceMap.of(new NetFaceFinder().find(b.original(), () -> false));
    long t = System.nanoTime();
    SkinPattern skin = new SkinPattern(a.original(), from, b.original(), to);
    double seconds = (System.nanoTime() - t) / 1e9;
    for (String list : List.of("permanent_marks", "defects")) {
      double mesh = 0;
      double mean = 0;
      double worst = 0;
      int covered = 0;
      int n = 0;
      for (int i = 0; i < straight.truth().path(list).size(); i++) {
        JsonNode mark = straight.truth().path(list).get(i);
        JsonNode there = sitter.truth().path(list).get(i);
        if (mark.path("visible").asBoolean(true) && there.path("visible").asBoolean(true)) {
          Pin want = pin(there.path("center_px"));
          Carried c = skin.carry(pin(mark.path("center_px")));
          double mm = c.place().distance(want) / px;
          mesh += from.carry(pin(mark.path("center_px")), to).place().distance(want) / px;
          mean += mm;
          worst = Math.max(worst, mm);
          covered += mm <= c.errorMm() ? 1 : 0;
          n++;
        }
      }
      System.out.printf(
          Locale.ROOT,
          "%-15s %-16s %3d: by the meshes %.2f, by the skin %.2f, worst %.2f, within what is said %d"
              + " %%; compared in %.1f s%n",
          sitter.name(),
          list,
          n,
          mesh / n,
          mean / n,
          worst,
          100 * covered / n,
          seconds);
    }
  }

  private static Pin pin(JsonNode n) {
    return new Pin(n.path(0).asDouble(), n.path(1).asDouble());
  }
}
