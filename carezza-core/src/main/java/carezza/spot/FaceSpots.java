package carezza.spot;

import carezza.face.Pin;
import carezza.spot.SkinSpot.Proposal;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;

/**
 * A face's marks judged together: many freckles are a pattern, which is kept, and on it brown spots
 * of their size cannot be told from them; without it a single brown mark is left to the hand; a
 * dark spot must stand out of those round it.
 */
final class FaceSpots {
  /** Dark spots smaller than this are lost among pores. */
  private static final double LEAST_DARK_MM = 1.9;

  /** What is shallower is a blotch, to be evened; what is deeper is no dark spot. Stops. */
  private static final double SHALLOWEST_DARK = 0.25;

  private static final double DEEPEST_DARK = 1.2;

  /** How far round others are looked at, how many are many, and how far one must stand out. */
  private static final double AROUND_MM = 10;

  private static final int MANY = 5;
  private static final double MOST = 0.9;
  private static final double STANDS_OUT = 1.6;

  /** So deep in the texture a spot is no part of it. */
  private static final double SURELY = 12;

  /** From here one that is a spot on its own stands out. */
  private static final double WHOLE_DEPTH = 4.5;

  /** Stops; what is darker may be a crease that is seen from its end. */
  private static final double WHOLE_DEEPEST = 1;

  /**
   * Pores and hairs of a beard are smaller than this. What is wider need only be as much as the
   * spots round it, and of these such as are closed: folds and shades are no measure for it.
   */
  private static final double WIDE_MM = 3;

  private final List<DarkPlace> ground;
  private final double pxPerMm;
  private final Map<Pin, DarkPlace> measured;
  private final Freckles freckles;
  private boolean freckled;

  private FaceSpots(List<DarkPlace> ground, double pxPerMm) {
    this.ground = ground;
    this.pxPerMm = pxPerMm;
    measured = ground.stream().collect(Collectors.toMap(DarkPlace::at, d -> d, (a, b) -> a));
    freckles = Freckles.of(ground);
  }

  /**
   * The marks with what is proposed for them in each other's sight.
   *
   * @param all marks that are no lines
   * @param ground every dark place, among them one where each mark is
   */
  static List<SkinSpot> judged(List<SkinSpot> all, List<DarkPlace> ground, double pxPerMm) {
    FaceSpots face = new FaceSpots(ground, pxPerMm);
    List<SkinSpot> spots = all.stream().map(face::amongOthers).toList();
    face.freckled = Freckles.areMany(spots, ground);
    return spots.stream().map(face::amongFreckles).toList();
  }

  /**
   * A dark spot among many that are as dark and nearly as wide is a pore or a hair of a beard: it
   * must stand out of them.
   */
  private SkinSpot amongOthers(SkinSpot s) {
    if (s.type() != SpotType.DARK_SPOT) {
      return s;
    }
    boolean unlike =
        s.sizeMm() < LEAST_DARK_MM || s.contrast() < SHALLOWEST_DARK || s.contrast() > DEEPEST_DARK;
    boolean whole = measured.get(s.centre()).whole();
    boolean stands = whole && s.depth() > WHOLE_DEPTH && s.contrast() < WHOLE_DEEPEST;
    boolean sure = stands || s.depth() >= SURELY;
    return unlike || !sure && isLost(s) ? s.proposed(Proposal.LOOK) : s;
  }

  private boolean isLost(SkinSpot s) {
    boolean wide = s.sizeMm() > WIDE_MM;
    double[] others =
        ground.stream()
            .filter(o -> o.at().distance(s.centre()) < AROUND_MM * pxPerMm)
            .filter(o -> o.at().distance(s.centre()) > s.sizeMm() * pxPerMm / 2)
            .filter(o -> !wide || o.closed() > SpotRules.CLOSED)
            .mapToDouble(DarkPlace::weight)
            .sorted()
            .toArray();
    double least = wide && s.depth() > SpotRules.LEAST_DEPTH ? 1 : STANDS_OUT;
    double weight = s.contrast() * s.sizeMm();
    return others.length >= MANY && weight < least * others[(int) (MOST * others.length)];
  }

  private SkinSpot amongFreckles(SkinSpot s) {
    if (s.proposal() == Proposal.LOOK) {
      return s;
    }
    DarkPlace own = measured.get(s.centre());
    boolean brown =
        s.type() == SpotType.FRECKLE || s.type() == SpotType.DARK_SPOT && !freckles.isGrey(own);
    if (freckled && brown && s.sizeMm() < Freckles.MOST_MM) {
      return s.proposed(Proposal.KEEP);
    }
    if (s.type() == SpotType.FRECKLE) {
      return s.proposed(Proposal.LOOK);
    }
    boolean doubtful = freckled && s.type() == SpotType.BLEMISH && s.proposal() == Proposal.HEAL;
    return doubtful && freckles.mayBeOne(s, own) ? s.proposed(Proposal.SOFTEN) : s;
  }
}
