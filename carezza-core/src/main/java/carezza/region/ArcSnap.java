package carezza.region;

import carezza.area.ColourHistogram;
import carezza.area.ColourPlanes;
import carezza.area.Outline;
import carezza.face.Pin;
import carezza.image.PixelReader;
import carezza.image.Plane;
import carezza.image.Rect;
import java.util.List;

/**
 * Lays an outline of two arcs between two corners, as lids and lips have, on the border between
 * what is inside it and what is around it. How often colours occur on either side is learnt from
 * the picture itself, away from the outline by as much as it may be wrong. On every line across the
 * outline the places are found that leave most of what looks like the inside within and most of
 * what looks like the outside without; neighbouring places are held together by dynamic programming
 * along each arc. The corners are where the arcs meet. Learnt and laid again from the nearer
 * outline (after Zhu and Yuille 1996, "Region competition"; departures: histograms instead of
 * Gaussians, two arcs, searched exactly).
 */
final class ArcSnap {
  /**
   * How an outline is laid; lengths in mm.
   *
   * @param doubtMm how far off the first outline may be
   * @param aroundMm width of the ring outside that is compared with
   * @param beyondMm how far beyond the corners the arcs may meet
   * @param bend what neighbours 1 mm apart that differ by 1 mm cost
   * @param doubt what lying at {@code doubtMm} from the outline before costs, a mm of arc
   * @param lightMm smoothing of lightness
   * @param ratioMm smoothing of colour
   * @param pxPerMm least pixels a mm to look at
   * @param here share of what is said by the colours within a few mm, the rest by all
   * @param rounds times it is learnt and laid
   */
  record Traits(
      double doubtMm,
      double aroundMm,
      double beyondMm,
      double bend,
      double doubt,
      double lightMm,
      double ratioMm,
      double pxPerMm,
      double here,
      int rounds) {}

  /** Something told of a place, in source pixels. */
  interface Part {
    int at(double x, double y);
  }

  /**
   * Parts that are learnt apart.
   *
   * @param within number of the part of the inside, from 0
   * @param without number of the part of the outside, from 0
   * @param most one more than the highest number
   * @param sure 1 where a place lies inside for certain, which alone is learnt from; null when the
   *     middle of the outline is
   */
  record Parts(Part within, Part without, int most, Part sure) {}

  /** Most that one mm along a line says, in natural logarithms. */
  private static final double LOUDEST = 3;

  /** Beyond how far an arc may lie from where it was, odds are not looked at. */
  private static final double AROUND_MM = 2;

  /** How far round a place its own colours are learnt. */
  private static final double HERE_MM = 5;

  private static final double STEP_MM = 0.1;
  private static final double COLUMN_MM = 0.25;

  /** Distances from the outline are reckoned so far apart and are linear between. */
  private static final double GRID_MM = 0.8;

  private final Traits t;
  private final ColourPlanes planes;
  private final ColourHistogram.Bins bins;
  private final Closeup seen;
  private final double px;
  private final double side;
  private final float[] free;
  private final int[] partIn;
  private final int[] partOut;
  private final int most;
  private final int[] sure;

  private ArcSnap(Traits t, ColourPlanes planes, Closeup seen, float[] free, Parts parts) {
    this.t = t;
    this.planes = planes;
    bins = ColourHistogram.Bins.of(planes);
    this.seen = seen;
    px = seen.pxPerMm();
    this.free = free;
    side = seen.side();
    partIn = told(parts.within());
    partOut = told(parts.without());
    most = parts.most();
    sure = parts.sure() == null ? null : told(parts.sure());
  }

  private int[] told(Part part) {
    int[] out = new int[planes.size()];
    for (int i = 0; i < out.length; i++) {
      out[i] = part.at(seen.x(i), seen.y(i));
    }
    return out;
  }

  /**
   * @param points the outline as it is now: a corner, an arc, the corner half-way, the other arc
   * @param not what belongs to neither side: pixels inside these are not learnt from
   * @param pxPerMm source pixels a mm
   * @return as many points
   */
  static List<Pin> snap(
      PixelReader picture,
      List<Pin> points,
      List<Outline> not,
      Parts parts,
      Traits t,
      double pxPerMm) {
    int reach = (int) Math.ceil((2 * t.doubtMm + t.aroundMm) * pxPerMm) + 2;
    Rect wide = Outline.through(points).bounds().grow(reach);
    Closeup seen = Closeup.of(picture, wide, pxPerMm, t.pxPerMm);
    if (seen.rect().w() < 4 || seen.rect().h() < 4) {
      return points;
    }
    ColourPlanes planes = seen.colours(picture, t.lightMm, t.ratioMm);
    float[] free = new float[planes.size()];
    java.util.Arrays.fill(free, 1);
    for (Outline o : not) {
      float[] in = seen.coverage(o);
      for (int i = 0; i < free.length; i++) {
        free[i] *= 1 - in[i];
      }
    }
    ArcSnap snap = new ArcSnap(t, planes, seen, free, parts);
    List<Pin> now = points;
    for (int k = 0; k < t.rounds; k++) {
      now = snap.laid(now, t.doubtMm * Math.scalb(1.0, -k));
    }
    return now;
  }

