package carezza.face;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import org.testng.annotations.Test;

/** The canonical face seen straight, aside and larger: where its places go. */
public class MeshMapTest {
  private static final PersonMask NOBODY = new PersonMask(1, 1, 1, new byte[1]);

  private static Pin seen(double[] v, double yaw, double scale) {
    double c = Math.cos(yaw);
    double s = Math.sin(yaw);
    return new Pin(500 + scale * (v[0] * c + v[2] * s), 400 - scale * v[1]);
  }

  private static FoundFace face(double yawDegrees, double scale) {
    List<Pin> mesh = new ArrayList<>();
    for (int i = 0; i < FoundFace.POINTS; i++) {
      mesh.add(seen(CanonicalFace.vertex(i), Math.toRadians(yawDegrees), scale));
    }
    return new FoundFace(1, mesh, mesh.get(159), mesh.get(386), 40, 40, NOBODY);
  }

  /** Half-way between two neighbours of the mesh. */
  private static double[] between(int a, int b) {
    double[] v = CanonicalFace.vertex(a);
    double[] w = CanonicalFace.vertex(b);
    return new double[] {(v[0] + w[0]) / 2, (v[1] + w[1]) / 2, (v[2] + w[2]) / 2};
  }

  /** But for a few that lie behind others, as about the nostrils. */
  @Test
  public void placesOnTheMeshGoWithIt() {
    MeshMap map = new MeshMap(face(0, 30), face(25, 45));
    int exact = 0;
    for (int[] t : CanonicalFace.triangles()) {
      double[] v = between(t[0], t[1]);
      Pin want = seen(v, Math.toRadians(25), 45);
      exact += map.there(seen(v, 0, 30)).place().distance(want) < 1e-6 ? 1 : 0;
    }
    assertThat(exact).isGreaterThan(CanonicalFace.triangles().size() * 95 / 100);
  }

  @Test
  public void aSmallStepGoesAsTheMapSays() {
    MeshMap map = new MeshMap(face(0, 30), face(20, 30));
    Pin cheek = seen(between(205, 50), 0, 30);
    MeshMap.There there = map.there(cheek);
    Pin near = new Pin(cheek.x() + 0.2, cheek.y() - 0.1);
    Pin moved = map.there(near).place();
    double[] m = there.map();
    assertThat(moved.x() - there.place().x()).isCloseTo(0.2 * m[0] - 0.1 * m[1], within(0.02));
    assertThat(moved.y() - there.place().y()).isCloseTo(0.2 * m[2] - 0.1 * m[3], within(0.02));
  }

  /** On a head turned far to one side the other side's cheek is not seen. */
  @Test
  public void whatTurnsAwayIsNotSeen() {
    MeshMap map = new MeshMap(face(0, 30), face(65, 30));
    Pin right = seen(between(205, 50), 0, 30);
    Pin left = seen(between(425, 280), 0, 30);
    assertThat(map.there(right).seen()).isTrue();
    assertThat(map.there(left).seen()).isFalse();
  }

  @Test
  public void beyondTheMeshPlacesGoWithWhatIsNear() {
    MeshMap larger = new MeshMap(face(0, 30), face(0, 60));
    Pin neck = new Pin(500, 400 + 30 * 14);
    MeshMap.There there = larger.there(neck);
    assertThat(there.beyondPx()).isGreaterThan(50);
    assertThat(there.place().distance(new Pin(500, 400 + 60 * 14))).isLessThan(1e-6);
    Carried c = FaceMap.of(List.of(face(0, 30))).carry(neck, FaceMap.of(List.of(face(30, 30))));
    Carried on =
        FaceMap.of(List.of(face(0, 30)))
            .carry(new Pin(500, 400), FaceMap.of(List.of(face(30, 30))));
    assertThat(c.errorMm()).isGreaterThan(2 * on.errorMm());
  }

  /** Every point of the mesh lies within the outline, turned or not, and some lie on it. */
  @Test
  public void theSilhouetteHoldsTheWholeFace() {
    for (double yaw : new double[] {0, 35, -50, 80}) {
      FoundFace f = face(yaw, 30);
      List<Pin> outline = Silhouette.of(f);
      assertThat(outline).hasSize(Silhouette.POINTS);
      double cx = outline.stream().mapToDouble(Pin::x).average().orElseThrow();
      double widest = f.mesh().stream().mapToDouble(p -> Math.abs(p.x() - cx)).max().orElseThrow();
      double reached = outline.stream().mapToDouble(p -> Math.abs(p.x() - cx)).max().orElseThrow();
      assertThat(reached).as("yaw %.0f", yaw).isCloseTo(widest, within(0.05 * widest));
    }
  }

  @Test
  public void sittersKeepTheirNumbers() {
    FoundFace one = face(0, 30);
    List<Pin> aside = one.mesh().stream().map(p -> new Pin(p.x() + 900, p.y())).toList();
    FoundFace two = new FoundFace(1, aside, aside.get(159), aside.get(386), 40, 40, NOBODY);
    FaceMap map = FaceMap.of(List.of(two, one));
    assertThat(map.faces()).extracting(FoundFace::sitter).containsExactly(2, 1);
    FaceMap other = map.withPrincipal(1);
    assertThat(other.faces()).extracting(FoundFace::sitter).containsExactly(1, 2);
    assertThat(other.rightEye()).isEqualTo(one.rightPupil());
    assertThat(map.withPrincipal(7)).isEqualTo(map);
    assertThat(other.fingerprint()).isNotEqualTo(map.fingerprint());
  }
}
