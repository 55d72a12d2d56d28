package carezza.screen;

import carezza.area.Area;
import carezza.color.CieLab;
import carezza.color.ColorEncoding;
import carezza.engine.SheetView;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Future;

/**
 * Turns part of a sheet into screen pixels: evaluates the level that the zoom asks for, samples it
 * at device pixels, encodes for an sRGB screen and dithers to 8 bits. Runs on workers only.
 */
public final class Frames {
  private static final int STRIP = 64;
  private static final float[] TO_SCREEN = ColorEncoding.srgb().toWorking().inverse().floats();
  private static final float[] ENCODE = encodeTable();

  private Frames() {}

  /**
   * What is to be drawn.
   *
   * @param view the sheet
   * @param viewport where
   * @param look how
   * @param hatched area to be shown by hatching, if any
   * @param desk colour outside the picture
   */
  public record Request(
      SheetView view, Viewport viewport, Look look, Optional<Area> hatched, int desk) {}

  private static float[] encodeTable() {
    float[] t = new float[4097];
    for (int i = 0; i < t.length; i++) {
      double v = (double) i / 4096;
      v = v * v;
      double e = v <= 0.0031308 ? 12.92 * v : 1.055 * Math.pow(v, 1 / 2.4) - 0.055;
      t[i] = (float) (255 * e);
    }
    return t;
  }

