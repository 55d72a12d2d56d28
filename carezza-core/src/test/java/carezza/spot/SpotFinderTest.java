package carezza.spot;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static org.assertj.core.api.Assertions.withinPercentage;

import carezza.color.ColorEncoding;
import carezza.engine.Engine;
import carezza.engine.TileCache;
import carezza.face.FaceMap;
import carezza.face.FoundFace;
import carezza.face.PersonMask;
import carezza.face.Pin;
import carezza.filter.Gaussian;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.SourcePicture;
import carezza.spot.SkinSpot.Proposal;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** A sheet of drawn skin, 6 px a mm, with marks of each type on it. */
public class SpotFinderTest {
  private static final int W = 900;
  private static final int H = 600;
  private static final double PX = 6;
  private static final ColorEncoding SRGB = ColorEncoding.srgb();

  /** Light that is left of red, green, blue where a mark is deepest, stops. */
  private static final double[] BLOOD = {-0.03, -0.75, -0.8};

  private static final double[] PIGMENT = {-0.7, -0.8, -0.78};
  private static final double[] MELANIN = {-0.28, -0.6, -0.8};
  private static final double[] MOLE = {-0.95, -1.4, -1.45};

  private static final double[] DEEP = {-1, -1.1, -1.1};
  private static final double[] HAIR = {-1.1, -1.3, -1.3};
  private static final double[] LINT = {0.5, 1.1, 1.4};

  private static final PersonMask NOBODY = new PersonMask(1, 1, 1, new byte[1]);

  private final double[][] light = new double[3][W * H];

  @DataProvider
  public Object[][] skins() {
    return new Object[][] {
      {new double[] {0.55, 0.36, 0.27}, 1L},
      {new double[] {0.38, 0.25, 0.16}, 2L},
      {new double[] {0.12, 0.062, 0.036}, 3L},
    };
  }

  private void skin(double[] rgb, long seed) {
    Random random = new Random(seed);
    Plane noise = new Plane(new Rect(0, 0, W, H));
    for (int i = 0; i < noise.data().length; i++) {
      noise.data()[i] = (float) random.nextGaussian();
    }
    float[] pores = Gaussian.blur(noise, 0.25 * PX).data();
    float[] broad = Gaussian.blur(noise, 4 * PX).data();
    for (int i = 0; i < W * H; i++) {
      double stops = 0.25 * pores[i] + 3 * broad[i] + 0.3 * (i % W) / W;
      for (int c = 0; c < 3; c++) {
        light[c][i] = rgb[c] * Math.pow(2, stops * (c == 0 ? 0.9 : 1) + 0.03 * noise.data()[i]);
      }
    }
  }

  private void mark(double x, double y, double mm, double[] stops) {
    mark(x, y, mm, 1, stops);
  }

  /** A mark that is narrower across, as on a cheek that turns away. */
  private void mark(double x, double y, double mm, double narrow, double[] stops) {
    for (int i = 0; i < W * H; i++) {
      double d = Math.hypot((i % W + 0.5 - x) / narrow, i / W + 0.5 - y) / PX / (mm / 2);
      if (d < 2.5) {
        double depth = Math.exp(-Math.log(2) * Math.pow(d / 0.65, 2.5));
        for (int c = 0; c < 3; c++) {
          light[c][i] *= Math.pow(2, stops[c] * depth);
        }
      }
    }
  }

  private static double log2(double v) {
    return Math.log(v) / Math.log(2);
  }

  /** So much of a lamp's light thrown back, against green of the skin; as wide as it is at half. */
  private void shine(double x, double y, double mm, double share, double[] lamp, double green) {
    for (int i = 0; i < W * H; i++) {
      double d = Math.hypot(i % W + 0.5 - x, i / W + 0.5 - y) / PX / (mm / 2.355);
      for (int c = 0; c < 3; c++) {
        light[c][i] += share * green * lamp[c] * Math.exp(-d * d / 2);
      }
    }
  }

  private void line(double x0, double y0, double x1, double y1, double[] stops) {
    line(x0, y0, x1, y1, 0.4, stops);
  }

