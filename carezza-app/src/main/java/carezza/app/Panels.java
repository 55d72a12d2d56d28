package carezza.app;

import carezza.app.side.AllReadings;
import carezza.app.side.Worked;
import carezza.io.PictureFile;
import java.util.List;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.layout.StackPane;

/** What can be opened over the picture, one thing at a time, and closed again. */
final class Panels extends StackPane {
  private final AllReadings readings;
  private final Worked worked;
  private final ExportPanel export;
  private final KeyList keys;

  /**
   * @param under lies under all of it
   */
  Panels(Node under, AllReadings readings, Worked worked, ExportPanel export, KeyList keys) {
    super(under, export, readings, worked, keys);
    this.readings = readings;
    this.worked = worked;
    this.export = export;
    this.keys = keys;
    setMinSize(0, 0);
  }

  void readings() {
    toggle(readings);
  }

  void worked() {
    toggle(worked);
  }

  void keys() {
    toggle(keys);
  }

  void export(PictureFile picture) {
    close();
    export.show(picture);
  }

  private void toggle(Node panel) {
    boolean open = !panel.isVisible();
    close();
    panel.setVisible(open);
  }

  /** Closes what is open; false when nothing is. */
  boolean close() {
    Optional<Node> open = all().stream().filter(Node::isVisible).findFirst();
    open.ifPresent(p -> p.setVisible(false));
    return open.isPresent();
  }

  private List<Node> all() {
    return List.of(keys, readings, worked, export);
  }
}
