package carezza.sitter;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static org.assertj.core.api.Assertions.withinPercentage;

import carezza.area.Area;
import carezza.area.Stroke;
import carezza.color.ColorEncoding;
import carezza.engine.Engine;
import carezza.engine.Measuring;
import carezza.engine.TileCache;
import carezza.face.FaceMap;
import carezza.face.Pin;
import carezza.filter.Gaussian;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.image.SourcePicture;
import carezza.pass.Amount;
import carezza.pass.EvaluationContext;
import carezza.pass.Known;
import carezza.pass.Pass;
import carezza.pass.PassKind;
import carezza.pass.Summary;
import carezza.reading.Reading;
import carezza.setting.Field;
import carezza.setting.FlagField;
import carezza.setting.NumberField;
import carezza.setting.Place;
import carezza.setting.PlaceField;
import carezza.sheet.Kinds;
import carezza.sheet.KnownSheet;
import carezza.sheet.RunSheet;
import java.util.List;
import java.util.Optional;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Evening, shade under the eyes and sheen on made-up skin whose faults are known. */
public class EvenOnSkinTest extends OnSkin {
  @DataProvider
  public Object[][] skins() {
    return new Object[][] {{0.3, 1L}, {1.2, 2L}, {2.4, 3L}};
  }

  private static RunSheet pinned() {
    return RunSheet.EMPTY.withFaceMap(new FaceMap(new Pin(0, 0), new Pin(63 * PX, 0)));
  }

  private static RgbBlock read(Engine e, RunSheet s) {
    return e.view(s, () -> false).read(0, e.source().bounds());
  }

  private static RgbBlock with(MadeSkin s, Pass p) {
    return read(engine(s), pinned().withPasses(List.of(p.withArea(Area.WHOLE))));
  }

  /** On its own area. */
  private static RgbBlock painted(MadeSkin s, Pass p) {
    return read(engine(s), pinned().withPasses(List.of(p)));
  }

  private static Pass started(String key, MadeSkin s) {
    PassKind k = Kinds.of(key);
    return k.start(1, new KnownSheet(pinned(), engine(s).source().bounds(), List.of()));
  }

  /** Red over green light. */
  private static double ratio(RgbBlock b, double x, double y) {
    return ratio(b, 0, x, y);
  }

  /** Green over blue light, more where it is yellower. */
  private static double yellow(RgbBlock b, double x, double y) {
    return ratio(b, 1, x, y);
  }

  /** Light of a channel over that of the next. */
  private static double ratio(RgbBlock b, int channel, double x, double y) {
    return Gaussian.blur(b.plane(channel), PX).at((int) x, (int) y)
        / Gaussian.blur(b.plane(channel + 1), PX).at((int) x, (int) y);
  }

  @Test(dataProvider = "skins")
  public void blotchesAreEvenedAndFormsOfLightStay(double tone, long seed) {
    MadeSkin blotchy = skin(tone, seed).withRedness(X, Y, 6, 0.35);
    MadeSkin formed = skin(tone, seed).withForm(X, Y, 6, -0.35);
    RgbBlock clean = read(engine(skin(tone, seed)), pinned());
    RgbBlock before = read(engine(blotchy), pinned());
    RgbBlock now = with(blotchy, started("twoBands", blotchy));
    double fault = stops(before, clean, X, Y);
    assertThat(fault).isLessThan(-0.1);
    assertThat(stops(now, clean, X, Y) / fault).as("left").isBetween(-0.2, 0.65);
    double off = ratio(before, X, Y) - ratio(clean, X, Y);
    assertThat((ratio(now, X, Y) - ratio(clean, X, Y)) / off)
        .as("redness left")
        .isBetween(0.0, 0.75);
    RgbBlock light = read(engine(formed), pinned());
    assertThat(stops(with(formed, started("twoBands", formed)), light, X, Y))
        .as("a form of light")
        .isBetween(-0.03, 0.03);
  }

