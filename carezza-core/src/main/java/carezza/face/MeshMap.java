package carezza.face;

import java.util.List;
import java.util.Optional;

/**
 * From a place on one picture of a face to the same place on another, by the two meshes alone: on
 * the mesh linear within each of its triangles, beyond it by the affine map that fits the mesh's
 * points best, near ones most (Schaefer, McPhail, Warren 2006, "Image deformation using moving
 * least squares"). Source pixels of either picture.
 */
public final class MeshMap {
  /** Of the eye distance: how far round a place beyond the mesh points count most. */
  private static final double NEAR = 0.15;

  /** A part of the face hides another only if it lies so far before it. */
  private static final double HIDES_CM = 0.5;

  private final FoundFace from;
  private final FoundFace to;
  private final double[] depthFrom;
  private final double[] depthTo;

  /**
   * A place carried over.
   *
   * @param place on the other picture
   * @param map of a small step about it, xx xy yx yy: dx there = xx dx + xy dy
   * @param beyondPx how far from the mesh it was taken, 0 on it
   * @param seen whether the skin there is turned to the camera on the other picture too, and no
   *     other part of the face lies before it
   */
  public record There(Pin place, double[] map, double beyondPx, boolean seen) {}

  public MeshMap(FoundFace from, FoundFace to) {
    this.from = from;
    this.to = to;
    depthFrom = depths(from);
    depthTo = depths(to);
  }

  /** How near each point of the mesh lies to the camera, by the canonical face turned as it is. */
  private static double[] depths(FoundFace f) {
    double[] towards = HeadTurn.towardsCamera(f.mesh());
    double[] out = new double[FoundFace.POINTS];
    for (int i = 0; i < out.length; i++) {
      double[] v = CanonicalFace.vertex(i);
      out[i] = v[0] * towards[0] + v[1] * towards[1] + v[2] * towards[2];
    }
    return out;
  }

  public There there(Pin p) {
    Optional<int[]> on = nearest(from.mesh(), depthFrom, p, null);
    if (on.isEmpty()) {
      return beyond(p);
    }
    int[] t = on.get();
    double[] w = weights(from.mesh(), t, p);
    Pin a = to.mesh().get(t[0]);
    Pin b = to.mesh().get(t[1]);
    Pin c = to.mesh().get(t[2]);
    Pin there =
        new Pin(
            w[0] * a.x() + w[1] * b.x() + w[2] * c.x(), w[0] * a.y() + w[1] * b.y() + w[2] * c.y());
    boolean seen =
        isFacing(to.mesh(), t)
            && nearest(to.mesh(), depthTo, there, t).filter(o -> before(o, t)).isEmpty();
    return new There(there, affine(t), 0, seen);
  }

  /** Whether a triangle of the other mesh lies before one at the same place. */
  private boolean before(int[] one, int[] other) {
    return mean(depthTo, one) > mean(depthTo, other) + HIDES_CM;
  }

  private static double mean(double[] depth, int[] t) {
    return (depth[t[0]] + depth[t[1]] + depth[t[2]]) / 3;
  }

  /** Of the triangles that face the camera and hold a place the nearest. */
  private static Optional<int[]> nearest(List<Pin> mesh, double[] depth, Pin p, int[] not) {
    int[] best = null;
    for (int[] t : CanonicalFace.triangles()) {
      if (t != not && isFacing(mesh, t) && holds(weights(mesh, t, p))) {
        best = best == null || mean(depth, t) > mean(depth, best) ? t : best;
      }
    }
    return Optional.ofNullable(best);
  }

  private static boolean holds(double[] w) {
    return w[0] >= -1e-9 && w[1] >= -1e-9 && w[2] >= -1e-9;
  }

  /** Anticlockwise from the front; y runs down on a picture. */
  private static boolean isFacing(List<Pin> mesh, int[] t) {
    return twiceArea(mesh, t) < 0;
  }

