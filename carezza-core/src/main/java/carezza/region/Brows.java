package carezza.region;

import carezza.area.ColourPlanes;
import carezza.area.Matte;
import carezza.area.Outline;
import carezza.color.Matrix3;
import carezza.filter.Flood;
import carezza.filter.Gaussian;
import carezza.image.PixelReader;
import carezza.image.Plane;
import carezza.image.Rect;
import java.util.Arrays;

/**
 * Finds a brow near its outline on the mesh: what is darker than the skin round it by more than
 * that skin's own unevenness and by a good part of what the brow is darker. The skin's lightness
 * under the brow is carried in from around it (normalised convolution, Knutsson and Westin 1993).
 * Hairs are joined to one shape.
 */
final class Brows {
  private static final double PX_PER_MM = 3;
  private static final double ROUND_MM = 12;
  private static final double SKIN_SIGMA_MM = 5;

  /** How far outside its outline on the mesh hair is looked for. */
  private static final double REACH_MM = 6;

  private static final double HAIR_SIGMA_MM = 0.5;
  private static final double JOIN_SIGMA_MM = 0.7;

  /** Share of the brow's own darkness that a place needs. */
  private static final double SHARE = 0.4;

  private static final double SPREADS = 2.5;

  /** Of the largest piece of a brow, what a smaller one is a spot beside it. */
  private static final double SPOT = 0.03;

  /** Least spread of skin's lightness and ratios, stops. */
  private static final double[] LEAST_SPREAD = {0.08, 0.06, 0.06};

  /** What is darker than the skin round it by more stops is not skin. */
  private static final float SHADE_STOPS = 0.7f;

  private Brows() {}

  /**
   * @param headHair where hair of the head or what is worn on it lies
   */
  static Matte find(PixelReader picture, Outline brow, Matte headHair, double pxPerMm) {
    Rect wide = brow.bounds().grow((int) (ROUND_MM * pxPerMm));
    Closeup seen = Closeup.of(picture, wide, pxPerMm, PX_PER_MM);
    if (seen.isEmpty()) {
      return Closeup.nothing();
    }
    Rect need = seen.rect();
    double px = seen.pxPerMm();
    ColourPlanes planes = seen.colours(picture, HAIR_SIGMA_MM, HAIR_SIGMA_MM);
    int n = planes.size();
    float[] head = headHair.at(seen.level(), need).data().clone();
    float[] off = brow.distances(need, seen.side(), Math.max(1, (int) Math.round(0.7 * px)));
    float[] skin = new float[n];
    for (int i = 0; i < n; i++) {
      off[i] /= (float) pxPerMm;
    }
    leaveOwn(head, off, need.w());
    for (int i = 0; i < n; i++) {
      skin[i] = off[i] > 2.5 && off[i] < ROUND_MM ? 1 - head[i] : 0;
    }
    float[][] less = new float[3][];
    for (int pass = 0; pass < 2; pass++) {
      for (int i = 0; i < n; i++) {
        skin[i] = less[0] == null || less[0][i] < SHADE_STOPS ? skin[i] : 0;
      }
      Plane weight = new Plane(need, skin);
      less[0] = lessThanSkin(planes.light(), weight, px);
      less[1] = lessThanSkin(planes.c1(), weight, px);
      less[2] = lessThanSkin(planes.c2(), weight, px);
    }
    float[] unlike = unlike(less, off, skin);
    float least = threshold(unlike, off);
    float[] hair = new float[n];
    for (int i = 0; i < n; i++) {
      double zone = 1 - SurfacePrior.step((off[i] - REACH_MM / 3) / (REACH_MM * 2 / 3));
      hair[i] = unlike[i] * zone > least && head[i] < 0.5f ? 1 : 0;
    }
    keepTouching(hair, off, need.w());
    float[] joined = Gaussian.blur(new Plane(need, hair), JOIN_SIGMA_MM * px).data();
    for (int i = 0; i < n; i++) {
      joined[i] = (float) SurfacePrior.step((joined[i] - 0.2) / 0.4);
    }
    return seen.matte(joined);
  }

  /** What each pixel has less of than the skin round it. */
  private static float[] lessThanSkin(float[] v, Plane skin, double px) {
    Plane p = new Plane(skin.rect(), v);
    float[] out = Gaussian.blurMasked(p, skin, SKIN_SIGMA_MM * px, Float.NaN).data();
    for (int i = 0; i < out.length; i++) {
      out[i] = Float.isNaN(out[i]) ? 0 : out[i] - v[i];
    }
    return out;
  }