  @Test(dataProvider = "skins")
  public void sallowPatchesAreEvenedWhereTheyAreDarker(double tone, long seed) {
    MadeSkin sallow = skin(tone, seed).withSallow(X, Y, 6, 0.5);
    MadeSkin lit = skin(tone, seed).withSallow(X, Y, 6, 0.5).withForm(X, Y, 6, 0.5);
    RgbBlock clean = read(engine(skin(tone, seed)), pinned());
    RgbBlock before = read(engine(sallow), pinned());
    Pass p = started("twoBands", sallow);
    RgbBlock now = with(sallow, p);
    double fault = stops(before, clean, X, Y);
    assertThat(fault).isLessThan(-0.1);
    assertThat(stops(now, clean, X, Y) / fault).as("left").isBetween(-0.1, 0.5);
    double off = yellow(before, X, Y) - yellow(clean, X, Y);
    assertThat((yellow(now, X, Y) - yellow(clean, X, Y)) / off)
        .as("yellow left")
        .isBetween(0.2, 0.8);
    Pass without = p.with((NumberField) p.settings().field("sallow"), 0.0);
    assertThat(stops(with(sallow, without), clean, X, Y) / fault)
        .as("left without")
        .isGreaterThan(0.85);
    assertThat(stops(with(lit, p), read(engine(lit), pinned()), X, Y))
        .as("what is yellow and lighter")
        .isBetween(-0.03, 0.03);
  }

  @Test(dataProvider = "skins")
  public void shadeUnderAnEyeIsLightenedByItsColour(double tone, long seed) {
    Engine e = engine(skin(tone, seed));
    Pass p =
        Pass.start(1, Kinds.of("underEyes"), Area.WHOLE)
            .withSettings(Kinds.of("underEyes").sample(e.frame(pinned())))
            .with("lightenAlso", 0.0);
    double x = 0.42 * W;
    double y = 0.4 * H + 6 * PX;
    MadeSkin shaded = skin(tone, seed).withRedness(x, y, 20, 0.5);
    RgbBlock before = read(engine(shaded), pinned());
    RgbBlock now = with(shaded, p);
    assertThat(stops(now, before, x, y)).as("where it is").isGreaterThan(0.1);
    assertThat(stops(now, before, 0.42 * W, 0.4 * H - 8 * PX)).as("above the lid").isEqualTo(0);
    RgbBlock plain = read(e, pinned());
    assertThat(stops(with(skin(tone, seed), p), plain, x, y)).as("none").isBetween(0.0, 0.02);
    MadeSkin hollow = skin(tone, seed).withForm(x, y, 20, -0.4);
    assertThat(stops(with(hollow, p), read(engine(hollow), pinned()), x, y))
        .as("a hollow is the face's own")
        .isBetween(0.0, 0.02);
  }

  /** What a pass finds to do in the picture, and once a pass lies below it. */
  private static double[] left(MadeSkin s, Pass p, Pass laid) {
    Engine e = engine(s);
    Pass on = p.withArea(Area.WHOLE);
    EvaluationContext before = e.view(pinned().withPasses(List.of(on)), () -> false).contextFor(on);
    Pass below = laid.withArea(Area.WHOLE).withId(on.id() + 1);
    EvaluationContext now =
        e.view(pinned().withPasses(List.of(below, on)), () -> false).contextFor(on);
    Amount.Left left = p.kind().amounts().get(0).left();
    return new double[] {left.of(before, before), left.of(before, now)};
  }

  @Test(dataProvider = "skins")
  public void whatAPassFindsToDoIsLessOnceItIsDone(double tone, long seed) {
    Pass lids =
        Pass.start(1, Kinds.of("underEyes"), Area.WHOLE)
            .withSettings(Kinds.of("underEyes").sample(engine(skin(tone, seed)).frame(pinned())))
            .with("lightenAlso", 0.0);
    MadeSkin shaded = skin(tone, seed).withRedness(0.42 * W, 0.4 * H + 6 * PX, 20, 0.5);
    double[] shade = left(shaded, lids, lids);
    assertThat(shade[0]).as("stops of shade").isGreaterThan(0.15);
    assertThat(shade[1] / shade[0]).as("of it left").isLessThan(0.1);
    assertThat(left(skin(tone, seed), lids, lids)[0]).as("without shade").isLessThan(0.03);
    double light = 1.6 * read(engine(skin(tone, seed)), pinned()).g()[0];
    Pass unknown = Pass.start(1, Kinds.of("sheen"), Area.WHOLE);
    double[] hot = left(skin(tone, seed).withShine(X, Y, 22, 3 * light), sheen(), sheen());
    assertThat(hot[0]).as("stops of sheen").isGreaterThan(0.15);
    assertThat(hot[1] / hot[0]).as("of it left").isLessThan(0.6);
    assertThat(left(skin(tone, seed), sheen(), sheen())[0]).as("dull").isLessThan(0.03);
    assertThat(left(skin(tone, seed), unknown, sheen())[0]).isNaN();
  }

