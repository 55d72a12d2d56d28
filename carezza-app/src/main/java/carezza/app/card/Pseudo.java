package carezza.app.card;

import javafx.css.PseudoClass;

/** States of rows that the style sheet knows. */
final class Pseudo {
  static final PseudoClass EMPTY = PseudoClass.getPseudoClass("empty");
  static final PseudoClass OPEN = PseudoClass.getPseudoClass("open");
  static final PseudoClass PROPOSED = PseudoClass.getPseudoClass("proposed");
  static final PseudoClass MUTED = PseudoClass.getPseudoClass("muted");

  private Pseudo() {}
}
