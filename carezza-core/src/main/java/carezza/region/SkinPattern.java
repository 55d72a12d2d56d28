package carezza.region;

import carezza.area.Outline;
import carezza.face.Carried;
import carezza.face.FaceMap;
import carezza.face.FoundFace;
import carezza.face.MeshMap;
import carezza.face.Pin;
import carezza.face.Silhouette;
import carezza.image.PixelReader;
import carezza.image.Rect;
import java.util.ArrayList;
import java.util.List;

/**
 * Carries places from one picture of a face to another: through the meshes, which on a turned head
 * are off by some millimetres, then by the skin's own pattern. Round places every {@value #GRID_MM}
 * mm lightness and redness between two scales are compared with the other picture's at all offsets
 * by normalized cross-correlation (Lewis 1995, "Fast normalized cross-correlation"); what
 * neighbours say is added up, first widely, then closely, and the offset they agree on is taken
 * (block matching with aggregated costs: Scharstein and Szeliski 2002, "A taxonomy and evaluation
 * of dense two-frame stereo correspondence algorithms"). At last a place is compared by itself.
 */
public final class SkinPattern {
  private static final double GRID_MM = 6;

  /** Half of a patch, and how far apart it is sampled. */
  private static final double PATCH_MM = 6;

  private static final double SAMPLE_MM = 1;

  /** How far from where the meshes say a place is looked for, and in what steps. */
  private static final double REACH_MM = 6;

  private static final double STEP_MM = 0.5;
  private static final int STEPS = (int) (REACH_MM / STEP_MM);
  private static final int SIDE = 2 * STEPS + 1;

  /** How far round neighbours count, first and then. */
  private static final double WIDE_MM = 18;

  private static final double CLOSE_MM = 8;

  /** How far from what is widely agreed a place is looked for. */
  private static final double NEAR_MM = 2.5;

  /** A place by itself: half of its patch, how far it is looked for, and from what likeness on. */
  private static final double OWN_PATCH_MM = 4;

  private static final double OWN_REACH_MM = 1.5;
  private static final double OWN_STEP_MM = 0.25;
  private static final double ALIKE = 0.5;

  /** Of the area of a patch on the other picture, seen alike. */
  private static final double LEAST_STRETCH = 0.02;

  /**
   * A place that neighbours agree about.
   *
   * @param from on the first picture
   * @param dx source pixels of the other picture farther to the right
   * @param dy and down
   */
  private record Knot(Pin from, double dx, double dy) {}

  private final SkinBands a;
  private final SkinBands b;
  private final double pxA;
  private final double pxB;
  private final double turnDegrees;
  private final MeshMap meshes;
  private final List<Knot> knots;

  /** Compares two pictures of one face; the principal faces of the maps. */
  public SkinPattern(PixelReader from, FaceMap mapFrom, PixelReader to, FaceMap mapTo) {
    FoundFace f = mapFrom.principal().orElseThrow();
    FoundFace t = mapTo.principal().orElseThrow();
    pxA = mapFrom.pxPerMm();
    pxB = mapTo.pxPerMm();
    turnDegrees = FaceMap.turnBetween(f, t);
    meshes = new MeshMap(f, t);
    a = SkinBands.of(from, f, pxA, REACH_MM + PATCH_MM);
    b = SkinBands.of(to, t, pxB, REACH_MM + PATCH_MM);
    knots = agreed(Outline.through(Silhouette.of(f)));
  }

  /** Where a place of the first picture lies on the second. */
  public Carried carry(Pin p) {
    MeshMap.There by = meshes.there(p);
    double[] off = offset(p);
    double x = by.place().x() + off[0];
    double y = by.place().y() + off[1];
    double best = ALIKE;
    double bestX = x;
    double bestY = y;
    for (double dy = -OWN_REACH_MM; dy <= OWN_REACH_MM + 1e-9; dy += OWN_STEP_MM) {
      for (double dx = -OWN_REACH_MM; dx <= OWN_REACH_MM + 1e-9; dx += OWN_STEP_MM) {
        double alike =
            alike(p, by.map(), x + dx * pxB, y + dy * pxB, OWN_PATCH_MM, OWN_STEP_MM * 2);
        if (alike > best) {
          best = alike;
          bestX = x + dx * pxB;
          bestY = y + dy * pxB;
        }
      }
    }
    double error = error(by, disagreement(p, off), best > ALIKE ? best : 0);
    return new Carried(new Pin(bestX, bestY), error + beyondMm(by), by.seen());
  }

  /**
   * Tuned on the marks of six poses. Neighbours that disagree, a patch that is not found again and
   * skin seen from the side on either picture make a place less sure.
   */
  private double error(MeshMap.There by, double spreadMm, double alike) {
    if (alike > 0) {
      return 0.5 + 0.7 * spreadMm + 2 * (1 - alike);
    }
    double area = Math.abs(by.map()[0] * by.map()[3] - by.map()[1] * by.map()[2]);
    double stretch = Math.sqrt(Math.max(LEAST_STRETCH, area * pxA * pxA / pxB / pxB));
    return (1 + 1.5 * spreadMm) * Math.max(stretch, 1 / stretch);
  }

  private double beyondMm(MeshMap.There by) {
    return by.beyondPx() / pxA * FaceMap.offBeyond(turnDegrees);
  }

  /** How far the offsets about a place lie from their mean, mm, RMS. */
  private double disagreement(Pin p, double[] mean) {
    double sum = 0;
    double weight = 1e-12;
    for (Knot k : knots) {
      double w = weight(k, p);
      double dx = k.dx - mean[0];
      double dy = k.dy - mean[1];
      sum += w * (dx * dx + dy * dy);
      weight += w;
    }
    return Math.sqrt(sum / weight) / pxB;
  }

