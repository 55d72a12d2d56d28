package carezza.pass.relief;

import carezza.color.Oklab;
import carezza.color.Roots;
import carezza.image.RgbBlock;
import carezza.pass.Parameter;
import carezza.pass.Parameter.Unit;
import carezza.pass.Pass;
import carezza.pass.PassKind;
import carezza.pass.ReadingKey;
import carezza.pass.Run;
import carezza.pass.Stage;
import java.util.List;
import java.util.Set;

/**
 * Dodge or burn: a gain of 2^(stops x mask x strength) in linear light. At colour 100 % the three
 * channels are scaled alike and saturation stays; at 0 % Oklab chroma stays; between, chroma is
 * scaled by the gain's cube root to the power of the setting. Lightness L of Oklab is the same for
 * every colour setting. Point-wise, so texture passes through.
 */
public final class LightCurve implements PassKind {
  public static final String STOPS = "stops";
  public static final String COLOUR = "colour";

  private final String key;
  private final int sign;
  private final List<Parameter> parameters =
      List.of(
          new Parameter(STOPS, Unit.STOP, 0, 2, 0.5, 0.02),
          new Parameter(COLOUR, Unit.PERCENT, 0, 100, 70, 1));

  private LightCurve(String key, int sign) {
    this.key = key;
    this.sign = sign;
  }

  public static LightCurve dodge() {
    return new LightCurve("dodge", 1);
  }

  public static LightCurve burn() {
    return new LightCurve("burn", -1);
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
  public List<Parameter> parameters() {
    return parameters;
  }

  @Override
  public Set<ReadingKey> affects() {
    return Set.of(ReadingKey.LIGHTNESS, ReadingKey.RELIEF, ReadingKey.BLOTCH, ReadingKey.TEXTURE);
  }

  @Override
  public boolean isNeutral(Pass p) {
    return p.value(STOPS) == 0;
  }

  @Override
  public void apply(Run run, RgbBlock b, float[] weight) {
    Pass p = run.pass();
    float stops = (float) (sign * p.value(STOPS) * p.strength());
    float keep = (float) (p.value(COLOUR) / 100) - 1;
    float[] lab = new float[3];
    for (int i = 0; i < b.size(); i++) {
      float k = weight == null ? 1 : weight[i];
      if (k == 0) {
        continue;
      }
      if (keep == 0) {
        float gain = Roots.exp2(stops * k);
        b.r()[i] *= gain;
        b.g()[i] *= gain;
        b.b()[i] *= gain;
        continue;
      }
      float third = stops * k / 3;
      Oklab.scaled(b.r()[i], b.g()[i], b.b()[i], Roots.exp2(third), Roots.exp2(third * keep), lab);
      b.r()[i] = lab[0];
      b.g()[i] = lab[1];
      b.b()[i] = lab[2];
    }
  }
}
