package carezza.sitter;

import carezza.area.Area;
import carezza.area.Stroke;
import carezza.color.CieLab;
import carezza.color.ColorEncoding;
import carezza.color.DeltaE2000;
import carezza.color.Roots;
import carezza.engine.Engine;
import carezza.engine.SheetView;
import carezza.engine.TileCache;
import carezza.face.FaceMap;
import carezza.face.Pin;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.image.SourcePicture;
import carezza.pass.Frame;
import carezza.pass.Pass;
import carezza.pass.PassKind;
import carezza.setting.ChoiceField;
import carezza.setting.Field;
import carezza.setting.FlagField;
import carezza.setting.NumberField;
import carezza.setting.Settings;
import carezza.sheet.RunSheet;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.function.Function;

/**
 * What every kind of pass must hold, tried with the kind's own {@link PassKind#sample} on made-up
 * skin. Each rule says in a sentence what is wrong, or nothing.
 */
public final class PassContract {
  /** CIEDE2000 that a level may stand from the reduced picture in 95 of 100 changed pixels. */
  private static final double LEVEL_APART = 1.5;

  private static final double PX_PER_MM = 4;
  private static final Map<String, Function<PassContract, String>> RULES = new LinkedHashMap<>();

  static {
    RULES.put("acts at every size", PassContract::actsAtEverySize);
    RULES.put("acts only where it says", PassContract::actsOnlyWhereItSays);
    RULES.put("neutral, muted and nowhere change no bit", PassContract::neutralChangesNothing);
    RULES.put("tiles and threads give the same bits", PassContract::tilesAndThreads);
    RULES.put("a level is near the reduced picture", PassContract::levels);
    RULES.put("bad settings are refused", PassContract::refusals);
    RULES.put("settings survive document and journal", PassContract::settingsSurvive);
    RULES.put("what it is given is not written to", PassContract::givenIsLeft);
    RULES.put("only what it looks at matters", PassContract::looksAt);
    RULES.put("other settings, other tiles", PassContract::fingerprints);
    RULES.put("idle settings change no bit", PassContract::idle);
    RULES.put("any light stays finite", PassContract::anyLight);
  }

  private final PassKind kind;

  public PassContract(PassKind kind) {
    this.kind = kind;
  }

  /** Names of the rules. */
  public static List<String> rules() {
    return List.copyOf(RULES.keySet());
  }

  /** What is wrong by a rule; empty when it is held. */
  public String broken(String rule) {
    return RULES.get(rule).apply(this);
  }

  // ---- pictures and passes to try

  private static SourcePicture skin(int w, int h, int depth, long seed) {
    return new MadeSkin(w, h, PX_PER_MM, 0.5, seed)
        .withBlotches(Math.max(1, w * h / 2000), 0.8)
        .withSpot(0.35 * w, 0.4 * h, 2)
        .withFurrow(0.62 * h, 0, 1.2, -0.8)
        .picture(depth);
  }

  private static Engine engine(SourcePicture p, int tile) {
    return new Engine(p, ColorEncoding.srgb(), new TileCache(1L << 27), tile);
  }

  private static RunSheet sheet(double pxPerMm, Pass... passes) {
    double apart = FaceMap.MEAN_EYE_DISTANCE_MM * pxPerMm;
    return RunSheet.EMPTY
        .withFaceMap(new FaceMap(new Pin(0, 0), new Pin(apart, 0)))
        .withPasses(List.of(passes));
  }

  private Pass acting(Engine e, double pxPerMm) {
    return acting(e.frame(sheet(pxPerMm)));
  }

