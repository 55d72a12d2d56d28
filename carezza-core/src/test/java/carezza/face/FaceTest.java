package carezza.face;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
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

  private static List<Pin> mesh(double yaw, double roll) {
    return MadeFaces.mesh(500, 400, 10, yaw, roll);
  }

  private static FoundFace face(List<Pin> mesh) {
    Pin right = mesh.get(159);
    Pin left = mesh.get(386);
    return new FoundFace(1, mesh, right, left, 12, 11, new PersonMask(100, 2, 2, new byte[4]));
  }

  @Test
  public void turnIsReadFromThePoints() {
    for (double degrees : new double[] {-35, -10, 0, 20, 40}) {
      HeadTurn turn = HeadTurn.of(mesh(Math.toRadians(degrees), 0.3));
      assertThat(turn.yawDegrees()).isCloseTo(degrees, within(0.1));
      assertThat(turn.pitchDegrees()).isCloseTo(0, within(0.1));
      assertThat(turn.rollDegrees()).isCloseTo(Math.toDegrees(0.3), within(0.1));
      assertThat(turn.eyeShortening()).isCloseTo(Math.cos(Math.toRadians(degrees)), within(1e-6));
    }
  }

  @Test
  public void scaleOfAFoundFaceWeighsEyeDistanceAndIris() {
    List<Pin> turned = mesh(Math.toRadians(30), 0);
    FaceMap m = FaceMap.of(List.of(face(turned)));
    double eyes = turned.get(159).distance(turned.get(386)) / Math.cos(Math.toRadians(30)) / 63;
    double iris = 12 / 11.7;
    double want = (eyes / (0.06 * 0.06) + iris / (0.04 * 0.04)) / (1 / 0.0036 + 1 / 0.0016);
    assertThat(m.pxPerMm()).isCloseTo(want, within(1e-6));
    double turn = Math.toRadians(4) * Math.tan(Math.toRadians(30));
    double ofEyes = Math.hypot(0.06, turn) / 0.0036;
    double ofIrises = Math.hypot(0.04, 0.02) / 0.0016;
    double off = 1.96 * Math.hypot(ofEyes, ofIrises) / (1 / 0.0036 + 1 / 0.0016);
    assertThat(m.relativeError()).isCloseTo(off, within(1e-3)).isBetween(0.07, 0.08);
    assertThat(m.difference()).isCloseTo(iris / eyes - 1, within(1e-6));
    assertThatThrownBy(() -> face(turned.subList(0, 467))).hasMessageContaining("467 points");
  }

  @Test
  public void aHandleBendsWhatIsNearItAndNoOtherHandle() {
    FoundFace f = face(mesh(0, 0)).rounded();
    for (FaceHandle h : FaceHandle.values()) {
      Pin to = new Pin(h.at(f).x() + 3, h.at(f).y() - 2);
      FoundFace g = h.moved(f, to);
      assertThat(h.at(g).distance(to)).isLessThan(0.01);
      for (FaceHandle other : FaceHandle.values()) {
        if (other != h) {
          assertThat(other.at(g)).as("%s when %s moves", other, h).isEqualTo(other.at(f));
        }
      }
      long moved =
          java.util.stream.IntStream.range(0, FoundFace.POINTS)
              .filter(i -> !g.mesh().get(i).equals(f.mesh().get(i)))
              .count();
      boolean pupil = h == FaceHandle.RIGHT_PUPIL || h == FaceHandle.LEFT_PUPIL;
      assertThat(moved).as("points that %s takes along", h).isBetween(pupil ? 0L : 1L, 150L);
    }
  }

  @Test
  public void chanceOfAPersonIsLinearBetweenCells() {
    PersonMask m = new PersonMask(10, 2, 2, new byte[] {0, (byte) 255, 0, (byte) 255});
    assertThat(m.at(5, 5)).isZero();
    assertThat(m.at(15, 5)).isEqualTo(1);
    assertThat(m.at(10, 12)).isCloseTo(0.5, within(1e-9));
    assertThat(m.at(-50, 0)).isZero();
    assertThat(m).isEqualTo(new PersonMask(10, 2, 2, m.chance()));
    assertThatThrownBy(() -> new PersonMask(10, 2, 3, new byte[4])).hasMessageContaining("2 x 3");
  }
}
