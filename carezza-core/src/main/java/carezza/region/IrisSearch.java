package carezza.region;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;

/**
 * Where the irises of two eyes are, roughly. In each eye every circle of a likely size is tried
 * between the corners: a rim is darker than the white about it, whether all of the iris is dark or
 * only its limbal ring, and a pupil is darker than the iris to both sides. Of the clearest circles
 * of both eyes the pair is taken that agrees best in size and height. Where a net says that the
 * irises are counts little: reflections and pale irises lead it astray by most of an eye's width.
 *
 * <p>Arcs of 45 degrees about the line of the corners are looked at, since lids cover the rest;
 * each sample counts at most a usual step, so that a catch-light or a lash decides nothing.
 */
final class IrisSearch {
  /** Half the mean horizontal visible iris diameter of 11.7 mm. */
  static final double MEAN_RADIUS_MM = 11.7 / 2;

  private static final double STEP_MM = 0.4;
  private static final double RADIUS_STEP_MM = 0.2;
  private static final double RADIUS_SPREAD_MM = 1;

  /** An iris's middle is at least so far from either corner, and at most so far from their line. */
  private static final double FROM_CORNER_MM = 3.5;

  private static final double ACROSS_MM = 3.2;

  /** Lightness of the rim is the least of those so far within; the white's is read beyond. */
  private static final double[] WITHIN_MM = {0.2, 0.4, 0.6};

  private static final double BEYOND_MM = 0.35;

  /** Radii of the pupil's core and of what surely is iris, or white, to its sides. */
  private static final double[] PUPIL_MM = {0.3, 0.8, 1.2};

  private static final double[] SIDES_MM = {2.8, 3.4, 4};

  /** Directions of an arc. */
  static final int ANGLES = 15;

  private static final double ARC = Math.PI / 4;

  /** Most that a sample counts, in cube root of light. */
  private static final double USUAL_STEP = 0.2;

  /** What a pupil as clear as a rim counts beside it. */
  private static final double PUPIL_SHARE = 0.5;

  /** Most that it counts as, rims. */
  private static final double MOST_OF_RIM = 1.5;

  /** What a rim that falls counts beside one that rises. */
  private static final double FALL_SHARE = 0.5;

  /** What a rim counts of which hardly anything is seen, and the share of one that is usual. */
  private static final double HIDDEN = 0.6;

  private static final double USUALLY_SEEN = 0.7;

  /** So many directions are held against those that are seen. */
  static final double LITTLE = 2;

  /** Most that distance from a net's guess, and from a person's pin, costs. */
  static final double OF_A_GUESS = 0.03;

  static final double OF_A_PIN = 0.3;

  /** The distance from which it costs that. */
  private static final double FAR_MM = 4;

  /** Score of the guess where nothing is seen, as of a closed eye. */
  private static final double NOTHING = 0.03;

  /** What a radius 1 mm off the mean costs. */
  private static final double UNUSUAL = 0.03;

  /** Circles of one eye that are compared with those of the other, and how far apart they are. */
  private static final int KEPT = 6;

  private static final double APART_MM = 1.5;

  /** What radii that differ by 1 mm, heights by 1 mm, and directions of gaze by 5 mm cost. */
  private static final double UNLIKE_SIZE = 0.1;

  private static final double UNLIKE_HEIGHT = 0.02;
  private static final double UNLIKE_GAZE = 0.02;
  private static final double GAZE_MM = 5;

  /**
   * @param u mm from half-way between the corners, along the line from the first to the second
   * @param v mm across, downwards where the face is upright
   */
  record Circle(double u, double v, double radiusMm, double score) {}

  private IrisSearch() {}

  /**
   * The clearest circle of each of two eyes that agree.
   *
   * @param doubt most that distance from the guesses costs: {@link #OF_A_GUESS} or {@link
   *     #OF_A_PIN}
   */
  static Circle[] pair(EyeLight right, EyeLight left, double doubt) {
    List<List<Circle>> both = new ArrayList<>(List.of(List.of(), List.of()));
    Rows.each(2, k -> both.set(k, clearest(k == 0 ? right : left, doubt)));
    List<Circle> rights = both.get(0);
    List<Circle> lefts = both.get(1);
    Circle[] best = null;
    double most = -Double.MAX_VALUE;
    for (Circle r : rights) {
      for (Circle l : lefts) {
        double size = r.radiusMm - l.radiusMm;
        double height = r.v - l.v;
        double gaze = (r.u - l.u) / GAZE_MM;
        double cost =
            UNLIKE_SIZE * size * size + UNLIKE_HEIGHT * height * height + UNLIKE_GAZE * gaze * gaze;
        if (r.score + l.score - cost > most) {
          most = r.score + l.score - cost;
          best = new Circle[] {r, l};
        }
      }
    }
    return best;
  }