  /** A pass on a stroke through the middle of a picture. */
  private Pass acting(Frame frame) {
    Rect b = frame.bounds();
    int[] s = new int[3 * Stroke.FIELDS];
    for (int i = 0; i < 3; i++) {
      s[i * Stroke.FIELDS] = (int) ((0.3 + 0.2 * i) * b.w() * Stroke.GRID);
      s[i * Stroke.FIELDS + 1] = (int) ((0.4 + 0.05 * i) * b.h() * Stroke.GRID);
      s[i * Stroke.FIELDS + 2] = 255;
    }
    double mm = Math.max(1, Math.min(20, 0.6 * Math.min(b.w(), b.h()) / frame.pxPerMm()));
    Area area = Area.NONE.with(new Stroke(new Stroke.Brush(true, mm, 1, 1), s));
    return Pass.start(1, kind, kind.usesArea() ? area : Area.WHOLE)
        .withSettings(kind.sample(frame));
  }

  private static RgbBlock all(Engine e, RunSheet s, int level) {
    return e.view(s, () -> false).read(level, e.source().bounds(level));
  }

  /** Where two blocks differ in bits, or an empty text. */
  private static String difference(RgbBlock a, RgbBlock b) {
    for (int i = 0; i < a.size(); i++) {
      for (int c = 0; c < 3; c++) {
        int u = Float.floatToIntBits(a.channel(c)[i]);
        if (u != Float.floatToIntBits(b.channel(c)[i])) {
          return "channel " + c + " at " + i % a.rect().w() + ", " + i / a.rect().w();
        }
      }
    }
    return "";
  }

  private static boolean isFinite(RgbBlock b) {
    for (int c = 0; c < 3; c++) {
      for (float v : b.channel(c)) {
        if (!Float.isFinite(v)) {
          return false;
        }
      }
    }
    return true;
  }

  // ---- the rules

  private String actsAtEverySize() {
    int[][] sizes = {{1, 1}, {3, 1}, {1, 7}, {65, 33}, {211, 143}};
    for (int[] size : sizes) {
      String name = size[0] + " x " + size[1];
      for (int level = 0; level < 3; level++) {
        Engine e = engine(skin(size[0], size[1], 8, 5), 256);
        RgbBlock out = all(e, sheet(PX_PER_MM, acting(e, PX_PER_MM)), level);
        if (!isFinite(out)) {
          return name + ": light is not finite at level " + level;
        }
        if (e.pixelsComputed() == 0) {
          return name + ": it did not act at level " + level;
        }
        boolean room = Math.min(size[0], size[1]) > 32;
        if (room && difference(all(e, sheet(PX_PER_MM), level), out).isEmpty()) {
          return name + ": it changed nothing at level " + level;
        }
      }
    }
    return "";
  }

  private String actsOnlyWhereItSays() {
    Engine e = engine(skin(211, 143, 16, 1), 64);
    Pass p = acting(e, PX_PER_MM);
    SheetView view = e.view(sheet(PX_PER_MM, p), () -> false);
    Rect b = view.bounds(0);
    RgbBlock before = all(e, sheet(PX_PER_MM), 0);
    RgbBlock after = view.read(0, b);
    Plane mask = view.mask(p, 0, b);
    int outside = 0;
    for (int i = 0; i < after.size(); i++) {
      Rect pixel = new Rect(i % b.w(), i / b.w(), 1, 1);
      boolean in = kind.touches(p, view.frame(), pixel) && (!kind.usesArea() || mask.data()[i] > 0);
      if (!in) {
        outside++;
        for (int c = 0; c < 3; c++) {
          if (before.channel(c)[i] != after.channel(c)[i]) {
            return "it changed " + pixel.x() + ", " + pixel.y() + ", where it does not act";
          }
        }
      }
    }
    return outside > 0 ? "" : "its sample acts everywhere, so nothing was tried";
  }

  private String neutralChangesNothing() {
    Engine e = engine(skin(97, 65, 8, 2), 64);
    RgbBlock before = all(e, sheet(PX_PER_MM), 0);
    Pass p = acting(e, PX_PER_MM);
    Map<String, Pass> same = new LinkedHashMap<>();
    same.put("muted", p.withOn(false));
    same.put("at strength 0", p.withStrength(0));
    same.put("with neutral settings", p.withSettings(kind.neutral()));
    if (kind.usesArea()) {
      same.put("on an empty area", p.withArea(Area.NONE));
      same.put("on all but everything", p.withArea(Area.WHOLE.inverted(true)));
    }
    for (var s : same.entrySet()) {
      String d = difference(before, all(e, sheet(PX_PER_MM, s.getValue()), 0));
      if (!d.isEmpty()) {
        return s.getKey() + " it changed " + d;
      }
    }
    return "";
  }

