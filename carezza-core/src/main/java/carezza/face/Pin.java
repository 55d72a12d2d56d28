package carezza.face;

import java.util.ArrayList;
import java.util.List;

/**
 * A point on the picture, in source pixels.
 *
 * @param x from the left
 * @param y from the top
 */
public record Pin(double x, double y) {
  public Pin {
    if (!Double.isFinite(x) || !Double.isFinite(y)) {
      throw new IllegalArgumentException("pin = " + x + ", " + y + ", must be finite");
    }
  }

  public double distance(Pin o) {
    return Math.hypot(x - o.x, y - o.y);
  }

  /** Distance of a point from the straight piece between two others. */
  public static double distance(double x0, double y0, double x1, double y1, double x, double y) {
    double vx = x1 - x0;
    double vy = y1 - y0;
    double len = vx * vx + vy * vy;
    double t = len == 0 ? 0 : Math.max(0, Math.min(1, ((x - x0) * vx + (y - y0) * vy) / len));
    double ox = x - x0 - t * vx;
    double oy = y - y0 - t * vy;
    return Math.sqrt(ox * ox + oy * oy);
  }

  /** Distance of a point from the nearest piece of a line of two points or more. */
  public static double distance(List<Pin> line, double x, double y) {
    double least = Double.MAX_VALUE;
    for (int i = 1; i < line.size(); i++) {
      Pin a = line.get(i - 1);
      Pin b = line.get(i);
      least = Math.min(least, distance(a.x, a.y, b.x, b.y, x, y));
    }
    return least;
  }

  /** A line that goes on straight by so many pixels at both ends. */
  public static List<Pin> lengthened(List<Pin> line, double by) {
    List<Pin> out = new ArrayList<>(line);
    int n = line.size();
    if (n > 1) {
      out.set(0, beyond(line.get(1), line.get(0), by));
      out.set(n - 1, beyond(line.get(n - 2), line.get(n - 1), by));
    }
    return out;
  }

  private static Pin beyond(Pin from, Pin end, double by) {
    double f = by / Math.max(1e-6, from.distance(end));
    return new Pin(end.x + f * (end.x - from.x), end.y + f * (end.y - from.y));
  }
}
