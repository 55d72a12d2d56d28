package carezza.pass.light;

import carezza.image.Rect;
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
 * Light lost by the lens towards the corners, given back: a gain in stops that grows with the
 * square of the distance from the middle of the whole source, to what is set at its corners; the
 * even term of lowest order of a rotationally symmetric fall-off. Within a share of that distance
 * nothing changes. It does not move with a crop: the lens did not.
 */
public final class FallOff implements PassKind {
  private static final NumberField CORNERS =
      new NumberField("corners", Unit.STOP, -2, 2, 0, 0.05).useful(0, 1);
  private static final NumberField FROM =
      new NumberField("fallOffFrom", Unit.PERCENT, 0, 90, 0, 1).useful(0, 40);

  @Override
  public String key() {
    return "fallOff";
  }

  @Override
  public Stage stage() {
    return Stage.LIGHT;
  }

  @Override
  public List<Field<?>> fields() {
    return List.of(CORNERS, FROM);
  }

  @Override
  public List<String> affects() {
    return List.of("pull", "skinExposure");
  }

  @Override
  public Optional<Summary> summary(Pass p, Known known) {
    return isNeutral(p)
        ? Optional.empty()
        : Optional.of(new Summary("sum.fallOff", p.strength() * p.get(CORNERS)));
  }

  @Override
  public Settings sample(Frame frame) {
    return neutral().with(CORNERS, 2.0).with(FROM, 2.0);
  }

  @Override
  public Settings neutral() {
    return Settings.start(fields());
  }

  @Override
  public boolean isNeutral(Pass p) {
    return p.get(CORNERS) == 0;
  }

  @Override
  public void apply(EvaluationContext context, RgbBlock b, float[] weight) {
    Pass p = context.pass();
    Rect all = context.frame().bounds();
    double side = 1 << b.level();
    double halfDiagonal = Math.hypot(all.w(), all.h()) / 2;
    double stops = p.strength() * p.get(CORNERS);
    double from = p.get(FROM) / 100;
    Rect r = b.rect();
    Weighted.change(
        b,
        weight,
        (red, green, blue, w, at) -> {
          float[] gain = new float[w.length];
          for (int i = 0; i < w.length; i++) {
            double x = (r.x() + at[i] % r.w() + 0.5) * side - all.w() / 2.0;
            double y = (r.y() + at[i] / r.w() + 0.5) * side - all.h() / 2.0;
            double u = Math.max(0, Math.hypot(x, y) / halfDiagonal - from) / (1 - from);
            gain[i] = (float) (w[i] * stops * u * u);
          }
          Mixing.gain(gain, 1, red, green, blue);
        });
  }
}
