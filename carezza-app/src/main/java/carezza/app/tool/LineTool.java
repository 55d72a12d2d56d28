package carezza.app.tool;

import carezza.face.Pin;
import java.util.function.BiConsumer;

/** Draws a line by a drag. */
public final class LineTool extends Tool {
  /** A shorter one is none, units of the view. */
  private static final double LEAST = 12;

  private final String name;
  private final BiConsumer<Pin, Pin> drawn;
  private Pin from;
  private Pin to;

  /**
   * @param name says in the word bundle what to draw
   * @param drawn given both ends of a line
   */
  public LineTool(String name, BiConsumer<Pin, Pin> drawn) {
    this.name = name;
    this.drawn = drawn;
  }

  @Override
  public String name() {
    return name;
  }

  @Override
  boolean press(PenSample s, Sight sight) {
    from = new Pin(s.x(), s.y());
    to = from;
    return true;
  }

  @Override
  void drag(PenSample s, Sight sight) {
    to = new Pin(s.x(), s.y());
  }

  @Override
  void release(PenSample s, Sight sight) {
    Pin start = from;
    letGo();
    Pin end = new Pin(s.x(), s.y());
    if (start.distance(end) * sight.scale() > LEAST) {
      drawn.accept(start, end);
    }
  }

  @Override
  void letGo() {
    from = null;
    to = null;
  }

  @Override
  public void overlay(Overlay o, Sight sight) {
    if (from != null) {
      o.line(from, to);
    }
  }
}
