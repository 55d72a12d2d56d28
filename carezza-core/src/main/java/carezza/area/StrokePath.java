package carezza.area;

import carezza.filter.Smoothstep;
import carezza.image.Hash;
import carezza.image.Rect;

/**
 * A stroke's way as evenly spaced dabs: the samples joined by a Catmull-Rom spline (Catmull, Rom
 * 1974), walked at a tenth of the brush's diameter. The dabs of a stroke depend on the stroke
 * alone, so every tile and level sees the same ones.
 */
final class StrokePath {
  final double[] x;
  final double[] y;
  final double[] pressure;

  /** Share of a full touch that each dab lays on at its centre. */
  final double share;

  final double pxPerMm;
  private final double radiusPx;

  StrokePath(Stroke s, double pxPerMm) {
    this.pxPerMm = pxPerMm;
    radiusPx = s.brush().sizeMm() * pxPerMm / 2;
    double spacing = Math.max(0.5, radiusPx / 5);
    double[] out = new double[3 * 64];
    int n = 0;
    double carry = 0;
    int last = s.count() - 1;
    for (int i = 0; i < last; i++) {
      int steps =
          Math.max(1, (int) Math.ceil(Math.hypot(s.x(i + 1) - s.x(i), s.y(i + 1) - s.y(i))));
      double px = s.x(i);
      double py = s.y(i);
      for (int k = 1; k <= steps; k++) {
        double t = (double) k / steps;
        double qx =
            spline(s.x(Math.max(0, i - 1)), s.x(i), s.x(i + 1), s.x(Math.min(last, i + 2)), t);
        double qy =
            spline(s.y(Math.max(0, i - 1)), s.y(i), s.y(i + 1), s.y(Math.min(last, i + 2)), t);
        double len = Math.hypot(qx - px, qy - py);
        while (carry <= len && len > 0) {
          double f = carry / len;
          if (3 * n + 3 > out.length) {
            out = java.util.Arrays.copyOf(out, 2 * out.length);
          }
          out[3 * n] = px + f * (qx - px);
          out[3 * n + 1] = py + f * (qy - py);
          double along = (k - 1 + f) / steps;
          out[3 * n + 2] = s.pressure(i) + along * (s.pressure(i + 1) - s.pressure(i));
          n++;
          carry += spacing;
        }
        carry -= len;
        px = qx;
        py = qy;
      }
    }
    if (n == 0) {
      out[0] = s.x(0);
      out[1] = s.y(0);
      out[2] = s.pressure(0);
      n = 1;
    }
    x = new double[n];
    y = new double[n];
    pressure = new double[n];
    for (int i = 0; i < n; i++) {
      x[i] = out[3 * i];
      y[i] = out[3 * i + 1];
      pressure[i] = out[3 * i + 2];
    }
    double through = 2 * radiusPx * meanProfile(s.brush().edge());
    share = n == 1 ? 1 : Math.min(1, spacing / through);
  }

  /** Adds the dabs that can reach into {@code rect}. */
  void addTo(Hash h, Rect rect) {
    double reach = 1.5 * radiusPx + 16;
    h.add(share).add(radiusPx);
    for (int i = 0; i < x.length; i++) {
      if (x[i] > rect.x() - reach
          && x[i] < rect.right() + reach
          && y[i] > rect.y() - reach
          && y[i] < rect.bottom() + reach) {
        h.add(x[i]).add(y[i]).add(pressure[i]);
      }
    }
  }

  private static double spline(double a, double b, double c, double d, double t) {
    double t2 = t * t;
    double t3 = t2 * t;
    return 0.5
        * (2 * b + (c - a) * t + (2 * a - 5 * b + 4 * c - d) * t2 + (3 * b - a - 3 * c + d) * t3);
  }

  /** Mean of the profile from the centre to the rim. */
  static double meanProfile(double edge) {
    return 1 - edge / 2;
  }

  /**
   * Weights of a row of a dab: flat, then a smooth step down over the edge to 0 at the rim.
   *
   * @param dx2 squared distances along the row, pixels
   * @param dy2 squared distance of the row
   * @param scale distances to 1 at the rim
   * @param edge width of the step, over 0 to 1
   * @param amount at the centre
   */
  static void profile(float[] dx2, float dy2, float scale, float edge, float amount, float[] out) {
    float in = 1 - edge;
    float steep = 1 / edge;
    for (int x = 0; x < out.length; x++) {
      float r = scale * (float) Math.sqrt(dx2[x] + dy2);
      float t = Math.max(0f, Math.min(1f, steep * (r - in)));
      out[x] = amount * Smoothstep.falling(t);
    }
  }
}
