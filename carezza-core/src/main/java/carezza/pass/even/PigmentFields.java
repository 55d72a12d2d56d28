package carezza.pass.even;

import carezza.field.MaskedBlur;
import carezza.field.WideGaussian;
import carezza.image.Plane;
import carezza.image.RgbBlock;
import carezza.pass.ColourRatios;
import carezza.pass.EvaluationContext;
import carezza.pass.FieldTiles;
import carezza.pass.Frame;

/**
 * What blood and pigment make darker than the skin round a place, and its taking back. Shade scales
 * the channels alike, so it leaves c1 = log2 R/G and c2 = log2 G/B; blood raises c1 against c2,
 * melanin raises both (Tsumura et al. 2003, as cited by {@link TwoBands}). Against a surround from
 * which what stands out is left:
 *
 * <ul>
 *   <li>flush = max(0, d - S20 d - u) with d = c1 - c2: redness wider than a mark;
 *   <li>blotch = max(0, c1 - S8 c1 - u) / (1 + m / v): small patches of either, less where the
 *       light itself has forms of their size (m, mean square of the middle band of E);
 *   <li>sallow = max(0, c2 - S8 c2 - {@link #REDDER} max(0, c1 - S8 c1) - u) / (1 + m / v): small
 *       patches that are yellower and hardly redder;
 *   <li>dE = {@link #FLUSH} flush + {@link #BLOTCH} blotch + {@link #SALLOW} sallow, the last no
 *       more than the place is then darker than the 8 mm round it; the ratios go up to the {@link
 *       #COLOUR} part of the way to their surround where there is a blotch or a sallow patch,
 *       whether darker or not.
 * </ul>
 *
 * S_x is the {@link Surround} at x mm, u what healthy skin differs by. All fades towards the border
 * of the area. The factors were fitted on the demo sitters against their clean pictures; they are
 * not constants of skin.
 *
 * @param c1 broad band of log2 R/G
 * @param c2 broad band of log2 G/B
 * @param e broad band of log2 luminance
 * @param d1 change of c1 in full
 * @param d2 change of c2 in full
 * @param dE change of E in full
 */
record PigmentFields(Plane c1, Plane c2, Plane e, Plane d1, Plane d2, Plane dE) {
  /** Stops of light a stop of flush, and of blotch. */
  private static final float FLUSH = 0.5f;

  private static final float BLOTCH = 1.1f;
  private static final float COLOUR = 0.5f;

  /** Stops of light a stop of what is sallow, at most. */
  private static final float SALLOW = 4;

  /** Freckles are redder and yellower: a stop redder takes so many of what counts as yellower. */
  private static final float REDDER = 3.5f;

  /** As {@link #USUAL}, in c2 alone. */
  private static final float USUAL_SALLOW = 0.02f;

  /** Stops that healthy skin differs by. */
  private static final float USUAL = 0.03f;

  /** Stops at which a place counts little in its surround. */
  private static final float APART = 0.06f;

  private static final double WIDE_MM = 20;
  private static final double NEAR_MM = 8;

  /** The middle band of E, and over what its square is averaged. */
  private static final double MIDDLE_INNER_MM = 1.5;

  private static final double MIDDLE_OUTER_MM = 8;
  private static final double MIDDLE_MEAN_MM = 3;

  /** Mean square in the middle band at which a blotch counts half. */
  private static final float FORMS = 0.2f * 0.2f;

  /** Towards the border of the area: sigma, and the cover from which and to which it fades. */
  private static final double BORDER_MM = 1;

  private static final float FADED = 0.55f;
  private static final float WHOLE = 0.95f;

  /** How far the fields look, in pixels of their grid, beyond their surrounds. */
  static int reach(double sigmaPx, double pxPerMm) {
    return Math.max(MaskedBlur.reach(sigmaPx), MaskedBlur.reach(BORDER_MM * pxPerMm));
  }

  /**
   * What of a whole field is taken back.
   *
   * @param flush share of it
   * @param blotches share of them
   * @param sallow share of it
   */
  record Shares(float flush, float blotches, float sallow) {}