  /**
   * How much each pixel differs from skin in the way in which the brow does: the linear
   * discriminant (Fisher 1936) of what lies within the outline and the skin round it, in spreads of
   * that skin. Learnt again from the half that differs most, since skin lies within it too.
   */
  private static float[] unlike(float[][] less, float[] off, float[] skin) {
    boolean[] on = new boolean[off.length];
    boolean[] around = new boolean[off.length];
    for (int i = 0; i < off.length; i++) {
      on[i] = off[i] < 0;
      around[i] = off[i] > 4 && off[i] < 9 && skin[i] > 0.5f;
    }
    double[] mean = mean(less, around);
    double[] spread = covariance(less, around, mean);
    float[] out = new float[off.length];
    for (int round = 0; round < 3; round++) {
      double[] brow = mean(less, on);
      double[] d = {brow[0] - mean[0], brow[1] - mean[1], brow[2] - mean[2]};
      double[] w = Matrix3.of(spread).inverse().times(d[0], d[1], d[2]);
      double length = Math.sqrt(Math.max(1e-12, w[0] * d[0] + w[1] * d[1] + w[2] * d[2]));
      for (int i = 0; i < out.length; i++) {
        double sum = 0;
        for (int c = 0; c < 3; c++) {
          sum += w[c] * (less[c][i] - mean[c]);
        }
        out[i] = (float) (sum / length);
      }
      float[] within = picked(out, off, -100, 0);
      float middle = within.length == 0 ? 0 : at(within, 0.5);
      for (int i = 0; i < out.length; i++) {
        on[i] = off[i] < 0 && out[i] >= middle;
      }
    }
    return out;
  }

  private static double[] mean(float[][] v, boolean[] in) {
    double[] sum = new double[3];
    double n = 1e-9;
    for (int i = 0; i < in.length; i++) {
      if (in[i]) {
        n++;
        for (int c = 0; c < 3; c++) {
          sum[c] += v[c][i];
        }
      }
    }
    return new double[] {sum[0] / n, sum[1] / n, sum[2] / n};
  }

  /** Row by row, with a floor under the spreads. */
  private static double[] covariance(float[][] v, boolean[] in, double[] mean) {
    double[] sum = new double[9];
    double n = 1e-9;
    for (int i = 0; i < in.length; i++) {
      if (in[i]) {
        n++;
        for (int k = 0; k < 9; k++) {
          sum[k] += (v[k / 3][i] - mean[k / 3]) * (v[k % 3][i] - mean[k % 3]);
        }
      }
    }
    for (int k = 0; k < 9; k++) {
      sum[k] = sum[k] / n + (k % 4 == 0 ? LEAST_SPREAD[k / 3] * LEAST_SPREAD[k / 3] : 0);
    }
    return sum;
  }

  /** Hair that does not hang together with any beyond the brow's reach is the brow's own. */
  private static void leaveOwn(float[] head, float[] off, int w) {
    boolean[] hair = new boolean[head.length];
    boolean[] beyond = new boolean[head.length];
    for (int i = 0; i < head.length; i++) {
      hair[i] = head[i] > 0.5f;
      beyond[i] = hair[i] && off[i] > REACH_MM;
    }
    reach(hair, beyond, w);
    for (int i = 0; i < head.length; i++) {
      boolean own = off[i] < REACH_MM && !beyond[i];
      head[i] = own ? 0 : head[i];
    }
  }

  /**
   * Leaves out what does not hang together with hair inside the outline, and what is but a spot.
   */
  private static void keepTouching(float[] hair, float[] off, int w) {
    int n = hair.length;
    boolean[] all = new boolean[n];
    for (int i = 0; i < n; i++) {
      all[i] = hair[i] > 0;
    }
    int[] size = new int[n];
    int[] queue = new int[n];
    boolean[] done = new boolean[n];
    int largest = 0;
    for (int i = 0; i < n; i++) {
      if (all[i] && off[i] < 0 && !done[i]) {
        queue[0] = i;
        done[i] = true;
        int reached = Flood.fill(w, all, done, queue, 1);
        for (int k = 0; k < reached; k++) {
          size[queue[k]] = reached;
        }
        largest = Math.max(largest, reached);
      }
    }
    for (int i = 0; i < n; i++) {
      hair[i] = size[i] > SPOT * largest ? 1 : 0;
    }
  }

  /** Adds what hangs together within a set. */
  private static void reach(boolean[] within, boolean[] reached, int w) {
    int[] queue = new int[within.length];
    int n = 0;
    for (int i = 0; i < within.length; i++) {
      if (reached[i]) {
        queue[n++] = i;
      }
    }
    Flood.fill(w, within, reached, queue, n);
  }

  private static float threshold(float[] dark, float[] off) {
    float[] on = picked(dark, off, -100, 0);
    float[] around = picked(dark, off, 4, 9);
    if (on.length < 20 || around.length < 20) {
      return Float.MAX_VALUE;
    }
    float spread = at(around, 0.5) - at(around, 0.16);
    float hair = at(on, 0.8);
    float least = (float) Math.max(SPREADS * spread, SHARE * hair);
    return least < hair ? least : Float.MAX_VALUE;
  }

  private static float[] picked(float[] v, float[] off, double from, double to) {
    float[] out = new float[v.length];
    int n = 0;
    for (int i = 0; i < v.length; i++) {
      if (off[i] > from && off[i] < to) {
        out[n++] = v[i];
      }
    }
    out = Arrays.copyOf(out, n);
    Arrays.sort(out);
    return out;
  }

  private static float at(float[] sorted, double share) {
    return sorted[(int) (share * (sorted.length - 1))];
  }
}
