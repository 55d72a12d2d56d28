package carezza.reading;

import carezza.field.MaskedBlur;
import carezza.field.WideGaussian;
import carezza.filter.Gaussian;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import java.util.ArrayList;
import java.util.List;

/**
 * One part of the picture before the retouching, with its bands, against which a later picture of
 * the part is measured. Kept while the retouching changes.
 */
public final class SkinGround {
  private static final double TILE_MM = 10;
  private static final double BROAD_PX_PER_MM = 1.5;

  /** How far from its border skin counts, mm. */
  static final double INNER_MM = 2.5;

  /** Sides of tiles are multiples of this, so that parts of whole tiles can be halved. */
  private static final int ALIGN = 8;

  /** Rectangles read start at its multiples. */
  private static final int ANCHOR = 64;

  /** Skin counts above this weight. */
  private static final float SKIN = 0.6f;

  /** Above this coherence a form is a line; window in which directions are compared. */
  private static final float LINE = 0.5f;

  private static final double DIRECTION_MM = 1.5;

  /** Sigmas between which the fine and the small band lie. */
  private static final double[] BORDERS_MM = {0.15, 0.6, 1.5};

  private final Rect part;
  private final double pxPerMm;
  private final double px;
  private final Plane mask;
  private final Plane[] maskBlurred = new Plane[BORDERS_MM.length];
  private final Plane inner;
  private final Plane fine;
  private final Plane small;

  /** 1 where forms of the small band are not elongated. */
  private final Plane round;

  private final List<double[]> finest = new ArrayList<>();
  private final RgbBlock reduced;
  private final Plane reducedMask;

  /**
   * @param b the picture without the retouching over {@link #reads}
   * @param skin weights 0..1 over the same rectangle
   * @param part starts at whole tiles
   * @param pxPerMm source pixels a mm
   */
  public SkinGround(RgbBlock b, Plane skin, Rect part, double pxPerMm) {
    this.part = part;
    this.pxPerMm = pxPerMm;
    px = pxPerMm / (1 << b.level());
    Plane solid = solid(b, skin);
    mask = solid.crop(near(part, px, b.rect()), 0);
    for (int i = 0; i < maskBlurred.length; i++) {
      maskBlurred[i] = WideGaussian.blur(mask, BORDERS_MM[i] * px);
    }
    inner = eroded(solid, INNER_MM * px).crop(part, 0);
    Plane e = Bands.logLuminance(b).crop(mask.rect(), 0);
    Plane[] bands = bands(e);
    fine = bands[0];
    small = bands[1];
    round = round();
    Plane grain = Bands.difference(e, Gaussian.blur(e, 0.1 * px)).crop(part, 0);
    for (Rect t : tiles()) {
      finest.add(covariance(grain, grain, inner, t));
    }
    reduced = reduced(b.crop(part));
    Plane m = solid.crop(part, 0);
    for (int l = b.level(); l < reduced.level(); l++) {
      m = m.halved();
    }
    reducedMask = m;
  }

  private Plane round() {
    Plane lines = Coherence.of(small, inner, DIRECTION_MM * px);
    Plane out = new Plane(part);
    for (int i = 0; i < out.data().length; i++) {
      out.data()[i] = lines.data()[i] < LINE ? inner.data()[i] : 0;
    }
    return out;
  }

  /** Side of a tile in pixels. */
  public static int side(double px) {
    return Math.max(ALIGN, (int) Math.round(TILE_MM * px / ALIGN) * ALIGN);
  }

  /** What the ground of a part rests on, as far as the picture goes. */
  public static Rect reads(Rect part, double px, Rect bounds) {
    return anchored(
        part.grow(MaskedBlur.reach(1.5 * px) + MaskedBlur.reach(INNER_MM * px / 1.5)), bounds);
  }

  /** What a later picture of a part has to cover, as far as the picture goes. */
  public static Rect near(Rect part, double px, Rect bounds) {
    return anchored(part.grow(MaskedBlur.reach(1.5 * px)), bounds);
  }

