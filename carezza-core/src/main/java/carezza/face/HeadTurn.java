package carezza.face;

import java.util.List;

/**
 * How a head is turned, from the points of a mesh: the canonical face laid on them by least squares
 * under scaled orthography (x', y' linear in x, y, z). A face is no canonical face, so angles are
 * good to a few degrees.
 *
 * @param yawDegrees towards the sitter's left is positive
 * @param pitchDegrees up is positive
 * @param rollDegrees clockwise on the picture is positive
 * @param eyeShortening length of the line of the eyes on the picture over its length seen straight
 */
public record HeadTurn(
    double yawDegrees, double pitchDegrees, double rollDegrees, double eyeShortening) {

  public static HeadTurn of(List<Pin> mesh) {
    double[][] fit = fitted(mesh);
    double[] x = fit[0];
    double[] y = fit[1];
    double sx = length(x);
    double sy = length(y);
    double[] z = towardsCamera(fit);
    double scale = (sx + sy) / 2;
    double roll = Math.atan2(-y[0], x[0]);
    double aside = x[2] / sx * Math.cos(roll) - y[2] / sy * Math.sin(roll);
    double up = x[2] / sx * Math.sin(roll) + y[2] / sy * Math.cos(roll);
    double yaw = Math.toDegrees(Math.atan2(aside, z[2]));
    double pitch = Math.toDegrees(Math.asin(Math.max(-1, Math.min(1, up))));
    double eyes = Math.min(1, Math.hypot(x[0], y[0]) / scale);
    return new HeadTurn(yaw, pitch, Math.toDegrees(roll), eyes);
  }

  /** The direction to the camera in the canonical face's own space, about of length 1. */
  static double[] towardsCamera(List<Pin> mesh) {
    return towardsCamera(fitted(mesh));
  }

  private static double[] towardsCamera(double[][] fit) {
    double[] x = fit[0];
    double[] y = fit[1];
    double area = length(x) * length(y);
    return new double[] {
      (x[1] * y[2] - x[2] * y[1]) / area,
      (x[2] * y[0] - x[0] * y[2]) / area,
      (x[0] * y[1] - x[1] * y[0]) / area
    };
  }

  private static double[][] fitted(List<Pin> mesh) {
    double[][] from = new double[CanonicalFace.size()][];
    for (int i = 0; i < from.length; i++) {
      from[i] = CanonicalFace.vertex(i);
    }
    return fitted(from, mesh);
  }

  /**
   * Least squares of places on the picture on places in space.
   *
   * @param from four or more, not all in a plane; x, y up, z
   * @return what x on the picture, and y upwards, are made of: x, y, z, 1
   */
  static double[][] fitted(double[][] from, List<Pin> to) {
    double[][] normal = new double[4][4];
    double[][] right = new double[2][4];
    for (int i = 0; i < from.length; i++) {
      double[] row = {from[i][0], from[i][1], from[i][2], 1};
      for (int a = 0; a < 4; a++) {
        for (int b = 0; b < 4; b++) {
          normal[a][b] += row[a] * row[b];
        }
        right[0][a] += row[a] * to.get(i).x();
        right[1][a] -= row[a] * to.get(i).y();
      }
    }
    return new double[][] {solved(normal, right[0]), solved(normal, right[1])};
  }

  /** The point of a mesh on the other side of the face, or itself on the middle line. */
  public static int opposite(int point) {
    return CanonicalFace.opposite(point);
  }

  private static double length(double[] v) {
    return Math.sqrt(v[0] * v[0] + v[1] * v[1] + v[2] * v[2]);
  }

  /** Gauss elimination with pivots. */
  private static double[] solved(double[][] matrix, double[] right) {
    int n = right.length;
    double[][] a = new double[n][];
    for (int i = 0; i < n; i++) {
      a[i] = java.util.Arrays.copyOf(matrix[i], n + 1);
      a[i][n] = right[i];
    }
    for (int c = 0; c < n; c++) {
      int pivot = c;
      for (int r = c + 1; r < n; r++) {
        pivot = Math.abs(a[r][c]) > Math.abs(a[pivot][c]) ? r : pivot;
      }
      double[] swap = a[c];
      a[c] = a[pivot];
      a[pivot] = swap;
      for (int r = 0; r < n; r++) {
        double k = r == c ? 0 : a[r][c] / a[c][c];
        for (int j = c; j <= n; j++) {
          a[r][j] -= k * a[c][j];
        }
      }
    }
    double[] out = new double[n];
    for (int i = 0; i < n; i++) {
      out[i] = a[i][n] / a[i][i];
    }
    return out;
  }
}
