package carezza.screen;

/** How the picture is looked at. */
public enum Look {
  /** As it is. */
  PICTURE,
  /** Lightness alone: L* of CIELAB with no colour. */
  BARE_LIGHT
}
