package carezza.pass.relief;

import carezza.area.Area;
import carezza.area.Term;
import carezza.color.Roots;
import carezza.image.Hash;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.pass.EvaluationContext;
import carezza.region.RegionName;

/**
 * From what share of the lamp on light is lowered, and how much of it is taken. What shines on a
 * glossy face is for the most part its own sheen made stronger, and keeps that; on a dull one it is
 * none of its own. So both follow the share that most of the face is under.
 *
 * @param share where skin is oily
 * @param taken of the light that a greater share stands for
 * @param oily fingerprint of where skin is oily
 */
record SheenThreshold(double share, float taken, long oily) {
  /**
   * On a glossy face so much is taken at 100 %: a picture's tone curve has drawn lights together
   * before. Fitted on a demo sitter against the clean picture.
   */
  private static final float TAKEN = 0.36f;

  private static final float TAKEN_DULL = 1;

  /**
   * Where skin makes most oil: what shines there is mostly no form. Elsewhere the threshold is
   * higher by a share of it, {@link #DRIER}.
   */
  private static final Area OILY =
      Area.NONE
          .with(new Term(Term.How.ADD, RegionName.FOREHEAD.key(), 6))
          .with(new Term(Term.How.ADD, RegionName.NOSE.key(), 6))
          .with(new Term(Term.How.ADD, RegionName.CHIN.key(), 6));

  private static final float DRIER = 0.32f;

  /** So many of a face's places have less of the lamp in them, whatever shines. */
  private static final double USUAL_OF_FACE = 0.8;

  /** The lamp's share there on a dull face, and on a glossy one. */
  private static final double DULL = 0.02;

  private static final double GLOSSY = 0.08;

  /**
   * On a glossy face, with large places that are so from their form, a hot one lies above these.
   */
  private static final double MOST_OF_FACE = 0.95;

  /** By so much. */
  private static final double ABOVE_FACE = 0.1;

  /** A share that was set, whatever the face. */
  static SheenThreshold of(double share) {
    return new SheenThreshold(share, TAKEN, 0);
  }

  /**
   * What is set, or where the face is duller a share that stands out of it.
   *
   * @param lamp its R/G and B/G
   * @param byGloss whether a dull face is treated as one
   */
  static SheenThreshold ofFace(
      EvaluationContext context, double set, double[] lamp, boolean byGloss) {
    Rect src = CoarseLight.rect(context.frame(), context.areaBounds(context.area()), 0);
    if (src.isEmpty()) {
      return of(set);
    }
    long key =
        new Hash().add(CoarseLight.key(context, "sheenFace", src)).add(lamp[0]).add(lamp[1]).get();
    double[] shares = CoarseLight.numbers(context, key, src, c -> sharesOfFace(c, lamp));
    long oily = context.areaFingerprint(OILY, src);
    if (shares.length == 0) {
      return new SheenThreshold(set, TAKEN, oily);
    }
    double usual = Math.max(0, shares[0]);
    double dull = byGloss ? Math.max(0, Math.min(1, (GLOSSY - usual) / (GLOSSY - DULL))) : 0;
    double most = Math.max(0, shares[1]);
    double own = most + dull * (usual - most) + ABOVE_FACE;
    float taken = (float) (TAKEN + dull * (TAKEN_DULL - TAKEN));
    return new SheenThreshold(Math.min(set, own), taken, oily);
  }

  /** The lamp's shares below which much of the area lies, and most; empty where there is none. */
  private static double[] sharesOfFace(CoarseLight c, double[] lamp) {
    boolean any = false;
    for (float w : c.mask().data()) {
      any |= w > 0;
    }
    if (!any) {
      return new double[0];
    }
    Plane share = LampShare.of(c, lamp);
    return new double[] {
      CoarseLight.quantile(share, c.mask().data(), USUAL_OF_FACE),
      CoarseLight.quantile(share, c.mask().data(), MOST_OF_FACE)
    };
  }

  /** How much a place belongs to where skin is oily, 0 to 1. */
  static Plane oily(EvaluationContext context, int level, Rect rect) {
    return context.mask(OILY, level, rect);
  }

  /** From what share a place is lowered, where skin is as oily as that. */
  float least(float oily) {
    return (float) share * (1 + DRIER * (1 - oily));
  }

  /** Stops by which a place of a share is lowered at 100 %, 0 or more. */
  float stops(float ofPlace, float oily) {
    return taken * Math.max(0, -Roots.log2((1 - ofPlace) / (1 - least(oily))));
  }
}
