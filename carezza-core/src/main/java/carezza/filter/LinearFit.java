package carezza.filter;

/** Least squares by the normal equations, gathered row by row. */
public final class LinearFit {
  private final int n;
  private final double[][] a;

  /**
   * @param unknowns coefficients that are looked for
   */
  public LinearFit(int unknowns) {
    n = unknowns;
    a = new double[n][n + 1];
  }

  /** One row: the sum of coefficients times x is to be the value. */
  public void add(double value, double... x) {
    for (int i = 0; i < n; i++) {
      for (int j = 0; j < n; j++) {
        a[i][j] += x[i] * x[j];
      }
      a[i][n] += x[i] * value;
    }
  }

  /** Coefficients; an unknown that the rows do not determine is 0. */
  public double[] solve() {
    double[][] m = new double[n][];
    for (int i = 0; i < n; i++) {
      m[i] = a[i].clone();
    }
    boolean[] free = new boolean[n];
    for (int c = 0; c < n; c++) {
      int p = c;
      for (int r = c + 1; r < n; r++) {
        p = Math.abs(m[r][c]) > Math.abs(m[p][c]) ? r : p;
      }
      double[] t = m[c];
      m[c] = m[p];
      m[p] = t;
      if (Math.abs(m[c][c]) < 1e-9 * (1 + Math.abs(a[c][c]))) {
        free[c] = true;
        continue;
      }
      for (int r = 0; r < n; r++) {
        if (r != c) {
          double f = m[r][c] / m[c][c];
          for (int k = c; k <= n; k++) {
            m[r][k] -= f * m[c][k];
          }
        }
      }
    }
    double[] x = new double[n];
    for (int i = 0; i < n; i++) {
      x[i] = free[i] ? 0 : m[i][n] / m[i][i];
    }
    return x;
  }
}
