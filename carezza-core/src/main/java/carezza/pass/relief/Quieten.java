package carezza.pass.relief;

import carezza.area.Area;
import carezza.field.MaskedBlur;
import carezza.image.Hash;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.pass.ColourRatios;
import carezza.pass.EvaluationContext;
import carezza.pass.FieldTiles;
import carezza.pass.Frame;
import carezza.pass.Known;
import carezza.pass.Pass;
import carezza.pass.PassKind;
import carezza.pass.SmoothGain;
import carezza.pass.Stage;
import carezza.setting.Field;
import carezza.setting.NumberField;
import carezza.setting.Settings;
import carezza.setting.Unit;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;

/**
 * A place that draws the eye brought nearer to what lies round it: its light lowered towards the
 * light round it, its colour (log2 R/G, log2 G/B) drawn towards the colour round it, its own
 * contrast between {@link #BROAD_MM} and {@link #WIDE_MM} made less. Each by a share of what it
 * differs; what is darker than its surroundings is not lightened. A smooth gain: texture passes
 * through.
 */
public final class Quieten implements PassKind {
  private static final NumberField LIGHT =
      new NumberField("quietLight", Unit.PERCENT, 0, 100, 50, 1).useful(20, 70);

  private static final NumberField CONTRAST =
      new NumberField("quietContrast", Unit.PERCENT, 0, 100, 30, 1).useful(0, 60);

  private static final NumberField COLOUR =
      new NumberField("quietColour", Unit.PERCENT, 0, 100, 40, 1).useful(0, 70);

  /** Where the pull of a place is brought to, in shares of the eye's: under the target of 0.8. */
  private static final double AIM = 0.7;

  private static final double LEAST_SHARE = 15;
  private static final double MOST_SHARE = 75;

  /** Colour draws the eye less than light: a lamp that is lowered may keep some of its own. */
  private static final double LESS_COLOUR = 0.5;

  private static final double BROAD_MM = 0.76;
  private static final double WIDE_MM = 6;

  /** How far round the area its surroundings go. */
  private static final double ROUND_MM = 18;

  private static final double LEAST_WEIGHT = 1e-3;

  @Override
  public String key() {
    return "quieten";
  }

  @Override
  public Stage stage() {
    return Stage.RELIEF;
  }

  @Override
  public List<Field<?>> fields() {
    return List.of(LIGHT, CONTRAST, COLOUR);
  }

  @Override
  public double maxStrength() {
    return 1;
  }

  @Override
  public List<String> affects() {
    return List.of("pull", "halo", "blown");
  }

  /** On nothing until it is painted. */
  @Override
  public Pass start(long id, Known known) {
    return Pass.start(id, this, Area.NONE);
  }

  /** By as much as brings its contrast under that of the eye. */
  @Override
  public Optional<Pass> quietening(long id, Area area, double ratio) {
    double share = Math.max(LEAST_SHARE, Math.min(MOST_SHARE, 100 * (1 - AIM / ratio)));
    double whole = Math.round(share);
    return Optional.of(
        Pass.start(id, this, area)
            .with(LIGHT, whole)
            .with(CONTRAST, whole)
            .with(COLOUR, Math.round(share * LESS_COLOUR) * 1.0));
  }

  @Override
  public Settings neutral() {
    return Settings.start(fields()).with(LIGHT, 0.0).with(CONTRAST, 0.0).with(COLOUR, 0.0);
  }

  @Override
  public boolean isNeutral(Pass p) {
    return p.get(LIGHT) == 0 && p.get(CONTRAST) == 0 && p.get(COLOUR) == 0;
  }

  private static FieldTiles tiles(Frame frame, long hash) {
    int level = frame.levelFor(BROAD_MM, 1.3);
    double px = frame.pxPerMm() / (1 << level);
    return new FieldTiles("quieten", level, MaskedBlur.reach(WIDE_MM * px), hash);
  }

  @Override
  public List<Rect> looksAt(Pass p, Frame frame, Rect rect) {
    return List.of(tiles(frame, 0).reads(frame, rect));
  }

  @Override
  public List<Rect> looksRound(Pass p, Frame frame, Supplier<Rect> area) {
    Rect round = CoarseLight.rect(frame, area.get(), ROUND_MM);
    return round.isEmpty() ? List.of() : List.of(round);
  }

  @Override
  public void apply(EvaluationContext context, RgbBlock b, float[] weight) {
    Pass p = context.pass();
    Rect src = CoarseLight.rect(context.frame(), context.areaBounds(context.area()), ROUND_MM);
    if (src.isEmpty()) {
      return;
    }
    long key = CoarseLight.key(context, key(), src);
    double[] round = CoarseLight.numbers(context, key, src, Quieten::round);
    if (round.length == 0) {
      return;
    }
    SmoothGain.apply(
        context,
        tiles(context.frame(), new Hash().add(p.settingsHash()).add(key).get()),
        (read, mask) -> fields(context, round, read, mask),
        b,
        p.strength(),
        weight);
  }

  /** log2 R/G, log2 G/B and E round the area, medians; empty where there is nothing round it. */
  private static double[] round(CoarseLight c) {
    Plane all = Plane.filled(c.mask().rect(), 1);
    Plane near = MaskedBlur.of(c.mask(), all, ROUND_MM / 2 * c.px(), 0);
    float[] weight = new float[near.data().length];
    double sum = 0;
    for (int i = 0; i < weight.length; i++) {
      float out = 1 - c.mask().data()[i];
      weight[i] = near.data()[i] * out * out;
      sum += weight[i];
    }
    return sum < LEAST_WEIGHT
        ? new double[0]
        : new double[] {
          CoarseLight.quantile(c.light().c1(), weight, 0.5),
          CoarseLight.quantile(c.light().c2(), weight, 0.5),
          CoarseLight.quantile(c.light().e(), weight, 0.5)
        };
  }

  private static Plane[] fields(
      EvaluationContext context, double[] round, RgbBlock below, Plane mask) {
    Pass p = context.pass();
    double px = context.frame().pxPerMm() / (1 << below.level());
    ColourRatios c = ColourRatios.of(below, mask);
    Plane[] broad = MaskedBlur.of(mask, BROAD_MM * px, 0, c.c1(), c.c2(), c.e());
    Plane wide = MaskedBlur.of(c.e(), mask, WIDE_MM * px, 0);
    Plane[] d = {new Plane(below.rect()), new Plane(below.rect()), new Plane(below.rect())};
    float light = (float) (p.get(LIGHT) / 100);
    float contrast = (float) (p.get(CONTRAST) / 100);
    float colour = (float) (p.get(COLOUR) / 100);
    for (int i = 0; i < mask.data().length; i++) {
      if (mask.data()[i] > 0) {
        d[0].data()[i] = colour * ((float) round[0] - broad[0].data()[i]);
        d[1].data()[i] = colour * ((float) round[1] - broad[1].data()[i]);
        float e = broad[2].data()[i];
        float own = contrast * (1 - light) * (wide.data()[i] - e);
        d[2].data()[i] = light * Math.min(0, (float) round[2] - e) + own;
      }
    }
    return SmoothGain.fields(broad[0], broad[1], d[0], d[1], d[2]);
  }
}