  private static double blownCm2(Pass p, MadeSkin s) {
    EvaluationContext c =
        engine(s).view(pinned().withPasses(List.of(p)), () -> false).contextFor(p);
    Amount blown = p.kind().amounts().get(1);
    assertThat(blown.reading()).isEqualTo("blownSheen");
    return blown.left().of(c, c);
  }

  /** A soft disc is hot; in the middle of it all channels end at white. */
  @Test
  public void whatIsBlownInSheenIsMeasuredAndSaid() {
    MadeSkin hot = skin(1, 4).withShine(X, Y, 16, 1.5);
    RgbBlock b = read(engine(hot), pinned());
    int white = 0;
    for (int i = 0; i < b.size(); i++) {
      white += Math.min(b.r()[i], Math.min(b.g()[i], b.b()[i])) >= 0.995 ? 1 : 0;
    }
    double cm2 = white / (100.0 * PX * PX);
    assertThat(cm2).isBetween(1.5, 2.5);
    double some = blownCm2(sheen(), hot);
    assertThat(some).isCloseTo(cm2, withinPercentage(12));
    assertThat(blownCm2(sheen(), skin(1, 4).withShine(X, Y, 16, 0.3))).isEqualTo(0);
    assertThat(blownCm2(Pass.start(1, Kinds.of("sheen"), Area.WHOLE), skin(1, 4))).isNaN();
    Reading blown = Reading.reported("blownSheen", some, some, "");
    Rect all = new Rect(0, 0, W, H);
    Known known = new KnownSheet(pinned(), all, List.of(blown));
    assertThat(sheen().kind().summary(sheen(), known))
        .contains(new Summary("sum.blownSheen", some));
    Known none = new KnownSheet(pinned(), all, List.of());
    assertThat(sheen().kind().summary(sheen(), none)).isEmpty();
  }

  /** Tiles of the engine end where they like, not where the shade does. */
  @Test
  public void whatIsDoneUnderAnEyeDoesNotDependOnTiles() {
    SourcePicture picture = skin(1, 5).picture(16);
    PassKind k = Kinds.of("underEyes");
    Engine small = new Engine(picture, ColorEncoding.srgb(), new TileCache(1 << 27), 32);
    Pass p = Pass.start(1, k, Area.WHOLE).withSettings(k.sample(small.frame(pinned())));
    RunSheet s = pinned().withPasses(List.of(p));
    RgbBlock a = read(small, s);
    RgbBlock b = read(engine(skin(1, 5)), s);
    for (int c = 0; c < 3; c++) {
      assertThat(a.channel(c)).isEqualTo(b.channel(c));
    }
    assertThat(stops(b, read(small, pinned()), 0.4 * W, 0.4 * H + 6 * PX)).isGreaterThan(0.2);
  }

  private static Pass sheen() {
    Pass p = Pass.start(1, Kinds.of("sheen"), Area.WHOLE);
    return p.withSettings(Kinds.of("sheen").sample(engine(skin(0, 1)).frame(pinned())))
        .with("sheenFrom", 30.0);
  }

