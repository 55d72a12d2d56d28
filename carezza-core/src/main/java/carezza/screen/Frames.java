package carezza.screen;

import carezza.color.ColorEncoding;
import carezza.engine.Pulling;
import carezza.engine.SheetView;
import carezza.image.Hash;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.pass.Pass;
import carezza.pass.even.TwoBands;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;

/**
 * Turns part of a sheet into screen pixels: evaluates the level that the zoom asks for, samples it
 * at device pixels, encodes for an sRGB screen and dithers to 8 bits. Runs on workers only.
 */
public final class Frames {
  // The sRGB curve in a table over the upper bits of a float, eight of them behind the point, and
  // linear between: no root, no power.
  private static final int CUT = 15;

  private static final float STEP = 1f / (1 << CUT);
  private static final float DARKEST = 1f / 4096;
  private static final int FIRST = Float.floatToRawIntBits(DARKEST) >> CUT;
  private static final float[] TO_SCREEN = ColorEncoding.srgb().toWorking().inverse().floats();
  private static final float[] ENCODE = encodeTable();

  /** Sigma of a split at 1.8 mm. */
  private static final double SPLIT_MM = 1.8 / 2.355;

  /** Sigmas beyond which a band does not look. */
  private static final double REACH = 4;

  private Frames() {}

  /**
   * An area over the picture.
   *
   * @param pass whose area
   * @param form how it is shown, not NONE
   */
  public record ShownArea(Pass pass, AreaForm form) {}

  /**
   * What is to be drawn.
   *
   * @param view the sheet
   * @param viewport where
   * @param look how
   * @param area the area that is to be shown, if any
   * @param desk colour outside the picture
   * @param before what changes are reckoned from, needed for that look alone
   */
  public record Request(
      SheetView view,
      Viewport viewport,
      Look look,
      Optional<ShownArea> area,
      int desk,
      Optional<SheetView> before) {
    public Request {
      if (look == Look.CHANGES && before.isEmpty()) {
        throw new IllegalArgumentException("look = CHANGES, must have a view from before");
      }
    }

    public Request(
        SheetView view, Viewport viewport, Look look, Optional<ShownArea> area, int desk) {
      this(view, viewport, look, area, desk, Optional.empty());
    }

    /** Where the bands part, mm: as the sheet's two bands are set, else as they start. */
    double splitMm() {
      return view.sheet().passes().stream()
          .filter(p -> p.kind() instanceof TwoBands)
          .findFirst()
          .map(TwoBands::sigmaMm)
          .orElse(SPLIT_MM);
    }
  }

  private static float[] encodeTable() {
    float[] t = new float[(Float.floatToRawIntBits(1) >> CUT) - FIRST + 2];
    for (int i = 0; i < t.length; i++) {
      double v = Float.intBitsToFloat((i + FIRST) << CUT);
      t[i] = (float) (255 * (v <= 0.0031308 ? 12.92 * v : 1.055 * Math.pow(v, 1 / 2.4) - 0.055));
    }
    return t;
  }

  /**
   * Draws a frame: first the tiles that changed blocks need are brought up, those in the middle
   * first, then the blocks are drawn from them. Blocks that the last frame shows as they are to be
   * are taken from it.
   *
   * @param coarser levels coarser than the zoom asks for
   * @param last the frame before, or null
   */
  public static Drawn draw(Request r, int coarser, Drawn last, ExecutorService pool) {
    int level = level(r, coarser);
    List<Callable<Object>> jobs = new ArrayList<>();
    for (Runnable find : r.view().firstFinds()) {
      jobs.add(Executors.callable(find));
    }
    run(jobs, pool);
    jobs.clear();
    Drawn out = new Drawn(r);
    List<Rect> changed = changed(r, level, out, last);
    for (Rect tile : tiles(r, level, changed)) {
      jobs.add(
          () -> {
            r.view().read(level, tile);
            return null;
          });
    }
    run(jobs, pool);
    jobs.clear();
    for (Rect block : changed) {
      jobs.add(
          () -> {
            block(r, level, block, out.pixels());
            return null;
          });
    }
    run(jobs, pool);
    return out;
  }

  /** Share of the view, 0 to 1, that a sharp frame has to draw anew. */
  public static double changedShare(Request r, Drawn last) {
    Drawn next = new Drawn(r);
    int level = level(r, 0);
    int n = 0;
    for (int i = 0; i < next.blocks(); i++) {
      plan(r, level, next, i);
      n += next.hasFrom(last, i) ? 0 : 1;
    }
    return (double) n / next.blocks();
  }

  private static int level(Request r, int coarser) {
    return Math.min(8, r.viewport().level() + coarser);
  }

  private static List<Rect> changed(Request r, int level, Drawn out, Drawn last) {
    List<Rect> changed = new ArrayList<>();
    for (int i = 0; i < out.blocks(); i++) {
      plan(r, level, out, i);
      if (out.hasFrom(last, i)) {
        out.copyFrom(last, i);
      } else {
        changed.add(out.block(i));
      }
    }
    return changed;
  }

