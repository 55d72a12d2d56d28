package carezza.engine;

import static org.assertj.core.api.Assertions.assertThat;

import carezza.area.Area;
import carezza.area.Matte;
import carezza.area.Seed;
import carezza.color.ColorEncoding;
import carezza.image.Hash;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.image.SourcePicture;
import carezza.pass.Heal;
import carezza.pass.Pass;
import carezza.pass.clean.Heals;
import carezza.sheet.Kinds;
import carezza.sheet.RunSheet;
import carezza.testing.Pictures;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import org.testng.annotations.Test;

/** What is found outlasts an engine bit by bit, and belongs to its picture alone. */
public class LastingTest {
  /** Keeps in memory, and counts. */
  private static final class Memory implements LastingStore {
    final Map<Long, byte[]> kept = new HashMap<>();
    int hits;

    @Override
    public Optional<byte[]> read(long key) {
      hits += kept.containsKey(key) ? 1 : 0;
      return Optional.ofNullable(kept.get(key));
    }

    @Override
    public void write(long key, byte[] found) {
      kept.put(key, found);
    }
  }

  private static Matte matte(long seed, int w, int h) {
    Random r = new Random(seed);
    float[] v = new float[w * h];
    for (int i = 0; i < v.length; i++) {
      v[i] = i % 3 == 0 ? 0 : i % 3 == 1 ? 1 : r.nextFloat();
    }
    return new Matte(2, new Plane(new Rect(64, 128, w, h), v));
  }

  private static void same(Matte a, Object b) {
    assertThat(b).isInstanceOf(Matte.class);
    assertThat(((Matte) b).level()).isEqualTo(a.level());
    assertThat(((Matte) b).plane().rect()).isEqualTo(a.plane().rect());
    assertThat(((Matte) b).plane().data()).isEqualTo(a.plane().data());
  }

  @Test
  public void mattesAndTruthsComeBackBitByBit() {
    Matte one = matte(1, 70, 33);
    same(one, FoundCode.decode(FoundCode.encode(one).orElseThrow()).orElseThrow());
    same(
        Matte.NOTHING,
        FoundCode.decode(FoundCode.encode(Matte.NOTHING).orElseThrow()).orElseThrow());
    List<Matte> two = List.of(one, matte(2, 5, 9));
    List<?> back = (List<?>) FoundCode.decode(FoundCode.encode(two).orElseThrow()).orElseThrow();
    assertThat(back).hasSize(2);
    same(two.get(0), back.get(0));
    same(two.get(1), back.get(1));
    assertThat(FoundCode.decode(FoundCode.encode(true).orElseThrow())).contains(true);
    assertThat(FoundCode.decode(FoundCode.encode(false).orElseThrow())).contains(false);
    assertThat(FoundCode.encode("words")).isEmpty();
    assertThat(FoundCode.encode(List.of())).isEmpty();
  }

  @Test
  public void bytesOfAnotherFormAreNothing() {
    byte[] whole = FoundCode.encode(List.of(matte(1, 20, 20))).orElseThrow();
    for (int n = 0; n < whole.length; n += 1 + n / 8) {
      assertThat(FoundCode.decode(Arrays.copyOf(whole, n))).as("cut at %d", n).isEmpty();
    }
    byte[] huge = whole.clone();
    huge[17] = 0x7f;
    assertThat(FoundCode.decode(huge)).isEmpty();
    assertThat(FoundCode.decode(new byte[] {9, 9, 9, 9, 9, 9, 9, 9})).isEmpty();
  }

  private static RunSheet grown() {
    Area skin = Area.NONE.with(new Seed(Seed.Like.SKIN, 120, 90, 1));
    RunSheet s = Pictures.pinned().withRegion("skin", skin);
    Pass p = Pass.start(1, Kinds.of("dodge"), Area.ofRegion("skin")).with("stops", 0.7);
    return s.add(p);
  }

