package carezza.app.tool;

import carezza.face.Pin;
import java.util.List;

/** Drags handles of something that lies on the picture. */
public final class HandlesTool extends Tool {
  /** How near to a handle a press takes it, units of the view. */
  private static final double NEAR = 11;

  /** Something with handles. */
  public interface Grips {
    /** Where its handles are now. */
    List<Pin> handles();

    /** Moves a handle; {@code done} makes it a step. */
    void move(int handle, Pin to, boolean done);

    /** Draws what the handles belong to. */
    void draw(Overlay o);
  }

  private final String name;
  private final boolean asks;
  private final Grips grips;
  private int held = -1;
  private boolean moved;

  /**
   * @param asks whether it stays until it is let go; else it is at hand beside other tools
   */
  public HandlesTool(String name, boolean asks, Grips grips) {
    this.name = name;
    this.asks = asks;
    this.grips = grips;
  }

  @Override
  public String name() {
    return name;
  }

  @Override
  public boolean asks() {
    return asks;
  }

  @Override
  public Ring ring() {
    return Ring.NONE;
  }

  @Override
  boolean press(PenSample s, Sight sight) {
    held = -1;
    moved = false;
    double least = NEAR;
    List<Pin> all = grips.handles();
    for (int i = 0; i < all.size(); i++) {
      double d = all.get(i).distance(new Pin(s.x(), s.y())) * sight.scale();
      if (d < least) {
        least = d;
        held = i;
      }
    }
    return held >= 0;
  }

  /** To a hundredth of a pixel, so that documents stay small. */
  private static Pin at(PenSample s) {
    return new Pin(Math.round(s.x() * 100) / 100.0, Math.round(s.y() * 100) / 100.0);
  }

  @Override
  void drag(PenSample s, Sight sight) {
    moved = true;
    grips.move(held, at(s), false);
  }

  @Override
  void release(PenSample s, Sight sight) {
    if (moved) {
      grips.move(held, at(s), true);
    }
    held = -1;
  }

  @Override
  public void overlay(Overlay o, Sight sight) {
    grips.draw(o);
    grips.handles().forEach(o::handle);
  }
}
