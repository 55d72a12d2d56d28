package carezza.face;

import carezza.filter.Gaussian;
import carezza.image.Plane;
import carezza.image.Rect;
import java.util.List;

/**
 * How far the skin of a face is turned to the camera: the cosine between its normal and the line of
 * sight, by the canonical face turned as the head is. A face is no canonical face, and noses are
 * smoothed: good to some ten degrees.
 */
public final class Facing {
  /** Normals are means of what lies within about so far. */
  private static final double SOFT_MM = 4;

  /** Beyond the mesh a place is taken to face the camera the more, the less of it lies near. */
  private static final float UNKNOWN = 0.01f;

  private Facing() {}

  /**
   * Cosines over a rectangle of a level, from 0 where skin is seen edgewise to 1; 1 far from the
   * face.
   *
   * @param pxPerMm of the source
   */
  public static Plane cosines(FoundFace f, double pxPerMm, int level, Rect rect) {
    double side = 1 << level;
    Plane weight = new Plane(rect);
    Plane cosine = new Plane(rect);
    double[] towards = HeadTurn.towardsCamera(f.mesh());
    for (int[] t : CanonicalFace.triangles()) {
      double area = -MeshMap.twiceArea(f.mesh(), t) / 2 / side / side;
      if (area > 0) {
        double third = area / 3;
        double c = Math.max(0, cosine(t, towards));
        for (int corner = 0; corner < 3; corner++) {
          Pin p = towardsCorner(f.mesh(), t, corner);
          int x = (int) Math.floor(p.x() / side) - rect.x();
          int y = (int) Math.floor(p.y() / side) - rect.y();
          if (x >= 0 && y >= 0 && x < rect.w() && y < rect.h()) {
            weight.data()[y * rect.w() + x] += third;
            cosine.data()[y * rect.w() + x] += third * c;
          }
        }
      }
    }
    double sigma = SOFT_MM * pxPerMm / side;
    Plane n = Gaussian.blur(weight, sigma);
    Plane out = Gaussian.blur(cosine, sigma);
    for (int i = 0; i < out.data().length; i++) {
      out.data()[i] = (out.data()[i] + UNKNOWN) / (n.data()[i] + UNKNOWN);
    }
    return out;
  }

  /** Halfway between the middle of a triangle and a corner. */
  private static Pin towardsCorner(List<Pin> mesh, int[] t, int corner) {
    Pin a = mesh.get(t[corner]);
    Pin b = mesh.get(t[(corner + 1) % 3]);
    Pin c = mesh.get(t[(corner + 2) % 3]);
    return new Pin((4 * a.x() + b.x() + c.x()) / 6, (4 * a.y() + b.y() + c.y()) / 6);
  }

  private static double cosine(int[] t, double[] towards) {
    double[] a = CanonicalFace.vertex(t[0]);
    double[] u = less(CanonicalFace.vertex(t[1]), a);
    double[] v = less(CanonicalFace.vertex(t[2]), a);
    double[] normal = {
      u[1] * v[2] - u[2] * v[1], u[2] * v[0] - u[0] * v[2], u[0] * v[1] - u[1] * v[0]
    };
    return dot(normal, towards) / Math.sqrt(dot(normal, normal) * dot(towards, towards));
  }

  private static double[] less(double[] a, double[] b) {
    return new double[] {a[0] - b[0], a[1] - b[1], a[2] - b[2]};
  }

  private static double dot(double[] a, double[] b) {
    return a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
  }
}
