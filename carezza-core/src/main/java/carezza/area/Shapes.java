package carezza.area;

import carezza.color.Roots;
import carezza.filter.Smoothstep;
import carezza.image.Rect;

/** Weights of {@link Extent.Shape}s with soft borders, at the pixel centres of any level. */
final class Shapes {
  /** A logistic of this slope is within 0.01 of the normal distribution (Bowling et al. 2009). */
  private static final double LOGISTIC = 1.702 / Math.log(2);

  /** Sigma of the sharpest border, in pixels of the level. */
  private static final double SHARPEST = 0.4;

  /** An outline goes on beyond the picture. */
  private static final int EVERYWHERE = 1 << 20;

  private Shapes() {}

  /**
   * @param sigmaPx of the border, source pixels
   */
  static float[] of(Extent.Shape s, double sigmaPx, int level, Rect rect) {
    double side = Math.scalb(1.0, level);
    float[] out = new float[(int) rect.area()];
    if (s instanceof Extent.Loop l) {
      return loop(l, sigmaPx, level, rect);
    }
    double sigma = Math.max(sigmaPx, SHARPEST * side);
    for (int i = 0; i < out.length; i++) {
      double x = (rect.x() + i % rect.w() + 0.5) * side;
      double y = (rect.y() + i / rect.w() + 0.5) * side;
      out[i] = s instanceof Extent.Ramp r ? ramp(r, x, y) : oval((Extent.Oval) s, x, y, sigma);
    }
    return out;
  }

  private static float ramp(Extent.Ramp r, double x, double y) {
    double dx = r.x1() - r.x0();
    double dy = r.y1() - r.y0();
    double t = ((x - r.x0()) * dx + (y - r.y0()) * dy) / (dx * dx + dy * dy);
    return Smoothstep.falling(t, 1);
  }

  /** The distance from the border is that of its first-order expansion. */
  private static float oval(Extent.Oval o, double x, double y, double sigma) {
    double c = Math.cos(o.angleRad());
    double s = Math.sin(o.angleRad());
    double u = ((x - o.x()) * c + (y - o.y()) * s) / o.a();
    double v = ((y - o.y()) * c - (x - o.x()) * s) / o.b();
    double q = Math.sqrt(u * u + v * v);
    double slope = Math.hypot(u / o.a(), v / o.b());
    double d = slope == 0 ? -Math.min(o.a(), o.b()) : (q - 1) * q / slope;
    double z = Math.max(-60, Math.min(60, LOGISTIC * d / sigma));
    return 1 / (1 + Roots.exp2((float) z));
  }

  private static float[] loop(Extent.Loop l, double sigmaPx, int level, Rect rect) {
    Outline o = Outline.through(l.points());
    double sigma = Math.scalb(sigmaPx, -level);
    return SoftBorder.of(o::coverage, sigma, level, rect, rect.grow(EVERYWHERE)).data();
  }
}