  /** Surrounds of c1 - c2, c1 and c2, the mean square of the middle band of E, and E round it. */
  static FieldTiles surrounds(Frame frame) {
    int level = frame.levelFor(MIDDLE_INNER_MM, 1.2);
    double px = frame.pxPerMm() / (1 << level);
    return new FieldTiles("pigment", level, Surround.ROUNDS * MaskedBlur.reach(WIDE_MM * px), 0);
  }

  /**
   * @param below at the level of the split
   * @param sigmaMm of the split
   */
  static PigmentFields of(
      EvaluationContext context, RgbBlock below, Plane mask, double sigmaMm, Shares take) {
    double px = context.frame().pxPerMm() / (1 << below.level());
    Plane[] round =
        surrounds(context.frame())
            .over(
                context,
                5,
                (b, m) -> surrounds(context.frame(), b, m),
                below.level(),
                below.rect());
    ColourRatios c = ColourRatios.of(below, mask);
    Plane[] broad = MaskedBlur.of(mask, sigmaMm * px, 0, c.c1(), c.c2(), c.e());
    Plane cover = WideGaussian.blur(mask, BORDER_MM * px);
    Plane d1 = new Plane(below.rect());
    Plane d2 = new Plane(below.rect());
    Plane dE = new Plane(below.rect());
    for (int i = 0; i < cover.data().length; i++) {
      float p = Math.max(0, Math.min(1, (cover.data()[i] - FADED) / (WHOLE - FADED)));
      if (p == 0 || mask.data()[i] == 0) {
        continue;
      }
      float a = broad[0].data()[i] - round[1].data()[i];
      float b = broad[1].data()[i] - round[2].data()[i];
      float d = broad[0].data()[i] - broad[1].data()[i] - round[0].data()[i];
      float red = Math.max(0, d - USUAL);
      float forms = 1 + Math.max(0, round[3].data()[i]) / FORMS;
      float blotch = Math.max(0, a - USUAL) / forms;
      float light = take.flush() * FLUSH * red + take.blotches() * BLOTCH * blotch;
      float over = Math.max(0, a);
      float back = -take.blotches() * COLOUR * p * over / (over + USUAL);
      if (take.sallow() > 0) {
        float sallow = Math.max(0, b - USUAL_SALLOW - REDDER * over) / forms;
        float darker = Math.max(0, round[4].data()[i] - broad[2].data()[i] - light);
        light += Math.min(take.sallow() * SALLOW * sallow, darker);
        back -= take.sallow() * COLOUR * p * sallow / (sallow + USUAL);
      }
      dE.data()[i] = p * light;
      d1.data()[i] = back * a;
      d2.data()[i] = back * b;
    }
    return new PigmentFields(broad[0], broad[1], broad[2], d1, d2, dE);
  }

  private static Plane[] surrounds(Frame frame, RgbBlock below, Plane mask) {
    double px = frame.pxPerMm() / (1 << below.level());
    ColourRatios c = ColourRatios.of(below, mask);
    Plane[] inner = MaskedBlur.of(mask, MIDDLE_INNER_MM * px, 0, c.e());
    Plane[] outer = MaskedBlur.of(mask, MIDDLE_OUTER_MM * px, 0, c.e());
    Plane d = new Plane(below.rect());
    Plane square = new Plane(below.rect());
    for (int i = 0; i < square.data().length; i++) {
      d.data()[i] = c.c1().data()[i] - c.c2().data()[i];
      float m = inner[0].data()[i] - outer[0].data()[i];
      square.data()[i] = m * m;
    }
    return new Plane[] {
      Surround.of(d, mask, WIDE_MM * px, APART),
      Surround.of(c.c1(), mask, NEAR_MM * px, APART),
      Surround.of(c.c2(), mask, NEAR_MM * px, APART),
      MaskedBlur.of(square, mask, MIDDLE_MEAN_MM * px, 0),
      outer[0]
    };
  }
}
