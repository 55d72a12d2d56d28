package carezza.pass.clean;

import carezza.color.Matrix3;
import carezza.filter.Gaussian;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.pass.Heal;
import java.util.List;
import java.util.Random;

/** Drawn skin with marks on it, and what a heal makes of them. */
final class DrawnSkin {
  /** Pixels in a mm. */
  static final double PX = 6;

  static final Rect ALL = new Rect(0, 0, 160, 90);
  static final double[] BLOOD = {0.1, 1, 1.05};
  static final double[] DARK = {0.9, 1, 0.95};

  /** Linear light of even skin. */
  static final double[] BASE = {0.42, 0.25, 0.17};

  private DrawnSkin() {}

  /** Skin with pores and softer relief, alike in all channels but for a little noise. */
  static RgbBlock skin(long seed) {
    Random r = new Random(seed);
    Plane fine = noise(r, 0.12, 0.05);
    Plane broad = noise(r, 1.0, 0.05);
    float[][] out = new float[3][fine.data().length];
    for (int c = 0; c < 3; c++) {
      for (int i = 0; i < out[c].length; i++) {
        double stops = fine.data()[i] + broad.data()[i] + 0.004 * r.nextGaussian();
        out[c][i] = (float) (BASE[c] * Math.pow(2, stops));
      }
    }
    return new RgbBlock(0, ALL, out[0], out[1], out[2]);
  }

  /** Of a standard deviation in stops. */
  private static Plane noise(Random r, double sigmaMm, double stops) {
    float[] v = new float[ALL.w() * ALL.h()];
    for (int i = 0; i < v.length; i++) {
      v[i] = (float) r.nextGaussian();
    }
    float[] b = Gaussian.blur(new Plane(ALL, v), sigmaMm * PX).data();
    double sum = 0;
    for (float x : b) {
      sum += x * x;
    }
    float gain = (float) (stops / Math.sqrt(sum / b.length));
    for (int i = 0; i < b.length; i++) {
      b[i] *= gain;
    }
    return new Plane(ALL, b);
  }

  static RgbBlock marked(RgbBlock clean, double[] how, double stops, double mm) {
    return marked(clean, how, stops, mm, 45);
  }

  static RgbBlock marked(RgbBlock clean, double[] how, double stops, double mm, double column) {
    RgbBlock b = clean.copy();
    for (int i = 0; i < b.size(); i++) {
      double d = Math.hypot(i % ALL.w() + 0.5 - column, i / ALL.w() + 0.5 - 45) / (0.35 * mm * PX);
      for (int c = 0; c < 3; c++) {
        b.channel(c)[i] *= (float) Math.pow(2, -stops * how[c] * Math.exp(-d * d));
      }
    }
    return b;
  }

  static RgbBlock healed(RgbBlock b, Heal h) {
    return healed(b, h, List.of());
  }

  static RgbBlock healed(RgbBlock b, Heal h, List<Heal> later) {
    Rect t = HealPatch.targetRect(h, PX);
    RgbBlock target = part(b, t);
    RgbBlock source = part(b, Moved.of(h, 0).rect(t));
    RgbBlock out = b.copy();
    HealPatch.solve(h, PX, target, source, later)
        .addTo(out, Matrix3.IDENTITY, new float[] {1, 1, 1});
    return out;
  }

  private static RgbBlock part(RgbBlock b, Rect r) {
    float[][] v = new float[3][(int) r.area()];
    for (int c = 0; c < 3; c++) {
      for (int i = 0; i < v[c].length; i++) {
        v[c][i] = b.channel(c)[b.index(r.x() + i % r.w(), r.y() + i / r.w())];
      }
    }
    return new RgbBlock(0, r, v[0], v[1], v[2]);
  }

  /** RMS over the mark of what two pictures differ in green, in stops, blurred by 0.3 mm. */
  static double apart(RgbBlock a, RgbBlock b, Heal h) {
    float[] d = new float[a.size()];
    for (int i = 0; i < d.length; i++) {
      d[i] = (float) (Math.log(a.g()[i] / b.g()[i]) / Math.log(2));
    }
    float[] soft = Gaussian.blur(new Plane(ALL, d), 0.3 * PX).data();
    double sum = 0;
    int n = 0;
    for (int i = 0; i < soft.length; i++) {
      if (h.distance(i % ALL.w() + 0.5, i / ALL.w() + 0.5) < h.sizeMm() * PX / 2) {
        sum += soft[i] * soft[i];
        n++;
      }
    }
    return Math.sqrt(sum / n);
  }
}
