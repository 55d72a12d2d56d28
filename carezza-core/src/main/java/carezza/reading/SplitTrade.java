package carezza.reading;

import carezza.color.Roots;
import carezza.filter.Gaussian;
import carezza.image.Plane;
import carezza.image.RgbBlock;

/**
 * What speaks for and against each size of a split into two bands, on one skin: the share of the
 * pores' energy that stays in the broad band, of the forms' that is lost from it, and of the
 * colour's that is left in the fine band. Pores are G_0.15 - G_0.6 mm of E, forms G_1.5 - G_8 of E,
 * colour G_0.3 - G_8 of log2 R/G and log2 G/B, which leaves out a sensor's noise. The first falls
 * with the size, the others rise; the size at which their sum is least is proposed.
 *
 * @param sizesMm full width at half height of the Gaussian, rising
 * @param pores shares 0 to 1
 * @param forms shares 0 to 1
 * @param colour shares 0 to 1
 */
public record SplitTrade(double[] sizesMm, double[] pores, double[] forms, double[] colour) {
  /** Full width at half height over sigma of a Gaussian. */
  private static final double WIDTHS = 2.3548200450309493;

  private static final double FINEST_MM = 0.15;
  private static final double PORE_MM = 0.6;
  private static final double FORM_MM = 1.5;
  private static final double BROAD_MM = 8;
  private static final double NOISE_MM = 0.3;
  private static final float FLOOR = 1f / 8192;

  /**
   * @param b skin, linear light
   * @param mask of 0 and 1 over the same rectangle
   * @param px pixels in a mm; at least 5 for pores to be seen
   * @param sizesMm rising
   */
  public static SplitTrade of(RgbBlock b, Plane mask, double px, double... sizesMm) {
    Plane e = Bands.logLuminance(b);
    Plane pores = Bands.band(e, mask, FINEST_MM * px, PORE_MM * px);
    Plane forms = Bands.band(e, mask, FORM_MM * px, BROAD_MM * px);
    Plane red = Bands.band(ratio(b.r(), b.g(), b), mask, NOISE_MM * px, BROAD_MM * px);
    Plane blue = Bands.band(ratio(b.g(), b.b(), b), mask, NOISE_MM * px, BROAD_MM * px);
    int n = sizesMm.length;
    SplitTrade out = new SplitTrade(sizesMm.clone(), new double[n], new double[n], new double[n]);
    for (int k = 0; k < n; k++) {
      double sigma = sizesMm[k] / WIDTHS * px;
      double[] left = BandSplit.pores(pores, mask, sigma);
      out.pores[k] = left[1] / Math.max(1e-12, left[0]);
      double[] form = lost(forms, mask, sigma);
      out.forms[k] = form[1] / Math.max(1e-12, form[0]);
      double[] r = lost(red, mask, sigma);
      double[] bl = lost(blue, mask, sigma);
      out.colour[k] = (r[1] + bl[1]) / Math.max(1e-12, r[0] + bl[0]);
    }
    return out;
  }

  private static Plane ratio(float[] a, float[] b, RgbBlock of) {
    Plane out = new Plane(of.rect());
    for (int i = 0; i < out.data().length; i++) {
      out.data()[i] = Roots.log2(Math.max(FLOOR, a[i]) / Math.max(FLOOR, b[i]));
    }
    return out;
  }

  /** Energy of a band, and of what a blur takes from it. */
  private static double[] lost(Plane band, Plane mask, double sigmaPx) {
    float[] kept = Gaussian.blurMasked(band, mask, sigmaPx, 0).data();
    double all = 0;
    double some = 0;
    for (int i = 0; i < kept.length; i++) {
      if (mask.data()[i] > 0) {
        double v = band.data()[i];
        all += v * v;
        some += (v - kept[i]) * (v - kept[i]);
      }
    }
    return new double[] {all, some};
  }

  /** What is against a size, all shares together. */
  private double against(int k) {
    return pores[k] + forms[k] + colour[k];
  }

  /** The size at which least is against it. */
  public double proposedMm() {
    int best = 0;
    for (int k = 1; k < sizesMm.length; k++) {
      best = against(k) < against(best) ? k : best;
    }
    return sizesMm[best];
  }
}