  private void line(double x0, double y0, double x1, double y1, double mm, double[] stops) {
    double[] deepest = new double[W * H];
    for (double t = 0; t <= 1; t += 0.002) {
      double x = x0 + t * (x1 - x0);
      double y = y0 + t * (y1 - y0) + 6 * Math.sin(3 * t);
      for (int dy = -15; dy <= 15; dy++) {
        for (int dx = -15; dx <= 15; dx++) {
          int i = ((int) y + dy) * W + (int) x + dx;
          double d = Math.hypot((int) x + dx + 0.5 - x, (int) y + dy + 0.5 - y) / (mm * PX);
          deepest[i] = Math.max(deepest[i], Math.exp(-d * d));
        }
      }
    }
    for (int i = 0; i < W * H; i++) {
      for (int c = 0; c < 3; c++) {
        light[c][i] *= Math.pow(2, stops[c] * deepest[i]);
      }
    }
  }

  private List<SkinSpot> found() {
    return found(SpotGround.PART_PX);
  }

  private List<SkinSpot> found(int partPx) {
    return found(new FaceMap(new Pin(200, 300), new Pin(200 + 63 * PX, 300)), partPx);
  }

  private List<SkinSpot> found(FaceMap map, int partPx) {
    SourcePicture p = new SourcePicture(W, H, 8, 3);
    for (int i = 0; i < W * H; i++) {
      for (int c = 0; c < 3; c++) {
        int code = SRGB.encode(c, 8, (float) Math.max(0, Math.min(1, light[c][i])));
        p.setCode(c, i % W, i / W, code);
      }
    }
    Engine e = new Engine(p, SRGB, new TileCache(1 << 26));
    return SpotFinder.find(e.original(), map, (level, rect) -> all(rect), partPx);
  }

  private static Plane all(Rect rect) {
    Plane p = new Plane(rect);
    Arrays.fill(p.data(), 1);
    return p;
  }

  private static SkinSpot at(List<SkinSpot> spots, double x, double y) {
    return spots.stream()
        .filter(s -> s.centre().distance(new Pin(x, y)) < 8)
        .findFirst()
        .orElseThrow(() -> new AssertionError("no mark at " + x + ", " + y + " of " + spots));
  }

  @Test(dataProvider = "skins")
  public void eachTypeIsToldOnAnySkin(double[] rgb, long seed) {
    skin(rgb, seed);
    mark(150, 150, 4, BLOOD);
    mark(400, 150, 4, PIGMENT);
    mark(650, 150, 2.6, MOLE);
    mark(150, 420, 2, MELANIN);
    line(560, 420, 660, 440, BLOOD);
    List<SkinSpot> spots = found();
    SkinSpot blood = at(spots, 150, 150);
    assertThat(blood.type()).isEqualTo(SpotType.BLEMISH);
    assertThat(blood.proposal()).isEqualTo(Proposal.HEAL);
    assertThat(blood.sizeMm()).isCloseTo(4, within(1.2));
    assertThat(blood.contrast()).isCloseTo(0.7, within(0.25));
    SkinSpot dark = at(spots, 400, 150);
    assertThat(dark.type()).isEqualTo(SpotType.DARK_SPOT);
    assertThat(dark.proposal()).isEqualTo(Proposal.HEAL);
    assertThat(at(spots, 650, 150).type()).isEqualTo(SpotType.MOLE);
    assertThat(at(spots, 650, 150).proposal()).isEqualTo(Proposal.KEEP);
    SkinSpot brown = at(spots, 150, 420);
    assertThat(brown.type()).isEqualTo(SpotType.FRECKLE);
    assertThat(brown.proposal()).as("one brown spot").isEqualTo(Proposal.LOOK);
    assertThat(spots)
        .filteredOn(s -> s.type() == SpotType.SCRATCH)
        .singleElement()
        .satisfies(s -> assertThat(s.sizeMm()).isBetween(11.0, 22.0));
    assertThat(spots).filteredOn(s -> s.proposal() == Proposal.HEAL).hasSize(3);
  }

