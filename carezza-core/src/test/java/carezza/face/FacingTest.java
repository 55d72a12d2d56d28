package carezza.face;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import carezza.image.Plane;
import carezza.image.Rect;
import org.testng.annotations.Test;

/** The canonical face, straight and turned: where it is seen aslant. */
public class FacingTest {
  private static final PersonMask NOBODY = new PersonMask(1, 1, 1, new byte[1]);
  private static final double PX = 4;
  private static final Rect ALL = new Rect(0, 0, 1000, 1000);
  private static final int FOREHEAD = 151;
  private static final int RIGHT_CHEEK = 50;
  private static final int LEFT_CHEEK = 280;
  private static final int RIGHT_EAR = 127;
  private static final int CHIN = 199;

  private static FoundFace face(double yawDegrees) {
    return MadeFaces.of(MadeFaces.mesh(500, 500, 10 * PX, Math.toRadians(yawDegrees), 0), NOBODY);
  }

  private static double at(FoundFace f, int point, int level) {
    int side = 1 << level;
    Plane p = Facing.cosines(f, PX, level, new Rect(0, 0, ALL.w() / side, ALL.h() / side));
    Pin at = f.mesh().get(point);
    return p.at((int) at.x() / side, (int) at.y() / side);
  }

  @Test
  public void theFrontFacesTheCameraAndTheSideDoesNot() {
    FoundFace f = face(0);
    assertThat(at(f, FOREHEAD, 0)).isGreaterThan(0.85);
    assertThat(at(f, CHIN, 0)).isGreaterThan(0.8);
    assertThat(at(f, RIGHT_EAR, 0)).isLessThan(0.5);
    assertThat(at(f, LEFT_CHEEK, 0)).isCloseTo(at(f, RIGHT_CHEEK, 0), within(0.02));
  }

  /** What lies in the middle turns by the head's own angle. */
  @Test
  public void aTurnedHeadShowsOneCheek() {
    FoundFace straight = face(0);
    FoundFace turned = face(30);
    double middle = at(turned, FOREHEAD, 0) / at(straight, FOREHEAD, 0);
    assertThat(middle).isCloseTo(Math.cos(Math.toRadians(30)), within(0.06));
    double right = at(turned, RIGHT_CHEEK, 0) - at(straight, RIGHT_CHEEK, 0);
    double left = at(turned, LEFT_CHEEK, 0) - at(straight, LEFT_CHEEK, 0);
    assertThat(right - left).isGreaterThan(0.3);
  }

  /** A picture lying on its side. */
  @Test
  public void aRollChangesNothing() {
    FoundFace rolled =
        MadeFaces.of(MadeFaces.mesh(500, 500, 10 * PX, Math.toRadians(20), Math.PI / 2), NOBODY);
    for (int point : new int[] {FOREHEAD, RIGHT_CHEEK, LEFT_CHEEK, CHIN}) {
      assertThat(at(rolled, point, 0)).isCloseTo(at(face(20), point, 0), within(0.02));
    }
  }

  @Test
  public void allLevelsSayTheSame() {
    for (int point : new int[] {FOREHEAD, RIGHT_CHEEK, CHIN}) {
      assertThat(at(face(20), point, 2)).isCloseTo(at(face(20), point, 0), within(0.03));
    }
  }

  @Test
  public void whatIsFarFromTheFaceIsNotTurnedAway() {
    Plane p = Facing.cosines(face(0), PX, 0, ALL);
    assertThat(p.at(2, 2)).isEqualTo(1f);
    for (float c : p.data()) {
      assertThat(c).isBetween(0f, 1.0001f);
    }
  }
}
