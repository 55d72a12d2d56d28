package carezza.spot;

import carezza.face.FaceMap;
import carezza.face.Pin;
import carezza.filter.Gaussian;
import carezza.image.PixelReader;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.spot.SkinSpot.Proposal;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * Single hairs that leave the outline of the hair over the backdrop: thin lines, darker or lighter
 * than what is behind them, near the hair ({@link OrientedLines}). How many may fly is a matter of
 * taste, so they are left to the hand.
 */
public final class FlyingHairs {
  private static final double FINE_MM = 0.18;
  private static final double COARSE_MM = 0.9;
  private static final double LENGTH_MM = 5;

  /** At more pixels a mm half as many do. */
  private static final double ENOUGH_PX_PER_MM = 5;

  /** Hairs are looked for so far from the hair. */
  private static final double FAR_MM = 24;

  /** A bell of that sigma over the hair is above that share as far off as {@link #FAR_MM}. */
  private static final double FAR_SIGMA_MM = 10;

  private static final float FAR_SHARE = 0.008f;

  /** One end of a hair is as near to the hair as a bell of that sigma tells by that share. */
  private static final double ROOT_SIGMA_MM = 3;

  private static final float ROOT_SHARE = 0.02f;

  /** Within so much of the backdrop's border the hair's own edge would be found. */
  private static final double BORDER_MM = 0.5;

  /** In spreads of the same response on the backdrop near by. */
  private static final double STRONG = 6;

  private static final double WEAK = 2.2;

  /** So much of each end the filter does not see. */
  private static final double ENDS_MM = LENGTH_MM / 2;

  private static final double LEAST_MM = 6;

  /** What is longer is an edge of something behind the sitter. */
  private static final double MOST_MM = 120;

  private static final double WIDEST_MM = 1.2;

  /** Stops. */
  private static final double LEAST_CONTRAST = 0.04;

  /** A point of its line every so many mm. */
  private static final double POINT_MM = 4;

  private FlyingHairs() {}

  /**
   * The hairs of a picture, those that show most first.
   *
   * @param picture as it is when hairs are looked for
   * @param map with at least one found face
   * @param hair where there is hair
   * @param backdrop where there is backdrop
   */
  public static List<SkinSpot> find(
      PixelReader picture, FaceMap map, SpotFinder.Skin hair, SpotFinder.Skin backdrop) {
    int fine = SpotGround.level(map);
    int level = Math.scalb(map.pxPerMm(), -fine) > ENOUGH_PX_PER_MM ? fine + 1 : fine;
    double px = Math.scalb(map.pxPerMm(), -level);
    Rect all = picture.bounds(level);
    Rect head = SpotGround.bounds(hair.at(level, all));
    if (head.w() == 0 || head.h() == 0) {
      return List.of();
    }
    Rect rect = head.grow((int) Math.ceil(FAR_MM * px)).intersect(all);
    Plane behind = backdrop.at(level, rect);
    Plane own = hair.at(level, rect);
    Plane near = Gaussian.blur(own, FAR_SIGMA_MM * px);
    Plane inside = Gaussian.blur(behind, BORDER_MM * px);
    Plane trust = new Plane(rect);
    for (int i = 0; i < trust.data().length; i++) {
      trust.data()[i] = inside.data()[i] > 0.9f && near.data()[i] > FAR_SHARE ? 1 : 0;
    }
    SpotGround g = SpotGround.of(level, px, picture.read(level, rect), behind, trust);
    Plane root = Gaussian.blur(own, ROOT_SIGMA_MM * px);
    List<SkinSpot> out = new ArrayList<>(hairs(g, root, 1));
    out.addAll(hairs(g, root, -1));
    out.sort(Comparator.comparingDouble(SkinSpot::shows).reversed());
    return List.copyOf(out);
  }

  /**
   * @param root the hair, blurred
   * @param sign 1 for hairs darker than the backdrop, -1 for lighter ones
   */
  private static List<SkinSpot> hairs(SpotGround g, Plane root, int sign) {
    float[] fine = Gaussian.blurMasked(g.green, g.skin, FINE_MM * g.px, 0).data();
    float[] coarse = Gaussian.blurMasked(g.green, g.skin, COARSE_MM * g.px, 0).data();
    Plane d = new Plane(g.rect);
    for (int i = 0; i < fine.length; i++) {
      d.data()[i] = g.trust.data()[i] > 0.5f ? sign * (coarse[i] - fine[i]) : 0;
    }
    Plane along = OrientedLines.along(d, g.trust, LENGTH_MM * g.px / 2);
    LocalSpread spread = new LocalSpread(along, g.trust, g.px);
    int w = g.rect.w();
    float[] z = new float[along.data().length];
    for (int i = 0; i < z.length; i++) {
      z[i] = g.trust.data()[i] > 0.5f ? along.data()[i] / spread.at(i % w, i / w) : 0;
    }
    List<SkinSpot> out = new ArrayList<>();
    for (int[] piece : OrientedLines.pieces(z, w, STRONG, WEAK)) {
      add(out, g, piece, z, along, root, sign);
    }
    return out;
  }

  private static void add(
      List<SkinSpot> to, SpotGround g, int[] piece, float[] z, Plane along, Plane root, int sign) {
    int w = g.rect.w();
    double[] main = OrientedLines.axis(piece, w);
    double[] ends = OrientedLines.extent(piece, main, w);
    double most = 0;
    double sum = 0;
    float nearest = 0;
    for (int i : piece) {
      most = Math.max(most, z[i]);
      sum += along.data()[i];
      nearest = Math.max(nearest, root.data()[i]);
    }
    double extent = (ends[1] - ends[0]) / g.px;
    int points = Math.max(3, (int) Math.round(extent / POINT_MM) + 1);
    List<Pin> line =
        Pin.lengthened(
            OrientedLines.points(g, piece, main, ends, points),
            ENDS_MM * Math.scalb(g.px, g.level));
    double length = length(line) / Math.scalb(g.px, g.level);
    double wide = piece.length / g.px / g.px / Math.max(1e-6, length);
    double contrast = sum / piece.length;
    boolean isHair =
        length >= LEAST_MM
            && length <= MOST_MM
            && wide <= WIDEST_MM
            && contrast >= LEAST_CONTRAST
            && nearest >= ROOT_SHARE;
    if (isHair) {
      to.add(
          new SkinSpot(
              SpotType.FLYING_HAIR,
              line.get(line.size() / 2),
              length,
              length,
              sign * contrast,
              0,
              most,
              Math.min(0.98, 1 - Math.exp(-most / 10)),
              Proposal.LOOK,
              line));
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
