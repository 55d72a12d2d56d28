package carezza.pass;

import java.util.function.UnaryOperator;

/** What the hand does on the picture while a pass is chosen and nothing else is pointed at. */
public sealed interface PassTool {
  /** Nothing of its own: the picture is moved. */
  record None() implements PassTool {}

  /** Strokes are put on its area or taken off it. */
  record Brush() implements PassTool {}

  /** Marks are put on the picture by a click or a short line and their sources dragged. */
  interface Marking {
    /**
     * Finds what goes with one more mark; may read pixels. What comes of it is laid on the pass as
     * it is by then.
     */
    UnaryOperator<Pass> add(
        EvaluationContext context, double x0, double y0, double x1, double y1, double sizeMm);

    /** The pass with the source of a mark elsewhere. */
    Pass moved(Pass p, long mark, double dx, double dy);
  }

  /**
   * @param does what a click and a drag lead to
   */
  record Marks(Marking does) implements PassTool {}
}
