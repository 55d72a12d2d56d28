package carezza.pass.clean;

import carezza.filter.Gaussian;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.pass.Heal;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/**
 * Where a heal lies on the pixels of one level.
 *
 * @param rect the pixels, of the level
 * @param level of the pyramid
 * @param pxPerMm pixels of the level in a mm
 * @param ringPx width of the ring round the mark, pixels of the level
 * @param inside distance from the middle of the mark or its line over the heal's radius
 * @param onRing 1 on the ring round the heal, 0 elsewhere
 * @param alpha how much of the patch a pixel takes
 */
record HealSite(
    Rect rect,
    int level,
    double pxPerMm,
    double ringPx,
    float[] inside,
    float[] onRing,
    float[] alpha) {

  /** Median absolute deviations at which a pixel does not belong, and the least distance. */
  private static final float STRANGE = 5;

  private static final float STRANGE_LEAST = 0.12f;

  /** What is not the ground is kept only beyond this share of the radius. */
  static final float POINTED_AT = 0.35f;

  /** How softly what is kept ends. */
  static final double BORDER_SOFT_MM = 0.15;

  /** Share of a ring that must be left for the rest to be taken out of it. */
  private static final double ENOUGH = 0.2;

  /**
   * What is usual on a ring.
   *
   * @param middle the median
   * @param limit how far from it a value does not belong to the skin there
   */
  record Usual(float middle, float limit) {}

  /** What is usual of some values on the ring; empty where there is no ring. */
  Optional<Usual> usual(float[] v) {
    float[] ring = new float[v.length];
    int m = 0;
    for (int i = 0; i < v.length; i++) {
      if (onRing[i] > 0) {
        ring[m++] = v[i];
      }
    }
    if (m == 0) {
      return Optional.empty();
    }
    float middle = median(ring, m);
    for (int i = 0; i < m; i++) {
      ring[i] = Math.abs(ring[i] - middle);
    }
    return Optional.of(new Usual(middle, Math.max(STRANGE_LEAST, STRANGE * median(ring, m))));
  }

  private static float median(float[] v, int n) {
    Arrays.sort(v, 0, n);
    return v[n / 2];
  }

  /** The channels added up. */
  static float[] sum(float[][] channels) {
    float[] out = new float[channels[0].length];
    for (int i = 0; i < out.length; i++) {
      out[i] = channels[0][i] + channels[1][i] + channels[2][i];
    }
    return out;
  }

  /**
   * @param pxPerMm source pixels in a mm
   * @param rect pixels of the level
   */
  static HealSite of(Heal h, double pxPerMm, Rect rect, int level) {
    int n = rect.w() * rect.h();
    double side = 1 << level;
    double radius = h.sizeMm() * pxPerMm / 2;
    double ring = Math.max(HealPatch.ringPx(pxPerMm), 2 * side);
    float[] inside = new float[n];
    float[] onRing = new float[n];
    float[] alpha = new float[n];
    for (int i = 0; i < n; i++) {
      double x = (rect.x() + i % rect.w() + 0.5) * side;
      double y = (rect.y() + i / rect.w() + 0.5) * side;
      double d = h.distance(x, y);
      inside[i] = (float) (d / radius);
      onRing[i] = d >= radius && d <= radius + ring ? 1 : 0;
      alpha[i] = d < radius + side ? alpha(h, x, y, level, radius, pxPerMm) : 0;
    }
    return new HealSite(rect, level, pxPerMm / side, ring / side, inside, onRing, alpha);
  }

  /**
   * Takes out of the ring what other heals will change, if enough of it is left.
   *
   * @param pxPerMm source pixels in a mm
   */
  void leave(List<Heal> others, double pxPerMm) {
    double side = 1 << level;
    float[] left = onRing.clone();
    int was = 0;
    int is = 0;
    for (int i = 0; i < left.length; i++) {
      if (left[i] > 0) {
        was++;
        double x = (rect.x() + i % rect.w() + 0.5) * side;
        double y = (rect.y() + i / rect.w() + 0.5) * side;
        for (Heal o : others) {
          if (o.distance(x, y) < o.sizeMm() * pxPerMm / 2) {
            left[i] = 0;
          }
        }
        is += left[i] > 0 ? 1 : 0;
      }
    }
    if (is >= ENOUGH * was) {
      System.arraycopy(left, 0, onRing, 0, left.length);
    }
  }

  /**
   * What lies beyond a border stays as it is, but where the hand has pointed, and what is near it
   * says nothing of the ground.
   */
  void leave(HealGround.Border border) {
    float[] kept = new float[alpha.length];
    for (int i = 0; i < kept.length; i++) {
      boolean isPointedAt = inside[i] <= POINTED_AT;
      kept[i] = border.beyond()[i] && !isPointedAt ? 0 : 1;
      if (border.near()[i] && !isPointedAt) {
        onRing[i] = 0;
        inside[i] = Math.max(1, inside[i]);
      }
    }
    float[] soft = Gaussian.blur(new Plane(rect, kept), BORDER_SOFT_MM * pxPerMm).data();
    for (int i = 0; i < kept.length; i++) {
      alpha[i] *= soft[i];
    }
  }

  /** How much of the patch a pixel takes: the mean over the source pixels it stands for. */
  private static float alpha(Heal h, double x, double y, int level, double radius, double pxPerMm) {
    double feather = Math.max(1.5, Math.min(0.3 * radius, 0.5 * pxPerMm));
    int parts = Math.min(4, 1 << level);
    double step = (1 << level) / (double) parts;
    double sum = 0;
    for (int v = 0; v < parts; v++) {
      for (int u = 0; u < parts; u++) {
        double off = (parts - 1) / 2.0;
        double d = h.distance(x + (u - off) * step, y + (v - off) * step);
        double a = Math.max(0, Math.min(1, (radius - d) / feather));
        sum += a * a * (3 - 2 * a);
      }
    }
    return (float) (sum / (parts * parts));
  }
}
