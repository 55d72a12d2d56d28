package carezza.bench;

import carezza.area.Area;
import carezza.area.Outline;
import carezza.color.ColorEncoding;
import carezza.engine.Engine;
import carezza.engine.SheetView;
import carezza.engine.TileCache;
import carezza.face.FaceContours;
import carezza.face.FaceMap;
import carezza.face.FoundFace;
import carezza.face.HeadTurn;
import carezza.face.Pin;
import carezza.filter.Gaussian;
import carezza.finder.NetFaceFinder;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.SourcePicture;
import carezza.region.RegionName;
import carezza.sheet.RunSheet;
import carezza.sitter.DemoSitter;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/**
 * The face map and the regions against the truth of the made-up sitters, as shot, changed in every
 * {@link Condition}, and {@link Repainted}.
 */
final class FaceBench {
  static final Map<String, RegionName> REGIONS = new LinkedHashMap<>();

  static {
    REGIONS.put("skin", RegionName.SKIN);
    REGIONS.put("lips", RegionName.LIPS);
    REGIONS.put("teeth", RegionName.TEETH);
    REGIONS.put("sclera", RegionName.EYE_WHITES);
    REGIONS.put("iris", RegionName.IRISES);
    REGIONS.put("brows", RegionName.BROWS);
    REGIONS.put("hair-headwear", RegionName.HAIR);
    REGIONS.put("clothing", RegionName.CLOTHING);
    REGIONS.put("background", RegionName.BACKDROP);
  }

  /** Seeds that were looked at while the map was made, and others. */
  private static final long[][] SEEDS = {{1, 2}, {101, 102}};

  /** So many points of a border are measured. */
  private static final int MOST_POINTS = 4000;

  private final DemoSitter sitter;
  private final Map<String, Plane> truth = new LinkedHashMap<>();
  private FoundFace upright;

  private FaceBench(DemoSitter sitter) {
    this.sitter = sitter;
    for (String r : REGIONS.keySet()) {
      truth.put(r, truth(sitter, r));
    }
  }

  /** A region as a retoucher would draw it: hairs of a brow joined to one shape. */
  static Plane truth(DemoSitter sitter, String region) {
    Plane m = sitter.mask(region);
    return region.equals("brows") ? closed(m, 1.2 * sitter.pxPerMm()) : m;
  }

  static void run(List<String> args) {
    if (args.contains("painted")) {
      int sets = args.contains("seen") ? 1 : SEEDS.length;
      boolean all = DemoSitter.NAMES.stream().noneMatch(args::contains);
      DemoSitter.NAMES.stream()
          .filter(n -> all || args.contains(n))
          .forEach(n -> painted(DemoSitter.load(n), sets));
      return;
    }
    for (String name : DemoSitter.NAMES) {
      if (args.isEmpty() || args.contains(name)) {
        FaceBench b = new FaceBench(DemoSitter.load(name));
        b.map();
        b.borders();
        b.conditions();
      }
    }
  }

  // ---- the map, as shot

  static Engine engine(SourcePicture p) {
    return new Engine(p, ColorEncoding.srgb(), new TileCache(1L << 28));
  }

  private void map() {
    Engine e = engine(sitter.picture().picture());
    FoundFace net = new NetFaceFinder(false).find(e.original(), () -> false).get(0);
    NetFaceFinder finder = new NetFaceFinder();
    finder.find(e.original(), () -> false);
    long t = System.nanoTime();
    upright = finder.find(e.original(), () -> false).get(0);
    FaceMap map = FaceMap.of(List.of(upright));
    print(
        "%n%s: found and laid in %.2f s once warm; %.2f px/mm +- %.1f %%, in truth %.2f; turn %s%n",
        sitter.name(),
        (System.nanoTime() - t) / 1e9,
        map.pxPerMm(),
        100 * map.relativeError(),
        sitter.pxPerMm(),
        turn(HeadTurn.of(upright.mesh())));
    double px = sitter.pxPerMm();
    Plane eyes = sum(truth.get("sclera"), truth.get("iris"));
    Plane mouth = filled(truth.get("lips"));
    print("%-14s %8s %8s  (mm from the border of the truth)%n", "", "net", "laid");
    line("right lids", FaceContours.RIGHT_EYE, eyes, net, px);
    line("left lids", FaceContours.LEFT_EYE, eyes, net, px);
    line("outer lips", FaceContours.OUTER_LIPS, mouth, net, px);
    if (sitter.name().equals("maren")) {
      line("inner lips", FaceContours.INNER_LIPS, truth.get("lips"), net, px);
    }
    iris("right iris", sitter.faceMap().rightEye(), true, net);
    iris("left iris", sitter.faceMap().leftEye(), false, net);
    double eyeDistance = sitter.faceMap().rightEye().distance(sitter.faceMap().leftEye());
    print(
        "pupil distance %.2f %% of the truth%n",
        100 * upright.rightPupil().distance(upright.leftPupil()) / eyeDistance);
  }

