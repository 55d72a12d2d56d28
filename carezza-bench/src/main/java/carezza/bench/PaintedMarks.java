package carezza.bench;

import carezza.filter.Gaussian;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.SourcePicture;
import carezza.sitter.DemoSitter;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;

/**
 * Marks painted on a sitter's clean picture: red ones take green and blue away, dark ones all
 * light, scratches are thin and red. Kind, place, size, depth and border are drawn by a seed. How
 * deep each lies in the texture there is measured on the clean picture.
 */
final class PaintedMarks {
  /**
   * A mark.
   *
   * @param kind blemish, dark-spot or scratch
   * @param mm diameter as painted, or length
   * @param sizeMm diameter as the sitters' own marks are measured: a blemish's reaches farther
   * @param z its response at its own scale in standard deviations of the texture's within 10 mm
   */
  record Mark(String kind, double x, double y, double mm, double sizeMm, double z) {}

  private static final int TRIES = 4000;

  /** A mark's depth is half at that share of its radius: it ends softly. */
  private static final double HALF = 0.65;

  /** The same of the sitters' own blemishes, by whose truth the diameter of one is told. */
  private static final double BLEMISH_HALF = 0.49;

  private final double px;
  private final Random random;
  private final LinearLight linear;
  private final Plane[] light;
  private final Plane inside;
  private final List<Mark> marks = new ArrayList<>();

  private PaintedMarks(DemoSitter sitter, long seed) {
    px = sitter.pxPerMm();
    random = new Random(seed);
    linear = new LinearLight(sitter.clean());
    light = linear.channels;
    inside = Gaussian.blur(sitter.mask("skin"), 2.2 * px);
  }

  /** So many marks of each of three kinds, away from one another and from borders of the skin. */
  static PaintedMarks of(DemoSitter sitter, int ofEach, long seed) {
    PaintedMarks p = new PaintedMarks(sitter, seed);
    for (int k = 0; k < ofEach; k++) {
      p.add("blemish");
      p.add("dark-spot");
      p.add("scratch");
    }
    return p;
  }

  List<Mark> marks() {
    return marks;
  }

  SourcePicture picture() {
    return linear.picture();
  }

  private void add(String kind) {
    Rect r = light[0].rect();
    for (int t = 0; t < TRIES; t++) {
      double x = random.nextDouble() * r.w();
      double y = random.nextDouble() * r.h();
      boolean near = marks.stream().anyMatch(m -> Math.hypot(m.x - x, m.y - y) < 14 * px);
      if (!near && inside.at((int) x, (int) y) > 0.97f) {
        if (kind.equals("scratch")) {
          scratch(x, y);
        } else {
          round(kind, x, y);
        }
        return;
      }
    }
  }

  private double between(double low, double high) {
    return low + (high - low) * random.nextDouble();
  }

  private void round(String kind, double x, double y) {
    double mm = between(1.2, 6);
    double stops = between(0.2, 1.1);
    double axis = between(0.7, 1);
    double angle = between(0, Math.PI);
    double hard = between(1.5, 4);
    boolean red = kind.equals("blemish");
    double[] share =
        red ? new double[] {between(-0.1, 0.2), 1, 1.05} : new double[] {0.88, 1, 0.95};
    double z = z(x, y, HALF * mm * px / 2, stops, red ? 1 - share[0] : 1, red);
    double radius = HALF * mm * px / 2;
    int reach = (int) (2.5 * radius) + 2;
    for (int dy = -reach; dy <= reach; dy++) {
      for (int dx = -reach; dx <= reach; dx++) {
        double u = dx * Math.cos(angle) + dy * Math.sin(angle);
        double v = (dy * Math.cos(angle) - dx * Math.sin(angle)) / axis;
        double d = Math.hypot(u, v) / radius;
        take((int) x + dx, (int) y + dy, stops * Math.exp(-Math.log(2) * Math.pow(d, hard)), share);
      }
    }
    marks.add(new Mark(kind, x, y, mm, red ? mm * HALF / BLEMISH_HALF : mm, z));
  }

  private void take(int x, int y, double stops, double[] share) {
    Rect r = light[0].rect();
    if (x >= 0 && y >= 0 && x < r.w() && y < r.h()) {
      for (int c = 0; c < 3; c++) {
        light[c].data()[y * r.w() + x] *= (float) Math.pow(2, -stops * share[c]);
      }
    }
  }

  private void scratch(double x, double y) {
    double mm = between(5, 16);
    double wide = between(0.25, 0.6) * px;
    double stops = between(0.4, 1.2);
    double angle = between(0, Math.PI);
    double bend = between(-0.06, 0.06);
    double[] share = {0.25, 1, 0.98};
    Plane on = new Plane(Rect.ofDisc(x, y, mm * px));
    for (double t = -mm / 2; t <= mm / 2; t += 0.05) {
      double cx = x + px * (t * Math.cos(angle) - bend * t * t * Math.sin(angle));
      double cy = y + px * (t * Math.sin(angle) + bend * t * t * Math.cos(angle));
      int n = (int) Math.ceil(3 * wide);
      for (int dy = -n; dy <= n; dy++) {
        for (int dx = -n; dx <= n; dx++) {
          int px0 = (int) cx + dx;
          int py0 = (int) cy + dy;
          double d = Math.hypot(px0 + 0.5 - cx, py0 + 0.5 - cy) / wide;
          if (on.rect().intersects(new Rect(px0, py0, 1, 1))) {
            int i = (py0 - on.rect().y()) * on.w() + px0 - on.rect().x();
            on.data()[i] = Math.max(on.data()[i], (float) Math.exp(-d * d));
          }
        }
      }
    }
    for (int i = 0; i < on.data().length; i++) {
      if (on.data()[i] > 0.01f) {
        take(on.rect().x() + i % on.w(), on.rect().y() + i / on.w(), stops * on.data()[i], share);
      }
    }
    marks.add(new Mark("scratch", x, y, mm, mm, Double.NaN));
  }

  /** What a disc of that depth answers at its scale, over what the texture answers near by. */
  private double z(double x, double y, double radius, double stops, double share, boolean red) {
    double sigma = radius / 1.35;
    int reach = (int) (10 * px);
    Rect near = Rect.ofDisc(x, y, reach + 4 * sigma).intersect(light[0].rect());
    Plane v = new Plane(near);
    Plane skin = new Plane(near);
    for (int i = 0; i < v.data().length; i++) {
      int px0 = near.x() + i % near.w();
      int py0 = near.y() + i / near.w();
      double g = Math.log(light[1].at(px0, py0) + 1e-3) / Math.log(2);
      double r = Math.log(light[0].at(px0, py0) + 1e-3) / Math.log(2);
      v.data()[i] = (float) (red ? r - g : g);
      skin.data()[i] = inside.at(px0, py0) > 0.9f ? 1 : 0;
    }
    float[] a = Gaussian.blurMasked(v, skin, sigma, 0).data();
    float[] b = Gaussian.blurMasked(v, skin, 1.6 * sigma, 0).data();
    float[] all = new float[a.length];
    int n = 0;
    for (int i = 0; i < a.length; i++) {
      if (skin.data()[i] > 0) {
        all[n++] = Math.abs(a[i] - b[i]);
      }
    }
    Arrays.sort(all, 0, n);
    double spread = 1.4826 * all[n / 2];
    double q = 1.35 * 1.35 / 2;
    double answer = stops * share * (Math.exp(-q / 2.56) - Math.exp(-q));
    return answer / spread;
  }
}
