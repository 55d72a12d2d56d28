package carezza.pass.relief;

import carezza.color.Oklab;
import carezza.color.Roots;
import carezza.image.RgbBlock;
import carezza.pass.EvaluationContext;
import carezza.pass.Parameter;
import carezza.pass.Parameter.Unit;
import carezza.pass.Pass;
import carezza.pass.PassKind;
import carezza.pass.ReadingKey;
import carezza.pass.Stage;
import carezza.pass.Weighted;
import java.util.List;

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
  public List<ReadingKey> affects() {
    return List.of(
        ReadingKey.LIGHTNESS,
        ReadingKey.RELIEF,
        ReadingKey.BLOTCH,
        ReadingKey.TEXTURE,
        ReadingKey.HALO,
        ReadingKey.BLOWN,
        ReadingKey.CATCH_LIGHTS);
  }

  @Override
  public boolean isNeutral(Pass p) {
    return p.value(STOPS) == 0;
  }

  @Override
  public void apply(EvaluationContext context, RgbBlock b, float[] weight) {
    Pass p = context.pass();
    float stops = (float) (sign * p.value(STOPS) * p.strength());
    float keep = (float) (p.value(COLOUR) / 100) - 1;
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
