package carezza.pass.clean;

import carezza.color.Roots;
import carezza.filter.Gaussian;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.pass.Heal;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/**
 * The solved patch of one heal at one level: what it adds to the linear light of the picture below.
 *
 * <p>Solved a channel at a time in the signed cube root of linear light. The difference of target
 * and source, smoothed along a ring round the mark so that neither's texture enters, is carried
 * over the mark by a membrane (Perez, Gangnet, Blake 2003; {@link RingMembrane}) and added to the
 * source's own pixels. Of these only what is finer than {@link #BROAD_MM} is taken, since broader
 * tones of another place are wrong here; what of the skin shows through the mark is kept ({@link
 * ShowingThrough}, {@link UnderSpot}), and so is what needs no healing ({@link MarkOutline}). Heals
 * of documents of before have none of these three ({@link Heal#FORMER}). What lies beyond a border
 * within the heal is left and says nothing of the skin ({@link HealGround}). Where heals overlap
 * the border of all of them counts: what of a ring is a later heal's is no skin yet, what is an
 * earlier one's is healed. The difference is smooth by construction, so the membrane is solved on a
 * grid on which the ring is {@link #GRID_RING} to twice as many cells wide. A gain of the light
 * below scales the result by the same gain exactly, since the cube root of a product is the product
 * of the cube roots. At levels above 0 the source is shifted by parts of a pixel with a Catmull-Rom
 * kernel.
 */
final class HealPatch {
  private static final double RING_MM = 0.9;
  private static final double GRID_RING = 3;

  /** Sigma of what counts as broad in a source. */
  private static final double BROAD_MM = 0.6;

  private HealPatch() {}

  /** Width of the ring round the mark in which border values are gathered, in pixels. */
  static int ringPx(double pxPerMm) {
    return (int) Math.max(2, Math.round(RING_MM * pxPerMm));
  }

  /** Source pixels of the mark and its ring. */
  static Rect targetRect(Heal h, double pxPerMm) {
    double r = h.sizeMm() * pxPerMm / 2 + ringPx(pxPerMm) + 1;
    return Rect.around(
        Math.min(h.x0(), h.x1()) - r,
        Math.min(h.y0(), h.y1()) - r,
        Math.max(h.x0(), h.x1()) + r,
        Math.max(h.y0(), h.y1()) + r);
  }

  /**
   * @param target the picture below over the part of {@link #targetRect} inside the picture, at
   *     some level
   * @param source the picture below over the part of {@link Moved#rect} inside the picture
   * @param later heals of the same list that are done after it
   */
  static SolvedPatch solve(
      Heal h, double pxPerMm, RgbBlock target, RgbBlock source, List<Heal> later) {
    HealSite site = HealSite.of(h, pxPerMm, target.rect(), target.level());
    if (h.form() >= Heal.TOGETHER) {
      site.leave(later, pxPerMm);
    }
    Rect rect = site.rect();
    boolean isKept = h.form() > Heal.FORMER;
    Moved moved = Moved.of(h, site.level());
    float[][] fill = new float[3][];
    float[][] roots = new float[3][];
    for (int c = 0; c < 3; c++) {
      fill[c] = roots(moved.under(source, c, rect));
      roots[c] = roots(target.channel(c));
    }
    Optional<HealGround.Border> border =
        h.form() >= Heal.ON_GROUND ? HealGround.border(h, site, roots) : Optional.empty();
    float[] ring = site.onRing().clone();
    border.ifPresent(site::leave);
    float[] outline = isKept ? MarkOutline.skin(site, roots, ring) : ones(target.size());
    if (isKept) {
      for (float[] channel : fill) {
        takeBroad(channel, rect, BROAD_MM * site.pxPerMm());
      }
    }
    float[][] rest = less(roots, fill);
    dropStrangers(site, rest);
    float[][] base = carried(site, rest);
    for (int c = 0; c < 3; c++) {
      for (int i = 0; i < rest[c].length; i++) {
        fill[c][i] += base[c][i];
        rest[c][i] -= base[c][i];
      }
    }
    if (isKept) {
      border.ifPresent(b -> clear(rest, b.beyond()));
      boolean isTold = ShowingThrough.add(site, fill, rest, h);
      if (!isTold && ShowingThrough.isSpot(h)) {
        UnderSpot.add(site, fill, rest, base);
      }
      MarkOutline.narrow(site, rest, outline);
    }
    return new SolvedPatch(site.level(), rect, delta(h, site, target, fill, outline));
  }

  private static float[] roots(float[] light) {
    float[] out = new float[light.length];
    for (int i = 0; i < out.length; i++) {
      out[i] = Roots.cbrt(light[i]);
    }
    return out;
  }

  private static float[] ones(int n) {
    float[] out = new float[n];
    Arrays.fill(out, 1);
    return out;
  }

  private static float[][] less(float[][] a, float[][] b) {
    float[][] out = new float[a.length][a[0].length];
    for (int c = 0; c < out.length; c++) {
      for (int i = 0; i < out[c].length; i++) {
        out[c][i] = a[c][i] - b[c][i];
      }
    }
    return out;
  }

  /** The difference on the ring, carried over what it surrounds. */
  private static float[][] carried(HealSite site, float[][] rest) {
    int k = 0;
    while (site.ringPx() / (1 << (k + 1)) >= GRID_RING) {
      k++;
    }
    float[][] out = new float[3][];
    for (int c = 0; c < 3; c++) {
      double cells = site.ringPx() / (1 << k);
      out[c] = RingMembrane.carried(site.rect(), rest[c], site.onRing(), k, cells);
    }
    return out;
  }

  private static void clear(float[][] v, boolean[] where) {
    for (float[] channel : v) {
      for (int i = 0; i < where.length; i++) {
        channel[i] = where[i] ? 0 : channel[i];
      }
    }
  }

  private static float[][] delta(
      Heal h, HealSite site, RgbBlock target, float[][] fill, float[] outline) {
    float[][] out = new float[3][target.size()];
    for (int c = 0; c < 3; c++) {
      float[] t = target.channel(c);
      for (int i = 0; i < t.length; i++) {
        float a = site.alpha()[i] * outline[i];
        if (a > 0) {
          float v = fill[c][i];
          out[c][i] = (float) h.share() * a * (v * v * v - t[i]);
        }
      }
    }
    return out;
  }

  /** What is broader than a sigma is taken out of a source: the place keeps its own tones. */
  private static void takeBroad(float[] source, Rect rect, double sigmaPx) {
    float[] broad = Gaussian.blur(new Plane(rect, source), sigmaPx).data();
    for (int i = 0; i < broad.length; i++) {
      source[i] -= broad[i];
    }
  }

  /**
   * Takes out of the ring what does not belong to the skin round the mark: hair, cloth or backdrop
   * at its edge, told by a difference of target and source far from the ring's median. There the
   * membrane is left free.
   */
  static void dropStrangers(HealSite site, float[][] diff) {
    float[] sum = HealSite.sum(diff);
    site.usual(sum)
        .ifPresent(
            u -> {
              for (int i = 0; i < sum.length; i++) {
                if (Math.abs(sum[i] - u.middle()) > u.limit()) {
                  site.onRing()[i] = 0;
                }
              }
            });
  }
}
