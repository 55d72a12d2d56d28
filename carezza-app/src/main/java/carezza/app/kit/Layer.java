package carezza.app.kit;

import javafx.geometry.Bounds;
import javafx.scene.Node;
import javafx.scene.Scene;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Region;

/**
 * Lies over the whole window and holds one thing that was opened for a moment, beside what it was
 * opened from. Esc and a press elsewhere close it; the focus goes back to where it was.
 */
public final class Layer extends Pane {
  private static final double EDGE = 8;
  private static final double GAP = 2;

  private Region content;
  private Node anchor;
  private Node focusBefore;
  private Runnable closed = () -> {};

  public Layer() {
    setId("layer");
    setVisible(false);
    setPickOnBounds(true);
    addEventHandler(
        MouseEvent.MOUSE_PRESSED,
        e -> {
          if (e.getTarget() == this) {
            close();
            e.consume();
          }
        });
    addEventFilter(
        KeyEvent.KEY_PRESSED,
        e -> {
          if (e.getCode() == KeyCode.ESCAPE) {
            close();
            e.consume();
          }
        });
  }

  /** The layer of the window that a node is in. */
  public static Layer of(Scene scene) {
    return (Layer) scene.lookup("#layer");
  }

  /**
   * Opens something below a node, or above it where there is more room; of one at the right of
   * something narrow, it ends where the node ends.
   *
   * @param then called when it is closed again
   */
  public void open(Region what, Node beside, Runnable then) {
    close();
    content = what;
    anchor = beside;
    closed = then;
    focusBefore = getScene().getFocusOwner();
    getChildren().setAll(what);
    setVisible(true);
    requestLayout();
  }

  public boolean isOpen() {
    return content != null;
  }

  public void close() {
    if (content == null) {
      return;
    }
    content = null;
    getChildren().clear();
    setVisible(false);
    Runnable then = closed;
    closed = () -> {};
    if (focusBefore != null && focusBefore.getScene() != null) {
      focusBefore.requestFocus();
    }
    then.run();
  }

  @Override
  protected void layoutChildren() {
    if (content == null) {
      return;
    }
    Bounds a = sceneToLocal(anchor.localToScene(anchor.getLayoutBounds()));
    double w = Math.min(content.prefWidth(-1), getWidth() - 2 * EDGE);
    double below = getHeight() - EDGE - a.getMaxY() - GAP;
    double above = a.getMinY() - GAP - EDGE;
    double wanted = content.prefHeight(w);
    boolean down = wanted <= below || below >= above;
    double h = Math.min(wanted, down ? below : above);
    boolean ofRight = a.getMaxX() - w >= EDGE && a.getMinX() > w / 2;
    double left = ofRight ? a.getMaxX() - w : a.getMinX();
    double x = Math.max(EDGE, Math.min(left, getWidth() - EDGE - w));
    double y = down ? a.getMaxY() + GAP : a.getMinY() - GAP - h;
    content.resizeRelocate(Math.round(x), Math.round(y), w, h);
  }
}
