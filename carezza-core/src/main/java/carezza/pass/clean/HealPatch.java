package carezza.pass.clean;

import carezza.color.Matrix3;
import carezza.color.Roots;
import carezza.filter.Gaussian;
import carezza.filter.Membrane;
import carezza.image.FloatBytes;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.pass.Heal;
import carezza.pass.Lasting;
import java.nio.ByteBuffer;
import java.util.Optional;

/**
 * The solved patch of one heal at one level: what it adds to the linear light of the picture below.
 *
 * <p>Solved a channel at a time in the signed cube root of linear light. The difference of target
 * and source, smoothed along a ring round the mark so that neither's texture enters, is carried
 * over the mark by a membrane (Perez, Gangnet, Blake 2003; see {@link Membrane}) and added to the
 * source's own pixels. Of these only what is finer than {@link #BROAD_MM} is taken, since broader
 * tones of another place are wrong here; what of the skin shows through the mark is kept ({@link
 * ShowingThrough}), and so is what needs no healing ({@link MarkOutline}). Heals of documents of
 * before have none of these three ({@link Heal#FORMER}). The difference is smooth by construction,
 * so the membrane is solved on a grid on which the ring is {@link #GRID_RING} to twice as many
 * cells wide. A gain of the light below scales the result by the same gain exactly, since the cube
 * root of a product is the product of the cube roots. At levels above 0 the source is shifted by
 * parts of a pixel with a Catmull-Rom kernel.
 */
final class HealPatch {
  private static final double RING_MM = 0.9;
  private static final double GRID_RING = 3;

  /** Sigma of what counts as broad in a source. */
  private static final double BROAD_MM = 0.6;

  /** For the cache of what was found: see {@link Lasting#version}. */
  private static final int VERSION = 1;

  private static final int HEAD = 5 * Integer.BYTES;

  static final Lasting<HealPatch> FORM =
      new Lasting<>() {
        @Override
        public int version() {
          return VERSION;
        }

        @Override
        public Optional<byte[]> toBytes(HealPatch p) {
          return Optional.of(p.toBytes());
        }

        @Override
        public Optional<HealPatch> fromBytes(byte[] bytes) {
          return read(bytes);
        }
      };

  private final int level;
  private final Rect rect;
  private final float[][] delta;

  private HealPatch(int level, Rect rect, float[][] delta) {
    this.level = level;
    this.rect = rect;
    this.delta = delta;
  }

  private byte[] toBytes() {
    ByteBuffer out = ByteBuffer.allocate(HEAD + 3 * Float.BYTES * (int) rect.area());
    out.putInt(level).putInt(rect.x()).putInt(rect.y()).putInt(rect.w()).putInt(rect.h());
    for (float[] d : delta) {
      FloatBytes.put(d, out);
    }
    return out.array();
  }

  private static Optional<HealPatch> read(byte[] bytes) {
    if (bytes.length < HEAD) {
      return Optional.empty();
    }
    ByteBuffer in = ByteBuffer.wrap(bytes);
    int level = in.getInt();
    Rect rect = new Rect(in.getInt(), in.getInt(), in.getInt(), in.getInt());
    boolean fits = level >= 0 && rect.w() >= 0 && rect.h() >= 0;
    if (!fits || in.remaining() != 3 * Float.BYTES * rect.area()) {
      return Optional.empty();
    }
    float[][] delta = new float[3][];
    for (int c = 0; c < 3; c++) {
      delta[c] = FloatBytes.get(in, (int) rect.area());
    }
    return Optional.of(new HealPatch(level, rect, delta));
  }

  /** Where it lies, in pixels of its own level or a coarser one. */
  Rect rectAt(int atLevel) {
    return rect.toLevel(atLevel - level);
  }

  /** Width of the ring round the mark in which border values are gathered, in pixels. */
  static int ringPx(double pxPerMm) {
    return (int) Math.max(2, Math.round(RING_MM * pxPerMm));
  }

  /** Source pixels of the mark and its ring. */
  static Rect targetRect(Heal h, double pxPerMm) {
    double r = h.sizeMm() * pxPerMm / 2 + ringPx(pxPerMm) + 1;
    return Rect.around(
        Math.min(h.x0(), h.x1()) - r,
        Math.min(h.y0(), h.y1()) - r,
        Math.max(h.x0(), h.x1()) + r,
        Math.max(h.y0(), h.y1()) + r);
  }

  /** Pixels of a level that filling {@code target} of that level rests on. */
  static Rect sourceRect(Heal h, Rect target, int level) {
    double dx = Math.scalb((double) Math.round(h.dx()), -level);
    double dy = Math.scalb((double) Math.round(h.dy()), -level);
    int spare = level == 0 ? 0 : 2;
    return new Rect(
            target.x() + (int) Math.floor(dx),
            target.y() + (int) Math.floor(dy),
            target.w(),
            target.h())
        .grow(spare);
  }

