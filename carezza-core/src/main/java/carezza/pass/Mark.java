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

  /** Distance of a point from its line, in source pixels; asked for pixel by pixel. */
  default double distance(double x, double y) {
    return distance(x0(), y0(), x1(), y1(), x, y);
  }

  /** Distance of a point from the straight piece between two others. */
  static double distance(double x0, double y0, double x1, double y1, double x, double y) {
    double vx = x1 - x0;
    double vy = y1 - y0;
    double len = vx * vx + vy * vy;
    double t = len == 0 ? 0 : Math.max(0, Math.min(1, ((x - x0) * vx + (y - y0) * vy) / len));
    double ox = x - x0 - t * vx;
    double oy = y - y0 - t * vy;
    return Math.sqrt(ox * ox + oy * oy);
  }

  /** Distance of a point from the nearest piece of a line of two points or more. */
  static double distance(List<Pin> line, double x, double y) {
    double least = Double.MAX_VALUE;
    for (int i = 1; i < line.size(); i++) {
      Pin a = line.get(i - 1);
      Pin b = line.get(i);
      least = Math.min(least, distance(a.x(), a.y(), b.x(), b.y(), x, y));
    }
    return least;
  }
}
