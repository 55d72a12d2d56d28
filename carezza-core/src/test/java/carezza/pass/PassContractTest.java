package carezza.pass;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import carezza.area.Area;
import carezza.area.Stroke;
import carezza.color.CieLab;
import carezza.color.ColorEncoding;
import carezza.color.DeltaE2000;
import carezza.engine.Engine;
import carezza.engine.TileCache;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.image.SourcePicture;
import carezza.sheet.Kinds;
import carezza.sheet.RunSheet;
import carezza.testing.Pictures;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.Executors;
import java.util.stream.Stream;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** What every registered pass kind must hold. */
public class PassContractTest {
  @DataProvider
  public Object[][] kinds() {
    return Kinds.all().stream().map(k -> new Object[] {k.key()}).toArray(Object[][]::new);
  }

  /** A pass that does something, on a stroke across the picture. */
  static Pass acting(String key) {
    PassKind kind = Kinds.of(key);
    int[] s = new int[6 * Stroke.FIELDS];
    for (int i = 0; i < 6; i++) {
      s[i * Stroke.FIELDS] = (30 + 30 * i) * Stroke.GRID;
      s[i * Stroke.FIELDS + 1] = (50 + 5 * i) * Stroke.GRID;
      s[i * Stroke.FIELDS + 2] = 255;
    }
    Stroke stroke = new Stroke(new Stroke.Brush(true, 20, 1, 1), s);
    Pass p = Pass.start(1, kind, kind.usesArea() ? Area.NONE.with(stroke) : Area.WHOLE);
    return switch (key) {
      case "neutral" -> p.with("mired", 30).with("exposure", 0.4);
      case "heals" ->
          p.withHeals(
              List.of(new Heal(70, 60, 70, 60, 8, 50, 4), new Heal(120, 70, 140, 80, 6, -10, -35)));
      case "skin" -> p.withPlace("reference", new Place(150, 30, 8)).with("light", 20);
      default -> p;
    };
  }

  private static RunSheet sheet(Pass p) {
    return Pictures.pinned().withPasses(List.of(p));
  }

  private static RgbBlock all(Engine e, RunSheet s, int level) {
    return e.view(s, () -> false).read(level, e.source().bounds(level));
  }

  @Test(dataProvider = "kinds")
  public void doesSomethingAndOnlyWhereItActs(String key) {
    Engine e = Pictures.engine(Pictures.skin(211, 143, 16, 1));
    RgbBlock before = all(e, Pictures.pinned(), 0);
    RgbBlock after = all(e, sheet(acting(key)), 0);
    assertThat(Pictures.difference(before, after)).isNotEmpty();
    Rect far = new Rect(0, 125, 211, 18);
    assertThat(Pictures.difference(before.crop(far), after.crop(far))).isEmpty();
    for (int c = 0; c < 3; c++) {
      for (float v : after.channel(c)) {
        assertThat(v).isFinite();
      }
    }
  }

  @Test(dataProvider = "kinds")
  public void neutralMutedZeroStrengthAndEmptyAreaChangeNoBit(String key) {
    Engine e = Pictures.engine(Pictures.skin(97, 65, 8, 2));
    RgbBlock before = all(e, Pictures.pinned(), 0);
    Pass p = acting(key);
    Stream<Pass> same = Stream.of(p.withOn(false), p.withStrength(0));
    if (p.kind().usesArea()) {
      same =
          Stream.concat(
              same, Stream.of(p.withArea(Area.NONE), p.withArea(Area.WHOLE.inverted(true))));
    } else {
      same = Stream.concat(same, Stream.of(p.withHeals(List.of())));
    }
    same.forEach(
        q ->
            assertThat(Pictures.difference(before, all(e, sheet(q), 0)))
                .as(q.toString())
                .isEmpty());
  }

  @Test(dataProvider = "kinds")
  public void tilesAndThreadsGiveTheSameBits(String key) throws Exception {
    SourcePicture p = Pictures.skin(301, 203, 16, 3);
    RunSheet s = sheet(acting(key)).add(Pass.start(9, Kinds.of("dodge"), Area.WHOLE));
    RgbBlock one = all(new Engine(p, ColorEncoding.srgb(), new TileCache(1 << 26), 256), s, 0);
    RgbBlock small = all(new Engine(p, ColorEncoding.srgb(), new TileCache(1 << 26), 32), s, 0);
    assertThat(Pictures.difference(one, small)).isEmpty();
    Engine shared = new Engine(p, ColorEncoding.srgb(), new TileCache(1 << 20), 64);
    RgbBlock joined = new RgbBlock(0, p.bounds());
    var pool = Executors.newFixedThreadPool(4);
    try {
      var jobs =
          Stream.of(
                  new Rect(0, 0, 150, 203),
                  new Rect(150, 0, 151, 101),
                  new Rect(150, 101, 151, 102))
              .map(r -> pool.submit(() -> shared.view(s, () -> false).read(0, r)))
              .toList();
      for (var j : jobs) {
        joined.paste(j.get());
      }
    } finally {
      pool.shutdownNow();
    }
    assertThat(Pictures.difference(one, joined)).isEmpty();
  }

