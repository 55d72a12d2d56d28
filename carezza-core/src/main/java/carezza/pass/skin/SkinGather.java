package carezza.pass.skin;

import carezza.color.Roots;
import carezza.face.FaceMap;
import carezza.field.MaskedBlur;
import carezza.image.Hash;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.pass.ColourRatios;
import carezza.pass.EvaluationContext;
import carezza.pass.FieldTiles;
import carezza.pass.Finding;
import carezza.pass.Frame;
import carezza.pass.Known;
import carezza.pass.Pass;
import carezza.pass.PassKind;
import carezza.pass.Places;
import carezza.pass.SmoothGain;
import carezza.pass.Stage;
import carezza.pass.Summary;
import carezza.setting.Field;
import carezza.setting.NumberField;
import carezza.setting.Place;
import carezza.setting.PlaceField;
import carezza.setting.Settings;
import carezza.setting.Unit;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Skin: colour gathered towards a reference place. The ratios R/G and G/B of the skin, smoothed at
 * sigma 2 mm inside the area, are brought towards those of the place by one amount; lightness by a
 * smaller one of its own, and only its deviation between 8 and 30 mm, so that neither the modelling
 * nor the sitter's own lightness is moved. The place is read afresh from the picture below, so a
 * new white balance moves reference and skin together. Ratios far from the reference (lips, brows,
 * make-up left in the area) are drawn less: the pull fades with a bell of 0.8 stop. Sheen keeps the
 * lamp's colour: light paler than the reference is drawn less the more it stands above its
 * surround.
 */
public final class SkinGather implements PassKind {
  private static final NumberField GATHER =
      new NumberField("gather", Unit.PERCENT, 0, 100, 55, 1).useful(35, 70);
  private static final NumberField LIGHT =
      new NumberField("light", Unit.PERCENT, 0, 50, 0, 1).useful(0, 20);
  private static final PlaceField PLACE = new PlaceField("reference", 10);

  /** Colour spread before the retouching from which gathering is recommended. */
  private static final double SPREAD = 2;

  private static final double SIGMA_MM = 2;
  private static final double SHEEN_OUTER_MM = 12;

  /** Stops above the surround at which sheen begins, and over which it becomes full. */
  private static final float SHEEN_FROM = 0.35f;

  private static final float SHEEN_OVER = 0.4f;
  private static final double LIGHT_INNER_MM = 8;
  private static final double LIGHT_OUTER_MM = 30;
  private static final float FAR = 0.8f;

  @Override
  public String key() {
    return "skin";
  }

  @Override
  public Stage stage() {
    return Stage.SKIN;
  }

  @Override
  public List<Field<?>> fields() {
    return List.of(GATHER, LIGHT, PLACE);
  }

  @Override
  public double maxStrength() {
    return 1.5;
  }

  @Override
  public List<String> affects() {
    return List.of("spread", "siteMatch", "skinHue", "lightness", "blotch", "textureKept");
  }

  @Override
  public String nextStep() {
    return "next.gather";
  }

  /** Sites of skin that stand apart, else colour that is spread. */
  @Override
  public Optional<Finding> finding(Known known) {
    return known
        .reading("siteMatch")
        .filter(r -> !r.isInBand() && !r.isBelow())
        .map(r -> new Finding("finding.siteMatch", r, r.now()))
        .or(
            () ->
                known
                    .reading("spread")
                    .filter(r -> r.before() > SPREAD)
                    .map(r -> new Finding("finding.spread", r, r.before())));
  }

  /** Towards a place on the cheek below the sitter's right eye. */
  @Override
  public Pass start(long id, Known known) {
    Pass p = PassKind.super.start(id, known);
    return known.faceMap().map(f -> p.with(PLACE, Optional.of(cheek(f)))).orElse(p);
  }

  private static Place cheek(FaceMap f) {
    double dx = f.leftEye().x() - f.rightEye().x();
    double dy = f.leftEye().y() - f.rightEye().y();
    return new Place(
        f.rightEye().x() - 0.08 * dx - 0.6 * dy,
        f.rightEye().y() + 0.6 * dx - 0.08 * dy,
        PLACE.sizeMm());
  }

  @Override
  public Optional<Summary> summary(Pass p, Known known) {
    return known
        .reading("spread")
        .filter(r -> r.before() > 0)
        .map(r -> new Summary("sum.spread", 100 * (r.now() / r.before() - 1)));
  }

  @Override
  public Optional<Place> reference(Pass p) {
    return p.get(PLACE);
  }

  @Override
  public Settings sample(Frame frame) {
    Rect b = frame.bounds();
    Place middle = new Place(b.x() + 0.7 * b.w(), b.y() + 0.2 * b.h(), 8);
    return Settings.start(fields()).with(LIGHT, 20.0).with(PLACE, Optional.of(middle));
  }

  @Override
  public Settings neutral() {
    return Settings.start(fields()).with(GATHER, 0.0);
  }

  @Override
  public String homeRegion() {
    return "skin";
  }

  @Override
  public boolean isNeutral(Pass p) {
    return p.get(PLACE).isEmpty() || (p.get(GATHER) == 0 && p.get(LIGHT) == 0);
  }

  /**
   * A place that lies outside, as after the picture was replaced by a smaller one, does nothing.
   */
  @Override
  public boolean touches(Pass p, Frame frame, Rect rect) {
    return !Places.bounds(frame, p.get(PLACE).orElseThrow()).isEmpty();
  }

  private static FieldTiles colour(Frame frame, long goal) {
    int level = frame.levelFor(SIGMA_MM, 3);
    double px = frame.pxPerMm() / (1 << level);
    return new FieldTiles("skinColour", level, MaskedBlur.reach(SIGMA_MM * px), goal);
  }

