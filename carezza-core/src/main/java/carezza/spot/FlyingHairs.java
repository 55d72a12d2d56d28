package carezza.spot;

import carezza.face.FaceMap;
import carezza.filter.Gaussian;
import carezza.image.PixelReader;
import carezza.image.Plane;
import carezza.image.Rect;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.function.Predicate;

/**
 * Single hairs that leave the outline of the hair over the backdrop: thin lines, darker or lighter
 * than what is behind them, near the hair ({@link OrientedLines}). How many may fly is a matter of
 * taste, so they are left to the hand.
 */
public final class FlyingHairs {
  private static final HairLines LINES =
      new HairLines(SpotType.FLYING_HAIR, 0.9, 5, 6, 2.2, 6, 120, 1.2, 0.04);

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
    int level = Math.scalb(map.pxPerMm(), -fine) > SpotGround.LINES_PX_PER_MM ? fine + 1 : fine;
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
    Predicate<HairLines.Line> isRooted = l -> l.most(root) >= ROOT_SHARE;
    Plane depth = LINES.depth(g, g.green);
    List<SkinSpot> out = new ArrayList<>(LINES.in(g, depth, 1, isRooted));
    out.addAll(LINES.in(g, depth, -1, isRooted));
    out.sort(Comparator.comparingDouble(SkinSpot::shows).reversed());
    return List.copyOf(out);
  }
}
