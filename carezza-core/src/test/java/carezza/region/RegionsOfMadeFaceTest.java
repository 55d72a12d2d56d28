package carezza.region;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import carezza.area.Area;
import carezza.area.Outline;
import carezza.engine.SaliencyMap;
import carezza.engine.SheetView;
import carezza.face.FaceContours;
import carezza.face.FaceMap;
import carezza.face.FoundFace;
import carezza.face.MadeFaces;
import carezza.face.PersonMask;
import carezza.face.Pin;
import carezza.image.Hash;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.SourcePicture;
import carezza.pass.Pass;
import carezza.reading.Saliency;
import carezza.sheet.Kinds;
import carezza.sheet.RunSheet;
import carezza.testing.Pictures;
import java.util.List;
import java.util.Random;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/**
 * Regions of a drawn face: an egg of skin with brows, eyes and lips where the mesh has them, hair
 * above, a neck, clothing below, a curtain behind. 3 px a mm, shaded and noisy.
 */
public class RegionsOfMadeFaceTest {
  private static final int W = 800;
  private static final int H = 1000;
  private static final double CX = 400;
  private static final double CY = 430;
  private static final double CM = 30;

  private static final double[] SKIN = {0.72, 0.52, 0.42};
  private static final double[] HAIR = {0.22, 0.17, 0.15};
  private static final double[] CLOTH = {0.35, 0.42, 0.62};
  private static final double[] CURTAIN = {0.25, 0.42, 0.3};
  private static final double[] LIPS = {0.62, 0.35, 0.35};
  private static final double[] MOUTH = {0.2, 0.1, 0.1};
  private static final double[] WHITE = {0.8, 0.79, 0.77};
  private static final double[] IRIS = {0.3, 0.36, 0.4};
  private static final double[] BLACK = {0.05, 0.05, 0.05};

  private FoundFace face;

  private static boolean inNeck(double x, double y) {
    return Math.abs(x - CX) < 150 && y > CY && y < 800;
  }

  private static boolean inCloth(double x, double y) {
    return y > 760 + 0.0008 * (x - CX) * (x - CX);
  }

  private static boolean inHair(double x, double y) {
    return Math.hypot((x - CX) / 290, (y - 350) / 300) < 1 && y < CY + 120;
  }

  private static PersonMask person() {
    int w = W / 10;
    int h = H / 10;
    byte[] chance = new byte[w * h];
    for (int i = 0; i < chance.length; i++) {
      double x = 10 * (i % w) + 5;
      double y = 10 * (i / w) + 5;
      boolean egg = Math.hypot((x - CX) / 230, (y - 420) / 300) < 1;
      boolean in = egg || inNeck(x, y) || inCloth(x, y) || inHair(x, y);
      chance[i] = (byte) (in ? 230 : 20);
    }
    return new PersonMask(10, w, h, chance);
  }

  private double[][] colours;

  /** The later a surface is drawn, the nearer it lies. */
  @BeforeClass
  public void draw() {
    face = MadeFaces.of(MadeFaces.mesh(CX, CY, CM, 0, 0), person());
    colours = new double[W * H][];
    for (int i = 0; i < W * H; i++) {
      double x = i % W + 0.5;
      double y = i / W + 0.5;
      colours[i] = inCloth(x, y) ? CLOTH : inHair(x, y) ? HAIR : inNeck(x, y) ? SKIN : CURTAIN;
    }
    fill(FaceContours.OVAL, SKIN);
    fill(FaceContours.OUTER_LIPS, LIPS);
    fill(FaceContours.INNER_LIPS, MOUTH);
    fill(FaceContours.RIGHT_BROW, HAIR);
    fill(FaceContours.LEFT_BROW, HAIR);
    fill(FaceContours.RIGHT_EYE, WHITE);
    fill(FaceContours.LEFT_EYE, WHITE);
    for (int i = 0; i < W * H; i++) {
      Pin p = new Pin(i % W + 0.5, i / W + 0.5);
      double far = Math.min(p.distance(face.rightPupil()), p.distance(face.leftPupil()));
      double share = far / (face.rightIrisPx() / 2);
      if (colours[i] == WHITE && share < 1) {
        colours[i] = share < 0.4 ? BLACK : IRIS;
      }
    }
  }

