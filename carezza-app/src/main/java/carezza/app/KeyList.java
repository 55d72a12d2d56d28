package carezza.app;

import java.util.ArrayList;
import java.util.List;
import javafx.scene.control.Label;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.Region;

/** All keys in two columns over the picture. */
final class KeyList extends GridPane {
  private record Line(String keys, String words) {}

  KeyList(Commands commands) {
    setId("keyList");
    getStyleClass().addAll("panel", "key-list");
    setMaxSize(Region.USE_PREF_SIZE, Region.USE_PREF_SIZE);
    setVisible(false);
    List<Line> lines = new ArrayList<>();
    Keys.HELD.forEach((keys, word) -> lines.add(new Line(keys, Words.of(word))));
    for (Commands.Command c : commands.all()) {
      if (!c.keys().isEmpty()) {
        lines.add(new Line(c.keys(), c.name()));
      }
    }
    int half = (lines.size() + 1) / 2;
    for (int i = 0; i < lines.size(); i++) {
      Label key = new Label(lines.get(i).keys());
      key.getStyleClass().add("strong");
      key.setMinWidth(Region.USE_PREF_SIZE);
      Label what = new Label(lines.get(i).words());
      what.setMinWidth(Region.USE_PREF_SIZE);
      add(key, i < half ? 0 : 2, i % half);
      add(what, i < half ? 1 : 3, i % half);
    }
  }
}
