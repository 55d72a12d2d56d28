package carezza.spot;

import carezza.face.Pin;
import carezza.filter.Gaussian;
import carezza.image.Plane;
import carezza.spot.SkinSpot.Proposal;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Predicate;

/**
 * Single hairs and fibres that lie over something: thin lines darker or lighter than what is beside
 * them ({@link OrientedLines}). Whether they may stay is a matter of taste, so they are left to the
 * hand.
 *
 * @param type what they are called
 * @param coarseMm they are told from a blur of this sigma
 * @param lengthMm they are averaged over so much
 * @param strong a line has a place so deep, in spreads of the same response near by
 * @param weak it is followed to where it is less deep than that
 * @param leastMm its length
 * @param mostMm its length
 * @param widestMm its width
 * @param leastContrast stops
 */
record HairLines(
    SpotType type,
    double coarseMm,
    double lengthMm,
    double strong,
    double weak,
    double leastMm,
    double mostMm,
    double widestMm,
    double leastContrast) {
  private static final double FINE_MM = 0.18;

  /** A point of its line every so many mm. */
  private static final double POINT_MM = 4;

  /** What lies so far beside its middle is another thing. */
  private static final double BESIDE_MM = 1.2;

  /** A hair has ended so far from its middle. */
  private static final double HALF_MM = 0.5;

  private static final double STEP_MM = 0.3;

  /**
   * A line that may be a hair.
   *
   * @param g where it lies
   * @param pixels its pixels, places in the ground's planes
   * @param line where it runs, source pixels
   * @param contrast how much darker than what is beside it, stops; less than nothing if lighter
   */
  record Line(SpotGround g, int[] pixels, List<Pin> line, double contrast) {
    /** The most a plane has on it. */
    float most(Plane of) {
      float most = -Float.MAX_VALUE;
      for (int i : pixels) {
        most = Math.max(most, of.data()[i]);
      }
      return most;
    }

    /** What a channel is like across it, on average along it. */
    Profile across(Plane channel) {
      double px = Math.scalb(g.px, g.level);
      double[] off = {-BESIDE_MM, -HALF_MM, 0, HALF_MM, BESIDE_MM};
      double[] v = new double[off.length];
      int n = 0;
      for (int i = 1; i < line.size(); i++) {
        Pin a = line.get(i - 1);
        Pin b = line.get(i);
        double c = (b.x() - a.x()) / a.distance(b);
        double s = (b.y() - a.y()) / a.distance(b);
        for (double t = 0; t < a.distance(b); t += STEP_MM * px) {
          n++;
          for (int k = 0; k < off.length; k++) {
            double x = a.x() + t * c - off[k] * px * s;
            double y = a.y() + t * s + off[k] * px * c;
            v[k] += channel.linear(Math.scalb(x, -g.level), Math.scalb(y, -g.level));
          }
        }
      }
      double beside = (v[0] + v[4]) / 2;
      return new Profile(
          (beside - v[2]) / n, (beside - (v[1] + v[3]) / 2) / n, Math.abs(v[4] - v[0]) / n);
    }
  }

  /**
   * How a channel runs across a line, stops.
   *
   * @param middle how much darker its middle is than what is beside it
   * @param half how much darker it still is at its sides
   * @param step by how much one side differs from the other
   */
  record Profile(double middle, double half, double step) {}

  /**
   * How much darker a channel is than what is round each place of a ground; 0 where that is not
   * trusted.
   */
  Plane depth(SpotGround g, Plane channel) {
    float[] fine = Gaussian.blurMasked(channel, g.skin, FINE_MM * g.px, 0).data();
    float[] coarse = Gaussian.blurMasked(channel, g.skin, coarseMm * g.px, 0).data();
    Plane d = new Plane(g.rect);
    for (int i = 0; i < fine.length; i++) {
      d.data()[i] = g.trust.data()[i] > 0.5f ? coarse[i] - fine[i] : 0;
    }
    return d;
  }

  /**
   * Those of a ground.
   *
   * @param depth of the channel where they show best
   * @param sign 1 for darker ones, -1 for lighter ones
   * @param which what else they must have
   */
  List<SkinSpot> in(SpotGround g, Plane depth, int sign, Predicate<Line> which) {
    Plane d = new Plane(g.rect);
    for (int i = 0; i < d.data().length; i++) {
      d.data()[i] = sign * depth.data()[i];
    }
    Plane along = OrientedLines.along(d, g.trust, lengthMm * g.px / 2);
    float[] z = OrientedLines.inSpreads(along, g);
    List<SkinSpot> out = new ArrayList<>();
    for (int[] piece : OrientedLines.pieces(z, g.rect.w(), strong, weak)) {
      double sum = 0;
      double most = 0;
      for (int i : piece) {
        sum += along.data()[i];
        most = Math.max(most, z[i]);
      }
      add(out, line(g, piece, sign * sum / piece.length), most, which);
    }
    return out;
  }

  /** The filter does not see half its length of each end. */
  private Line line(SpotGround g, int[] piece, double contrast) {
    double[] main = OrientedLines.axis(piece, g.rect.w());
    double[] ends = OrientedLines.extent(piece, main, g.rect.w());
    int points = Math.max(3, (int) Math.round((ends[1] - ends[0]) / g.px / POINT_MM) + 1);
    List<Pin> seen = OrientedLines.points(g, piece, main, ends, points);
    List<Pin> line = Pin.lengthened(seen, lengthMm / 2 * Math.scalb(g.px, g.level));
    return new Line(g, piece, line, contrast);
  }

  private void add(List<SkinSpot> to, Line l, double most, Predicate<Line> which) {
    double length = length(l.line) / Math.scalb(l.g.px, l.g.level);
    double wide = l.pixels.length / l.g.px / l.g.px / Math.max(1e-6, length);
    Pin middle = l.line.get(l.line.size() / 2);
    boolean isHair =
        length >= leastMm
            && length <= mostMm
            && wide <= widestMm
            && Math.abs(l.contrast) >= leastContrast;
    if (isHair && l.g.owns(middle) && which.test(l)) {
      to.add(
          new SkinSpot(
              type,
              middle,
              length,
              length,
              l.contrast,
              0,
              most,
              Math.min(0.98, 1 - Math.exp(-most / 10)),
              Proposal.LOOK,
              l.line));
    }
  }

  private static double length(List<Pin> line) {
    double sum = 0;
    for (int i = 1; i < line.size(); i++) {
      sum += line.get(i).distance(line.get(i - 1));
    }
    return sum;
  }
}
