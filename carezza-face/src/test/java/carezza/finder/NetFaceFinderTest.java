package carezza.finder;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import carezza.area.Area;
import carezza.area.Term;
import carezza.color.ColorEncoding;
import carezza.engine.Engine;
import carezza.engine.SheetView;
import carezza.engine.TileCache;
import carezza.face.FaceContours;
import carezza.face.FaceMap;
import carezza.face.FoundFace;
import carezza.face.PersonMask;
import carezza.face.Pin;
import carezza.face.PinnedFace;
import carezza.filter.Gaussian;
import carezza.image.PixelReader;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.SourcePicture;
import carezza.region.SitterRegion;
import carezza.sheet.RunSheet;
import carezza.sitter.DemoSitter;
import java.util.List;
import java.util.Random;
import java.util.concurrent.CancellationException;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Faces found on the made-up sitters, as shot and changed, and not found where there is none. */
public class NetFaceFinderTest {
  private final NetFaceFinder finder = new NetFaceFinder();

  private static PixelReader reader(SourcePicture p) {
    return new Engine(p, ColorEncoding.srgb(), new TileCache(1 << 28)).original();
  }

  /** Before each look at a square it is asked whether to go on. */
  @Test
  public void aStripIsLookedAtInFewSquares() {
    int[] looks = new int[1];
    for (int[] size : new int[][] {{1, 5000}, {5000, 1}, {20, 3000}}) {
      looks[0] = 0;
      SourcePicture strip = new SourcePicture(size[0], size[1], 8, 3);
      finder.find(
          reader(strip),
          () -> {
            looks[0]++;
            return false;
          });
      assertThat(looks[0]).as("%d x %d", size[0], size[1]).isBetween(4, 60);
    }
  }

  @DataProvider
  public Object[][] sitters() {
    return DemoSitter.NAMES.stream().map(n -> new Object[] {n}).toArray(Object[][]::new);
  }

  @Test(dataProvider = "sitters")
  public void pupilsIrisesAndContoursLieOnTheFace(String name) {
    DemoSitter s = DemoSitter.load(name);
    List<FoundFace> faces = finder.find(reader(s.picture().picture()), () -> false);
    assertThat(faces).hasSize(1);
    FoundFace f = faces.get(0);
    double eyes = s.faceMap().rightEye().distance(s.faceMap().leftEye());
    double mm = s.pxPerMm();
    assertThat(f.rightPupil().distance(s.faceMap().rightEye())).isLessThan(0.45 * mm);
    assertThat(f.leftPupil().distance(s.faceMap().leftEye())).isLessThan(0.45 * mm);
    double found = f.rightPupil().distance(f.leftPupil());
    assertThat(found / eyes).as("the scale that follows").isCloseTo(1, within(0.01));
    for (double iris : new double[] {f.rightIrisPx(), f.leftIrisPx()}) {
      assertThat(iris / mm).as("iris in mm, in truth 12.0 to 12.1").isCloseTo(12.05, within(0.36));
    }
    assertThat(f.mesh()).hasSize(468);
    assertThat(f.mesh().get(61).distance(s.landmark("mouth_right"))).isLessThan(0.06 * eyes);
    assertThat(f.mesh().get(291).distance(s.landmark("mouth_left"))).isLessThan(0.06 * eyes);
    assertThat(FaceContours.of(f)).hasSize(7).allMatch(line -> line.size() >= 10);
  }

  @Test(dataProvider = "sitters")
  public void aFaceIsRecognisedWhereItsEyesArePinned(String name) {
    DemoSitter s = DemoSitter.load(name);
    PixelReader picture = reader(s.picture().picture());
    double eyes = s.faceMap().rightEye().distance(s.faceMap().leftEye());
    FoundFace found = finder.find(picture, () -> false).get(0);
    Pin right = new Pin(s.faceMap().rightEye().x() + 4, s.faceMap().rightEye().y() - 5);
    FoundFace at = finder.at(picture, right, s.faceMap().leftEye()).orElseThrow();
    assertThat(meanDistance(at, found) / eyes).isLessThan(0.01);
    Pin away = new Pin(40, 40);
    assertThat(finder.at(picture, away, new Pin(100, 45))).as("a corner of the backdrop").isEmpty();
  }

