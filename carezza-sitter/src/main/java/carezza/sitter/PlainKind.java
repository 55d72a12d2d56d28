package carezza.sitter;

import carezza.pass.Pass;
import carezza.pass.PassKind;
import carezza.pass.Stage;
import carezza.setting.Field;
import carezza.setting.Settings;
import java.util.List;

/** A kind of pass with nothing but a name, for tests to make kinds of. */
public abstract class PlainKind implements PassKind {
  private final String key;

  protected PlainKind(String key) {
    this.key = key;
  }

  @Override
  public String key() {
    return key;
  }

  @Override
  public Stage stage() {
    return Stage.LIGHT;
  }

  @Override
  public List<Field<?>> fields() {
    return List.of();
  }

  @Override
  public List<String> affects() {
    return List.of();
  }

  @Override
  public Settings neutral() {
    return Settings.start(fields());
  }

  @Override
  public boolean isNeutral(Pass p) {
    return false;
  }
}