  private static Rect anchored(Rect r, Rect bounds) {
    return r.anchored(ANCHOR).intersect(bounds);
  }

  /** Whether there is any skin under a mask. */
  public static boolean hasSkin(Plane mask) {
    for (float v : mask.data()) {
      if (v > SKIN) {
        return true;
      }
    }
    return false;
  }

  private List<Rect> tiles() {
    int side = side(px);
    List<Rect> out = new ArrayList<>();
    for (int y = part.y(); y < part.bottom(); y += side) {
      for (int x = part.x(); x < part.right(); x += side) {
        out.add(new Rect(x, y, side, side).intersect(part));
      }
    }
    return out;
  }

  /** Fine and small band over the part. */
  private Plane[] bands(Plane e) {
    Plane[] g = new Plane[BORDERS_MM.length];
    for (int i = 0; i < g.length; i++) {
      g[i] = MaskedBlur.of(e, mask, maskBlurred[i], BORDERS_MM[i] * px, 0);
    }
    return new Plane[] {
      Bands.difference(g[0], g[1]).crop(part, 0), Bands.difference(g[1], g[2]).crop(part, 0)
    };
  }

  /**
   * The part as it is now against as it was.
   *
   * @param n the picture with the retouching over {@link #near}
   */
  public SkinPatch against(RgbBlock n) {
    Plane[] now = bands(Bands.logLuminance(n, mask));
    int side = side(px);
    List<SkinPatch.Tile> out = new ArrayList<>();
    List<Rect> tiles = tiles();
    for (int i = 0; i < tiles.size(); i++) {
      Rect t = tiles.get(i);
      double[] f = covariance(fine, now[0], inner, t);
      if (f[0] > 0.5 * side * side) {
        double[] s = covariance(small, now[1], round, t);
        out.add(
            new SkinPatch.Tile(
                t.x() / side, t.y() / side, f[1], f[2], s[1], s[2], finest.get(i)[1]));
      }
    }
    double covered = 0;
    for (float v : inner.data()) {
      covered += v;
    }
    return new SkinPatch(out, reduced, reduced(n.crop(part)), reducedMask, covered);
  }

  private RgbBlock reduced(RgbBlock b) {
    RgbBlock out = b;
    while (pxPerMm / (1 << (out.level() + 1)) >= BROAD_PX_PER_MM) {
      Plane r = out.plane(0).halved();
      out =
          new RgbBlock(
              out.level() + 1,
              r.rect(),
              r.data(),
              out.plane(1).halved().data(),
              out.plane(2).halved().data());
    }
    return out;
  }

  /** 1 on skin that is neither clipped nor black. */
  private static Plane solid(RgbBlock b, Plane skin) {
    Plane m = new Plane(skin.rect());
    for (int i = 0; i < m.data().length; i++) {
      boolean blown = b.r()[i] > 0.98f && b.g()[i] > 0.98f && b.b()[i] > 0.98f;
      m.data()[i] = skin.data()[i] > SKIN && !blown ? 1 : 0;
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

  /** Count, variance of a, covariance of a and b over a tile of the part where a plane is not 0. */
  private double[] covariance(Plane a, Plane b, Plane where, Rect t) {
    double n = 0;
    double sa = 0;
    double sb = 0;
    double saa = 0;
    double sab = 0;
    for (int y = t.y(); y < t.bottom(); y++) {
      int row = (y - part.y()) * part.w() - part.x();
      for (int i = row + t.x(); i < row + t.right(); i++) {
        if (where.data()[i] > 0) {
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
    return new double[] {n, saa / n - sa / n * sa / n, sab / n - sa / n * sb / n};
  }

  /** Energy of pores, and how much of it a split leaves in the broad band. */
  public double[] pores(double sigmaMm) {
    return BandSplit.pores(fine, inner, sigmaMm * px);
  }
}