  /**
   * @param target the picture below over the part of {@link #targetRect} inside the picture, at
   *     some level
   * @param source the picture below over the part of {@link #sourceRect} inside the picture
   */
  static HealPatch solve(Heal h, double pxPerMm, RgbBlock target, RgbBlock source) {
    HealSite site = HealSite.of(h, pxPerMm, target.rect(), target.level());
    Rect rect = site.rect();
    int n = target.size();
    boolean isNow = h.form() >= Heal.NOW;
    float[][] fill = new float[3][];
    float[][] rest = new float[3][n];
    for (int c = 0; c < 3; c++) {
      fill[c] = shifted(h, source, c, rect, site.level());
      for (int i = 0; i < n; i++) {
        fill[c][i] = Roots.cbrt(fill[c][i]);
        rest[c][i] = Roots.cbrt(target.channel(c)[i]);
      }
    }
    float[] outline = isNow ? MarkOutline.skin(site, rest) : null;
    for (int c = 0; c < 3; c++) {
      if (isNow) {
        takeBroad(fill[c], rect, BROAD_MM * site.pxPerMm());
      }
      for (int i = 0; i < n; i++) {
        rest[c][i] -= fill[c][i];
      }
    }
    dropStrangers(site, rest);
    int k = 0;
    while (site.ringPx() / (1 << (k + 1)) >= GRID_RING) {
      k++;
    }
    for (int c = 0; c < 3; c++) {
      float[] membrane = membrane(rect, rest[c], site.onRing(), k, site.ringPx() / (1 << k));
      for (int i = 0; i < n; i++) {
        fill[c][i] += membrane[i];
        rest[c][i] -= membrane[i];
      }
    }
    if (isNow) {
      ShowingThrough.add(site, fill, rest);
      MarkOutline.narrow(site, rest, outline);
    }
    float[][] delta = new float[3][n];
    for (int c = 0; c < 3; c++) {
      float[] t = target.channel(c);
      for (int i = 0; i < n; i++) {
        float a = isNow ? site.alpha()[i] * outline[i] : site.alpha()[i];
        if (a > 0) {
          float v = fill[c][i];
          delta[c][i] = (float) h.share() * a * (v * v * v - t[i]);
        }
      }
    }
    return new HealPatch(site.level(), rect, delta);
  }

  /** What is broader than a sigma is taken out of a source: the place keeps its own tones. */
  private static void takeBroad(float[] source, Rect rect, double sigmaPx) {
    float[] broad = Gaussian.blur(new Plane(rect, source), sigmaPx).data();
    for (int i = 0; i < broad.length; i++) {
      source[i] -= broad[i];
    }
  }

  /** The source's light brought under the target's pixels. */
  private static float[] shifted(Heal h, RgbBlock source, int c, Rect to, int level) {
    double dx = Math.scalb((double) Math.round(h.dx()), -level);
    double dy = Math.scalb((double) Math.round(h.dy()), -level);
    Rect from = source.rect();
    float[] in = source.channel(c);
    int ix = (int) Math.floor(dx);
    int iy = (int) Math.floor(dy);
    float[] wx = cubic((float) (dx - ix));
    float[] wy = cubic((float) (dy - iy));
    float[] out = new float[to.w() * to.h()];
    for (int y = 0; y < to.h(); y++) {
      for (int x = 0; x < to.w(); x++) {
        float sum = 0;
        for (int v = 0; v < 4; v++) {
          if (wy[v] == 0) {
            continue;
          }
          int sy = clamp(to.y() + y + iy + v - 1, from.y(), from.bottom());
          int row = (sy - from.y()) * from.w() - from.x();
          float line = 0;
          for (int u = 0; u < 4; u++) {
            if (wx[u] != 0) {
              line += wx[u] * in[row + clamp(to.x() + x + ix + u - 1, from.x(), from.right())];
            }
          }
          sum += wy[v] * line;
        }
        out[y * to.w() + x] = sum;
      }
    }
    return out;
  }

  private static int clamp(int v, int from, int to) {
    return Math.max(from, Math.min(to - 1, v));
  }

  /** Catmull-Rom weights of the four samples round a fraction of a pixel. */
  private static float[] cubic(float t) {
    float t2 = t * t;
    float t3 = t2 * t;
    return new float[] {
      0.5f * (-t + 2 * t2 - t3),
      0.5f * (2 - 5 * t2 + 3 * t3),
      0.5f * (t + 4 * t2 - 3 * t3),
      0.5f * (-t2 + t3)
    };
  }