  /**
   * Pixels of the view as 0xffRRGGBB: first all tiles are brought up, those in the middle first,
   * then strips are drawn from them.
   *
   * @param coarser levels coarser than the zoom asks for
   */
  public static int[] draw(Request r, int coarser, ExecutorService pool) {
    Viewport v = r.viewport();
    int level = Math.min(8, v.level() + coarser);
    Rect all = new Rect(0, 0, v.width(), v.height());
    List<Callable<Object>> jobs = new ArrayList<>();
    for (Rect tile : tiles(r, level, all)) {
      jobs.add(
          () -> {
            r.view().read(level, tile);
            return null;
          });
    }
    run(jobs, pool);
    jobs.clear();
    int[] out = new int[v.width() * v.height()];
    for (int y = 0; y < v.height(); y += STRIP) {
      Rect strip = new Rect(0, y, v.width(), Math.min(STRIP, v.height() - y));
      jobs.add(
          () -> {
            strip(r, level, strip, out);
            return null;
          });
    }
    run(jobs, pool);
    return out;
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

  /** Tiles of a level that are seen, nearest to the middle of the view first. */
  private static List<Rect> tiles(Request r, int level, Rect device) {
    Rect need = needed(r, level, device);
    int side = r.view().tile();
    List<Rect> out = new ArrayList<>();
    for (int y = Math.floorDiv(need.y(), side) * side; y < need.bottom(); y += side) {
      for (int x = Math.floorDiv(need.x(), side) * side; x < need.right(); x += side) {
        out.add(new Rect(x, y, side, side).intersect(r.view().bounds(level)));
      }
    }
    double cx = need.x() + need.w() / 2.0;
    double cy = need.y() + need.h() / 2.0;
    out.sort(
        Comparator.comparingDouble(
            t -> Math.hypot(t.x() + t.w() / 2.0 - cx, t.y() + t.h() / 2.0 - cy)));
    return out;
  }

  /** Pixels of a level that a rectangle of device pixels is drawn from. */
  private static Rect needed(Request r, int level, Rect device) {
    Viewport v = r.viewport();
    double reach = 2 * Math.scalb(1.0, level) + 1 / v.scale();
    Rect src =
        Rect.around(
                v.sourceX(device.x()) - reach,
                v.sourceY(device.y()) - reach,
                v.sourceX(device.right()) + reach,
                v.sourceY(device.bottom()) + reach)
            .intersect(r.view().bounds(0));
    return src.toLevel(level).intersect(r.view().bounds(level));
  }

  private static void strip(Request r, int level, Rect strip, int[] out) {
    Viewport v = r.viewport();
    Arrays.fill(out, strip.y() * v.width(), strip.bottom() * v.width(), r.desk());
    Rect inside = v.device(r.view().bounds(0)).intersect(strip);
    Rect need = needed(r, level, strip);
    if (inside.isEmpty() || need.isEmpty()) {
      return;
    }
    RgbBlock b = r.view().read(level, need);
    Plane mask = r.hatched().isPresent() ? r.view().mask(r.hatched().get(), level, need) : null;
    double side = 1 << level;
    double step = 1 / (v.scale() * side);
    boolean single = level == 0 && v.scale() >= 2;
    double x0 = v.sourceX(inside.x() + 0.5) / side;
    double y0 = v.sourceY(inside.y() + 0.5) / side;
    Taps across = new Taps(inside.w(), x0, step, need.x(), need.right(), single);
    Taps down = new Taps(inside.h(), y0, step, need.y(), need.bottom(), single);
    float[][] lines = new float[3][need.h() * inside.w()];
    for (int c = 0; c < 3; c++) {
      gatherRows(b, c, across, lines[c]);
    }
    float[][] line = new float[3][inside.w()];
    for (int y = 0; y < inside.h(); y++) {
      for (int c = 0; c < 3; c++) {
        gatherColumn(lines[c], inside.w(), down, y, need.y(), line[c]);
      }
      if (r.look() == Look.BARE_LIGHT) {
        bareLight(line);
      }
      int at = (inside.y() + y) * v.width() + inside.x();
      encode(line, inside.x(), inside.y() + y, out, at);
      if (mask != null) {
        int my = (int) Math.floor(y0 + y * step);
        hatch(mask, my, x0, step, inside.x(), inside.y() + y, inside.w(), out, at);
      }
    }
  }

  private static void gatherRows(RgbBlock b, int c, Taps across, float[] out) {
    float[] in = b.channel(c);
    int w = across.first.length;
    int n = across.count;
    float[] weight = across.weight;
    for (int y = 0; y < b.rect().h(); y++) {
      int row = y * b.rect().w() - b.rect().x();
      for (int x = 0; x < w; x++) {
        int i = row + across.first[x];
        float sum = 0;
        for (int k = 0; k < n; k++) {
          float t = weight[x * n + k];
          if (t != 0) {
            sum += t * in[i + k];
          }
        }
        out[y * w + x] = sum;
      }
    }
  }

  private static void gatherColumn(float[] lines, int w, Taps down, int y, int top, float[] out) {
    Arrays.fill(out, 0);
    for (int k = 0; k < down.count; k++) {
      float t = down.weight[y * down.count + k];
      if (t == 0) {
        continue;
      }
      int row = (down.first[y] + k - top) * w;
      for (int x = 0; x < w; x++) {
        out[x] += t * lines[row + x];
      }
    }
  }

  private static void bareLight(float[][] line) {
    float[] c = new float[3];
    for (int x = 0; x < line[0].length; x++) {
      CieLab.of(line[0][x], line[1][x], line[2][x], c);
      CieLab.toLight(c[0], 0, 0, c);
      for (int k = 0; k < 3; k++) {
        line[k][x] = c[k];
      }
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

  /** Draws every eighth diagonal over a row in the grey that stands out from the picture. */
  private static void hatch(
      Plane mask, int my, double x0, double step, int dx, int dy, int w, int[] out, int at) {
    for (int x = -(dx + dy) & 7; x < w; x += 8) {
      float k = mask.clamped((int) Math.floor(x0 + x * step), my);
      if (k <= 0.04f) {
        continue;
      }
      int p = out[at + x];
      int red = (p >> 16) & 255;
      int green = (p >> 8) & 255;
      int blue = p & 255;
      int grey = red * 2 + green * 5 + blue > 8 * 110 ? 30 : 225;
      float a = 0.25f + 0.5f * k;
      red += (int) (a * (grey - red));
      green += (int) (a * (grey - green));
      blue += (int) (a * (grey - blue));
      out[at + x] = 0xff000000 | red << 16 | green << 8 | blue;
    }
  }

  /** A fixed noise of triangular distribution, -1 to 1, the same for a device pixel every time. */
  private static float noise(int x, int y) {
    int h = x * 0x27d4eb2d ^ y * 0x165667b1;
    h = (h ^ h >>> 15) * 0x85ebca6b;
    h ^= h >>> 13;
    h *= 0xc2b2ae35;
    h ^= h >>> 16;
    return ((h & 0xffff) - (h >>> 16)) / 65536f;
  }

  private static int code(float linear, float noise) {
    if (!(linear > 0)) {
      return 0;
    }
    float p = (float) Math.sqrt(Math.min(1, linear)) * 4096;
    int i = Math.min(4095, (int) p);
    float v = ENCODE[i] + (p - i) * (ENCODE[i + 1] - ENCODE[i]);
    return Math.max(0, Math.min(255, (int) (v + 0.5f + 0.5f * noise)));
  }
}
