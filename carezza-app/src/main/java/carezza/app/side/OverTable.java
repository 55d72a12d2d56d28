package carezza.app.side;

import javafx.geometry.HPos;
import javafx.scene.control.Label;
import javafx.scene.control.Labeled;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.Region;

/**
 * A table over the picture, filled row by row whenever it is shown: names at the left, two columns
 * of figures, words.
 */
abstract class OverTable extends ScrollPane {
  private final GridPane table = new GridPane();
  private final int columns;
  private int row;

  /**
   * @param id of what lies over the picture
   */
  OverTable(String id, int columns) {
    this.columns = columns;
    getStyleClass().addAll("panel", "over-table");
    setId(id);
    table.getStyleClass().add("table-cells");
    setContent(table);
    setFitToWidth(true);
    setHbarPolicy(ScrollBarPolicy.NEVER);
    setMaxSize(Region.USE_PREF_SIZE, Region.USE_PREF_SIZE);
    setVisible(false);
    visibleProperty().addListener((o, a, b) -> fill());
  }

  /** Fills it, if it is shown. */
  final void fill() {
    table.getChildren().clear();
    row = 0;
    if (isVisible()) {
      rows();
    }
  }

  /** Lays the rows, one after the other. */
  abstract void rows();

  final void nextRow() {
    row++;
  }

  /** A row of one thing, as wide as the table. */
  final void wide(Label l, String style) {
    l.getStyleClass().add(style);
    table.add(l, 0, row++, columns, 1);
  }

  final void head(String... words) {
    for (int c = 0; c < words.length; c++) {
      cell(new Label(words[c]), c).getStyleClass().add(c == 0 ? "head" : "soft");
    }
    row++;
  }

  final Labeled cell(Labeled l, int column) {
    l.setMinWidth(Region.USE_PREF_SIZE);
    table.add(l, column, row);
    if (column == 1 || column == 2) {
      GridPane.setHalignment(l, HPos.RIGHT);
    }
    return l;
  }
}