  @Test(dataProvider = "skins")
  public void aBlemishSeenFromTheSideIsAsLongAsEver(double[] rgb, long seed) {
    skin(rgb, seed + 50);
    mark(200, 200, 5, BLOOD);
    mark(600, 200, 5, 0.6, BLOOD);
    double straight = at(found(), 200, 200).sizeMm();
    double turned = at(found(), 600, 200).sizeMm();
    assertThat(turned).isCloseTo(straight, withinPercentage(15));
  }

  /** A pore stands out less, at its own size, than the blemish that it lies in. */
  @Test(dataProvider = "skins")
  public void aPoreInABlemishDoesNotTakeItsPlace(double[] rgb, long seed) {
    skin(rgb, seed + 60);
    double[] pore = {-0.8, -0.8, -0.8};
    for (int k = 0; k < 6; k++) {
      double x = 150 + 300 * (k % 3);
      double y = k < 3 ? 150 : 450;
      mark(x, y, 5, BLOOD);
      mark(x + 0.5 * (k % 3), y, 0.5 + 0.05 * k, pore);
    }
    List<SkinSpot> spots = found();
    for (int k = 0; k < 6; k++) {
      SkinSpot s = at(spots, 150 + 300 * (k % 3), k < 3 ? 150 : 450);
      assertThat(s.type()).as("%d", k).isEqualTo(SpotType.BLEMISH);
      assertThat(s.proposal()).as("%d", k).isEqualTo(Proposal.HEAL);
      assertThat(s.sizeMm()).as("%d", k).isCloseTo(6.6, within(0.7));
    }
  }

  /** What takes more red than green light is shade or cloth; pigment as deep is a dark spot. */
  @Test(dataProvider = "skins")
  public void whatTakesMoreRedThanGreenIsNoDarkSpot(double[] rgb, long seed) {
    skin(rgb, seed + 70);
    mark(200, 300, 4, PIGMENT);
    mark(600, 300, 4, new double[] {-0.96, -0.8, -0.78});
    List<SkinSpot> spots = found();
    assertThat(at(spots, 200, 300).proposal()).isEqualTo(Proposal.HEAL);
    assertThat(spots)
        .filteredOn(s -> s.centre().distance(new Pin(600, 300)) < 2 * PX)
        .noneMatch(s -> s.type() == SpotType.DARK_SPOT);
  }

  /** Redness that goes on round a blemish is part of what has to be healed, not of its size. */
  @Test(dataProvider = "skins")
  public void aHaloReachesFurtherThanItsBlemish(double[] rgb, long seed) {
    skin(rgb, seed + 30);
    mark(200, 200, 4, BLOOD);
    mark(600, 200, 4, BLOOD);
    mark(600, 200, 9, new double[] {-0.01, -0.12, -0.12});
    SkinSpot plain = at(found(), 200, 200);
    SkinSpot halo = at(found(), 600, 200);
    assertThat(plain.reachMm()).as("alone").isBetween(plain.sizeMm(), 1.3 * plain.sizeMm());
    assertThat(halo.reachMm()).as("with a halo").isGreaterThan(1.4 * plain.reachMm());
    assertThat(halo.sizeMm()).as("itself").isCloseTo(plain.sizeMm(), within(1.0));
  }

  /** Where light falls off under a blemish its darkness is no measure, its redness is. */
  @Test(dataProvider = "skins")
  public void aBlemishOnABorderOfShadeIsFoundByItsRedness(double[] rgb, long seed) {
    skin(rgb, seed + 40);
    for (int i = 0; i < W * H; i++) {
      double shade = -1.1 * Math.exp(-Math.pow((i / W - 300) / (2.6 * PX), 2));
      for (int c = 0; c < 3; c++) {
        light[c][i] *= Math.pow(2, -shade * (c == 0 ? 0.95 : 1));
      }
    }
    mark(450, 300, 4.5, BLOOD);
    SkinSpot s = at(found(), 450, 300);
    assertThat(s.type()).isEqualTo(SpotType.BLEMISH);
    assertThat(s.proposal()).isIn(Proposal.HEAL, Proposal.SOFTEN);
  }

