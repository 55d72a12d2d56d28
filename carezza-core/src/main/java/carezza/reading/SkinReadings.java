package carezza.reading;

import carezza.filter.Gaussian;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.function.Supplier;
import java.util.function.ToDoubleFunction;
import java.util.stream.IntStream;

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
  private static final double LEAST_PX_PER_MM = 3;

  /** Rectangles of wide Gaussians start at its multiples. */
  private static final int ANCHOR = 64;

  /** Square millimetres of skin under which nothing is read. */
  private static final double LEAST_MM2 = 100;

  private final double px;
  private final double coveredMm2;
  private final List<SkinPatch.Tile> tiles;
  private final BroadSkin skin;
  private final int[] planes;
  private final BroadReadings broad;

  /**
   * @param parts of one level that do not overlap, together all skin
   * @param level of the pictures that the parts were taken from
   * @param pxPerMm source pixels a mm
   */
  public SkinReadings(List<SkinPatch> parts, int level, double pxPerMm, SkinPlanes planes) {
    px = pxPerMm / (1 << level);
    tiles = parts.stream().flatMap(p -> p.tiles().stream()).toList();
    coveredMm2 = parts.stream().mapToDouble(SkinPatch::coveredPx).sum() / (px * px);
    Rect all = parts.stream().map(p -> p.mask().rect()).reduce(new Rect(0, 0, 0, 0), Rect::union);
    int reduced = parts.isEmpty() ? 0 : parts.get(0).before().level();
    Rect wide = all.anchored(ANCHOR);
    RgbBlock before = new RgbBlock(reduced, wide);
    RgbBlock now = new RgbBlock(reduced, wide);
    Plane mask = new Plane(wide);
    for (SkinPatch p : parts) {
      before.paste(p.before());
      now.paste(p.now());
      mask.paste(p.mask());
    }
    skin = coveredMm2 < LEAST_MM2 ? null : new BroadSkin(before, now, mask, pxPerMm);
    this.planes = skin == null ? null : planes.at(reduced, wide);
    broad = skin == null ? null : new BroadReadings(skin, this.planes);
  }

  /**
   * The readings of one block.
   *
   * @param b the picture without the retouching; its rectangle starts at multiples of 64
   * @param n the picture with it, same rectangle and level
   * @param skin weights 0..1 over the same rectangle
   * @param pxPerMm source pixels a mm
   */
  public static SkinReadings of(
      RgbBlock b, RgbBlock n, Plane skin, double pxPerMm, SkinPlanes planes) {
    SkinPatch all = new SkinGround(b, skin, b.rect(), pxPerMm).against(n);
    return new SkinReadings(List.of(all), b.level(), pxPerMm, planes);
  }

  private static final List<String> NAMES =
      List.of(
          "textureKept",
          "smallFormsKept",
          "reliefKept",
          "blotch",
          "spread",
          "lightness",
          "linesKept",
          "lightKept",
          "blown",
          "gamut");

  /** All of them, in the order of the names. */
  public List<Reading> all() {
    if (skin == null) {
      return NAMES.stream().map(name -> Reading.missing(name, "noSkin")).toList();
    }
    List<Supplier<Reading>> each =
        List.of(
            this::texture,
            this::smallForms,
            this::relief,
            this::blotch,
            this::spread,
            this::lightness,
            () -> broad.lines(),
            () -> broad.light(),
            () -> new BlownSkin(skin).blown(),
            () -> new BlownSkin(skin).gamut());
    return IntStream.range(0, NAMES.size())
        .parallel()
        .mapToObj(i -> alone(NAMES.get(i), each.get(i)))
        .toList();
  }

  /** One that fails takes no other with it. */
  private static Reading alone(String name, Supplier<Reading> take) {
    try {
      return take.get();
    } catch (CancellationException e) {
      throw e;
    } catch (RuntimeException e) {
      return Reading.missing(name, "failed");
    }
  }

  /**
   * Comparisons of sites, where there is skin enough.
   *
   * @param sites which of {@link SkinSites#NAMES} a pixel lies on
   */
  public Optional<SiteReadings> sites(SkinPlanes sites) {
    return Optional.ofNullable(skin)
        .map(s -> new SiteReadings(s, sites.at(s.level, s.rect), planes));
  }

  /** How the light on the two cheeks differs, where both show: see {@link CheekLight}. */
  public Optional<CheekLight> cheeks() {
    return Optional.ofNullable(skin).flatMap(s -> CheekLight.of(s, planes));
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

  public Reading texture() {
    if (px < LEAST_PX_PER_MM) {
      return Reading.missing("textureKept", "tooFewPixels");
    }
    double noise = noise() * whiteShare(0.15, 0.6);
    double[][] kept = kept(SkinPatch.Tile::fineVar, SkinPatch.Tile::fineCov, noise);
    double worst = worstOfThree(kept);
    double median = median(kept);
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
    float[] v = new float[tiles.size()];
    int n = 0;
    for (SkinPatch.Tile t : tiles) {
      if (t.finest() > 0) {
        v[n++] = (float) t.finest();
      }
    }
    if (n == 0) {
      return 0;
    }
    float[] k = Gaussian.kernel(0.1 * px);
    double centre = k[0] * k[0];
    double kept = 1 - 2 * centre + sumOfSquares(k) * sumOfSquares(k);
    return Robust.select(v, n, n / 10) / kept;
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

  /** For each tile: kept share (NaN below the noise), column, row. */
  private double[][] kept(
      ToDoubleFunction<SkinPatch.Tile> var, ToDoubleFunction<SkinPatch.Tile> cov, double noise) {
    double[][] out = new double[tiles.size()][];
    for (int i = 0; i < out.length; i++) {
      SkinPatch.Tile t = tiles.get(i);
      double v = var.applyAsDouble(t);
      boolean had = v - noise > 0.15 * v;
      double share = had ? (cov.applyAsDouble(t) - noise) / (v - noise) : Double.NaN;
      out[i] = new double[] {share, t.column(), t.row()};
    }
    return out;
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
        boolean right = o[1] == t[1] + 1 && o[2] == t[2];
        boolean under = o[1] == t[1] && o[2] == t[2] + 1;
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
    double median = median(kept(SkinPatch.Tile::smallVar, SkinPatch.Tile::smallCov, 0));
    double[] band = ReadingBands.of("smallFormsKept");
    return Double.isNaN(median)
        ? Reading.missing("smallFormsKept", "noSkin")
        : new Reading("smallFormsKept", 100, 100 * median, band[0], band[1], "", "");
  }

  /**
   * What the split of a two-band pass leaves of the pores in its broad band.
   *
   * @param pores energy and what is left of it, of each part; see {@link SkinGround#pores}
   */
  public static Reading split(List<double[]> pores) {
    double all = pores.stream().mapToDouble(p -> p[0]).sum();
    double left = pores.stream().mapToDouble(p -> p[1]).sum();
    double[] band = ReadingBands.of("split");
    return all == 0
        ? Reading.missing("split", "noSkin")
        : new Reading("split", Double.NaN, 100 * left / all, band[0], band[1], "", "");
  }
}
