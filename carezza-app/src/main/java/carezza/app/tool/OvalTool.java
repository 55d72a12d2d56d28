package carezza.app.tool;

import carezza.area.Extent;
import carezza.face.Pin;
import java.util.List;
import java.util.Optional;
import java.util.function.BiConsumer;

/** Draws an oval from its middle outwards. */
public final class OvalTool extends ShapeTool {
  public OvalTool(double leastPx, BiConsumer<Extent.Shape, Boolean> drawn, Runnable nothing) {
    super(leastPx, drawn, nothing);
  }

  @Override
  public String name() {
    return "draw_oval";
  }

  @Override
  Optional<Extent.Shape> shape(List<Pin> way, double least) {
    Pin from = way.get(0);
    Pin to = way.get(way.size() - 1);
    double a = Math.abs(to.x() - from.x());
    double b = Math.abs(to.y() - from.y());
    return Math.min(a, b) < least
        ? Optional.empty()
        : Optional.of(new Extent.Oval(from.x(), from.y(), a, b, 0));
  }
}
