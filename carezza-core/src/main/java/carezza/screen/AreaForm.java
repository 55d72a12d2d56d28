package carezza.screen;

/** How it is shown where a pass acts. */
public enum AreaForm {
  NONE,
  /** Fine hatching in whichever grey stands out. */
  HATCHED,
  /** The mask itself: black where it does not act, white where it acts fully. */
  GREY,
  /** A line where it acts by half. */
  OUTLINED
}
