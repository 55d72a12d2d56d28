package carezza.pass.relief;

import carezza.area.Area;
import carezza.area.Stroke;
import carezza.color.Adaptation;
import carezza.color.Oklab;
import carezza.color.Roots;
import carezza.image.RgbBlock;
import carezza.pass.Action;
import carezza.pass.EvaluationContext;
import carezza.pass.Known;
import carezza.pass.Mixing;
import carezza.pass.Pass;
import carezza.pass.PassGroup;
import carezza.pass.PassKind;
import carezza.pass.Stage;
import carezza.pass.Summary;
import carezza.pass.Weighted;
import carezza.region.RegionName;
import carezza.setting.ChoiceField;
import carezza.setting.Field;
import carezza.setting.NumberField;
import carezza.setting.Settings;
import carezza.setting.Unit;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/**
 * Dodge or burn: a gain of 2^(stops x mask x strength) in linear light. At colour 100 % the three
 * channels are scaled alike and saturation stays; at 0 % Oklab chroma stays; between, chroma is
 * scaled by the gain's cube root to the power of the setting. Lightness L of Oklab is the same for
 * every colour setting. Other ways of laying it on are {@link LightMix}es. Where a change of light
 * brings a change of colour, each pass has its own correction, richer and warmer. Point-wise, so
 * texture passes through.
 */
public final class LightCurve implements PassKind {
  private static final NumberField STOPS =
      new NumberField("stops", Unit.STOP, 0, 2, 0.5, 0.02).useful(0.2, 0.8);
  private static final NumberField COLOUR =
      new NumberField("colour", Unit.PERCENT, 0, 100, 70, 1).useful(55, 85);

  private static final ChoiceField MIX =
      new ChoiceField("mix", Stream.of(LightMix.values()).map(LightMix::key).toList()).later();

  private static final NumberField FROM =
      new NumberField("patchFrom", Unit.MM, 1.5, 20, 3, 0.5).useful(2, 6).later();
  private static final NumberField TO =
      new NumberField("patchTo", Unit.MM, 3, 60, 20, 1).useful(10, 30).later();
  private static final NumberField LEAST =
      new NumberField("patchLeast", Unit.STOP, 0.005, 0.3, 0.01, 0.005).useful(0.01, 0.05).later();

  /** Colour that goes with the light where it is painted, whichever the mix. */
  private static final NumberField RICHNESS =
      new NumberField("richness", Unit.PERCENT, -60, 60, 0, 1).useful(-25, 25).later();

  private static final NumberField MIRED =
      new NumberField("mired", Unit.MIRED, -60, 60, 0, 1).useful(-20, 20).later();

  /** What is corrected finely, and what shapes. */
  private static final double MILD = 0.25;

  private static final double STRONG = 1;

  private static final LightCurve DODGE = new LightCurve("dodge", 1);
  private static final LightCurve BURN = new LightCurve("burn", -1);

  private final String key;
  private final int sign;

  private LightCurve(String key, int sign) {
    this.key = key;
    this.sign = sign;
  }

  public static LightCurve dodge() {
    return DODGE;
  }

  public static LightCurve burn() {
    return BURN;
  }

  @Override
  public String key() {
    return key;
  }

  @Override
  public Stage stage() {
    return Stage.RELIEF;
  }

  @Override
  public List<Field<?>> fields() {
    return List.of(STOPS, COLOUR, MIX, RICHNESS, MIRED, FROM, TO, LEAST);
  }

  @Override
  public List<String> affects() {
    return List.of(
        "lightness", "reliefKept", "blotch", "textureKept", "halo", "blown", "catchLights");
  }

  /** How far colour goes along is asked of the curve of light alone; the other mixes say it. */
  @Override
  public Set<Field<?>> idle(Pass p) {
    return LightMix.of(p.get(MIX)) == LightMix.CURVES ? Set.of() : Set.of(COLOUR);
  }

  /** On nothing until it is painted; within skin where a face is known. */
  @Override
  public Pass start(long id, Known known) {
    Area bare = Area.NONE;
    return Pass.start(
        id, this, known.hasFace() ? bare.with(Contour.within(RegionName.SKIN)) : bare);
  }

