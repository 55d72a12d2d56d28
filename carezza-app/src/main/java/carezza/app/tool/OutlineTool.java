package carezza.app.tool;

import carezza.area.Extent;
import carezza.face.Pin;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.BiConsumer;

/** Draws an outline round a place. */
public final class OutlineTool extends ShapeTool {
  public OutlineTool(double leastPx, BiConsumer<Extent.Shape, Boolean> drawn, Runnable nothing) {
    super(leastPx, drawn, nothing);
  }

  @Override
  public String name() {
    return "draw_loop";
  }

  /** Corners lie at least {@code least} apart. */
  @Override
  Optional<Extent.Shape> shape(List<Pin> way, double least) {
    List<Pin> corners = new ArrayList<>();
    for (Pin p : way) {
      if (corners.isEmpty() || corners.get(corners.size() - 1).distance(p) >= least) {
        corners.add(p);
      }
    }
    return corners.size() < 3 ? Optional.empty() : Optional.of(new Extent.Loop(corners));
  }
}
