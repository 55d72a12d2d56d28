package carezza.pass;

import java.util.List;

/**
 * What a kind of pass moves, as readings that belong together; their definitions are in {@code
 * carezza.reading}.
 */
public enum ReadingKey {
  TEXTURE("textureKept"),
  SMALL_FORMS("smallFormsKept"),
  LINES("linesKept"),
  RELIEF("reliefKept"),
  BLOTCH("blotch"),
  SPREAD("spread"),
  LIGHTNESS("lightness"),
  SITES("siteMatch", "skinHue"),
  BLOWN("blown"),
  TEETH("teethLift", "teethYellow", "teethWhiteness"),
  EYE_WHITES("eyeWhitesLift", "eyeWhitesYellow", "eyeBalance"),
  CATCH_LIGHTS("catchLights"),
  HEAL_MATCH("healMatch"),
  SPLIT("split"),
  HALO("halo"),
  CAST("castMired", "castDuv"),
  EXPOSURE("skinExposure", "skinTint");

  private final List<String> names;

  ReadingKey(String... names) {
    this.names = List.of(names);
  }

  /** Names of the readings. */
  public List<String> names() {
    return names;
  }
}
