package carezza.pass;

import carezza.image.RgbBlock;
import carezza.setting.Field;
import carezza.setting.Settings;
import java.util.List;

/**
 * A kind that only a newer version knows. A pass of it acts as nothing, can be moved, muted, copied
 * and removed, and is written as it was read.
 *
 * @param key its name
 * @param stage where it stands
 */
public record UnknownKind(String key, Stage stage) implements PassKind {
  @Override
  public List<Field<?>> fields() {
    return List.of();
  }

  @Override
  public boolean hasStrength() {
    return false;
  }

  @Override
  public double maxStrength() {
    return Double.MAX_VALUE;
  }

  @Override
  public List<String> affects() {
    return List.of();
  }

  @Override
  public boolean usesArea() {
    return false;
  }

  @Override
  public Settings neutral() {
    return Settings.start(List.of());
  }

  @Override
  public boolean isNeutral(Pass p) {
    return true;
  }

  @Override
  public void apply(EvaluationContext context, RgbBlock block, float[] weight) {
    throw new IllegalStateException("a pass of '" + key + "' acts as nothing");
  }
}