  @Test(dataProvider = "skins")
  public void aHotPlaceIsLoweredUntilTheSkinShows(double tone, long seed) {
    RgbBlock clean = read(engine(skin(tone, seed)), pinned());
    int i = clean.index((int) X, (int) Y);
    double light = 1.6 * clean.g()[i];
    MadeSkin hot = skin(tone, seed).withShine(X, Y, 9, light);
    RgbBlock before = read(engine(hot), pinned());
    RgbBlock now = with(hot, sheen());
    double fault = stops(before, clean, X, Y);
    assertThat(fault).isGreaterThan(0.5);
    assertThat(stops(now, before, X, Y)).as("lowered").isLessThan(-0.25);
    double own = ratio(clean, X, Y);
    assertThat(Math.abs(ratio(now, X, Y) - own))
        .as("never ashen")
        .isLessThan(0.9 * Math.abs(ratio(before, X, Y) - own));
    MadeSkin lit = skin(tone, seed).withForm(X, Y, 9, 0.6);
    assertThat(stops(with(lit, sheen()), read(engine(lit), pinned()), X, Y))
        .as("skin that is lit more has its own colour")
        .isBetween(-0.03, 0.03);
  }

  /** As it begins, in light whose lamp is known to be white. */
  private static Pass begun() {
    Pass p = started("sheen", skin(1, 1)).withArea(Area.WHOLE);
    for (Field<?> f : p.kind().fields()) {
      if (f instanceof FlagField known) {
        p = p.with(known, true);
      }
    }
    return p;
  }

  /** How much is left of a hot place that came to skin. */
  private static double hotLeft(MadeSkin skin, double light, MadeSkin hot) {
    RgbBlock clean = read(engine(skin), pinned());
    double fault = stops(read(engine(hot.withShine(X, Y, 9, light)), pinned()), clean, X, Y);
    assertThat(fault).isGreaterThan(0.5);
    return stops(with(hot, begun()), clean, X, Y) / fault;
  }

  /** What shines by itself keeps more of what oil adds to it. */
  @Test(dataProvider = "skins")
  public void moreIsTakenFromAFaceThatIsDull(double tone, long seed) {
    double light = 1.6 * read(engine(skin(tone, seed)), pinned()).g()[0];
    double dull = hotLeft(skin(tone, seed), light, skin(tone, seed));
    double glossy = hotLeft(glossy(tone, seed, light), light, glossy(tone, seed, light));
    assertThat(dull).as("left on a dull face").isBetween(0.1, 0.55);
    assertThat(glossy).as("left on a glossy one").isBetween(dull + 0.15, 0.95);
  }

  /** Broad sheen of its own over a good tenth of the patch. */
  private static MadeSkin glossy(double tone, long seed, double light) {
    return skin(tone, seed)
        .withShine(0.15 * W, 0.2 * H, 30, 0.35 * light)
        .withShine(0.85 * W, 0.8 * H, 30, 0.35 * light);
  }

  /** The share it starts from is a low one where the hottest place says that the face is oily. */
  @Test
  public void aProposalFollowsHowOilyTheFaceIs() {
    double light = read(engine(skin(2.4, 3)), pinned()).g()[0];
    double[] from = new double[3];
    for (int k = 0; k < 3; k++) {
      MadeSkin s = skin(2.4, 3).withShine(X, Y, 10, light * new double[] {0, 2, 8}[k]);
      RunSheet sheet = pinned().withPasses(List.of(begun()));
      Pass p = begun();
      from[k] =
          (double)
              p.kind()
                  .proposed(engine(s).view(sheet, () -> false).contextFor(p))
                  .get(field(p, "sheenFrom"));
    }
    assertThat(from[0]).as("no sheen").isEqualTo(37);
    assertThat(from[1]).as("some").isBetween(26.0, 36.0);
    assertThat(from[2]).as("oily").isEqualTo(25);
  }

  private static Field<?> field(Pass p, String key) {
    return p.kind().fields().stream().filter(f -> f.key().equals(key)).findFirst().orElseThrow();
  }

  /** Shine that was taken away is no relief that was lost. */
  @Test
  public void readingsCompareWithWhatHasNoSheenEither() {
    RunSheet s =
        pinned().withPasses(List.of(sheen(), Pass.start(2, Kinds.of("dodge"), Area.WHOLE)));
    RunSheet before = Measuring.before(s);
    assertThat(before.pass(1).orElseThrow().on()).isTrue();
    assertThat(before.pass(2).orElseThrow().on()).isFalse();
  }

