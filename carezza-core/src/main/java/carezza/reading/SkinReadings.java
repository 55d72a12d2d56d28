package carezza.reading;

import carezza.face.FaceMap;
import carezza.field.MaskedBlur;
import carezza.filter.Gaussian;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;

/**
 * The readings of skin: texture, small forms and relief kept, blotch, colour spread, lightness.
 *
 * <p>Texture and small forms: per tile of 10 mm, covariance of the band now and before over its
 * variance before, sensor noise taken from both; the median over tiles. Relief: slope of the
 * modelling band now on before, per plane of the face, the worst shown. Blotch: robust SD of the
 * middle band of L*. Spread: robust SD of a*, b* at sigma 2 mm after a plane in lightness and place
 * has been fitted out. Noise is the variance finer than 0.1 mm, taken at the calmest tenth of the
 * tiles as white.
 */
public final class SkinReadings {
  private static final double TILE_MM = 10;
  private static final double LEAST_PX_PER_MM = 3;
  private static final double BROAD_PX_PER_MM = 1.5;

  private final double px;
  private final Rect rect;
  private final Plane mask;
  private final Plane inner;
  private final Plane before;
  private final Plane now;
  private final BroadReadings broad;

  /**
   * @param b the picture without the retouching; its rectangle starts at multiples of 64
   * @param n the picture with it, same rectangle and level
   * @param skin weights 0..1 over the same rectangle
   * @param pxPerMm source pixels a mm
   */
  public SkinReadings(RgbBlock b, RgbBlock n, Plane skin, double pxPerMm, Optional<FaceMap> map) {
    px = pxPerMm / (1 << b.level());
    rect = b.rect();
    mask = solid(b, skin);
    inner = eroded(mask, 2.5 * px);
    before = Bands.logLuminance(b);
    now = Bands.logLuminance(n);
    RgbBlock bb = b;
    RgbBlock nn = n;
    Plane m = mask;
    while (pxPerMm / (1 << (bb.level() + 1)) >= BROAD_PX_PER_MM) {
      bb = halved(bb);
      nn = halved(nn);
      m = m.halved();
    }
    broad = new BroadReadings(bb, nn, m, pxPerMm, map);
  }

  private static RgbBlock halved(RgbBlock b) {
    Plane r = b.plane(0).halved();
    return new RgbBlock(
        b.level() + 1, r.rect(), r.data(), b.plane(1).halved().data(), b.plane(2).halved().data());
  }

  /** All six, in the order texture, small forms, relief, blotch, spread, lightness. */
  public List<Reading> all() {
    double covered = 0;
    for (float v : inner.data()) {
      covered += v;
    }
    if (covered < 100 * px * px) {
      return List.of("textureKept", "smallFormsKept", "reliefKept", "blotch", "spread", "lightness")
          .stream()
          .map(name -> Reading.missing(name, "noSkin"))
          .toList();
    }
    List<Supplier<Reading>> each =
        List.of(
            this::texture,
            this::smallForms,
            this::relief,
            this::blotch,
            this::spread,
            this::lightness);
    return each.parallelStream().map(Supplier::get).toList();
  }

  public Reading relief() {
    return broad.relief();
  }

  public Reading blotch() {
    return broad.blotch();
  }

  public Reading spread() {
    return broad.spread();
  }

  public Reading lightness() {
    return broad.lightness();
  }

  /** 1 on skin that is neither clipped nor black. */
  private static Plane solid(RgbBlock b, Plane skin) {
    Plane m = new Plane(skin.rect());
    for (int i = 0; i < m.data().length; i++) {
      boolean blown = b.r()[i] > 0.98f && b.g()[i] > 0.98f && b.b()[i] > 0.98f;
      m.data()[i] = skin.data()[i] > 0.6f && !blown ? 1 : 0;
    }
    return m;
  }

  static Plane eroded(Plane m, double byPx) {
    Plane soft = MaskedBlur.of(m, Plane.filled(m.rect(), 1), byPx / 1.5, 0);
    Plane out = new Plane(m.rect());
    for (int i = 0; i < out.data().length; i++) {
      out.data()[i] = soft.data()[i] > 0.93f ? m.data()[i] : 0;
    }
    return out;
  }

  private Plane band(Plane v, double innerMm, double outerMm) {
    return Bands.difference(
        MaskedBlur.of(v, mask, innerMm * px, 0), MaskedBlur.of(v, mask, outerMm * px, 0));
  }

  public Reading texture() {
    if (px < LEAST_PX_PER_MM) {
      return Reading.missing("textureKept", "tooFewPixels");
    }
    Plane a = band(before, 0.15, 0.6);
    Plane b = band(now, 0.15, 0.6);
    double noise = noise() * whiteShare(0.15, 0.6);
    double[][] tiles = tiles(a, b, noise);
    double worst = worstOfThree(tiles);
    double median = median(tiles);
    if (Double.isNaN(median)) {
      return Reading.missing("textureKept", "belowNoise");
    }
    double[] band = ReadingBands.of("textureKept");
    boolean local = worst < ReadingBands.of("textureWorst")[0] && median >= band[0];
    return new Reading(
        "textureKept",
        100,
        100 * (local ? worst : median),
        band[0],
        band[1],
        local ? "worst" : "",
        "");
  }

