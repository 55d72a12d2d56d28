package carezza.bench;

import carezza.area.Area;
import carezza.color.ColorEncoding;
import carezza.engine.Engine;
import carezza.engine.TileCache;
import carezza.face.FaceMap;
import carezza.face.Pin;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.pass.Frame;
import carezza.pass.Pass;
import carezza.pass.PassKind;
import carezza.reading.Bands;
import carezza.setting.Field;
import carezza.setting.FlagField;
import carezza.sheet.Kinds;
import carezza.sheet.KnownSheet;
import carezza.sheet.RunSheet;
import carezza.sitter.MadeSkin;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Random;

/**
 * Evening on generated skin of three tones: forms of light that are to stay, and over them wide
 * redness and blotches, white shine, or a crescent of shade under a lid. The paint (pigments that
 * absorb in logarithms, shine added in linear light, the crescent of several soft discs) is another
 * model than the fields of evening assume. No constant was fitted on it.
 */
final class MadeEvenBench {
  private static final double[] TONES = {0.3, 1.2, 2.4};

  /** Seeds that tests look at. */
  private static final long[] SEEN = {1, 2, 3, 11, 12, 13};

  private static final long UNSEEN = 5000;
  static final int MANY = 100;
  private static final double PX = 5;
  private static final int W = 560;
  private static final int H = 480;

  private MadeEvenBench() {}

  /**
   * @param seeds how many that no test looks at; of each tone
   */
  static void run(int seeds) {
    System.out.println("left, median and what 9 in 10 are under; a clean patch changed, median");
    System.out.println("tone  seeds        blood          shine          shade          clean");
    for (double tone : TONES) {
      row(tone, "seen", SEEN);
      long[] unseen = new long[seeds];
      for (int i = 0; i < seeds; i++) {
        unseen[i] = UNSEEN + i;
      }
      row(tone, "unseen", unseen);
    }
  }

  private static void row(double tone, String name, long[] seeds) {
    double[][] left = new double[3][seeds.length];
    double[] changed = new double[seeds.length];
    for (int i = 0; i < seeds.length; i++) {
      Plane goal = light(clean(tone, seeds[i]), List.of());
      MadeSkin[] faulty = {red(tone, seeds[i]), shining(tone, seeds[i]), shaded(tone, seeds[i])};
      for (int k = 0; k < faulty.length; k++) {
        double fault = middle(light(faulty[k], List.of()), goal);
        left[k][i] = middle(light(faulty[k], passes()), goal) / fault;
        double own = middle(light(clean(tone, seeds[i]), passes()), goal) / fault;
        changed[i] = Math.max(changed[i], own);
      }
    }
    Arrays.sort(changed);
    System.out.printf(
        Locale.ROOT,
        "%.1f   %-6s %4d   %s   %s   %s   %.2f%n",
        tone,
        name,
        seeds.length,
        shown(left[0]),
        shown(left[1]),
        shown(left[2]),
        changed[changed.length / 2]);
  }

  private static String shown(double[] v) {
    Arrays.sort(v);
    return String.format(
        Locale.ROOT, "%.2f  %.2f  ", v[v.length / 2], v[(int) (0.9 * (v.length - 1))]);
  }

  /** Skin with forms of light. */
  private static MadeSkin clean(double tone, long seed) {
    MadeSkin s = new MadeSkin(W, H, PX, tone, seed);
    Random random = new Random(7 * seed + 1);
    for (int i = 0; i < 8; i++) {
      double stops = 0.35 * (2 * random.nextDouble() - 1);
      s.withForm(
          W * random.nextDouble(), H * random.nextDouble(), 5 + 15 * random.nextDouble(), stops);
    }
    return s;
  }

  private static MadeSkin red(double tone, long seed) {
    Random random = new Random(13 * seed + 5);
    MadeSkin s = clean(tone, seed).withBlotches(14, 0.25);
    for (int i = 0; i < 3; i++) {
      double mm = 10 + 15 * random.nextDouble();
      s.withRedness(W * random.nextDouble(), H * random.nextDouble(), mm, 0.3);
    }
    return s;
  }

  /** Two hot places, from as bright as the skin to three times so. */
  private static MadeSkin shining(double tone, long seed) {
    Random random = new Random(17 * seed + 3);
    MadeSkin s = clean(tone, seed);
    double skin = 0.35 * Math.pow(2, -0.67 * tone);
    for (int i = 0; i < 2; i++) {
      double mm = 6 + 10 * random.nextDouble();
      double light = skin * (1 + 2 * random.nextDouble());
      s.withShine(W * random.nextDouble(), H * random.nextDouble(), mm, light);
    }
    return s;
  }

  /** Discs of blood below the inner two thirds of the lid, unlike in size, place and depth. */
  private static MadeSkin shaded(double tone, long seed) {
    Random random = new Random(19 * seed + 11);
    MadeSkin s = clean(tone, seed);
    double depth = 0.15 + 0.25 * random.nextDouble();
    for (int i = 0; i < 6; i++) {
      double x = W * (0.35 + 0.16 * (i + random.nextDouble()) / 6);
      double y = 0.4 * H + PX * (3.5 + 3.5 * random.nextDouble());
      s.withRedness(x, y, 5 + 5 * random.nextDouble(), depth * (0.6 + 0.8 * random.nextDouble()));
    }
    return s;
  }

  /**
   * Two bands, shade under the eyes of one lid, and sheen as they begin, the lamp known to be
   * white.
   */
  private static List<Pass> passes() {
    PassKind under = Kinds.of("underEyes");
    Pass shade =
        Pass.start(3, under, Area.WHOLE)
            .withSettings(under.sample(new Frame(new Rect(0, 0, W, H), PX)))
            .with("lightenAlso", 0);
    PassKind even = Kinds.of("twoBands");
    Pass bands = even.start(1, new KnownSheet(pinned(List.of()), new Rect(0, 0, W, H), List.of()));
    Pass sheen =
        Kinds.of("sheen")
            .start(2, new KnownSheet(pinned(List.of()), new Rect(0, 0, W, H), List.of()))
            .withArea(Area.WHOLE);
    for (Field<?> f : sheen.kind().fields()) {
      if (f instanceof FlagField known) {
        sheen = sheen.with(known, true);
      }
    }
    return List.of(bands.withArea(Area.WHOLE), shade, sheen);
  }

  private static RunSheet pinned(List<Pass> passes) {
    return RunSheet.EMPTY
        .withFaceMap(new FaceMap(new Pin(0, 0), new Pin(63 * PX, 0)))
        .withPasses(passes);
  }

  private static Plane light(MadeSkin s, List<Pass> passes) {
    Engine e = new Engine(s.picture(16), ColorEncoding.srgb(), new TileCache(1L << 28));
    RgbBlock b = e.view(pinned(passes), () -> false).read(0, e.source().bounds());
    return Bands.logLuminance(b);
  }

  /** RMS of the difference of the middle bands, 8 mm off the border. */
  private static double middle(Plane a, Plane b) {
    Plane m = Plane.filled(a.rect(), 1);
    Plane x = Bands.band(a, m, 1.5 * PX, 8 * PX);
    Plane y = Bands.band(b, m, 1.5 * PX, 8 * PX);
    int off = (int) (8 * PX);
    double sum = 0;
    double n = 0;
    for (int v = off; v < H - off; v++) {
      for (int u = off; u < W - off; u++) {
        double d = x.at(u, v) - y.at(u, v);
        sum += d * d;
        n++;
      }
    }
    return Math.sqrt(sum / n);
  }
}
