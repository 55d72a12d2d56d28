package carezza.spot;

import carezza.face.Pin;
import carezza.filter.Gaussian;
import carezza.image.Plane;
import carezza.spot.SkinSpot.Proposal;
import java.util.Comparator;
import java.util.List;

/**
 * Thin lines of blood on skin: redness between two scales, averaged along lines and followed by
 * {@link OrientedLines}.
 */
final class Scratches {
  private static final double FINE_MM = 0.22;
  private static final double COARSE_MM = 0.8;
  private static final double LENGTH_MM = 3.2;

  /** In spreads of the same response on the skin near by. */
  private static final double STRONG = 10;

  private static final double WEAK = 5;

  private static final double LEAST_MM = 5;

  /** Length over width. */
  private static final double LONG = 3;

  /** Red light missing over green light missing. */
  private static final double BLOOD = 0.5;

  private static final double LEAST_CONTRAST = 0.2;

  /** A line is told by so many points. */
  private static final int POINTS = 7;

  private Scratches() {}

  /**
   * @param g as fine as lines are looked for
   */
  static List<SkinSpot> in(SpotGround g) {
    Plane red = g.redness();
    float[] fine = Gaussian.blurMasked(red, g.skin, FINE_MM * g.px, 0).data();
    float[] coarse = Gaussian.blurMasked(red, g.skin, COARSE_MM * g.px, 0).data();
    Plane d = new Plane(g.rect);
    for (int i = 0; i < fine.length; i++) {
      d.data()[i] = g.trust.data()[i] > 0 ? fine[i] - coarse[i] : 0;
    }
    Plane along = OrientedLines.along(d, g.trust, LENGTH_MM * g.px / 2);
    float[] z = OrientedLines.inSpreads(along, g);
    return OrientedLines.pieces(z, g.rect.w(), STRONG, WEAK).stream()
        .flatMap(p -> line(g, p, z).stream())
        .toList();
  }

  private static List<SkinSpot> line(SpotGround g, int[] piece, float[] z) {
    int w = g.rect.w();
    double[] main = OrientedLines.axis(piece, w);
    if (!g.owns(main[0], main[1])) {
      return List.of();
    }
    double[] ends = OrientedLines.extent(piece, main, w);
    double most = 0;
    for (int i : piece) {
      most = Math.max(most, z[i]);
    }
    double extent = ends[1] - ends[0];
    double length = extent / g.px;
    double width = piece.length / Math.max(1, extent) / g.px;
    if (length < LEAST_MM || length < LONG * width) {
      return List.of();
    }
    double[] d = contrast(g, piece);
    if (-d[1] < LEAST_CONTRAST || d[0] / d[1] > BLOOD) {
      return List.of();
    }
    List<Pin> points = OrientedLines.points(g, piece, main, ends, POINTS);
    return List.of(
        new SkinSpot(
            SpotType.SCRATCH,
            points.get(points.size() / 2),
            length,
            length,
            -d[1],
            d[0] - d[1],
            most,
            Math.min(0.98, 1 - Math.exp(-most / 10)),
            Proposal.HEAL,
            points));
  }

  /** How red and green on the line differ from the skin a little beside it, stops. */
  private static double[] contrast(SpotGround g, int[] piece) {
    int w = g.rect.w();
    boolean[] on = new boolean[g.rect.w() * g.rect.h()];
    int reach = (int) Math.ceil(1.2 * g.px);
    int gap = (int) Math.ceil(0.6 * g.px);
    for (int i : piece) {
      for (int dy = -gap; dy <= gap; dy++) {
        for (int dx = -gap; dx <= gap; dx++) {
          int j = i + dy * w + dx;
          if (j >= 0 && j < on.length) {
            on[j] = true;
          }
        }
      }
    }
    double[] line = new double[3];
    double[] beside = new double[3];
    for (int i : piece) {
      add(g, i, line);
      for (int dy = -reach; dy <= reach; dy += Math.max(1, reach / 3)) {
        for (int dx = -reach; dx <= reach; dx += Math.max(1, reach / 3)) {
          int j = i + dy * w + dx;
          if (j >= 0 && j < on.length && !on[j] && g.skin.data()[j] > 0.9f) {
            add(g, j, beside);
          }
        }
      }
    }
    double n = Math.max(1, beside[2]);
    return new double[] {
      line[0] / line[2] - beside[0] / n, Math.min(-1e-6, line[1] / line[2] - beside[1] / n)
    };
  }

  private static void add(SpotGround g, int i, double[] to) {
    to[0] += g.red.data()[i];
    to[1] += g.green.data()[i];
    to[2]++;
  }

  /** Whether a round mark is a part of a line. */
  static boolean covers(SkinSpot line, SkinSpot s, SpotGround g) {
    double far = (1 + s.sizeMm() / 2) * Math.scalb(g.px, g.level);
    Comparator<Pin> near = Comparator.comparingDouble(p -> p.distance(s.centre()));
    double step = line.sizeMm() * Math.scalb(g.px, g.level) / Math.max(1, line.line().size() - 1);
    return line.line().stream().min(near).orElseThrow().distance(s.centre()) < Math.max(far, step);
  }
}
