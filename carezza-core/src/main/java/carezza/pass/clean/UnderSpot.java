package carezza.pass.clean;

import carezza.filter.Gaussian;
import carezza.image.Plane;

/**
 * What of the skin shows under a spot that takes all light alike, as pigment in a pore or a scab
 * does. Such a spot only makes the skin under it darker, by as much all along an ellipse round its
 * middle; so what a place differs from the mean of its ellipse by is the skin's own. The ellipses
 * have the spot's second moments. Spots are seldom so regular: what shows is trusted by as much as
 * it has no more energy than the skin on the ring, whole and without its finest part; the rest is
 * the source's texture. Values are cube roots of light. Linear in the pixels of the heal.
 */
final class UnderSpot {
  /** Width of the ellipses' rings. */
  private static final double STEP_MM = 0.35;

  /** The spot's moments are taken of what is darker at this size. */
  private static final double SOFT_MM = 0.25;

  /** Sigma of what is broader than the finest texture. */
  private static final double BROAD_MM = 0.35;

  private static final double LEAST_AREA_PX = 1;

  private final HealSite site;
  private final int n;
  private final int w;

  private UnderSpot(HealSite site) {
    this.site = site;
    n = site.inside().length;
    w = site.rect().w();
  }

  /**
   * @param fill what the mark is filled with, three channels; is changed
   * @param rest target less fill; is changed by as much the other way
   * @param base of the fill, what its ring tells: the fill without the source's texture
   */
  static void add(HealSite site, float[][] fill, float[][] rest, float[][] base) {
    UnderSpot spot = new UnderSpot(site);
    float[][] over = new float[3][spot.n];
    for (int c = 0; c < 3; c++) {
      for (int i = 0; i < spot.n; i++) {
        over[c][i] = rest[c][i] + fill[c][i] - base[c][i];
      }
    }
    double[] rings = spot.rings(HealSite.sum(over));
    if (rings.length == 0) {
      return;
    }
    for (float[] v : over) {
      spot.takeMeans(v, rings);
    }
    float[] all = HealSite.sum(over);
    double px = BROAD_MM * site.pxPerMm();
    float[] broad = Gaussian.blur(new Plane(site.rect(), all), px).data();
    double trust = Math.min(spot.trust(all), spot.trust(broad));
    double other = Math.sqrt(1 - trust * trust);
    for (int c = 0; c < 3; c++) {
      for (int i = 0; i < spot.n; i++) {
        double was = fill[c][i];
        double is = base[c][i] + other * (was - base[c][i]) + trust * over[c][i];
        fill[c][i] = (float) is;
        rest[c][i] += (float) (was - is);
      }
    }
  }

  /** Which ellipse each pixel lies on, counted from the middle; empty where nothing is darker. */
  private double[] rings(float[] over) {
    float[] soft = Gaussian.blur(new Plane(site.rect(), over), SOFT_MM * site.pxPerMm()).data();
    double all = 0;
    double x = 0;
    double y = 0;
    double xx = 0;
    double xy = 0;
    double yy = 0;
    for (int i = 0; i < n; i++) {
      if (site.inside()[i] < 1 && soft[i] < 0) {
        double k = soft[i] * soft[i];
        double u = i % w;
        double v = i / w;
        all += k;
        x += k * u;
        y += k * v;
        xx += k * u * u;
        xy += k * u * v;
        yy += k * v * v;
      }
    }
    if (all <= 0) {
      return new double[0];
    }
    x /= all;
    y /= all;
    xx = xx / all - x * x;
    xy = xy / all - x * y;
    yy = yy / all - y * y;
    double det = xx * yy - xy * xy;
    if (det < LEAST_AREA_PX) {
      return new double[0];
    }
    double scale = Math.pow(det, 0.25) / (STEP_MM * site.pxPerMm());
    double[] out = new double[n];
    for (int i = 0; i < n; i++) {
      double u = i % w - x;
      double v = i / w - y;
      out[i] = scale * Math.sqrt(Math.max(0, (yy * u * u - 2 * xy * u * v + xx * v * v) / det));
    }
    return out;
  }

  /** Takes the mean of its ellipse from each pixel of the heal, linear between ellipses. */
  private void takeMeans(float[] v, double[] rings) {
    int most = 0;
    for (int i = 0; i < n; i++) {
      most = site.inside()[i] < 1 ? Math.max(most, (int) rings[i]) : most;
    }
    double[] sum = new double[most + 2];
    double[] weight = new double[most + 2];
    for (int i = 0; i < n; i++) {
      if (site.inside()[i] < 1) {
        int k = (int) rings[i];
        double f = rings[i] - k;
        sum[k] += (1 - f) * v[i];
        sum[k + 1] += f * v[i];
        weight[k] += 1 - f;
        weight[k + 1] += f;
      }
    }
    for (int k = 0; k < sum.length; k++) {
      sum[k] = weight[k] > 0 ? sum[k] / weight[k] : 0;
    }
    for (int i = 0; i < n; i++) {
      if (site.inside()[i] < 1) {
        int k = (int) rings[i];
        double f = rings[i] - k;
        v[i] -= (float) ((1 - f) * sum[k] + f * sum[k + 1]);
      }
    }
  }

  /** Energy on the ring over that inside, at most 1. */
  private double trust(float[] v) {
    double[] e = ShowingThrough.energies(site, v, v);
    return e[0] <= 0 ? 0 : Math.min(1, e[1] / e[0]);
  }
}
