package carezza.face;

import java.util.List;

/**
 * A face as it was found. Source pixels; right and left are the sitter's.
 *
 * @param score certainty, 0 to 1
 * @param mesh the 468 points of the canonical face mesh
 * @param rightPupil centre of the sitter's right iris
 * @param leftPupil centre of the sitter's left iris
 * @param rightIrisPx diameter
 * @param leftIrisPx diameter
 */
public record FoundFace(
    double score,
    List<Pin> mesh,
    Pin rightPupil,
    Pin leftPupil,
    double rightIrisPx,
    double leftIrisPx) {
  public FoundFace {
    mesh = List.copyOf(mesh);
  }
}
