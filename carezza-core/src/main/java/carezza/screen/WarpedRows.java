package carezza.screen;

import carezza.geometry.Projection;
import carezza.geometry.Resampling;
import carezza.image.Rect;
import carezza.image.RgbBlock;

/**
 * A block of a level as rows of device pixels where the canvas is turned or scaled against it. From
 * full size on the pixels are those that would be written.
 */
final class WarpedRows implements LightRows {
  private final Viewport viewport;
  private final Rect inside;
  private final Projection toLevel;
  private final Resampling light;
  private final boolean single;

  /**
   * @param inside device pixels that are drawn
   */
  WarpedRows(RgbBlock block, Viewport viewport, Rect inside) {
    this.viewport = viewport;
    this.inside = inside;
    toLevel = viewport.toLevel(block.level());
    double perCanvas = 1 / (viewport.framing().scale() * (1 << block.level()));
    single = block.level() == 0 && viewport.scale() >= 2;
    double step = single ? perCanvas : perCanvas / viewport.scale();
    boolean full = block.level() == 0 && viewport.scale() >= 1;
    light =
        new Resampling(block, full ? Resampling.Kernel.CUBIC : Resampling.Kernel.TRIANGLE, step);
  }

  @Override
  public void row(int y, float[][] out) {
    double dy = snapped(inside.y() + y + 0.5, viewport.top());
    for (int i = 0; i < inside.w(); i++) {
      double dx = snapped(inside.x() + i + 0.5, viewport.left());
      light.at(toLevel.x(dx, dy), toLevel.y(dx, dy), out, i);
    }
  }

  /** Where single pixels are seen, the middle of the one that a device pixel lies on. */
  private double snapped(double device, double start) {
    double s = viewport.scale();
    return single ? (Math.floor(start + device / s) + 0.5 - start) * s : device;
  }
}