  private static RgbBlock render(Engine e) {
    return e.view(grown(), () -> false).read(0, e.source().bounds());
  }

  private static Engine engine(SourcePicture p, LastingStore lasting) {
    return new Engine(p, ColorEncoding.srgb(), new TileCache(1L << 26), lasting);
  }

  @Test
  public void aRegionGrownInAnEarlierSittingIsNotGrownAgain() {
    SourcePicture p = Pictures.skin(300, 220, 8, 5);
    RgbBlock without = render(engine(p, LastingStore.NONE));
    Memory memory = new Memory();
    assertThat(Pictures.difference(render(engine(p, memory)), without)).isEmpty();
    assertThat(memory.kept).hasSize(1);
    assertThat(memory.hits).isZero();
    assertThat(Pictures.difference(render(engine(p, memory)), without)).isEmpty();
    assertThat(memory.hits).isEqualTo(1);
    render(engine(Pictures.skin(300, 220, 8, 6), memory));
    assertThat(memory.kept).as("of another picture").hasSize(2);
  }

  private static RunSheet healed(double dx) {
    List<Heal> heals =
        List.of(
            new Heal(100, 80, 100, 80, 8, dx, 9),
            new Heal(108, 84, 140, 100, 5, -30, 20),
            new Heal(200, 150, 200, 150, 12, 3, -60));
    Pass p = Pass.start(1, Kinds.of("heals"), Area.WHOLE).with(Heals.HEALS, Heal.numbered(heals));
    return Pictures.pinned().add(p);
  }

  /** The red spot of the picture, which is where solving differs. */
  private static RunSheet spotHealed() {
    Pass p = Pass.start(1, Kinds.of("heals"), Area.WHOLE);
    return Pictures.pinned().add(p.with(Heals.HEALS, List.of(new Heal(70, 60, 70, 60, 6, 60, 40))));
  }

  private static RunSheet inForm(int form, RunSheet s) {
    return s.change(
        1, p -> p.with(Heals.HEALS, p.get(Heals.HEALS).stream().map(h -> h.inForm(form)).toList()));
  }

  private static RgbBlock render(Engine e, RunSheet s, int level) {
    return e.view(s, () -> false).read(level, e.source().bounds(level));
  }

  /** Its patches are taken from there, bit by bit, and those of another source are not. */
  @Test
  public void aHealSolvedInAnEarlierSittingIsNotSolvedAgain() {
    SourcePicture p = Pictures.skin(300, 220, 8, 5);
    Memory memory = new Memory();
    RgbBlock without = render(engine(p, LastingStore.NONE), healed(40), 0);
    assertThat(Pictures.difference(render(engine(p, memory), healed(40), 0), without)).isEmpty();
    assertThat(memory.kept).hasSize(3);
    assertThat(memory.hits).isZero();
    assertThat(Pictures.difference(render(engine(p, memory), healed(40), 0), without)).isEmpty();
    assertThat(memory.hits).isEqualTo(3);
    render(engine(p, memory), healed(50), 0);
    assertThat(memory.kept).as("that heal and the one over it are solved anew").hasSize(5);
  }

  /** What is only previewed while a source is dragged would fill the store. */
  @Test
  public void whatIsFoundWhileSomethingIsDraggedIsNotKept() {
    SourcePicture p = Pictures.skin(300, 220, 8, 5);
    Memory memory = new Memory();
    Engine e = engine(p, memory);
    render(e, healed(40), 0);
    for (int dx = 41; dx < 50; dx++) {
      e.view(healed(dx), healed(40), () -> false).read(0, p.bounds());
    }
    assertThat(memory.kept).hasSize(3);
  }

