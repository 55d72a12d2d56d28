package carezza.pass.clean;

import carezza.filter.Gaussian;
import carezza.image.Plane;
import carezza.image.Rect;
import java.util.Arrays;
import java.util.Optional;

/**
 * Of the pixels a heal could take, those it does: the mark, and neither what round it is as the
 * skin is nor hair, cloth or backdrop that reach into the heal. Values are cube roots of light;
 * limits are multiples of spreads found on the ring, so a gain of the light changes nothing but
 * where the ring is so even that what is not skin has to be told by a least distance.
 */
final class MarkOutline {
  /** Sigmas, mm, at which a pixel may stand out, and how many times as far it must at each. */
  private static final double[] SCALES_MM = {0.12, 0.35};

  private static final double[] FURTHER = {1.73, 1};

  /** How softly the outline ends. */
  private static final double SOFT_MM = 0.4;

  /** Spreads of the ring at which a pixel is left as it is, and from which it is all healed. */
  private static final double LEFT = 1.9;

  private static final double HEALED = 3.1;

  /** Within this share of the radius all is healed: there the hand has pointed. */
  private static final double CORE = 0.5;

  private static final double CORE_EDGE = 0.25;

  /** The part of the ring that must be strange for there to be a border. */
  private static final double BORDER = 0.02;

  private MarkOutline() {}

  /**
   * 0 where something else than skin reaches in from the ring, 1 on skin, soft between.
   *
   * @param target the three channels round the mark
   * @param ring 1 on all of the ring, also where it says nothing of the skin
   */
  static float[] skin(HealSite site, float[][] target, float[] ring) {
    float[] above = HealSite.sum(target);
    float[] out = new float[above.length];
    Arrays.fill(out, 1);
    Optional<HealSite.Usual> usual = site.usual(above);
    if (usual.isEmpty()) {
      return out;
    }
    for (int i = 0; i < above.length; i++) {
      above[i] -= usual.get().middle();
    }
    reachIn(site, above, ring, usual.get().limit(), out);
    for (int i = 0; i < above.length; i++) {
      above[i] = -above[i];
    }
    reachIn(site, above, ring, usual.get().limit(), out);
    return Gaussian.blur(new Plane(site.rect(), out), HealSite.BORDER_SOFT_MM * site.pxPerMm())
        .data();
  }

  /** Sets to 0 what is joined to places of the ring above a limit and is half as far above it. */
  private static void reachIn(
      HealSite site, float[] above, float[] onRing, float limit, float[] out) {
    int n = above.length;
    int[] queue = new int[n];
    int tail = 0;
    double sum = 0;
    int ring = 0;
    for (int i = 0; i < n; i++) {
      if (onRing[i] > 0) {
        ring++;
        if (above[i] > limit) {
          sum += above[i];
          queue[tail++] = i;
        }
      }
    }
    if (tail <= BORDER * ring) {
      return;
    }
    float enough = Math.max(limit, (float) (0.5 * sum / tail));
    boolean[] seen = new boolean[n];
    for (int k = 0; k < tail; k++) {
      seen[queue[k]] = true;
      out[queue[k]] = 0;
    }
    int w = site.rect().w();
    for (int head = 0; head < tail; head++) {
      int x = queue[head] % w;
      for (int step : new int[] {-1, 1, -w, w}) {
        int i = queue[head] + step;
        boolean isBeside = Math.abs(step) == w || x + step >= 0 && x + step < w;
        if (isBeside && i >= 0 && i < n && !seen[i] && above[i] > enough) {
          seen[i] = true;
          if (site.inside()[i] > HealSite.POINTED_AT) {
            out[i] = 0;
            queue[tail++] = i;
          }
        }
      }
    }
  }

  /**
   * Narrows an outline to what stands out of the skin.
   *
   * @param rest what the target has more than what it would be filled with, three channels
   * @param outline is multiplied
   */
  static void narrow(HealSite site, float[][] rest, float[] outline) {
    int n = outline.length;
    float[] out2 = new float[n];
    float[][] axes = {new float[n], new float[n], new float[n]};
    for (int i = 0; i < n; i++) {
      axes[0][i] = (rest[0][i] + rest[1][i] + rest[2][i]) / 3;
      axes[1][i] = rest[0][i] - rest[1][i];
      axes[2][i] = rest[1][i] - rest[2][i];
    }
    for (float[] axis : axes) {
      for (int s = 0; s < SCALES_MM.length; s++) {
        standingOut(site, axis, SCALES_MM[s] * site.pxPerMm(), FURTHER[s], out2);
      }
    }
    Rect rect = site.rect();
    float[] soft = Gaussian.blur(new Plane(rect, out2), SOFT_MM * site.pxPerMm()).data();
    for (int i = 0; i < n; i++) {
      double core = Math.max(0, Math.min(1, (CORE - site.inside()[i]) / CORE_EDGE + 0.5));
      double o = Math.max(0, Math.min(1, (Math.sqrt(soft[i]) - LEFT) / (HEALED - LEFT)));
      outline[i] *= (float) Math.max(core, o * o * (3 - 2 * o));
    }
  }

  /** Squares of how many spreads of the ring a pixel stands out, where more than found so far. */
  private static void standingOut(
      HealSite site, float[] v, double sigmaPx, double further, float[] out2) {
    float[] b = Gaussian.blur(new Plane(site.rect(), v), sigmaPx).data();
    double sum = 0;
    int m = 0;
    for (int i = 0; i < b.length; i++) {
      if (site.onRing()[i] > 0) {
        sum += b[i] * b[i];
        m++;
      }
    }
    double spread2 = (sum / Math.max(1, m) + 1e-10) * further * further;
    for (int i = 0; i < b.length; i++) {
      out2[i] = Math.max(out2[i], (float) (b[i] * b[i] / spread2));
    }
  }
}
