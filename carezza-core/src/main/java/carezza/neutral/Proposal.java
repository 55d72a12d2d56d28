package carezza.neutral;

import java.util.List;

/**
 * A light that a picture may stand in.
 *
 * @param method what says so: greyCard, together, couldAlsoBe, eyeWhites, skin, teeth, shine, or
 *     if: and a region whose surface would be grey
 * @param light its colour
 * @param confidence share of all that speaks which lies within 3 degrees of it, 0 to 1
 * @param agree the methods that by themselves say nearly the same
 */
public record Proposal(String method, Light light, double confidence, List<String> agree) {
  public static final String CARD = "greyCard";
  public static final String TOGETHER = "together";
  public static final String SURFACE = "if:";
  public static final String COULD_ALSO_BE = "couldAlsoBe";

  /** Below this nothing is to be offered: the picture fits no light that is known. */
  public static final double LEAST_TRUSTED = 0.25;

  /** Whether it is only what would be if a surface were grey. */
  public boolean isSurface() {
    return method.startsWith(SURFACE);
  }

  /** Whether it may be offered first. */
  public boolean isTrusted() {
    return confidence >= LEAST_TRUSTED;
  }
}