  private void fill(List<Integer> line, double[] colour) {
    float[] in = Outline.through(face.points(line)).coverage(0, new Rect(0, 0, W, H)).data();
    for (int i = 0; i < in.length; i++) {
      colours[i] = in[i] > 0.5f ? colour : colours[i];
    }
  }

  private SourcePicture picture(double light, double[][] colours, long seed) {
    SourcePicture p = new SourcePicture(W, H, 8, 3);
    Random random = new Random(seed);
    for (int y = 0; y < H; y++) {
      for (int x = 0; x < W; x++) {
        double[] c = colours[y * W + x];
        double shade = light * (0.85 + 0.15 * Math.sin(x / 150.0)) * (inNeck(x, y) ? 0.8 : 1);
        for (int k = 0; k < 3; k++) {
          double v = 255 * (c[k] * shade + 0.012 * random.nextGaussian());
          p.setCode(k, x, y, (int) Math.round(Math.max(0, Math.min(255, v))));
        }
      }
    }
    return p;
  }

  private SheetView view(double light) {
    return view(light, colours);
  }

  private SheetView view(double light, double[][] drawn) {
    RunSheet sheet = RunSheet.EMPTY.withFaceMap(FaceMap.of(List.of(face)));
    return Pictures.engine(picture(light, drawn, 4)).view(sheet, () -> false);
  }

  private double overlap(SheetView view, RegionName region, double[]... drawn) {
    return overlap(view, region, colours, drawn);
  }

  private double overlap(SheetView view, RegionName region, double[][] colours, double[]... drawn) {
    Plane m = view.mask(Area.found(region.key()), 0, new Rect(0, 0, W, H));
    double both = 0;
    double either = 0;
    for (int i = 0; i < W * H; i++) {
      double[] c = colours[i];
      float truth = 0;
      for (double[] want : drawn) {
        truth = c == want ? 1 : truth;
      }
      both += Math.min(m.data()[i], truth);
      either += Math.max(m.data()[i], truth);
    }
    return both / either;
  }

  @DataProvider
  public Object[][] lights() {
    return new Object[][] {{1.0}, {0.5}};
  }

  @Test(dataProvider = "lights")
  public void surfacesAndFeaturesAreToldApart(double light) {
    SheetView v = view(light);
    assertThat(overlap(v, RegionName.SKIN, SKIN)).isGreaterThan(0.95);
    assertThat(overlap(v, RegionName.CLOTHING, CLOTH)).isGreaterThan(0.95);
    assertThat(overlap(v, RegionName.BACKDROP, CURTAIN)).isGreaterThan(0.95);
    assertThat(overlap(v, RegionName.LIPS, LIPS)).isGreaterThan(0.95);
    assertThat(overlap(v, RegionName.IRISES, IRIS, BLACK)).isGreaterThan(0.95);
    assertThat(overlap(v, RegionName.EYE_WHITES, WHITE)).isGreaterThan(0.9);
    assertThat(overlap(v, RegionName.PUPILS, BLACK)).isGreaterThan(0.75);
  }

  /**
   * What was found is kept beyond the sitting: when it is found otherwise, {@link Regions#VERSION}
   * has to rise, and the number here with it.
   */
  @Test
  public void whatIsFoundBelongsToItsVersion() {
    SheetView v = view(1);
    Hash h = new Hash();
    for (RegionName region : RegionName.values()) {
      Plane m = v.mask(Area.found(region.key()), 1, v.bounds(1));
      for (float w : m.data()) {
        h.add(Float.floatToIntBits(w));
      }
    }
    assertThat(Regions.VERSION).isEqualTo(2);
    assertThat(Long.toHexString(h.get())).isEqualTo("2ab8757a7fddbd1d");
  }