  /** A single brown mark is left to the hand, whatever freckles the sitter beside has. */
  @DataProvider
  public Object[][] lampsOnSkins() {
    List<Object[]> all = new ArrayList<>();
    for (Object[] skin : skins()) {
      for (double[] lamp : new double[][] {{1, 1, 1}, {1.2, 1, 0.66}, {0.85, 1, 1.3}}) {
        all.add(new Object[] {skin[0], skin[1], lamp});
      }
    }
    return all.toArray(Object[][]::new);
  }

  /** Its colour is the lamp's whatever that is; a pale spot, a blemish or a border is no shine. */
  @Test(dataProvider = "lampsOnSkins")
  public void smallPlacesThatShineAreToldAndLeftToTheHand(double[] rgb, long seed, double[] lamp) {
    double[] lit = {0.75 * rgb[0] * lamp[0], 0.75 * rgb[1] * lamp[1], 0.75 * rgb[2] * lamp[2]};
    skin(lit, seed);
    shine(150, 150, 3, 0.6, lamp, 0.75 * rgb[1]);
    shine(400, 150, 5, 0.4, lamp, 0.75 * rgb[1]);
    mark(650, 150, 3, new double[] {0.2, 0.55, 0.75});
    mark(650, 400, 3, BLOOD);
    List<SkinSpot> spots = found();
    for (double[] at : new double[][] {{150, 3, 0.6}, {400, 5, 0.4}}) {
      SkinSpot s = at(spots, at[0], 150);
      assertThat(s.type()).isEqualTo(SpotType.SHINE);
      assertThat(s.proposal()).isEqualTo(Proposal.LOOK);
      assertThat(s.contrast()).isNegative();
      double half = at[1] * Math.sqrt(log2(at[2] / (Math.sqrt(1 + at[2]) - 1)));
      assertThat(s.sizeMm()).isCloseTo(1.6 * half, withinPercentage(20));
    }
    assertThat(spots.stream().filter(s -> s.type() == SpotType.SHINE)).hasSize(2);
  }

  @Test
  public void frecklesOfOneSitterAreNoneOfAnothers() {
    skin(new double[] {0.55, 0.36, 0.27}, 70);
    for (int i = 0; i < 64; i++) {
      mark(45 + 45 * (i % 8), 50 + 70 * (i / 8), 2, MELANIN);
    }
    mark(760, 300, 2, MELANIN);
    FaceMap alone = FaceMap.of(List.of(faceAbove(150)));
    FaceMap both = FaceMap.of(List.of(faceAbove(150), faceAbove(750)));
    assertThat(at(found(alone, SpotGround.PART_PX), 760, 300).proposal()).isEqualTo(Proposal.KEEP);
    List<SkinSpot> spots = found(both, SpotGround.PART_PX);
    assertThat(at(spots, 760, 300).proposal()).isEqualTo(Proposal.LOOK);
    assertThat(at(spots, 45 + 45 * 3, 50 + 70 * 3).proposal()).isEqualTo(Proposal.KEEP);
  }

  /** So far above the picture that none of its features lies in it. */
  private static FoundFace faceAbove(double x) {
    List<Pin> mesh = new ArrayList<>();
    for (int i = 0; i < FoundFace.POINTS; i++) {
      mesh.add(new Pin(x + i % 20 * PX, -2000 + i / 20 * PX));
    }
    Pin right = new Pin(x, -2000);
    Pin left = new Pin(x + 63 * PX, -2000);
    return new FoundFace(0, mesh, right, left, 11.7 * PX, 11.7 * PX, NOBODY);
  }

  /** Looked at in parts, with marks on their borders, a large picture shows the same. */
  @Test
  public void partsShowWhatTheWholeShows() {
    skin(new double[] {0.38, 0.25, 0.16}, 4);
    mark(300, 150, 4, BLOOD);
    mark(602, 298, 4, PIGMENT);
    mark(150, 301, 4, BLOOD);
    line(270, 420, 370, 440, BLOOD);
    List<SkinSpot> whole = found().stream().filter(s -> s.proposal() == Proposal.HEAL).toList();
    List<SkinSpot> parts = found(300).stream().filter(s -> s.proposal() == Proposal.HEAL).toList();
    assertThat(whole).hasSize(4);
    assertThat(parts).hasSize(4);
    for (SkinSpot s : whole) {
      SkinSpot same = at(parts, s.centre().x(), s.centre().y());
      assertThat(same.type()).isEqualTo(s.type());
      assertThat(same.sizeMm()).isCloseTo(s.sizeMm(), within(0.1 * s.sizeMm()));
    }
  }

