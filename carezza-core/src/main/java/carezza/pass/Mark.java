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

  /** From where a place of the mark takes what is laid there. */
  default Pin source(Pin place) {
    return new Pin(place.x() + dx(), place.y() + dy());
  }

  /** Distance of a point from its line, in source pixels; asked for pixel by pixel. */
  default double distance(double x, double y) {
    return Pin.distance(x0(), y0(), x1(), y1(), x, y);
  }
}
