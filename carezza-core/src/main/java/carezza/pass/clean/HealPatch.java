package carezza.pass.clean;

import carezza.color.Roots;
import carezza.filter.Gaussian;
import carezza.filter.Membrane;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.pass.Heal;
import java.util.Arrays;

/**
 * The solved patch of one heal: what it adds to the linear light of the picture below, at level 0,
 * and its means at every coarser level, so that a heal zoomed out is the reduction of the heal at
 * full size.
 *
 * <p>Solved a channel at a time in the signed cube root of linear light. The difference of target
 * and source, smoothed along a ring round the mark so that neither's texture enters, is carried
 * over the mark by a membrane (Perez, Gangnet, Blake 2003; see {@link Membrane}) and added to the
 * source's own pixels. A gain of the light below scales the result by the same gain exactly, since
 * the cube root of a product is the product of the cube roots.
 */
final class HealPatch {
  /** Median absolute deviations at which a border pixel is a stranger, and the least distance. */
  private static final float STRANGE = 5;

  private static final float STRANGE_LEAST = 0.12f;

  private final Rect rect;
  private final float[][] delta;

  private HealPatch(Rect rect, float[][] delta) {
    this.rect = rect;
    this.delta = delta;
  }

  Rect rect() {
    return rect;
  }

  /** Width of the ring round the mark in which border values are gathered, in pixels. */
  static int ringPx(double pxPerMm) {
    return (int) Math.max(2, Math.round(0.9 * pxPerMm));
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

  /**
   * @param target the picture below over the part of {@link #targetRect} inside the picture
   * @param source the picture below over the same rectangle moved by the heal's whole-pixel offset
   */
  static HealPatch solve(Heal h, double pxPerMm, RgbBlock target, RgbBlock source) {
    Rect rect = target.rect();
    int n = target.size();
    double radius = h.sizeMm() * pxPerMm / 2;
    double ring = ringPx(pxPerMm);
    float[] distance = new float[n];
    float[] onRing = new float[n];
    boolean[] fixed = new boolean[n];
    for (int i = 0; i < n; i++) {
      double x = rect.x() + i % rect.w() + 0.5;
      double y = rect.y() + i / rect.w() + 0.5;
      distance[i] = (float) h.distance(x, y);
      onRing[i] = distance[i] >= radius && distance[i] <= radius + ring ? 1 : 0;
      fixed[i] = distance[i] >= radius;
    }
    float[][] root = new float[3][n];
    float[][] diff = new float[3][n];
    for (int c = 0; c < 3; c++) {
      for (int i = 0; i < n; i++) {
        root[c][i] = Roots.cbrt(source.channel(c)[i]);
        diff[c][i] = Roots.cbrt(target.channel(c)[i]) - root[c][i];
      }
    }
    dropStrangers(diff, onRing, fixed);
    float[][] delta = new float[3][n];
    double feather = Math.max(1.5, Math.min(0.3 * radius, 0.5 * pxPerMm));
    for (int c = 0; c < 3; c++) {
      float[] t = target.channel(c);
      float[] border =
          Gaussian.blurMasked(new Plane(rect, diff[c]), new Plane(rect, onRing), ring * 0.6, 0)
              .data();
      float[] membrane = Membrane.solve(border, fixed, rect.w(), rect.h());
      for (int i = 0; i < n; i++) {
        if (distance[i] < radius) {
          float v = root[c][i] + membrane[i];
          double a = Math.min(1, (radius - distance[i]) / feather);
          delta[c][i] = (float) (a * a * (3 - 2 * a)) * (v * v * v - t[i]);
        }
      }
    }
    return new HealPatch(rect, delta);
  }

  /**
   * Takes out of the border what does not belong to the skin round the mark: hair, cloth or
   * backdrop at the edge of the ring, told by a difference of target and source far from the ring's
   * median. There the membrane is left free.
   */
  private static void dropStrangers(float[][] diff, float[] onRing, boolean[] fixed) {
    int n = onRing.length;
    float[] sum = new float[n];
    float[] sorted = new float[n];
    int m = 0;
    for (int i = 0; i < n; i++) {
      sum[i] = diff[0][i] + diff[1][i] + diff[2][i];
      if (onRing[i] > 0) {
        sorted[m++] = sum[i];
      }
    }
    if (m == 0) {
      return;
    }
    Arrays.sort(sorted, 0, m);
    float median = sorted[m / 2];
    for (int i = 0; i < m; i++) {
      sorted[i] = Math.abs(sorted[i] - median);
    }
    Arrays.sort(sorted, 0, m);
    float limit = Math.max(STRANGE_LEAST, STRANGE * sorted[m / 2]);
    int left = 0;
    for (int i = 0; i < n; i++) {
      if (onRing[i] > 0 && Math.abs(sum[i] - median) <= limit) {
        left++;
      } else {
        onRing[i] = 0;
      }
    }
    for (int i = 0; i < n && left > 0; i++) {
      fixed[i] = onRing[i] > 0;
    }
  }

  /** Adds {@code strength} times the patch to a block of any level. */
  void addTo(RgbBlock b, float strength) {
    Rect part = rect.toLevel(b.level()).intersect(b.rect());
    int side = 1 << b.level();
    float share = strength / ((float) side * side);
    for (int c = 0; c < 3; c++) {
      float[] out = b.channel(c);
      for (int y = part.y(); y < part.bottom(); y++) {
        for (int x = part.x(); x < part.right(); x++) {
          float sum = sum(delta[c], x * side, y * side, side);
          if (sum != 0) {
            out[b.index(x, y)] += share * sum;
          }
        }
      }
    }
  }

  private float sum(float[] d, int x0, int y0, int side) {
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
