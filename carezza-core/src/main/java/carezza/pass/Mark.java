package carezza.pass;

import carezza.face.Pin;
import carezza.setting.Item;
import java.util.List;

/**
 * Something put on the picture by a click or a short line, as wide as it is set, which may take
 * something from a place beside it. Source pixels but the size.
 */
public interface Mark extends Item {
  /** Start of the line. */
  double x0();

  double y0();

  /** End of the line; its start for a click. */
  double x1();

  double y1();

  /** Diameter. */
  double sizeMm();

  /** Where its source lies, relative to it; 0, 0 for a mark without one. */
  double dx();

  double dy();

  /** Its line, from start to end. */
  default List<Pin> path() {
    return List.of(new Pin(x0(), y0()), new Pin(x1(), y1()));
  }

  /** Distance of a point from its line, in source pixels. */
  default double distance(double x, double y) {
    List<Pin> path = path();
    double least = Double.MAX_VALUE;
    for (int i = 1; i < path.size(); i++) {
      least = Math.min(least, distance(path.get(i - 1), path.get(i), x, y));
    }
    return least;
  }

  private static double distance(Pin a, Pin b, double x, double y) {
    double vx = b.x() - a.x();
    double vy = b.y() - a.y();
    double len = vx * vx + vy * vy;
    double t = len == 0 ? 0 : Math.max(0, Math.min(1, ((x - a.x()) * vx + (y - a.y()) * vy) / len));
    double ox = x - a.x() - t * vx;
    double oy = y - a.y() - t * vy;
    return Math.sqrt(ox * ox + oy * oy);
  }
}
