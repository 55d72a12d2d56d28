package carezza.region;

import carezza.area.Outline;
import carezza.face.Pin;
import java.util.ArrayList;
import java.util.List;

/**
 * The frame of an outline of two arcs: u mm from its first corner towards its second, v mm across,
 * towards its first arc.
 */
final class ArcFrame {
  private final Pin origin;
  private final double px;
  private final double cos;
  private final double sin;
  private final double turn;
  private final double length;

  /**
   * @param points a corner, an arc, the corner half-way, the other arc
   * @param px source pixels a mm
   */
  ArcFrame(List<Pin> points, double px) {
    this.px = px;
    origin = points.get(0);
    Pin end = points.get(points.size() / 2);
    double d = Math.max(1e-6, origin.distance(end));
    cos = (end.x() - origin.x()) / d;
    sin = (end.y() - origin.y()) / d;
    length = d / px;
    double sum = 0;
    for (int i = 1; i < points.size(); i++) {
      double across = across(points.get(i).x(), points.get(i).y());
      sum += i < points.size() / 2 ? across : -across;
    }
    turn = sum < 0 ? -1 : 1;
  }

  /** From corner to corner, mm. */
  double length() {
    return length;
  }

  private double across(double x, double y) {
    return ((y - origin.y()) * cos - (x - origin.x()) * sin) / px;
  }

  double u(double x, double y) {
    return ((x - origin.x()) * cos + (y - origin.y()) * sin) / px;
  }

  double v(double x, double y) {
    return turn * across(x, y);
  }

  double x(double u, double v) {
    return origin.x() + px * (u * cos - turn * v * sin);
  }

  double y(double u, double v) {
    return origin.y() + px * (u * sin + turn * v * cos);
  }

  /** Evenly spaced u from before the first corner to beyond the second. */
  double[] columns(double beyond, double step) {
    int n = (int) Math.ceil((length + 2 * beyond) / step);
    double[] out = new double[n];
    for (int i = 0; i < n; i++) {
      out[i] = -beyond + i * step;
    }
    return out;
  }

  /** Where an arc of the outline cuts the lines at {@code us}; on the axis beyond the corners. */
  double[] arc(Outline o, boolean second, double[] us) {
    int half = o.size() / 2;
    int from = second ? half : 0;
    double[] out = new double[us.length];
    for (int i = 0; i < us.length; i++) {
      double furthest = second ? Double.MAX_VALUE : -Double.MAX_VALUE;
      for (int k = 0; k < half; k++) {
        int a = from + k;
        int b = (a + 1) % o.size();
        double ua = u(o.x(a), o.y(a));
        double ub = u(o.x(b), o.y(b));
        if (ua <= us[i] != ub <= us[i]) {
          double share = (us[i] - ua) / (ub - ua);
          double va = v(o.x(a), o.y(a));
          double v = va + share * (v(o.x(b), o.y(b)) - va);
          furthest = second ? Math.min(furthest, v) : Math.max(furthest, v);
        }
      }
      out[i] = Math.abs(furthest) == Double.MAX_VALUE ? 0 : furthest;
    }
    return out;
  }

  /** Points at the same shares of the way between the corners, which are where the arcs meet. */
  List<Pin> joined(List<Pin> points, double[] us, double[] first, double[] second) {
    int middle = us.length / 2;
    int a = middle;
    while (a > 0 && first[a - 1] > second[a - 1]) {
      a--;
    }
    int b = middle;
    while (b < us.length - 1 && first[b + 1] > second[b + 1]) {
      b++;
    }
    if (b - a < us.length / 3) {
      return points;
    }
    List<Pin> out = new ArrayList<>();
    int half = points.size() / 2;
    for (int i = 0; i < points.size(); i++) {
      Pin p = points.get(i);
      double share = Math.max(0, Math.min(1, u(p.x(), p.y()) / length));
      double at = a + share * (b - a);
      double v =
          i % half == 0
              ? (value(first, at) + value(second, at)) / 2
              : value(i < half ? first : second, at);
      double u = us[0] + at * (us[1] - us[0]);
      out.add(new Pin(x(u, v), y(u, v)));
    }
    return out;
  }

  private static double value(double[] v, double at) {
    int i = Math.min(v.length - 2, (int) at);
    return v[i] + (at - i) * (v[i + 1] - v[i]);
  }
}