  private String tilesAndThreads() {
    SourcePicture p = skin(301, 203, 16, 3);
    Engine large = engine(p, 256);
    RunSheet s = sheet(PX_PER_MM, acting(large, PX_PER_MM));
    RgbBlock one = all(large, s, 0);
    String tiles = difference(one, all(engine(p, 32), s, 0));
    if (!tiles.isEmpty()) {
      return "other tiles give other bits in " + tiles;
    }
    Engine shared = new Engine(p, ColorEncoding.srgb(), new TileCache(1 << 20), 64);
    RgbBlock joined = new RgbBlock(0, p.bounds());
    ExecutorService pool = Executors.newFixedThreadPool(4);
    try {
      List<Callable<RgbBlock>> jobs = new ArrayList<>();
      for (Rect r :
          List.of(
              new Rect(0, 0, 150, 203), new Rect(150, 0, 151, 101), new Rect(150, 101, 151, 102))) {
        jobs.add(() -> shared.view(s, () -> false).read(0, r));
      }
      for (Future<RgbBlock> part : pool.invokeAll(jobs)) {
        joined.paste(part.get());
      }
    } catch (Exception e) {
      return "with four threads: " + e;
    } finally {
      pool.shutdownNow();
    }
    String threads = difference(one, joined);
    return threads.isEmpty() ? "" : "four threads give other bits in " + threads;
  }

  /** Judged where the pass changes something; at a scale at which both levels are computed. */
  private String levels() {
    double px = 2 * PX_PER_MM;
    Engine e = engine(skin(384, 288, 16, 4), 256);
    RunSheet s = sheet(px, acting(e, px));
    RgbBlock coarse = all(e, s, 1);
    RgbBlock plain = all(e, sheet(px), 1);
    float[][] want = new float[3][];
    RgbBlock fine = all(e, s, 0);
    for (int c = 0; c < 3; c++) {
      want[c] = fine.plane(c).halved().data();
    }
    double[] d = new double[coarse.size()];
    int n = 0;
    for (int i = 0; i < d.length; i++) {
      double[] is = CieLab.of(coarse.r()[i], coarse.g()[i], coarse.b()[i]);
      double[] was = CieLab.of(plain.r()[i], plain.g()[i], plain.b()[i]);
      double[] due = CieLab.of(want[0][i], want[1][i], want[2][i]);
      if (DeltaE2000.between(was, due) > 0.1 || DeltaE2000.between(was, is) > 0.1) {
        d[n++] = DeltaE2000.between(due, is);
      }
    }
    if (n < 100) {
      return "its sample changed " + n + " pixels, too few to judge";
    }
    Arrays.sort(d, 0, n);
    double p95 = d[(int) (0.95 * n)];
    return p95 < LEVEL_APART ? "" : "level 1 stands " + p95 + " from the reduced picture";
  }

  private String refusals() {
    if (!(kind.maxStrength() >= 1 && kind.maxStrength() <= 2)) {
      return "its greatest strength is " + kind.maxStrength() + ", must be in [1, 2]";
    }
    Pass p = acting(engine(skin(64, 48, 8, 9), 64), PX_PER_MM);
    for (double bad : new double[] {-0.1, Double.NaN, kind.maxStrength() + 0.1}) {
      if (!isRefused(() -> p.withStrength(bad), "strength = " + bad)) {
        return "strength " + bad + " is taken";
      }
    }
    for (Field<?> f : kind.fields()) {
      if (f instanceof NumberField n) {
        for (double bad : new double[] {n.max() + 1, n.min() - 1, Double.NaN}) {
          if (!isRefused(() -> p.with(n, bad), n.key() + " = " + bad)) {
            return n.key() + " = " + bad + " is taken";
          }
        }
      }
    }
    return isRefused(() -> p.with("nonsense", 1), "nonsense")
        ? ""
        : "a setting 'nonsense' is taken";
  }

