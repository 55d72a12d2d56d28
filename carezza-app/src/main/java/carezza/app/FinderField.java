package carezza.app;

import carezza.app.kit.Choices;
import carezza.app.kit.Choices.Choice;
import carezza.app.kit.Layer;
import java.util.List;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.StackPane;

/** The field at the card's foot: what is typed is found, and listed above it. */
final class FinderField extends StackPane {
  private final TextField field = new TextField();
  private final Finder finder;
  private final Runnable after;
  private Choices list;

  /**
   * @param after gives the focus back when nothing was chosen
   */
  FinderField(Finder finder, Runnable after) {
    this.finder = finder;
    this.after = after;
    getStyleClass().add("card-foot");
    field.setId("find");
    field.setPromptText(Words.of("find.prompt"));
    field.setAccessibleText(Words.of("find.prompt"));
    getChildren().add(field);
    field.textProperty().addListener((o, a, text) -> find(text));
    field.addEventFilter(KeyEvent.KEY_PRESSED, this::key);
  }

  void begin() {
    field.clear();
    field.requestFocus();
  }

  private void find(String text) {
    Layer layer = Layer.of(getScene());
    List<Choice> found = finder.find(text);
    if (found.isEmpty()) {
      if (list != null) {
        layer.close();
      }
      return;
    }
    if (list == null) {
      list = new Choices(Words.of("find.prompt"), found, this::done);
      layer.open(list, field, () -> list = null);
      field.requestFocus();
    } else {
      list.show(found);
      layer.requestLayout();
    }
  }

  /** Something was chosen. */
  private void done() {
    Layer.of(getScene()).close();
    field.clear();
    after.run();
  }

  private void key(KeyEvent e) {
    switch (e.getCode()) {
      case ENTER -> {
        if (list != null) {
          list.takeFirst();
          e.consume();
        }
      }
      case DOWN, UP -> {
        if (list != null) {
          list.focusFirst();
          e.consume();
        }
      }
      case ESCAPE -> {
        done();
        e.consume();
      }
      default -> {}
    }
  }
}
