package carezza.screen;

import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import java.util.Arrays;
import java.util.Optional;

/** Draws the blocks of one frame from a level of the picture; used by several threads. */
final class BlockDrawing {
  private final Frames.Request request;
  private final int level;
  private final CheckView.Drawing look;

  BlockDrawing(Frames.Request request, int level) {
    this.request = request;
    this.level = level;
    look = request.look().of(request.view());
  }

  /**
   * @param out the block's pixels, row by row
   */
  void draw(Rect block, int[] out) {
    Arrays.fill(out, request.desk());
    Rect inside = request.viewport().device(request.view().bounds(0)).intersect(block);
    Rect need = request.needed(level, block);
    if (!inside.isEmpty() && !need.isEmpty()) {
      draw(block, inside, need, out);
    }
  }

  private void draw(Rect block, Rect inside, Rect need, int[] out) {
    Viewport v = request.viewport();
    RgbBlock picture = request.view().read(level, need);
    Optional<RgbBlock> was = request.before().map(b -> b.read(level, need));
    Optional<Plane> mask = request.area().map(a -> request.view().mask(a.pass(), level, need));
    double side = 1 << level;
    double step = 1 / (v.scale() * side);
    boolean single = level == 0 && v.scale() >= 2;
    double x0 = v.sourceX(inside.x() + 0.5) / side;
    double y0 = v.sourceY(inside.y() + 0.5) / side;
    Taps across = new Taps(inside.w(), x0, step, need.x(), need.right(), single);
    Taps down = new Taps(inside.h(), y0, step, need.y(), need.bottom(), single);
    Resampled light = new Resampled(look.light(picture), across, down);
    Resampled earlier = was.map(b -> new Resampled(b, across, down)).orElse(null);
    ScreenCode code = new ScreenCode(inside.x(), inside.w());
    float[][] line = new float[3][inside.w()];
    float[][] before = earlier == null ? null : new float[3][inside.w()];
    for (int y = inside.y(); y < inside.bottom(); y++) {
      int row = y - inside.y();
      light.row(row, line);
      if (earlier != null) {
        earlier.row(row, before);
      }
      if (look.changesRows()) {
        look.row(new ScreenRow(v, inside.x(), y, line, before));
      }
      int at = (y - block.y()) * block.w() + inside.x() - block.x();
      code.row(line, y, out, at);
      if (mask.isPresent()) {
        area(new MaskRow(mask.get(), x0, y0 + row * step, step), inside, y, out, at);
      }
    }
  }

  private void area(MaskRow row, Rect inside, int y, int[] out, int at) {
    switch (request.area().orElseThrow().form()) {
      case HATCHED -> row.hatch(inside.x(), y, inside.w(), out, at);
      case GREY -> row.grey(inside.x(), y, inside.w(), out, at);
      default -> row.outline(inside.w(), out, at);
    }
  }
}