  private double weight(Knot k, Pin p) {
    double far = k.from.distance(p) / pxA / GRID_MM;
    return Math.exp(-far * far / 2);
  }

  /** What the knots about a place say, source pixels of the other picture. */
  private double[] offset(Pin p) {
    double sum = 1e-12;
    double dx = 0;
    double dy = 0;
    for (Knot k : knots) {
      double w = weight(k, p);
      sum += w;
      dx += w * k.dx;
      dy += w * k.dy;
    }
    return new double[] {dx / sum, dy / sum};
  }

  private List<Knot> agreed(Outline face) {
    List<Pin> places = new ArrayList<>();
    Rect r = face.bounds();
    double step = GRID_MM * pxA;
    for (double y = r.y() + step / 2; y < r.bottom(); y += step) {
      for (double x = r.x() + step / 2; x < r.right(); x += step) {
        if (face.contains(x, y)) {
          places.add(new Pin(x, y));
        }
      }
    }
    MeshMap.There[] by = new MeshMap.There[places.size()];
    float[][] scores = new float[places.size()][];
    Rows.each(
        by.length,
        i -> {
          by[i] = meshes.there(places.get(i));
          scores[i] = scores(places.get(i), by[i]);
        });
    int[][] at = new int[by.length][];
    Rows.each(
        by.length, i -> at[i] = best(added(places, scores, i, WIDE_MM), new int[] {0, 0}, STEPS));
    int[][] then = new int[by.length][];
    Rows.each(
        by.length,
        i -> then[i] = best(added(places, scores, i, CLOSE_MM), at[i], (int) (NEAR_MM / STEP_MM)));
    List<Knot> out = new ArrayList<>();
    for (int i = 0; i < by.length; i++) {
      double mm = STEP_MM * pxB;
      out.add(new Knot(places.get(i), then[i][0] * mm, then[i][1] * mm));
    }
    return out;
  }

  /** How alike the patch about a place is to the other picture at every offset, squared. */
  private float[] scores(Pin p, MeshMap.There by) {
    float[] out = new float[SIDE * SIDE];
    if (!by.seen()) {
      return out;
    }
    for (int k = 0; k < out.length; k++) {
      double x = by.place().x() + (k % SIDE - STEPS) * STEP_MM * pxB;
      double y = by.place().y() + (k / SIDE - STEPS) * STEP_MM * pxB;
      double alike = Math.max(0, alike(p, by.map(), x, y, PATCH_MM, SAMPLE_MM));
      out[k] = (float) (alike * alike);
    }
    return out;
  }

  /** Correlation of the patch about a place with that about a place of the other picture, -1..1. */
  private double alike(Pin p, double[] map, double x, double y, double half, double step) {
    double[] s = new double[6 * a.bands().length];
    double weight = 0;
    for (double v = -half; v <= half + 1e-9; v += step) {
      for (double u = -half; u <= half + 1e-9; u += step) {
        double dx = u * pxA;
        double dy = v * pxA;
        double w =
            Math.exp(-2 * (u * u + v * v) / (half * half)) * a.at(a.face(), p.x() + dx, p.y() + dy);
        if (w < 1e-3) {
          continue;
        }
        double tx = x + map[0] * dx + map[1] * dy;
        double ty = y + map[2] * dx + map[3] * dy;
        weight += w;
        for (int c = 0; c < a.bands().length; c++) {
          double one = a.at(a.bands()[c], p.x() + dx, p.y() + dy);
          double two = b.at(b.bands()[c], tx, ty);
          s[6 * c] += w * one;
          s[6 * c + 1] += w * two;
          s[6 * c + 2] += w * one * one;
          s[6 * c + 3] += w * two * two;
          s[6 * c + 4] += w * one * two;
        }
      }
    }
    double both = 0;
    double ones = 1e-9;
    double twos = 1e-9;
    for (int c = 0; c < a.bands().length; c++) {
      double one = s[6 * c] / weight;
      double two = s[6 * c + 1] / weight;
      ones += s[6 * c + 2] / weight - one * one;
      twos += s[6 * c + 3] / weight - two * two;
      both += s[6 * c + 4] / weight - one * two;
    }
    return weight == 0 ? 0 : both / Math.sqrt(ones * twos);
  }

  /** The scores of a place and of what lies about it, added up. */
  private float[] added(List<Pin> places, float[][] scores, int i, double wide) {
    float[] out = new float[SIDE * SIDE];
    for (int j = 0; j < scores.length; j++) {
      double far = places.get(i).distance(places.get(j)) / pxA / wide;
      if (far < 3) {
        float w = (float) Math.exp(-far * far / 2);
        for (int k = 0; k < out.length; k++) {
          out[k] += w * scores[j][k];
        }
      }
    }
    return out;
  }

  /** The offset with the highest score so many steps about one. */
  private static int[] best(float[] score, int[] about, int steps) {
    int[] best = about;
    float most = -1;
    for (int y = Math.max(-STEPS, about[1] - steps); y <= Math.min(STEPS, about[1] + steps); y++) {
      for (int x = Math.max(-STEPS, about[0] - steps);
          x <= Math.min(STEPS, about[0] + steps);
          x++) {
        float v = score[(y + STEPS) * SIDE + x + STEPS];
        if (v > most) {
          most = v;
          best = new int[] {x, y};
        }
      }
    }
    return best;
  }
}