  private static List<Circle> clearest(EyeLight eye, double most) {
    List<Circle> all = new ArrayList<>();
    double reach = Math.max(0, eye.halfLengthMm() - FROM_CORNER_MM);
    for (double v = -ACROSS_MM; v <= ACROSS_MM + 1e-9; v += STEP_MM) {
      for (double u = -reach; u <= reach + 1e-9; u += STEP_MM) {
        double pupil = pupil(eye, u, v);
        double doubt = most * far(eye, u, v);
        Circle here = null;
        for (double d = -RADIUS_SPREAD_MM; d <= RADIUS_SPREAD_MM + 1e-9; d += RADIUS_STEP_MM) {
          double r = MEAN_RADIUS_MM + d;
          double score = clarity(eye, u, v, r, pupil) - doubt - UNUSUAL * d * d;
          here = here == null || score > here.score ? new Circle(u, v, r, score) : here;
        }
        all.add(here);
      }
    }
    all.sort(Comparator.comparingDouble(Circle::score).reversed());
    List<Circle> kept = new ArrayList<>();
    kept.add(new Circle(eye.guessU(), eye.guessV(), MEAN_RADIUS_MM, NOTHING));
    for (Circle c : all) {
      if (kept.size() < KEPT
          && kept.stream().skip(1).noneMatch(k -> Math.hypot(k.u - c.u, k.v - c.v) < APART_MM)) {
        kept.add(c);
      }
    }
    return kept;
  }

  private static double far(EyeLight eye, double u, double v) {
    double far = Math.hypot(u - eye.guessU(), v - eye.guessV()) / FAR_MM;
    return Math.min(1, far * far);
  }

  /**
   * How clear a rim and a pupil are. A rim rises from its dark edge to the white beyond; about a
   * clear pupil it may also fall, where an iris is paler than the white. Where a lid or a corner of
   * the eye is in the way nothing is said. A pupil under a reflection says nothing, and no pupil
   * says more than its rim.
   */
  private static double clarity(EyeLight eye, double u, double v, double r, double pupil) {
    double rise = 0;
    double fall = 0;
    double seen = 0;
    for (int k = 0; k < 2 * ANGLES; k++) {
      double angle = arc(k % ANGLES) + (k < ANGLES ? 0 : Math.PI);
      double c = Math.cos(angle);
      double s = Math.sin(angle);
      double weight = eye.between(u + (r + BEYOND_MM) * c, v + (r + BEYOND_MM) * s);
      if (weight == 0) {
        continue;
      }
      double least = Double.MAX_VALUE;
      double most = 0;
      for (double w : WITHIN_MM) {
        double in = eye.at(u + (r - w) * c, v + (r - w) * s);
        least = Math.min(least, in);
        most = Math.max(most, in);
      }
      double out = eye.at(u + (r + BEYOND_MM) * c, v + (r + BEYOND_MM) * s);
      rise += weight * counted(out - least);
      fall += weight * counted(most - out);
      seen += weight;
    }
    double sure = pupil / USUAL_STEP;
    double share = seen / (2 * ANGLES);
    double counts = (HIDDEN + (1 - HIDDEN) * Math.min(1, share / USUALLY_SEEN)) / (seen + LITTLE);
    double rim = counts * Math.max(rise, FALL_SHARE * sure * fall);
    return rim + PUPIL_SHARE * Math.min(pupil, Math.max(0, MOST_OF_RIM * rim));
  }

  /** How much darker the middle is than what lies to either side of it, 0 where it is not. */
  private static double pupil(EyeLight eye, double u, double v) {
    double middle = median(eye, u, v, 0, Math.PI, PUPIL_MM);
    double one = median(eye, u, v, 0, ARC, SIDES_MM);
    double other = median(eye, u, v, Math.PI, ARC, SIDES_MM);
    return Math.max(0, counted(Math.min(one, other) - middle));
  }

  private static double median(
      EyeLight eye, double u, double v, double direction, double half, double[] radii) {
    double[] all = new double[radii.length * ANGLES];
    for (int i = 0; i < all.length; i++) {
      double r = radii[i / ANGLES];
      double a = direction + arc(i % ANGLES) / ARC * half;
      all[i] = eye.at(u + r * Math.cos(a), v + r * Math.sin(a));
    }
    Arrays.sort(all);
    return all[all.length / 2];
  }

  /** A step of lightness, at most a usual one. */
  static double counted(double step) {
    return Math.max(-USUAL_STEP, Math.min(USUAL_STEP, step));
  }

  /** The j-th of the directions of an arc, radians. */
  static double arc(int j) {
    return (j / (ANGLES - 1.0) - 0.5) * 2 * ARC;
  }
}