  /**
   * The smooth difference carried from the ring over the mark.
   *
   * @param k halvings from the patch's pixels to the grid
   * @param ringCells width of the ring on the grid
   */
  private static float[] membrane(
      Rect rect, float[] diff, float[] onRing, int k, double ringCells) {
    int step = 1 << k;
    int w = (rect.w() + step - 1) / step;
    int hh = (rect.h() + step - 1) / step;
    Rect grid = new Rect(0, 0, w, hh);
    float[] v = new float[w * hh];
    float[] m = new float[w * hh];
    for (int y = 0; y < rect.h(); y++) {
      for (int x = 0; x < rect.w(); x++) {
        int g = (y / step) * w + x / step;
        float on = onRing[y * rect.w() + x];
        v[g] += on * diff[y * rect.w() + x];
        m[g] += on;
      }
    }
    boolean[] fixed = new boolean[v.length];
    boolean any = false;
    for (int g = 0; g < v.length; g++) {
      fixed[g] = m[g] > 0;
      any |= fixed[g];
      v[g] = m[g] > 0 ? v[g] / m[g] : 0;
      m[g] /= step * step;
    }
    if (!any) {
      return new float[rect.w() * rect.h()];
    }
    float[] border =
        Gaussian.blurMasked(new Plane(grid, v), new Plane(grid, m), ringCells * 0.6, 0).data();
    return enlarged(Membrane.solve(border, fixed, w, hh), w, hh, step, rect);
  }

  /** Linear interpolation between the centres of cells. */
  private static float[] enlarged(float[] v, int w, int h, int step, Rect rect) {
    if (step == 1) {
      return v;
    }
    float[] out = new float[rect.w() * rect.h()];
    for (int y = 0; y < rect.h(); y++) {
      float gy = Math.max(0, Math.min(h - 1, (y + 0.5f) / step - 0.5f));
      int y0 = Math.min(h - 1, (int) gy);
      int y1 = Math.min(h - 1, y0 + 1);
      float fy = gy - y0;
      for (int x = 0; x < rect.w(); x++) {
        float gx = Math.max(0, Math.min(w - 1, (x + 0.5f) / step - 0.5f));
        int x0 = Math.min(w - 1, (int) gx);
        int x1 = Math.min(w - 1, x0 + 1);
        float fx = gx - x0;
        float up = v[y0 * w + x0] + fx * (v[y0 * w + x1] - v[y0 * w + x0]);
        float down = v[y1 * w + x0] + fx * (v[y1 * w + x1] - v[y1 * w + x0]);
        out[y * rect.w() + x] = up + fy * (down - up);
      }
    }
    return out;
  }

  /**
   * Takes out of the ring what does not belong to the skin round the mark: hair, cloth or backdrop
   * at its edge, told by a difference of target and source far from the ring's median. There the
   * membrane is left free.
   */
  private static void dropStrangers(HealSite site, float[][] diff) {
    float[] sum = HealSite.sum(diff);
    site.usual(sum)
        .ifPresent(
            u -> {
              for (int i = 0; i < sum.length; i++) {
                if (Math.abs(sum[i] - u.middle()) > u.limit()) {
                  site.onRing()[i] = 0;
                }
              }
            });
  }

  /**
   * Adds the patch, brought into a light and each channel times its gain, to a block of its own
   * level or a coarser one.
   */
  void addTo(RgbBlock b, Matrix3 light, float[] gain) {
    int side = 1 << (b.level() - level);
    Rect part = rectAt(b.level()).intersect(b.rect());
    float[] m = light.floats();
    for (int i = 0; i < 9; i++) {
      m[i] *= gain[i / 3] / (side * side);
    }
    for (int y = part.y(); y < part.bottom(); y++) {
      for (int x = part.x(); x < part.right(); x++) {
        float red = sum(delta[0], x * side, y * side, side);
        float green = sum(delta[1], x * side, y * side, side);
        float blue = sum(delta[2], x * side, y * side, side);
        int i = b.index(x, y);
        b.r()[i] += m[0] * red + m[1] * green + m[2] * blue;
        b.g()[i] += m[3] * red + m[4] * green + m[5] * blue;
        b.b()[i] += m[6] * red + m[7] * green + m[8] * blue;
      }
    }
  }

  private float sum(float[] d, int x0, int y0, int side) {
    if (side == 1) {
      return d[(y0 - rect.y()) * rect.w() + x0 - rect.x()];
    }
    float sum = 0;
    int x1 = Math.min(x0 + side, rect.right());
    int y1 = Math.min(y0 + side, rect.bottom());
    for (int y = Math.max(y0, rect.y()); y < y1; y++) {
      int row = (y - rect.y()) * rect.w() - rect.x();
      for (int x = Math.max(x0, rect.x()); x < x1; x++) {
        sum += d[row + x];
      }
    }
    return sum;
  }
}
