package carezza.pass.even;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import carezza.face.Pin;
import carezza.image.Plane;
import carezza.image.Rect;
import java.util.List;
import java.util.Random;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** How deep a line is read to be, on drawn light. */
public class LineDepthTest {
  private static final int W = 260;
  private static final int H = 200;
  private static final double PX = 4;

  /** Half the width of a fold where it is as deep as exp(-.5) of its depth, mm. */
  private static final double SIGMA_MM = 0.8;

  private static final double DEPTH = 0.3;

  /** Through the middle, 40 mm long. */
  private static List<Pin> path(double degrees) {
    double x = 80 * Math.cos(Math.toRadians(degrees));
    double y = 80 * Math.sin(Math.toRadians(degrees));
    return List.of(new Pin(W / 2.0 - x, H / 2.0 - y), new Pin(W / 2.0 + x, H / 2.0 + y));
  }

  private static double off(int i, double degrees) {
    double dx = i % W + 0.5 - W / 2.0;
    double dy = i / W + 0.5 - H / 2.0;
    double a = Math.toRadians(degrees);
    return (dy * Math.cos(a) - dx * Math.sin(a)) / PX;
  }

  private static Plane folded(double degrees, double depth) {
    Plane e = new Plane(new Rect(0, 0, W, H));
    for (int i = 0; i < e.data().length; i++) {
      double d = off(i, degrees) / SIGMA_MM;
      e.data()[i] = (float) (-2 - depth * Math.exp(-0.5 * d * d));
    }
    return e;
  }

  private static Plane read(Plane e, Plane mask, double degrees) {
    Plane out = new Plane(e.rect());
    LineDepth.of(e, mask, PX, path(degrees), out);
    return out;
  }

  private static Plane skin() {
    return Plane.filled(new Rect(0, 0, W, H), 1);
  }

  private static double middle(Plane p) {
    return p.at(W / 2, H / 2);
  }

  @DataProvider
  public Object[][] directions() {
    return new Object[][] {{0.0}, {20.0}, {45.0}, {-30.0}};
  }

  @Test(dataProvider = "directions")
  public void aFoldIsAsDeepAsItIsWhicheverWayItRuns(double degrees) {
    Plane depth = read(folded(degrees, DEPTH), skin(), degrees);
    assertThat(middle(depth)).isCloseTo(-DEPTH, within(0.04));
    for (int i = 0; i < depth.data().length; i++) {
      assertThat(depth.data()[i]).isLessThanOrEqualTo(0);
      if (Math.abs(off(i, degrees)) > LineDepth.WIDE_MM + 0.5) {
        assertThat(depth.data()[i]).isZero();
      }
    }
  }

  @Test
  public void halfAsDeepAFoldIsReadHalfAsDeep() {
    double deep = middle(read(folded(0, DEPTH), skin(), 0));
    double flat = middle(read(folded(0, DEPTH / 2), skin(), 0));
    assertThat(flat / deep).isCloseTo(0.5, within(0.02));
  }

  @Test
  public void itEndsSoftlyAtBothEnds() {
    Plane depth = read(folded(0, DEPTH), skin(), 0);
    assertThat(depth.at(W / 2 - 80, H / 2)).isCloseTo(0, within(0.02f));
    assertThat(depth.at(W / 2 + 79, H / 2)).isCloseTo(0, within(0.02f));
    assertThat(depth.at(W / 2 - 70, H / 2)).isBetween(-0.29f, -0.05f);
  }

  @Test
  public void poresAcrossItAreNotItsDepth() {
    Plane e = folded(0, DEPTH);
    Random random = new Random(3);
    for (int i = 0; i < e.data().length; i++) {
      e.data()[i] += 0.1f * (float) random.nextGaussian();
    }
    Plane depth = read(e, skin(), 0);
    for (int x = W / 2 - 60; x <= W / 2 + 60; x += 5) {
      assertThat((double) depth.at(x, H / 2)).isCloseTo(-DEPTH, within(0.07));
    }
  }

  @Test
  public void theBorderOfTwoFormsIsNoFold() {
    Plane e = new Plane(new Rect(0, 0, W, H));
    for (int i = 0; i < e.data().length; i++) {
      e.data()[i] = (float) (-2 - 0.5 / (1 + Math.exp(-4 * off(i, 0))));
    }
    Plane depth = read(e, skin(), 0);
    for (float v : depth.data()) {
      assertThat(v).isBetween(-0.02f, 0f);
    }
  }

  @Test
  public void aSlopeOfLightAcrossItTakesNothingFromIt() {
    Plane e = folded(0, DEPTH);
    for (int i = 0; i < e.data().length; i++) {
      e.data()[i] += (float) (0.03 * off(i, 0));
    }
    assertThat(middle(read(e, skin(), 0))).isCloseTo(-DEPTH, within(0.05));
  }

  @Test
  public void withoutSkinOnOneSideNothingIsTold() {
    Plane mask = skin();
    for (int i = 0; i < mask.data().length; i++) {
      mask.data()[i] = off(i, 0) > 0.3 ? 0 : 1;
    }
    for (float v : read(folded(0, DEPTH), mask, 0).data()) {
      assertThat(v).isZero();
    }
  }

  @Test
  public void whatIsDeeperThereAlreadyStays() {
    Plane into = Plane.filled(new Rect(0, 0, W, H), -1);
    LineDepth.of(folded(0, DEPTH), skin(), PX, path(0), into);
    assertThat(into.data()).containsOnly(-1);
  }

  @Test
  public void aLineWithoutLengthIsNone() {
    Plane into = new Plane(new Rect(0, 0, W, H));
    LineDepth.of(folded(0, DEPTH), skin(), PX, List.of(new Pin(100, 100), new Pin(100, 100)), into);
    assertThat(into.data()).containsOnly(0);
  }
}
