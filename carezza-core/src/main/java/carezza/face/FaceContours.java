package carezza.face;

import java.util.List;

/**
 * Closed outlines of a face as rows of points of the canonical mesh; the sitter's right and left.
 */
public final class FaceContours {
  private static final int[] OVAL = {
    10, 338, 297, 332, 284, 251, 389, 356, 454, 323, 361, 288, 397, 365, 379, 378, 400, 377, 152,
    148, 176, 149, 150, 136, 172, 58, 132, 93, 234, 127, 162, 21, 54, 103, 67, 109
  };
  private static final int[] RIGHT_EYE = {
    33, 7, 163, 144, 145, 153, 154, 155, 133, 173, 157, 158, 159, 160, 161, 246
  };
  private static final int[] LEFT_EYE = {
    263, 249, 390, 373, 374, 380, 381, 382, 362, 398, 384, 385, 386, 387, 388, 466
  };
  private static final int[] OUTER_LIPS = {
    61, 146, 91, 181, 84, 17, 314, 405, 321, 375, 291, 409, 270, 269, 267, 0, 37, 39, 40, 185
  };
  private static final int[] INNER_LIPS = {
    78, 95, 88, 178, 87, 14, 317, 402, 318, 324, 308, 415, 310, 311, 312, 13, 82, 81, 80, 191
  };

  private FaceContours() {}

  /** Oval of the face, both eyes, outer and inner lips. */
  public static List<List<Pin>> of(FoundFace face) {
    return List.of(
        line(face, OVAL),
        line(face, RIGHT_EYE),
        line(face, LEFT_EYE),
        line(face, OUTER_LIPS),
        line(face, INNER_LIPS));
  }

  private static List<Pin> line(FoundFace face, int[] points) {
    return java.util.Arrays.stream(points).mapToObj(i -> face.mesh().get(i)).toList();
  }
}
