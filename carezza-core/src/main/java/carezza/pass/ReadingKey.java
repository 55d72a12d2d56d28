package carezza.pass;

/** The readings; their definitions are in {@code carezza.reading}. */
public enum ReadingKey {
  TEXTURE,
  SMALL_FORMS,
  RELIEF,
  BLOTCH,
  SPREAD,
  LIGHTNESS,
  TEETH,
  EYE_WHITES,
  HEAL_MATCH,
  SPLIT
}
