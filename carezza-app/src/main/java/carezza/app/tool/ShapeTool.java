package carezza.app.tool;

import carezza.area.Extent;
import carezza.face.Pin;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.BiConsumer;

/** Draws a shape by a drag. */
public abstract sealed class ShapeTool extends Tool permits OvalTool, RampTool, OutlineTool {
  private final BiConsumer<Extent.Shape, Boolean> drawn;
  private final Runnable nothing;
  private final double leastPx;
  private final List<Pin> path = new ArrayList<>();

  /**
   * @param leastPx smaller shapes are nothing
   * @param drawn given the shape, and whether the pen let go
   * @param nothing run when the pen let go before there was a shape
   */
  ShapeTool(double leastPx, BiConsumer<Extent.Shape, Boolean> drawn, Runnable nothing) {
    this.leastPx = leastPx;
    this.drawn = drawn;
    this.nothing = nothing;
  }

  /** The shape of a way, if it is large enough. */
  abstract Optional<Extent.Shape> shape(List<Pin> way, double least);

  @Override
  final boolean press(PenSample s, Sight sight) {
    path.clear();
    path.add(new Pin(s.x(), s.y()));
    return true;
  }

  @Override
  final void drag(PenSample s, Sight sight) {
    path.add(new Pin(s.x(), s.y()));
    shape(path, leastPx).ifPresent(e -> drawn.accept(e, false));
  }

  @Override
  final void release(PenSample s, Sight sight) {
    path.add(new Pin(s.x(), s.y()));
    Optional<Extent.Shape> shape = shape(path, leastPx);
    path.clear();
    shape.ifPresentOrElse(e -> drawn.accept(e, true), nothing);
  }

  @Override
  final void letGo() {
    if (!path.isEmpty()) {
      path.clear();
      nothing.run();
    }
  }
}
