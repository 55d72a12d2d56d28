package carezza.reading;

import carezza.face.Pin;
import carezza.geometry.Framing;
import carezza.geometry.Projection;

/**
 * By how many percent more the sitter's face is stretched one way than across it: the ratio of the
 * singular values of the map from the canvas to the source between the eyes. A turn, a crop and a
 * scaling of all alike change none.
 */
final class FaceStretch {
  private static final String NAME = "faceStretch";

  private FaceStretch() {}

  static Reading of(ReadingInputs in) {
    Pin right = in.faceMap().orElseThrow().rightEye();
    Pin left = in.faceMap().orElseThrow().leftEye();
    Framing f = in.framing();
    double x = (right.x() + left.x()) / 2;
    double y = (right.y() + left.y()) / 2;
    Projection map = f.toSource();
    double[] s = map.stretch(f.canvasX(x, y), f.canvasY(x, y));
    double[] band = ReadingBands.of(NAME);
    return new Reading(NAME, 0, 100 * (s[0] / s[1] - 1), band[0], band[1], "", "");
  }
}
