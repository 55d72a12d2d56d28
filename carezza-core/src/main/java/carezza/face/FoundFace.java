package carezza.face;

import carezza.image.Hash;
import carezza.setting.Extra;
import java.util.List;

/**
 * A face as it was found, or as it was bent by hand since. Source pixels; right and left are the
 * sitter's.
 *
 * @param score certainty, 0 to 1; 0 where it was laid on pins
 * @param mesh the 468 points of the canonical face mesh
 * @param rightPupil centre of the sitter's right iris
 * @param leftPupil centre of the sitter's left iris
 * @param rightIrisPx diameter
 * @param leftIrisPx diameter
 * @param person where the picture shows a person
 * @param sitter whose it is, from 1 on; 0 until a face map gives a number. Areas name a sitter by
 *     it, so it stays when another becomes the principal one
 * @param extra what a newer version knows of it
 */
public record FoundFace(
    double score,
    List<Pin> mesh,
    Pin rightPupil,
    Pin leftPupil,
    double rightIrisPx,
    double leftIrisPx,
    PersonMask person,
    int sitter,
    Extra extra) {
  /** Points of a mesh. */
  public static final int POINTS = 468;

  public FoundFace {
    mesh = List.copyOf(mesh);
    if (mesh.size() != POINTS) {
      throw new IllegalArgumentException("mesh = " + mesh.size() + " points, must be " + POINTS);
    }
    boolean sane =
        rightIrisPx > 0 && leftIrisPx > 0 && Math.max(rightIrisPx, leftIrisPx) <= FaceMap.MOST_PX;
    if (!sane) {
      throw new IllegalArgumentException(
          "irises = "
              + rightIrisPx
              + ", "
              + leftIrisPx
              + " px, must be in (0, "
              + FaceMap.MOST_PX
              + "]");
    }
  }

  public FoundFace(
      double score,
      List<Pin> mesh,
      Pin rightPupil,
      Pin leftPupil,
      double rightIrisPx,
      double leftIrisPx,
      PersonMask person) {
    this(score, mesh, rightPupil, leftPupil, rightIrisPx, leftIrisPx, person, 0, Extra.NONE);
  }

  public FoundFace withMesh(List<Pin> points) {
    return new FoundFace(
        score, points, rightPupil, leftPupil, rightIrisPx, leftIrisPx, person, sitter, extra);
  }

  public FoundFace withPerson(PersonMask mask) {
    return new FoundFace(
        score, mesh, rightPupil, leftPupil, rightIrisPx, leftIrisPx, mask, sitter, extra);
  }

  public FoundFace withSitter(int number) {
    return new FoundFace(
        score, mesh, rightPupil, leftPupil, rightIrisPx, leftIrisPx, person, number, extra);
  }

  /** With irises laid anew. */
  public FoundFace withIrises(Pin right, Pin left, double rightPx, double leftPx) {
    return new FoundFace(score, mesh, right, left, rightPx, leftPx, person, sitter, extra);
  }

  /** With places and sizes in hundredths of a pixel, so that documents stay small. */
  public FoundFace rounded() {
    return new FoundFace(
        hundredths(score),
        mesh.stream().map(FoundFace::hundredths).toList(),
        hundredths(rightPupil),
        hundredths(leftPupil),
        hundredths(rightIrisPx),
        hundredths(leftIrisPx),
        person,
        sitter,
        extra);
  }

  private static Pin hundredths(Pin p) {
    return new Pin(hundredths(p.x()), hundredths(p.y()));
  }

  private static double hundredths(double v) {
    return Math.round(100 * v) / 100.0;
  }

  /** Points of the mesh by their numbers. */
  public List<Pin> points(List<Integer> numbers) {
    return numbers.stream().map(mesh::get).toList();
  }

  public long fingerprint() {
    Hash h = new Hash().add(rightIrisPx).add(leftIrisPx).add(person.fingerprint());
    for (Pin p : mesh) {
      h.add(p.x()).add(p.y());
    }
    return h.add(rightPupil.x()).add(rightPupil.y()).add(leftPupil.x()).add(leftPupil.y()).get();
  }
}
