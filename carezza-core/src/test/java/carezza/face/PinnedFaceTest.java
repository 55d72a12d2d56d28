package carezza.face;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.testng.annotations.Test;

public class PinnedFaceTest {
  /** The canonical face turned and put on a picture. */
  private static List<Pin> seen(double yaw, double pitch, double roll, double scale) {
    List<Pin> out = new ArrayList<>();
    for (int i = 0; i < CanonicalFace.size(); i++) {
      double[] v = CanonicalFace.vertex(i);
      double x = v[0] * Math.cos(yaw) + v[2] * Math.sin(yaw);
      double z = -v[0] * Math.sin(yaw) + v[2] * Math.cos(yaw);
      double y = v[1] * Math.cos(pitch) - z * Math.sin(pitch);
      double px = x * Math.cos(roll) - y * Math.sin(roll);
      double py = x * Math.sin(roll) + y * Math.cos(roll);
      out.add(new Pin(900 + scale * px, 700 - scale * py));
    }
    return out;
  }

  private static Pin eye(List<Pin> mesh, int... lids) {
    double x = 0;
    double y = 0;
    for (int i : lids) {
      x += mesh.get(i).x() / lids.length;
      y += mesh.get(i).y() / lids.length;
    }
    return new Pin(x, y);
  }

  @Test
  public void aTurnedCanonicalFaceIsFollowed() {
    Random random = new Random(8);
    for (int n = 0; n < 200; n++) {
      double scale = 20 + 60 * random.nextDouble();
      List<Pin> mesh =
          seen(
              random.nextDouble() - 0.5,
              0.5 * random.nextDouble() - 0.25,
              random.nextDouble() - 0.5,
              scale);
      FaceMap eyes = new FaceMap(eye(mesh, 33, 133, 159, 145), eye(mesh, 263, 362, 386, 374));
      PinnedFace pins = PinnedFace.of(eyes, mesh.get(1), mesh.get(291), mesh.get(61));
      assertThat(pins.mouthRight()).as("the corners in their order").isEqualTo(mesh.get(61));
      List<Pin> laid = pins.mesh();
      for (int i = 0; i < mesh.size(); i++) {
        assertThat(laid.get(i).distance(mesh.get(i))).isLessThan(1e-6 * scale);
      }
    }
  }

  @Test
  public void irisesHaveTheMeanSizeOfTheEyeDistanceSeenStraight() {
    PersonMask all = new PersonMask(100, 2, 2, new byte[4]);
    List<Pin> mesh = seen(0.4, 0, 0, 40);
    FaceMap eyes = new FaceMap(eye(mesh, 33, 133, 159, 145), eye(mesh, 263, 362, 386, 374));
    FoundFace turned = PinnedFace.of(eyes, mesh.get(1), mesh.get(61), mesh.get(291)).face(all);
    double straight = eyes.rightEye().distance(eyes.leftEye()) / Math.cos(0.4);
    assertThat(turned.rightIrisPx()).isCloseTo(straight * 11.7 / 63, within(0.02 * straight));
    assertThat(turned.rightPupil()).isEqualTo(eyes.rightEye());
  }

  @Test
  public void pinsThatAreNoFaceAreRefused() {
    FaceMap eyes = new FaceMap(new Pin(100, 100), new Pin(200, 100));
    Pin nose = new Pin(150, 160);
    assertThatThrownBy(
            () -> PinnedFace.of(eyes, new Pin(150, 60), new Pin(120, 200), new Pin(180, 200)))
        .hasMessageContaining("below the eyes");
    assertThatThrownBy(() -> PinnedFace.of(eyes, nose, new Pin(150, 200), new Pin(151, 200)))
        .hasMessageContaining("corners");
  }
}
