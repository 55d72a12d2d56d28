package carezza.face;

import java.util.List;

/**
 * Closed outlines of a face as numbers of points of the canonical mesh; the sitter's right and
 * left. Lids and lips begin at a corner, go along the lower edge to the other corner, and back
 * along the upper edge.
 */
public final class FaceContours {
  public static final List<Integer> OVAL =
      List.of(
          10, 338, 297, 332, 284, 251, 389, 356, 454, 323, 361, 288, 397, 365, 379, 378, 400, 377,
          152, 148, 176, 149, 150, 136, 172, 58, 132, 93, 234, 127, 162, 21, 54, 103, 67, 109);
  public static final List<Integer> RIGHT_EYE =
      List.of(33, 7, 163, 144, 145, 153, 154, 155, 133, 173, 157, 158, 159, 160, 161, 246);
  public static final List<Integer> LEFT_EYE =
      List.of(263, 249, 390, 373, 374, 380, 381, 382, 362, 398, 384, 385, 386, 387, 388, 466);
  public static final List<Integer> OUTER_LIPS =
      List.of(
          61, 146, 91, 181, 84, 17, 314, 405, 321, 375, 291, 409, 270, 269, 267, 0, 37, 39, 40,
          185);
  public static final List<Integer> INNER_LIPS =
      List.of(
          78, 95, 88, 178, 87, 14, 317, 402, 318, 324, 308, 415, 310, 311, 312, 13, 82, 81, 80,
          191);

  /** The lower edge from the nose outwards, then the upper edge back. */
  public static final List<Integer> RIGHT_BROW = List.of(55, 65, 52, 53, 46, 70, 63, 105, 66, 107);

  public static final List<Integer> LEFT_BROW =
      List.of(285, 295, 282, 283, 276, 300, 293, 334, 296, 336);

  private FaceContours() {}

  /** Oval of the face, both eyes, outer and inner lips, both brows. */
  public static List<List<Pin>> of(FoundFace face) {
    return List.of(OVAL, RIGHT_EYE, LEFT_EYE, OUTER_LIPS, INNER_LIPS, RIGHT_BROW, LEFT_BROW)
        .stream()
        .map(face::points)
        .toList();
  }
}
