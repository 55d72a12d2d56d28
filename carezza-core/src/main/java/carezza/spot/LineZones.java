package carezza.spot;

import carezza.face.FaceContours;
import carezza.face.FoundFace;
import carezza.face.Pin;
import carezza.spot.SkinLine.Where;
import java.util.ArrayList;
import java.util.List;

/**
 * Where a face has lines of its own, and which way they run there: across the forehead above the
 * brows, from the wings of the nose past the corners of the mouth, across the neck.
 */
final class LineZones {
  /** From the wing of the nose down beside the mouth, by points of the mesh. */
  private static final List<List<Integer>> SMILES =
      List.of(List.of(129, 203, 206, 216, 212), List.of(358, 423, 426, 436, 432));

  private static final double SMILE_MM = 7;

  private static final int CHIN = 152;

  /** What of the forehead and neck is looked at, mm from the middle of the face. */
  private static final double FOREHEAD_MM = 62;

  private static final double HIGH_MM = 85;
  private static final double NECK_MM = 60;
  private static final double LOW_MM = 110;

  /** Lines begin so far below the chin. */
  private static final double UNDER_CHIN_MM = 8;

  /** A zone at a place: what has lines there, and the direction in which they run. */
  record Zone(Where where, double angle) {}

  /** What one face has. */
  private static final class Face {
    final double ox;
    final double oy;
    final double cos;
    final double sin;
    final double px;
    final double brows;
    final double chin;
    final List<List<Pin>> smiles = new ArrayList<>();

    Face(FoundFace f, double pxPerMm) {
      Pin right = middle(f, FaceContours.RIGHT_EYE);
      Pin left = middle(f, FaceContours.LEFT_EYE);
      double d = right.distance(left);
      cos = (left.x() - right.x()) / d;
      sin = (left.y() - right.y()) / d;
      ox = (left.x() + right.x()) / 2;
      oy = (left.y() + right.y()) / 2;
      px = pxPerMm;
      Pin one = middle(f, FaceContours.RIGHT_BROW);
      Pin other = middle(f, FaceContours.LEFT_BROW);
      brows = (v(one.x(), one.y()) + v(other.x(), other.y())) / 2;
      Pin low = f.mesh().get(CHIN);
      chin = v(low.x(), low.y());
      SMILES.forEach(s -> smiles.add(f.points(s)));
    }

    private static Pin middle(FoundFace f, List<Integer> part) {
      List<Pin> p = f.points(part);
      double x = p.stream().mapToDouble(Pin::x).average().orElseThrow();
      return new Pin(x, p.stream().mapToDouble(Pin::y).average().orElseThrow());
    }

    double u(double x, double y) {
      return ((x - ox) * cos + (y - oy) * sin) / px;
    }

    double v(double x, double y) {
      return ((y - oy) * cos - (x - ox) * sin) / px;
    }

    Zone at(double x, double y) {
      double u = u(x, y);
      double v = v(x, y);
      if (Math.abs(u) < FOREHEAD_MM && v < brows && v > -HIGH_MM) {
        return new Zone(Where.FOREHEAD, Math.atan2(sin, cos));
      }
      if (Math.abs(u) < NECK_MM && v > chin + UNDER_CHIN_MM && v < chin + LOW_MM) {
        return new Zone(Where.NECK, Math.atan2(sin, cos));
      }
      return smile(x, y);
    }

    private Zone smile(double x, double y) {
      for (List<Pin> s : smiles) {
        for (int i = 1; i < s.size(); i++) {
          Pin a = s.get(i - 1);
          Pin b = s.get(i);
          if (distance(a, b, x, y) < SMILE_MM * px) {
            return new Zone(Where.SMILE, Math.atan2(b.y() - a.y(), b.x() - a.x()));
          }
        }
      }
      return null;
    }

    private static double distance(Pin a, Pin b, double x, double y) {
      double vx = b.x() - a.x();
      double vy = b.y() - a.y();
      double l = Math.max(1e-9, vx * vx + vy * vy);
      double t = Math.max(0, Math.min(1, ((x - a.x()) * vx + (y - a.y()) * vy) / l));
      return Math.hypot(x - a.x() - t * vx, y - a.y() - t * vy);
    }
  }

  private final List<Face> faces;

  LineZones(List<FoundFace> found, double pxPerMm) {
    faces = found.stream().map(f -> new Face(f, pxPerMm)).toList();
  }

  /** The zone of the first face that has one at a source pixel, or null. */
  Zone at(double x, double y) {
    for (Face f : faces) {
      Zone z = f.at(x, y);
      if (z != null) {
        return z;
      }
    }
    return null;
  }
}
