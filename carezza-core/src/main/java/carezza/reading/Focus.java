package carezza.reading;

import carezza.filter.Gaussian;
import carezza.image.Plane;
import carezza.image.Rect;

/**
 * How blurred edges are: at an edge the gradient before over that after a known Gaussian of sigma s
 * is R, and the edge's own sigma is s / sqrt(R^2 - 1) (S. Zhuo and T. Sim, "Defocus map estimation
 * from a single image", 2011). Only gradients well above the noise that are the largest across
 * their edge count.
 */
public final class Focus {
  /** Known blur, mm of its sigma. */
  private static final double KNOWN_MM = 0.3;

  /** Noise is the median gradient; an edge stands this many times above it. */
  private static final double ABOVE_NOISE = 6;

  /** The noise is calmed by a Gaussian of so many pixels, which is taken off the result again. */
  private static final double CALM_PX = 1.5;

  private static final double SHARPEST_PX = 0.5;
  private static final int LEAST_EDGES = 30;

  /** Of the edges of a place the sharper ones tell how sharp it is. */
  private static final double SHARPER = 0.3;

  private final Rect rect;

  /** Sigma of the edge in mm at pixels on an edge, 0 elsewhere. */
  private final float[] sigma;

  /**
   * @param e log luminance at 3 px/mm or more
   * @param px pixels a mm
   */
  public Focus(Plane e, double px) {
    rect = e.rect();
    Plane calm = Gaussian.blur(e, CALM_PX);
    Plane soft = Gaussian.blur(calm, KNOWN_MM * px);
    float[] sharp = gradient(calm);
    float[] blurred = gradient(soft);
    sigma = new float[sharp.length];
    double least = least(sharp);
    double leastSoft = least(blurred);
    int w = rect.w();
    for (int y = 1; y < rect.h() - 1; y++) {
      for (int i = y * w + 1; i < y * w + w - 1; i++) {
        if (sharp[i] > least && blurred[i] > leastSoft && isRidge(calm.data(), sharp, i, w)) {
          double r = sharp[i] / blurred[i];
          double s = r > 1.02 ? KNOWN_MM / Math.sqrt(r * r - 1) : 0;
          double own = Math.max(SHARPEST_PX * SHARPEST_PX, s * s * px * px - CALM_PX * CALM_PX);
          sigma[i] = s > 0 ? (float) (Math.sqrt(own) / px) : 0;
        }
      }
    }
  }

  private static double least(float[] gradient) {
    return Math.max(1e-3, ABOVE_NOISE * Robust.median(gradient.clone(), gradient.length));
  }

  private float[] gradient(Plane p) {
    int w = rect.w();
    float[] v = p.data();
    float[] out = new float[v.length];
    for (int y = 1; y < rect.h() - 1; y++) {
      for (int i = y * w + 1; i < y * w + w - 1; i++) {
        out[i] = (float) Math.hypot(v[i + 1] - v[i - 1], v[i + w] - v[i - w]);
      }
    }
    return out;
  }

  /** Whether the gradient is the largest across its edge. */
  private static boolean isRidge(float[] v, float[] g, int i, int w) {
    boolean across = Math.abs(v[i + 1] - v[i - 1]) > Math.abs(v[i + w] - v[i - w]);
    int step = across ? 1 : w;
    return g[i] >= g[i - step] && g[i] >= g[i + step];
  }

  /** Blur width of a place in mm (sigma of its sharper edges); NaN where there are too few. */
  public double width(Rect place) {
    Rect r = place.intersect(rect);
    float[] v = new float[(int) r.area()];
    int n = 0;
    for (int y = r.y(); y < r.bottom(); y++) {
      for (int x = r.x(); x < r.right(); x++) {
        float s = sigma[(y - rect.y()) * rect.w() + x - rect.x()];
        if (s > 0) {
          v[n++] = s;
        }
      }
    }
    return n < LEAST_EDGES ? Double.NaN : Robust.select(v, n, (int) (SHARPER * n));
  }

  /**
   * The reading: the blur of the nearer eye against that of the sharpest place.
   *
   * @param eye mm, NaN where it has no edges
   * @param sharpest mm, NaN where nothing has edges
   */
  public static Reading reading(double eye, double sharpest) {
    double[] band = ReadingBands.of("focus");
    return Double.isNaN(eye) || !(sharpest > 0)
        ? Reading.missing("focus", "noEdges")
        : new Reading("focus", Double.NaN, Math.max(1, eye / sharpest), band[0], band[1], "", "");
  }
}
