package carezza.spot;

import carezza.face.Pin;
import java.util.ArrayList;
import java.util.List;

/**
 * Single hairs that lie over the skin, and lint: lines far narrower than folds are, with the same
 * skin on both sides. A hair takes as much red light away as green, which blood does not; lint is
 * less coloured than skin.
 */
final class SkinHairs {
  private static final HairLines HAIRS =
      new HairLines(SpotType.STRAY_HAIR, 0.6, 5, 6, 3, 8, 90, 1.1, 0.06);
  private static final HairLines LINT =
      new HairLines(SpotType.LINT, 0.6, 3, 6, 3, 3, 40, 1.2, 0.06);

  /** Stops by which its middle is darker or lighter. */
  private static final double LEAST_STOPS = 0.12;

  /** Half a mm aside no more of it is left. */
  private static final double NARROW = 0.3;

  /** By no more does one side differ from the other, or it is where two things meet. */
  private static final double STEP = 1.2;

  /** Red light missing over green light missing: less is blood. */
  private static final double NO_BLOOD = 0.7;

  /** Round marks as small as this, so far from it, are what it leaves. */
  private static final double SMALL_MM = 2.5;

  private static final double BESIDE_MM = 0.5;

  /** So far from lint a scratch is the redder skin beside it. */
  private static final double ALONG_MM = 1.5;

  private SkinHairs() {}

  /**
   * @param g as fine as lines are looked for
   */
  static List<SkinSpot> in(SpotGround g) {
    List<SkinSpot> out = new ArrayList<>(HAIRS.in(g, HAIRS.depth(g, g.red), 1, SkinHairs::isHair));
    out.addAll(LINT.in(g, LINT.depth(g, g.green), -1, SkinHairs::isLint));
    return out;
  }

  private static boolean isHair(HairLines.Line l) {
    HairLines.Profile red = l.across(l.g().red);
    return isThin(red, 1) && red.middle() > NO_BLOOD * l.across(l.g().green).middle();
  }

  private static boolean isLint(HairLines.Line l) {
    HairLines.Profile green = l.across(l.g().green);
    return isThin(green, -1) && green.middle() < l.across(l.g().red).middle();
  }

  private static boolean isThin(HairLines.Profile p, int sign) {
    double middle = sign * p.middle();
    return middle >= LEAST_STOPS
        && Math.abs(p.half()) <= NARROW * middle
        && p.step() <= STEP * middle;
  }

  /** Whether a small round mark is a part of a hair, or what is round it. */
  static boolean covers(SkinSpot hair, SkinSpot s, SpotGround g) {
    return s.sizeMm() < SMALL_MM && apart(hair, s.centre(), g) < BESIDE_MM + s.sizeMm() / 2;
  }

  /** Whether a scratch is nothing but the redder skin beside lint. */
  static boolean isBeside(SkinSpot lint, SkinSpot scratch, SpotGround g) {
    return scratch.line().stream().filter(p -> apart(lint, p, g) < ALONG_MM).count()
        > scratch.line().size() / 2;
  }

  private static double apart(SkinSpot hair, Pin from, SpotGround g) {
    return hair.distance(from) / Math.scalb(g.px, g.level);
  }
}
