package carezza.screen;

import carezza.color.ColorEncoding;
import carezza.color.Matrix3;
import carezza.image.Rect;
import carezza.image.SourcePicture;
import java.util.Arrays;

/**
 * The picture as its file has it, drawn straight from the file's codes: each device pixel is the
 * mean light of the source pixels under it, of large ones of a share of their rows. No level of the
 * pyramid is computed for it, so it is there before anything else can be; a {@link Frames frame}
 * takes its place.
 *
 * <p>Enlarged, a device pixel has the light of the source pixel under its centre. About {@link
 * #ROWS} table look-ups a source pixel's column and device row; scratch of a row of source pixels.
 */
final class Glance {
  /** Rows of the source that a row of device pixels is the mean of, at most. */
  private static final int ROWS = 3;

  private final SourcePicture source;
  private final Viewport viewport;
  private final float[][] tables = new float[3][];
  private final float[] toWorking;
  private final int desk;
  private final ScreenEncoding screen;

  Glance(SourcePicture source, ColorEncoding encoding, Frames.Request r) {
    this.source = source;
    viewport = r.viewport();
    desk = r.desk();
    screen = r.screen();
    for (int c = 0; c < 3; c++) {
      tables[c] = encoding.table(c, source.depth());
    }
    toWorking = encoding.toWorking().floats();
  }

  /**
   * @param out the block's pixels, row by row
   */
  void draw(Rect block, int[] out) {
    Arrays.fill(out, desk);
    Rect inside = viewport.device().intersect(block);
    if (inside.isEmpty()) {
      return;
    }
    int[] edges = edges(inside.x(), inside.w(), source.width(), true);
    int from = edges[0];
    int wide = edges[inside.w()] - from;
    float[] codes = new float[wide];
    float[] sum = new float[wide];
    float[][] file = new float[3][inside.w()];
    float[][] line = new float[3][inside.w()];
    ScreenCode code = new ScreenCode(screen, inside.x(), inside.w());
    int[] rows = edges(inside.y(), inside.h(), source.height(), false);
    for (int y = 0; y < inside.h(); y++) {
      int end = Math.max(rows[y] + 1, rows[y + 1]);
      int step = Math.max(1, (end - rows[y]) / ROWS);
      for (int c = 0; c < 3; c++) {
        Arrays.fill(sum, 0);
        int n = 0;
        for (int row = rows[y]; row < end; row += step) {
          source.lookUp(c, new Rect(from, row, wide, 1), tables[c], codes);
          add(codes, sum);
          n++;
        }
        means(sum, edges, n, file[c]);
      }
      for (int c = 0; c < 3; c++) {
        Matrix3.mix(toWorking, c, file[0], file[1], file[2], line[c]);
      }
      int at = (inside.y() + y - block.y()) * block.w() + inside.x() - block.x();
      code.row(line, inside.y() + y, out, at);
    }
  }

  private static void add(float[] some, float[] sum) {
    for (int i = 0; i < sum.length; i++) {
      sum[i] += some[i];
    }
  }

  /** Source pixels at which each of a run of device pixels begins, and at which the last ends. */
  private int[] edges(int first, int count, int most, boolean across) {
    int[] out = new int[count + 1];
    double shift = viewport.scale() > 1 ? 0.5 : 0;
    for (int i = 0; i <= count; i++) {
      double d = first + i + shift;
      double s = across ? viewport.canvasX(d) : viewport.canvasY(d);
      out[i] = Math.max(0, Math.min(i < count ? most - 1 : most, (int) Math.floor(s)));
    }
    out[count] = Math.max(out[count - 1] + 1, out[count]);
    return out;
  }

  private static void means(float[] sum, int[] edges, int rows, float[] out) {
    for (int x = 0; x < out.length; x++) {
      int end = Math.max(edges[x] + 1, edges[x + 1]);
      float all = 0;
      for (int i = edges[x]; i < end; i++) {
        all += sum[i - edges[0]];
      }
      out[x] = all / (rows * (end - edges[x]));
    }
  }
}
