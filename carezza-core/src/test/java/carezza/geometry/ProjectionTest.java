package carezza.geometry;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import carezza.image.Rect;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Maps of the plane and boxes on it. */
public class ProjectionTest {
  @DataProvider
  public Object[] maps() {
    return new Object[] {
      Projection.IDENTITY,
      Projection.shift(3, -7),
      Projection.turn(0.4).about(100, 50),
      Projection.scale(2, 0.5),
      Projection.tilt(1e-3, -2e-3).about(300, 200),
      Projection.tilt(5e-4, 0).after(Projection.turn(-0.2)).after(Projection.shift(9, 4))
    };
  }

  @Test(dataProvider = "maps")
  public void aMapAndItsInverseLeavePlacesWhereTheyWere(Projection p) {
    Projection back = p.inverse();
    for (double[] at : new double[][] {{0, 0}, {120, 40}, {-30, 200}}) {
      double x = p.x(at[0], at[1]);
      double y = p.y(at[0], at[1]);
      assertThat(back.x(x, y)).isCloseTo(at[0], within(1e-8));
      assertThat(back.y(x, y)).isCloseTo(at[1], within(1e-8));
    }
  }

  @Test(dataProvider = "maps")
  public void linesStayStraight(Projection p) {
    double x0 = p.x(10, 20);
    double y0 = p.y(10, 20);
    double ux = p.x(110, 80) - x0;
    double uy = p.y(110, 80) - y0;
    double vx = p.x(40, 38) - x0;
    double vy = p.y(40, 38) - y0;
    assertThat((ux * vy - uy * vx) / Math.hypot(ux, uy)).isCloseTo(0, within(1e-9));
  }

  /** Against small steps in all directions. */
  @Test(dataProvider = "maps")
  public void stretchIsTheLongestAndShortestThatAStepBecomes(Projection p) {
    double[] stretch = p.stretch(60, 30);
    double longest = 0;
    double shortest = Double.MAX_VALUE;
    double h = 1e-4;
    for (double a = 0; a < Math.PI; a += 0.001) {
      double dx = h * Math.cos(a);
      double dy = h * Math.sin(a);
      double step =
          Math.hypot(
                  p.x(60 + dx, 30 + dy) - p.x(60 - dx, 30 - dy),
                  p.y(60 + dx, 30 + dy) - p.y(60 - dx, 30 - dy))
              / (2 * h);
      longest = Math.max(longest, step);
      shortest = Math.min(shortest, step);
    }
    assertThat(stretch[0]).isCloseTo(longest, within(1e-5));
    assertThat(stretch[1]).isCloseTo(shortest, within(1e-5));
  }

  @Test
  public void mapsFollowOneAnotherFromTheRight() {
    Projection both = Projection.shift(10, 0).after(Projection.scale(2, 2));
    assertThat(both.x(5, 5)).isEqualTo(20);
    assertThat(both.y(5, 5)).isEqualTo(10);
    assertThat(Projection.turn(Math.PI / 2).x(0, 1)).isCloseTo(-1, within(1e-12));
    assertThat(Projection.turn(Math.PI / 2).y(1, 0)).isCloseTo(1, within(1e-12));
    Projection about = Projection.turn(1).about(7, 8);
    assertThat(about.x(7, 8)).isCloseTo(7, within(1e-12));
    assertThat(about.y(7, 8)).isCloseTo(8, within(1e-12));
  }

  @Test
  public void mapsOfTheSameNumbersAreTheSame() {
    assertThat(Projection.shift(0, 0)).isEqualTo(Projection.IDENTITY);
    assertThat(Projection.shift(0, 0).hashCode()).isEqualTo(Projection.IDENTITY.hashCode());
    assertThat(Projection.shift(0, 0).isIdentity()).isTrue();
    assertThat(Projection.shift(0, 1e-9).isIdentity()).isFalse();
    assertThat(Projection.shift(0, 1)).isNotEqualTo(Projection.IDENTITY);
  }

  // ---- boxes

  @Test
  public void aBoxIsNotTurnedRound() {
    assertThatThrownBy(() -> new Box(5, 0, 4, 1))
        .isInstanceOf(IllegalArgumentException.class)
        .hasMessageContaining("5.0..4.0");
    assertThatThrownBy(() -> new Box(0, Double.NaN, 4, 1))
        .isInstanceOf(IllegalArgumentException.class);
  }

  @Test
  public void aBoxIsScaledMovedAndCutAboutItsMiddle() {
    Box b = new Box(10, 20, 50, 40);
    assertThat(b.scaled(0.5)).isEqualTo(new Box(20, 25, 40, 35));
    assertThat(b.moved(1, -2)).isEqualTo(new Box(11, 18, 51, 38));
    assertThat(b.ofRatio(1)).isEqualTo(new Box(20, 20, 40, 40));
    assertThat(b.ofRatio(4)).isEqualTo(new Box(10, 25, 50, 35));
    assertThat(b.x()).isEqualTo(30);
    assertThat(b.holds(50, 40)).isTrue();
    assertThat(b.holds(50.01, 40)).isFalse();
  }

  @Test
  public void itsWholePixelsAreThoseThatLieInIt() {
    assertThat(new Box(10.2, 20, 49.9, 40.0000001).pixels()).isEqualTo(new Rect(11, 20, 38, 20));
    assertThat(new Box(10.2, 20, 10.4, 20.1).pixels()).isEqualTo(new Rect(11, 20, 1, 1));
    assertThat(Box.of(new Rect(3, 4, 5, 6)).pixels()).isEqualTo(new Rect(3, 4, 5, 6));
  }
}
