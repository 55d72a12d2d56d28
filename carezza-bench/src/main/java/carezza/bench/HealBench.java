package carezza.bench;

import carezza.area.Area;
import carezza.color.CieLab;
import carezza.color.DeltaE2000;
import carezza.engine.Engine;
import carezza.engine.TileCache;
import carezza.face.FaceMap;
import carezza.filter.Gaussian;
import carezza.finder.NetFaceFinder;
import carezza.image.PixelReader;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.image.SourcePicture;
import carezza.pass.EvaluationContext;
import carezza.pass.Heal;
import carezza.pass.Pass;
import carezza.pass.clean.Heals;
import carezza.reading.HealMatch;
import carezza.sheet.Kinds;
import carezza.sheet.RunSheet;
import carezza.sitter.DemoJob;
import carezza.sitter.DemoSitter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import org.opencv.core.CvType;
import org.opencv.core.Mat;
import org.opencv.core.Point;
import org.opencv.imgproc.Imgproc;
import org.opencv.photo.Photo;

/**
 * Marks healed at their known centres, beside OpenCV's two inpainting methods on the same patches
 * and its seamless clone from the same sources: mean CIEDE2000 to the clean picture at 0.6 mm blur,
 * how many places are worse than before, and the heal match as a rate of that of untouched discs of
 * the same sizes near by. On the demo's spots, blemishes and scratches, then on painted marks of
 * seeds that were looked at while healing was made, and others.
 */
final class HealBench {
  private static final String[] TYPES = {"dark-spot", "blemish", "scratch"};
  private static final long[] SEEN = {1, 2, 501, 502, 503, 504};
  private static final long[] UNSEEN = {101, 102, 103, 104};
  private static final int OF_EACH = 12;

  /** A patch is so many times as wide as its mark. */
  private static final double WIDER = 1.5;

  /** Ours, two ways of inpainting, the clone, and untouched discs. */
  private static final String[] WAYS = {"ours", "Telea", "Navier-Stokes", "clone", "untouched"};

  private final double[] error = new double[4];
  private final int[] worse = new int[4];
  private final int[] inBand = new int[5];
  private int patches;
  private int round;
  private int discs;
  private final boolean list;

  private HealBench(boolean list) {
    this.list = list;
  }

  static void run(List<String> args) {
    nu.pattern.OpenCV.loadLocally();
    boolean list = args.contains("list");
    HealBench known = new HealBench(list);
    HealBench own = new HealBench(list);
    for (String name : DemoSitter.NAMES) {
      DemoSitter s = DemoSitter.load(name);
      known.known(s);
      own.proposed(s, s.picture().picture());
    }
    known.print("demo marks, at their known centres");
    own.print("demo marks, by own proposals");
    painted("painted, own proposals, seen seeds", SEEN, list);
    if (!args.contains("seen")) {
      painted("painted, own proposals, unseen seeds", UNSEEN, list);
    }
  }

  private static void painted(String what, long[] seeds, boolean list) {
    HealBench all = new HealBench(list);
    for (String name : DemoSitter.NAMES) {
      HealBench own = new HealBench(list);
      DemoSitter s = DemoSitter.load(name);
      for (long seed : seeds) {
        own.proposed(s, PaintedMarks.of(s, OF_EACH, seed).picture());
      }
      own.print(what + ", " + name);
      all.add(own);
    }
    all.print(what);
  }

  private void known(DemoSitter s) {
    Engine engine = engine(s.picture().picture(), s);
    RunSheet sheet = start(s.faceMap());
    for (DemoSitter.Mark m : s.marks(TYPES)) {
      double mm = 2 * WIDER * m.radiusPx() / s.faceMap().pxPerMm();
      sheet = DemoJob.heal(engine, sheet, 1, m.x(), m.y(), mm);
    }
    sitter(s, s.picture().picture(), engine, sheet);
  }

  private void proposed(DemoSitter s, SourcePicture shot) {
    Engine engine = engine(shot, s);
    FaceMap map = FaceMap.of(new NetFaceFinder().find(engine.original(), () -> false));
    RunSheet sheet = start(map);
    EvaluationContext context =
        engine.view(sheet, () -> false).contextFor(sheet.pass(1).orElseThrow());
    Pass healed = context.pass().kind().proposed(context);
    sitter(s, shot, engine, sheet.change(1, p -> healed));
  }

  private static Engine engine(SourcePicture shot, DemoSitter s) {
    return new Engine(shot, s.picture().encoding(), new TileCache(1L << 29));
  }

  private static RunSheet start(FaceMap map) {
    Pass heals = Pass.start(1, Kinds.of("heals"), Area.WHOLE);
    return RunSheet.EMPTY.withFaceMap(map).withPasses(List.of(heals));
  }

