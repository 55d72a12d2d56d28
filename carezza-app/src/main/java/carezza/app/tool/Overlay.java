package carezza.app.tool;

import carezza.face.Pin;
import java.util.List;

/** What is drawn over the picture. Places and lengths in source pixels. */
public interface Overlay {
  void circle(Pin centre, double radius);

  void line(Pin from, Pin to);

  /** A bar across the end of a line that comes from another place. */
  void across(Pin end, Pin from, boolean dashed);

  void closed(List<Pin> corners);

  /** What lies outside of corners is shown paler. */
  void dimOutside(List<Pin> corners);

  /** A line that only guides. */
  void faint(Pin from, Pin to);

  /** A small square that can be dragged. */
  void handle(Pin at);

  /** Lines and circles are dashed from now on, or not. */
  void dashed(boolean on);
}
