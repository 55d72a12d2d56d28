package carezza.sitter;

import static org.assertj.core.api.Assertions.assertThat;

import carezza.area.Area;
import carezza.area.Extent;
import carezza.area.Term;
import carezza.color.ColorEncoding;
import carezza.engine.Engine;
import carezza.engine.TileCache;
import carezza.face.FaceMap;
import carezza.face.Pin;
import carezza.filter.Gaussian;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.SourcePicture;
import carezza.pass.Pass;
import carezza.pass.PassKind;
import carezza.reading.Bands;
import carezza.setting.NumberField;
import carezza.setting.Place;
import carezza.setting.PlaceField;
import carezza.sheet.Kinds;
import carezza.sheet.KnownSheet;
import carezza.sheet.RunSheet;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.function.ToDoubleBiFunction;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Things on a wall and on a curtain replaced, against the wall and the curtain without them. */
public class FillTest {
  private static final double PX = 4;
  private static final int W = 420;
  private static final int H = 360;
  private static final Rect THING = new Rect(170, 130, 70, 90);

  /** How much higher a fill may come back in its own pattern than what is round it. */
  private static final double COMES_BACK = 1.2;

  @DataProvider
  public Object[][] grounds() {
    return new Object[][] {
      {"wall", 1L}, {"wall", 2L}, {"wall", 31L}, {"curtain", 1L}, {"curtain", 2L}, {"curtain", 31L}
    };
  }

  /** Lit from the upper left, with grain. */
  private static ToDoubleBiFunction<Integer, Integer> wall(Random random) {
    double[] grain = random.doubles((long) W * H, -1, 1).toArray();
    return (x, y) -> 0.32 - 0.0004 * x - 0.0003 * y + 0.012 * grain[y * W + x];
  }

  /** Folds of several widths that lean, and a weave. */
  private static ToDoubleBiFunction<Integer, Integer> curtain(Random random) {
    double[] grain = random.doubles((long) W * H, -1, 1).toArray();
    double lean = 0.05 + 0.1 * random.nextDouble();
    double[] phase = random.doubles(3, 0, 6.28).toArray();
    return (x, y) -> {
      double u = x + lean * y;
      double fold =
          Math.sin(u / 9 + phase[0] + 0.6 * Math.sin(u / 41 + phase[1]))
              + 0.5 * Math.sin(u / 23 + phase[2]);
      double weave = 0.01 * Math.sin(2.1 * x) * Math.sin(1.9 * y);
      return 0.14 + 0.04 * fold + weave + 0.01 * grain[y * W + x];
    };
  }

  private static ToDoubleBiFunction<Integer, Integer> ground(String name, long seed) {
    Random random = new Random(seed);
    return name.equals("wall") ? wall(random) : curtain(random);
  }

  private static SourcePicture picture(ToDoubleBiFunction<Integer, Integer> light, boolean thing) {
    ColorEncoding srgb = ColorEncoding.srgb();
    SourcePicture p = new SourcePicture(W, H, 16, 3);
    double[] tint = {1, 0.9, 0.8};
    for (int y = 0; y < H; y++) {
      for (int x = 0; x < W; x++) {
        for (int c = 0; c < 3; c++) {
          double v = thing && THING.contains(x, y) ? 0.7 : tint[c] * light.applyAsDouble(x, y);
          p.setCode(c, x, y, srgb.encode(c, 16, (float) v));
        }
      }
    }
    return p;
  }

  private static Engine engine(SourcePicture p) {
    return new Engine(p, ColorEncoding.srgb(), new TileCache(1 << 27));
  }

  private static RunSheet pinned() {
    return RunSheet.EMPTY.withFaceMap(new FaceMap(new Pin(0, 0), new Pin(63 * PX, 0)));
  }