  @Test
  public void sheenIsOffWhileTheLampIsNotKnown() {
    MadeSkin hot = skin(1, 4).withShine(X, Y, 9, 0.3);
    RgbBlock before = read(engine(hot), pinned());
    RgbBlock now = with(hot, Pass.start(1, Kinds.of("sheen"), Area.WHOLE));
    assertThat(now.g()).isEqualTo(before.g());
  }

  @Test(dataProvider = "skins")
  public void aPieceIsEvenedInsideAndAStepOfLightStays(double tone, long seed) {
    Pass p = Pass.start(1, Kinds.of("evenPiece"), Area.WHOLE).with("evenOver", 25.0);
    RgbBlock clean = read(engine(skin(tone, seed)), pinned());
    MadeSkin patched = skin(tone, seed).withForm(X, Y, 5, -0.2);
    assertThat(stops(with(patched, p), clean, X, Y)).as("left of 0.2").isBetween(-0.12, 0.03);
    MadeSkin stepped = skin(tone, seed).withForm(X, Y, 5, -1.2);
    RgbBlock before = read(engine(stepped), pinned());
    assertThat(stops(with(stepped, p), before, X, Y)).as("a step").isBetween(-0.02, 0.06);
  }

  @Test(dataProvider = "skins")
  public void aColourIsLaidInAloneOrWithItsLight(double tone, long seed) {
    MadeSkin s = skin(tone, seed).withRedness(0.25 * W, Y, 12, 0.4).withForm(0.75 * W, Y, 14, -0.4);
    RgbBlock before = read(engine(s), pinned());
    Pass p = Pass.start(1, Kinds.of("laidColour"), Area.WHOLE);
    PlaceField from = (PlaceField) p.kind().fields().get(0);
    Pass laid = p.with(from, Optional.of(new Place(0.25 * W, Y, 3)));
    RgbBlock now = with(s, laid);
    double goal = ratio(before, 0.25 * W, Y);
    double was = ratio(before, 0.75 * W, Y);
    assertThat((ratio(now, 0.75 * W, Y) - was) / (goal - was)).as("way").isBetween(0.85, 1.15);
    assertThat(stops(now, before, 0.75 * W, Y)).as("light").isBetween(-0.02, 0.02);
    FlagField light = (FlagField) p.kind().fields().get(1);
    double due = logAt(before, 0.25 * W, Y) - logAt(before, 0.75 * W, Y);
    assertThat(stops(with(s, laid.with(light, true)), before, 0.75 * W, Y))
        .isBetween(due - 0.05, due + 0.05);
  }

  /** As the brush goes from plain skin to below a red place, so does what it lays in. */
  @Test(dataProvider = "skins")
  public void aPlaceGoesAlongWithTheBrush(double tone, long seed) {
    double up = 0.3 * H;
    double low = 0.75 * H;
    MadeSkin s = skin(tone, seed).withRedness(0.7 * W, up, 9, 0.4);
    RgbBlock before = read(engine(s), pinned());
    Area area = Area.NONE.with(stroke(low, 10, 0.5));
    Pass p = Pass.start(1, Kinds.of("laidColour"), area);
    PlaceField from = (PlaceField) p.kind().fields().get(0);
    FlagField along = (FlagField) p.kind().fields().get(2);
    Pass laid = p.with(from, Optional.of(new Place(0.2 * W, up, 3))).with(along, true);
    RgbBlock now = painted(s, laid);
    for (double x : new double[] {0.3, 0.7}) {
      double goal = ratio(before, x * W, up);
      assertThat(ratio(now, x * W, low)).as("at %s", x).isCloseTo(goal, within(0.04));
    }
    double red = ratio(before, 0.7 * W, up) - ratio(before, 0.3 * W, up);
    assertThat(Math.abs(red)).as("the places differ").isGreaterThan(0.12);
    MadeSkin paler = skin(tone, seed).withRedness(0.7 * W, up, 9, 0.2);
    assertThat(Math.abs(ratio(painted(paler, laid), 0.7 * W, low) - ratio(now, 0.7 * W, low)))
        .as("read afresh from below")
        .isGreaterThan(0.05);
  }

