package carezza.face;

/**
 * Where the sitter's eyes are, and what a millimetre is on this face.
 *
 * <p>Scale = distance of the pupils in pixels / inter-pupillary distance in mm. The mean adult
 * distance is 63 mm with a spread of about 6 % (Dodgson 2004, "Variation and extrema of human
 * interpupillary distance").
 *
 * @param rightEye the sitter's right pupil (left in the picture when upright)
 * @param leftEye the sitter's left pupil
 * @param eyeDistanceMm inter-pupillary distance, 40 to 80 mm, usually 63
 */
public record FaceMap(Pin rightEye, Pin leftEye, double eyeDistanceMm) {
  public static final double MEAN_EYE_DISTANCE_MM = 63;
  public static final double SPREAD = 0.06;

  public FaceMap {
    if (!(eyeDistanceMm >= 40 && eyeDistanceMm <= 80)) {
      throw new IllegalArgumentException(
          "eyeDistanceMm = " + eyeDistanceMm + ", must be in [40, 80]");
    }
    if (rightEye.distance(leftEye) < 4) {
      throw new IllegalArgumentException(
          "eye pins lie " + rightEye.distance(leftEye) + " px apart, must be 4 or more");
    }
  }

  public FaceMap(Pin rightEye, Pin leftEye) {
    this(rightEye, leftEye, MEAN_EYE_DISTANCE_MM);
  }

  public double pxPerMm() {
    return rightEye.distance(leftEye) / eyeDistanceMm;
  }
}
