package carezza.pass.clean;

/** Least-squares fit of v = a + b x + c y, gathered point by point. */
final class PlaneFit {
  private double n;
  private double sx;
  private double sy;
  private double sxx;
  private double sxy;
  private double syy;
  private double sv;
  private double sxv;
  private double syv;
  private double svv;
  private double x0 = Double.NaN;
  private double y0;

  void add(double px, double py, double v) {
    if (Double.isNaN(x0)) {
      x0 = px;
      y0 = py;
    }
    double x = px - x0;
    double y = py - y0;
    n++;
    sx += x;
    sy += y;
    sxx += x * x;
    sxy += x * y;
    syy += y * y;
    sv += v;
    sxv += x * v;
    syv += y * v;
    svv += v * v;
  }

  double mean() {
    return n == 0 ? 0 : sv / n;
  }

  /** Mean squared distance from the fitted plane. */
  double residual2() {
    if (n < 4) {
      return 0;
    }
    double mx = sx / n;
    double my = sy / n;
    double mv = sv / n;
    double xx = sxx / n - mx * mx;
    double xy = sxy / n - mx * my;
    double yy = syy / n - my * my;
    double xv = sxv / n - mx * mv;
    double yv = syv / n - my * mv;
    double vv = svv / n - mv * mv;
    double det = xx * yy - xy * xy;
    if (det < 1e-9) {
      return Math.max(0, vv);
    }
    double b = (xv * yy - yv * xy) / det;
    double c = (yv * xx - xv * xy) / det;
    return Math.max(0, vv - b * xv - c * yv);
  }
}
