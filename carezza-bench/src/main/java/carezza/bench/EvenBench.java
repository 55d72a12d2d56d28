package carezza.bench;

import carezza.engine.Engine;
import carezza.engine.Measuring;
import carezza.engine.TileCache;
import carezza.face.FaceMap;
import carezza.finder.NetFaceFinder;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.image.SourcePicture;
import carezza.io.Document;
import carezza.io.DocumentStore;
import carezza.pass.EvaluationContext;
import carezza.pass.Pass;
import carezza.pass.PassKind;
import carezza.reading.Bands;
import carezza.reading.FacePlanes;
import carezza.reading.Reading;
import carezza.reading.SkinReadings;
import carezza.sheet.Kinds;
import carezza.sheet.KnownSheet;
import carezza.sheet.RunSheet;
import carezza.sitter.DemoSitter;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * Evening at starting strengths, as it is proposed: how much of the middle band's difference from
 * the clean picture is left, how much a clean picture is changed, what texture and forms keep. On
 * the sitters, which the constants were fitted on.
 */
final class EvenBench {
  private static final List<List<String>> RECIPES =
      List.of(
          List.of("twoBands"),
          List.of("twoBands", "underEyes"),
          List.of("twoBands", "sheen"),
          List.of("twoBands", "sheen", "underEyes"),
          List.of("twoBands", "sheen", "underEyes", "lines"),
          List.of("heals", "twoBands", "sheen", "underEyes"),
          List.of("heals", "dodge", "burn"));

  private static final List<String> STARTING = List.of("twoBands", "sheen", "underEyes");

  private EvenBench() {}

  /**
   * @param args sitters, all if none; lists of kinds, joined by commas, instead of the usual ones;
   *     {@code changed}, for the pictures in every light and file instead of as they are; or {@code
   *     made} and how many seeds of generated skin
   */
  static void run(List<String> args) {
    if (args.contains("made")) {
      MadeEvenBench.run(args.size() > 1 ? Integer.parseInt(args.get(1)) : MadeEvenBench.MANY);
      return;
    }
    boolean changed = args.contains("changed");
    List<List<String>> asked =
        args.stream()
            .filter(a -> !DemoSitter.NAMES.contains(a) && !a.equals("changed"))
            .map(a -> List.of(a.split(",")))
            .toList();
    for (String name : DemoSitter.NAMES) {
      if (args.contains(name) || args.stream().noneMatch(DemoSitter.NAMES::contains)) {
        DemoSitter s = DemoSitter.load(name);
        if (changed) {
          changed(s, asked.isEmpty() ? List.of(STARTING) : asked);
        } else {
          sitter(name, s, s.picture().picture(), s.clean(), asked.isEmpty() ? RECIPES : asked);
        }
      }
    }
  }

  /** In every condition that leaves the picture where it is, for the masks to hold. */
  private static void changed(DemoSitter s, List<List<String>> recipes) {
    Rect all = s.clean().bounds();
    for (Condition c : Condition.ALL) {
      if (c.staysInPlace()) {
        Condition.Map map = c.new Map(all, all);
        SourcePicture shot = c.changed(s.picture().picture(), map);
        sitter(s.name() + ", " + c.name(), s, shot, c.changed(s.clean(), map), recipes);
      }
    }
  }