  private static boolean isRefused(Callable<?> what, String says) {
    try {
      what.call();
      return false;
    } catch (IllegalArgumentException e) {
      return e.getMessage().contains(says);
    } catch (Exception e) {
      return false;
    }
  }

  private String settingsSurvive() {
    Engine e = engine(skin(120, 90, 8, 9), 64);
    Settings sample = acting(e, PX_PER_MM).settings();
    Settings neutral = kind.neutral();
    if (!Settings.read(kind.fields(), sample.write()).equals(sample)) {
      return "its sample is another when it is read back from a document";
    }
    if (!neutral.applied(sample.delta(neutral)).equals(sample)
        || !sample.applied(neutral.delta(sample)).equals(neutral)) {
      return "its sample is another when it is read back from a journal";
    }
    return "";
  }

  private String givenIsLeft() {
    Engine e = engine(skin(150, 120, 16, 6), 256);
    Pass p = acting(e, PX_PER_MM);
    SheetView view = e.view(sheet(PX_PER_MM, p), () -> false);
    Plane mask = view.mask(p, 1, view.bounds(1));
    RgbBlock before = all(e, sheet(PX_PER_MM), 1);
    view.read(1, view.bounds(1));
    if (!difference(before, all(e, sheet(PX_PER_MM), 1)).isEmpty()) {
      return "the picture below is another after it acted";
    }
    return Arrays.equals(mask.data(), view.mask(p, 1, view.bounds(1)).data())
        ? ""
        : "its mask is another after it acted";
  }

  /** What a pass does not say it looks at may be anything. */
  private String looksAt() {
    int w = 16_000;
    int h = 110;
    Rect tile = new Rect(64, 32, 32, 32);
    SourcePicture one = skin(w, h, 16, 7);
    Engine a = engine(one, 32);
    Frame near = new Frame(new Rect(0, 0, 211, h), a.frame(sheet(PX_PER_MM)).pxPerMm());
    Pass p = acting(near);
    RunSheet s = sheet(PX_PER_MM, p);
    List<Rect> looked = new ArrayList<>(kind.looksAt(p, a.frame(s), tile));
    looked.add(tile);
    Rect own = a.view(s, () -> false).areaBounds(p.area());
    looked.addAll(kind.looksRound(p, a.frame(s), () -> own));
    SourcePicture other = skin(w, h, 16, 7);
    int changed = 0;
    for (int y = 0; y < h; y++) {
      for (int x = 0; x < w; x++) {
        int px = x;
        int py = y;
        if (looked.stream().noneMatch(r -> r.contains(px, py))) {
          other.setCode(0, x, y, 65535 - one.code(0, x, y));
          other.setCode(2, x, y, (x * 7919 + y * 104729) & 65535);
          changed++;
        }
      }
    }
    if (changed == 0) {
      return "it looks at everything, so nothing was tried";
    }
    RgbBlock want = a.view(s, () -> false).read(0, tile);
    RgbBlock got = engine(other, 32).view(s, () -> false).read(0, tile);
    if (difference(want, a.original().read(0, tile)).isEmpty()) {
      return "its sample changes nothing in the tile that is looked at";
    }
    String d = difference(want, got);
    return d.isEmpty() ? "" : "what it does not say it looks at changed " + d;
  }