  /** With next to nothing round the face, and dark as Tobias's is. */
  @Test(dataProvider = "sitters")
  public void thePersonIsSeenInAPictureOfTheFaceAlone(String name) {
    DemoSitter s = DemoSitter.load(name);
    SourcePicture all = s.picture().picture();
    Pin nose = s.landmark("nose_tip");
    double eyes = s.faceMap().rightEye().distance(s.faceMap().leftEye());
    Rect face = Rect.ofDisc(nose.x(), nose.y(), 1.5 * eyes).intersect(all.bounds());
    SourcePicture close = new SourcePicture(face.w(), face.h(), 8, 3);
    for (int y = 0; y < face.h(); y++) {
      for (int x = 0; x < face.w(); x++) {
        for (int c = 0; c < 3; c++) {
          close.setCode(c, x, y, all.code(c, face.x() + x, face.y() + y));
        }
      }
    }
    PersonMask person = finder.find(reader(close), () -> false).get(0).person();
    Plane backdrop = s.mask("background");
    double both = 0;
    double either = 0;
    for (int y = 0; y < face.h(); y += 3) {
      for (int x = 0; x < face.w(); x += 3) {
        boolean seen = person.at(x + 0.5, y + 0.5) > 0.5;
        boolean is = backdrop.at(face.x() + x, face.y() + y) < 0.5;
        both += seen && is ? 1 : 0;
        either += seen || is ? 1 : 0;
      }
    }
    assertThat(both / either).as("overlap with the truth").isGreaterThan(0.75);
  }

  /**
   * Five pins, three of them two mm off, and no net. A smile is not followed: it is bent by hand.
   */
  @Test(dataProvider = "sitters")
  public void outlinesLaidOnPinsLieNearTheFace(String name) {
    DemoSitter s = DemoSitter.load(name);
    PixelReader picture = reader(s.picture().picture());
    FoundFace found = finder.find(picture, () -> false).get(0);
    double mm = s.pxPerMm();
    PinnedFace pins =
        PinnedFace.of(
            s.faceMap(),
            off(found.mesh().get(1), 2 * mm, 0),
            off(s.landmark("mouth_left"), 0, 2 * mm),
            off(s.landmark("mouth_right"), -2 * mm, 0));
    assertThat(pins.mouthRight().x()).isLessThan(pins.mouthLeft().x());
    FoundFace laid = finder.laid(picture, pins);
    assertThat(toLine(laid, found, FaceContours.RIGHT_EYE) / mm).as("lids, mm").isLessThan(0.8);
    assertThat(toLine(laid, found, FaceContours.LEFT_EYE) / mm).as("lids, mm").isLessThan(0.8);
    assertThat(toLine(laid, found, FaceContours.OUTER_LIPS) / mm)
        .as("lips, mm")
        .isLessThan(name.equals("maren") ? 3 : 0.4);
    assertThat(meanDistance(laid, found) / mm).as("all points, mm").isLessThan(8);
    assertThat(laid.person()).isNotNull();
  }

  private static Pin off(Pin p, double dx, double dy) {
    return new Pin(p.x() + dx, p.y() + dy);
  }

  /** Mean distance of a contour's points from the line of another. */
  private static double toLine(FoundFace a, FoundFace b, List<Integer> contour) {
    double sum = 0;
    for (Pin p : a.points(contour)) {
      double least = Double.MAX_VALUE;
      for (int i = 0; i < contour.size(); i++) {
        Pin q = b.mesh().get(contour.get(i));
        Pin r = b.mesh().get(contour.get((i + 1) % contour.size()));
        double dx = r.x() - q.x();
        double dy = r.y() - q.y();
        double t = ((p.x() - q.x()) * dx + (p.y() - q.y()) * dy) / (dx * dx + dy * dy);
        t = Math.max(0, Math.min(1, t));
        least = Math.min(least, p.distance(new Pin(q.x() + t * dx, q.y() + t * dy)));
      }
      sum += least;
    }
    return sum / contour.size();
  }

