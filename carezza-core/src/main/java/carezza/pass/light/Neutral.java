package carezza.pass.light;

import carezza.color.Adaptation;
import carezza.color.Matrix3;
import carezza.image.RgbBlock;
import carezza.pass.Parameter;
import carezza.pass.Parameter.Unit;
import carezza.pass.Pass;
import carezza.pass.PassKind;
import carezza.pass.Place;
import carezza.pass.Places;
import carezza.pass.ReadingKey;
import carezza.pass.Run;
import carezza.pass.Stage;
import java.util.List;
import java.util.Set;

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
  public Set<ReadingKey> affects() {
    return Set.of();
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
  public static Pass neutralAt(Run run, Place place) {
    double[] mean = Places.meanLight(run.below(), run.frame(), place);
    double[] shift = Adaptation.neutralising(mean[0], mean[1], mean[2]);
    return run.pass()
        .with(MIRED, Math.round(shift[0] * 10) / 10.0)
        .with(DUV, Math.round(shift[1] * 1e4) / 1e4)
        .withPlace(PLACE, place);
  }

  @Override
  public void apply(Run run, RgbBlock b, float[] weight) {
    float[] m = matrix(run.pass()).floats();
    for (int i = 0; i < b.size(); i++) {
      float k = weight == null ? 1 : weight[i];
      if (k == 0) {
        continue;
      }
      float r = b.r()[i];
      float g = b.g()[i];
      float bl = b.b()[i];
      b.r()[i] = r + k * (m[0] * r + m[1] * g + m[2] * bl - r);
      b.g()[i] = g + k * (m[3] * r + m[4] * g + m[5] * bl - g);
      b.b()[i] = bl + k * (m[6] * r + m[7] * g + m[8] * bl - bl);
    }
  }
}
