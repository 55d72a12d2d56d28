package carezza.pass.light;

import carezza.area.Area;
import carezza.color.Adaptation;
import carezza.color.Matrix3;
import carezza.color.WorkingSpace;
import carezza.image.RgbBlock;
import carezza.neutral.Light;
import carezza.pass.Action;
import carezza.pass.EvaluationContext;
import carezza.pass.Finding;
import carezza.pass.Frame;
import carezza.pass.Known;
import carezza.pass.LightOffer;
import carezza.pass.Mixing;
import carezza.pass.Pass;
import carezza.pass.PassKind;
import carezza.pass.Places;
import carezza.pass.Stage;
import carezza.pass.Summary;
import carezza.pass.Weighted;
import carezza.reading.Reading;
import carezza.setting.Extra;
import carezza.setting.Field;
import carezza.setting.ItemsField;
import carezza.setting.NumberField;
import carezza.setting.Place;
import carezza.setting.PlaceField;
import carezza.setting.Settings;
import carezza.setting.Unit;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;

/**
 * Neutral and exposure: a 3 x 3 adaptation in linear light (see {@link Adaptation#shift}) and a
 * gain in stops. Strength scales all of it, so 50 % is half the shift in mired; a share of the
 * light's own colour can be kept as mood.
 */
public final class Neutral implements PassKind {
  private static final NumberField MIRED =
      new NumberField("mired", Unit.MIRED, -150, 150, 0, 1).useful(-50, 50);
  private static final NumberField DUV =
      new NumberField("duv", Unit.DUV, -0.05, 0.05, 0, 0.001).useful(-0.01, 0.01);

  /** So much of the light's colour stays. */
  private static final NumberField MOOD =
      new NumberField("mood", Unit.PERCENT, 0, 100, 0, 1).useful(0, 40).later();

  private static final NumberField EXPOSURE =
      new NumberField("exposure", Unit.STOP, -4, 4, 0, 0.05).useful(-0.7, 0.7);

  /** Cloth that could be grey in hardly any light is not offered. */
  private static final double LEAST_SURFACE = 0.03;

  /** One place, in documents of before there could be several. */
  private static final PlaceField PLACE = new PlaceField("neutral", 5, true);

  private static final ItemsField<NeutralPlace> PLACES =
      new ItemsField<>("neutrals", NeutralPlace.class, NeutralPlace.FORM, true);

  /** Mired by which marked places stand apart where they are half believed. */
  private static final double HALF_APART = 10;

  /** Duv that is seen as much as a mired. */
  private static final double DUV_A_MIRED = 0.0003;

  @Override
  public String key() {
    return "neutral";
  }

  @Override
  public Stage stage() {
    return Stage.LIGHT;
  }

  @Override
  public List<Field<?>> fields() {
    return List.of(MIRED, DUV, MOOD, EXPOSURE, PLACE, PLACES);
  }

  @Override
  public double maxStrength() {
    return 1;
  }

  @Override
  public List<String> affects() {
    return List.of("castMired", "castDuv", "skinExposure", "skinTint");
  }

  @Override
  public String nextStep() {
    return "next.neutral";
  }

  private static double rounded(double v, double parts) {
    return Math.round(v * parts) / parts;
  }

  @Override
  public List<Action> actions() {
    return List.of(
        new Action.Choose("lights", Neutral::offers),
        new Action.PointAt("takeNeutral", PLACE.sizeMm(), Neutral::neutralAt, true));
  }

  /** The light of a card holds for every picture that was taken in it; exposure may differ. */
  @Override
  public Optional<Pass> forJob(Pass p) {
    return Optional.of(
        p.with(PLACE, Optional.empty())
            .with(PLACES, List.of())
            .with(EXPOSURE, 0.0)
            .withArea(Area.WHOLE)
            .withOn(true));
  }

  /** Begins with the light that is measured, where one can be trusted. */
  @Override
  public Pass start(long id, Known known) {
    Pass p = PassKind.super.start(id, known);
    Optional<Reading> mired = known.reading("castMired");
    Optional<Reading> duv = known.reading("castDuv");
    return mired.isEmpty() || duv.isEmpty()
        ? p
        : against(p, new Light(mired.get().now(), duv.get().now()));
  }

  /** A cast that the eye would see, which no pass takes out yet. */
  @Override
  public Optional<Finding> finding(Known known) {
    boolean done = known.passes().stream().anyMatch(p -> p.on() && p.kind().key().equals(key()));
    return done
        ? Optional.empty()
        : outside(known, "castMired", "finding.warm", "finding.cool")
            .or(() -> outside(known, "castDuv", "finding.green", "finding.magenta"));
  }

  private static Optional<Finding> outside(Known known, String name, String above, String below) {
    return known
        .reading(name)
        .filter(r -> !r.isInBand())
        .map(r -> new Finding(r.now() < 0 ? below : above, r, Math.abs(r.now())));
  }

  /** The pass that undoes a light; its mood and its exposure stay. */
  private static Pass against(Pass p, Light light) {
    double mired = Math.max(MIRED.min(), Math.min(MIRED.max(), -light.mired()));
    double duv = Math.max(DUV.min(), Math.min(DUV.max(), -light.duv()));
    return p.with(MIRED, rounded(mired, 10)).with(DUV, rounded(duv, 1e4));
  }