  private static long areaPrint(Request r, ShownArea a, Rect src) {
    return new Hash().add(a.form().name()).add(r.view().maskFingerprint(a.pass(), src)).get();
  }

  private static void plan(Request r, int level, Drawn out, int i) {
    Rect need = needed(r, level, out.block(i));
    Rect src = need.toSource(level).intersect(r.view().bounds(0));
    boolean none = need.isEmpty();
    long area = none ? 0 : r.area().map(a -> areaPrint(r, a, src)).orElse(0L);
    long seen = none ? 0 : r.view().fingerprint(src);
    if (r.before().isPresent() && !none) {
      seen = new Hash().add(seen).add(r.before().get().fingerprint(src)).get();
    }
    if (r.look().looksAround() && !none) {
      seen = new Hash().add(seen).add(r.splitMm()).get();
    }
    if (r.look() == Look.PULL && !none) {
      seen = new Hash().add(seen).add(r.view().fingerprint(r.view().bounds(0))).get();
    }
    out.plan(i, none ? 0 : level, seen, area);
  }

  private static void run(List<Callable<Object>> jobs, ExecutorService pool) {
    try {
      for (Future<Object> job : pool.invokeAll(jobs)) {
        job.get();
      }
    } catch (ExecutionException e) {
      if (e.getCause() instanceof RuntimeException c) {
        throw c;
      }
      throw new IllegalStateException(e.getCause());
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new CancellationException("interrupted");
    }
  }

  /** Tiles of a level that blocks are drawn from, nearest to the middle of the view first. */
  private static List<Rect> tiles(Request r, int level, List<Rect> blocks) {
    int side = r.view().tile();
    Set<Rect> out = new HashSet<>();
    for (Rect block : blocks) {
      Rect need = needed(r, level, block);
      for (int y = Math.floorDiv(need.y(), side) * side; y < need.bottom(); y += side) {
        for (int x = Math.floorDiv(need.x(), side) * side; x < need.right(); x += side) {
          out.add(new Rect(x, y, side, side).intersect(r.view().bounds(level)));
        }
      }
    }
    Viewport v = r.viewport();
    double cx = Math.scalb(v.sourceX(v.width() / 2.0), -level);
    double cy = Math.scalb(v.sourceY(v.height() / 2.0), -level);
    return out.stream()
        .sorted(
            Comparator.comparingDouble(
                t -> Math.hypot(t.x() + t.w() / 2.0 - cx, t.y() + t.h() / 2.0 - cy)))
        .toList();
  }

  /** Pixels of a level that a rectangle of device pixels is drawn from. */
  private static Rect needed(Request r, int level, Rect device) {
    Viewport v = r.viewport();
    double reach = 2 * Math.scalb(1.0, level) + 1 / v.scale() + margin(r, level);
    Rect src =
        Rect.around(
                v.sourceX(device.x()) - reach,
                v.sourceY(device.y()) - reach,
                v.sourceX(device.right()) + reach,
                v.sourceY(device.bottom()) + reach)
            .intersect(r.view().bounds(0));
    return src.toLevel(level).intersect(r.view().bounds(level));
  }

  /** Source pixels that a look needs beyond what it shows. */
  private static double margin(Request r, int level) {
    return r.look().looksAround()
        ? REACH * r.splitMm() * r.view().frame().pxPerMm() + Math.scalb(1.0, level)
        : 0;
  }

