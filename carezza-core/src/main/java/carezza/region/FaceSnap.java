package carezza.region;

import carezza.face.FaceContours;
import carezza.face.FaceMap;
import carezza.face.FoundFace;
import carezza.face.Pin;
import carezza.image.PixelReader;
import java.util.ArrayList;
import java.util.List;

/**
 * Lays a found face on the picture's own edges at full resolution: lids, lips and brows. Points of
 * the mesh near those that moved are left where they are.
 */
public final class FaceSnap {
  private static final ArcSnap.Traits LIDS = new ArcSnap.Traits(2.6, 3, 2, 8, 0.4, 0.1, 0.2, 5, 3);
  private static final ArcSnap.Traits LIPS = new ArcSnap.Traits(3, 5, 4, 4, 0.3, 0.2, 0.4, 4, 4);
  private static final ArcSnap.Traits MOUTH = new ArcSnap.Traits(2.5, 4, 2, 4, 0.6, 0.2, 0.4, 4, 3);

  /** Lips that stand apart less than this are closed. */
  private static final double OPEN_MM = 1.5;

  private static final ArcSnap.Parts ONE = new ArcSnap.Parts((x, y) -> 0, (x, y) -> 0, 1, null);

  private FaceSnap() {}

  public static FoundFace snapped(FoundFace face, PixelReader picture) {
    double px = new FaceMap(face.rightPupil(), face.leftPupil()).pxPerMm();
    List<Pin> mesh = new ArrayList<>(face.mesh());
    lids(mesh, FaceContours.RIGHT_EYE, face.rightPupil(), face.rightIrisPx() / 2, picture, px);
    lids(mesh, FaceContours.LEFT_EYE, face.leftPupil(), face.leftIrisPx() / 2, picture, px);
    boolean open = isOpen(mesh, px);
    List<Outline> mouth =
        open ? List.of(Outline.through(of(mesh, FaceContours.INNER_LIPS))) : List.of();
    lay(mesh, FaceContours.OUTER_LIPS, picture, mouth, lipParts(mesh), LIPS, px);
    if (open) {
      lay(mesh, FaceContours.INNER_LIPS, picture, List.of(), ONE, MOUTH, px);
    }
    return face.withMesh(mesh);
  }

  /** Whether the lips stand apart. */
  static boolean isOpen(List<Pin> mesh, double px) {
    return mesh.get(13).distance(mesh.get(14)) > OPEN_MM * px;
  }

  static List<Pin> of(List<Pin> mesh, List<Integer> points) {
    return points.stream().map(mesh::get).toList();
  }

  private static void lids(
      List<Pin> mesh, List<Integer> eye, Pin iris, double radius, PixelReader picture, double px) {
    ArcSnap.Part disc = (x, y) -> Math.hypot(x - iris.x(), y - iris.y()) < radius ? 1 : 0;
    Pin a = mesh.get(eye.get(0));
    Pin b = mesh.get(eye.get(8));
    double long2 = (b.x() - a.x()) * (b.x() - a.x()) + (b.y() - a.y()) * (b.y() - a.y());
    ArcSnap.Part sure =
        (x, y) -> {
          double u =
              ((x - iris.x()) * (b.x() - a.x()) + (y - iris.y()) * (b.y() - a.y()))
                  / Math.sqrt(long2);
          double v =
              ((y - iris.y()) * (b.x() - a.x()) - (x - iris.x()) * (b.y() - a.y()))
                  / Math.sqrt(long2);
          double from =
              ((x - a.x()) * (b.x() - a.x()) + (y - a.y()) * (b.y() - a.y())) / Math.sqrt(long2);
          double left = Math.min(from, Math.sqrt(long2) - from) / px;
          double far = Math.hypot(u, v) / radius;
          boolean white = far > 1.08 && Math.abs(v) < 1.0 * px && left > 3.5;
          return white || far < 0.9 && Math.abs(v) < 2.2 * px ? 1 : 0;
        };
    lay(mesh, eye, picture, List.of(), new ArcSnap.Parts(disc, (x, y) -> 0, 2, sure), LIDS, px);
  }

  /** Upper and lower lip, right and left of their middle. */
  private static ArcSnap.Parts lipParts(List<Pin> mesh) {
    Pin right = mesh.get(61);
    Pin left = mesh.get(291);
    Pin middle = mesh.get(13);
    double dx = left.x() - right.x();
    double dy = left.y() - right.y();
    double length2 = dx * dx + dy * dy;
    double bow = ((middle.y() - right.y()) * dx - (middle.x() - right.x()) * dy) / length2;
    ArcSnap.Part part =
        (x, y) -> {
          double u = ((x - right.x()) * dx + (y - right.y()) * dy) / length2;
          double v = ((y - right.y()) * dx - (x - right.x()) * dy) / length2;
          return v < bow * 4 * u * (1 - u) ? 0 : 1;
        };
    return new ArcSnap.Parts(part, part, 2, null);
  }

  private static void lay(
      List<Pin> mesh,
      List<Integer> points,
      PixelReader picture,
      List<Outline> not,
      ArcSnap.Parts parts,
      ArcSnap.Traits t,
      double px) {
    List<Pin> laid = ArcSnap.snap(picture, of(mesh, points), not, parts, t, px);
    for (int i = 0; i < points.size(); i++) {
      mesh.set(points.get(i), laid.get(i));
    }
  }
}
