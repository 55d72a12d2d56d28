package carezza.reading;

import carezza.color.CieLab;
import carezza.face.Pin;
import carezza.field.WideGaussian;
import carezza.filter.Gaussian;
import carezza.image.Plane;
import carezza.image.RgbBlock;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;

/**
 * What draws the eye: centre-surround contrast of lightness and colour (Itti, Koch and Niebur 1998,
 * "A model of saliency-based visual attention for rapid scene analysis"). Departures: the distance
 * in CIELAB between a Gaussian and one four times as wide, at three sizes in mm, averaged; what is
 * darker than its surround counts less; no orientation.
 */
public final class Saliency {
  /** Sigmas of the centres, mm. */
  private static final double[] CENTRES_MM = {2, 4, 8};

  private static final double SURROUND = 4;

  /** Share that counts of being darker than the surround: dark hollows hardly draw the eye. */
  private static final float DARKER = 0.4f;

  /** A place goes as far as contrast stays above this share of its strongest. */
  private static final float SAME = 0.5f;

  /** Beside the sitter contrast is the sitter's own: nothing is listed nearer than about this. */
  private static final double BESIDE_MM = 14;

  /** Round a stronger place contrast is that one's own, as far as the widest surround sees it. */
  private static final double AROUND_MM = 24;

  private static final float BESIDE = 0.08f;

  /** Round a pupil the eye reaches this far, mm. */
  private static final double EYE_MM = 9;

  private Saliency() {}

  /**
   * A place that rivals the eyes.
   *
   * @param x its middle, source pixels
   * @param y likewise
   * @param sizeMm diameter of a disc of its area
   * @param ratio its contrast over that of the eye
   */
  public record Place(double x, double y, double sizeMm, double ratio) {
    /** A place waved away stays so until it has grown by half. */
    private static final double GROWN = 1.5;

    /** Whether this is a place that was waved away, not much stronger than it was. */
    public boolean isStill(Place o, double pxPerMm) {
      double near = Math.max(sizeMm, o.sizeMm) / 2 * pxPerMm;
      return Math.hypot(x - o.x, y - o.y) <= near && ratio < GROWN * o.ratio;
    }
  }

  /** The reading of the strongest place outside the sitter, in shares of the eye. */
  public static Reading reading(double strongest) {
    double[] band = ReadingBands.of("pull");
    return new Reading("pull", Double.NaN, strongest, band[0], band[1], "", "");
  }

  /** The smallest sigma that is looked at, mm. */
  public static double finestMm() {
    return CENTRES_MM[0];
  }

  /**
   * Contrast at each size, CIELAB units.
   *
   * @param b the whole picture at a level
   * @param px pixels of the level a mm
   */
  public static List<Plane> contrasts(RgbBlock b, double px) {
    float[][] lab = new float[3][b.size()];
    float[] c = new float[3];
    for (int i = 0; i < b.size(); i++) {
      CieLab.of(Math.max(0, b.r()[i]), Math.max(0, b.g()[i]), Math.max(0, b.b()[i]), c);
      for (int k = 0; k < 3; k++) {
        lab[k][i] = k == 0 ? Math.min(100, c[0]) : c[k];
      }
    }
    List<Plane> out = new ArrayList<>();
    for (double mm : CENTRES_MM) {
      Plane sum = new Plane(b.rect());
      for (int k = 0; k < 3; k++) {
        Plane v = new Plane(b.rect(), lab[k]);
        float[] centre = Gaussian.blur(v, mm * px).data();
        float[] around = WideGaussian.blur(v, SURROUND * mm * px).data();
        for (int i = 0; i < centre.length; i++) {
          float d = centre[i] - around[i];
          d *= k == 0 && d < 0 ? DARKER : 1;
          sum.data()[i] += d * d;
        }
      }
      for (int i = 0; i < sum.data().length; i++) {
        sum.data()[i] = (float) Math.sqrt(sum.data()[i]);
      }
      out.add(sum);
    }
    return out;
  }

  /** The sizes averaged. */
  public static Plane mean(List<Plane> contrasts) {
    Plane out = new Plane(contrasts.get(0).rect());
    for (Plane p : contrasts) {
      for (int i = 0; i < out.data().length; i++) {
        out.data()[i] += p.data()[i] / contrasts.size();
      }
    }
    return out;
  }

  /**
   * The strongest contrast in an eye.
   *
   * @param pupil source pixels
   * @param px pixels of the level a mm
   */
  public static double ofEye(Plane mean, Pin pupil, int level, double px) {
    double side = Math.scalb(1.0, level);
    double r = EYE_MM * px;
    double most = 0;
    for (int y = 0; y < mean.h(); y++) {
      for (int x = 0; x < mean.w(); x++) {
        double d = Math.hypot(x + 0.5 - pupil.x() / side, y + 0.5 - pupil.y() / side);
        most = d <= r ? Math.max(most, mean.data()[y * mean.w() + x]) : most;
      }
    }
    return most;
  }

  /**
   * Places outside the sitter and not close beside, the strongest first.
   *
   * @param sitter weights of the principal sitter over the same rectangle
   * @param eye contrast of the nearer eye
   * @param least ratio from which a place is listed
   */
  public static List<Place> rivals(
      List<Plane> contrasts, Plane sitter, double eye, double least, int level, double px) {
    Plane mean = mean(contrasts);
    float[] near = WideGaussian.blur(sitter, BESIDE_MM * px).data();
    boolean[] done = new boolean[mean.data().length];
    for (int i = 0; i < done.length; i++) {
      done[i] = near[i] > BESIDE;
    }
    List<Place> out = new ArrayList<>();
    while (true) {
      int best = -1;
      for (int i = 0; i < done.length; i++) {
        if (!done[i] && (best < 0 || mean.data()[i] > mean.data()[best])) {
          best = i;
        }
      }
      if (best < 0 || mean.data()[best] < least * eye) {
        return out;
      }
      out.add(place(mean, done, best, eye, level, px));
    }
  }

  /** The pixels joined to the strongest; they and the slopes down from them are then done. */
  private static Place place(
      Plane mean, boolean[] done, int best, double eye, int level, double px) {
    float least = SAME * mean.data()[best];
    Deque<Integer> open = new ArrayDeque<>(List.of(best));
    done[best] = true;
    Plane part = new Plane(mean.rect());
    double n = 0;
    double sx = 0;
    double sy = 0;
    while (!open.isEmpty()) {
      int i = open.pop();
      int x = i % mean.w();
      int y = i / mean.w();
      if (mean.data()[i] >= least) {
        part.data()[i] = 1;
        n++;
        sx += x + 0.5;
        sy += y + 0.5;
      }
      int[] beside = {x > 0 ? i - 1 : i, x + 1 < mean.w() ? i + 1 : i, i - mean.w(), i + mean.w()};
      for (int j : beside) {
        boolean there = j >= 0 && j < done.length && !done[j];
        if (there && (mean.data()[j] >= least || mean.data()[j] <= mean.data()[i])) {
          done[j] = true;
          open.push(j);
        }
      }
    }
    float[] near = WideGaussian.blur(part, AROUND_MM * px).data();
    for (int i = 0; i < done.length; i++) {
      done[i] |= near[i] > BESIDE;
    }
    double side = Math.scalb(1.0, level);
    double sizeMm = Math.max(2 * CENTRES_MM[0], 2 * Math.sqrt(n / Math.PI) / px);
    return new Place(side * sx / n, side * sy / n, sizeMm, mean.data()[best] / eye);
  }
}