  /** The mouth shows no teeth; nothing shines in the eyes: no catch-lights. */
  @Test
  public void whatDoesNotShowIsNotInvented() {
    SheetView v = view(1);
    for (RegionName r : List.of(RegionName.TEETH, RegionName.CATCH_LIGHTS)) {
      double sum = 0;
      for (float m : v.mask(Area.found(r.key()), 0, new Rect(0, 0, W, H)).data()) {
        sum += m;
      }
      assertThat(sum).as(r.key()).isLessThan(1);
    }
  }

  @Test
  public void partsOfTheFaceLieWhereTheyShould() {
    SheetView v = view(1);
    Rect all = new Rect(0, 0, W, H);
    FoundFace f = face;
    Pin cheek = f.mesh().get(205);
    Pin nose = f.mesh().get(4);
    Pin forehead = f.mesh().get(151);
    Pin chin = f.mesh().get(199);
    assertAt(v.mask(Area.found("rightCheek"), 0, all), cheek, 1);
    assertAt(v.mask(Area.found("leftCheek"), 0, all), cheek, 0);
    assertAt(v.mask(Area.found("nose"), 0, all), nose, 1);
    assertAt(v.mask(Area.found("forehead"), 0, all), forehead, 1);
    assertAt(v.mask(Area.found("chin"), 0, all), chin, 1);
    assertAt(v.mask(Area.found("face"), 0, all), new Pin(CX, 740), 0);
    assertAt(v.mask(Area.found("neck"), 0, all), new Pin(CX, 740), 1);
    assertAt(v.mask(Area.found("rightCheek"), 0, all), f.mesh().get(159), 0);
    assertAt(v.mask(Area.found("rightCheek"), 0, all), f.mesh().get(21), 0);
    assertAt(v.mask(Area.found("turnedAway"), 0, all), cheek, 0);
    assertAt(v.mask(Area.found("turnedAway"), 0, all), forehead, 0);
    assertAt(v.mask(Area.found("turnedAway"), 0, all), f.mesh().get(137), 1);
    assertAt(v.mask(Area.found("turnedAway"), 0, all), f.mesh().get(366), 1);
    assertAt(v.mask(Area.found("turnedAway"), 0, all), new Pin(CX, 740), 0);
    Pin lid = f.mesh().get(145);
    assertAt(v.mask(Area.found("underEyes"), 0, all), new Pin(lid.x(), lid.y() + 18), 1);
  }

  @DataProvider
  public Object[][] cloths() {
    return new Object[][] {
      {0.66, 0.55, 0.47},
      {0.72, 0.6, 0.52},
      {0.5, 0.38, 0.33},
      {0.75, 0.56, 0.45},
      {0.6, 0.45, 0.38}
    };
  }

  @Test(dataProvider = "cloths")
  public void clothingNearTheColourOfSkin(double r, double g, double b) {
    double[] cloth = {r, g, b};
    double[][] dressed = colours.clone();
    for (int i = 0; i < W * H; i++) {
      dressed[i] = colours[i] == CLOTH ? cloth : colours[i];
    }
    SheetView v = view(1, dressed);
    assertThat(overlap(v, RegionName.CLOTHING, dressed, cloth)).isGreaterThan(0.8);
    assertThat(overlap(v, RegionName.SKIN, SKIN)).isGreaterThan(0.86);
  }

  /** A collar up to the chin, not far from the colour of skin, is no neck. */
  @Test
  public void aCollarIsNoNeck() {
    double[] wool = {0.58, 0.5, 0.43};
    double[][] dressed = colours.clone();
    double top = face.mesh().get(152).y() + 20;
    for (int i = 0; i < W * H; i++) {
      double x = i % W + 0.5;
      boolean collar = inNeck(x, i / W) && i / W > top && colours[i] == SKIN;
      dressed[i] = collar || colours[i] == CLOTH ? wool : colours[i];
    }
    SheetView v = view(1, dressed);
    assertThat(overlap(v, RegionName.SKIN, dressed, SKIN)).isGreaterThan(0.9);
    assertThat(overlap(v, RegionName.CLOTHING, dressed, wool)).isGreaterThan(0.9);
  }

  @DataProvider
  public Object[][] brows() {
    return new Object[][] {{0.22, 0.17, 0.15}, {0.6, 0.47, 0.33}, {0.82, 0.76, 0.7}};
  }

