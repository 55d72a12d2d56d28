package carezza.app.tool;

import carezza.area.Extent;
import carezza.face.Pin;
import java.util.List;
import java.util.Optional;
import java.util.function.BiConsumer;

/** Draws a ramp from where it is full to where it ends. */
public final class RampTool extends ShapeTool {
  public RampTool(double leastPx, BiConsumer<Extent.Shape, Boolean> drawn, Runnable nothing) {
    super(leastPx, drawn, nothing);
  }

  @Override
  public String name() {
    return "draw_ramp";
  }

  @Override
  Optional<Extent.Shape> shape(List<Pin> way, double least) {
    Pin from = way.get(0);
    Pin to = way.get(way.size() - 1);
    return from.distance(to) < least
        ? Optional.empty()
        : Optional.of(new Extent.Ramp(from.x(), from.y(), to.x(), to.y()));
  }
}