  private static String turn(HeadTurn t) {
    return String.format(
        Locale.ROOT,
        "yaw %.0f, pitch %.0f, roll %.0f",
        t.yawDegrees(),
        t.pitchDegrees(),
        t.rollDegrees());
  }

  private void line(String name, List<Integer> points, Plane mask, FoundFace net, double px) {
    List<double[]> border = border(mask);
    print(
        "%-14s %8.2f %8.2f%n",
        name, off(net.points(points), border) / px, off(upright.points(points), border) / px);
  }

  private void iris(String name, Pin centre, boolean right, FoundFace net) {
    Plane m = truth.get("iris");
    double widest = 0;
    int reach = (int) (8 * sitter.pxPerMm());
    for (int y = (int) centre.y() - reach; y < centre.y() + reach; y++) {
      double row = 0;
      for (int x = (int) centre.x() - reach; x < centre.x() + reach; x++) {
        row += m.at(x, y);
      }
      widest = Math.max(widest, row);
    }
    Pin n = right ? net.rightPupil() : net.leftPupil();
    Pin u = right ? upright.rightPupil() : upright.leftPupil();
    double px = sitter.pxPerMm();
    print("%-14s %8.2f %8.2f", name, n.distance(centre) / px, u.distance(centre) / px);
    print(
        "  width %.1f %% and %.1f %% of the truth%n",
        100 * (right ? net.rightIrisPx() : net.leftIrisPx()) / widest,
        100 * (right ? upright.rightIrisPx() : upright.leftIrisPx()) / widest);
  }

  // ---- regions as shot: borders, time, memory

  /** How far the borders of regions lie from those of the truth, and what finding them takes. */
  private void borders() {
    Engine e = engine(sitter.picture().picture());
    SheetView view = e.view(RunSheet.EMPTY.withFaceMap(FaceMap.of(List.of(upright))), () -> false);
    long before = held();
    long t = System.nanoTime();
    print("mean border error, mm:");
    for (var r : REGIONS.entrySet()) {
      Plane want = truth.get(r.getKey());
      List<double[]> border = border(want);
      Plane m = view.mask(Area.found(r.getValue().key()), 0, want.rect());
      if (!border.isEmpty()) {
        print(" %s %.2f", r.getKey(), apart(border(m), border) / sitter.pxPerMm());
      }
    }
    print(
        "%nregions found and measured in %.1f s; %d MB more held%n",
        (System.nanoTime() - t) / 1e9, (held() - before) >> 20);
  }

  private static long held() {
    System.gc();
    return Runtime.getRuntime().totalMemory() - Runtime.getRuntime().freeMemory();
  }

  /** Mean distance of every few points of a border from another, pixels. */
  private static double apart(List<double[]> border, List<double[]> truth) {
    int step = Math.max(1, border.size() / MOST_POINTS);
    double sum = 0;
    int n = 0;
    for (int i = 0; i < border.size(); i += step) {
      double[] p = border.get(i);
      double best = Double.MAX_VALUE;
      for (double[] q : truth) {
        double dx = p[0] - q[0];
        double dy = p[1] - q[1];
        best = Math.min(best, dx * dx + dy * dy);
      }
      sum += Math.sqrt(best);
      n++;
    }
    return sum / n;
  }

  // ---- regions, in every condition

  private void conditions() {
    print("%-16s %7s", "", "points");
    REGIONS.keySet().forEach(r -> print(" %7s", r.substring(0, Math.min(7, r.length()))));
    print("  (points: mean distance from those as shot, %% of the eye distance; regions: IoU)%n");
    for (Condition c : Condition.ALL) {
      row(c.name(), c, sitter.picture().picture());
    }
    for (Repainted r : Repainted.ALL) {
      row(r.name(), Condition.ALL.get(0), r.on(sitter));
    }
    painted(sitter, SEEDS.length);
  }

  /** What is worn, shaded and held, tuned and unseen seeds apart. */
  static void painted(DemoSitter sitter, int sets) {
    for (String what : Painted.ALL) {
      for (int k = 0; k < sets; k++) {
        for (long seed : SEEDS[k]) {
          Painted p = Painted.of(what, sitter, seed);
          Engine e = engine(p.picture());
          List<FoundFace> found = new NetFaceFinder().find(e.original(), () -> false);
          print("%-18s %s %4d ", what, k == 0 ? "seen  " : "unseen", seed);
          if (found.isEmpty()) {
            print(" no face found%n");
            continue;
          }
          regions(e, found, p.truth());
        }
      }
    }
  }

