package carezza.area;

import carezza.filter.Smoothstep;
import carezza.image.Hash;
import carezza.image.Rect;

/**
 * A stroke's way as evenly spaced dabs: the samples joined by a Catmull-Rom spline (Catmull, Rom
 * 1974), walked at a tenth of the brush's diameter. The dabs of a stroke depend on the stroke
 * alone, so every tile and level sees the same ones.
 *
 * <p>Of a stroke that grows only the last two stretches move when a sample is added. The dabs
 * before them are stable: they are shared with the stroke as it was and not found again.
 */
final class StrokePath {
  /** Tilt beyond which the brush grows no wider, degrees. */
  private static final double MOST_TILT = 60;

  final double pxPerMm;

  /** Share of a full touch that each dab lays on at its centre. */
  final double share;

  private final Dabs dabs;
  private final int stable;
  private final double stableCarry;
  private final Dabs tail;
  private final double radiusPx;
  private final int samples;

  /**
   * @param before the path of the stroke as it was with fewer samples at the same scale, or null
   */
  StrokePath(Stroke s, double pxPerMm, StrokePath before) {
    this.pxPerMm = pxPerMm;
    radiusPx = s.brush().sizeMm() * pxPerMm / 2;
    samples = s.count();
    double spacing = Math.max(0.5, radiusPx / 5);
    int last = samples - 1;
    boolean goesOn = before != null && before.pxPerMm == pxPerMm && before.samples <= samples;
    Dabs known = goesOn ? before.dabs.claim(before.stable) : new Dabs();
    double carry = goesOn ? before.stableCarry : 0;
    int from = goesOn ? Math.max(0, before.samples - 2) : 0;
    int fixed = Math.max(0, last - 1);
    for (int i = from; i < fixed; i++) {
      carry = walk(s, i, last, spacing, carry, known);
    }
    known.release();
    dabs = known;
    stable = known.count;
    stableCarry = carry;
    tail = new Dabs();
    for (int i = fixed; i < last; i++) {
      carry = walk(s, i, last, spacing, carry, tail);
    }
    if (stable + tail.count == 0) {
      tail.add(s.x(0), s.y(0), s.pressure(0), spread(s.tilt(0)));
    }
    double through = 2 * radiusPx * meanProfile(s.brush().edge());
    share = count() == 1 ? 1 : Math.min(1, spacing / through);
  }

  /** Lays dabs from a sample to the next; gives how far beyond it the next dab lies. */
  private static double walk(Stroke s, int i, int last, double spacing, double carried, Dabs out) {
    double carry = carried;
    int steps = Math.max(1, (int) Math.ceil(Math.hypot(s.x(i + 1) - s.x(i), s.y(i + 1) - s.y(i))));
    double px = s.x(i);
    double py = s.y(i);
    int a = Math.max(0, i - 1);
    int d = Math.min(last, i + 2);
    for (int k = 1; k <= steps; k++) {
      double t = (double) k / steps;
      double qx = spline(s.x(a), s.x(i), s.x(i + 1), s.x(d), t);
      double qy = spline(s.y(a), s.y(i), s.y(i + 1), s.y(d), t);
      double len = Math.hypot(qx - px, qy - py);
      while (carry <= len && len > 0) {
        double f = carry / len;
        double along = (k - 1 + f) / steps;
        out.add(
            px + f * (qx - px),
            py + f * (qy - py),
            s.pressure(i) + along * (s.pressure(i + 1) - s.pressure(i)),
            spread(s.tilt(i) + along * (s.tilt(i + 1) - s.tilt(i))));
        carry += spacing;
      }
      carry -= len;
      px = qx;
      py = qy;
    }
    return carry;
  }

  /** How much wider a tilted pen lays on: as a disc of its brush seen from the side. */
  private static double spread(double tiltDegrees) {
    return tiltDegrees <= 0 ? 1 : 1 / Math.cos(Math.toRadians(Math.min(MOST_TILT, tiltDegrees)));
  }

  /** Most that a tilt widens a brush. */
  static double mostSpread() {
    return spread(MOST_TILT);
  }

  int count() {
    return stable + tail.count;
  }

  /** Dabs, from the first, that stay when the stroke goes on. */
  int stable() {
    return stable;
  }

  private double of(int dab, int field) {
    return dab < stable ? dabs.get(dab, field) : tail.get(dab - stable, field);
  }

  double x(int dab) {
    return of(dab, Dabs.X);
  }

  double y(int dab) {
    return of(dab, Dabs.Y);
  }

  double pressure(int dab) {
    return of(dab, Dabs.PRESSURE);
  }

  /** How many times as wide as the brush a dab is. */
  double spread(int dab) {
    return of(dab, Dabs.SPREAD);
  }

  /** Adds the dabs that can reach into {@code rect}: the order of adding does not matter. */
  void addTo(Hash h, Rect rect) {
    double reach = 1.5 * radiusPx + 16;
    h.add(share).add(radiusPx);
    h.add(dabs.near(stable, rect, reach) + tail.near(tail.count, rect, reach));
  }

  private static double spline(double a, double b, double c, double d, double t) {
    double t2 = t * t;
    double t3 = t2 * t;
    return 0.5
        * (2 * b + (c - a) * t + (2 * a - 5 * b + 4 * c - d) * t2 + (3 * b - a - 3 * c + d) * t3);
  }

  /** Mean of the profile from the centre to the rim. */
  static double meanProfile(double edge) {
    return 1 - edge / 2;
  }

  /**
   * Weights of a row of a dab: flat, then a smooth step down over the edge to 0 at the rim.
   *
   * @param dx2 squared distances along the row, pixels
   * @param dy2 squared distance of the row
   * @param scale distances to 1 at the rim
   * @param edge width of the step, over 0 to 1
   * @param amount at the centre
   */
  static void profile(float[] dx2, float dy2, float scale, float edge, float amount, float[] out) {
    float in = 1 - edge;
    float steep = 1 / edge;
    for (int x = 0; x < out.length; x++) {
      float r = scale * (float) Math.sqrt(dx2[x] + dy2);
      float t = Math.max(0f, Math.min(1f, steep * (r - in)));
      out[x] = amount * Smoothstep.falling(t);
    }
  }
}
