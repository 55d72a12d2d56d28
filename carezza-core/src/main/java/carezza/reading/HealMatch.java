package carezza.reading;

import carezza.color.CieLab;
import carezza.color.DeltaE2000;
import carezza.filter.Gaussian;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;

/**
 * How well a disc matches the ring round it: ratio of their fine textures, difference of their mean
 * colours, and the step of lightness at the rim against such steps farther out.
 *
 * @param texture RMS of the fine band (G_0.15 - G_0.6 mm of log2 luminance) inside / in the ring
 * @param colour CIEDE2000 between the mean colours of disc and ring
 * @param seam RMS over twelve sectors of the step of L* at the rim
 * @param ringSteps the same measured between bands of the ring itself
 */
public record HealMatch(double texture, double colour, double seam, double ringSteps) {
  private static final int SECTORS = 12;

  /**
   * Whether all three are in their bands: 0.8-1.25, at most 1.0, at most 1.3 times the ring's own.
   * The 1.3 allows for the spread of such steps between neighbouring bands of untouched skin; still
   * untouched demo skin is in band in about half of its discs only, so a rate means something
   * beside that of untouched discs alone.
   */
  public boolean inBand() {
    return texture >= 0.8 && texture <= 1.25 && colour <= 1.0 && seam <= 1.3 * ringSteps;
  }

  /** The reading: how many of the heals match, in percent. */
  public static Reading rate(int good, int all) {
    double[] band = ReadingBands.of("healMatch");
    return all == 0
        ? Reading.missing("healMatch", "noHeals")
        : new Reading("healMatch", Double.NaN, 100.0 * good / all, band[0], band[1], "", "");
  }

  /** Pixels needed round a disc of this radius. */
  public static Rect needed(double x, double y, double radiusPx, double pxPerMm) {
    return Rect.ofDisc(x, y, radiusPx + ring(radiusPx, pxPerMm) + Gaussian.reach(0.6 * pxPerMm));
  }

  private static double ring(double radiusPx, double pxPerMm) {
    return Math.max(0.6 * radiusPx, 1.5 * pxPerMm);
  }

  /**
   * @param b level 0 pixels that hold {@link #needed} as far as the picture reaches
   */
  public static HealMatch of(RgbBlock b, double x, double y, double radiusPx, double pxPerMm) {
    Plane e = Bands.logLuminance(b);
    Plane fine =
        Bands.difference(Gaussian.blur(e, 0.15 * pxPerMm), Gaussian.blur(e, 0.6 * pxPerMm));
    float[] lab = new float[3];
    Plane lightness = new Plane(b.rect());
    for (int i = 0; i < b.size(); i++) {
      CieLab.of(b.r()[i], b.g()[i], b.b()[i], lab);
      lightness.data()[i] = lab[0];
    }
    Plane smooth = Gaussian.blur(lightness, 0.3 * pxPerMm);
    double width = ring(radiusPx, pxPerMm);
    double band = width / 3;
    double[][] light = new double[2][4];
    double[] energy = new double[2];
    double[][] bands = new double[4][SECTORS];
    double[][] counts = new double[4][SECTORS];
    for (int py = b.rect().y(); py < b.rect().bottom(); py++) {
      for (int px = b.rect().x(); px < b.rect().right(); px++) {
        double r = Math.hypot(px + 0.5 - x, py + 0.5 - y);
        if (r > radiusPx + width) {
          continue;
        }
        int i = b.index(px, py);
        int side = r <= radiusPx ? 0 : 1;
        light[side][0] += b.r()[i];
        light[side][1] += b.g()[i];
        light[side][2] += b.b()[i];
        light[side][3]++;
        energy[side] += fine.data()[i] * fine.data()[i];
        int k = (int) Math.floor((r - radiusPx) / band) + 1;
        if (k >= 0 && k < 4) {
          double turn = Math.atan2(py + 0.5 - y, px + 0.5 - x) / (2 * Math.PI) + 0.5;
          int s = Math.min(SECTORS - 1, (int) (turn * SECTORS));
          bands[k][s] += smooth.data()[i];
          counts[k][s]++;
        }
      }
    }
    double ratio =
        Math.sqrt(energy[0] / Math.max(1, light[0][3]))
            / Math.sqrt(energy[1] / Math.max(1, light[1][3]) + 1e-12);
    double colour = DeltaE2000.between(mean(light[0]), mean(light[1]));
    double own = (step(bands, counts, 1) + step(bands, counts, 2)) / 2;
    return new HealMatch(ratio, colour, step(bands, counts, 0), own);
  }

  private static double[] mean(double[] l) {
    double n = Math.max(1, l[3]);
    return CieLab.of(l[0] / n, l[1] / n, l[2] / n);
  }

  private static double step(double[][] v, double[][] n, int k) {
    double sum = 0;
    int m = 0;
    for (int s = 0; s < SECTORS; s++) {
      if (n[k][s] > 0 && n[k + 1][s] > 0) {
        double d = v[k][s] / n[k][s] - v[k + 1][s] / n[k + 1][s];
        sum += d * d;
        m++;
      }
    }
    return Math.sqrt(sum / Math.max(1, m));
  }
}