  /** Dark, hardly darker than skin but of another colour, and lighter than skin. */
  @Test(dataProvider = "brows")
  public void browsOfAnyColour(double r, double g, double b) {
    double[] hair = {r, g, b};
    double[][] kept = colours;
    colours = kept.clone();
    fill(FaceContours.RIGHT_BROW, hair);
    fill(FaceContours.LEFT_BROW, hair);
    double[][] drawn = colours;
    colours = kept;
    assertThat(overlap(view(1, drawn), RegionName.BROWS, drawn, hair)).isGreaterThan(0.75);
  }

  /** A scarf from the nose down: neither skin nor lips are drawn on it. */
  @Test
  public void aScarfOverTheMouthIsNoSkin() {
    double[] scarf = {0.55, 0.15, 0.2};
    double[][] drawn = colours.clone();
    double top = face.mesh().get(2).y();
    for (int i = 0; i < W * H; i++) {
      boolean in = i / W > top && Math.abs(i % W - CX) < 230 && i / W < 790;
      drawn[i] = in ? scarf : colours[i];
    }
    SheetView v = view(1, drawn);
    assertThat(overlap(v, RegionName.SKIN, drawn, SKIN)).isGreaterThan(0.9);
    double lips = 0;
    for (float m : v.mask(Area.found("lips"), 0, new Rect(0, 0, W, H)).data()) {
      lips += m;
    }
    assertThat(lips).isZero();
  }

  /** A beard as dark as the hair is hair; the lips in it are lips. */
  @Test
  public void aBeardIsHair() {
    double[][] drawn = colours.clone();
    double top = face.mesh().get(164).y();
    Outline oval = Outline.through(face.points(FaceContours.OVAL));
    for (int i = 0; i < W * H; i++) {
      boolean in = i / W > top && oval.distance(i % W + 0.5, i / W + 0.5) < 0;
      drawn[i] = in && colours[i] == SKIN ? HAIR : colours[i];
    }
    SheetView v = view(1, drawn);
    assertThat(overlap(v, RegionName.SKIN, drawn, SKIN)).isGreaterThan(0.9);
    assertThat(overlap(v, RegionName.LIPS, drawn, LIPS)).isGreaterThan(0.9);
  }

  /** A dark strap across the chin or the cheeks is worn, and no skin. */
  @Test(dataProvider = "straps")
  public void aStrapIsNoSkin(int from, double[] strap) {
    double[][] drawn = colours.clone();
    double top = face.mesh().get(from).y() + 16;
    Outline oval = Outline.through(face.points(FaceContours.OVAL));
    for (int i = 0; i < W * H; i++) {
      boolean in = i / W > top && i / W < top + 14 && oval.distance(i % W + 0.5, i / W + 0.5) < 0;
      drawn[i] = in && colours[i] == SKIN ? strap : colours[i];
    }
    SheetView v = view(1, drawn);
    assertThat(overlap(v, RegionName.SKIN, drawn, SKIN)).isGreaterThan(0.9);
    Plane skin = v.mask(Area.found("skin"), 0, new Rect(0, 0, W, H));
    double on = 0;
    int n = 0;
    for (int i = 0; i < W * H; i++) {
      on += drawn[i] == strap ? skin.data()[i] : 0;
      n += drawn[i] == strap ? 1 : 0;
    }
    assertThat(on / n).as("of the strap taken for skin").isLessThan(0.3);
  }

  @DataProvider
  public Object[][] straps() {
    double[] blue = {0.02, 0.03, 0.07};
    double[] leather = {0.05, 0.03, 0.02};
    return new Object[][] {{17, blue}, {17, leather}, {5, blue}};
  }

  /** A hand in the lower corner is no chest; ears stand beside the face. */
  @DataProvider
  public Object[][] hands() {
    return new Object[][] {{680, 930, 60}, {130, 900, 90}, {650, 880, 80}, {400, 940, 60}};
  }

