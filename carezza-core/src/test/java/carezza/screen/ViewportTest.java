package carezza.screen;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import carezza.geometry.Framing;
import carezza.geometry.Projection;
import carezza.image.Rect;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** What part of a picture is seen, and where its places lie on the screen. */
public class ViewportTest {
  private static final Rect SOURCE = new Rect(0, 0, 2000, 2500);
  private static final Framing WHOLE = Framing.of(SOURCE);

  /** Turned by 10 degrees about its middle and made smaller by a fifth, cut on all sides. */
  private static final Framing TURNED =
      new Framing(
          new Rect(300, 400, 1200, 1500),
          Projection.turn(Math.toRadians(10)).after(Projection.scale(1.25, 1.25)).about(900, 1150),
          SOURCE);

  @DataProvider
  public Object[] framings() {
    return new Object[] {WHOLE, TURNED};
  }

  @Test(dataProvider = "framings")
  public void theWholeCanvasFitsWithAMarginOnItsLongerSide(Framing f) {
    Viewport v = Viewport.fit(f, 900, 760);
    assertThat(v.seen()).isEqualTo(f.canvas());
    assertThat(v.canvasX(450)).isCloseTo(f.middleX(), within(1e-9));
    assertThat(v.canvasY(380)).isCloseTo(f.middleY(), within(1e-9));
    assertThat(v.scale() * f.canvas().h()).isCloseTo(0.98 * 760, within(1e-9));
    assertThat(v.device().h()).isBetween(743, 746);
  }

  @Test(dataProvider = "framings")
  public void placesOfTheSourceComeBackFromTheScreen(Framing f) {
    Viewport v = Viewport.centred(f, 0.7, 1000, 1200, 900, 760);
    for (double[] at : new double[][] {{700, 800}, {1000, 1300}, {1234.5, 987.6}}) {
      double x = v.deviceX(at[0], at[1]);
      double y = v.deviceY(at[0], at[1]);
      assertThat(v.sourceX(x, y)).isCloseTo(at[0], within(1e-6));
      assertThat(v.sourceY(x, y)).isCloseTo(at[1], within(1e-6));
    }
  }

  @Test(dataProvider = "framings")
  public void zoomingKeepsWhatLiesUnderTheHand(Framing f) {
    Viewport v = Viewport.fit(f, 900, 760);
    double x = v.sourceX(300, 200);
    double y = v.sourceY(300, 200);
    Viewport near = v.zoomed(2, 300, 200);
    assertThat(near.scale()).isEqualTo(2);
    assertThat(near.deviceX(x, y)).isCloseTo(300, within(1e-6));
    assertThat(near.deviceY(x, y)).isCloseTo(200, within(1e-6));
    assertThat(v.zoomed(99, 0, 0).scale()).isEqualTo(Viewport.MOST);
    assertThat(v.zoomed(1e-6, 0, 0).scale()).isEqualTo(0.02);
  }

  @Test
  public void movingGoesByDevicePixels() {
    Viewport v = Viewport.centred(WHOLE, 2, 1000, 1250, 900, 760).moved(30, -10);
    assertThat(v.sourceX(450, 380)).isCloseTo(985, within(1e-9));
    assertThat(v.sourceY(450, 380)).isCloseTo(1255, within(1e-9));
  }

  @Test
  public void aViewOfAnotherSizeKeepsItsMiddle() {
    Viewport v = Viewport.centred(WHOLE, 0.5, 700, 800, 900, 760).sized(500, 300);
    assertThat(v.sourceX(250, 150)).isCloseTo(700, within(1e-9));
    assertThat(v.sourceY(250, 150)).isCloseTo(800, within(1e-9));
    assertThat(v.scale()).isEqualTo(0.5);
  }

  @Test
  public void anotherFramingShowsTheSamePlaceAsLarge() {
    Viewport v = Viewport.centred(WHOLE, 0.5, 900, 1150, 900, 760);
    Viewport turned = v.framed(TURNED);
    assertThat(turned.sourceX(450, 380)).isCloseTo(900, within(1e-6));
    assertThat(turned.sourceY(450, 380)).isCloseTo(1150, within(1e-6));
    double step =
        Math.hypot(
            turned.deviceX(910, 1150) - turned.deviceX(900, 1150),
            turned.deviceY(910, 1150) - turned.deviceY(900, 1150));
    assertThat(step).isCloseTo(5, within(1e-6));
  }

  @DataProvider
  public Object[][] scales() {
    return new Object[][] {{1.0, 0}, {3.0, 0}, {0.51, 0}, {0.5, 1}, {0.3, 1}, {0.25, 2}, {0.1, 3}};
  }

  @Test(dataProvider = "scales")
  public void theLevelIsTheCoarsestThatIsFineEnough(double scale, int level) {
    Viewport v = Viewport.centred(WHOLE, scale, 1000, 1250, 900, 760);
    assertThat(v.level()).isEqualTo(level);
    Projection p = v.toLevel(level);
    double x = v.sourceX(120, 90) / (1 << level);
    assertThat(p.x(120, 90)).isCloseTo(x, within(1e-6));
    assertThat(p.y(120, 90)).isCloseTo(v.sourceY(120, 90) / (1 << level), within(1e-6));
  }

  @Test
  public void whatIsSeenEndsAtTheCanvas() {
    Viewport v = Viewport.centred(WHOLE, 1, 100, 100, 900, 760);
    assertThat(v.seen()).isEqualTo(new Rect(0, 0, 550, 480));
    assertThat(v.device()).isEqualTo(new Rect(350, 280, 550, 480));
    Viewport off = Viewport.centred(WHOLE, 1, -5000, 0, 900, 760);
    assertThat(off.seen().isEmpty()).isTrue();
    assertThat(off.device().isEmpty()).isTrue();
  }
}
