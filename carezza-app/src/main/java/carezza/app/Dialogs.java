package carezza.app;

import javafx.scene.Scene;
import javafx.scene.control.TextInputDialog;

/** Dialogs in the dress of the window they belong to. */
final class Dialogs {
  private Dialogs() {}

  /** Asks for one line of text. */
  static TextInputDialog text(Scene owner, String titleKey, String nameKey) {
    TextInputDialog d = new TextInputDialog();
    d.initOwner(owner.getWindow());
    d.setTitle(Words.of(titleKey));
    d.setHeaderText(null);
    d.setGraphic(null);
    d.setContentText(Words.of(nameKey));
    d.getDialogPane().getStylesheets().addAll(owner.getStylesheets());
    d.getDialogPane().getStyleClass().addAll(owner.getRoot().getStyleClass());
    return d;
  }
}
