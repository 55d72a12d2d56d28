package carezza.pass.even;

import carezza.color.Roots;
import carezza.field.MaskedBlur;
import carezza.image.Hash;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.pass.Action;
import carezza.pass.ColourRatios;
import carezza.pass.EvaluationContext;
import carezza.pass.FieldTiles;
import carezza.pass.Finding;
import carezza.pass.Frame;
import carezza.pass.Known;
import carezza.pass.Pass;
import carezza.pass.PassKind;
import carezza.pass.SmoothGain;
import carezza.pass.Stage;
import carezza.pass.Summary;
import carezza.setting.Field;
import carezza.setting.FlagField;
import carezza.setting.NumberField;
import carezza.setting.Settings;
import carezza.setting.Unit;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;

/**
 * Two bands: frequency separation at a size in mm. The broad band (Gaussian with sigma = size /
 * 2.355, in logarithms of light) is evened inside the area; the fine band is what remains and
 * passes untouched, because evening is a smooth gain.
 *
 * <p>Evening tells blotch from form by colour. Shade scales the channels alike and leaves the
 * ratios R/G and G/B; blood raises R/G alone and melanin raises both about equally (Tsumura et al.
 * 2003, "Image-based skin color and texture analysis/synthesis by extracting hemoglobin and melanin
 * information in the skin": skin colour in logarithms is shade plus two pigments). So the ratios'
 * deviation between the split and 8 mm is taken out, and with it the darkening that blood brings:
 * {@link #DARKENING} stops a stop of (R/G) / (G/B). A form that is only shade has no such deviation
 * and stays. What is left in lightness is evened where its deviation is small against {@code hold}
 * (a bell of the deviation), so that edges and planes, which are large, stay.
 *
 * <p>That is the former way, which passes without {@code byPigment} have. Now a wide redness and
 * small blotches are fields of their own strength, and so are sallow patches: {@link
 * PigmentFields}. Flush, blotches and sallow patches are idle in the former way.
 */
public final class TwoBands implements PassKind {
  private static final NumberField SPLIT =
      new NumberField("split", Unit.MM, 1, 3.5, 1.8, 0.1).useful(1.4, 3);
  private static final NumberField EVENING =
      new NumberField("evening", Unit.PERCENT, 0, 100, 95, 1).useful(60, 100);
  private static final NumberField HOLD =
      new NumberField("hold", Unit.STOP, 0, 0.3, 0.01, 0.01).useful(0, 0.06);

  /** Whether it evens by what blood and pigment are; passes of before do not. */
  private static final FlagField PIGMENT = new FlagField("byPigment", false).later();

  /** How much of a wide redness is taken back. */
  private static final NumberField FLUSH =
      new NumberField("flush", Unit.PERCENT, 0, 200, 100, 1).useful(50, 150).later();

  /** How much of small blotches is taken back. */
  private static final NumberField BLOTCHES =
      new NumberField("blotches", Unit.PERCENT, 0, 200, 100, 1).useful(50, 150).later();

  /** How much is taken back of patches that are darker and yellower; nothing before. */
  private static final NumberField SALLOW =
      new NumberField("sallow", Unit.PERCENT, 0, 200, 0, 1).useful(50, 150).later();

  /** Where a new pass splits, mm: freckles lie in the fine band and stay. */
  private static final double BROADER = 2.5;

  /** Blotch before the retouching, L*, from which evening is recommended. */
  private static final double BLOTCHED = 0.8;

  /**
   * Stops of luminance taken back for a stop of blood signal. Fitted, with the starting values of
   * evening and hold, on the demo sitters against their clean pictures; not a measured constant of
   * skin.
   */
  private static final float DARKENING = 1.0f;

  /** Full width at half height of a Gaussian, in sigmas: 2 sqrt(2 ln 2). */
  private static final double FWHM = 2.3548200450309493;

  /** Share of evening where skin is paler than its surround: a pale place is seldom a fault. */
  private static final float PALER = 0.15f;

  /** Blood signal in stops at which a place counts half in its surround. */
  private static final double STANDS_OUT = 0.1;

  /** Share of the ratios' deviation that is taken out at full evening: some flush stays. */
  private static final float COLOUR = 0.7f;

  /**
   * Stops above the surround at which paler light counts as sheen, which keeps the lamp's colour.
   */
  private static final float SHEEN = 0.3f;

  private static final double NEAR_MM = 0.8;
  private static final double OUTER_MM = 8;
  private static final double LIGHT_OUTER_MM = 4;

  @Override
  public String key() {
    return "twoBands";
  }

  @Override
  public Stage stage() {
    return Stage.EVEN;
  }

