package carezza.reading;

import carezza.face.FaceMap;
import java.util.List;

/**
 * The planes of a face in the frame of the eye pins: u mm along the eyes from their middle, v mm
 * down. Boxes that fit an upright adult face; true regions replace them when the face map has them.
 */
final class FacePlanes {
  static final List<String> NAMES =
      List.of("forehead", "rightCheek", "leftCheek", "nose", "chin", "neck");

  private final FaceMap map;
  private final double cos;
  private final double sin;
  private final double px;

  FacePlanes(FaceMap map) {
    this.map = map;
    double d = map.rightEye().distance(map.leftEye());
    cos = (map.leftEye().x() - map.rightEye().x()) / d;
    sin = (map.leftEye().y() - map.rightEye().y()) / d;
    px = map.pxPerMm();
  }

  /** Index into {@link #NAMES} of a source pixel. */
  int at(double x, double y) {
    double dx = x - (map.rightEye().x() + map.leftEye().x()) / 2;
    double dy = y - (map.rightEye().y() + map.leftEye().y()) / 2;
    double u = (dx * cos + dy * sin) / px;
    double v = (dy * cos - dx * sin) / px;
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
