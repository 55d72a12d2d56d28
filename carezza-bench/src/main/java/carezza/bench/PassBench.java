package carezza.bench;

import carezza.area.Area;
import carezza.engine.Engine;
import carezza.engine.TileCache;
import carezza.face.FaceMap;
import carezza.face.Pin;
import carezza.finder.NetFaceFinder;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.pass.Pass;
import carezza.reading.FacePlanes;
import carezza.reading.Reading;
import carezza.reading.SkinReadings;
import carezza.reading.WhiteReadings;
import carezza.setting.Place;
import carezza.sheet.Kinds;
import carezza.sheet.KnownSheet;
import carezza.sheet.RunSheet;
import carezza.sitter.DemoSitter;
import java.util.List;
import java.util.Locale;

/**
 * Two bands, teeth, eye whites and skin at their starting settings on the demo sitters, on the
 * regions that are found, measured on the truth masks.
 */
final class PassBench {
  private PassBench() {}

  static void run() {
    for (String name : DemoSitter.NAMES) {
      DemoSitter s = DemoSitter.load(name);
      Engine engine =
          new Engine(s.picture().picture(), s.picture().encoding(), new TileCache(1L << 29));
      FaceMap map = FaceMap.of(new NetFaceFinder().find(engine.original(), () -> false));
      RunSheet base = RunSheet.EMPTY.withFaceMap(map);
      twoBands(s, base, engine);
      skin(s, base, engine);
      if (name.equals("maren")) {
        whiten(s, base, engine, "teeth", "teeth");
        whiten(s, base, engine, "eyeWhites", "sclera");
      }
    }
  }

  private static RunSheet with(RunSheet base, Pass p) {
    return base.withPasses(List.of(p));
  }

  private static void twoBands(DemoSitter s, RunSheet base, Engine engine) {
    KnownSheet known = new KnownSheet(base, engine.source().bounds(), List.of());
    Pass p = Kinds.of("twoBands").start(1, known);
    RgbBlock before = engine.original().read(0, engine.source().bounds());
    RgbBlock now = engine.view(with(base, p), () -> false).read(0, engine.source().bounds());
    SkinReadings r =
        SkinReadings.of(before, now, s.mask("skin"), s.pxPerMm(), new FacePlanes(s.faceMap()));
    System.out.printf(
        Locale.ROOT,
        "%-7s two bands: texture %s  relief %s  small forms %s  blotch %s%n",
        s.name(),
        shown(r.texture()),
        shown(r.relief()),
        shown(r.smallForms()),
        shown(r.blotch()));
    Engine clean = new Engine(s.clean(), s.picture().encoding(), new TileCache(1L << 28));
    RgbBlock goal = clean.original().read(0, engine.source().bounds());
    double was = EvenBench.middle(before, goal, s);
    double is = EvenBench.middle(now, goal, s);
    System.out.printf(
        Locale.ROOT,
        "        middle band from clean: %.4f to %.4f stop, left %.3f%n",
        was,
        is,
        is / was);
  }

  private static void skin(DemoSitter s, RunSheet base, Engine engine) {
    Pin eye = s.landmark("right_pupil");
    Pin mouth = s.landmark("mouth_right");
    Place place = new Place((eye.x() + mouth.x()) / 2, (eye.y() + mouth.y()) / 2, 10);
    Pass p = Pass.start(1, Kinds.of("skin"), Area.found("skin")).withPlace("reference", place);
    RgbBlock before = engine.original().read(0, engine.source().bounds());
    RgbBlock now = engine.view(with(base, p), () -> false).read(0, engine.source().bounds());
    SkinReadings r =
        SkinReadings.of(before, now, s.mask("skin"), s.pxPerMm(), new FacePlanes(s.faceMap()));
    Reading spread = r.spread();
    System.out.printf(
        Locale.ROOT,
        "        skin: spread %.2f to %.2f (left %.2f)  lightness %s  texture %s%n",
        spread.before(),
        spread.now(),
        spread.now() / spread.before(),
        shown(r.lightness()),
        shown(r.texture()));
  }

  private static void whiten(DemoSitter s, RunSheet base, Engine engine, String kind, String mask) {
    Pass p = Pass.start(1, Kinds.of(kind), Area.found(kind));
    Rect all = engine.source().bounds();
    RgbBlock before = engine.original().read(0, all);
    RgbBlock now = engine.view(with(base, p), () -> false).read(0, all);
    Plane truth = s.mask(mask);
    for (int i = 0; i < truth.data().length; i++) {
      truth.data()[i] = truth.data()[i] > 0.9f ? 1 : 0;
    }
    List<Reading> r = WhiteReadings.of(kind, before, now, truth, 0);
    System.out.printf(
        Locale.ROOT,
        "        %s: lift %s stop  yellow left %s %% (b* before %.1f)%n",
        kind,
        shown(r.get(0)),
        shown(r.get(1)),
        r.get(1).before());
  }

  private static String shown(Reading r) {
    return r.isAvailable()
        ? String.format(Locale.ROOT, "%.2f%s", r.now(), r.place().isEmpty() ? "" : " " + r.place())
        : r.reason();
  }
}
