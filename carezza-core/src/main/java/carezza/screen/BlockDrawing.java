package carezza.screen;

import carezza.geometry.Box;
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
    Rect inside = request.viewport().device().intersect(block);
    Rect need = request.needed(level, block);
    if (!inside.isEmpty() && !need.isEmpty()) {
      draw(block, inside, need, out);
    }
  }

  private void draw(Rect block, Rect inside, Rect need, int[] out) {
    Viewport v = request.viewport();
    Rect there = v.framing().there();
    Rect own = need.intersect(request.view().bounds(level));
    RgbBlock picture = request.view().within(there).read(level, need);
    Optional<RgbBlock> was = request.before().map(b -> b.within(there).read(level, need));
    Optional<Plane> mask = request.area().map(a -> request.view().mask(a.pass(), level, own));
    LightRows light = rows(look.light(picture), inside);
    LightRows earlier = was.map(b -> rows(b, inside)).orElse(null);
    boolean full = v.framing().isFull(Box.of(v.framing().canvas()));
    ScreenCode code = new ScreenCode(request.screen(), inside.x(), inside.w());
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
      if (!full) {
        empty(inside.x(), y, inside.w(), out, at);
      }
      if (mask.isPresent()) {
        area(new MaskRow(mask.get(), v.toLevel(level), inside.x(), y), inside, y, out, at);
      }
    }
  }

  /** Where the canvas reaches beyond the picture the desk is seen. */
  private void empty(int x, int y, int w, int[] out, int at) {
    Viewport v = request.viewport();
    Box there = Box.of(v.framing().there());
    for (int i = 0; i < w; i++) {
      double dx = x + i + 0.5;
      double dy = y + 0.5;
      if (!there.holds(v.sourceX(dx, dy), v.sourceY(dx, dy))) {
        out[at + i] = request.desk();
      }
    }
  }

  private LightRows rows(RgbBlock block, Rect inside) {
    Viewport v = request.viewport();
    if (!v.framing().isStraight()) {
      return new WarpedRows(block, v, inside);
    }
    double side = 1 << level;
    double step = 1 / (v.scale() * side);
    boolean single = level == 0 && v.scale() >= 2;
    double x0 = v.canvasX(inside.x() + 0.5) / side;
    double y0 = v.canvasY(inside.y() + 0.5) / side;
    Rect r = block.rect();
    Taps across = new Taps(inside.w(), x0, step, r.x(), r.right(), single);
    Taps down = new Taps(inside.h(), y0, step, r.y(), r.bottom(), single);
    return new Resampled(block, across, down);
  }

  private void area(MaskRow row, Rect inside, int y, int[] out, int at) {
    switch (request.area().orElseThrow().form()) {
      case HATCHED -> row.hatch(inside.x(), y, inside.w(), out, at);
      case GREY -> row.grey(inside.x(), y, inside.w(), out, at);
      default -> row.outline(inside.w(), out, at);
    }
  }
}