  /** A hair takes all light away in a narrow line, lint adds to it: left to the hand. */
  @Test(dataProvider = "skins")
  public void hairsOverTheSkinAndLintAreFoundAndNotHealedUnasked(double[] rgb, long seed) {
    skin(rgb, seed + 50);
    line(150, 150, 300, 190, 0.14, HAIR);
    line(500, 400, 535, 390, 0.16, LINT);
    line(600, 150, 690, 180, BLOOD);
    List<SkinSpot> spots = found();
    SkinSpot hair = one(spots, SpotType.STRAY_HAIR);
    assertThat(hair.proposal()).isEqualTo(Proposal.LOOK);
    assertThat(hair.sizeMm()).isCloseTo(26, within(3.0));
    assertThat(hair.distance(new Pin(225, 176))).as("its middle").isLessThan(PX);
    SkinSpot lint = one(spots, SpotType.LINT);
    assertThat(lint.proposal()).isEqualTo(Proposal.LOOK);
    assertThat(lint.contrast()).as("lighter").isNegative();
    assertThat(lint.distance(new Pin(518, 398))).isLessThan(PX);
    one(spots, SpotType.SCRATCH);
    assertThat(spots).filteredOn(s -> s.proposal() == Proposal.HEAL).hasSize(1);
  }

  /** A fold is wider, and where two things meet both sides differ. */
  @Test(dataProvider = "skins")
  public void foldsAndBordersAreNoHairs(double[] rgb, long seed) {
    skin(rgb, seed + 60);
    line(150, 150, 400, 190, 0.9, new double[] {-0.6, -0.7, -0.7});
    for (int i = 0; i < W * H; i++) {
      for (int c = 0; c < 3; c++) {
        light[c][i] *= i / W > 400 ? 0.4 : 1;
      }
    }
    assertThat(found())
        .noneMatch(s -> s.type() == SpotType.STRAY_HAIR || s.type() == SpotType.LINT);
  }

  private static SkinSpot one(List<SkinSpot> spots, SpotType type) {
    List<SkinSpot> of = spots.stream().filter(s -> s.type() == type).toList();
    assertThat(of).as("%s of %s", type, spots).hasSize(1);
    return of.get(0);
  }

  /** Nothing but texture: nothing to heal. */
  @Test(dataProvider = "skins")
  public void plainSkinHasNothingToHeal(double[] rgb, long seed) {
    skin(rgb, seed + 10);
    assertThat(found()).noneMatch(s -> s.proposal() == Proposal.HEAL);
  }

  /** Many brown spots are a pattern, and kept; a blemish among them is still one. */
  @Test
  public void aFreckledFaceKeepsItsFreckles() {
    skin(new double[] {0.55, 0.36, 0.27}, 5);
    for (int k = 0; k < 77; k++) {
      mark(60 + 75 * (k % 11), 50 + 80 * (k / 11), 2.2, MELANIN);
    }
    mark(475, 335, 4, BLOOD);
    List<SkinSpot> spots = found();
    assertThat(spots)
        .filteredOn(s -> s.type() == SpotType.FRECKLE && s.proposal() == Proposal.KEEP)
        .hasSizeGreaterThan(65);
    assertThat(spots)
        .filteredOn(s -> s.proposal() == Proposal.HEAL)
        .allMatch(s -> s.centre().distance(new Pin(475, 335)) < 10)
        .isNotEmpty();
  }

