package carezza.pass.light;

import carezza.color.Adaptation;
import carezza.color.Matrix3;
import carezza.image.RgbBlock;
import carezza.pass.EvaluationContext;
import carezza.pass.Parameter;
import carezza.pass.Parameter.Unit;
import carezza.pass.Pass;
import carezza.pass.PassKind;
import carezza.pass.Place;
import carezza.pass.Places;
import carezza.pass.ReadingKey;
import carezza.pass.Stage;
import carezza.pass.Weighted;
import java.util.List;
import java.util.Optional;

/**
 * Neutral and exposure: a 3 x 3 adaptation in linear light (see {@link Adaptation#shift}) and a
 * gain in stops. Strength scales the three settings, so 50 % is half the shift in mired.
 */
public final class Neutral implements PassKind {
  public static final String MIRED = "mired";
  public static final String DUV = "duv";
  public static final String EXPOSURE = "exposure";
  public static final String PLACE = "neutral";

  private static final List<Parameter> PARAMETERS =
      List.of(
          new Parameter(MIRED, Unit.MIRED, -150, 150, 0, 1),
          new Parameter(DUV, Unit.DUV, -0.05, 0.05, 0, 0.001),
          new Parameter(EXPOSURE, Unit.STOP, -4, 4, 0, 0.05));

  @Override
  public String key() {
    return "neutral";
  }

  @Override
  public Stage stage() {
    return Stage.LIGHT;
  }

  @Override
  public List<Parameter> parameters() {
    return PARAMETERS;
  }

  @Override
  public double maxStrength() {
    return 1;
  }

  @Override
  public List<ReadingKey> affects() {
    return List.of(ReadingKey.CAST, ReadingKey.EXPOSURE);
  }

  @Override
  public boolean isNeutral(Pass p) {
    return p.value(MIRED) == 0 && p.value(DUV) == 0 && p.value(EXPOSURE) == 0;
  }

  /** The whole of the pass as a matrix on working-space light. */
  public static Matrix3 matrix(Pass p) {
    double s = p.strength();
    double gain = Math.pow(2, s * p.value(EXPOSURE));
    return Matrix3.diagonal(gain, gain, gain)
        .after(Adaptation.shift(s * p.value(MIRED), s * p.value(DUV)));
  }

  /**
   * The pass set so that the mean light of a place becomes neutral; exposure stays.
   *
   * @throws IllegalArgumentException when the place is too dark or too coloured
   */
  public static Pass neutralAt(EvaluationContext context, Place place) {
    double[] mean = Places.meanLight(context.below(), context.frame(), place);
    double[] shift = Adaptation.neutralising(mean[0], mean[1], mean[2]);
    return context
        .pass()
        .with(MIRED, Math.round(shift[0] * 10) / 10.0)
        .with(DUV, Math.round(shift[1] * 1e4) / 1e4)
        .withPlace(PLACE, place);
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
