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
