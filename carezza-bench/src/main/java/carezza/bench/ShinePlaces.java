package carezza.bench;

import carezza.color.CieLab;
import carezza.color.DeltaE2000;
import carezza.filter.Gaussian;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.reading.Bands;
import carezza.sitter.DemoSitter;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.function.IntPredicate;
import java.util.stream.IntStream;

/**
 * The places of a sitter that shine, before and after: how much of their difference from the clean
 * picture is left, how far their colour stands from the skin round them at one lightness, and how
 * much fine structure they have against it.
 */
final class ShinePlaces {
  /** What lies between this and the next times the radius is round a place. */
  private static final double ROUND_FROM = 1.3;

  private static final double ROUND_TO = 1.8;

  /** Stops from which a pixel of the place is taken to shine. */
  private static final float SHINES = 0.1f;

  private ShinePlaces() {}

  static void print(DemoSitter s, RgbBlock before, RgbBlock now, RgbBlock goal) {
    double px = s.pxPerMm();
    Plane mask = s.mask("skin");
    Plane was = broad(before, mask, px);
    Plane is = broad(now, mask, px);
    Plane due = broad(goal, mask, px);
    Plane fine = Bands.band(Bands.logLuminance(now), mask, 0.15 * px, 0.6 * px);
    List<int[]> all = new ArrayList<>();
    for (DemoSitter.Mark m : s.marks("shine")) {
      IntPredicate hot =
          i ->
              at(mask, m, i) < 1 && mask.data()[i] > 0.9f && was.data()[i] - due.data()[i] > SHINES;
      IntPredicate round =
          i ->
              at(mask, m, i) > ROUND_FROM
                  && at(mask, m, i) < ROUND_TO
                  && mask.data()[i] > 0.9f
                  && was.data()[i] - due.data()[i] < SHINES;
      Rect r = Rect.ofDisc(m.x(), m.y(), ROUND_TO * m.radiusPx()).intersect(mask.rect());
      int[] in = pixels(mask, r, hot);
      int[] out = pixels(mask, r, round);
      if (in.length < 50 || out.length < 50) {
        System.out.printf(Locale.ROOT, "  shine at %.0f,%.0f: too little seen%n", m.x(), m.y());
        continue;
      }
      all.add(in);
      System.out.printf(
          Locale.ROOT,
          "  shine at %.0f,%.0f: difference left %.2f, colour from round it %.1f (shot %.1f, clean"
              + " %.1f), fine band %.2f of round it%n",
          m.x(),
          m.y(),
          rms(is, due, in) / rms(was, due, in),
          apart(now, in, out),
          apart(before, in, out),
          apart(goal, in, out),
          Math.sqrt(energy(fine, in) / energy(fine, out)));
    }
    int[] together = all.stream().flatMapToInt(Arrays::stream).toArray();
    System.out.printf(
        Locale.ROOT,
        "  all places that shine: difference left %.2f%n",
        rms(is, due, together) / rms(was, due, together));
  }

  private static Plane broad(RgbBlock b, Plane mask, double px) {
    return Gaussian.blurMasked(Bands.logLuminance(b), mask, 0.76 * px, 0);
  }

  /** Distance of a pixel from the middle of a place, in its radii. */
  private static double at(Plane mask, DemoSitter.Mark m, int i) {
    int w = mask.w();
    return Math.hypot(i % w + 0.5 - m.x(), i / w + 0.5 - m.y()) / m.radiusPx();
  }

  private static int[] pixels(Plane mask, Rect r, IntPredicate which) {
    return IntStream.range(0, (int) r.area())
        .map(i -> (r.y() + i / r.w()) * mask.w() + r.x() + i % r.w())
        .filter(which)
        .toArray();
  }

  private static double rms(Plane a, Plane b, int[] at) {
    double sum = 0;
    for (int i : at) {
      sum += Math.pow(a.data()[i] - b.data()[i], 2);
    }
    return Math.sqrt(sum / at.length);
  }

  private static double energy(Plane p, int[] at) {
    double sum = 0;
    for (int i : at) {
      sum += p.data()[i] * p.data()[i];
    }
    return sum / at.length;
  }

  /** CIEDE2000 between the medians of two sets of pixels, both at their mean lightness. */
  private static double apart(RgbBlock b, int[] one, int[] other) {
    double[] x = median(b, one);
    double[] y = median(b, other);
    x[0] = (x[0] + y[0]) / 2;
    y[0] = x[0];
    return DeltaE2000.between(x, y);
  }

  private static double[] median(RgbBlock b, int[] at) {
    double[] out = new double[3];
    for (int c = 0; c < 3; c++) {
      int k = c;
      double[] v =
          Arrays.stream(at).mapToDouble(i -> CieLab.of(b.r()[i], b.g()[i], b.b()[i])[k]).toArray();
      Arrays.sort(v);
      out[c] = v[v.length / 2];
    }
    return out;
  }
}