  /** Round, closed and grey it stands by itself, though it hardly outweighs those round it. */
  @Test(dataProvider = "skins")
  public void aSpotOnItsOwnIsHealedAmongManyAsDark(double[] rgb, long seed) {
    skin(rgb, seed + 80);
    for (int k = 0; k < 12; k++) {
      double turn = Math.PI * k / 6;
      mark(450 + 42 * Math.cos(turn), 300 + 42 * Math.sin(turn), 1.5, DEEP);
    }
    mark(450, 300, 2.9, PIGMENT);
    List<SkinSpot> spots = found();
    SkinSpot alone = at(spots, 450, 300);
    assertThat(alone.type()).isEqualTo(SpotType.DARK_SPOT);
    assertThat(alone.proposal()).isEqualTo(Proposal.HEAL);
    assertThat(spots).filteredOn(s -> s.proposal() == Proposal.HEAL).containsExactly(alone);
  }

  /** What takes nearly half as much red light as green is no blood, unless round, alone and so. */
  @Test(dataProvider = "skins")
  public void blueLightTellsWeakBloodFromMelanin(double[] rgb, long seed) {
    skin(rgb, seed + 90);
    mark(250, 200, 4, new double[] {-0.32, -0.75, -0.72});
    mark(600, 200, 4, new double[] {-0.32, -0.75, -1});
    List<SkinSpot> spots = found();
    assertThat(at(spots, 250, 200).type()).isEqualTo(SpotType.BLEMISH);
    assertThat(at(spots, 250, 200).proposal()).isEqualTo(Proposal.HEAL);
    assertThat(at(spots, 600, 200).type()).isEqualTo(SpotType.FRECKLE);
    assertThat(at(spots, 600, 200).proposal()).isEqualTo(Proposal.LOOK);
  }

  /** Where red light is blown out all that is darker looks red. */
  @Test
  public void whereRedIsBlownOutNothingIsSurelyBlood() {
    skin(new double[] {0.7, 0.4, 0.3}, 8);
    mark(250, 300, 4, BLOOD);
    assertThat(at(found(), 250, 300).proposal()).isEqualTo(Proposal.HEAL);
    skin(new double[] {1.3, 0.75, 0.55}, 8);
    mark(250, 300, 4, BLOOD);
    assertThat(at(found(), 250, 300).proposal()).isEqualTo(Proposal.SOFTEN);
  }

  @Test
  public void whereThereIsNoSkinNothingIsFound() {
    skin(new double[] {0.55, 0.36, 0.27}, 6);
    mark(150, 150, 4, BLOOD);
    Engine e = new Engine(new SourcePicture(9, 7, 8, 3), SRGB, new TileCache(1 << 20));
    FaceMap map = new FaceMap(new Pin(1, 3), new Pin(8, 3));
    assertThat(SpotFinder.find(e.original(), map, (l, r) -> new Plane(r))).isEmpty();
  }

  /** The plane round a mark is that of the skin, whatever else lies in the ring. */
  @Test
  public void aRingsPlaneLeavesOutWhatStandsOut() {
    skin(new double[] {0.3, 0.3, 0.3}, 7);
    Engine e = new Engine(new SourcePicture(120, 120, 8, 3), SRGB, new TileCache(1 << 22));
    FaceMap map = new FaceMap(new Pin(10, 60), new Pin(10 + 63 * PX, 60));
    List<SpotGround> parts = new ArrayList<>();
    SpotGround.each(e.original(), map, (l, r) -> all(r), SpotGround.PART_PX, parts::add);
    assertThat(parts).hasSize(1);
    SpotGround g = parts.get(0);
    Plane v = new Plane(g.rect);
    for (int i = 0; i < v.data().length; i++) {
      int x = i % v.w();
      int y = i / v.w();
      boolean other = Math.hypot(x - 75, y - 60) < 5;
      v.data()[i] = (float) (1 + 0.01 * (x - 60) - 0.02 * (y - 60) - (other ? 1.5 : 0));
    }
    double[] p = Ring.of(g, 60, 60, 12, 20).plane(v);
    assertThat(p[0]).isCloseTo(1, within(0.01));
    assertThat(p[1]).isCloseTo(0.01, within(0.001));
    assertThat(p[2]).isCloseTo(-0.02, within(0.001));
  }
}
