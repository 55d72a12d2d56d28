package carezza.app;

import carezza.reading.Reading;
import java.util.List;
import javafx.geometry.HPos;
import javafx.scene.control.Label;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.Region;

/** All readings in one table over the picture: before, now, the band, and why one is missing. */
final class AllReadings extends GridPane {
  private final BenchModel model;

  AllReadings(BenchModel model) {
    this.model = model;
    getStyleClass().add("all-readings");
    setId("readings");
    setMaxSize(Region.USE_PREF_SIZE, Region.USE_PREF_SIZE);
    setVisible(false);
    model.readings().addListener((o, a, b) -> fill());
    visibleProperty().addListener((o, a, b) -> fill());
  }

  private void fill() {
    getChildren().clear();
    List<Reading> all = model.readings().get();
    if (!isVisible()) {
      return;
    }
    String[] head = {"readings.head", "readings.before", "readings.now", "readings.bandHead"};
    for (int c = 0; c < head.length; c++) {
      Label l = cell(Words.of(head[c]), c, 0);
      l.getStyleClass().add(c == 0 ? "head" : "soft");
    }
    for (int i = 0; i < all.size(); i++) {
      Reading r = all.get(i);
      boolean out = !r.isInBand();
      cell(ReadingWords.name(r), 0, i + 1);
      cell(r.isAvailable() ? ReadingWords.before(r) : "", 1, i + 1).getStyleClass().add("number");
      Label now =
          cell(r.isAvailable() ? ReadingWords.value(r) : Words.of("reading.none"), 2, i + 1);
      now.getStyleClass().add("number");
      cell(ReadingWords.band(r), 3, i + 1).getStyleClass().add("soft");
      String place = ReadingWords.remark(r);
      Label remark = cell(out ? Words.of("readings.outside", place).trim() : place, 4, i + 1);
      remark.getStyleClass().add(out ? "number" : "soft");
    }
  }

  private Label cell(String text, int column, int row) {
    Label l = new Label(text);
    l.setMinWidth(Region.USE_PREF_SIZE);
    add(l, column, row);
    if (column == 1 || column == 2) {
      setHalignment(l, HPos.RIGHT);
    }
    return l;
  }
}
