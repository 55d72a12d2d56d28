package carezza.pass.even;

import carezza.face.Pin;
import carezza.filter.Smoothstep;
import carezza.image.Plane;
import carezza.image.Rect;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * How deep a line of the skin is, pixel by pixel beside its middle. The picture is read in strips
 * along the line, blurred along it and across it, and compared with what lies on both sides; only
 * what is darker counts. So a line is as deep as the shade in it, and texture across it is not.
 */
final class LineDepth {
  static final double ALONG_MM = 3;
  private static final double ACROSS_MM = 0.5;

  /** What lies between so far beside the middle is skin beside the line. */
  private static final double BESIDE_FROM_MM = 2;

  private static final double BESIDE_TO_MM = 4;

  /** As far beside the middle a line counts in full, and from there on not at all. */
  private static final double FULL_MM = 1.6;

  static final double WIDE_MM = 2.6;

  /** Over so much it begins and ends. */
  private static final double END_MM = 3;

  /** Gaussians end at so many sigmas. */
  private static final double SIGMAS = 3;

  /** What is left of a line's depth between blur and sides. */
  private static final float BLURRED = 0.93f;

  /**
   * What is darker than the darker side by so much of its depth is a line; what is not is the
   * border of two forms.
   */
  private static final double VALLEY = 0.6;

  /** How far a depth looks, mm. */
  static final double REACH_MM =
      Math.hypot(SIGMAS * ALONG_MM, BESIDE_TO_MM + SIGMAS * ACROSS_MM) + WIDE_MM;

  /** A place on the middle of a line: where it is and which way it goes. */
  private record Step(double x, double y, double ux, double uy) {}

  private final Plane e;
  private final Plane mask;
  private final double px;
  private final List<Step> steps;
  private final int half;
  private final int columns;

  private LineDepth(Plane e, Plane mask, double px, List<Pin> path) {
    this.e = e;
    this.mask = mask;
    this.px = px;
    steps = steps(path);
    half = (int) Math.ceil((BESIDE_TO_MM + SIGMAS * ACROSS_MM) * px);
    columns = 2 * half + 1;
  }

  /**
   * @param e log2 luminance
   * @param mask where there is skin, over the same rectangle
   * @param px pixels of these in a mm
   * @param path the line's middle, in their pixels
   * @param into gets the depth, stops at or below 0, where it is deeper than what is there
   */
  static void of(Plane e, Plane mask, double px, List<Pin> path, Plane into) {
    LineDepth d = new LineDepth(e, mask, px, path);
    if (d.steps.size() > 1) {
      d.lay(d.profiles(), into);
    }
  }

  /** A pixel apart, by straight pieces. */
  private static List<Step> steps(List<Pin> path) {
    List<Step> out = new ArrayList<>();
    double into = 0;
    for (int i = 1; i < path.size(); i++) {
      Pin a = path.get(i - 1);
      Pin b = path.get(i);
      double d = a.distance(b);
      while (d > 0 && into <= d) {
        double t = into / d;
        double x = a.x() + t * (b.x() - a.x());
        double y = a.y() + t * (b.y() - a.y());
        out.add(new Step(x, y, (b.x() - a.x()) / d, (b.y() - a.y()) / d));
        into++;
      }
      into -= d;
    }
    return out;
  }

  /** Depth by step and column, blurred along and across. */
  private float[] profiles() {
    int n = steps.size() * columns;
    float[] sum = new float[n];
    float[] weight = new float[n];
    for (int k = 0; k < steps.size(); k++) {
      Step s = steps.get(k);
      for (int j = 0; j < columns; j++) {
        double off = j - half;
        read(s.x - off * s.uy, s.y + off * s.ux, k * columns + j, sum, weight);
      }
    }
    blur(sum, weight, ALONG_MM * px, steps.size(), columns, columns, 1);
    blur(sum, weight, ACROSS_MM * px, columns, 1, steps.size(), columns);
    sharpen(sum, weight);
    float[] out = new float[n];
    for (int k = 0; k < steps.size(); k++) {
      depth(sum, weight, k, out);
    }
    return out;
  }

  /** Adds light, weighed by the mask, linear between pixels. */
  private void read(double x, double y, int at, float[] sum, float[] weight) {
    Rect r = e.rect();
    double u = x - 0.5 - r.x();
    double v = y - 0.5 - r.y();
    int x0 = (int) Math.floor(u);
    int y0 = (int) Math.floor(v);
    if (x0 < 0 || y0 < 0 || x0 + 1 >= r.w() || y0 + 1 >= r.h()) {
      return;
    }
    float fx = (float) (u - x0);
    float fy = (float) (v - y0);
    for (int k = 0; k < 4; k++) {
      int i = (y0 + k / 2) * r.w() + x0 + k % 2;
      float w = (k % 2 == 0 ? 1 - fx : fx) * (k / 2 == 0 ? 1 - fy : fy) * mask.data()[i];
      sum[at] += w * e.data()[i];
      weight[at] += w;
    }
  }

