package carezza.pass;

/** The stages of good work, in their order. */
public enum Stage {
  FRAME,
  LIGHT,
  CLEAN,
  EVEN,
  RELIEF,
  FEATURES,
  SKIN,
  GRADE,
  FINISH,
  OUTPUTS
}