  /** Prints how far each region overlaps with the truth. */
  static void regions(Engine e, List<FoundFace> found, Map<String, Plane> truth) {
    SheetView view = e.view(RunSheet.EMPTY.withFaceMap(FaceMap.of(found)), () -> false);
    for (var r : REGIONS.entrySet()) {
      Plane want = truth.get(r.getKey());
      Plane m = view.mask(Area.found(r.getValue().key()), 0, want.rect());
      print(" %7.3f", overlap(m, want));
    }
    print("%s%n", found.size() > 1 ? "  " + found.size() + " faces" : "");
  }

  private void row(String name, Condition c, SourcePicture picture) {
    double eyes = sitter.faceMap().rightEye().distance(sitter.faceMap().leftEye());
    Pin mid = upright.mesh().get(1);
    Rect face = Rect.ofDisc(mid.x(), mid.y(), 1.5 * eyes);
    Condition.Map to = c.new Map(sitter.picture().picture().bounds(), face);
    Engine e = engine(c.changed(picture, to));
    List<FoundFace> found = new NetFaceFinder().find(e.original(), () -> false);
    print("%-16s", name);
    if (found.isEmpty()) {
      print(" no face found%n");
      return;
    }
    FoundFace f = found.get(0);
    double sum = 0;
    for (int i = 0; i < FoundFace.POINTS; i++) {
      Pin want = to.there(upright.mesh().get(c.mirrored() ? mirrored(i) : i));
      sum += f.mesh().get(i).distance(want);
    }
    print(" %7.2f", 100 * sum / FoundFace.POINTS / eyes / c.scale());
    Map<String, Plane> want = new LinkedHashMap<>();
    truth.forEach((k, m) -> want.put(k, to.moved(m)));
    regions(e, found, want);
  }

  /** The point on the other side of the face: the nearest to its mirror image as shot. */
  private int mirrored(int point) {
    if (other == null) {
      other = new int[FoundFace.POINTS];
      for (int i = 0; i < other.length; i++) {
        other[i] = HeadTurn.opposite(i);
      }
    }
    return other[point];
  }

  private int[] other;

  // ---- measures

  static double overlap(Plane m, Plane truth) {
    double both = 0;
    double either = 0;
    for (int i = 0; i < truth.data().length; i++) {
      both += Math.min(m.data()[i], truth.data()[i]);
      either += Math.max(m.data()[i], truth.data()[i]);
    }
    return both / either;
  }

  /** Hairs joined to one shape. */
  private static Plane closed(Plane p, double radius) {
    Plane wide = Gaussian.blur(p, radius / 2);
    for (int i = 0; i < wide.data().length; i++) {
      wide.data()[i] = wide.data()[i] > 0.25f ? 1 : 0;
    }
    return wide;
  }

  private static double off(List<Pin> points, List<double[]> border) {
    double sum = 0;
    List<Pin> curve = Outline.through(points).points();
    for (Pin p : curve) {
      double best = Double.MAX_VALUE;
      for (double[] b : border) {
        best = Math.min(best, Math.hypot(b[0] - p.x(), b[1] - p.y()));
      }
      sum += best;
    }
    return sum / curve.size();
  }

  /** Where coverage crosses a half between neighbours. */
  private static List<double[]> border(Plane p) {
    List<double[]> out = new ArrayList<>();
    for (int y = 0; y < p.h() - 1; y++) {
      for (int x = 0; x < p.w() - 1; x++) {
        float a = p.at(x, y);
        float b = p.at(x + 1, y);
        float c = p.at(x, y + 1);
        if (a > 0.5f != b > 0.5f) {
          out.add(new double[] {x + 0.5 + (0.5 - a) / (b - a), y + 0.5});
        }
        if (a > 0.5f != c > 0.5f) {
          out.add(new double[] {x + 0.5, y + 0.5 + (0.5 - a) / (c - a)});
        }
      }
    }
    return out;
  }

  private static Plane sum(Plane a, Plane b) {
    Plane out = new Plane(a.rect());
    for (int i = 0; i < out.data().length; i++) {
      out.data()[i] = Math.min(1, a.data()[i] + b.data()[i]);
    }
    return out;
  }

  /** With what lies between the leftmost and rightmost pixel of each row. */
  private static Plane filled(Plane p) {
    Plane out = new Plane(p.rect(), p.data().clone());
    for (int y = 0; y < p.h(); y++) {
      int a = -1;
      int b = -1;
      for (int x = 0; x < p.w(); x++) {
        if (p.at(x, y) > 0.5f) {
          a = a < 0 ? x : a;
          b = x;
        }
      }
      for (int x = a; a >= 0 && x <= b; x++) {
        out.data()[y * p.w() + x] = 1;
      }
    }
    return out;
  }

  private static void print(String format, Object... args) {
    System.out.printf(Locale.ROOT, format, args);
  }
}
