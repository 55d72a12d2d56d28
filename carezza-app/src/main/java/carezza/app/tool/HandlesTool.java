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

    /** A handle that was being moved is let go without a step. */
    void dropped();

    /** Draws what the handles belong to. */
    void draw(Overlay o);
  }

  private final String name;
  private final boolean asks;
  private final Grips grips;
  private int held = -1;
  private boolean moved;

  /** The handle that was held last, for keys. */
  private int last = -1;

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
    last = held >= 0 ? held : last;
    return held >= 0;
  }

  /** Arrows move the handle that was held last by a unit of the view. */
  @Override
  boolean key(Key k, Sight sight) {
    List<Pin> all = grips.handles();
    if (k == Key.BACK || last < 0 || last >= all.size()) {
      return false;
    }
    double step = 1 / sight.scale();
    double dx = k == Key.LEFT ? -step : k == Key.RIGHT ? step : 0;
    double dy = k == Key.UP ? -step : k == Key.DOWN ? step : 0;
    Pin from = all.get(last);
    grips.move(last, rounded(from.x() + dx, from.y() + dy), true);
    return true;
  }

  /** To a hundredth of a pixel, so that documents stay small. */
  private static Pin rounded(double x, double y) {
    return new Pin(Math.round(x * 100) / 100.0, Math.round(y * 100) / 100.0);
  }

  private static Pin at(PenSample s) {
    return rounded(s.x(), s.y());
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
  void letGo() {
    if (held >= 0) {
      held = -1;
      grips.dropped();
    }
  }

  @Override
  public void overlay(Overlay o, Sight sight) {
    grips.draw(o);
    grips.handles().forEach(o::handle);
  }
}