  /**
   * {@link HealPatch}'s version has to rise when this changes; those of earlier forms never may.
   */
  @Test
  public void healsAreSolvedAsTheirVersionSays() {
    assertThat(hash(inForm(Heal.FORMER, healed(40)))).isEqualTo("6d499860f892918a");
    assertThat(hash(inForm(Heal.SINGLY, healed(40)))).isEqualTo("4714f91e5b8b3dcf");
    assertThat(hash(inForm(Heal.TOGETHER, healed(40)))).isEqualTo("de8172047becb486");
    assertThat(hash(inForm(Heal.TOGETHER, spotHealed()))).isEqualTo("6d429ac11778e047");
    assertThat(hash(spotHealed())).isEqualTo("b8bb23f343c40968");
  }

  private static String hash(RunSheet s) {
    RgbBlock b = render(engine(Pictures.skin(300, 220, 8, 5), LastingStore.NONE), s, 0);
    Hash h = new Hash();
    for (int c = 0; c < 3; c++) {
      for (float v : b.channel(c)) {
        h.fold(Float.floatToRawIntBits(v));
      }
    }
    return Long.toHexString(h.get());
  }

  @Test
  public void whatIsNoMoreReadableIsFoundAgain() {
    SourcePicture p = Pictures.skin(300, 220, 8, 5);
    Memory memory = new Memory();
    RgbBlock first = render(engine(p, memory));
    memory.kept.replaceAll((key, b) -> new byte[] {7});
    assertThat(Pictures.difference(render(engine(p, memory)), first)).isEmpty();
    memory.kept.clear();
    RgbBlock solved = render(engine(p, memory), healed(40), 0);
    memory.kept.replaceAll((key, patch) -> Arrays.copyOf(patch, patch.length - 4));
    assertThat(Pictures.difference(render(engine(p, memory), healed(40), 0), solved)).isEmpty();
  }

  /** One cache for all pictures: the same codes under another profile are other light. */
  @Test
  public void picturesOfTheSameCodesAndAnotherProfileShareNothing() {
    SourcePicture p = Pictures.skin(300, 220, 8, 5);
    ColorEncoding srgb = ColorEncoding.srgb();
    ColorEncoding.Curve gamma = v -> Math.pow(v, 1.8);
    ColorEncoding other =
        new ColorEncoding(
            "gamma 1.8", new ColorEncoding.Curve[] {gamma, gamma, gamma}, srgb.toWorking());
    TileCache cache = new TileCache(1L << 26);
    RgbBlock a = new Engine(p, srgb, cache).original().read(2, new Rect(0, 0, 70, 50));
    RgbBlock b = new Engine(p, other, cache).original().read(2, new Rect(0, 0, 70, 50));
    assertThat(Pictures.difference(a, b)).isNotEmpty();
    RgbBlock alone =
        new Engine(p, other, new TileCache(1L << 26)).original().read(2, new Rect(0, 0, 70, 50));
    assertThat(Pictures.difference(b, alone)).isEmpty();
  }

  /** What is known of a place costs nothing, and is what is shown. */
  @Test
  public void aPointerThatRestsHasNothingComputed() {
    SourcePicture p = Pictures.skin(300, 220, 8, 5);
    Engine e = engine(p, LastingStore.NONE);
    SheetView v = e.view(grown(), () -> false);
    assertThat(v.known(120, 90)).as("nothing was drawn yet").isEmpty();
    assertThat(e.pixelsComputed()).isZero();
    assertThat(v.isAtHand(1, v.bounds(1))).isFalse();
    RgbBlock shown = v.read(1, v.bounds(1));
    long computed = e.pixelsComputed();
    assertThat(computed).isPositive();
    float[] known = v.known(120, 90).orElseThrow();
    assertThat(known[0]).isEqualTo(shown.r()[45 * 150 + 60]);
    assertThat(v.isAtHand(1, v.bounds(1))).isTrue();
    assertThat(v.known(-1, 5)).isEmpty();
    assertThat(v.known(300, 5)).isEmpty();
    assertThat(e.pixelsComputed()).isEqualTo(computed);
    e.forget();
    assertThat(e.heldBytes()).isZero();
    assertThat(Pictures.difference(v.read(1, v.bounds(1)), shown)).isEmpty();
  }
}
