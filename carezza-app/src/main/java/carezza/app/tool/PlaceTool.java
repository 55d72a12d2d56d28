package carezza.app.tool;

import carezza.face.Pin;
import carezza.setting.Place;
import java.util.List;
import java.util.function.ToDoubleFunction;

/** Drags the places that the chosen pass takes something from, each by a handle in its middle. */
public final class PlaceTool extends Tool {
  /** A handle is taken hold of within so many units of the view. */
  private static final double REACH = 9;

  /** Smaller rings would lie under the handle, units of the view. */
  private static final double LEAST_RING = 9;

  /** The pass whose places they are. */
  public interface Placed {
    List<Place> places();

    /**
     * @param index of the place among them
     */
    void move(int index, Pin to, boolean done);

    /** A place that was being moved is let go without a step. */
    void dropped();
  }

  private final Placed placed;
  private final ToDoubleFunction<Double> pxOfMm;
  private int dragged = -1;
  private PenSample start;
  private Pin from;
  private boolean moved;

  /**
   * @param pxOfMm source pixels of a length in mm
   */
  public PlaceTool(Placed placed, ToDoubleFunction<Double> pxOfMm) {
    this.placed = placed;
    this.pxOfMm = pxOfMm;
  }

  @Override
  public String name() {
    return "place";
  }

  @Override
  public boolean asks() {
    return false;
  }

  @Override
  public Ring ring() {
    return Ring.NONE;
  }

  private static Pin middle(Place p) {
    return new Pin(p.x(), p.y());
  }

  @Override
  boolean press(PenSample s, Sight sight) {
    List<Place> all = placed.places();
    Pin pen = new Pin(s.x(), s.y());
    dragged = -1;
    for (int i = 0; i < all.size(); i++) {
      if (middle(all.get(i)).distance(pen) * sight.scale() <= REACH) {
        dragged = i;
        from = middle(all.get(i));
      }
    }
    start = s;
    moved = false;
    return dragged >= 0;
  }

  private Pin to(PenSample s) {
    return new Pin(from.x() + s.x() - start.x(), from.y() + s.y() - start.y());
  }

  @Override
  void drag(PenSample s, Sight sight) {
    moved = true;
    placed.move(dragged, to(s), false);
  }

  @Override
  void release(PenSample s, Sight sight) {
    if (moved) {
      placed.move(dragged, to(s), true);
    }
  }

  @Override
  void letGo() {
    if (moved) {
      placed.dropped();
    }
  }

  @Override
  public void overlay(Overlay o, Sight sight) {
    for (Place p : placed.places()) {
      double r = pxOfMm.applyAsDouble(p.sizeMm()) / 2;
      o.circle(middle(p), Math.max(r, LEAST_RING / sight.scale()));
      o.handle(middle(p));
    }
  }
}
