package carezza.setting;

import java.util.List;

/**
 * A curve through knots: the monotone cubic of Fritsch and Carlson (1980, "Monotone piecewise cubic
 * interpolation"), which never goes beyond its knots; level beyond the first and the last.
 *
 * @param knots by rising x, two or more
 */
public record Curve(List<Knot> knots) {
  /** A point that the curve goes through. */
  public record Knot(double x, double y) {}

  public Curve {
    knots = List.copyOf(knots);
    for (int i = 0; i < knots.size(); i++) {
      Knot k = knots.get(i);
      if (!Double.isFinite(k.x()) || !Double.isFinite(k.y())) {
        throw new IllegalArgumentException("knot = " + k + ", must be finite");
      }
      if (i > 0 && !(k.x() > knots.get(i - 1).x())) {
        throw new IllegalArgumentException(
            "knots = " + knots.get(i - 1) + ", " + k + ", must rise in x");
      }
    }
    if (knots.size() < 2) {
      throw new IllegalArgumentException("knots = " + knots.size() + ", must be two or more");
    }
  }

  /** A straight line. */
  public static Curve line(double x0, double y0, double x1, double y1) {
    return new Curve(List.of(new Knot(x0, y0), new Knot(x1, y1)));
  }

  public double at(double x) {
    int n = knots.size();
    if (!(x > knots.get(0).x())) {
      return knots.get(0).y();
    }
    if (x >= knots.get(n - 1).x()) {
      return knots.get(n - 1).y();
    }
    int i = 0;
    while (x >= knots.get(i + 1).x()) {
      i++;
    }
    double h = knots.get(i + 1).x() - knots.get(i).x();
    double t = (x - knots.get(i).x()) / h;
    double t2 = t * t;
    double t3 = t2 * t;
    return (2 * t3 - 3 * t2 + 1) * knots.get(i).y()
        + (t3 - 2 * t2 + t) * h * slope(i)
        + (3 * t2 - 2 * t3) * knots.get(i + 1).y()
        + (t3 - t2) * h * slope(i + 1);
  }

  private double chord(int i) {
    Knot a = knots.get(i);
    Knot b = knots.get(i + 1);
    return (b.y() - a.y()) / (b.x() - a.x());
  }

  /** The harmonic mean of the chords beside a knot, 0 where they turn; the ends' own chord. */
  private double slope(int i) {
    int last = knots.size() - 1;
    if (i == 0 || i == last) {
      return chord(i == 0 ? 0 : last - 1);
    }
    double before = chord(i - 1);
    double after = chord(i);
    return before * after <= 0 ? 0 : 2 * before * after / (before + after);
  }
}
