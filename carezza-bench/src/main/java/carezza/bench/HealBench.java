package carezza.bench;

import carezza.area.Area;
import carezza.color.CieLab;
import carezza.color.DeltaE2000;
import carezza.engine.Engine;
import carezza.engine.TileCache;
import carezza.filter.Gaussian;
import carezza.image.PixelReader;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.image.SourcePicture;
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
import org.opencv.core.Scalar;
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
  private static final long[] SEEN = {1, 2};
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
  private int discs;
  private final boolean list;

  private HealBench(boolean list) {
    this.list = list;
  }

  /** A place to heal, source pixels. */
  private record Disc(String kind, double x, double y, double r) {}

  static void run(List<String> args) {
    nu.pattern.OpenCV.loadLocally();
    boolean list = args.contains("list");
    HealBench b = new HealBench(list);
    for (String name : List.of("maren", "ilse")) {
      DemoSitter s = DemoSitter.load(name);
      List<Disc> discs = new ArrayList<>();
      for (DemoSitter.Mark m : s.marks(TYPES)) {
        discs.add(new Disc(m.type(), m.x(), m.y(), WIDER * m.radiusPx()));
      }
      b.sitter(s, s.picture().picture(), discs);
    }
    b.print("demo marks");
    painted("painted, seen seeds", SEEN, list);
    painted("painted, unseen seeds", UNSEEN, list);
  }

  private static void painted(String what, long[] seeds, boolean list) {
    HealBench all = new HealBench(list);
    for (String name : DemoSitter.NAMES) {
      HealBench own = new HealBench(list);
      DemoSitter s = DemoSitter.load(name);
      for (long seed : seeds) {
        PaintedMarks p = PaintedMarks.of(s, OF_EACH, seed);
        List<Disc> discs = new ArrayList<>();
        for (PaintedMarks.Mark m : p.marks()) {
          if (!m.kind().equals("scratch")) {
            discs.add(new Disc(m.kind(), m.x(), m.y(), WIDER * m.mm() * s.pxPerMm() / 2));
          }
        }
        own.sitter(s, p.picture(), discs);
      }
      own.print(what + ", " + name);
      all.add(own);
    }
    all.print(what);
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
          (double) inBand[k] / patches);
    }
    System.out.printf(
        Locale.ROOT,
        "  ours over the better inpainting %.3f; untouched discs in band %.2f (%d)%n",
        error[0] / Math.min(error[1], error[2]),
        (double) inBand[4] / discs,
        discs);
  }

  private void sitter(DemoSitter s, SourcePicture shot, List<Disc> marks) {
    double px = s.faceMap().pxPerMm();
    Engine engine = new Engine(shot, s.picture().encoding(), new TileCache(1L << 29));
    Pass heals = Pass.start(1, Kinds.of("heals"), Area.WHOLE);
    RunSheet sheet = RunSheet.EMPTY.withFaceMap(s.faceMap()).withPasses(List.of(heals));
    List<PixelReader> ways = new ArrayList<>();
    for (Disc m : marks) {
      sheet = DemoJob.heal(engine, sheet, 1, m.x(), m.y(), 2 * m.r() / px);
    }
    ways.add(engine.view(sheet, () -> false));
    ways.add(reader(inpaint(shot, marks, Photo.INPAINT_TELEA), s));
    ways.add(reader(inpaint(shot, marks, Photo.INPAINT_NS), s));
    ways.add(reader(cloned(shot, sheet.pass(1).orElseThrow().get(Heals.HEALS), marks), s));
    PixelReader clean = reader(s.clean(), s);
    PixelReader untouched = engine.original();
    Random random = new Random(7);
    Plane skin = s.mask("skin");
    for (Disc m : marks) {
      double before = difference(untouched, clean, m, px);
      StringBuilder line = new StringBuilder();
      for (int k = 0; k < ways.size(); k++) {
        double e = difference(ways.get(k), clean, m, px);
        HealMatch match = match(ways.get(k), m.x(), m.y(), m.r(), px);
        error[k] += e;
        worse[k] += e > before ? 1 : 0;
        inBand[k] += match.inBand() ? 1 : 0;
        line.append(String.format(Locale.ROOT, "  %s %.2f", WAYS[k], e));
        if (k == 0) {
          line.append(
              String.format(
                  Locale.ROOT,
                  " (texture %.2f colour %.2f seam %.2f of %.2f)",
                  match.texture(),
                  match.colour(),
                  match.seam(),
                  match.ringSteps()));
        }
      }
      if (list) {
        System.out.printf(
            Locale.ROOT,
            "  %-9s %5.0f %5.0f  %4.1f mm  before %.2f%s%n",
            m.kind(),
            m.x(),
            m.y(),
            2 * m.r() / px,
            before,
            line);
      }
      untouchedNear(untouched, skin, marks, m, px, random);
    }
    patches += marks.size();
  }

  /** The picture with every patch cloned from where the heals take theirs, one after the other. */
  private static SourcePicture cloned(SourcePicture p, List<Heal> heals, List<Disc> marks) {
    Mat image = mat(p);
    for (int i = 0; i < heals.size(); i++) {
      Disc m = marks.get(i);
      Heal h = heals.get(i);
      int r = (int) Math.round(m.r());
      int side = 2 * r + 3;
      int x = (int) Math.round(m.x() + h.dx()) - r - 1;
      int y = (int) Math.round(m.y() + h.dy()) - r - 1;
      Mat mask = Mat.zeros(side, side, CvType.CV_8UC1);
      Imgproc.circle(mask, new Point(r + 1, r + 1), r, new Scalar(255), -1);
      Mat from = new Mat(image, new org.opencv.core.Rect(x, y, side, side)).clone();
      Mat out = new Mat();
      Photo.seamlessClone(
          from,
          image,
          mask,
          new Point(Math.round(m.x()), Math.round(m.y())),
          out,
          Photo.NORMAL_CLONE);
      image = out;
    }
    return picture(image);
  }

  private void untouchedNear(
      PixelReader p,
      Plane skin,
      List<Disc> marks,
      Disc m,
      double px,
      Random random) {
    double r = m.r();
    int found = 0;
    for (int i = 0; i < 400 && found < 6; i++) {
      double a = random.nextDouble() * 2 * Math.PI;
      double d = r * (2.2 + 4 * random.nextDouble());
      double x = m.x() + d * Math.cos(a);
      double y = m.y() + d * Math.sin(a);
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
      for (Disc o : marks) {
        free &= Math.hypot(o.x() - x, o.y() - y) > 1.6 * r + o.r();
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
   * Mean CIEDE2000 over the disc, both pictures blurred by a Gaussian of 0.6 mm in linear light.
   */
  private static double difference(PixelReader a, PixelReader b, Disc m, double px) {
    double r = m.r();
    double sigma = 0.6 * px;
    Rect rect = Rect.ofDisc(m.x(), m.y(), r + Gaussian.reach(sigma)).intersect(a.bounds(0));
    RgbBlock x = blurred(a.read(0, rect), sigma);
    RgbBlock y = blurred(b.read(0, rect), sigma);
    double sum = 0;
    int n = 0;
    for (int i = 0; i < x.size(); i++) {
      double dx = rect.x() + i % rect.w() + 0.5 - m.x();
      double dy = rect.y() + i / rect.w() + 0.5 - m.y();
      if (dx * dx + dy * dy <= r * r) {
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

  private static SourcePicture inpaint(SourcePicture p, List<Disc> marks, int method) {
    Mat mask = Mat.zeros(p.height(), p.width(), CvType.CV_8UC1);
    for (Disc m : marks) {
      Point at = new Point(m.x() - 0.5, m.y() - 0.5);
      Imgproc.circle(mask, at, (int) Math.round(m.r()), new Scalar(255), -1);
    }
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
