package carezza.bench;

import carezza.engine.Engine;
import carezza.engine.TileCache;
import carezza.face.FaceContours;
import carezza.face.FoundFace;
import carezza.face.Pin;
import carezza.finder.NetFaceFinder;
import carezza.image.Plane;
import carezza.region.Outline;
import carezza.sitter.DemoSitter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/** The face map and the regions against the truth of the made-up sitters. */
final class FaceBench {
  private FaceBench() {}

  static void run() {
    for (String name : DemoSitter.NAMES) {
      DemoSitter s = DemoSitter.load(name);
      Engine engine =
          new Engine(s.picture().picture(), s.picture().encoding(), new TileCache(1L << 28));
      FoundFace f = new NetFaceFinder(false).find(engine.original(), () -> false).get(0);
      long t = System.nanoTime();
      FoundFace snapped = new NetFaceFinder().find(engine.original(), () -> false).get(0);
      double seconds = (System.nanoTime() - t) / 1e9;
      Plane eyes = sum(s.mask("sclera"), s.mask("iris"));
      Plane lips = s.mask("lips");
      Plane mouth = filled(lips);
      double px = s.pxPerMm();
      System.out.printf(Locale.ROOT, "%s snapped in %.2f s%n", name, seconds);
      Plane iris = s.mask("iris");
      for (int k = 0; k < 2; k++) {
        Pin c = k == 0 ? s.faceMap().rightEye() : s.faceMap().leftEye();
        Pin q = k == 0 ? snapped.rightPupil() : snapped.leftPupil();
        double widest = 0;
        for (int y = (int) (c.y() - 40); y < c.y() + 40; y++) {
          double row = 0;
          for (int x = (int) (c.x() - 60); x < c.x() + 60; x++) {
            row += iris.at(x, y);
          }
          widest = Math.max(widest, row);
        }
        System.out.printf(
            Locale.ROOT,
            "  iris off %.2f mm, %.1f px of %.1f (net %.1f)%n",
            c.distance(q) / px,
            k == 0 ? snapped.rightIrisPx() : snapped.leftIrisPx(),
            widest,
            k == 0 ? f.rightIrisPx() : f.leftIrisPx());
      }
      for (var e :
          List.of(
              new Line("right lids", FaceContours.RIGHT_EYE, eyes),
              new Line("left lids", FaceContours.LEFT_EYE, eyes),
              new Line("outer lips", FaceContours.OUTER_LIPS, mouth),
              new Line("inner lips", FaceContours.INNER_LIPS, lips))) {
        System.out.printf(
            Locale.ROOT,
            "  %-10s net %.2f mm  laid %.2f mm%n",
            e.name,
            off(f.mesh(), e, px),
            off(snapped.mesh(), e, px));
      }
      t = System.nanoTime();
      var map = carezza.face.FaceMap.of(List.of(snapped));
      java.util.Map<String, Object> kept = new java.util.HashMap<>();
      var regions =
          new carezza.region.Regions(
              engine.original(),
              map,
              new carezza.region.Regions.Store() {
                @SuppressWarnings("unchecked")
                @Override
                public <T> T kept(String part, long bytes, java.util.function.Supplier<T> find) {
                  return (T)
                      (kept.containsKey(part) ? kept.get(part) : put(kept, part, find.get()));
                }
              });
      regions.mask(carezza.region.RegionName.SKIN, 3, new carezza.image.Rect(0, 0, 8, 8));
      System.out.printf(
          Locale.ROOT,
          "  surfaces in %.2f s; px/mm %.3f of %.3f +- %.1f %% turn %s%n",
          (System.nanoTime() - t) / 1e9,
          map.pxPerMm(),
          px,
          100 * map.relativeError(),
          carezza.face.HeadTurn.of(snapped.mesh()));
      String[] names = {
        "skin",
        "lips",
        "teeth",
        "sclera",
        "iris",
        "brows",
        "hair-headwear",
        "clothing",
        "background"
      };
      String[] ours = {
        "skin", "lips", "teeth", "eyeWhites", "irises", "brows", "hair", "clothing", "backdrop"
      };
      for (int k = 0; k < names.length; k++) {
        Plane truth = s.mask(names[k]);
        if (k == 5) truth = closed(truth, 1.2 * px);
        long t2 = System.nanoTime();
        Plane m = regions.mask(carezza.region.RegionName.of(ours[k]).get(), 0, truth.rect());
        System.out.printf(
            Locale.ROOT,
            "  %-14s IoU %.3f (%.2f s)%n",
            names[k],
            iou(m, truth),
            (System.nanoTime() - t2) / 1e9);
      }
    }
  }

  private static Object put(java.util.Map<String, Object> m, String k, Object v) {
    m.put(k, v);
    return v;
  }

  static double iou(Plane m, Plane truth) {
    double both = 0;
    double either = 0;
    for (int i = 0; i < truth.data().length; i++) {
      both += Math.min(m.data()[i], truth.data()[i]);
      either += Math.max(m.data()[i], truth.data()[i]);
    }
    return both / either;
  }

  private record Line(String name, List<Integer> points, Plane truth) {}

  /** Dilated and eroded by a disc: hairs become one shape. */
  static Plane closed(Plane p, double radius) {
    Plane wide = carezza.filter.Gaussian.blur(p, radius / 2);
    for (int i = 0; i < wide.data().length; i++) {
      wide.data()[i] = wide.data()[i] > 0.25f ? 1 : 0;
    }
    return wide;
  }

  private static double off(List<Pin> mesh, Line line, double px) {
    List<double[]> border = border(line.truth);
    double sum = 0;
    List<Pin> curve = Outline.through(points(mesh, line.points)).points();
    int n = 0;
    for (Pin p : curve) {
      n++;
      double best = 1e9;
      for (double[] b : border) {
        best = Math.min(best, Math.hypot(b[0] - p.x(), b[1] - p.y()));
      }
      sum += best;
    }
    return sum / n / px;
  }

  private static List<Pin> points(List<Pin> mesh, List<Integer> points) {
    return points.stream().map(mesh::get).toList();
  }

  /** Where coverage crosses a half between neighbours. */
  static List<double[]> border(Plane p) {
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

  static Plane sum(Plane a, Plane b) {
    Plane out = new Plane(a.rect());
    for (int i = 0; i < out.data().length; i++) {
      out.data()[i] = Math.min(1, a.data()[i] + b.data()[i]);
    }
    return out;
  }

  /** With what lies between its leftmost and rightmost pixel of each row. */
  static Plane filled(Plane p) {
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
        out.data()[y * p.w() + x] = Math.max(out.data()[y * p.w() + x], 1);
      }
    }
    return out;
  }
}
