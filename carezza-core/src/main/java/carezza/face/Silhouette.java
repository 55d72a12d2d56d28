package carezza.face;

import java.util.ArrayList;
import java.util.List;

/**
 * The outline of what a face covers on the picture: the union of its mesh's triangles. Seen
 * straight it is the face's oval; on a turned head it follows cheek and nose where the oval runs
 * across them. Found as the farthest point of any triangle's side in evenly spaced directions from
 * the middle of the oval, so what lies behind a hollow as seen from there is covered too.
 */
public final class Silhouette {
  /** Points of an outline. */
  public static final int POINTS = 72;

  private Silhouette() {}

  /** The points of the outline, in order round it; source pixels. */
  public static List<Pin> of(FoundFace face) {
    List<Pin> oval = face.points(FaceContours.OVAL);
    double cx = oval.stream().mapToDouble(Pin::x).average().orElseThrow();
    double cy = oval.stream().mapToDouble(Pin::y).average().orElseThrow();
    double[] far = new double[POINTS];
    for (int[] corners : CanonicalFace.triangles()) {
      for (int k = 0; k < 3; k++) {
        Pin a = face.mesh().get(corners[k]);
        Pin b = face.mesh().get(corners[(k + 1) % 3]);
        reach(far, a.x() - cx, a.y() - cy, b.x() - cx, b.y() - cy);
      }
    }
    List<Pin> out = new ArrayList<>();
    for (int k = 0; k < POINTS; k++) {
      double angle = 2 * Math.PI * k / POINTS;
      out.add(new Pin(cx + far[k] * Math.cos(angle), cy + far[k] * Math.sin(angle)));
    }
    return out;
  }

  /** How far a segment reaches in each of the directions that cross it. */
  private static void reach(double[] far, double ax, double ay, double bx, double by) {
    double turn = ax * by - ay * bx;
    double from = turn < 0 ? Math.atan2(by, bx) : Math.atan2(ay, ax);
    double wide = Math.atan2(Math.abs(turn), ax * bx + ay * by);
    double step = 2 * Math.PI / POINTS;
    for (int k = (int) Math.ceil(from / step); k * step <= from + wide; k++) {
      double c = Math.cos(k * step);
      double s = Math.sin(k * step);
      double along = c * (by - ay) - s * (bx - ax);
      double r = along == 0 ? 0 : turn / along;
      int at = Math.floorMod(k, POINTS);
      far[at] = Math.max(far[at], r);
    }
  }
}