  private static double meanDistance(FoundFace a, FoundFace b) {
    return distance(a, b, java.util.stream.IntStream.range(0, 468).boxed().toList());
  }

  private static double distance(FoundFace a, FoundFace b, List<Integer> points) {
    return points.stream()
        .mapToDouble(i -> a.mesh().get(i).distance(b.mesh().get(i)))
        .average()
        .orElseThrow();
  }

  private static SourcePicture turned(SourcePicture p, int quarters) {
    boolean swap = quarters % 2 == 1;
    int w = p.width();
    int h = p.height();
    SourcePicture out = new SourcePicture(swap ? h : w, swap ? w : h, p.depth(), 3);
    for (int y = 0; y < h; y++) {
      for (int x = 0; x < w; x++) {
        int tx = quarters == 1 ? h - 1 - y : quarters == 2 ? w - 1 - x : y;
        int ty = quarters == 1 ? x : quarters == 2 ? h - 1 - y : w - 1 - x;
        for (int c = 0; c < 3; c++) {
          out.setCode(c, tx, ty, p.code(c, x, y));
        }
      }
    }
    return out;
  }

  @DataProvider
  public Object[][] turns() {
    return new Object[][] {{1}, {2}, {3}};
  }

  /** Turned by quarters: the same points, turned. */
  @Test(dataProvider = "turns")
  public void aTurnedPictureShowsTheSameFace(int quarters) {
    DemoSitter s = DemoSitter.load("tobias");
    SourcePicture p = s.picture().picture();
    FoundFace upright = finder.find(reader(p), () -> false).get(0);
    List<FoundFace> found = finder.find(reader(turned(p, quarters)), () -> false);
    assertThat(found).isNotEmpty();
    FoundFace f = found.get(0);
    double eyes = upright.rightPupil().distance(upright.leftPupil());
    double sum = 0;
    for (int i = 0; i < 468; i++) {
      Pin q = upright.mesh().get(i);
      double w = p.width();
      double h = p.height();
      Pin want =
          switch (quarters) {
            case 1 -> new Pin(h - q.y(), q.x());
            case 2 -> new Pin(w - q.x(), h - q.y());
            default -> new Pin(q.y(), w - q.x());
          };
      sum += f.mesh().get(i).distance(want);
    }
    assertThat(sum / 468 / eyes).as("of the eye distance").isLessThan(0.015);
  }

  /** Two sitters side by side, each at half size: both are found, and each has skin. */
  @Test
  public void everySitterInAPictureIsFound() {
    SourcePicture both = new SourcePicture(2000, 1250, 8, 3);
    for (int k = 0; k < 2; k++) {
      SourcePicture p = DemoSitter.load(k == 0 ? "maren" : "tobias").picture().picture();
      for (int y = 0; y < 1250; y++) {
        for (int x = 0; x < 1000; x++) {
          for (int c = 0; c < 3; c++) {
            both.setCode(c, 1000 * k + x, y, p.code(c, 2 * x, 2 * y));
          }
        }
      }
    }
    Engine e = new Engine(both, ColorEncoding.srgb(), new TileCache(1 << 28));
    List<FoundFace> faces = finder.find(e.original(), () -> false);
    assertThat(faces).hasSize(2);
    assertThat(faces.get(0).person()).isEqualTo(faces.get(1).person());
    SheetView view = e.view(RunSheet.EMPTY.withFaceMap(FaceMap.of(faces)), () -> false);
    Plane skin = view.mask(Area.found("skin"), 1, view.bounds(1));
    for (int k = 0; k < 2; k++) {
      FoundFace f = faces.get(k);
      assertThat(f.rightPupil().distance(f.leftPupil())).isBetween(190.0, 215.0);
      Pin cheek = f.mesh().get(205);
      assertThat(skin.at((int) cheek.x() / 2, (int) cheek.y() / 2)).isGreaterThan(0.9f);
      assertThat(skin.at((int) f.rightPupil().x() / 2, (int) f.rightPupil().y() / 2))
          .isLessThan(0.1f);
      Area own = skinOf(f.rightPupil().x() < 1000 ? 1 : 2);
      Area other = skinOf(f.rightPupil().x() < 1000 ? 2 : 1);
      Rect here = new Rect((int) cheek.x(), (int) cheek.y(), 1, 1);
      assertThat(view.mask(own, 0, here).data()[0]).isGreaterThan(0.9f);
      assertThat(view.mask(other, 0, here).data()[0]).isLessThan(0.01f);
    }
    FaceMap map = FaceMap.of(faces);
    int second = map.faces().get(1).sitter();
    FaceMap turned = map.withPrincipal(second);
    assertThat(turned.faces().get(0).sitter()).isEqualTo(second);
    assertThat(turned.rightEye()).isEqualTo(map.faces().get(1).rightPupil());
  }