  private static Area outlined(Rect r, int wider) {
    Rect g = r.grow(wider);
    double x = g.x() + g.w() / 2.0;
    double y = g.y() + g.h() / 2.0;
    List<Pin> loop =
        List.of(
            new Pin(g.x(), g.y()),
            new Pin(x, g.y()),
            new Pin(g.right(), g.y()),
            new Pin(g.right(), y),
            new Pin(g.right(), g.bottom()),
            new Pin(x, g.bottom()),
            new Pin(g.x(), g.bottom()),
            new Pin(g.x(), y));
    return Area.NONE.with(new Term(Term.How.ADD, new Extent.Loop(loop), 0));
  }

  private static Pass started(String key) {
    PassKind k = Kinds.of(key);
    return k.start(1, new KnownSheet(pinned(), new Rect(0, 0, W, H), List.of()))
        .withArea(outlined(THING, 6));
  }

  private static Plane light(SourcePicture p, List<Pass> passes) {
    Engine e = engine(p);
    return Bands.logLuminance(
        e.view(pinned().withPasses(passes), () -> false).read(0, e.source().bounds()));
  }

  /**
   * Highest correlation of a window with itself, moved by 12 to 30 pixels, broad tones left out.
   */
  private static double comesBack(Plane detail, Rect r) {
    double most = 0;
    for (int dy = 0; dy <= 30; dy++) {
      for (int dx = -30; dx <= 30; dx++) {
        if (Math.hypot(dx, dy) >= 12 && Math.hypot(dx, dy) <= 30) {
          most = Math.max(most, correlation(detail, r, dx, dy));
        }
      }
    }
    return most;
  }

  private static double correlation(Plane d, Rect r, int dx, int dy) {
    double both = 0;
    double a2 = 0;
    double b2 = 0;
    for (int y = r.y(); y + dy < r.bottom(); y++) {
      for (int x = Math.max(r.x(), r.x() - dx); x < Math.min(r.right(), r.right() - dx); x++) {
        double a = d.at(x, y);
        double b = d.at(x + dx, y + dy);
        both += a * b;
        a2 += a * a;
        b2 += b * b;
      }
    }
    return both / Math.sqrt(a2 * b2 + 1e-12);
  }

  private static Plane detail(Plane light, double sigma) {
    Plane broad = Gaussian.blur(light, sigma);
    Plane out = new Plane(light.rect());
    for (int i = 0; i < out.data().length; i++) {
      out.data()[i] = light.data()[i] - broad.data()[i];
    }
    return out;
  }

  private static double rms(Plane v, Rect r) {
    double sum = 0;
    for (int y = r.y(); y < r.bottom(); y++) {
      for (int x = r.x(); x < r.right(); x++) {
        sum += v.at(x, y) * v.at(x, y);
      }
    }
    return Math.sqrt(sum / r.area());
  }

  @Test(dataProvider = "grounds")
  public void aFillIsLikeWhatIsRoundIt(String name, long seed) {
    var ground = ground(name, seed);
    Plane filled = light(picture(ground, true), List.of(started("fill")));
    Plane clean = light(picture(ground, false), List.of());
    Plane fine = detail(filled, 2);
    double grain = rms(fine, THING) / rms(detail(clean, 2), THING);
    Plane broadOff = new Plane(clean.rect());
    for (int i = 0; i < broadOff.data().length; i++) {
      broadOff.data()[i] = filled.data()[i] - clean.data()[i];
    }
    double off = rms(Gaussian.blur(broadOff, 6), THING);
    double around = 0;
    for (int k = 0; k < 4; k++) {
      Rect r = new Rect(60 + 200 * (k % 2), 20 + 210 * (k / 2), THING.w(), THING.h());
      around = Math.max(around, comesBack(fine, r));
    }
    double own = comesBack(fine, THING);
    assertThat(own).as("comes back").isLessThan(COMES_BACK * around);
    assertThat(grain).as("grain").isBetween(0.85, 1.15);
    assertThat(off).as("broad tone, stops").isLessThan(name.equals("wall") ? 0.03 : 0.25);
  }