  /** Gaussian sums along one way of a table, of values and of their weights. */
  private static void blur(
      float[] sum, float[] weight, double sigma, int n, int stride, int lines, int apart) {
    int reach = (int) Math.floor(SIGMAS * sigma);
    float[] kernel = new float[reach + 1];
    for (int i = 0; i <= reach; i++) {
      kernel[i] = (float) Math.exp(-0.5 * i * i / (sigma * sigma));
    }
    for (float[] v : new float[][] {sum, weight}) {
      float[] line = new float[n];
      for (int l = 0; l < lines; l++) {
        for (int i = 0; i < n; i++) {
          line[i] = v[l * apart + i * stride];
        }
        for (int i = 0; i < n; i++) {
          float s = kernel[0] * line[i];
          for (int k = 1; k <= reach; k++) {
            s += kernel[k] * ((i >= k ? line[i - k] : 0) + (i + k < n ? line[i + k] : 0));
          }
          v[l * apart + i * stride] = s;
        }
      }
    }
  }

  /**
   * Gives back what the blur across took of a line: twice the blurred less the blurred again, a
   * step of van Cittert's (1931).
   */
  private void sharpen(float[] sum, float[] weight) {
    float[] again = sum.clone();
    float[] weights = weight.clone();
    blur(again, weights, ACROSS_MM * px, columns, 1, steps.size(), columns);
    for (int i = 0; i < sum.length; i++) {
      if (weight[i] > 0) {
        sum[i] = 2 * sum[i] - weight[i] * again[i] / weights[i];
      }
    }
  }

  /** What a step has below the straight line from side to side. */
  private void depth(float[] sum, float[] weight, int k, float[] out) {
    double[] left = side(sum, weight, k, -1);
    double[] right = side(sum, weight, k, 1);
    if (left == null || right == null) {
      return;
    }
    int wide = (int) Math.floor(WIDE_MM * px);
    double deepest = 0;
    double darkest = Double.MAX_VALUE;
    for (int j = half - wide; j <= half + wide; j++) {
      int i = k * columns + j;
      if (weight[i] > 0) {
        double t = (j - half - left[0]) / (right[0] - left[0]);
        double light = sum[i] / weight[i];
        double below = Math.min(0, light - left[1] - t * (right[1] - left[1]));
        double beside = (Math.abs(j - half) / px - FULL_MM) / (WIDE_MM - FULL_MM);
        out[i] = (float) (below * (1 - Smoothstep.rising(beside)) / BLURRED);
        deepest = Math.max(deepest, -below);
        darkest = Math.min(darkest, light);
      }
    }
    double end = Smoothstep.rising(Math.min(k, steps.size() - 1 - k) / (END_MM * px));
    double valley = (Math.min(left[1], right[1]) - darkest) / Math.max(1e-9, VALLEY * deepest);
    for (int j = half - wide; j <= half + wide; j++) {
      out[k * columns + j] *= (float) (end * Smoothstep.rising(valley));
    }
  }

  /** Where the skin on one side lies and how light it is, on average; null where there is none. */
  private double[] side(float[] sum, float[] weight, int k, int sign) {
    double w = 0;
    double s = 0;
    double at = 0;
    int to = (int) Math.floor(BESIDE_TO_MM * px);
    for (int off = (int) Math.ceil(BESIDE_FROM_MM * px); off <= to; off++) {
      int i = k * columns + half + sign * off;
      w += weight[i];
      s += sum[i];
      at += weight[i] * sign * off;
    }
    return w > 0 ? new double[] {at / w, s / w} : null;
  }

  /** Puts the profiles beside the line: each pixel takes that of the step nearest to it. */
  private void lay(float[] profiles, Plane into) {
    Rect r = into.rect();
    double wide = WIDE_MM * px;
    float[] nearest = new float[into.data().length];
    Arrays.fill(nearest, Float.MAX_VALUE);
    float[] own = new float[nearest.length];
    for (int k = 0; k < steps.size(); k++) {
      Step s = steps.get(k);
      Rect near = Rect.ofDisc(s.x, s.y, wide + 1).intersect(r);
      for (int y = near.y(); y < near.bottom(); y++) {
        for (int x = near.x(); x < near.right(); x++) {
          double dx = x + 0.5 - s.x;
          double dy = y + 0.5 - s.y;
          float d = (float) Math.hypot(dx, dy);
          int i = (y - r.y()) * r.w() + x - r.x();
          if (d <= wide && d < nearest[i]) {
            nearest[i] = d;
            own[i] = at(profiles, k, dy * s.ux - dx * s.uy);
          }
        }
      }
    }
    for (int i = 0; i < own.length; i++) {
      into.data()[i] = Math.min(into.data()[i], own[i]);
    }
  }

  private float at(float[] profiles, int k, double off) {
    int j = (int) Math.floor(off);
    float f = (float) (off - j);
    int i = k * columns + half + j;
    return (1 - f) * profiles[i] + f * profiles[i + 1];
  }
}
