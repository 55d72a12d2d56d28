package carezza.app.tool;

/**
 * A tool on the picture: what a press, a drag and a release do, what is drawn over the picture and
 * what is asked for. One tool at a time has the pen, from press to release.
 */
public abstract sealed class Tool
    permits BoxTool,
        BrushTool,
        HandlesTool,
        LineTool,
        MarksTool,
        MoveTool,
        PickTool,
        PinsTool,
        PlaceTool,
        PullTool,
        ShapeTool {
  /** How the pen's place is shown. */
  public enum Ring {
    /** A ring as large as the brush. */
    BRUSH,
    /** A cross: a place is pointed at. */
    POINTING,
    NONE
  }

  /** Name; where it is asked for something, {@code tool.name} in the word bundle says what. */
  public abstract String name();

  /** Keys that a tool may have a use for. */
  public enum Key {
    BACK,
    LEFT,
    RIGHT,
    UP,
    DOWN
  }

  /** Whether it asks for something until it is let go. */
  public boolean asks() {
    return true;
  }

  public Ring ring() {
    return Ring.POINTING;
  }

  /** Begins where the pen comes down; false leaves the pen to another tool. */
  abstract boolean press(PenSample s, Sight sight);

  abstract void drag(PenSample s, Sight sight);

  abstract void release(PenSample s, Sight sight);

  /** A key is pressed while it was taken up; true when it has a use for it. */
  boolean key(Key k, Sight sight) {
    return false;
  }

  /** Ends without a step, as when Esc is pressed or the pass is gone. */
  void letGo() {}

  /** The pen is near and up; true when what is drawn changes. */
  boolean hover(PenSample s, Sight sight) {
    return false;
  }

  /** Draws what belongs to it. */
  public void overlay(Overlay o, Sight sight) {}
}