  private List<Pin> laid(List<Pin> points, double wrongMm) {
    Outline from = Outline.through(points);
    float[] odds = odds(from, wrongMm);
    ArcFrame frame = new ArcFrame(points, px * side);
    double[] us = frame.columns(t.beyondMm, COLUMN_MM);
    double[] first = laid(frame, odds, us, frame.arc(from, false, us), 1, wrongMm);
    double[] second = laid(frame, odds, us, frame.arc(from, true, us), -1, wrongMm);
    return frame.joined(points, us, first, second);
  }

  /**
   * @param vs the arc as it is, mm across for each column
   * @param within 1 if the inside lies at lower v, else -1
   */
  private double[] laid(
      ArcFrame frame, float[] odds, double[] us, double[] vs, int within, double wrongMm) {
    Plane odd = new Plane(planes.rect(), odds);
    int reach = (int) Math.round(wrongMm / STEP_MM);
    double[][] score = new double[us.length][2 * reach + 1];
    for (int i = 0; i < us.length; i++) {
      double sum = 0;
      for (int k = -reach; k <= reach; k++) {
        double off = k / (double) reach;
        score[i][k + reach] = COLUMN_MM * (within * sum - t.doubt * off * off);
        double v = vs[i] + (k + 0.5) * STEP_MM;
        sum += STEP_MM * odd.linear(frame.x(us[i], v) / side, frame.y(us[i], v) / side);
      }
    }
    int[] best = best(score, t.bend * STEP_MM * STEP_MM / COLUMN_MM);
    double[] out = new double[us.length];
    for (int i = 0; i < out.length; i++) {
      out[i] = vs[i] + (best[i] - reach) * STEP_MM;
    }
    return out;
  }

  /** Log of how much likelier each pixel's colour is inside than outside. */
  private float[] odds(Outline o, double wrongMm) {
    Rect r = planes.rect();
    float[] in = new float[planes.size()];
    float[] out = new float[planes.size()];
    float[] distance = o.distances(r, side, Math.max(1, (int) Math.round(GRID_MM * px)));
    for (int i = 0; i < in.length; i++) {
      double mm = distance[i] / (px * side);
      float weight =
          free[i] * (float) Math.max(0, Math.min(1, 0.5 + (Math.abs(mm) - wrongMm) / 0.4));
      if (sure != null && sure[i] > 0) {
        in[i] = free[i];
      } else if (mm > 0 && mm < wrongMm + t.aroundMm) {
        out[i] = weight;
      } else if (sure == null && mm <= 0) {
        in[i] = weight + 1e-4f;
      }
    }
    ColourHistogram[] a = learnt(in, partIn);
    ColourHistogram[] b = learnt(out, partOut);
    LocalColours inHere = t.here == 0 ? null : here(in, partIn);
    LocalColours outHere = t.here == 0 ? null : here(out, partOut);
    float[] odds = new float[in.length];
    double reach = wrongMm + AROUND_MM;
    for (int i = 0; i < odds.length; i++) {
      if (Math.abs(distance[i]) > reach * px * side) {
        continue;
      }
      double l = Math.log(a[partIn[i]].density(bins, i) / b[partOut[i]].density(bins, i));
      double near = t.here == 0 ? 0 : t.here * loud(inHere.oddsOver(outHere, i));
      odds[i] = (float) ((1 - t.here) * loud(l) + near);
    }
    return odds;
  }

  private LocalColours here(float[] weight, int[] part) {
    return new LocalColours(planes, weight, part, most, HERE_MM * px);
  }

  private static double loud(double odds) {
    return Math.max(-LOUDEST, Math.min(LOUDEST, odds));
  }

  private ColourHistogram[] learnt(float[] weight, int[] part) {
    ColourHistogram[] out = new ColourHistogram[most];
    for (int k = 0; k < out.length; k++) {
      float[] own = new float[weight.length];
      for (int i = 0; i < own.length; i++) {
        own[i] = part[i] == k ? weight[i] : 0;
      }
      out[k] = ColourHistogram.of(bins, own);
    }
    return out;
  }

  /** The path with the highest sum of scores less bending. */
  private static int[] best(double[][] score, double bend) {
    int n = score.length;
    int m = score[0].length;
    int[][] came = new int[n][m];
    double[] sum = score[0].clone();
    for (int i = 1; i < n; i++) {
      double[] next = new double[m];
      for (int k = 0; k < m; k++) {
        double top = -Double.MAX_VALUE;
        for (int j = 0; j < m; j++) {
          double v = sum[j] - bend * (k - j) * (k - j);
          if (v > top) {
            top = v;
            came[i][k] = j;
          }
        }
        next[k] = top + score[i][k];
      }
      sum = next;
    }
    int[] out = new int[n];
    for (int k = 1; k < m; k++) {
      out[n - 1] = sum[k] > sum[out[n - 1]] ? k : out[n - 1];
    }
    for (int i = n - 1; i > 0; i--) {
      out[i - 1] = came[i][out[i]];
    }
    return out;
  }
}