  private static void sitter(
      String name,
      DemoSitter s,
      SourcePicture asShot,
      SourcePicture asClean,
      List<List<String>> recipes) {
    Engine clean = engine(asClean, s);
    Engine shot = engine(asShot, s);
    Rect all = shot.source().bounds();
    RgbBlock goal = clean.original().read(0, all);
    RgbBlock before = shot.original().read(0, all);
    double fault = middle(before, goal, s);
    RunSheet base =
        RunSheet.EMPTY.withFaceMap(
            FaceMap.of(new NetFaceFinder().find(shot.original(), () -> false)));
    for (List<String> recipe : recipes) {
      RunSheet sheet = proposed(shot, base, recipe);
      RgbBlock now = shot.view(sheet, () -> false).read(0, all);
      RunSheet onClean = proposed(clean, base, recipe);
      double changed = middle(clean.view(onClean, () -> false).read(0, all), goal, s);
      SkinReadings r =
          SkinReadings.of(goal, now, s.mask("skin"), s.pxPerMm(), new FacePlanes(s.faceMap()));
      SkinReadings own =
          SkinReadings.of(before, now, s.mask("skin"), s.pxPerMm(), new FacePlanes(s.faceMap()));
      System.out.printf(
          Locale.ROOT,
          "%-23s %-31s left %.3f  clean changed %.2f of the fault  texture %s  small forms %s"
              + "  relief of the truth's %s%n",
          name,
          String.join(",", recipe),
          middle(now, goal, s) / fault,
          changed / fault,
          shown(own.texture()),
          shown(own.smallForms()),
          shown(r.relief()));
      dabs(sheet, s);
      if (recipe.contains("sheen") && !s.marks("shine").isEmpty()) {
        ShinePlaces.print(s, before, now, goal);
      }
    }
  }

  /** How many strokes were laid, and how large the document is that holds them. */
  private static void dabs(RunSheet sheet, DemoSitter s) {
    int strokes = sheet.passes().stream().mapToInt(p -> p.area().strokes().size()).sum();
    if (strokes == 0) {
      return;
    }
    try {
      Path file = Files.createTempFile("carezza", ".json");
      ObjectNode nothing = JsonNodeFactory.instance.objectNode();
      DocumentStore.write(file, new Document(s.name(), "0".repeat(64), sheet, nothing));
      System.out.printf("  %d strokes, a document of %d kB%n", strokes, Files.size(file) / 1000);
      Files.delete(file);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private static Engine engine(SourcePicture p, DemoSitter s) {
    return new Engine(p, s.picture().encoding(), new TileCache(1L << 29));
  }

  /** The passes of some kinds as they are proposed, one after the other. */
  static RunSheet proposed(Engine engine, RunSheet base, List<String> kinds) {
    List<Reading> readings = new ArrayList<>(new Measuring(engine).all(base, () -> false));
    RunSheet sheet = base;
    for (PassKind k : Kinds.all()) {
      if (kinds.contains(k.key())) {
        KnownSheet known = new KnownSheet(sheet, engine.source().bounds(), readings);
        Pass begun = k.start(sheet.nextId(), known);
        sheet = sheet.add(begun);
        EvaluationContext context = engine.view(sheet, () -> false).contextFor(begun);
        Pass found = k.proposed(context);
        sheet = sheet.change(begun.id(), p -> found);
      }
    }
    return sheet;
  }

  /** RMS over the skin of the difference of the middle bands of E, at half size. */
  static double middle(RgbBlock a, RgbBlock b, DemoSitter s) {
    double px = s.pxPerMm() / 2;
    Plane m = s.mask("skin").halved();
    for (int i = 0; i < m.data().length; i++) {
      m.data()[i] = m.data()[i] > 0.9f ? 1 : 0;
    }
    Plane x = Bands.band(Bands.logLuminance(a).halved(), m, 1.5 * px, 8 * px);
    Plane y = Bands.band(Bands.logLuminance(b).halved(), m, 1.5 * px, 8 * px);
    double sum = 0;
    double n = 0;
    for (int i = 0; i < m.data().length; i++) {
      if (m.data()[i] > 0) {
        double d = x.data()[i] - y.data()[i];
        sum += d * d;
        n++;
      }
    }
    return Math.sqrt(sum / n);
  }

  private static String shown(Reading r) {
    return r.isAvailable()
        ? String.format(Locale.ROOT, "%.1f%s", r.now(), r.place().isEmpty() ? "" : " " + r.place())
        : r.reason();
  }
}
