package carezza.color;

/**
 * A 3 x 3 matrix, row by row, in doubles.
 *
 * @param m nine values
 */
public record Matrix3(double[] m) {
  public static final Matrix3 IDENTITY = new Matrix3(new double[] {1, 0, 0, 0, 1, 0, 0, 0, 1});

  public Matrix3 {
    if (m.length != 9) {
      throw new IllegalArgumentException("a 3 x 3 matrix has 9 values, not " + m.length);
    }
  }

  public static Matrix3 of(double... values) {
    return new Matrix3(values.clone());
  }

  public static Matrix3 diagonal(double a, double b, double c) {
    return of(a, 0, 0, 0, b, 0, 0, 0, c);
  }

  /** This matrix after {@code first}: (this x first). */
  public Matrix3 after(Matrix3 first) {
    double[] out = new double[9];
    for (int i = 0; i < 3; i++) {
      for (int j = 0; j < 3; j++) {
        for (int k = 0; k < 3; k++) {
          out[3 * i + j] += m[3 * i + k] * first.m[3 * k + j];
        }
      }
    }
    return new Matrix3(out);
  }

  public double[] times(double x, double y, double z) {
    return new double[] {
      m[0] * x + m[1] * y + m[2] * z, m[3] * x + m[4] * y + m[5] * z, m[6] * x + m[7] * y + m[8] * z
    };
  }

  /**
   * One row of a matrix over whole arrays of one length: out = m[3 row] x + m[3 row + 1] y + m[3
   * row + 2] z.
   *
   * @param m as of {@link #floats}
   */
  public static void mix(float[] m, int row, float[] x, float[] y, float[] z, float[] out) {
    float k = m[3 * row];
    float l = m[3 * row + 1];
    float n = m[3 * row + 2];
    for (int i = 0; i < out.length; i++) {
      out[i] = k * x[i] + l * y[i] + n * z[i];
    }
  }

  public Matrix3 inverse() {
    double a = m[4] * m[8] - m[5] * m[7];
    double b = m[5] * m[6] - m[3] * m[8];
    double c = m[3] * m[7] - m[4] * m[6];
    double det = m[0] * a + m[1] * b + m[2] * c;
    if (Math.abs(det) < 1e-12) {
      throw new ArithmeticException("matrix has no inverse, determinant " + det);
    }
    return of(
        a / det,
        (m[2] * m[7] - m[1] * m[8]) / det,
        (m[1] * m[5] - m[2] * m[4]) / det,
        b / det,
        (m[0] * m[8] - m[2] * m[6]) / det,
        (m[2] * m[3] - m[0] * m[5]) / det,
        c / det,
        (m[1] * m[6] - m[0] * m[7]) / det,
        (m[0] * m[4] - m[1] * m[3]) / det);
  }

  public float[] floats() {
    float[] f = new float[9];
    for (int i = 0; i < 9; i++) {
      f[i] = (float) m[i];
    }
    return f;
  }
}
