package carezza.face;

import java.util.ArrayList;
import java.util.List;

/**
 * Five places of a face pinned by hand where none was recognised, and the canonical face laid on
 * them: by least squares, with places on the picture linear in its x, y and z, so that a turned
 * head is followed. A first outline, to be drawn to the edges and bent.
 *
 * @param rightEye the sitter's right pupil
 * @param leftEye the sitter's left pupil
 * @param nose its tip
 * @param mouthRight corner of the mouth on the sitter's right
 * @param mouthLeft the other corner
 */
public record PinnedFace(Pin rightEye, Pin leftEye, Pin nose, Pin mouthRight, Pin mouthLeft) {
  private static final int[][] EYES = {{33, 133, 159, 145}, {263, 362, 386, 374}};
  private static final int NOSE = 1;
  private static final int[] MOUTH = {61, 291};

  /** Share of the eye distance that nose and mouth must be from the line of the eyes. */
  private static final double LEAST_BELOW = 0.2;

  /** Pins in the picture's order, whichever side was clicked first. */
  public static PinnedFace of(FaceMap eyes, Pin nose, Pin oneCorner, Pin otherCorner) {
    double dx = eyes.leftEye().x() - eyes.rightEye().x();
    double dy = eyes.leftEye().y() - eyes.rightEye().y();
    boolean swap =
        (otherCorner.x() - oneCorner.x()) * dx + (otherCorner.y() - oneCorner.y()) * dy < 0;
    return new PinnedFace(
        eyes.rightEye(),
        eyes.leftEye(),
        nose,
        swap ? otherCorner : oneCorner,
        swap ? oneCorner : otherCorner);
  }

  public PinnedFace {
    double eyes = rightEye.distance(leftEye);
    for (Pin p : List.of(nose, mouthRight, mouthLeft)) {
      double cross =
          (leftEye.x() - rightEye.x()) * (p.y() - rightEye.y())
              - (leftEye.y() - rightEye.y()) * (p.x() - rightEye.x());
      if (!(cross > LEAST_BELOW * eyes * eyes)) {
        throw new IllegalArgumentException(
            "nose and mouth lie " + cross / eyes + " px below the eyes, must be more");
      }
    }
    if (!(mouthRight.distance(mouthLeft) > LEAST_BELOW * eyes)) {
      throw new IllegalArgumentException("the corners of the mouth lie together");
    }
  }

  /** The 468 points of the canonical face on these places. */
  public List<Pin> mesh() {
    double[][] from = {
      eye(EYES[0]),
      eye(EYES[1]),
      CanonicalFace.vertex(NOSE),
      CanonicalFace.vertex(MOUTH[0]),
      CanonicalFace.vertex(MOUTH[1])
    };
    List<Pin> to = List.of(rightEye, leftEye, nose, mouthRight, mouthLeft);
    double[][] fit = HeadTurn.fitted(from, to);
    List<Pin> out = new ArrayList<>();
    for (int i = 0; i < CanonicalFace.size(); i++) {
      double[] v = CanonicalFace.vertex(i);
      out.add(new Pin(at(fit[0], v), -at(fit[1], v)));
    }
    return out;
  }

  private static double at(double[] k, double[] v) {
    return k[0] * v[0] + k[1] * v[1] + k[2] * v[2] + k[3];
  }

  private static double[] eye(int[] lids) {
    double[] mean = new double[3];
    for (int i : lids) {
      for (int c = 0; c < 3; c++) {
        mean[c] += CanonicalFace.vertex(i)[c] / lids.length;
      }
    }
    return mean;
  }

  /**
   * The face with irises of the mean size for its eye distance, seen as turned as the outlines are.
   */
  public FoundFace face(PersonMask person) {
    List<Pin> mesh = mesh();
    double straight = rightEye.distance(leftEye) / HeadTurn.of(mesh).eyeShortening();
    double iris = straight * FaceMap.MEAN_IRIS_MM / FaceMap.MEAN_EYE_DISTANCE_MM;
    return new FoundFace(0, mesh, rightEye, leftEye, iris, iris, person);
  }
}
