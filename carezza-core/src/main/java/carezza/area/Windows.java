package carezza.area;

import carezza.color.CieLab;
import carezza.color.Oklab;
import carezza.filter.Gaussian;
import carezza.filter.Smoothstep;
import carezza.image.PixelReader;
import carezza.image.Rect;
import carezza.image.RgbBlock;

/** Weights of {@link Extent.Window}s, read from light at a Gaussian of {@link #READ_MM}. */
public final class Windows {
  /** Sigma at which the picture below is read, so that texture does not show in a mask. */
  static final double READ_MM = 0.5;

  /**
   * Oklab chroma, for light of lightness 1, from which a hue counts, and at which it does fully.
   */
  private static final float NEUTRAL = 0.012f;

  private static final float COLOURED = 0.03f;

  private Windows() {}

  /** Source pixels beyond a rectangle on which its weights rest. */
  static int reach(double pxPerMm) {
    return Gaussian.reach(READ_MM * pxPerMm) + 2;
  }

  /** The light that windows read, over a rectangle of a level. */
  static RgbBlock light(AreaMask.Context ctx, int level, Rect rect) {
    double sigma = Math.scalb(READ_MM * ctx.pxPerMm(), -level);
    if (sigma < 0.3) {
      return ctx.below(level, rect);
    }
    Rect wide = rect.grow(Gaussian.reach(sigma)).intersect(ctx.bounds(level)).union(rect);
    RgbBlock b = ctx.below(level, wide);
    float[][] out = new float[3][];
    for (int c = 0; c < 3; c++) {
      out[c] = Gaussian.blur(b.plane(c), sigma).crop(rect, 0).data();
    }
    return new RgbBlock(level, rect, out[0], out[1], out[2]);
  }

  static float[] of(Extent.Window w, AreaMask.Context ctx, int level, Rect rect) {
    RgbBlock b = light(ctx, level, rect);
    float[] out = new float[b.size()];
    float[] lab = new float[3];
    for (int i = 0; i < out.length; i++) {
      if (w instanceof Extent.Hue h) {
        Oklab.of(b.r()[i], b.g()[i], b.b()[i], lab);
        out[i] = hue(h, lab);
      } else {
        CieLab.of(b.r()[i], b.g()[i], b.b()[i], lab);
        float l = Math.max(0, Math.min(100, lab[0]));
        out[i] = w instanceof Extent.Tone t ? tone(t, l) : l / 100;
      }
    }
    return out;
  }

  /**
   * A window of the same softness round the colour of a place.
   *
   * @param x source pixels, inside the picture
   */
  public static Extent.Window around(
      Extent.Window w, PixelReader below, double pxPerMm, double x, double y) {
    Rect r = Rect.ofDisc(x, y, Math.max(0.5, READ_MM * pxPerMm)).intersect(below.bounds(0));
    if (r.isEmpty()) {
      throw new IllegalArgumentException("place = " + x + ", " + y + ", must be in the picture");
    }
    RgbBlock b = below.read(0, r);
    float[] mean = new float[3];
    for (int c = 0; c < 3; c++) {
      for (float v : b.channel(c)) {
        mean[c] += v / b.size();
      }
    }
    float[] lab = new float[3];
    if (w instanceof Extent.Hue h) {
      Oklab.of(mean[0], mean[1], mean[2], lab);
      double hue = Math.rint(Math.toDegrees(Math.atan2(lab[2], lab[1])));
      return new Extent.Hue(hue < 0 ? hue + 360 : hue, h.width(), h.soft());
    }
    if (w instanceof Extent.Tone t) {
      CieLab.of(mean[0], mean[1], mean[2], lab);
      double half = (t.high() - t.low()) / 2;
      double l = Math.rint(Math.max(0, Math.min(100, lab[0])));
      return new Extent.Tone(
          Math.max(0, l - half), Math.min(100, l + half), t.softLow(), t.softHigh());
    }
    return w;
  }

  private static float tone(Extent.Tone t, float l) {
    return Smoothstep.falling(t.low() - l, t.softLow())
        * Smoothstep.falling(l - t.high(), t.softHigh());
  }

  private static float hue(Extent.Hue h, float[] lab) {
    double off = Math.toDegrees(Math.atan2(lab[2], lab[1])) - h.centre();
    off = Math.abs(off - 360 * Math.rint(off / 360));
    float chroma = (float) Math.hypot(lab[1], lab[2]) / Math.max(0.05f, lab[0]);
    float coloured = 1 - Smoothstep.falling(chroma - NEUTRAL, COLOURED - NEUTRAL);
    return coloured * Smoothstep.falling(off - h.width() / 2, h.soft());
  }
}
