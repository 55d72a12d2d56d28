package carezza.pass.even;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import carezza.face.Pin;
import carezza.setting.Extra;
import java.util.ArrayList;
import java.util.List;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Places told by the edge of a lower lid. */
public class LidTest {
  private static final double LENGTH = 160;
  private static final double SAG = 24;

  /**
   * An edge that hangs down in its middle.
   *
   * @param outwards 1 where it runs to the right on the picture, -1 to the left
   * @param degrees by which the head is turned clockwise
   */
  private static Lid lid(int outwards, double degrees) {
    List<Pin> points = new ArrayList<>();
    for (int i = 0; i < Lid.POINTS; i++) {
      double s = i / (Lid.POINTS - 1.0);
      points.add(there(s * LENGTH, SAG * 4 * s * (1 - s), outwards, degrees));
    }
    return new Lid(1, points, Extra.NONE);
  }

  private static Pin there(double x, double y, int outwards, double degrees) {
    double a = Math.toRadians(degrees);
    double u = outwards * x;
    return new Pin(
        500 + u * Math.cos(a) - y * Math.sin(a), 400 + u * Math.sin(a) + y * Math.cos(a));
  }

  @DataProvider
  public Object[][] eyes() {
    return new Object[][] {{1, 0.0}, {-1, 0.0}, {1, 30.0}, {-1, -50.0}, {1, 90.0}, {-1, 180.0}};
  }

  @Test(dataProvider = "eyes")
  public void aPlaceIsToldAlongTheLidAndAwayFromTheEye(int outwards, double degrees) {
    Lid lid = lid(outwards, degrees);
    assertThat(lid.length()).isCloseTo(LENGTH, within(1e-9));
    Pin under = there(80, SAG + 10, outwards, degrees);
    assertThat(lid.along(under.x(), under.y())[0]).isCloseTo(0.5, within(1e-9));
    assertThat(lid.along(under.x(), under.y())[1]).isCloseTo(10, within(1e-6));
    Pin in = there(80, SAG - 10, outwards, degrees);
    assertThat(lid.along(in.x(), in.y())[1]).isCloseTo(-10, within(1e-6));
    Pin nose = there(-16, 5, outwards, degrees);
    assertThat(lid.along(nose.x(), nose.y())[0]).isCloseTo(-0.1, within(1e-9));
    assertThat(lid.along(nose.x(), nose.y())[1]).isCloseTo(5, within(1e-6));
  }

  @Test
  public void betweenItsPointsTheEdgeIsStraight() {
    Lid lid = lid(1, 0);
    double s = 1.5 / (Lid.POINTS - 1);
    double one = SAG * 4 * 0.125 * 0.875;
    double other = SAG * 4 * 0.25 * 0.75;
    double[] at = lid.along(500 + s * LENGTH, 400 + (one + other) / 2);
    assertThat(at[1]).isCloseTo(0, within(1e-6));
  }

  @Test
  public void aLidHasNinePoints() {
    List<Pin> eight = lid(1, 0).points().subList(0, 8);
    assertThatThrownBy(() -> new Lid(1, eight, Extra.NONE))
        .isInstanceOf(IllegalArgumentException.class)
        .hasMessageContaining("8 points");
  }
}
