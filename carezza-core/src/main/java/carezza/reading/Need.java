package carezza.reading;

/** What a reading cannot be taken without. */
public enum Need {
  FACE("noFace") {
    @Override
    boolean isMet(ReadingInputs in) {
      return in.hasFace();
    }
  },
  /** At least pinned eyes. */
  EYES("noFace") {
    @Override
    boolean isMet(ReadingInputs in) {
      return in.faceMap().isPresent();
    }
  },
  SKIN("noSkin") {
    @Override
    boolean isMet(ReadingInputs in) {
      return in.hasRegion("skin");
    }
  },
  TEETH("noRegion") {
    @Override
    boolean isMet(ReadingInputs in) {
      return in.hasRegion("teeth");
    }
  },
  EYE_WHITES("noRegion") {
    @Override
    boolean isMet(ReadingInputs in) {
      return in.hasRegion("eyeWhites");
    }
  };

  private final String reason;

  Need(String reason) {
    this.reason = reason;
  }

  /** Key of the word bundle that says what is missing. */
  public String reason() {
    return reason;
  }

  abstract boolean isMet(ReadingInputs in);
}