  static double twiceArea(List<Pin> mesh, int[] t) {
    Pin a = mesh.get(t[0]);
    Pin b = mesh.get(t[1]);
    Pin c = mesh.get(t[2]);
    return (b.x() - a.x()) * (c.y() - a.y()) - (b.y() - a.y()) * (c.x() - a.x());
  }

  private static double[] weights(List<Pin> mesh, int[] t, Pin p) {
    Pin a = mesh.get(t[0]);
    Pin b = mesh.get(t[1]);
    Pin c = mesh.get(t[2]);
    double all = twiceArea(mesh, t);
    double wb = ((p.x() - a.x()) * (c.y() - a.y()) - (p.y() - a.y()) * (c.x() - a.x())) / all;
    double wc = ((b.x() - a.x()) * (p.y() - a.y()) - (b.y() - a.y()) * (p.x() - a.x())) / all;
    return new double[] {1 - wb - wc, wb, wc};
  }

  private double[] affine(int[] t) {
    Pin a = from.mesh().get(t[0]);
    Pin b = from.mesh().get(t[1]);
    Pin c = from.mesh().get(t[2]);
    Pin u = to.mesh().get(t[0]);
    Pin v = to.mesh().get(t[1]);
    Pin w = to.mesh().get(t[2]);
    double all = twiceArea(from.mesh(), t);
    double bx = (c.y() - a.y()) / all;
    double by = -(c.x() - a.x()) / all;
    double cx = -(b.y() - a.y()) / all;
    double cy = (b.x() - a.x()) / all;
    return new double[] {
      bx * (v.x() - u.x()) + cx * (w.x() - u.x()),
      by * (v.x() - u.x()) + cy * (w.x() - u.x()),
      bx * (v.y() - u.y()) + cx * (w.y() - u.y()),
      by * (v.y() - u.y()) + cy * (w.y() - u.y())
    };
  }

  /** By the points of the mesh about the place. */
  private There beyond(Pin p) {
    double near = NEAR * from.rightPupil().distance(from.leftPupil());
    double[] sum = new double[5];
    double least = Double.MAX_VALUE;
    double[] weight = new double[FoundFace.POINTS];
    for (int i = 0; i < weight.length; i++) {
      double d = from.mesh().get(i).distance(p);
      least = Math.min(least, d);
      weight[i] = 1 / Math.pow(d * d + near * near, 2);
      sum[0] += weight[i];
      sum[1] += weight[i] * from.mesh().get(i).x();
      sum[2] += weight[i] * from.mesh().get(i).y();
      sum[3] += weight[i] * to.mesh().get(i).x();
      sum[4] += weight[i] * to.mesh().get(i).y();
    }
    for (int k = 1; k < 5; k++) {
      sum[k] /= sum[0];
    }
    double[] q = new double[7];
    for (int i = 0; i < weight.length; i++) {
      double x = from.mesh().get(i).x() - sum[1];
      double y = from.mesh().get(i).y() - sum[2];
      double u = to.mesh().get(i).x() - sum[3];
      double v = to.mesh().get(i).y() - sum[4];
      q[0] += weight[i] * x * x;
      q[1] += weight[i] * x * y;
      q[2] += weight[i] * y * y;
      q[3] += weight[i] * x * u;
      q[4] += weight[i] * y * u;
      q[5] += weight[i] * x * v;
      q[6] += weight[i] * y * v;
    }
    double det = q[0] * q[2] - q[1] * q[1];
    double[] m = {
      (q[3] * q[2] - q[4] * q[1]) / det,
      (q[4] * q[0] - q[3] * q[1]) / det,
      (q[5] * q[2] - q[6] * q[1]) / det,
      (q[6] * q[0] - q[5] * q[1]) / det
    };
    double dx = p.x() - sum[1];
    double dy = p.y() - sum[2];
    Pin there = new Pin(sum[3] + m[0] * dx + m[1] * dy, sum[4] + m[2] * dx + m[3] * dy);
    return new There(there, m, least, true);
  }
}
