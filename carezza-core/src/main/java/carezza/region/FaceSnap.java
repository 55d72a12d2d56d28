package carezza.region;

import carezza.area.Outline;
import carezza.face.FaceContours;
import carezza.face.FaceMap;
import carezza.face.FoundFace;
import carezza.face.Pin;
import carezza.image.PixelReader;
import java.util.ArrayList;
import java.util.List;

/**
 * Lays a found face on the picture's own edges at full resolution: irises, then lids and lips.
 * Other points of the mesh stay where they are; brows are found as a region, not as an outline.
 */
public final class FaceSnap {
  private static final ArcSnap.Traits LIDS =
      new ArcSnap.Traits(2.6, 3, 2, 8, 0.8, 0.1, 0.2, 5, 0.5, 3);
  private static final ArcSnap.Traits LIPS =
      new ArcSnap.Traits(3, 5, 4, 4, 0.6, 0.2, 0.4, 4, 0.3, 4);
  private static final ArcSnap.Traits MOUTH =
      new ArcSnap.Traits(1.6, 2, 2, 4, 0.3, 0.15, 0.3, 5, 0, 4);

  /** Lips that stand apart less than this are closed. */
  private static final double OPEN_MM = 1.5;

  /**
   * White is surely seen so far from the outer corner of the eye and from the inner one, where the
   * caruncle lies, and so near the iris's level.
   */
  private static final double FROM_OUTER_MM = 2;

  private static final double FROM_INNER_MM = 5;

  private static final double WHITE_MM = 1;

  /** Iris is surely seen so far above and below its middle. */
  private static final double IRIS_MM = 2.2;

  private FaceSnap() {}

  public static FoundFace snapped(FoundFace found, PixelReader picture) {
    FoundFace face = IrisRim.snapped(found, picture);
    double px = new FaceMap(face.rightPupil(), face.leftPupil()).pxPerMm();
    List<Pin> mesh = new ArrayList<>(face.mesh());
    Rows.each(
        3,
        part -> {
          switch (part) {
            case 0 -> lips(mesh, picture, px);
            case 1 ->
                lids(
                    mesh,
                    FaceContours.RIGHT_EYE,
                    face.rightPupil(),
                    face.rightIrisPx() / 2,
                    picture,
                    px);
            default ->
                lids(
                    mesh,
                    FaceContours.LEFT_EYE,
                    face.leftPupil(),
                    face.leftIrisPx() / 2,
                    picture,
                    px);
          }
        });
    return face.withMesh(mesh);
  }

  private static void lips(List<Pin> mesh, PixelReader picture, double px) {
    boolean open = isOpen(mesh, px);
    List<Outline> mouth =
        open ? List.of(Outline.through(of(mesh, FaceContours.INNER_LIPS))) : List.of();
    ArcSnap.Part part = lipPart(mesh);
    ArcSnap.Parts both = new ArcSnap.Parts(part, part, 2, null);
    lay(mesh, FaceContours.OUTER_LIPS, picture, mouth, both, LIPS, px);
    if (open) {
      ArcSnap.Part half = lipPart(mesh);
      ArcSnap.Parts apart = new ArcSnap.Parts(half, half, 2, null);
      lay(mesh, FaceContours.INNER_LIPS, picture, List.of(), apart, MOUTH, px);
    }
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
    ArcFrame frame = new ArcFrame(of(mesh, eye), px);
    double middle = frame.u(iris.x(), iris.y());
    double level = frame.v(iris.x(), iris.y());
    ArcSnap.Part sure =
        (x, y) -> {
          double u = frame.u(x, y);
          double v = Math.abs(frame.v(x, y) - level);
          double far = Math.hypot(u - middle, v) * px / radius;
          boolean between = u > FROM_OUTER_MM && frame.length() - u > FROM_INNER_MM;
          boolean white = far > 1.08 && v < WHITE_MM && between;
          return white || far < 0.9 && v < IRIS_MM ? 1 : 0;
        };
    lay(mesh, eye, picture, List.of(), new ArcSnap.Parts(disc, (x, y) -> 0, 2, sure), LIDS, px);
  }

  /** 0 for the upper lip and what is above it, 1 for the lower one and what is below. */
  private static ArcSnap.Part lipPart(List<Pin> mesh) {
    Pin right = mesh.get(61);
    Pin left = mesh.get(291);
    Pin upper = mesh.get(13);
    Pin lower = mesh.get(14);
    Pin middle = new Pin((upper.x() + lower.x()) / 2, (upper.y() + lower.y()) / 2);
    double dx = left.x() - right.x();
    double dy = left.y() - right.y();
    double length2 = dx * dx + dy * dy;
    double bow = ((middle.y() - right.y()) * dx - (middle.x() - right.x()) * dy) / length2;
    return (x, y) -> {
      double u = ((x - right.x()) * dx + (y - right.y()) * dy) / length2;
      double v = ((y - right.y()) * dx - (x - right.x()) * dy) / length2;
      return v < bow * 4 * u * (1 - u) ? 0 : 1;
    };
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
