package carezza.app.tool;

/** Moves the picture under the pen. */
public final class MoveTool extends Tool {
  private double lastX;
  private double lastY;

  @Override
  public String name() {
    return "move";
  }

  @Override
  public boolean asks() {
    return false;
  }

  @Override
  public Ring ring() {
    return Ring.NONE;
  }

  @Override
  boolean press(PenSample s, Sight sight) {
    lastX = s.viewX();
    lastY = s.viewY();
    return true;
  }

  @Override
  void drag(PenSample s, Sight sight) {
    sight.pan(s.viewX() - lastX, s.viewY() - lastY);
    lastX = s.viewX();
    lastY = s.viewY();
  }

  @Override
  void release(PenSample s, Sight sight) {}
}
