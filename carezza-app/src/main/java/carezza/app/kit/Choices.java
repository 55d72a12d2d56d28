package carezza.app.kit;

import java.util.List;
import javafx.application.Platform;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ScrollPane;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.VBox;
import javafx.scene.text.Text;

/**
 * A list to choose from: a name each, perhaps a line of what it is, perhaps what speaks for it in
 * bold. Up and Down go through it, Enter takes.
 */
public final class Choices extends ScrollPane {
  /** Widest list. */
  private static final double WIDTH = 284;

  private static final double EDGE = 16;

  /**
   * One of them.
   *
   * @param id of its node
   * @param name what it is called
   * @param line what it is or will do; may be empty
   * @param strong what speaks for it; may be empty
   * @param what does it
   * @param pointed called when it is pointed at, or reached by keys
   */
  public record Choice(
      String id, String name, String line, String strong, Runnable what, Runnable pointed) {
    public Choice(String id, String name, String line, String strong, Runnable what) {
      this(id, name, line, strong, what, () -> {});
    }

    public Choice(String id, String name, Runnable what) {
      this(id, name, "", "", what);
    }
  }

  private final VBox rows = new VBox();
  private final Runnable done;

  /**
   * @param done called before what was chosen is done
   */
  public Choices(String name, List<Choice> all, Runnable done) {
    this.done = done;
    setContent(rows);
    setFitToWidth(true);
    setFocusTraversable(false);
    setHbarPolicy(ScrollBarPolicy.NEVER);
    setPrefWidth(WIDTH);
    getStyleClass().add("choices");
    rows.setAccessibleText(name);
    rows.addEventFilter(KeyEvent.KEY_PRESSED, this::key);
    show(all);
  }

  /** Opens a list beside a node of the window, with the first choice ready to be taken. */
  public static void open(Node beside, String name, List<Choice> all) {
    open(beside, name, all, () -> {});
  }

  /**
   * @param closed called when the list is closed, before what was chosen is done
   */
  public static void open(Node beside, String name, List<Choice> all, Runnable closed) {
    Layer layer = Layer.of(beside.getScene());
    Choices c = new Choices(name, all, layer::close);
    layer.open(c, beside, closed);
    // Its rows are in the window only once it has been dressed.
    c.applyCss();
    c.layout();
    Platform.runLater(c::focusFirst);
  }

  /** Shows other choices. */
  public void show(List<Choice> all) {
    rows.getChildren().setAll(all.stream().map(this::row).toList());
  }

  public void focusFirst() {
    if (!rows.getChildren().isEmpty()) {
      rows.getChildren().get(0).requestFocus();
    }
  }

  /** Takes the first of them, if there is one. */
  public void takeFirst() {
    if (!rows.getChildren().isEmpty()) {
      ((Button) rows.getChildren().get(0)).fire();
    }
  }

  private Node row(Choice c) {
    VBox words = new VBox(2, text(c.name(), "choice-name"));
    if (!c.line().isEmpty()) {
      words.getChildren().add(text(c.line(), "choice-line"));
    }
    if (!c.strong().isEmpty()) {
      words.getChildren().add(text(c.strong(), "choice-strong"));
    }
    Button b = new Button();
    b.setId(c.id());
    b.setGraphic(words);
    b.getStyleClass().add("choice");
    b.setMaxWidth(Double.MAX_VALUE);
    b.setMnemonicParsing(false);
    b.setAccessibleText(String.join(". ", c.name(), c.line(), c.strong()).trim());
    b.setOnMouseEntered(e -> c.pointed().run());
    b.focusedProperty()
        .addListener(
            (o, was, is) -> {
              if (is) {
                c.pointed().run();
              }
            });
    b.setOnAction(
        e -> {
          done.run();
          c.what().run();
        });
    return b;
  }

  private static Text text(String words, String style) {
    Text t = new Text(words);
    t.setWrappingWidth(WIDTH - 2 * EDGE);
    t.getStyleClass().add(style);
    return t;
  }

  private void key(KeyEvent e) {
    List<Node> all = rows.getChildren();
    int at = all.indexOf(getScene().getFocusOwner());
    if (e.getCode() == KeyCode.DOWN || e.getCode() == KeyCode.UP) {
      int to = Math.max(0, Math.min(all.size() - 1, at + (e.getCode() == KeyCode.DOWN ? 1 : -1)));
      focus(all.get(to));
      e.consume();
    } else if (e.getCode() == KeyCode.ENTER && at >= 0) {
      ((Button) all.get(at)).fire();
      e.consume();
    }
  }

  private void focus(Node row) {
    row.requestFocus();
    double over = rows.getHeight() - getViewportBounds().getHeight();
    if (over > 0) {
      double now = getVvalue() * over;
      double top = row.getBoundsInParent().getMinY();
      double bottom = row.getBoundsInParent().getMaxY() - getViewportBounds().getHeight();
      double to = top < now ? top : Math.max(now, bottom);
      setVvalue(Math.max(0, Math.min(1, to / over)));
    }
  }
}
