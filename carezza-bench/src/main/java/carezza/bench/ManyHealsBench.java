package carezza.bench;

import carezza.area.Area;
import carezza.engine.Engine;
import carezza.face.FaceMap;
import carezza.finder.NetFaceFinder;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.pass.Heal;
import carezza.pass.Pass;
import carezza.pass.clean.Heals;
import carezza.sheet.Kinds;
import carezza.sheet.RunSheet;
import carezza.sitter.DemoSitter;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.function.UnaryOperator;

/** What one more heal, a moved source and an exposure below cost in a view with 500 heals. */
final class ManyHealsBench {
  private static final int MANY = 500;
  private static final int TIMES = 20;
  private static final Rect VIEW = new Rect(700, 700, 1000, 700);

  private final Random random = new Random(5);
  private final Engine engine;
  private RunSheet sheet;

  private ManyHealsBench(DemoSitter s) {
    engine = FaceBench.engine(s.picture().picture());
    FaceMap map = FaceMap.of(new NetFaceFinder().find(engine.original(), () -> false));
    Plane skin = s.mask("skin");
    List<Heal> all = new ArrayList<>();
    while (all.size() < MANY) {
      int x = random.nextInt(skin.w());
      int y = random.nextInt(skin.h());
      if (skin.at(x, y) > 0.99) {
        double angle = 2 * Math.PI * random.nextDouble();
        double mm = 1.5 + 2 * random.nextDouble();
        all.add(
            new Heal(x, y, x, y, mm, 40 * Math.cos(angle), 40 * Math.sin(angle))
                .withId(all.size() + 1));
      }
    }
    Pass p = Pass.start(1, Kinds.of("heals"), Area.WHOLE).with(Heals.HEALS, all);
    sheet = RunSheet.EMPTY.withFaceMap(map).withPasses(List.of(p));
  }

  static void run() {
    ManyHealsBench b = new ManyHealsBench(DemoSitter.load("ilse"));
    double first = b.drawn();
    System.out.printf(Locale.ROOT, "a view with %d heals, first: %.0f ms%n", MANY, first);
    b.steps("one more heal", b::more);
    b.steps("a source moved", b::moved);
    Pass light = Pass.start(2, Kinds.of("neutral"), Area.WHOLE).with("exposure", 0.3);
    b.sheet = b.sheet.withPasses(List.of(light, b.sheet.pass(1).orElseThrow()));
    double lit = b.drawn();
    System.out.printf(
        Locale.ROOT, "exposure below: %.0f ms, %.3f of the first%n", lit, lit / first);
  }

  private double drawn() {
    long t = System.nanoTime();
    engine.view(sheet, () -> false).readTogether(0, VIEW);
    return (System.nanoTime() - t) / 1e6;
  }

  private List<Heal> more(List<Heal> all) {
    int x = VIEW.x() + random.nextInt(VIEW.w());
    int y = VIEW.y() + random.nextInt(VIEW.h());
    all.add(new Heal(x, y, x, y, 2, 30, 10).withId(Heals.HEALS.nextId(all)));
    return all;
  }

  private List<Heal> moved(List<Heal> all) {
    int i = random.nextInt(all.size());
    all.set(i, all.get(i).from(all.get(i).dx() + 3, all.get(i).dy()));
    return all;
  }

  private void steps(String name, UnaryOperator<List<Heal>> how) {
    List<Double> times = new ArrayList<>();
    for (int k = 0; k < TIMES; k++) {
      sheet =
          sheet.change(1, p -> p.with(Heals.HEALS, how.apply(new ArrayList<>(p.get(Heals.HEALS)))));
      times.add(drawn());
    }
    Collections.sort(times);
    System.out.printf(
        Locale.ROOT,
        "%s: median %.0f ms, worst %.0f ms%n",
        name,
        times.get(TIMES / 2),
        times.get(TIMES - 1));
  }
}