  /** What may be taken depends on where surfaces are found: another map, another fill. */
  @Test
  public void aFillIsAnotherUnderAnotherFaceMap() {
    Engine e = engine(picture(ground("wall", 4), true));
    FaceMap turned = new FaceMap(new Pin(0, 0), new Pin(0, 63 * PX));
    for (String kind : List.of("fill", "graft")) {
      Pass p = kind.equals("fill") ? started(kind) : from(started(kind), 330, 275);
      RunSheet one = pinned().withPasses(List.of(p));
      long a = e.view(one, () -> false).fingerprint(THING);
      long b = e.view(one.withFaceMap(turned), () -> false).fingerprint(THING);
      assertThat(a != b).as(kind).isEqualTo(kind.equals("fill"));
    }
  }

  @Test
  public void aGraftTakesTheDetailOfItsPlaceAndTheToneOfItsOwn() {
    var ground = ground("wall", 5);
    Plane clean = light(picture(ground, false), List.of());
    PassKind kind = Kinds.of("graft");
    Pass graft = from(started(kind.key()), 330, 275);
    Plane got = light(picture(ground, true), List.of(graft));
    Plane fine = detail(got, 2);
    Plane there = detail(clean, 2);
    assertThat(alike(fine, there, 0)).as("detail of the place").isGreaterThan(0.97);
    Plane off = new Plane(clean.rect());
    for (int i = 0; i < off.data().length; i++) {
      off.data()[i] = got.data()[i] - clean.data()[i];
    }
    assertThat(rms(Gaussian.blur(off, 6), THING)).as("tone, stops").isLessThan(0.03);
  }

  /** Correlation of what lies on the thing with the place it was taken from, turned by quarters. */
  private static double alike(Plane fine, Plane there, int quarters) {
    double both = 0;
    double a2 = 0;
    double b2 = 0;
    int cx = THING.x() + THING.w() / 2;
    int cy = THING.y() + THING.h() / 2;
    for (int y = THING.y(); y < THING.bottom(); y++) {
      for (int x = THING.x(); x < THING.right(); x++) {
        int u = quarters == 0 ? x - cx : y - cy;
        int v = quarters == 0 ? y - cy : cx - 1 - x;
        double t = there.at(330 + u, 275 + v);
        both += fine.at(x, y) * t;
        a2 += fine.at(x, y) * fine.at(x, y);
        b2 += t * t;
      }
    }
    return both / Math.sqrt(a2 * b2);
  }

  @Test
  public void aGraftMayBeTurned() {
    var ground = ground("curtain", 5);
    Plane there = detail(light(picture(ground, false), List.of()), 2);
    Pass graft = from(started("graft"), 330, 275);
    NumberField turned = (NumberField) graft.kind().fields().get(1);
    Plane fine = detail(light(picture(ground, true), List.of(graft.with(turned, 90.0))), 2);
    assertThat(alike(fine, there, 1)).isGreaterThan(0.97);
    assertThat(alike(fine, there, 0)).isLessThan(0.3);
  }

  /** In the place's own light it would be darker; its tone is brought to that of the hole's rim. */
  @Test
  public void aCopyIsMatchedInTone() {
    var ground = ground("wall", 6);
    Plane clean = light(picture(ground, false), List.of());
    Plane got = light(picture(ground, true), List.of(from(started("copyOver"), 330, 275)));
    Rect middle = THING.grow(-20);
    double off = 0;
    for (int y = middle.y(); y < middle.bottom(); y++) {
      for (int x = middle.x(); x < middle.right(); x++) {
        off += (got.at(x, y) - clean.at(x, y)) / middle.area();
      }
    }
    assertThat(Math.abs(off)).as("mean tone, stops").isLessThan(0.03);
  }

  private static Pass from(Pass p, double x, double y) {
    PlaceField f = (PlaceField) p.kind().fields().get(0);
    return p.with(f, Optional.of(new Place(x, y, 4)));
  }
}