  private static Area skinOf(int sitter) {
    return Area.found("skin").with(new Term(Term.How.WITHIN, SitterRegion.key(sitter), 0));
  }

  /** A small face out of focus beside a large one: nobody who sits, but somebody. */
  @Test
  public void peopleBehindAreNoSittersUnlessAskedFor() {
    SourcePicture front = DemoSitter.load("maren").picture().picture();
    SourcePicture behind = DemoSitter.load("ilse").picture().picture();
    int[] blurs = {1, 7};
    for (int blur : blurs) {
      SourcePicture both = new SourcePicture(1500, 1250, 8, 3);
      for (int c = 0; c < 3; c++) {
        Plane small = new Plane(new Rect(0, 0, 500, 625));
        for (int i = 0; i < small.data().length; i++) {
          small.data()[i] = behind.code(c, 4 * (i % 500), 4 * (i / 500));
        }
        Plane soft = Gaussian.blur(small, blur);
        for (int i = 0; i < 1500 * 1250; i++) {
          int x = i % 1500;
          int y = i / 1500;
          int code = x < 1000 ? front.code(c, 2 * x, 2 * y) : y < 625 ? 0 : 60;
          both.setCode(c, x, y, x < 1000 || y >= 625 ? code : Math.round(soft.at(x - 1000, y)));
        }
      }
      PixelReader picture = reader(both);
      assertThat(finder.everybody(picture, () -> false)).as("blur %d", blur).hasSize(2);
      assertThat(finder.find(picture, () -> false)).as("blur %d", blur).hasSize(blur > 3 ? 1 : 2);
    }
  }

  @Test
  public void whereThereIsNoFaceNoneIsFound() {
    Random random = new Random(3);
    SourcePicture noise = new SourcePicture(360, 260, 8, 3);
    SourcePicture curtain = new SourcePicture(360, 260, 8, 3);
    SourcePicture grey = new SourcePicture(150, 400, 8, 3);
    for (int y = 0; y < 260; y++) {
      for (int x = 0; x < 360; x++) {
        for (int c = 0; c < 3; c++) {
          noise.setCode(c, x, y, random.nextInt(256));
          curtain.setCode(c, x, y, (int) (90 + 60 * Math.sin(x / 23.0 + 0.3 * Math.sin(y / 90.0))));
        }
      }
    }
    for (SourcePicture p : List.of(noise, curtain, grey, new SourcePicture(1, 1, 8, 3))) {
      assertThat(finder.find(reader(p), () -> false)).isEmpty();
    }
  }

  @Test
  public void itCanBeCancelled() {
    SourcePicture p = DemoSitter.load("ilse").picture().picture();
    assertThatThrownBy(() -> finder.find(reader(p), () -> true))
        .isInstanceOf(CancellationException.class);
  }

  @Test
  public void halfPrecisionIsUnpacked() {
    assertThat(Net.half((short) 0x3c00)).isEqualTo(1f);
    assertThat(Net.half((short) 0xc000)).isEqualTo(-2f);
    assertThat(Net.half((short) 0x3555)).isCloseTo(1 / 3f, within(2e-4f));
    assertThat(Net.half((short) 0x0001)).isEqualTo((float) Math.scalb(1.0, -24));
    assertThat(Net.half((short) 0x8001)).isEqualTo((float) -Math.scalb(1.0, -24));
    assertThat(Net.half((short) 0x0000)).isZero();
  }
}