  /** A tile of other settings is never taken for one that is there. */
  private String fingerprints() {
    SourcePicture p = skin(211, 143, 16, 8);
    Engine used = engine(p, 64);
    Pass acting = acting(used, PX_PER_MM);
    all(used, sheet(PX_PER_MM, acting), 0);
    List<Pass> others = new ArrayList<>();
    others.add(acting.withStrength(0.5));
    for (Field<?> f : kind.fields()) {
      others.add(atStart(acting, f));
      if (f instanceof NumberField n) {
        others.add(acting.with(n, n.max()));
        others.add(acting.with(n, (n.min() + n.max()) / 2));
      }
    }
    for (Pass other : others) {
      RunSheet s = sheet(PX_PER_MM, other);
      String d = difference(all(engine(p, 64), s, 0), all(used, s, 0));
      if (!d.isEmpty()) {
        return "a tile of other settings is taken for one of " + other.settings() + ": " + d;
      }
    }
    return "";
  }

  /** As flags and choices are set, those that are said to be idle are put to both their ends. */
  private String idle() {
    Engine e = engine(skin(97, 65, 8, 6), 64);
    Pass p = acting(e, PX_PER_MM);
    for (Pass set : p.kind().fields().stream().flatMap(f -> set(p, f).stream()).toList()) {
      for (Field<?> f : kind.idle(set)) {
        List<Pass> ends = set(set, f);
        if (ends.size() < 2) {
          return f.key() + " is said to be idle and is none of a number, a flag and a choice";
        }
        RgbBlock first = all(e, sheet(PX_PER_MM, ends.get(0)), 0);
        String d = difference(first, all(e, sheet(PX_PER_MM, ends.get(1)), 0));
        if (!d.isEmpty()) {
          return f.key() + " is said to be idle and changed " + d;
        }
      }
    }
    return "";
  }

  /** A pass with a number at its ends, with a flag off and on, with each choice. */
  private static List<Pass> set(Pass p, Field<?> field) {
    if (field instanceof NumberField f) {
      return List.of(p.with(f, f.min()), p.with(f, f.max()));
    }
    if (field instanceof FlagField f) {
      return List.of(p.with(f, false), p.with(f, true));
    }
    return field instanceof ChoiceField f
        ? f.options().stream().map(o -> p.with(f, o)).toList()
        : List.of();
  }

  private static <T> Pass atStart(Pass p, Field<T> f) {
    return p.with(f, f.start());
  }

  /** Light below 0 and above 1 comes from shifts and wide gamuts and has to pass through. */
  private String anyLight() {
    SourcePicture p = new SourcePicture(160, 120, 16, 3);
    for (int y = 0; y < 120; y++) {
      for (int x = 0; x < 160; x++) {
        p.setCode(0, x, y, x < 80 ? 65535 : 0);
        p.setCode(1, x, y, y < 60 ? 65535 : 0);
        p.setCode(2, x, y, (x + y) % 40 < 20 ? 65535 : 0);
      }
    }
    Engine e = engine(p, 256);
    Pass beyond = Pass.start(8, new Beyond(), Area.WHOLE);
    RgbBlock light = all(e, sheet(PX_PER_MM, beyond), 0);
    float least = 0;
    float most = 0;
    for (int c = 0; c < 3; c++) {
      for (float v : light.channel(c)) {
        least = Math.min(least, v);
        most = Math.max(most, v);
      }
    }
    if (!(least < -0.1f && most > 1.5f)) {
      return "the light that is tried goes from " + least + " to " + most + " only";
    }
    return isFinite(all(e, sheet(PX_PER_MM, beyond, acting(e, PX_PER_MM)), 0))
        ? ""
        : "light is not finite";
  }

  /** Brings light far below 0 and above 1. */
  private static final class Beyond extends PlainKind {
    Beyond() {
      super("beyond");
    }

    @Override
    public void apply(carezza.pass.EvaluationContext context, RgbBlock b, float[] weight) {
      for (int i = 0; i < b.size(); i++) {
        float y = Roots.cbrt(b.g()[i]);
        b.r()[i] = 2 * b.r()[i] - 0.3f * y;
        b.g()[i] = 1.6f * b.g()[i] - 0.5f * b.r()[i];
        b.b()[i] = 3 * b.b()[i] - b.g()[i];
      }
    }
  }
}