  @Override
  public List<Field<?>> fields() {
    return List.of(SPLIT, EVENING, PIGMENT, FLUSH, BLOTCHES, SALLOW, HOLD);
  }

  @Override
  public double maxStrength() {
    return 1.3;
  }

  @Override
  public boolean evensLight() {
    return true;
  }

  @Override
  public List<String> affects() {
    return List.of(
        "textureKept", "reliefKept", "blotch", "split", "smallFormsKept", "linesKept", "halo");
  }

  @Override
  public String nextStep() {
    return "next.twoBands";
  }

  @Override
  public Optional<Finding> finding(Known known) {
    return known
        .reading("blotch")
        .filter(r -> r.before() > BLOTCHED)
        .map(r -> new Finding("finding.blotch", r, r.before()));
  }

  @Override
  public Optional<Summary> summary(Pass p, Known known) {
    return known
        .reading("blotch")
        .filter(r -> r.before() > 0)
        .map(r -> new Summary("sum.blotch", 100 * (r.now() / r.before() - 1)));
  }

  @Override
  public OptionalDouble splitMm(Pass p) {
    return OptionalDouble.of(sigmaMm(p));
  }

  @Override
  public Pass start(long id, Known known) {
    Pass p = PassKind.super.start(id, known);
    return p.with(SPLIT, BROADER)
        .with(EVENING, 100.0)
        .with(PIGMENT, true)
        .with(SALLOW, 100.0)
        .with(HOLD, 0.0);
  }

  @Override
  public Settings sample(Frame frame) {
    return Settings.start(fields()).with(PIGMENT, true).with(BLOTCHES, 80.0).with(SALLOW, 90.0);
  }

  @Override
  public List<Action> actions() {
    return List.of(
        new Action.Weigh("whySplit", SPLIT, List.of("broad_band", "fine_band"), SplitSizes::of));
  }

  @Override
  public Set<Field<?>> idle(Pass p) {
    return isByFields(p) ? Set.of() : Set.of(FLUSH, BLOTCHES, SALLOW);
  }

  private static boolean isByFields(Pass p) {
    return p.get(PIGMENT);
  }

  @Override
  public Settings neutral() {
    return Settings.start(fields()).with(EVENING, 0.0);
  }

  @Override
  public String homeRegion() {
    return "skin";
  }

  @Override
  public boolean isNeutral(Pass p) {
    return p.get(EVENING) == 0;
  }

  /** Sigma of the split in mm. */
  private static double sigmaMm(Pass p) {
    return p.get(SPLIT) / FWHM;
  }

  /** The broad surround: ratios at 8 mm, lightness at 4 mm. */
  private static FieldTiles surround(Frame frame) {
    int level = frame.levelFor(LIGHT_OUTER_MM, 3);
    double px = frame.pxPerMm() / (1 << level);
    return new FieldTiles("surround", level, MaskedBlur.reach(OUTER_MM * px), 0);
  }

  /** The broad band and what deviates in it. */
  private static FieldTiles band(Pass p, Frame frame) {
    double sigma = sigmaMm(p);
    int level = frame.levelFor(sigma, 2.4);
    double px = frame.pxPerMm() / (1 << level);
    Hash hash = new Hash().add(sigma).add(p.get(HOLD));
    int reach = 2 * MaskedBlur.reach(sigma * px);
    if (isByFields(p)) {
      hash.add(p.get(FLUSH)).add(p.get(BLOTCHES)).add(p.get(SALLOW));
      reach = Math.max(reach, PigmentFields.reach(sigma * px, px));
    }
    return new FieldTiles("twoBands", level, reach, hash.get());
  }

  @Override
  public List<Rect> looksAt(Pass p, Frame frame, Rect rect) {
    Rect near = band(p, frame).reads(frame, rect);
    return isByFields(p)
        ? List.of(
            near,
            surround(frame).reads(frame, near),
            PigmentFields.surrounds(frame).reads(frame, near))
        : List.of(near, surround(frame).reads(frame, near));
  }

  @Override
  public void apply(EvaluationContext context, RgbBlock b, float[] weight) {
    Pass p = context.pass();
    SmoothGain.apply(
        context,
        band(p, context.frame()),
        (below, m) -> fields(context, below, m),
        b,
        p.get(EVENING) / 100 * p.strength(),
        weight);
  }