  /** What is laid in follows a change below its place, and is the same from afar. */
  @Test
  public void aPlaceThatGoesAlongIsFollowed() {
    double up = 0.3 * H;
    double low = 0.75 * H;
    MadeSkin s = skin(1, 7);
    Pass p = Pass.start(1, Kinds.of("laidColour"), Area.NONE.with(stroke(low, 10, 0.5)));
    PlaceField from = (PlaceField) p.kind().fields().get(0);
    Pass laid =
        p.with(from, Optional.of(new Place(0.2 * W, up, 3)))
            .with((FlagField) p.kind().fields().get(1), true)
            .with((FlagField) p.kind().fields().get(2), true);
    Pass below = Pass.start(2, Kinds.of("dodge"), Area.NONE.with(stroke(up, 8, 0.5)));
    RunSheet both = pinned().withPasses(List.of(below, laid));
    Engine known = engine(s);
    RgbBlock before = read(known, pinned().withPasses(List.of(laid)));
    RgbBlock now = read(known, both);
    assertThat(now.g()).as("as on a new engine").isEqualTo(read(engine(s), both).g());
    assertThat(stops(now, before, 0.5 * W, low)).as("lighter by as much").isGreaterThan(0.3);
    RgbBlock half = known.view(both, () -> false).read(1, known.source().bounds(1));
    int x = (int) (0.25 * W);
    int y = (int) (0.5 * low);
    assertThat((double) half.g()[half.index(x, y)])
        .as("the same from afar")
        .isCloseTo(
            now.g()[now.index(2 * x, 2 * y)], within(0.15 * now.g()[now.index(2 * x, 2 * y)]));
  }

  /** A stroke from left to right through the middle of a patch. */
  private static Pass blended(double mm) {
    return Pass.start(1, Kinds.of("blend"), Area.NONE.with(stroke(Y, mm, 1)));
  }

  /** From left to right. */
  private static Stroke stroke(double y, double mm, double edge) {
    int[] samples = new int[9 * Stroke.FIELDS];
    for (int i = 0; i < 9; i++) {
      samples[i * Stroke.FIELDS] = (int) ((0.2 + 0.075 * i) * W * Stroke.GRID);
      samples[i * Stroke.FIELDS + 1] = (int) (y * Stroke.GRID);
      samples[i * Stroke.FIELDS + 2] = 255;
    }
    return new Stroke(new Stroke.Brush(true, mm, 1, edge), samples);
  }

  @Test(dataProvider = "skins")
  public void aStrokeCarriesToneAlongAndNotOverABorder(double tone, long seed) {
    Pass p = blended(14);
    MadeSkin plain = skin(tone, seed);
    MadeSkin patched = skin(tone, seed).withForm(X, Y, 7, -0.12);
    RgbBlock clean = read(engine(plain), pinned());
    RgbBlock cleanNow = painted(plain, p);
    double fault = stops(read(engine(patched), pinned()), clean, X, Y);
    assertThat(fault).isLessThan(-0.08);
    RgbBlock now = painted(patched, p);
    assertThat(stops(now, cleanNow, X, Y) / fault).as("left of a patch").isBetween(0.1, 0.85);
    SourcePicture shadowed = skin(tone, seed).picture(16);
    for (int c = 0; c < 3; c++) {
      for (int y = 0; y < H; y++) {
        for (int x = (int) X; x < W; x++) {
          shadowed.setCode(c, x, y, (int) (0.6 * shadowed.code(c, x, y)));
        }
      }
    }
    Engine dark = new Engine(shadowed, ColorEncoding.srgb(), new TileCache(1 << 27));
    RgbBlock before = read(dark, pinned());
    RgbBlock after = read(dark, pinned().withPasses(List.of(p)));
    double step = logAt(before, X - 25, Y) - logAt(before, X + 25, Y);
    double own = stops(cleanNow, clean, X + 25, Y);
    assertThat(step).isGreaterThan(0.8);
    assertThat(Math.abs(stops(after, before, X + 25, Y) - own) / step)
        .as("carried over the border of a shadow")
        .isLessThan(0.05);
  }
}
