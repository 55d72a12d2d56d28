package carezza.reading;

import carezza.face.FaceFrame;
import carezza.face.FaceMap;
import java.util.List;

/**
 * The planes of a face in the frame of the eye pins: u mm along the eyes from their middle, v mm
 * down. Boxes that fit an upright adult face; true regions replace them when the face map has them.
 */
final class FacePlanes {
  static final List<String> NAMES =
      List.of("forehead", "rightCheek", "leftCheek", "nose", "chin", "neck");

  private final FaceFrame frame;

  FacePlanes(FaceMap map) {
    frame = new FaceFrame(map);
  }

  /** Index into {@link #NAMES} of a source pixel. */
  int at(double x, double y) {
    double u = frame.u(x, y);
    double v = frame.v(x, y);
    if (v < -12) {
      return 0;
    }
    if (v > 112) {
      return 5;
    }
    if (v > 62 && Math.abs(u) < 45) {
      return 4;
    }
    if (Math.abs(u) < 14 && v < 50) {
      return 3;
    }
    return u < 0 ? 1 : 2;
  }
}
