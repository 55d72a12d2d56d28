package carezza.reading;

import java.util.List;

/** The sites of a person's skin that are compared, by the names of their regions. */
public final class SkinSites {
  public static final String FACE = "face";

  /** In the order of the numbers that stand for them; the face is what others are compared with. */
  public static final List<String> NAMES = List.of(FACE, "neck", "chest", "ears", "hands");

  private SkinSites() {}
}
