package carezza.screen;

import carezza.image.Rect;
import java.nio.IntBuffer;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;

/**
 * Screen pixels in blocks and of each what it was drawn from, so that the next frame draws only the
 * blocks that change and shares the others. Immutable once drawn.
 *
 * <p>No array is as large as the view: those go to the collector's old space at once, and each sets
 * it to look through the whole heap.
 */
public final class Drawn {
  /** Blocks are as wide and high as this, in device pixels. */
  private static final int BLOCK_W = 128;

  private static final int BLOCK_H = 64;

  private final Frames.Request request;
  private final int[][] pixels;
  private final long[] fingerprints;
  private final int[] levels;

  Drawn(Frames.Request r) {
    request = r;
    Viewport viewport = r.viewport();
    fingerprints = new long[across(viewport) * ((viewport.height() + BLOCK_H - 1) / BLOCK_H)];
    pixels = new int[fingerprints.length][];
    levels = new int[fingerprints.length];
    Arrays.fill(levels, Integer.MAX_VALUE);
  }

  private static int across(Viewport v) {
    return (v.width() + BLOCK_W - 1) / BLOCK_W;
  }

  /** Pixels of the view as 0xffRRGGBB, row by row. */
  public int[] pixels() {
    int[] out = new int[viewport().width() * viewport().height()];
    copyTo(IntBuffer.wrap(out), null);
    return out;
  }

  /**
   * Puts the pixels into a buffer of the view's size, row by row as 0xffRRGGBB.
   *
   * @param held frame whose pixels the buffer holds, or null; what is shared with it stays
   * @return rectangle that holds everything that was put
   */
  public Rect copyTo(IntBuffer buffer, Drawn held) {
    Viewport v = viewport();
    boolean same =
        held != null
            && held.viewport().width() == v.width()
            && held.viewport().height() == v.height();
    Rect put = new Rect(0, 0, 0, 0);
    for (int i = 0; i < blocks(); i++) {
      if (!same || held.pixels[i] != pixels[i]) {
        Rect b = block(i);
        for (int y = 0; y < b.h(); y++) {
          buffer.put((b.y() + y) * v.width() + b.x(), pixels[i], y * b.w(), b.w());
        }
        put = put.union(b);
      }
    }
    return put;
  }

  public Viewport viewport() {
    return request.viewport();
  }

  int blocks() {
    return fingerprints.length;
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

  public Frames.Request request() {
    return request;
  }

  /** Whether another frame shows a block as this one is to, or finer. */
  boolean hasFrom(Drawn last, int i) {
    return mayHaveFrom(last, i) && last.fingerprints[i] == fingerprints[i];
  }

  /** Whether another frame shows the same place in the same way, no coarser. */
  boolean mayHaveFrom(Drawn last, int i) {
    return last != null
        && last.viewport().equals(viewport())
        && last.request.look() == request.look()
        && last.request.desk() == request.desk()
        && last.request.screen() == request.screen()
        && last.levels[i] <= levels[i];
  }

  void share(Drawn last, int i) {
    pixels[i] = last.pixels[i];
    levels[i] = last.levels[i];
  }

  /** The pixels of a block, row by row, to be filled once. */
  int[] fresh(int i) {
    pixels[i] = new int[(int) block(i).area()];
    return pixels[i];
  }

  /** Says what a block is drawn from. */
  void plan(int i, int level, long fingerprint) {
    fingerprints[i] = fingerprint;
    levels[i] = level;
  }
}
