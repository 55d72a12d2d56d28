package carezza.pass.clean;

import carezza.filter.Gaussian;
import carezza.filter.Membrane;
import carezza.image.Plane;
import carezza.image.Rect;

/**
 * A difference of two places, smoothed along a ring so that neither's texture enters, carried over
 * what the ring surrounds by a {@link Membrane}. It is smooth by construction, so it is solved on a
 * coarser grid.
 */
final class RingMembrane {
  private RingMembrane() {}

  /**
   * @param diff differences of target and source; read where {@code onRing} is above 0
   * @param onRing weights of the pixels that are gathered
   * @param k halvings from the patch's pixels to the grid
   * @param ringCells width of the ring on the grid
   */
  static float[] carried(Rect rect, float[] diff, float[] onRing, int k, double ringCells) {
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
}
