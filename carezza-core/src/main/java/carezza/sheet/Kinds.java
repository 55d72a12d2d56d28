package carezza.sheet;

import carezza.pass.PassKind;
import carezza.pass.clean.Heals;
import carezza.pass.light.Neutral;
import carezza.pass.relief.LightCurve;
import java.util.List;

/** The register of pass kinds, in the order in which they are offered. */
public final class Kinds {
  private static final List<PassKind> ALL =
      List.of(new Neutral(), new Heals(), LightCurve.dodge(), LightCurve.burn());

  private Kinds() {}

  public static List<PassKind> all() {
    return ALL;
  }

  /**
   * @throws IllegalArgumentException when there is no kind of that name
   */
  public static PassKind of(String key) {
    return ALL.stream()
        .filter(k -> k.key().equals(key))
        .findFirst()
        .orElseThrow(() -> new IllegalArgumentException("no pass kind '" + key + "'"));
  }
}
