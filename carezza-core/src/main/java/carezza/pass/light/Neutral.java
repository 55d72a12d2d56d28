package carezza.pass.light;

import carezza.color.Adaptation;
import carezza.color.Matrix3;
import carezza.image.RgbBlock;
import carezza.pass.Action;
import carezza.pass.EvaluationContext;
import carezza.pass.Frame;
import carezza.pass.Known;
import carezza.pass.Pass;
import carezza.pass.PassKind;
import carezza.pass.Places;
import carezza.pass.Stage;
import carezza.pass.Summary;
import carezza.pass.Weighted;
import carezza.setting.Field;
import carezza.setting.NumberField;
import carezza.setting.Place;
import carezza.setting.PlaceField;
import carezza.setting.Settings;
import carezza.setting.Unit;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;

/**
 * Neutral and exposure: a 3 x 3 adaptation in linear light (see {@link Adaptation#shift}) and a
 * gain in stops. Strength scales the three settings, so 50 % is half the shift in mired.
 */
public final class Neutral implements PassKind {
  private static final NumberField MIRED =
      new NumberField("mired", Unit.MIRED, -150, 150, 0, 1).useful(-50, 50);
  private static final NumberField DUV =
      new NumberField("duv", Unit.DUV, -0.05, 0.05, 0, 0.001).useful(-0.01, 0.01);
  private static final NumberField EXPOSURE =
      new NumberField("exposure", Unit.STOP, -4, 4, 0, 0.05).useful(-0.7, 0.7);
  private static final PlaceField PLACE = new PlaceField("neutral", 5, true);

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
    return List.of(MIRED, DUV, EXPOSURE, PLACE);
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
    return List.of(new Action.PointAt("takeNeutral", PLACE.sizeMm(), Neutral::neutralAt));
  }

  @Override
  public Optional<Summary> summary(Pass p, Known known) {
    double mired = p.strength() * p.get(MIRED);
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
    double gain = Math.pow(2, s * p.get(EXPOSURE));
    return Matrix3.diagonal(gain, gain, gain)
        .after(Adaptation.shift(s * p.get(MIRED), s * p.get(DUV)));
  }

  /**
   * Sets a pass so that the mean light of a place becomes neutral; exposure stays.
   *
   * @throws IllegalArgumentException when the place is too dark or too coloured
   */
  private static UnaryOperator<Pass> neutralAt(EvaluationContext context, Place place) {
    double[] mean = Places.meanLight(context.below(), context.frame(), place);
    double[] shift = Adaptation.neutralising(mean[0], mean[1], mean[2]);
    return p ->
        p.with(MIRED, rounded(shift[0], 10))
            .with(DUV, rounded(shift[1], 1e4))
            .with(PLACE, Optional.of(place));
  }

  @Override
  public Optional<Matrix3> light(Pass p) {
    return Optional.of(matrix(p));
  }

  @Override
  public void apply(EvaluationContext context, RgbBlock b, float[] weight) {
    float[] m = matrix(context.pass()).floats();
    Weighted.change(b, weight, (red, green, blue, w, at) -> mix(m, red, green, blue, w));
  }

  private static void mix(float[] m, float[] r, float[] g, float[] b, float[] w) {
    float[][] out = new float[3][r.length];
    for (int c = 0; c < 3; c++) {
      Matrix3.mix(m, c, r, g, b, out[c]);
    }
    move(r, out[0], w);
    move(g, out[1], w);
    move(b, out[2], w);
  }

  private static void move(float[] v, float[] to, float[] w) {
    for (int i = 0; i < v.length; i++) {
      v[i] += w[i] * (to[i] - v[i]);
    }
  }
}
