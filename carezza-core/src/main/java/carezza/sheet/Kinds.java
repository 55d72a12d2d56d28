package carezza.sheet;

import carezza.pass.PassKind;
import carezza.pass.clean.Heals;
import carezza.pass.even.TwoBands;
import carezza.pass.features.Whiten;
import carezza.pass.light.Neutral;
import carezza.pass.relief.LightCurve;
import carezza.pass.skin.SkinGather;
import java.util.List;

/** The register of pass kinds, in the order in which they are offered. */
public final class Kinds {
  private static final List<PassKind> ALL =
      List.of(
          new Neutral(),
          new Heals(),
          new TwoBands(),
          LightCurve.dodge(),
          LightCurve.burn(),
          Whiten.teeth(),
          Whiten.eyeWhites(),
          new SkinGather());

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
