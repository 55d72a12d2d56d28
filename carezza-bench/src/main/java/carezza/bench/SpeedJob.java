package carezza.bench;

import carezza.area.Area;
import carezza.area.Seed;
import carezza.area.Stroke;
import carezza.face.FaceMap;
import carezza.face.Pin;
import carezza.image.Plane;
import carezza.image.SourcePicture;
import carezza.pass.Heal;
import carezza.pass.Pass;
import carezza.pass.clean.Heals;
import carezza.setting.Place;
import carezza.sheet.Kinds;
import carezza.sheet.RunSheet;
import carezza.sitter.DemoSitter;
import carezza.sitter.Touches;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Random;

/**
 * What the speed benchmark works on: a demo sitter enlarged to a number of megapixels, with fresh
 * noise so that fine texture is real, and a fixed sheet of 20 passes.
 *
 * @param picture 16 bits a sample
 * @param sheet 20 passes
 */
record SpeedJob(SourcePicture picture, RunSheet sheet) {
  private static final double NOISE = 0.008 * 65535;
  private static final int HEALS = 500;
  private static final int STROKES = 300;

  /** The smiling sitter, enlarged by cubic interpolation. */
  static SpeedJob of(double megapixels) {
    DemoSitter s = DemoSitter.load("maren");
    SourcePicture small = s.picture().picture();
    double f = Math.sqrt(megapixels * 1e6 / ((double) small.width() * small.height()));
    SourcePicture big = enlarged(small, f, 0);
    FaceMap face = s.faceMap();
    FaceMap map = new FaceMap(scaled(face.rightEye(), f), scaled(face.leftEye(), f));
    RunSheet base =
        RunSheet.EMPTY
            .withFaceMap(map)
            .withRegion("skin", scaled(Touches.skin(s), f))
            .withRegion("teeth", scaled(Touches.teeth(s), f))
            .withRegion("eyeWhites", scaled(Touches.eyeWhites(s), f));
    return new SpeedJob(big, base.withPasses(passes(map, skinPixels(s, f))));
  }

  private static Pin scaled(Pin p, double f) {
    return new Pin(p.x() * f, p.y() * f);
  }

  private static Area scaled(Area a, double f) {
    Area out = Area.NONE;
    for (Seed g : a.seeds()) {
      out = out.with(new Seed(g.like(), g.x() * f, g.y() * f, g.reach()));
    }
    return out;
  }

  /**
   * Catmull-Rom interpolation of the codes, a row at a time, with Gaussian noise.
   *
   * @param seed of the noise
   */
  static SourcePicture enlarged(SourcePicture p, double f, long seed) {
    int w = (int) Math.round(p.width() * f);
    int h = (int) Math.round(p.height() * f);
    SourcePicture out = new SourcePicture(w, h, 16, 3);
    java.util.stream.IntStream.range(0, h).parallel().forEach(y -> row(p, f, y, seed, out));
    return out;
  }

  private static void row(SourcePicture p, double f, int y, long seed, SourcePicture out) {
    Random noise = new Random(7919L * y + seed);
    double v = (y + 0.5) / f - 0.5;
    int y0 = (int) Math.floor(v);
    double[] wy = weights(v - y0);
    double[] column = new double[p.width()];
    int[] codes = new int[out.width()];
    for (int c = 0; c < 3; c++) {
      for (int x = 0; x < column.length; x++) {
        column[x] = 0;
        for (int k = 0; k < 4; k++) {
          column[x] += wy[k] * p.code(c, x, clamp(y0 - 1 + k, p.height()));
        }
      }
      for (int x = 0; x < codes.length; x++) {
        double u = (x + 0.5) / f - 0.5;
        int x0 = (int) Math.floor(u);
        double[] wx = weights(u - x0);
        double sum = 0;
        for (int k = 0; k < 4; k++) {
          sum += wx[k] * column[clamp(x0 - 1 + k, p.width())];
        }
        long code = Math.round(257 * sum + NOISE * noise.nextGaussian());
        codes[x] = (int) Math.max(0, Math.min(65535, code));
      }
      out.setRow(c, y, codes);
    }
  }

  private static int clamp(int i, int n) {
    return Math.max(0, Math.min(n - 1, i));
  }

  private static double[] weights(double t) {
    double t2 = t * t;
    double t3 = t2 * t;
    return new double[] {
      0.5 * (-t + 2 * t2 - t3),
      0.5 * (2 - 5 * t2 + 3 * t3),
      0.5 * (t + 4 * t2 - 3 * t3),
      0.5 * (-t2 + t3)
    };
  }

  /** A sample of pixels on the skin, enlarged. */
  private static List<Pin> skinPixels(DemoSitter s, double f) {
    Plane m = s.mask("skin");
    List<Pin> out = new ArrayList<>();
    for (int y = 20; y < m.h() - 20; y += 3) {
      for (int x = 20; x < m.w() - 20; x += 3) {
        if (m.at(x, y) > 0.99f) {
          out.add(new Pin(x * f, y * f));
        }
      }
    }
    return out;
  }