  private void add(HealBench o) {
    for (int k = 0; k < WAYS.length; k++) {
      if (k < error.length) {
        error[k] += o.error[k];
        worse[k] += o.worse[k];
      }
      inBand[k] += o.inBand[k];
    }
    patches += o.patches;
    round += o.round;
    discs += o.discs;
  }

  private void print(String what) {
    System.out.printf(Locale.ROOT, "%s, %d patches%n", what, patches);
    for (int k = 0; k < error.length; k++) {
      System.out.printf(
          Locale.ROOT,
          "  %-14s CIEDE2000 at 0.6 mm %.3f, worse than before %2d, match in band %.2f%n",
          WAYS[k],
          error[k] / patches,
          worse[k],
          (double) inBand[k] / round);
    }
    System.out.printf(
        Locale.ROOT,
        "  ours over the better inpainting %.3f; untouched discs in band %.2f (%d)%n",
        error[0] / Math.min(error[1], error[2]),
        (double) inBand[4] / discs,
        discs);
  }

  private void sitter(DemoSitter s, SourcePicture shot, Engine engine, RunSheet sheet) {
    double px = engine.frame(sheet).pxPerMm();
    List<Heal> heals = sheet.pass(1).orElseThrow().get(Heals.HEALS);
    List<PixelReader> ways = new ArrayList<>();
    ways.add(engine.view(sheet, () -> false));
    ways.add(reader(inpaint(shot, heals, px, Photo.INPAINT_TELEA), s));
    ways.add(reader(inpaint(shot, heals, px, Photo.INPAINT_NS), s));
    ways.add(reader(cloned(shot, heals, px), s));
    PixelReader clean = reader(s.clean(), s);
    PixelReader untouched = engine.original();
    Random random = new Random(7);
    Plane skin = s.mask("skin");
    for (Heal h : heals) {
      double before = difference(untouched, clean, h, px);
      StringBuilder line = new StringBuilder();
      for (int k = 0; k < ways.size(); k++) {
        double e = difference(ways.get(k), clean, h, px);
        error[k] += e;
        worse[k] += e > before ? 1 : 0;
        line.append(String.format(Locale.ROOT, "  %s %.2f", WAYS[k], e));
        if (h.isRound()) {
          HealMatch match = match(ways.get(k), h.x0(), h.y0(), h.sizeMm() * px / 2, px);
          inBand[k] += match.inBand() ? 1 : 0;
        }
      }
      if (list) {
        System.out.printf(
            Locale.ROOT,
            "  %5.0f %5.0f  %4.1f mm  before %.2f%s%n",
            h.x0(),
            h.y0(),
            h.sizeMm(),
            before,
            line);
      }
      if (h.isRound()) {
        round++;
        untouchedNear(untouched, skin, heals, h, px, random);
      }
    }
    patches += heals.size();
  }

  /** The picture with every patch cloned from where the heals take theirs, one after the other. */
  private static SourcePicture cloned(SourcePicture p, List<Heal> heals, double px) {
    Mat image = mat(p);
    for (Heal h : heals) {
      double r = h.sizeMm() * px / 2;
      int x0 = (int) Math.floor(Math.min(h.x0(), h.x1()) - r) - 1;
      int y0 = (int) Math.floor(Math.min(h.y0(), h.y1()) - r) - 1;
      int w = (int) Math.ceil(Math.abs(h.x1() - h.x0()) + 2 * r) + 3;
      int hh = (int) Math.ceil(Math.abs(h.y1() - h.y0()) + 2 * r) + 3;
      Mat mask = Mat.zeros(hh, w, CvType.CV_8UC1);
      draw(mask, h, px, -x0, -y0);
      int sx = (int) Math.round(x0 + h.dx());
      int sy = (int) Math.round(y0 + h.dy());
      Mat from = new Mat(image, new org.opencv.core.Rect(sx, sy, w, hh)).clone();
      // The clone lays the middle of the mask's bounds on the point.
      org.opencv.core.Rect b = Imgproc.boundingRect(mask);
      Mat out = new Mat();
      Point at = new Point(x0 + b.x + b.width / 2, y0 + b.y + b.height / 2);
      Photo.seamlessClone(from, image, mask, at, out, Photo.NORMAL_CLONE);
      image = out;
    }
    return picture(image);
  }

  /** Every pixel whose middle a heal covers. */
  private static void draw(Mat mask, Heal h, double px, int dx, int dy) {
    double r = h.sizeMm() * px / 2;
    Rect near =
        Rect.around(
            Math.min(h.x0(), h.x1()) - r,
            Math.min(h.y0(), h.y1()) - r,
            Math.max(h.x0(), h.x1()) + r,
            Math.max(h.y0(), h.y1()) + r);
    for (int y = near.y(); y < near.bottom(); y++) {
      for (int x = near.x(); x < near.right(); x++) {
        if (h.distance(x + 0.5, y + 0.5) <= r) {
          mask.put(y + dy, x + dx, 255);
        }
      }
    }
  }