  @Test(dataProvider = "hands")
  public void handsAndEarsAreTheirOwn(double x, double y, double radius) {
    double[][] drawn = colours.clone();
    Pin hand = new Pin(x, y);
    Pin ear = new Pin(face.mesh().get(234).x() - 22, face.mesh().get(234).y() + 10);
    for (int i = 0; i < W * H; i++) {
      Pin p = new Pin(i % W + 0.5, i / W + 0.5);
      boolean isEar = Math.hypot((p.x() - ear.x()) / 26, (p.y() - ear.y()) / 60) < 1;
      drawn[i] = p.distance(hand) < radius || isEar ? SKIN : colours[i];
    }
    SheetView v = view(1, drawn);
    Rect all = new Rect(0, 0, W, H);
    assertAt(v.mask(Area.found("hands"), 0, all), hand, 1);
    assertAt(v.mask(Area.found("chest"), 0, all), hand, 0);
    assertAt(v.mask(Area.found("hands"), 0, all), new Pin(CX, 740), 0);
    Pin atEar = new Pin(ear.x() - 8, ear.y());
    assertAt(v.mask(Area.found("ears"), 0, all), atEar, 1);
    assertAt(v.mask(Area.found("face"), 0, all), atEar, 0);
  }

  private static void assertAt(Plane m, Pin p, double want) {
    assertThat((double) m.at((int) p.x(), (int) p.y())).isCloseTo(want, within(0.1));
  }

  @Test
  public void sharesOfSurfacesAddUpToOne() {
    SurfacePrior prior = new SurfacePrior(FaceMap.of(List.of(face)), face, 3);
    double[] share = new double[3];
    for (int y = 0; y < H; y += 50) {
      for (int x = 0; x < W; x += 50) {
        prior.shares(x, y, prior.beyond(x, y), share);
        assertThat(share[0] + share[1] + share[2]).isCloseTo(1, within(1e-9));
        assertThat(prior.person(x, y, prior.beyond(x, y))).isBetween(0.03, 0.97);
      }
    }
  }

  /** A lamp in the corner pulls until it is waved away. */
  @Test
  public void whatWasWavedAwayIsNotListed() {
    double[][] drawn = colours.clone();
    for (int i = 0; i < W * H; i++) {
      boolean lamp = Math.hypot(i % W - 70, i / W - 200) < 35;
      drawn[i] = lamp ? new double[] {1, 0.98, 0.9} : colours[i];
    }
    SheetView view = view(1, drawn);
    RunSheet leaving = view.sheet();
    assertThat(view.saliency().orElseThrow().places(view)).isNotEmpty();
    for (Saliency.Place q : view.saliency().orElseThrow().places(view)) {
      leaving = leaving.leaving(q);
    }
    SheetView left = Pictures.engine(picture(1, drawn, 4)).view(leaving, () -> false);
    assertThat(left.saliency().orElseThrow().places(left)).isEmpty();
    Pass crop =
        Pass.start(1, Kinds.of("crop"), Area.WHOLE)
            .withSettings(Kinds.of("crop").neutral())
            .with("cutLeft", 100.0 * 120 / W);
    SheetView framed =
        Pictures.engine(picture(1, drawn, 4)).view(view.sheet().add(crop), () -> false);
    assertThat(framed.framing().shows(70, 200)).isFalse();
    assertThat(framed.saliency().orElseThrow().places(framed)).as("not in the frame").isEmpty();
  }

  /** With a face known there is an eye to compare with; without one there is nothing. */
  @Test
  public void whatPullsIsMeasuredAgainstTheEye() {
    SheetView view = view(1);
    SaliencyMap p = view.saliency().orElseThrow();
    assertThat(p.eye()).isPositive();
    Pin pupil = view.sheet().faceMap().orElseThrow().rightEye();
    assertThat(p.at(pupil.x(), pupil.y())).isGreaterThan(0.2 * p.eye());
    assertThat(p.places(view)).allMatch(q -> q.ratio() >= 0.8);
    SheetView none = Pictures.engine(Pictures.skin(64, 64, 8, 1)).view(RunSheet.EMPTY, () -> false);
    assertThat(none.saliency()).isEmpty();
  }
}
