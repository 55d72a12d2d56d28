package carezza.geometry;

import carezza.color.Matrix3;
import java.util.Arrays;

/**
 * A projective map of the plane: (x, y) goes to ((a x + b y + c) / w, (d x + e y + f) / w) with w =
 * g x + h y + i. Straight lines stay straight. Source: Hartley and Zisserman, Multiple View
 * Geometry in Computer Vision, 2nd ed. 2004, section 2.3. Immutable; all of double precision.
 *
 * @param matrix its nine numbers a to i, row by row; must have an inverse
 */
public record Projection(Matrix3 matrix) {
  public static final Projection IDENTITY = new Projection(Matrix3.IDENTITY);

  public static Projection shift(double dx, double dy) {
    return new Projection(Matrix3.of(1, 0, dx, 0, 1, dy, 0, 0, 1));
  }

  public static Projection scale(double sx, double sy) {
    return new Projection(Matrix3.diagonal(sx, sy, 1));
  }

  /** A turn about the origin, clockwise as y points down. */
  public static Projection turn(double angleRad) {
    double cos = Math.cos(angleRad);
    double sin = Math.sin(angleRad);
    return new Projection(Matrix3.of(cos, -sin, 0, sin, cos, 0, 0, 0, 1));
  }

  /**
   * Leaves the origin and its neighbourhood as they are and makes what lies towards positive x or y
   * smaller.
   *
   * @param px share by which a unit of x divides
   * @param py share by which a unit of y divides
   */
  public static Projection tilt(double px, double py) {
    return new Projection(Matrix3.of(1, 0, 0, 0, 1, 0, px, py, 1));
  }

  /** This map with another point as its origin. */
  public Projection about(double x, double y) {
    return shift(x, y).after(this).after(shift(-x, -y));
  }

  /** This map after {@code first}. */
  public Projection after(Projection first) {
    return new Projection(matrix.after(first.matrix));
  }

  public Projection inverse() {
    return new Projection(matrix.inverse());
  }

  public boolean isIdentity() {
    return Arrays.equals(matrix.m(), Matrix3.IDENTITY.m());
  }

  public double x(double x, double y) {
    double[] m = matrix.m();
    return (m[0] * x + m[1] * y + m[2]) / (m[6] * x + m[7] * y + m[8]);
  }

  public double y(double x, double y) {
    double[] m = matrix.m();
    return (m[3] * x + m[4] * y + m[5]) / (m[6] * x + m[7] * y + m[8]);
  }

  /**
   * How lengths change at a point.
   *
   * @return the greatest and the least length that a short line of length 1 there becomes: the
   *     singular values of the map's derivative
   */
  public double[] stretch(double x, double y) {
    double[] m = matrix.m();
    double w = m[6] * x + m[7] * y + m[8];
    double u = x(x, y);
    double v = y(x, y);
    double a = (m[0] - u * m[6]) / w;
    double b = (m[1] - u * m[7]) / w;
    double c = (m[3] - v * m[6]) / w;
    double d = (m[4] - v * m[7]) / w;
    double sum = Math.hypot(a + d, c - b);
    double gap = Math.hypot(a - d, c + b);
    return new double[] {(sum + gap) / 2, Math.abs(sum - gap) / 2};
  }

  // Records compare arrays by identity; two maps of the same numbers are the same.
  @Override
  public boolean equals(Object o) {
    return o instanceof Projection p && Arrays.equals(matrix.m(), p.matrix.m());
  }

  @Override
  public int hashCode() {
    return Arrays.hashCode(matrix.m());
  }
}