  /** Variance of white noise in E, from what is finer than 0.1 mm in the calmest tenth of tiles. */
  private double noise() {
    Plane fine = Bands.difference(before, Gaussian.blur(before, 0.1 * px));
    double[][] tiles = tiles(fine, fine, 0);
    float[] v = new float[tiles.length];
    int n = 0;
    for (double[] t : tiles) {
      if (t[1] > 0) {
        v[n++] = (float) t[1];
      }
    }
    if (n == 0) {
      return 0;
    }
    java.util.Arrays.sort(v, 0, n);
    float[] k = Gaussian.kernel(0.1 * px);
    double centre = k[0] * k[0];
    double kept = 1 - 2 * centre + sumOfSquares(k) * sumOfSquares(k);
    return v[n / 10] / kept;
  }

  private static double sumOfSquares(float[] k) {
    double s = k[0] * k[0];
    for (int i = 1; i < k.length; i++) {
      s += 2 * k[i] * k[i];
    }
    return s;
  }

  /** Share of white noise's variance in a band: integral of the squared kernel difference. */
  private double whiteShare(double innerMm, double outerMm) {
    double a = innerMm * innerMm * px * px;
    double b = outerMm * outerMm * px * px;
    return 1 / (4 * Math.PI * a) + 1 / (4 * Math.PI * b) - 1 / (Math.PI * (a + b));
  }

  /** For each tile with enough skin: kept share (NaN below the noise), variance, column, row. */
  private double[][] tiles(Plane a, Plane b, double noise) {
    int step = Math.max(4, (int) Math.round(TILE_MM * px));
    List<double[]> out = new ArrayList<>();
    for (int ty = 0; ty * step < rect.h(); ty++) {
      for (int tx = 0; tx * step < rect.w(); tx++) {
        double n = 0;
        double sa = 0;
        double sb = 0;
        double saa = 0;
        double sab = 0;
        for (int y = ty * step; y < Math.min(rect.h(), (ty + 1) * step); y++) {
          for (int x = tx * step; x < Math.min(rect.w(), (tx + 1) * step); x++) {
            int i = y * rect.w() + x;
            if (inner.data()[i] > 0) {
              double p = a.data()[i];
              double q = b.data()[i];
              n++;
              sa += p;
              sb += q;
              saa += p * p;
              sab += p * q;
            }
          }
        }
        if (n > 0.5 * step * step) {
          double var = saa / n - sa / n * sa / n;
          double cov = sab / n - sa / n * sb / n;
          boolean had = var - noise > 0.15 * var;
          out.add(new double[] {had ? (cov - noise) / (var - noise) : Double.NaN, var, tx, ty});
        }
      }
    }
    return out.toArray(new double[0][]);
  }

  private static double median(double[][] tiles) {
    float[] v = new float[tiles.length];
    int n = 0;
    for (double[] t : tiles) {
      if (!Double.isNaN(t[0])) {
        v[n++] = (float) t[0];
      }
    }
    return Robust.median(v, n);
  }

  /** The lowest mean of a tile with its right and its lower neighbour. */
  private static double worstOfThree(double[][] tiles) {
    double worst = Double.POSITIVE_INFINITY;
    for (double[] t : tiles) {
      double sum = t[0];
      int n = 1;
      for (double[] o : tiles) {
        boolean right = o[2] == t[2] + 1 && o[3] == t[3];
        boolean under = o[2] == t[2] && o[3] == t[3] + 1;
        if (right || under) {
          sum += o[0];
          n++;
        }
      }
      if (n == 3 && sum / 3 < worst) {
        worst = sum / 3;
      }
    }
    return worst;
  }

  public Reading smallForms() {
    double median = median(tiles(band(before, 0.6, 1.5), band(now, 0.6, 1.5), 0));
    double[] band = ReadingBands.of("smallFormsKept");
    return Double.isNaN(median)
        ? Reading.missing("smallFormsKept", "noSkin")
        : new Reading("smallFormsKept", 100, 100 * median, band[0], band[1], "", "");
  }

  /**
   * What the split of a two-band pass leaves of the pores in its broad band.
   *
   * @param sigmaMm of the split
   */
  public Reading split(double sigmaMm) {
    double left = BandSplit.poresLeft(before, inner, px, sigmaMm);
    double[] band = ReadingBands.of("split");
    return Double.isNaN(left)
        ? Reading.missing("split", "noSkin")
        : new Reading("split", Double.NaN, left, band[0], band[1], "", "");
  }
}