  private static List<Pass> passes(FaceMap map, List<Pin> skin) {
    Random random = new Random(20);
    double px = map.pxPerMm();
    List<Pass> out = new ArrayList<>();
    add(out, "neutral", Area.WHOLE);
    set(out, p -> p.with("mired", 14).with("exposure", 0.15));
    add(out, "heals", Area.WHOLE);
    set(out, p -> p.with(Heals.HEALS, Heal.numbered(heals(random, px, skin, HEALS))));
    add(out, "twoBands", Area.ofRegion("skin"));
    add(out, "twoBands", painted(random, px, skin, 12, 25));
    for (int i = 0; i < 8; i++) {
      add(out, i < 4 ? "dodge" : "burn", painted(random, px, skin, STROKES / 8 + (i < 4 ? 1 : 0)));
      int n = i;
      set(out, p -> p.with("stops", 0.15 + 0.05 * n));
    }
    add(out, "teeth", Area.ofRegion("teeth"));
    add(out, "eyeWhites", Area.ofRegion("eyeWhites"));
    add(out, "neutral", painted(random, px, skin, 10, 40));
    set(out, p -> p.with("exposure", 0.1));
    Pin eye = map.rightEye();
    Place cheek = new Place(eye.x() - 5 * px, eye.y() + 38 * px, 10);
    add(out, "skin", Area.ofRegion("skin"));
    set(out, p -> p.withPlace("reference", cheek));
    add(out, "skin", painted(random, px, skin, 10, 30));
    set(out, p -> p.withPlace("reference", cheek));
    add(out, "neutral", Area.ofRegion("skin").inverted(true));
    set(out, p -> p.with("exposure", -0.3));
    add(out, "dodge", Area.ofRegion("eyeWhites"));
    set(out, p -> p.with("stops", 0.1));
    add(out, "burn", Area.ofRegion("skin").inverted(true));
    set(out, p -> p.with("stops", 0.2));
    return out;
  }

  private static void add(List<Pass> out, String kind, Area area) {
    out.add(Pass.start(out.size() + 1, Kinds.of(kind), area));
  }

  private static void set(List<Pass> out, java.util.function.UnaryOperator<Pass> how) {
    out.set(out.size() - 1, how.apply(out.get(out.size() - 1)));
  }

  /** Sizes of 0.8 to 6 mm, log-normal about 2 mm; sources 1.6 to 2.4 sizes away. */
  private static List<Heal> heals(Random random, double px, List<Pin> skin, int n) {
    List<Heal> out = new ArrayList<>();
    while (out.size() < n) {
      Pin p = skin.get(random.nextInt(skin.size()));
      double mm = Math.max(0.8, Math.min(6, 2 * Math.exp(0.45 * random.nextGaussian())));
      double a = 2 * Math.PI * random.nextDouble();
      double far = (1.6 + 0.8 * random.nextDouble()) * mm * px + 2 * px;
      out.add(
          new Heal(
              p.x(),
              p.y(),
              p.x(),
              p.y(),
              mm,
              Math.round(far * Math.cos(a)),
              Math.round(far * Math.sin(a))));
    }
    return out;
  }

  private static Area painted(Random random, double px, List<Pin> skin, int strokes) {
    Area a = Area.NONE;
    for (int i = 0; i < strokes; i++) {
      a = a.with(stroke(random, px, skin, 2 + 10 * random.nextDouble()));
    }
    return a;
  }

  private static Area painted(Random random, double px, List<Pin> skin, int strokes, double mm) {
    Area a = Area.NONE;
    for (int i = 0; i < strokes; i++) {
      a = a.with(stroke(random, px, skin, mm));
    }
    return a;
  }

  /** A curved stroke of 20 to 60 samples, 5 to 30 mm long. */
  static Stroke stroke(Random random, double px, List<Pin> skin, double mm) {
    Pin p = skin.get(random.nextInt(skin.size()));
    int n = 20 + random.nextInt(40);
    double turn = 0.06 * random.nextGaussian();
    double way = 2 * Math.PI * random.nextDouble();
    double step = (5 + 25 * random.nextDouble()) * px / n;
    int[] samples = new int[5 * n];
    double x = p.x();
    double y = p.y();
    for (int i = 0; i < n; i++) {
      samples[5 * i] = (int) Math.round(x * Stroke.GRID);
      samples[5 * i + 1] = (int) Math.round(y * Stroke.GRID);
      samples[5 * i + 2] = 200;
      samples[5 * i + 4] = 8 * i;
      x += step * Math.cos(way);
      y += step * Math.sin(way);
      way += turn;
    }
    return new Stroke(new Stroke.Brush(true, mm, 6, 0.8), samples);
  }

  /** The sheet in words, a line a pass. */
  String describe() {
    StringBuilder s = new StringBuilder();
    int i = 1;
    for (Pass p : sheet.passes()) {
      Area a = p.area();
      String where =
          p.kind().usesArea()
              ? (a.inverted() ? "all but " : "")
                  + (a.region().isEmpty() ? a.base().name().toLowerCase(Locale.ROOT) : a.region())
                  + (a.strokes().isEmpty() ? "" : ", " + a.strokes().size() + " strokes")
              : p.items(Heal.class).size() + " heals";
      s.append(String.format(Locale.ROOT, "%4d %-10s %s%n", i++, p.kind().key(), where));
    }
    return s.toString();
  }
}
