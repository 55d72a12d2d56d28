package carezza.area;

import carezza.face.FaceFrame;
import carezza.face.FaceMap;

/**
 * How likely skin is at a place before its colour is looked at. In the face's own frame (u mm along
 * the eyes, v mm down from their middle) faces fill an egg about 132 mm wide from 60 mm above the
 * eyes to 120 mm below; the neck stands below it with nearly even odds, the chest below that with
 * fewer. Round the pins and where the mouth is, 70 mm below the eyes, skin is less likely: eyes and
 * lips are left to their colour.
 */
final class FacePrior {
  private static final double LEAST = 0.01;
  private static final double MOST = 0.6;

  private final FaceFrame frame;
  private final double half;

  FacePrior(FaceMap f) {
    frame = new FaceFrame(f);
    half = f.eyeDistanceMm() / 2;
  }

  double skin(double x, double y) {
    double u = frame.u(x, y);
    double v = frame.v(x, y);
    double egg = disc(Math.sqrt(u * u / 4096 + (v - 30) * (v - 30) / 8100));
    double wide = 75 + 0.6 * Math.max(0, v - 130);
    double chest = 0.45 - 0.41 * step((v - 140) / 40);
    double below =
        chest * step((v - 60) / 20) * step((320 - v) / 60) * step((wide - Math.abs(u)) / 20);
    double eye = Math.min(oval(u - half, v, 18, 9), oval(u + half, v, 18, 9));
    double feature = Math.min(eye, oval(u, v - 70, 29, 13));
    return Math.max(LEAST, Math.max(egg, below) * (0.05 + 0.95 * step((feature - 0.8) / 0.4)));
  }

  /** Whether a place lies on the neck or lower. */
  boolean isBelowFace(double x, double y) {
    return frame.v(x, y) > 112;
  }

  /** 1 on an ellipse's rim, less inside. */
  private static double oval(double u, double v, double a, double b) {
    return Math.sqrt(u * u / (a * a) + v * v / (b * b));
  }

  /** 0.6 well inside distance 1, a half at 1, falling to the least far out. */
  static double disc(double r) {
    double p = 1 / (1 + Math.exp((r - 1) / 0.12));
    return Math.max(LEAST, Math.min(MOST, p));
  }

  private static double step(double t) {
    double c = Math.max(0, Math.min(1, t));
    return c * c * (3 - 2 * c);
  }
}
