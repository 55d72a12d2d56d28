package carezza.pass.relief;

import carezza.color.Roots;
import carezza.field.MaskedBlur;
import carezza.filter.Smoothstep;
import carezza.image.Hash;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.pass.ColourRatios;
import carezza.pass.EvaluationContext;
import carezza.pass.FieldTiles;
import carezza.pass.Frame;
import carezza.pass.Pass;
import carezza.pass.PassKind;
import carezza.pass.SmoothGain;
import carezza.pass.Stage;
import carezza.setting.Field;
import carezza.setting.NumberField;
import carezza.setting.Settings;
import carezza.setting.Unit;
import java.util.List;
import java.util.function.Supplier;

/**
 * Glow on the planes of the skin that the light falls on: light raised where the modelling band is
 * among the lightest share of the area, more where a place stands out within it ({@code
 * glowContrast}), less where the picture comes near white. Skin alone: eyes, lips and teeth are not
 * in its area. A smooth gain of light: texture passes through and ratios of light stay.
 */
public final class Glow implements PassKind {
  private static final NumberField LIGHT =
      new NumberField("glowLight", Unit.STOP, 0, 0.8, 0.08, 0.01).useful(0.05, 0.25);

  private static final NumberField LIT =
      new NumberField("glowOn", Unit.PERCENT, 5, 100, 35, 1).useful(20, 50);

  private static final NumberField CONTRAST =
      new NumberField("glowContrast", Unit.PERCENT, 0, 100, 20, 1).useful(20, 70);

  private static final double FINE_MM = 0.76;
  private static final double PLANE_MM = 3;
  private static final double WIDE_MM = 8;

  /** From the edge of the lit share glow rises over so many stops to full. */
  private static final double RISE = 0.5;

  /** So much above what is round it, stops, a place has all of its contrast. */
  private static final double OUT = 0.2;

  /** Light from which nothing is raised by all, and at which by nothing, log2 luminance. */
  private static final double NEAR_WHITE = -1;

  private static final double WHITE = -0.15;

  private static final double LEAST_WEIGHT = 1e-3;

  @Override
  public String key() {
    return "glow";
  }

  @Override
  public Stage stage() {
    return Stage.RELIEF;
  }

  @Override
  public List<Field<?>> fields() {
    return List.of(LIGHT, LIT, CONTRAST);
  }

  @Override
  public List<String> affects() {
    return List.of("reliefKept", "lightness", "blown", "blotch", "linesKept", "halo");
  }

  @Override
  public String homeRegion() {
    return "skin";
  }

  @Override
  public Settings sample(Frame frame) {
    return Settings.start(fields()).with(LIGHT, LIGHT.max()).with(LIT, LIT.max());
  }

  @Override
  public Settings neutral() {
    return Settings.start(fields()).with(LIGHT, 0.0);
  }

  @Override
  public boolean isNeutral(Pass p) {
    return p.get(LIGHT) == 0;
  }

  private static FieldTiles tiles(Frame frame, long hash) {
    int level = frame.levelFor(FINE_MM, 1.3);
    double px = frame.pxPerMm() / (1 << level);
    return new FieldTiles("glow", level, MaskedBlur.reach(WIDE_MM * px), hash);
  }

  @Override
  public List<Rect> looksAt(Pass p, Frame frame, Rect rect) {
    return List.of(tiles(frame, 0).reads(frame, rect));
  }

  @Override
  public List<Rect> looksRound(Pass p, Frame frame, Supplier<Rect> area) {
    Rect all = CoarseLight.rect(frame, area.get(), 0);
    return all.isEmpty() ? List.of() : List.of(all);
  }

  @Override
  public void apply(EvaluationContext context, RgbBlock b, float[] weight) {
    Pass p = context.pass();
    Rect src = CoarseLight.rect(context.frame(), context.areaBounds(context.area()), 0);
    if (src.isEmpty()) {
      return;
    }
    Hash h = new Hash().add(CoarseLight.key(context, key(), src)).add(p.get(LIT));
    for (float v : context.light().floats()) {
      h.add(v);
    }
    long key = h.get();
    double share = 1 - p.get(LIT) / 100;
    double[] edge = CoarseLight.numbers(context, key, src, c -> edge(c, share));
    if (edge.length == 0) {
      return;
    }
    float stops = p.get(LIGHT).floatValue();
    SmoothGain.apply(
        context,
        tiles(context.frame(), new Hash().add(p.get(CONTRAST)).add(key).get()),
        (read, mask) -> fields(context, edge[0], read, mask),
        b,
        stops * p.strength(),
        weight);
  }

  /** The light at which the lit share begins; empty where there is no skin. */
  private static double[] edge(CoarseLight c, double share) {
    double sum = 0;
    for (float w : c.mask().data()) {
      sum += w;
    }
    Plane planes = MaskedBlur.of(c.light().e(), c.mask(), PLANE_MM * c.px(), 0);
    return sum < LEAST_WEIGHT
        ? new double[0]
        : new double[] {CoarseLight.quantile(planes, c.mask().data(), share)};
  }

  /** Shares of the glow, alike for the three channels. */
  private static Plane[] fields(
      EvaluationContext context, double edge, RgbBlock below, Plane mask) {
    double px = context.frame().pxPerMm() / (1 << below.level());
    float contrast = (float) (context.pass().get(CONTRAST) / 100);
    Plane e = ColourRatios.of(below, mask).e();
    float[] fine = MaskedBlur.of(e, mask, FINE_MM * px, 0).data();
    float[] plane = MaskedBlur.of(e, mask, PLANE_MM * px, 0).data();
    float[] wide = MaskedBlur.of(e, mask, WIDE_MM * px, 0).data();
    float[] white = whiteness(context, fine);
    Plane out = new Plane(below.rect());
    for (int i = 0; i < fine.length; i++) {
      if (mask.data()[i] > 0) {
        double lit = Smoothstep.rising((plane[i] - edge) / RISE);
        double stands = Math.max(-1, Math.min(1, (fine[i] - wide[i]) / OUT));
        out.data()[i] = (float) (lit * (1 + contrast * stands) * white[i]);
      }
    }
    return new Plane[] {out, out, out};
  }

  /** What may still be raised of light that comes near white as it is seen below, 0 to 1. */
  private static float[] whiteness(EvaluationContext context, float[] e) {
    double more = Roots.log2((float) context.light().times(1, 1, 1)[1]);
    float[] out = new float[e.length];
    for (int i = 0; i < e.length; i++) {
      out[i] = (float) Smoothstep.rising((WHITE - e[i] - more) / (WHITE - NEAR_WHITE));
    }
    return out;
  }
}
