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
import carezza.pass.Pass;
import carezza.reading.HealMatch;
import carezza.sheet.Kinds;
import carezza.sheet.RunSheet;
import carezza.sitter.DemoJob;
import carezza.sitter.DemoSitter;
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
 * The demo's 24 spots, blemishes and scratches healed at their known centres, beside OpenCV's two
 * inpainting methods on the same patches: mean CIEDE2000 to the clean picture at 0.6 mm blur, and
 * the heal match as a rate of that of untouched discs of the same sizes near by.
 */
final class HealBench {
  private static final String[] TYPES = {"dark-spot", "blemish", "scratch"};

  private double ours;
  private double telea;
  private double navier;
  private int patches;
  private final int[] inBand = new int[4];
  private int discs;

  static void run() {
    nu.pattern.OpenCV.loadLocally();
    HealBench b = new HealBench();
    for (String name : List.of("maren", "ilse")) {
      b.sitter(DemoSitter.load(name));
    }
    System.out.printf(
        Locale.ROOT,
        "all %d patches: CIEDE2000 at 0.6 mm  ours %.3f  Telea %.3f  Navier-Stokes %.3f  ratio to the better %.3f%n",
        b.patches,
        b.ours / b.patches,
        b.telea / b.patches,
        b.navier / b.patches,
        b.ours / Math.min(b.telea, b.navier));
    double untouched = (double) b.inBand[3] / b.discs;
    System.out.printf(
        Locale.ROOT,
        "heal match in band: ours %.2f  Telea %.2f  Navier-Stokes %.2f  untouched discs %.2f (%d)  ours / untouched %.2f%n",
        (double) b.inBand[0] / b.patches,
        (double) b.inBand[1] / b.patches,
        (double) b.inBand[2] / b.patches,
        untouched,
        b.discs,
        b.inBand[0] / (double) b.patches / untouched);
  }

  private void sitter(DemoSitter s) {
    double px = s.faceMap().pxPerMm();
    List<DemoSitter.Mark> marks = s.marks(TYPES);
    SourcePicture shot = s.picture().picture();
    Engine engine = new Engine(shot, s.picture().encoding(), new TileCache(1L << 29));
    Pass heals = Pass.start(1, Kinds.of("heals"), Area.WHOLE);
    RunSheet sheet = RunSheet.EMPTY.withFaceMap(s.faceMap()).withPasses(List.of(heals));
    long t0 = System.nanoTime();
    sheet = DemoJob.heal(s, sheet, 1, marks);
    PixelReader healed = engine.view(sheet, () -> false);
    healed.read(0, shot.bounds());
    double seconds = (System.nanoTime() - t0) / 1e9;
    PixelReader clean = reader(s.clean(), s);
    PixelReader byTelea = reader(inpaint(shot, marks, Photo.INPAINT_TELEA), s);
    PixelReader byNavier = reader(inpaint(shot, marks, Photo.INPAINT_NS), s);
    PixelReader untouched = engine.original();
    double[] sum = new double[3];
    Random random = new Random(7);
    Plane skin = s.mask("skin");
    for (DemoSitter.Mark m : marks) {
      double r = 1.5 * m.radiusPx();
      double a = difference(healed, clean, m, r, px);
      double b = difference(byTelea, clean, m, r, px);
      double c = difference(byNavier, clean, m, r, px);
      sum[0] += a;
      sum[1] += b;
      sum[2] += c;
      HealMatch match = match(healed, m.x(), m.y(), r, px);
      System.out.printf(
          Locale.ROOT,
          "  %-9s %5.0f %5.0f  %4.1f mm  ours %.2f  Telea %.2f  N-S %.2f  before %.2f  texture %.2f colour %.2f seam %.2f of %.2f%n",
          m.type(),
          m.x(),
          m.y(),
          2 * r / px,
          a,
          b,
          c,
          difference(untouched, clean, m, r, px),
          match.texture(),
          match.colour(),
          match.seam(),
          match.ringSteps());
      inBand[0] += match.inBand() ? 1 : 0;
      inBand[1] += match(byTelea, m.x(), m.y(), r, px).inBand() ? 1 : 0;
      inBand[2] += match(byNavier, m.x(), m.y(), r, px).inBand() ? 1 : 0;
      untouchedNear(untouched, skin, marks, m, r, px, random);
    }
    System.out.printf(
        Locale.ROOT,
        "%-7s %2d patches: ours %.3f  Telea %.3f  Navier-Stokes %.3f   (search and solve %.1f s)%n",
        s.name(),
        marks.size(),
        sum[0] / marks.size(),
        sum[1] / marks.size(),
        sum[2] / marks.size(),
        seconds);
    ours += sum[0];
    telea += sum[1];
    navier += sum[2];
    patches += marks.size();
  }

  private void untouchedNear(
      PixelReader p,
      Plane skin,
      List<DemoSitter.Mark> marks,
      DemoSitter.Mark m,
      double r,
      double px,
      Random random) {
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
      for (DemoSitter.Mark o : marks) {
        free &= Math.hypot(o.x() - x, o.y() - y) > 1.6 * r + 1.5 * o.radiusPx();
      }
      if (free) {
        found++;
        discs++;
        inBand[3] += match(p, x, y, r, px).inBand() ? 1 : 0;
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
  static double difference(PixelReader a, PixelReader b, DemoSitter.Mark m, double r, double px) {
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

  private static SourcePicture inpaint(SourcePicture p, List<DemoSitter.Mark> marks, int method) {
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
    Mat mask = Mat.zeros(p.height(), p.width(), CvType.CV_8UC1);
    for (DemoSitter.Mark m : marks) {
      Imgproc.circle(
          mask,
          new Point(m.x() - 0.5, m.y() - 0.5),
          (int) Math.round(1.5 * m.radiusPx()),
          new Scalar(255),
          -1);
    }
    Mat out = new Mat();
    Photo.inpaint(image, mask, out, 5, method);
    SourcePicture result = new SourcePicture(p.width(), p.height(), 8, 3);
    for (int y = 0; y < p.height(); y++) {
      out.get(y, 0, row);
      for (int x = 0; x < p.width(); x++) {
        for (int c = 0; c < 3; c++) {
          result.setCode(c, x, y, row[3 * x + c] & 0xff);
        }
      }
    }
    return result;
  }
}
