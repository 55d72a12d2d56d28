package carezza.region;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** The regions that are found, by the names they have in documents and word bundles. */
public enum RegionName {
  /** All seen skin of face, ears, neck, chest, hands, without eyes, lips and brows. */
  SKIN("skin"),
  /** Skin above the jaw, without ears. */
  FACE("face"),
  EARS("ears"),
  /** Skin between jaw and chest. */
  NECK("neck"),
  /** Skin below the neck that hangs together with it: chest, shoulders. */
  CHEST("chest"),
  /** Skin that does not hang together with a face: hands, arms. */
  HANDS("hands"),
  FOREHEAD("forehead"),
  RIGHT_CHEEK("rightCheek"),
  LEFT_CHEEK("leftCheek"),
  NOSE("nose"),
  CHIN("chin"),
  UNDER_EYES("underEyes"),
  /** Skin of the face that the camera sees aslant: its sides, the flanks of the nose. */
  TURNED_AWAY("turnedAway"),
  LIPS("lips"),
  TEETH("teeth"),
  EYE_WHITES("eyeWhites"),
  IRISES("iris"),
  PUPILS("pupil"),
  CATCH_LIGHTS("catchLights"),
  BROWS("brows"),
  LASH_LINES("lashLines"),
  /** Hair, or what is worn on the head. */
  HAIR("hair"),
  CLOTHING("clothing"),
  BACKDROP("backdrop"),
  /** All but the backdrop. */
  PERSON("person");

  private final String key;

  RegionName(String key) {
    this.key = key;
  }

  public String key() {
    return key;
  }

  public static Optional<RegionName> of(String key) {
    return Arrays.stream(values()).filter(r -> r.key.equals(key)).findFirst();
  }

  /** The key in small letters with hyphens. */
  public String fileName() {
    return key.replaceAll("([A-Z])", "-$1").toLowerCase(Locale.ROOT);
  }

  public static List<String> keys() {
    return Arrays.stream(values()).map(RegionName::key).toList();
  }
}
