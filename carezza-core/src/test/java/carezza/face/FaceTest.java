package carezza.face;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import org.testng.annotations.Test;

public class FaceTest {
  @Test
  public void scaleIsEyeDistanceOverMillimetres() {
    FaceMap m = new FaceMap(new Pin(100, 200), new Pin(100 + 315, 200));
    assertThat(m.pxPerMm()).isCloseTo(5, within(1e-12));
    assertThat(new FaceMap(m.rightEye(), m.leftEye(), 52.5).pxPerMm()).isCloseTo(6, within(1e-12));
    assertThatThrownBy(() -> new FaceMap(m.rightEye(), m.rightEye()))
        .hasMessageContaining("0.0 px apart");
    assertThatThrownBy(() -> new FaceMap(m.rightEye(), m.leftEye(), 20))
        .hasMessageContaining("eyeDistanceMm = 20.0");
  }

  @Test
  public void theFacesFrameTurnsWithTheEyes() {
    for (double turn : new double[] {0, 0.4, Math.PI / 2, -2.5}) {
      double c = Math.cos(turn);
      double s = Math.sin(turn);
      FaceMap m =
          new FaceMap(new Pin(500 - 126 * c, 400 - 126 * s), new Pin(500 + 126 * c, 400 + 126 * s));
      FaceFrame f = new FaceFrame(m);
      double x = 500 + 4 * (10 * c - 30 * s);
      double y = 400 + 4 * (10 * s + 30 * c);
      assertThat(f.u(x, y)).isCloseTo(10, within(1e-9));
      assertThat(f.v(x, y)).isCloseTo(30, within(1e-9));
    }
  }
}