  @Test(dataProvider = "kinds")
  public void aReducedLevelIsNearTheReducedPicture(String key) {
    Engine e = Pictures.engine(Pictures.skin(256, 160, 16, 4));
    RunSheet s = sheet(acting(key));
    RgbBlock fine = all(e, s, 0);
    RgbBlock coarse = all(e, s, 1);
    float[][] want = {
      fine.plane(0).halved().data(), fine.plane(1).halved().data(), fine.plane(2).halved().data()
    };
    double[] d = new double[coarse.size()];
    for (int i = 0; i < d.length; i++) {
      d[i] =
          DeltaE2000.between(
              CieLab.of(want[0][i], want[1][i], want[2][i]),
              CieLab.of(coarse.r()[i], coarse.g()[i], coarse.b()[i]));
    }
    Arrays.sort(d);
    assertThat(d[(int) (0.95 * d.length)]).isLessThan(1.0);
  }

  @Test(dataProvider = "kinds")
  public void oddSizesAndOnePixelWork(String key) {
    for (int[] size : new int[][] {{1, 1}, {3, 1}, {1, 7}, {65, 33}}) {
      Engine e = Pictures.engine(Pictures.skin(size[0], size[1], 8, 5));
      for (int level = 0; level < 3; level++) {
        for (float v : all(e, sheet(acting(key)), level).g()) {
          assertThat(v).isFinite();
        }
      }
    }
  }

  @Test(dataProvider = "kinds")
  public void badSettingsAreRefusedByName(String key) {
    Pass p = acting(key);
    assertThatThrownBy(() -> p.withStrength(-0.1)).hasMessageContaining("strength = -0.1");
    assertThatThrownBy(() -> p.withStrength(Double.NaN)).hasMessageContaining("strength = NaN");
    for (Parameter q : p.kind().parameters()) {
      assertThatThrownBy(() -> p.with(q.key(), q.max() + 1)).hasMessageContaining(q.key() + " = ");
      assertThatThrownBy(() -> p.with(q.key(), Double.NaN)).hasMessageContaining("NaN");
    }
    assertThatThrownBy(() -> p.with("nonsense", 1)).hasMessageContaining("nonsense");
  }

  @Test(dataProvider = "kinds")
  public void thePictureBelowIsLeftAsItIs(String key) {
    Engine e = Pictures.engine(Pictures.skin(150, 120, 16, 6));
    RgbBlock before = all(e, Pictures.pinned(), 1);
    all(e, sheet(acting(key)), 1);
    assertThat(Pictures.difference(before, all(e, Pictures.pinned(), 1))).isEmpty();
  }

  /** What a pass does not say it looks at may be anything. */
  @Test(dataProvider = "kinds")
  public void nothingOutsideWhatIsLookedAtMatters(String key) {
    int w = 5600;
    Rect tile = new Rect(64, 32, 32, 32);
    Pass p = acting(key);
    SourcePicture one = Pictures.skin(w, 110, 16, 7);
    Engine a = new Engine(one, ColorEncoding.srgb(), new TileCache(1 << 28), 32);
    Frame frame = a.frame(sheet(p));
    List<Rect> looked = new java.util.ArrayList<>(p.kind().looksAt(p, frame, tile));
    looked.add(tile);
    if (p.kind().looksAtOwnArea()) {
      looked.add(a.view(sheet(p), () -> false).areaBounds(p.area()));
    }
    SourcePicture other = Pictures.skin(w, 110, 16, 7);
    int changed = 0;
    for (int y = 0; y < 110; y++) {
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
    assertThat(changed).isPositive();
    Engine b = new Engine(other, ColorEncoding.srgb(), new TileCache(1 << 28), 32);
    RgbBlock want = a.view(sheet(p), () -> false).read(0, tile);
    RgbBlock got = b.view(sheet(p), () -> false).read(0, tile);
    assertThat(Pictures.difference(want, got)).isEmpty();
    assertThat(Pictures.difference(want, a.original().read(0, tile))).isNotEmpty();
  }

  /** Light below 0 and above 1 comes from shifts and wide gamuts and has to pass through. */
  @Test(dataProvider = "kinds")
  public void lightBelowZeroAndAboveOneStaysFinite(String key) {
    SourcePicture p = new SourcePicture(160, 120, 16, 3);
    for (int y = 0; y < 120; y++) {
      for (int x = 0; x < 160; x++) {
        p.setCode(0, x, y, x < 80 ? 65535 : 0);
        p.setCode(1, x, y, y < 60 ? 65535 : 0);
        p.setCode(2, x, y, (x + y) % 40 < 20 ? 65535 : 0);
      }
    }
    Pass extreme =
        Pass.start(8, Kinds.of("neutral"), Area.WHOLE).with("mired", -140).with("exposure", 2);
    Engine e = Pictures.engine(p);
    RunSheet below = Pictures.pinned().withPasses(List.of(extreme));
    RgbBlock light = all(e, below, 0);
    float least = 0;
    float most = 0;
    for (int c = 0; c < 3; c++) {
      for (float v : light.channel(c)) {
        least = Math.min(least, v);
        most = Math.max(most, v);
      }
    }
    assertThat(least).isNegative();
    assertThat(most).isGreaterThan(1.5f);
    RgbBlock out = all(e, below.withPasses(List.of(extreme, acting(key))), 0);
    for (int c = 0; c < 3; c++) {
      for (float v : out.channel(c)) {
        assertThat(v).isFinite();
      }
    }
  }
}
