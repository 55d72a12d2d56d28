package carezza.spot;

/** What a mark is, by the names it has in documents, tables and word bundles. */
public enum SpotType {
  /** Blood in or under the skin: pimples, small wounds. */
  BLEMISH("blemish"),
  /** Pigment or what a blemish left, darker than the skin in all channels. */
  DARK_SPOT("darkSpot"),
  /** A small even spot of melanin, one of many. */
  FRECKLE("freckle"),
  /** Deep, sharp and round: it stays. */
  MOLE("mole"),
  /** A small place that gives back the lamp's own light. */
  SHINE("shine"),
  /** A thin line of blood: a scratch. */
  SCRATCH("scratch"),
  /** A single hair outside the hair's outline, over the backdrop. */
  FLYING_HAIR("flyingHair"),
  /** A single hair that lies over the skin. */
  STRAY_HAIR("strayHair"),
  /** A light fibre on the skin. */
  LINT("lint");

  private final String key;

  SpotType(String key) {
    this.key = key;
  }

  public String key() {
    return key;
  }
}
