package carezza.screen;

import carezza.image.Rect;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;

/**
 * Screen pixels and, block by block, what they were drawn from, so that the next frame draws only
 * the blocks that change. Immutable once drawn.
 */
public final class Drawn {
  /** Blocks are as wide and high as this, in device pixels. */
  private static final int BLOCK_W = 128;

  private static final int BLOCK_H = 64;

  private final Frames.Request request;
  private final int[] pixels;
  private final long[] prints;
  private final int[] levels;

  Drawn(Frames.Request r) {
    request = r;
    Viewport viewport = r.viewport();
    pixels = new int[viewport.width() * viewport.height()];
    prints = new long[across(viewport) * ((viewport.height() + BLOCK_H - 1) / BLOCK_H)];
    levels = new int[prints.length];
    Arrays.fill(levels, Integer.MAX_VALUE);
  }

  private static int across(Viewport v) {
    return (v.width() + BLOCK_W - 1) / BLOCK_W;
  }

  /** Pixels of the view as 0xffRRGGBB, row by row; not to be written to. */
  public int[] pixels() {
    return pixels;
  }

  public Viewport viewport() {
    return request.viewport();
  }

  int blocks() {
    return prints.length;
  }

  List<Rect> all() {
    return IntStream.range(0, blocks()).mapToObj(this::block).toList();
  }

  Rect block(int i) {
    int x = i % across(viewport()) * BLOCK_W;
    int y = i / across(viewport()) * BLOCK_H;
    return new Rect(x, y, BLOCK_W, BLOCK_H)
        .intersect(new Rect(0, 0, viewport().width(), viewport().height()));
  }

  Frames.Request request() {
    return request;
  }

  /** Whether another frame shows a block as this one is to, or finer. */
  boolean hasFrom(Drawn last, int i) {
    return mayHaveFrom(last, i) && last.prints[i] == prints[i];
  }

  /** Whether another frame shows the same place in the same way, no coarser. */
  boolean mayHaveFrom(Drawn last, int i) {
    return last != null
        && last.viewport().equals(viewport())
        && last.request.look() == request.look()
        && last.request.desk() == request.desk()
        && last.levels[i] <= levels[i];
  }

  void copyFrom(Drawn last, int i) {
    Rect b = block(i);
    for (int y = b.y(); y < b.bottom(); y++) {
      int at = y * viewport().width() + b.x();
      System.arraycopy(last.pixels, at, pixels, at, b.w());
    }
    levels[i] = last.levels[i];
  }

  /** Says what a block is drawn from. */
  void plan(int i, int level, long print) {
    prints[i] = print;
    levels[i] = level;
  }
}
