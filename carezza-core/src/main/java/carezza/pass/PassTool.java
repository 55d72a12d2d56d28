package carezza.pass;

import carezza.geometry.Box;
import carezza.geometry.Framing;
import java.util.List;
import java.util.function.UnaryOperator;

/** What the hand does on the picture while a pass is chosen and nothing else is pointed at. */
public sealed interface PassTool {
  /** Nothing of its own: the picture is moved. */
  record None() implements PassTool {}

  /**
   * Strokes are put on its area or taken off it.
   *
   * @param isFull whether one touch with a narrow edge is enough, whatever the brush is set to:
   *     where half of it makes no sense
   */
  record Brush(boolean isFull) implements PassTool {}

  /**
   * What comes of a mark that was asked for.
   *
   * @param change lays it on the pass as it is by then
   * @param told what is to be told of it: a key of the word bundle, or empty
   */
  record Put(UnaryOperator<Pass> change, String told) {}

  /** Marks are put on the picture by a click or a short line and their sources dragged. */
  interface Marking {
    /** Finds what goes with one more mark; may read pixels. */
    Put add(EvaluationContext context, double x0, double y0, double x1, double y1, double sizeMm);

    /** The pass with the source of a mark elsewhere. */
    Pass moved(Pass p, long mark, double dx, double dy);
  }

  /**
   * @param does what a click and a drag lead to
   */
  record Marks(Marking does) implements PassTool {}

  /** A box on the canvas is moved, and its sides and corners are dragged. */
  interface Boxing {
    /** All that may be chosen from, which is what is shown meanwhile. */
    Framing whole(Pass p, Framing below);

    /** The box as it is, on that canvas. */
    Box box(Pass p, Framing below);

    /** The pass with its box moved, as far as there is room. */
    Pass moved(Pass p, Framing below, double dx, double dy);

    /**
     * The pass with sides of its box brought to a point of the canvas, as far as there is room.
     *
     * @param sideX -1 for the left side, 1 for the right one, 0 for neither
     * @param sideY -1 for the upper side, 1 for the lower one, 0 for neither
     */
    Pass dragged(Pass p, Framing below, int sideX, int sideY, double x, double y);

    /** Lines to be shown in the box: x, y of their ends in shares of its sides. */
    List<double[]> guides(Pass p);
  }

  /**
   * @param does what a drag leads to
   */
  record Boxed(Boxing does) implements PassTool {}
}