  private static List<Action.Offer> offers(EvaluationContext context) {
    List<Action.Offer> out = new ArrayList<>(marked(context.pass().get(PLACES)));
    context.lights().proposals().stream()
        .filter(q -> !q.isSurface() || q.confidence() > LEAST_SURFACE)
        .map(q -> LightOffer.of(q, p -> against(p, q.light())))
        .forEach(out::add);
    return out;
  }

  /** What the marked places say together, and each alone, so that it is seen where they differ. */
  private static List<Action.Offer> marked(List<NeutralPlace> places) {
    List<Action.Offer> out = new ArrayList<>();
    if (places.isEmpty()) {
      return out;
    }
    Light all = together(places);
    double apart = 0;
    for (NeutralPlace q : places) {
      double d = Math.hypot(q.mired() + all.mired(), (q.duv() + all.duv()) / DUV_A_MIRED);
      apart = Math.max(apart, d);
    }
    double sure = 1 / (1 + Math.pow(apart / HALF_APART, 2));
    out.add(marked("marked", all, sure));
    for (NeutralPlace q : places.size() == 1 ? List.<NeutralPlace>of() : places) {
      out.add(marked("marked." + q.tone(), new Light(-q.mired(), -q.duv()), sure * q.weight()));
    }
    return out;
  }

  private static Action.Offer marked(String key, Light light, double sure) {
    return new Action.Offer(
        "light." + key,
        List.of(
            light.mired(), 1e6 / (Adaptation.D65_MIRED + light.mired()), light.duv(), 100 * sure),
        List.of(),
        p -> against(p, light));
  }

  /** The light that marked places stand in, each by what it tells. */
  private static Light together(List<NeutralPlace> places) {
    double sum = 0;
    double mired = 0;
    double duv = 0;
    for (NeutralPlace q : places) {
      sum += q.weight();
      mired -= q.weight() * q.mired();
      duv -= q.weight() * q.duv();
    }
    return new Light(mired / sum, duv / sum);
  }

  @Override
  public Optional<Summary> summary(Pass p, Known known) {
    double mired = p.strength() * (1 - p.get(MOOD) / 100) * p.get(MIRED);
    double stops = p.strength() * p.get(EXPOSURE);
    return isNeutral(p) ? Optional.empty() : Optional.of(new Summary("sum.neutral", mired, stops));
  }

  @Override
  public Settings sample(Frame frame) {
    return neutral().with(MIRED, 30.0).with(EXPOSURE, 0.4);
  }

  @Override
  public Settings neutral() {
    return Settings.start(fields());
  }

  @Override
  public boolean isNeutral(Pass p) {
    return p.get(MIRED) == 0 && p.get(DUV) == 0 && p.get(EXPOSURE) == 0;
  }

  /** The whole of the pass as a matrix on working-space light. */
  private static Matrix3 matrix(Pass p) {
    double s = p.strength();
    double c = s * (1 - p.get(MOOD) / 100);
    double gain = Math.pow(2, s * p.get(EXPOSURE));
    return Matrix3.diagonal(gain, gain, gain)
        .after(Adaptation.shift(c * p.get(MIRED), c * p.get(DUV)));
  }

  /**
   * Marks a place, or takes back the mark that is there, and sets the pass so that the marked
   * places become neutral; exposure stays.
   *
   * @throws IllegalArgumentException when the place is too dark or too coloured
   */
  private static UnaryOperator<Pass> neutralAt(EvaluationContext context, Place place) {
    double radius = place.sizeMm() * context.frame().pxPerMm() / 2;
    Optional<NeutralPlace> there =
        context.pass().get(PLACES).stream()
            .filter(q -> q.distance(place.x(), place.y()) <= radius)
            .findFirst();
    if (there.isPresent()) {
      return p -> agreed(p.without(there.get()));
    }
    double[] mean = Places.meanLight(context.below(), context.frame(), place);
    double[] shift = Adaptation.neutralising(mean[0], mean[1], mean[2]);
    double light = WorkingSpace.luminance((float) mean[0], (float) mean[1], (float) mean[2]);
    NeutralPlace found =
        new NeutralPlace(
            0, place.x(), place.y(), place.sizeMm(), shift[0], shift[1], light, Extra.NONE);
    return p -> {
      List<NeutralPlace> all = new ArrayList<>(p.get(PLACES));
      all.add(found.withId(PLACES.nextId(all)));
      return agreed(p.with(PLACES, all).with(PLACE, Optional.empty()));
    };
  }

  /** Set by its marked places, while there are any. */
  private static Pass agreed(Pass p) {
    List<NeutralPlace> all = p.get(PLACES);
    return all.isEmpty() ? p : against(p, together(all));
  }

  @Override
  public Optional<Matrix3> light(Pass p) {
    return Optional.of(matrix(p));
  }

  @Override
  public void apply(EvaluationContext context, RgbBlock b, float[] weight) {
    float[] m = matrix(context.pass()).floats();
    Weighted.change(b, weight, (red, green, blue, w, at) -> Mixing.mix(m, red, green, blue, w));
  }
}
