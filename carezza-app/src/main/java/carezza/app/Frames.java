package carezza.app;

import carezza.area.Area;
import carezza.color.CieLab;
import carezza.color.ColorEncoding;
import carezza.engine.Engine;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Future;

/**
 * Turns part of a sheet into screen pixels: evaluates the level that the zoom asks for, samples it
 * at device pixels, encodes for an sRGB screen and dithers to 8 bits. Runs on workers only.
 */
final class Frames {
  private static final int STRIP = 128;
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
  record Request(
      Engine.SheetView view,
      Viewport viewport,
      BenchModel.Look look,
      Optional<Area> hatched,
      int desk) {}

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
   * Pixels of the view as 0xffRRGGBB.
   *
   * @param coarser levels coarser than the zoom asks for
   */
  static int[] draw(Request r, int coarser, ExecutorService pool) {
    Viewport v = r.viewport();
    int level = Math.min(8, v.level() + coarser);
    Rect picture = r.view().bounds(0);
    int[] out = new int[v.width() * v.height()];
    List<Future<?>> jobs = new ArrayList<>();
    for (int y = 0; y < v.height(); y += STRIP) {
      Rect strip = new Rect(0, y, v.width(), Math.min(STRIP, v.height() - y));
      jobs.add(pool.submit(() -> strip(r, level, picture, strip, out)));
    }
    try {
      for (Future<?> job : jobs) {
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
    return out;
  }

  private static void strip(Request r, int level, Rect picture, Rect strip, int[] out) {
    Viewport v = r.viewport();
    Rect src =
        Rect.around(
                v.sourceX(strip.x()) - 2,
                v.sourceY(strip.y()) - 2,
                v.sourceX(strip.right()) + 2,
                v.sourceY(strip.bottom()) + 2)
            .intersect(picture);
    Rect need = src.toLevel(level).grow(1).intersect(r.view().bounds(level));
    if (src.isEmpty() || need.isEmpty()) {
      java.util.Arrays.fill(out, strip.y() * v.width(), strip.bottom() * v.width(), r.desk());
      return;
    }
    RgbBlock b = r.view().read(level, need);
    Plane mask = r.hatched().isPresent() ? r.view().mask(r.hatched().get(), level, need) : null;
    float[] m = ColorEncoding.srgb().toWorking().inverse().floats();
    double side = 1 << level;
    double ratio = v.scale() * side;
    float[] c = new float[3];
    for (int y = strip.y(); y < strip.bottom(); y++) {
      double sy = v.sourceY(y + 0.5);
      for (int x = 0; x < v.width(); x++) {
        double sx = v.sourceX(x + 0.5);
        int at = y * v.width() + x;
        if (sx < 0 || sy < 0 || sx >= picture.w() || sy >= picture.h()) {
          out[at] = r.desk();
          continue;
        }
        sample(b, sx / side, sy / side, ratio, c);
        if (r.look() == BenchModel.Look.BARE_LIGHT) {
          CieLab.of(c[0], c[1], c[2], c);
          CieLab.toLight(c[0], 0, 0, c);
        }
        float red = m[0] * c[0] + m[1] * c[1] + m[2] * c[2];
        float green = m[3] * c[0] + m[4] * c[1] + m[5] * c[2];
        float blue = m[6] * c[0] + m[7] * c[1] + m[8] * c[2];
        float n = noise(x, y);
        int pr = code(red, n);
        int pg = code(green, n);
        int pb = code(blue, n);
        if (mask != null) {
          float k = mask.clamped((int) (sx / side), (int) (sy / side));
          boolean line = ((x + y) & 7) == 0;
          if (k > 0.04f && line) {
            int grey = pr * 2 + pg * 5 + pb > 8 * 110 ? 30 : 225;
            float a = 0.25f + 0.5f * k;
            pr += (int) (a * (grey - pr));
            pg += (int) (a * (grey - pg));
            pb += (int) (a * (grey - pb));
          }
        }
        out[at] = 0xff000000 | pr << 16 | pg << 8 | pb;
      }
    }
  }

  private static void sample(RgbBlock b, double x, double y, double ratio, float[] c) {
    if (ratio >= 2) {
      Rect r = b.rect();
      int px = Math.max(r.x(), Math.min(r.right() - 1, (int) Math.floor(x)));
      int py = Math.max(r.y(), Math.min(r.bottom() - 1, (int) Math.floor(y)));
      int i = b.index(px, py);
      c[0] = b.r()[i];
      c[1] = b.g()[i];
      c[2] = b.b()[i];
      return;
    }
    c[0] = 0;
    c[1] = 0;
    c[2] = 0;
    if (ratio > 0.8) {
      bilinear(b, x, y, 1, c);
      return;
    }
    double d = 0.25 / ratio;
    bilinear(b, x - d, y - d, 0.25f, c);
    bilinear(b, x + d, y - d, 0.25f, c);
    bilinear(b, x - d, y + d, 0.25f, c);
    bilinear(b, x + d, y + d, 0.25f, c);
  }

  private static void bilinear(RgbBlock b, double x, double y, float share, float[] c) {
    Rect r = b.rect();
    double u = Math.max(r.x(), Math.min(r.right() - 1, x - 0.5));
    double v = Math.max(r.y(), Math.min(r.bottom() - 1, y - 0.5));
    int x0 = (int) Math.floor(u);
    int y0 = (int) Math.floor(v);
    int x1 = Math.min(r.right() - 1, x0 + 1);
    int y1 = Math.min(r.bottom() - 1, y0 + 1);
    float fx = (float) (u - x0);
    float fy = (float) (v - y0);
    int a = b.index(x0, y0);
    int e = b.index(x1, y0);
    int f = b.index(x0, y1);
    int g = b.index(x1, y1);
    for (int k = 0; k < 3; k++) {
      float[] p = b.channel(k);
      c[k] +=
          share * ((1 - fy) * ((1 - fx) * p[a] + fx * p[e]) + fy * ((1 - fx) * p[f] + fx * p[g]));
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
