package carezza.app;

import java.util.List;
import java.util.Optional;
import javafx.application.Platform;
import javafx.scene.Scene;
import javafx.scene.control.Button;
import javafx.scene.control.ButtonType;
import javafx.scene.control.Dialog;
import javafx.scene.control.TextInputDialog;

/** Dialogs in the dress of the window they belong to. */
public final class Dialogs {
  private Dialogs() {}

  /** Asks for one line of text. */
  public static TextInputDialog text(Scene owner, String titleKey, String nameKey) {
    TextInputDialog d = new TextInputDialog();
    dress(d, owner, titleKey);
    d.setGraphic(null);
    d.setContentText(Words.of(nameKey));
    return d;
  }

  /**
   * Asks a question; empty when the dialog is closed.
   *
   * @param usual what Enter answers
   */
  static Optional<ButtonType> ask(
      Scene owner, String titleKey, String text, ButtonType usual, List<ButtonType> answers) {
    Dialog<ButtonType> d = new Dialog<>();
    dress(d, owner, titleKey);
    d.setContentText(text);
    d.getDialogPane().getButtonTypes().setAll(answers);
    for (ButtonType b : answers) {
      ((Button) d.getDialogPane().lookupButton(b)).setDefaultButton(b == usual);
    }
    Platform.runLater(() -> d.getDialogPane().lookupButton(usual).requestFocus());
    return d.showAndWait();
  }

  private static void dress(Dialog<?> d, Scene owner, String titleKey) {
    d.initOwner(owner.getWindow());
    d.setTitle(Words.of(titleKey));
    d.setHeaderText(null);
    d.getDialogPane().getStylesheets().addAll(owner.getStylesheets());
    d.getDialogPane().getStyleClass().addAll(owner.getRoot().getStyleClass());
    d.getDialogPane().setStyle(owner.getRoot().getStyle());
  }
}
