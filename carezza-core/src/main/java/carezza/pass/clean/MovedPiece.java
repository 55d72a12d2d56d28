package carezza.pass.clean;

import carezza.color.Roots;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.pass.EvaluationContext;
import java.util.Arrays;

/**
 * An outlined piece laid from another place. A graft takes the source's differences from pixel to
 * pixel: what its surround differs by from the hole's is carried over it by a {@link RingMembrane},
 * in the cube root of light (Perez, Gangnet, Blake 2003; Georgiev 2006 for the light that is
 * carried along). A copy takes the source as it is, each channel times what the two surrounds
 * differ by.
 */
final class MovedPiece {
  /** Most that a copy's light is changed by, either way. */
  private static final float MOST_GAIN = 4;

  private MovedPiece() {}

  /**
   * @param context unlit
   * @param target pixels of a level: the piece and its surround
   * @param moved where it is taken from, at the level
   * @param grafts whether it is grafted or copied
   */
  static SolvedPatch solve(EvaluationContext context, Rect target, Moved moved, boolean grafts) {
    int level = moved.level();
    double px = context.frame().pxPerMm() / (1 << level);
    RgbBlock b = context.below().read(level, target);
    RgbBlock s =
        context.below().read(level, moved.rect(target).intersect(context.below().bounds(level)));
    float[] mask = context.mask(context.area(), level, target).data();
    int ringPx = HealPatch.ringPx(px);
    float[] ring = ring(mask, target, ringPx);
    HealSite site = new HealSite(target, level, px, ringPx, mask, ring, mask);
    float[][] fill = new float[3][];
    float[][] rest = new float[3][b.size()];
    for (int c = 0; c < 3; c++) {
      fill[c] = moved.under(s, c, target);
      for (int i = 0; i < b.size(); i++) {
        fill[c][i] = Roots.cbrt(fill[c][i]);
        rest[c][i] = Roots.cbrt(b.channel(c)[i]) - fill[c][i];
      }
    }
    HealPatch.dropStrangers(site, rest);
    float[][] delta = new float[3][b.size()];
    int k = 0;
    while (ringPx / (1 << (k + 1)) >= 3) {
      k++;
    }
    for (int c = 0; c < 3; c++) {
      float[] more =
          grafts
              ? RingMembrane.carried(target, rest[c], ring, k, ringPx / (double) (1 << k))
              : null;
      float gain = grafts ? 1 : gain(rest[c], fill[c], ring);
      for (int i = 0; i < b.size(); i++) {
        if (mask[i] > 0) {
          float v = grafts ? fill[c][i] + more[i] : fill[c][i];
          delta[c][i] = gain * v * v * v - b.channel(c)[i];
        }
      }
    }
    return new SolvedPatch(level, target, delta);
  }

  /** 1 outside what has weight, within so many pixels of it. */
  private static float[] ring(float[] mask, Rect rect, int px) {
    Plane hole = new Plane(rect, mask);
    boolean[] round = Filling.border(hole, px);
    float[] out = new float[mask.length];
    for (int i = 0; i < out.length; i++) {
      out[i] = round[i] ? 1 : 0;
    }
    return out;
  }

  /** Light of the surround over that of the source's: cubes of what is usual of their roots. */
  private static float gain(float[] rest, float[] fill, float[] ring) {
    float s = median(fill, ring);
    float t = s + median(rest, ring);
    float g = s <= 0 || t <= 0 ? 1 : t * t * t / (s * s * s);
    return Math.max(1 / MOST_GAIN, Math.min(MOST_GAIN, g));
  }

  private static float median(float[] v, float[] ring) {
    float[] on = new float[v.length];
    int n = 0;
    for (int i = 0; i < v.length; i++) {
      if (ring[i] > 0) {
        on[n++] = v[i];
      }
    }
    Arrays.sort(on, 0, n);
    return n == 0 ? 0 : on[n / 2];
  }
}