  /** Gains of the three channels, in stops, that even the broad band in full. */
  private static Plane[] fields(EvaluationContext context, RgbBlock below, Plane mask) {
    double px = context.frame().pxPerMm() / (1 << below.level());
    double sigma = sigmaMm(context.pass()) * px;
    double hold = context.pass().get(HOLD);
    if (isByFields(context.pass())) {
      return byFields(context, below, mask, px);
    }
    Plane[] outer =
        surround(context.frame())
            .over(
                context, 3, (b, m) -> surround(context.frame(), b, m), below.level(), below.rect());
    ColourRatios c = ColourRatios.of(below, mask);
    Plane[] broad = MaskedBlur.of(mask, sigma, 0, c.c1(), c.c2(), c.e());
    Plane c1 = broad[0];
    Plane c2 = broad[1];
    Plane e = broad[2];
    Plane d1 = new Plane(below.rect());
    Plane d2 = new Plane(below.rect());
    Plane blood = new Plane(below.rect());
    Plane small = new Plane(below.rect());
    for (int i = 0; i < d1.data().length; i++) {
      if (mask.data()[i] == 0) {
        continue;
      }
      float a = c1.data()[i] - outer[0].data()[i];
      float b = c2.data()[i] - outer[1].data()[i];
      float h = a - b;
      float above = e.data()[i] - outer[2].data()[i];
      float sheen = a < 0 && b < 0 ? Math.max(0, Math.min(1, above / SHEEN)) : 0;
      d1.data()[i] = -COLOUR * (1 - sheen) * a;
      d2.data()[i] = -COLOUR * (1 - sheen) * b;
      blood.data()[i] = DARKENING * (h > 0 ? h : PALER * h);
      float d = above + blood.data()[i];
      small.data()[i] = hold == 0 ? 0 : (float) (d * Math.exp(-0.5 * d * d / (hold * hold)));
    }
    Plane[] soft = MaskedBlur.of(mask, sigma / 2, 0, d1, d2, blood);
    Plane even = hold == 0 ? small : MaskedBlur.of(small, mask, sigma, 0);
    for (int i = 0; i < even.data().length; i++) {
      soft[2].data()[i] -= even.data()[i];
    }
    return SmoothGain.fields(c1, c2, soft[0], soft[1], soft[2]);
  }

  private static float share(Pass p, NumberField f) {
    return (float) (p.get(f) / 100);
  }

  /** By what is blood and pigment; lightness that deviates little besides. */
  private static Plane[] byFields(
      EvaluationContext context, RgbBlock below, Plane mask, double px) {
    Pass p = context.pass();
    double sigma = sigmaMm(p) * px;
    double hold = p.get(HOLD);
    PigmentFields f =
        PigmentFields.of(
            context,
            below,
            mask,
            sigmaMm(p),
            new PigmentFields.Shares(share(p, FLUSH), share(p, BLOTCHES), share(p, SALLOW)));
    if (hold > 0) {
      Plane light =
          surround(context.frame())
              .over(
                  context,
                  3,
                  (b, m) -> surround(context.frame(), b, m),
                  below.level(),
                  below.rect())[2];
      Plane small = new Plane(below.rect());
      for (int i = 0; i < small.data().length; i++) {
        float d = mask.data()[i] == 0 ? 0 : f.e().data()[i] - light.data()[i];
        small.data()[i] = (float) (d * Math.exp(-0.5 * d * d / (hold * hold)));
      }
      Plane even = MaskedBlur.of(small, mask, sigma, 0);
      for (int i = 0; i < even.data().length; i++) {
        f.dE().data()[i] -= even.data()[i];
      }
    }
    return SmoothGain.fields(f.c1(), f.c2(), f.d1(), f.d2(), f.dE());
  }

  /**
   * The surround as it would be without blotches: twice found again with less weight where blood
   * stands out of the surround found before.
   */
  private static Plane[] surround(Frame frame, RgbBlock below, Plane mask) {
    double px = frame.pxPerMm() / (1 << below.level());
    ColourRatios c = ColourRatios.of(below, mask);
    Plane near = new Plane(below.rect());
    for (int i = 0; i < near.data().length; i++) {
      near.data()[i] = c.c1().data()[i] - c.c2().data()[i];
    }
    near = MaskedBlur.of(near, mask, NEAR_MM * px, 0);
    Plane weight = mask;
    for (int round = 0; round < 2; round++) {
      Plane far = MaskedBlur.of(near, weight, OUTER_MM * px, 0);
      Plane next = new Plane(below.rect());
      for (int i = 0; i < next.data().length; i++) {
        float over = Math.max(0, near.data()[i] - far.data()[i]) / (float) STANDS_OUT;
        next.data()[i] = mask.data()[i] * Roots.exp2(-Math.min(20, over * over));
      }
      weight = next;
    }
    Plane[] ratios = MaskedBlur.of(weight, OUTER_MM * px, 0, c.c1(), c.c2());
    return new Plane[] {ratios[0], ratios[1], MaskedBlur.of(c.e(), mask, LIGHT_OUTER_MM * px, 0)};
  }
}
