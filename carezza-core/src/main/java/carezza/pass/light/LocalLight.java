package carezza.pass.light;

import carezza.color.Adaptation;
import carezza.image.RgbBlock;
import carezza.pass.EvaluationContext;
import carezza.pass.Frame;
import carezza.pass.Known;
import carezza.pass.Mixing;
import carezza.pass.Pass;
import carezza.pass.PassKind;
import carezza.pass.Stage;
import carezza.pass.Summary;
import carezza.pass.Weighted;
import carezza.setting.Field;
import carezza.setting.NumberField;
import carezza.setting.Settings;
import carezza.setting.Unit;
import java.util.List;
import java.util.Optional;

/**
 * Light in an area: warmer or cooler (see {@link Adaptation#shift}), lighter or darker, with more
 * contrast or less about a tone, richer or paler. Contrast is a power of luminance over that tone
 * and scales the channels alike; richness scales chroma of Oklab and leaves its lightness. In that
 * order, each as far as the area's mask and the strength say; point-wise, so that texture passes
 * through.
 */
public final class LocalLight implements PassKind {
  private static final NumberField EXPOSURE =
      new NumberField("exposure", Unit.STOP, -4, 4, 0, 0.05).useful(-0.7, 0.7);
  private static final NumberField CONTRAST =
      new NumberField("contrast", Unit.PERCENT, -100, 100, 0, 1).useful(-30, 30);
  private static final NumberField ABOUT =
      new NumberField("contrastAbout", Unit.STOP, -6, 2, -1, 0.1).useful(-2.5, 0);
  private static final NumberField CHROMA =
      new NumberField("richness", Unit.PERCENT, -100, 100, 0, 1).useful(-40, 30);
  private static final NumberField MIRED =
      new NumberField("mired", Unit.MIRED, -100, 100, 0, 1).useful(-30, 30);

  @Override
  public String key() {
    return "localLight";
  }

  @Override
  public Stage stage() {
    return Stage.LIGHT;
  }

  @Override
  public List<Field<?>> fields() {
    return List.of(EXPOSURE, CONTRAST, ABOUT, CHROMA, MIRED);
  }

  @Override
  public double maxStrength() {
    return 1;
  }

  @Override
  public List<String> affects() {
    return List.of("skinExposure", "skinTint", "lightsApart", "halo", "pull", "blown");
  }

  @Override
  public Optional<Summary> summary(Pass p, Known known) {
    return p.get(EXPOSURE) == 0
        ? Optional.empty()
        : Optional.of(new Summary("sum.localLight", p.strength() * p.get(EXPOSURE)));
  }

  @Override
  public Settings sample(Frame frame) {
    return neutral().with(EXPOSURE, 0.3).with(CONTRAST, 20.0).with(CHROMA, -30.0).with(MIRED, 15.0);
  }

  @Override
  public Settings neutral() {
    return Settings.start(fields());
  }

  @Override
  public boolean isNeutral(Pass p) {
    return p.get(EXPOSURE) == 0 && p.get(CONTRAST) == 0 && p.get(CHROMA) == 0 && p.get(MIRED) == 0;
  }

  @Override
  public void apply(EvaluationContext context, RgbBlock b, float[] weight) {
    Pass p = context.pass();
    float s = (float) p.strength();
    float stops = s * p.get(EXPOSURE).floatValue();
    float contrast = s * (float) (p.get(CONTRAST) / 100);
    float about = p.get(ABOUT).floatValue();
    float chroma = s * (float) (p.get(CHROMA) / 100);
    float[] warm = p.get(MIRED) == 0 ? null : Adaptation.shift(s * p.get(MIRED), 0).floats();
    Weighted.change(
        b,
        weight,
        (red, green, blue, w, at) -> {
          if (warm != null) {
            Mixing.mix(warm, red, green, blue, w);
          }
          if (stops != 0 || contrast != 0) {
            light(stops, contrast, about, red, green, blue, w);
          }
          if (chroma != 0) {
            Mixing.richer(chroma, red, green, blue, w);
          }
        });
  }

  private static void light(
      float stops, float contrast, float about, float[] r, float[] g, float[] b, float[] w) {
    float[] gain = new float[w.length];
    for (int i = 0; i < w.length; i++) {
      gain[i] = w[i] * (stops + contrast * (Tone.of(r[i], g[i], b[i]) - about));
    }
    Mixing.gain(gain, 1, r, g, b);
  }
}
