package carezza.reading;

import carezza.filter.Gaussian;
import carezza.image.Plane;
import carezza.image.RgbBlock;

/**
 * Frequency separation as such: a broad band (Gaussian of linear light) and a fine band (what
 * remains), and what a split at a size does: how much of the pores' energy is left in the broad
 * band.
 *
 * @param broad the smooth part
 * @param fine the picture less the smooth part
 */
public record BandSplit(RgbBlock broad, RgbBlock fine) {

  public static BandSplit of(RgbBlock b, double sigmaPx) {
    RgbBlock broad =
        new RgbBlock(
            b.level(),
            b.rect(),
            Gaussian.blur(b.plane(0), sigmaPx).data(),
            Gaussian.blur(b.plane(1), sigmaPx).data(),
            Gaussian.blur(b.plane(2), sigmaPx).data());
    RgbBlock fine = new RgbBlock(b.level(), b.rect());
    for (int c = 0; c < 3; c++) {
      for (int i = 0; i < b.size(); i++) {
        fine.channel(c)[i] = b.channel(c)[i] - broad.channel(c)[i];
      }
    }
    return new BandSplit(broad, fine);
  }

  /** The bands added again; equal to the picture within half a unit of the last place. */
  public RgbBlock joined() {
    RgbBlock out = broad.copy();
    for (int c = 0; c < 3; c++) {
      for (int i = 0; i < out.size(); i++) {
        out.channel(c)[i] += fine.channel(c)[i];
      }
    }
    return out;
  }

  /**
   * Energy of pores under a mask of 0 and 1, and how much of it a split leaves in the broad band.
   *
   * @param pores the band G_0.15 - G_0.6 mm of E
   */
  static double[] pores(Plane pores, Plane mask, double sigmaPx) {
    Plane left = Gaussian.blurMasked(pores, mask, sigmaPx, 0);
    double all = 0;
    double some = 0;
    for (int i = 0; i < pores.data().length; i++) {
      if (mask.data()[i] > 0) {
        all += (double) pores.data()[i] * pores.data()[i];
        some += (double) left.data()[i] * left.data()[i];
      }
    }
    return new double[] {all, some};
  }
}
