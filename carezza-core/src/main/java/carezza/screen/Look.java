package carezza.screen;

/** How the picture is looked at. */
public enum Look {
  /** As it is. */
  PICTURE,
  /** Lightness alone: L* of CIELAB with no colour. */
  BARE_LIGHT,
  /** Lightness alone under a veil of noise, which hides texture and leaves the light. */
  SAND,
  /** Hue alone, hues of skin drawn apart; grey where there is hardly any. */
  HUE,
  /** Chroma alone, as lightness. */
  CHROMA,
  /** What is finer than the split size, round mid grey. */
  FINE_BAND,
  /** What is broader than the split size. */
  BROAD_BAND,
  /** What the passes changed: signed, round mid grey, four times as strong. */
  CHANGES,
  /** Where light is blown or lost, over a faint picture. */
  CLIPPING,
  /** Lighter where contrast draws the eye, over a dim picture; as strong as an eye is light. */
  PULL;

  /** Whether a place shows what lies round it, as far as four sigmas of the split. */
  boolean looksAround() {
    return this == FINE_BAND || this == BROAD_BAND;
  }
}