  /** E of the wide surround, above which light counts as sheen. */
  private static FieldTiles surround(Frame frame) {
    int level = frame.levelFor(SHEEN_OUTER_MM, 3);
    double px = frame.pxPerMm() / (1 << level);
    return new FieldTiles("skinSurround", level, MaskedBlur.reach(SHEEN_OUTER_MM * px), 0);
  }

  private static FieldTiles lightness(Frame frame) {
    int level = frame.levelFor(LIGHT_INNER_MM, 3);
    double px = frame.pxPerMm() / (1 << level);
    return new FieldTiles("skinLightness", level, MaskedBlur.reach(LIGHT_OUTER_MM * px), 0);
  }

  @Override
  public List<Rect> looksAt(Pass p, Frame frame, Rect rect) {
    List<Rect> out = new ArrayList<>();
    Rect near = colour(frame, 0).reads(frame, rect);
    out.add(near);
    out.add(surround(frame).reads(frame, near));
    out.add(Places.bounds(frame, p.get(PLACE).orElseThrow()));
    if (p.get(LIGHT) > 0) {
      out.add(lightness(frame).reads(frame, rect));
    }
    return out;
  }

  @Override
  public void apply(EvaluationContext context, RgbBlock b, float[] weight) {
    Pass p = context.pass();
    float[] goal = reference(context);
    FieldTiles colour = colour(context.frame(), new Hash().add(goal[0]).add(goal[1]).get());
    Plane[] stops =
        colour.over(context, 3, (below, m) -> colour(context, below, m, goal), b, weight);
    SmoothGain.apply(b, stops, (float) (p.get(GATHER) / 100 * p.strength()), weight);
    if (p.get(LIGHT) > 0) {
      Plane even =
          lightness(context.frame())
              .over(context, 1, (below, m) -> lightness(context, below, m), b, weight)[0];
      Plane[] all = {even, even, even};
      SmoothGain.apply(b, all, (float) (p.get(LIGHT) / 100 * p.strength()), weight);
    }
  }

  private static float[] reference(EvaluationContext context) {
    Place place = context.pass().get(PLACE).orElseThrow();
    Rect rect = Places.bounds(context.frame(), place);
    long key =
        new Hash()
            .add("reference")
            .add(place.x())
            .add(place.y())
            .add(place.sizeMm())
            .add(context.unlit().belowFingerprint(rect))
            .get();
    return context.analysis(
        key,
        16,
        () -> {
          double[] m = Places.meanLight(context.unlit().below(), context.frame(), place);
          float g = (float) Math.max(1e-3, m[1]);
          return new float[] {
            Roots.log2((float) Math.max(1e-3, m[0]) / g),
            Roots.log2(g / (float) Math.max(1e-3, m[2]))
          };
        });
  }

  private static Plane[] surround(EvaluationContext context, RgbBlock below, Plane mask) {
    double px = context.frame().pxPerMm() / (1 << below.level());
    return new Plane[] {
      MaskedBlur.of(ColourRatios.of(below, mask).e(), mask, SHEEN_OUTER_MM * px, 0)
    };
  }

  /** Gains in stops that bring the smoothed colour to the goal in full. */
  private static Plane[] colour(
      EvaluationContext context, RgbBlock below, Plane mask, float[] goal) {
    double px = context.frame().pxPerMm() / (1 << below.level());
    ColourRatios c = ColourRatios.of(below, mask);
    Plane[] near = MaskedBlur.of(mask, SIGMA_MM * px, 0, c.c1(), c.c2(), c.e());
    Plane wide =
        surround(context.frame())
            .over(context, 1, (b, m) -> surround(context, b, m), below.level(), below.rect())[0];
    Plane above = difference(near[2], wide);
    Plane d1 = new Plane(below.rect());
    Plane d2 = new Plane(below.rect());
    float[] pull = new float[d1.data().length];
    for (int i = 0; i < pull.length; i++) {
      float a = goal[0] - near[0].data()[i];
      float b = goal[1] - near[1].data()[i];
      d1.data()[i] = a;
      d2.data()[i] = b;
      pull[i] = a * a + b * b;
    }
    Roots.exp2(pull, -1 / (FAR * FAR), pull);
    for (int i = 0; i < pull.length; i++) {
      boolean sheen = d1.data()[i] > 0 && d2.data()[i] > 0;
      float over = sheen ? (above.data()[i] - SHEEN_FROM) / SHEEN_OVER : 0;
      pull[i] *= 1 - Math.max(0, Math.min(1, over));
      d1.data()[i] *= pull[i];
      d2.data()[i] *= pull[i];
    }
    return SmoothGain.fields(near[0], near[1], d1, d2, new Plane(below.rect()));
  }

  /** Gains in stops that take the unevenness of lightness out in full. */
  private static Plane[] lightness(EvaluationContext context, RgbBlock below, Plane mask) {
    double px = context.frame().pxPerMm() / (1 << below.level());
    Plane e = ColourRatios.of(below, mask).e();
    return new Plane[] {
      difference(
          MaskedBlur.of(e, mask, LIGHT_OUTER_MM * px, 0),
          MaskedBlur.of(e, mask, LIGHT_INNER_MM * px, 0))
    };
  }

  private static Plane difference(Plane a, Plane b) {
    Plane d = new Plane(a.rect());
    for (int i = 0; i < d.data().length; i++) {
      d.data()[i] = a.data()[i] - b.data()[i];
    }
    return d;
  }
}