  /** Mild and strong corrections are kept apart: a pair of each, after the second of the two. */
  @Override
  public List<PassGroup> groups() {
    return sign < 0
        ? List.of(
            new PassGroup("mildPair", (id, known) -> pair(id, known, MILD)),
            new PassGroup("strongPair", (id, known) -> pair(id, known, STRONG)))
        : List.of();
  }

  private static List<Pass> pair(long id, Known known, double stops) {
    return Stream.of(DODGE.start(id, known), BURN.start(id + 1, known))
        .map(p -> p.with(STOPS, stops))
        .toList();
  }

  @Override
  public List<Action> actions() {
    return List.of(
        new Action.Choose("findPatches", c -> patches(c).offers(LightCurve::with)),
        new Action.Choose("findContour", c -> new Contour(c, wanted(c)).offers(LightCurve::with)));
  }

  /** With the patches whose colour says that they are no form. */
  @Override
  public Pass proposed(EvaluationContext context) {
    return patches(context).laid(LightCurve::with).apply(context.pass());
  }

  private LightPatches patches(EvaluationContext context) {
    return new LightPatches(context, wanted(context));
  }

  private DabOffers.Wanted wanted(EvaluationContext context) {
    Pass p = context.pass();
    return new DabOffers.Wanted(sign, p.get(FROM), p.get(TO), p.get(LEAST), p.get(STOPS));
  }

  private static Pass with(Pass p, List<Stroke> strokes, double stops) {
    Area area = p.area();
    for (Stroke s : strokes) {
      area = area.with(s);
    }
    return p.withArea(area).with(STOPS, Math.min(STOPS.max(), stops));
  }

  @Override
  public String nextStep() {
    return "next.relief";
  }

  @Override
  public Optional<Summary> summary(Pass p, Known known) {
    return known
        .reading("reliefKept")
        .filter(r -> !p.area().isEmpty())
        .map(r -> new Summary("sum.relief", r.now()));
  }

  @Override
  public Settings neutral() {
    return Settings.start(fields()).with(STOPS, 0.0);
  }

  @Override
  public boolean isNeutral(Pass p) {
    return p.get(STOPS) == 0 && p.get(RICHNESS) == 0 && p.get(MIRED) == 0;
  }

  @Override
  public void apply(EvaluationContext context, RgbBlock b, float[] weight) {
    Pass p = context.pass();
    if (p.get(STOPS) != 0) {
      light(p, b, weight);
    }
    float s = (float) p.strength();
    if (p.get(RICHNESS) != 0) {
      float richer = s * (float) (p.get(RICHNESS) / 100);
      Weighted.change(
          b, weight, (red, green, blue, w, at) -> Mixing.richer(richer, red, green, blue, w));
    }
    if (p.get(MIRED) != 0) {
      float[] warmer = Adaptation.shift(s * p.get(MIRED), 0).floats();
      Weighted.change(
          b, weight, (red, green, blue, w, at) -> Mixing.mix(warmer, red, green, blue, w));
    }
  }

  private void light(Pass p, RgbBlock b, float[] weight) {
    LightMix mix = LightMix.of(p.get(MIX));
    if (mix != LightMix.CURVES) {
      float full = (float) (mix.full(sign * p.get(STOPS)) * p.strength());
      Weighted.change(b, weight, (red, green, blue, w, at) -> mix.apply(full, red, green, blue, w));
      return;
    }
    float stops = (float) (sign * p.get(STOPS) * p.strength());
    float keep = (float) (p.get(COLOUR) / 100) - 1;
    Weighted.change(b, weight, (red, green, blue, w, at) -> gain(stops, keep, red, green, blue, w));
  }

  private static void gain(float stops, float keep, float[] r, float[] g, float[] b, float[] w) {
    float[] root = new float[w.length];
    if (keep == 0) {
      Roots.exp2(w, stops, root);
      for (int i = 0; i < r.length; i++) {
        r[i] *= root[i];
        g[i] *= root[i];
        b[i] *= root[i];
      }
      return;
    }
    float[] chroma = new float[w.length];
    Roots.exp2(w, stops / 3, root);
    Roots.exp2(w, stops / 3 * keep, chroma);
    Oklab.scale(r, g, b, root, chroma);
  }
}