  private void untouchedNear(
      PixelReader p, Plane skin, List<Heal> marks, Heal m, double px, Random random) {
    double r = m.sizeMm() * px / 2;
    int found = 0;
    for (int i = 0; i < 400 && found < 6; i++) {
      double a = random.nextDouble() * 2 * Math.PI;
      double d = r * (2.2 + 4 * random.nextDouble());
      double x = m.x0() + d * Math.cos(a);
      double y = m.y0() + d * Math.sin(a);
      boolean free =
          HealMatch.needed(x, y, r, px)
              .intersect(skin.rect())
              .equals(HealMatch.needed(x, y, r, px));
      for (int k = 0; k < 24 && free; k++) {
        double q = 1.6 * r;
        free =
            skin.at(
                    (int) (x + q * Math.cos(k * Math.PI / 12)),
                    (int) (y + q * Math.sin(k * Math.PI / 12)))
                > 0.98f;
      }
      for (Heal o : marks) {
        free &= o.distance(x, y) > 1.6 * r + o.sizeMm() * px / 2;
      }
      if (free) {
        found++;
        discs++;
        inBand[4] += match(p, x, y, r, px).inBand() ? 1 : 0;
      }
    }
  }

  private static HealMatch match(PixelReader p, double x, double y, double r, double px) {
    Rect need = HealMatch.needed(x, y, r, px).intersect(p.bounds(0));
    return HealMatch.of(p.read(0, need), x, y, r, px);
  }

  private static PixelReader reader(SourcePicture p, DemoSitter s) {
    return new Engine(p, s.picture().encoding(), new TileCache(1L << 27)).original();
  }

  /**
   * Mean CIEDE2000 over the heal, both pictures blurred by a Gaussian of 0.6 mm in linear light.
   */
  private static double difference(PixelReader a, PixelReader b, Heal h, double px) {
    double r = h.sizeMm() * px / 2;
    double sigma = 0.6 * px;
    double far = r + Gaussian.reach(sigma);
    Rect rect =
        Rect.ofDisc(h.x0(), h.y0(), far)
            .union(Rect.ofDisc(h.x1(), h.y1(), far))
            .intersect(a.bounds(0));
    RgbBlock x = blurred(a.read(0, rect), sigma);
    RgbBlock y = blurred(b.read(0, rect), sigma);
    double sum = 0;
    int n = 0;
    for (int i = 0; i < x.size(); i++) {
      if (h.distance(rect.x() + i % rect.w() + 0.5, rect.y() + i / rect.w() + 0.5) <= r) {
        sum +=
            DeltaE2000.between(
                CieLab.of(x.r()[i], x.g()[i], x.b()[i]), CieLab.of(y.r()[i], y.g()[i], y.b()[i]));
        n++;
      }
    }
    return sum / n;
  }

  private static RgbBlock blurred(RgbBlock b, double sigma) {
    return new RgbBlock(
        b.level(),
        b.rect(),
        Gaussian.blur(b.plane(0), sigma).data(),
        Gaussian.blur(b.plane(1), sigma).data(),
        Gaussian.blur(b.plane(2), sigma).data());
  }

  private static SourcePicture inpaint(SourcePicture p, List<Heal> heals, double px, int method) {
    Mat mask = Mat.zeros(p.height(), p.width(), CvType.CV_8UC1);
    heals.forEach(h -> draw(mask, h, px, 0, 0));
    Mat out = new Mat();
    Photo.inpaint(mat(p), mask, out, 5, method);
    return picture(out);
  }

  private static Mat mat(SourcePicture p) {
    Mat image = new Mat(p.height(), p.width(), CvType.CV_8UC3);
    byte[] row = new byte[3 * p.width()];
    for (int y = 0; y < p.height(); y++) {
      for (int x = 0; x < p.width(); x++) {
        for (int c = 0; c < 3; c++) {
          row[3 * x + c] = (byte) p.code(c, x, y);
        }
      }
      image.put(y, 0, row);
    }
    return image;
  }

  private static SourcePicture picture(Mat m) {
    byte[] row = new byte[3 * m.cols()];
    SourcePicture result = new SourcePicture(m.cols(), m.rows(), 8, 3);
    for (int y = 0; y < m.rows(); y++) {
      m.get(y, 0, row);
      for (int x = 0; x < m.cols(); x++) {
        for (int c = 0; c < 3; c++) {
          result.setCode(c, x, y, row[3 * x + c] & 0xff);
        }
      }
    }
    return result;
  }
}
