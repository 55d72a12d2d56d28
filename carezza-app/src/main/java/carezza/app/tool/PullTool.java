package carezza.app.tool;

import carezza.face.Pin;

/** Presses a place and pulls it up or down. */
public final class PullTool extends Tool {
  /** Units of the view that count as one. */
  private static final double UNIT = 100;

  /** What is pulled. */
  public interface Pulled {
    /** A place was pressed. */
    void pressed(Pin at);

    /** How far up the hand is from there. */
    void pulled(double up, boolean done);

    /** The hand let go without a step. */
    void dropped();
  }

  private final String name;
  private final Pulled pulled;
  private double startY;

  /**
   * @param name says in the word bundle what to press
   */
  public PullTool(String name, Pulled pulled) {
    this.name = name;
    this.pulled = pulled;
  }

  @Override
  public String name() {
    return name;
  }

  @Override
  boolean press(PenSample s, Sight sight) {
    startY = s.viewY();
    pulled.pressed(new Pin(s.x(), s.y()));
    return true;
  }

  @Override
  void drag(PenSample s, Sight sight) {
    pulled.pulled((startY - s.viewY()) / UNIT, false);
  }

  @Override
  void release(PenSample s, Sight sight) {
    pulled.pulled((startY - s.viewY()) / UNIT, true);
  }

  @Override
  void letGo() {
    pulled.dropped();
  }
}