  private static void block(Request r, int level, Rect block, int[] out) {
    Viewport v = r.viewport();
    for (int y = block.y(); y < block.bottom(); y++) {
      int at = y * v.width() + block.x();
      Arrays.fill(out, at, at + block.w(), r.desk());
    }
    Rect inside = v.device(r.view().bounds(0)).intersect(block);
    Rect need = needed(r, level, block);
    if (inside.isEmpty() || need.isEmpty()) {
      return;
    }
    RgbBlock b = r.view().read(level, need);
    if (r.look().looksAround()) {
      double sigma = Math.scalb(r.splitMm() * r.view().frame().pxPerMm(), -level);
      b = Looking.band(r.look(), b, need, sigma);
    }
    RgbBlock was = r.look() == Look.CHANGES ? r.before().get().read(level, need) : null;
    Plane mask = r.area().map(a -> r.view().mask(a.pass(), level, need)).orElse(null);
    double side = 1 << level;
    double step = 1 / (v.scale() * side);
    boolean single = level == 0 && v.scale() >= 2;
    double x0 = v.sourceX(inside.x() + 0.5) / side;
    double y0 = v.sourceY(inside.y() + 0.5) / side;
    Taps across = new Taps(inside.w(), x0, step, need.x(), need.right(), single);
    Taps down = new Taps(inside.h(), y0, step, need.y(), need.bottom(), single);
    float[] tall = new float[need.w()];
    float[][] line = new float[3][inside.w()];
    float[][] before = was == null ? null : new float[3][inside.w()];
    Pulling pulling = r.look() == Look.PULL ? r.view().pull().orElse(null) : null;
    boolean plain = r.look() == Look.PICTURE || r.look().looksAround();
    for (int y = 0; y < inside.h(); y++) {
      for (int c = 0; c < 3; c++) {
        gatherColumn(b, c, down, y, tall);
        gatherRow(tall, across, need.x(), line[c]);
        if (was != null) {
          gatherColumn(was, c, down, y, tall);
          gatherRow(tall, across, need.x(), before[c]);
        }
      }
      if (!plain) {
        double sy = v.sourceY(inside.y() + y + 0.5);
        Looking.row(
            r.look(), line, before, pull(r, pulling, inside, sy), inside.x(), inside.y() + y);
      }
      int at = (inside.y() + y) * v.width() + inside.x();
      encode(line, inside.x(), inside.y() + y, out, at);
      if (mask != null) {
        MaskRow row = new MaskRow(mask, x0, y0 + y * step, step);
        int dy = inside.y() + y;
        switch (r.area().get().form()) {
          case HATCHED -> row.hatch(inside.x(), dy, inside.w(), out, at);
          case GREY -> row.grey(inside.x(), dy, inside.w(), out, at);
          default -> row.outline(inside.w(), out, at);
        }
      }
    }
  }

  /** Lightness that stands for pull along a row, null for other looks. */
  private static float[] pull(Request r, Pulling p, Rect inside, double sourceY) {
    if (r.look() != Look.PULL) {
      return null;
    }
    float[] out = new float[inside.w()];
    for (int x = 0; p != null && p.eye() > 0 && x < out.length; x++) {
      double sx = r.viewport().sourceX(inside.x() + x + 0.5);
      out[x] = Looking.pull(p.at(sx, sourceY) / p.eye());
    }
    return out;
  }

  private static void gatherColumn(RgbBlock b, int c, Taps down, int y, float[] out) {
    Arrays.fill(out, 0);
    float[] in = b.channel(c);
    for (int k = 0; k < down.count; k++) {
      float t = down.weight[y * down.count + k];
      if (t == 0) {
        continue;
      }
      int row = (down.first[y] + k - b.rect().y()) * b.rect().w();
      for (int x = 0; x < out.length; x++) {
        out[x] += t * in[row + x];
      }
    }
  }

  private static void gatherRow(float[] in, Taps across, int left, float[] out) {
    int n = across.count;
    float[] weight = across.weight;
    for (int x = 0; x < out.length; x++) {
      int i = across.first[x] - left;
      float sum = 0;
      for (int k = 0; k < n; k++) {
        float t = weight[x * n + k];
        if (t != 0) {
          sum += t * in[i + k];
        }
      }
      out[x] = sum;
    }
  }

  private static void encode(float[][] line, int deviceX, int deviceY, int[] out, int at) {
    float[] m = TO_SCREEN;
    for (int x = 0; x < line[0].length; x++) {
      float red = line[0][x];
      float green = line[1][x];
      float blue = line[2][x];
      float n = noise(deviceX + x, deviceY);
      out[at + x] =
          0xff000000
              | code(m[0] * red + m[1] * green + m[2] * blue, n) << 16
              | code(m[3] * red + m[4] * green + m[5] * blue, n) << 8
              | code(m[6] * red + m[7] * green + m[8] * blue, n);
    }
  }

  /** A fixed noise of triangular distribution, -1 to 1, the same for a device pixel every time. */
  static float noise(int x, int y) {
    int h = x * 0x27d4eb2d ^ y * 0x165667b1;
    h = (h ^ h >>> 15) * 0x85ebca6b;
    h ^= h >>> 13;
    h *= 0xc2b2ae35;
    h ^= h >>> 16;
    return ((h & 0xffff) - (h >>> 16)) / 65536f;
  }

  /** Light of one of the screen's primaries. */
  static float toScreen(int channel, float red, float green, float blue) {
    int i = 3 * channel;
    return TO_SCREEN[i] * red + TO_SCREEN[i + 1] * green + TO_SCREEN[i + 2] * blue;
  }

  private static int code(float linear, float noise) {
    float v;
    if (linear >= 1) {
      v = 255;
    } else if (linear > DARKEST) {
      int bits = Float.floatToRawIntBits(linear);
      int i = (bits >> CUT) - FIRST;
      v = ENCODE[i] + (bits & ((1 << CUT) - 1)) * STEP * (ENCODE[i + 1] - ENCODE[i]);
    } else {
      v = Math.max(0, 255 * 12.92f * linear);
    }
    return Math.max(0, Math.min(255, (int) (v + 0.5f + 0.5f * noise)));
  }
}
