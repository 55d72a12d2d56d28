package carezza.app;

import carezza.app.side.AsSeen;
import carezza.app.side.Dials;
import carezza.app.side.Looks;
import carezza.app.side.Rivals;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;

/**
 * What lies on the desk beside the picture: below one another, or beside one another under a
 * picture that is wider than high. Its size does not change with what it shows.
 */
final class Side extends StackPane {
  private static final double GAP = 16;

  /** Along its width, and its height when it lies. */
  private static final double WIDTH = 272;

  private static final double HEIGHT = 176;

  private Optional<Boolean> lying = Optional.empty();
  private final Looks looks;
  private final Dials dials;
  private final Rivals rivals;
  private final AsSeen seen;

  Side(Looks looks, Dials dials, Rivals rivals, AsSeen seen) {
    this.dials = dials;
    this.looks = looks;
    this.rivals = rivals;
    this.seen = seen;
    getStyleClass().addAll("side", "on-desk");
    setId("side");
    dials.visibleProperty().bind(rivals.visibleProperty().not());
    dials.managedProperty().bind(dials.visibleProperty());
  }

  /**
   * @param lies whether it lies under the picture
   */
  void lieDown(boolean lies) {
    if (lying.equals(Optional.of(lies))) {
      return;
    }
    lying = Optional.of(lies);
    dials.lieDown(lies);
    seen.lieDown(lies);
    VBox.setVgrow(seen, Priority.ALWAYS);
    Node[] parts = {looks, dials, rivals, seen};
    getChildren().setAll(lies ? new HBox(2 * GAP, parts) : new VBox(GAP, parts));
    setMinWidth(lies ? 0 : WIDTH);
    setPrefWidth(lies ? Region.USE_COMPUTED_SIZE : WIDTH);
    setMaxWidth(lies ? Double.MAX_VALUE : WIDTH);
    setMinHeight(lies ? HEIGHT : 0);
    setPrefHeight(lies ? HEIGHT : Region.USE_COMPUTED_SIZE);
    setMaxHeight(lies ? HEIGHT : Double.MAX_VALUE);
  }
}
