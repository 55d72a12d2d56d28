package carezza.pass.clean;

/**
 * Which way a texture runs, and how clearly, by the structure tensor of its gradients gathered over
 * a place (Bigun and Granlund 1987, "Optimal orientation detection of linear symmetry").
 */
final class TextureDirection {
  private double xx;
  private double xy;
  private double yy;

  /** One gradient: across columns and across rows. */
  void add(double gx, double gy) {
    xx += gx * gx;
    xy += gx * gy;
    yy += gy * gy;
  }

  /** 0 where there is no direction, 1 where there is only one. */
  double coherence() {
    double all = xx + yy;
    return all <= 0 ? 0 : Math.hypot(xx - yy, 2 * xy) / all;
  }

  /** Degrees by which this texture has to be turned clockwise to run as another, in (-90, 90]. */
  double turnTo(TextureDirection other) {
    double d = Math.toDegrees(other.twice() - twice()) / 2;
    return d - 180 * Math.ceil((d - 90) / 180);
  }

  /** Twice the angle of the gradients, which has no sign; radians. */
  private double twice() {
    return Math.atan2(2 * xy, xx - yy);
  }
}
