package carezza.app;

import carezza.color.CieLab;
import carezza.sheet.RunSheet;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.Consumer;
import javafx.application.Platform;

/**
 * The colour of the picture under the pointer as far as it is at hand: a pointer that rests on the
 * picture has nothing computed.
 */
final class ColourUnderHand {
  private final BenchModel model;
  private final PictureView view;
  private final Consumer<double[]> told;

  /** The newest reading that was not begun. */
  private final AtomicReference<Runnable> wanted = new AtomicReference<>();

  /**
   * @param told given CIELAB, or an empty array where it is not known
   */
  ColourUnderHand(BenchModel model, PictureView view, Consumer<double[]> told) {
    this.model = model;
    this.view = view;
    this.told = told;
  }

  /** Reads it away from the interface thread; of what is asked meanwhile the newest is read. */
  void read(double x, double y) {
    OpenPicture p = model.picture().get();
    if (p == null || view.viewport().get() == null) {
      return;
    }
    RunSheet s = model.sheet().get();
    double sx = view.sourceX(x, y);
    double sy = view.sourceY(x, y);
    Runnable read =
        () -> {
          double[] lab = at(p, s, sx, sy).orElseGet(() -> new double[0]);
          Platform.runLater(() -> told.accept(lab));
        };
    if (wanted.getAndSet(read) == null) {
      model.away(
          () -> {
            wanted.getAndSet(null).run();
            return null;
          },
          nothing -> {});
    }
  }

  private static Optional<double[]> at(OpenPicture p, RunSheet s, double x, double y) {
    return p.engine()
        .view(s, () -> false)
        .known((int) Math.floor(x), (int) Math.floor(y))
        .map(c -> CieLab.of(c[0], c[1], c[2]));
  }
}
