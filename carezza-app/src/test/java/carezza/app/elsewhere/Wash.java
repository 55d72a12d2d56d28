package carezza.app.elsewhere;

import carezza.area.Area;
import carezza.image.RgbBlock;
import carezza.pass.EvaluationContext;
import carezza.pass.Known;
import carezza.pass.Pass;
import carezza.pass.PassKind;
import carezza.pass.Stage;
import carezza.setting.Field;
import carezza.setting.NumberField;
import carezza.setting.Settings;
import carezza.setting.Unit;
import java.util.List;

/** Darkens where it is painted. */
public final class Wash implements PassKind {
  static final NumberField DEPTH = new NumberField("depth", Unit.STOP, 0, 3, 1, 0.1);

  @Override
  public String key() {
    return "wash";
  }

  @Override
  public Stage stage() {
    return Stage.GRADE;
  }

  @Override
  public List<Field<?>> fields() {
    return List.of(DEPTH);
  }

  @Override
  public List<String> affects() {
    return List.of("lightness");
  }

  @Override
  public Pass start(long id, Known known) {
    return Pass.start(id, this, Area.NONE);
  }

  @Override
  public Settings neutral() {
    return Settings.start(fields()).with(DEPTH, 0.0);
  }

  @Override
  public boolean isNeutral(Pass p) {
    return p.get(DEPTH) == 0;
  }

  @Override
  public void apply(EvaluationContext context, RgbBlock b, float[] weight) {
    double stops = context.pass().get(DEPTH) * context.pass().strength();
    for (int i = 0; i < b.size(); i++) {
      float k = (float) Math.pow(2, -stops * (weight == null ? 1 : weight[i]));
      if (k != 1) {
        b.r()[i] *= k;
        b.g()[i] *= k;
        b.b()[i] *= k;
      }
    }
  }
}
